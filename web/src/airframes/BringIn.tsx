import { type ChangeEvent, useState } from "react";
import { useNavigate } from "react-router";

import { client, Fault, take } from "../api/client";
import { faultPlace } from "../lib/faultPlace";

/** An airframe file from elsewhere: the server reads it, and says at which field it cannot. */
export function BringIn() {
  const go = useNavigate();
  const [said, setSaid] = useState<string[]>([]);
  const [reading, setReading] = useState(false);
  /** A file whose name is taken, and what it shall be called. */
  const [taken, setTaken] = useState<{ file: { airframe: { name: string } }; name: string } | null>(null);

  async function bring(body: unknown) {
    setReading(true);
    try {
      const made = await take(client.POST("/api/airframes", { body: body as never }));
      void go(`/airframe/${(made as { id: number }).id}`);
    } catch (cause) {
      const fault = cause instanceof Fault ? cause : null;
      const name = fault?.problems.find((p) => p.field === "airframe.name");
      const free = name && /such as “(.+)”/.exec(name.right)?.[1];
      setTaken(free ? { file: body as { airframe: { name: string } }, name: free } : null);
      setSaid(
        fault?.problems.length ? fault.problems.slice(0, 5).map((p) => `${faultPlace(p)}: ${p.what} ${p.right}`) : [fault?.message ?? "Something broke here."],
      );
    } finally {
      setReading(false);
    }
  }

  async function read(event: ChangeEvent<HTMLInputElement>) {
    const chosen = event.target.files?.[0];
    event.target.value = "";
    if (!chosen) return;
    setTaken(null);
    try {
      await bring(JSON.parse(await chosen.text()));
    } catch {
      setSaid([`“${chosen.name}” is no airframe file: it is not JSON. Take one that was taken away from a bench.`]);
    }
  }

  return (
    <>
      <label className="btn cursor-pointer focus-within:outline-3 focus-within:outline-tape">
        {reading ? "Reading…" : "Bring in a file"}
        <input type="file" accept=".json,application/json" className="sr-only" aria-label="Airframe file" onChange={(e) => void read(e)} />
      </label>
      {said.length > 0 && (
        <ul role="alert" className="w-full border-l-4 border-gives pl-3 font-medium text-gives">
          {said.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      {taken && (
        <form
          className="flex w-full flex-wrap items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            void bring({ ...taken.file, airframe: { ...taken.file.airframe, name: taken.name } });
          }}
        >
          <label className="block">
            <span className="mb-1 block text-[15px] font-medium">Bring it in as</span>
            <input className="entry" value={taken.name} onChange={(e) => setTaken({ ...taken, name: e.target.value })} />
          </label>
          <button className="btn btn-main" disabled={reading || !taken.name.trim()}>
            Bring it in
          </button>
        </form>
      )}
    </>
  );
}
