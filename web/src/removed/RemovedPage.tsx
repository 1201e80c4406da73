import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { client, Fault, take } from "../api/client";
import type { Removed } from "../api/types";
import { useSession } from "../session";
import { TopBar } from "../ui/TopBar";
import { useTakeBack } from "./TakeBack";

const WORDS: Record<Removed["kind"], string> = {
  airframe: "Airframe",
  scheme: "Scheme",
  material: "Own material",
  stock: "From the shelf",
  bond: "Bond test",
  weighing: "Weighing",
  repair: "Repair",
  life: "Line of the log",
  picture: "Picture",
};

function day(text: string): string {
  return new Date(text).toLocaleDateString("en-GB", { day: "numeric", month: "long" });
}

function moment(text: string): string {
  return new Date(text).toLocaleString("en-GB", { day: "numeric", month: "long", hour: "2-digit", minute: "2-digit" });
}

/** Everything that was removed in the last 30 days: who, when, and back again. */
export function RemovedPage() {
  const query = useQuery({ queryKey: ["removed"], queryFn: () => take(client.GET("/api/removed")), gcTime: 0 });
  const session = useSession();
  const takeBack = useTakeBack();
  const [told, setTold] = useState<{ text: string; bad: boolean } | null>(null);
  const rows = query.data ?? [];

  function back(row: Removed) {
    takeBack(row).then(
      (name) => setTold({ text: `${name} is back.`, bad: false }),
      (cause: unknown) => setTold({ text: cause instanceof Fault ? cause.message : "Something broke here.", bad: true }),
    );
  }

  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-4xl px-4 py-5">
        <h1 className="border-b-2 border-ink pb-3 text-2xl font-semibold">Removed</h1>
        <p className="mt-2 max-w-prose text-pencil">
          What somebody in this workshop removed stays here for 30 days, and can be taken back.
          {session.workshop?.is_demo && " Your copy of the demo itself is kept for a day after your last visit."}
        </p>
        {told && (
          <p role={told.bad ? "alert" : "status"} className={`mt-2 font-medium ${told.bad ? "text-gives" : ""}`}>
            {told.text}
          </p>
        )}
        {query.isPending && <p className="py-6 text-lg">Looking what was removed…</p>}
        {query.isError && (
          <p role="alert" className="py-6">
            {query.error instanceof Fault ? query.error.message : "Something broke here."}{" "}
            <button className="btn" onClick={() => void query.refetch()}>
              Try again
            </button>
          </p>
        )}
        {query.isSuccess && rows.length === 0 && <p className="py-6 text-lg">Nothing was removed in the last 30 days.</p>}
        <ul className="mt-3" data-testid="removed">
          {rows.map((row) => (
            <li
              key={`${row.kind}-${row.id}`}
              className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 border-b border-rule py-2 sm:grid-cols-[8rem_minmax(0,1fr)_auto]"
            >
              <span className="text-[15px] text-pencil max-sm:col-span-2">{WORDS[row.kind]}</span>
              <p className="leading-5">
                <b className="text-[17px] font-medium">{row.name}</b>
                <span className="block text-[15px] text-pencil">
                  removed by {row.who === session.name ? "you" : row.who}, {moment(row.when)}; kept until {day(row.until)}
                </span>
              </p>
              <button className="btn" aria-label={`Take back ${row.name}`} onClick={() => back(row)}>
                Take it back
              </button>
            </li>
          ))}
        </ul>
      </main>
    </>
  );
}
