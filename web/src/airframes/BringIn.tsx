import { type ChangeEvent, useState } from "react";
import { useNavigate } from "react-router";

import { client, Fault, take } from "../api/client";

/** An airframe file from elsewhere: the server reads it, and says at which field it cannot. */
export function BringIn() {
  const go = useNavigate();
  const [said, setSaid] = useState<string[]>([]);
  const [reading, setReading] = useState(false);

  async function read(event: ChangeEvent<HTMLInputElement>) {
    const chosen = event.target.files?.[0];
    event.target.value = "";
    if (!chosen) return;
    setReading(true);
    try {
      const text = await chosen.text();
      let body: unknown;
      try {
        body = JSON.parse(text);
      } catch {
        setSaid([`“${chosen.name}” is no airframe file: it is not JSON. Take one that was taken away from a bench.`]);
        return;
      }
      const made = await take(client.POST("/api/airframes", { body: body as never }));
      void go(`/airframe/${(made as { id: number }).id}`);
    } catch (cause) {
      const fault = cause instanceof Fault ? cause : null;
      setSaid(fault?.problems.length ? fault.problems.slice(0, 5).map((p) => `${p.field}: ${p.what} ${p.right}`) : [fault?.message ?? "Something broke here."]);
    } finally {
      setReading(false);
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
    </>
  );
}
