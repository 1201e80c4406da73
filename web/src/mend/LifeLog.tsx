import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { client, Fault, take, takeAs } from "../api/client";
import type { LifeEntry, LifeOut } from "../api/types";
import { COLOUR } from "../drawing/colours";
import { carried } from "../lib/carried";
import { length, mass, signed, trim } from "../lib/show";
import { useUnits } from "../session";
import { ChoiceField, Faults, MeasureField, TextField } from "../ui/fields";
import { Unreadable } from "../ui/Unreadable";
import { withEntry } from "./kept";
import { newId, today } from "./made";
import { lifeKey, useWaiting } from "./useRepair";

const WHAT = { flights: "flights", knock: "a knock", mend: "a mend", weighed: "weighed", note: "a note" } as const;

function blank(): LifeEntry {
  return {
    id: newId("e"),
    day: today(),
    what: "flights",
    flights: 1,
    minutes: 0,
    grams: null,
    balance_mm: null,
    strength: null,
    weighed_g: null,
    repair: null,
    note: "",
  };
}

/** Flights, knocks and mends of one aircraft, with their sums. */
export function LifeLog({ airframe, name }: { airframe: number; name: string }) {
  const units = useUnits();
  const queries = useQueryClient();
  const { read, change, sendRest } = useWaiting(airframe);
  const [entry, setEntry] = useState(blank);
  const [turn, setTurn] = useState(0);
  const query = useQuery({
    queryKey: lifeKey(airframe),
    queryFn: () =>
      carried(`life-${airframe}`, () => takeAs<LifeOut>(client.GET("/api/airframes/{airframe_id}/life", { params: { path: { airframe_id: airframe } } }))),
    networkMode: "always",
  });
  const waiting = read().life;
  const entries = query.data?.entries ?? [];

  async function add() {
    change((w) => withEntry(w, entry));
    setEntry(blank());
    setTurn((t) => t + 1);
    await sendRest();
    setTurn((t) => t + 1);
  }
  async function remove(id: number) {
    await take(client.DELETE("/api/airframes/{airframe_id}/life/{entry_id}", { params: { path: { airframe_id: airframe, entry_id: id } } }));
    void queries.invalidateQueries({ queryKey: lifeKey(airframe) });
  }

  return (
    <Faults.Provider value={[]}>
      <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,20rem)]" data-turn={turn}>
        <section aria-label="The log" className="min-w-0">
          {query.data && (
            <p className="text-[20px] leading-7 font-medium" data-testid="life-says">
              {query.data.life.says}
            </p>
          )}
          {query.data && (
            <p className="text-[15px] text-pencil">
              {query.data.life.flights} flights{query.data.life.minutes ? `, ${trim(query.data.life.minutes / 60, 1)} h in the air` : ""},{" "}
              {query.data.life.knocks} knocks
              {query.data.life.weighed_g ? `; last on the scale at ${mass(query.data.life.weighed_g, units)}` : ""}.
            </p>
          )}
          {query.data && query.data.life.points.length > 1 && <Drift life={query.data.life} />}
          {query.isError && (
            <p role="alert" className="my-2 font-medium text-gives">
              {query.error instanceof Fault ? query.error.message : "Something broke here."}
            </p>
          )}
          {(query.data?.unreadable ?? []).length > 0 && <Unreadable lines={query.data!.unreadable} />}
          {waiting.length > 0 && (
            <p role="status" className="my-2 border-l-4 border-kraft pl-2 text-[15px]">
              {waiting.length} {waiting.length === 1 ? "entry is" : "entries are"} kept on this phone and sent when there is a net.
            </p>
          )}
          <table className="mt-3 w-full text-[15px]" data-testid="life">
            <thead>
              <tr className="border-b border-ink text-left text-[14px] text-pencil">
                <th className="py-1 font-normal">day</th>
                <th className="px-1 font-normal">what</th>
                <th className="px-1 text-right font-normal">added</th>
                <th className="px-1 text-right font-normal">balance</th>
                <th className="px-1 text-right font-normal">strength</th>
                <th className="print:hidden" />
              </tr>
            </thead>
            <tbody>
              {[...entries].reverse().map(({ id, entry: e }) => (
                <tr key={id} className="border-b border-rule align-top">
                  <td className="py-1.5 whitespace-nowrap">{e.day}</td>
                  <td className="px-1 py-1.5">
                    {e.what === "flights" ? `${e.flights} flight${e.flights === 1 ? "" : "s"}` : WHAT[e.what as keyof typeof WHAT]}
                    {e.note && <span className="block text-[14px] leading-4.5 text-pencil">{e.note}</span>}
                  </td>
                  <td className="px-1 py-1.5 text-right whitespace-nowrap">{e.grams ? `${e.grams > 0 ? "+" : ""}${mass(e.grams, units)}` : ""}</td>
                  <td className="px-1 py-1.5 text-right whitespace-nowrap">{e.balance_mm ? `${signed(e.balance_mm)} mm` : ""}</td>
                  <td className="px-1 py-1.5 text-right">{e.strength != null ? `${trim(100 * e.strength, 0)} %` : ""}</td>
                  <td className="py-1 text-right print:hidden">
                    <button type="button" className="btn btn-quiet min-h-9" aria-label={`Take out ${e.what} of ${e.day}`} onClick={() => void remove(id)}>
                      Take out
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {query.data && entries.length === 0 && <p className="mt-2 text-[16px] text-pencil">Nothing is written down of {name} yet.</p>}
          <p className="mt-3 flex flex-wrap gap-3 print:hidden">
            <a className="btn" href={`/api/airframes/${airframe}/life.csv`} download>
              Take it away as CSV
            </a>
            <button type="button" className="btn" onClick={() => window.print()}>
              Print it
            </button>
          </p>
        </section>
        <section className="self-start border border-kraft bg-sheet p-3 print:hidden" aria-label="Write something down">
          <h2 className="mb-2 text-[17px] font-semibold">Write something down</h2>
          <div className="grid grid-cols-2 items-end gap-3">
            <ChoiceField
              label="What"
              path="what"
              value={entry.what}
              onChange={(what) => setEntry((e) => ({ ...e, what, flights: what === "flights" ? 1 : 0 }))}
              options={Object.entries(WHAT).map(([value, label]) => ({ value: value as LifeEntry["what"], label }))}
            />
            <TextField label="Day" path="day" value={entry.day} onChange={(day) => setEntry((e) => ({ ...e, day }))} />
            {entry.what === "flights" && (
              <MeasureField
                label="How many"
                path="flights"
                kind="number"
                value={entry.flights}
                onChange={(v) => setEntry((e) => ({ ...e, flights: Math.max(0, Math.round(v)) }))}
              />
            )}
            {entry.what === "flights" && (
              <MeasureField
                label="Minutes in the air"
                path="minutes"
                kind="number"
                value={entry.minutes}
                onChange={(v) => setEntry((e) => ({ ...e, minutes: v }))}
              />
            )}
            {entry.what === "weighed" && (
              <MeasureField
                label="Weighs in all"
                path="weighed_g"
                kind="mass"
                value={entry.weighed_g}
                onChange={(v) => setEntry((e) => ({ ...e, weighed_g: v }))}
              />
            )}
            {entry.what === "mend" && (
              <MeasureField
                label="Grams that it added"
                path="grams"
                kind="mass"
                value={entry.grams}
                onChange={(v) => setEntry((e) => ({ ...e, grams: v }))}
                onEmpty={() => setEntry((e) => ({ ...e, grams: null }))}
              />
            )}
            <div className="col-span-2">
              <TextField label="Note" path="note" value={entry.note} onChange={(note) => setEntry((e) => ({ ...e, note }))} />
            </div>
          </div>
          <button type="button" className="btn btn-main mt-3 min-h-12 w-full" onClick={() => void add()}>
            Write it down
          </button>
        </section>
      </div>
    </Faults.Provider>
  );
}

/** Grams added and strength left, entry by entry. */
function Drift({ life }: { life: LifeOut["life"] }) {
  const units = useUnits();
  const points = life.points;
  const most = Math.max(1, ...points.map((p) => Math.abs(p.grams)));
  const x = (k: number) => 4 + (k / Math.max(points.length - 1, 1)) * 512;
  const grams = points.map((p, k) => `${x(k)},${62 - (p.grams / most) * 50}`).join(" ");
  const strong = points
    .flatMap((p, k) => (p.strength === null || p.strength === undefined ? [] : [`${x(k)},${62 - Math.min(p.strength, 1.2) * 50}`]))
    .join(" ");
  return (
    <figure className="mt-2">
      <svg
        viewBox="0 0 520 70"
        className="block h-20 w-full border border-rule bg-faint"
        preserveAspectRatio="none"
        role="img"
        aria-label="Grams added and strength left over its life"
      >
        <line x1={0} x2={520} y1={62} y2={62} stroke={COLOUR.rule} vectorEffect="non-scaling-stroke" />
        <polyline points={grams} fill="none" stroke={COLOUR.kraft} strokeWidth={2.5} vectorEffect="non-scaling-stroke" />
        <polyline points={strong} fill="none" stroke={COLOUR.tape} strokeWidth={2.5} strokeDasharray="6 3" vectorEffect="non-scaling-stroke" />
      </svg>
      <figcaption className="text-[14px] text-pencil">
        <span className="text-kraft">——</span> grams added, up to {mass(most, units)}; <span className="text-tape">– –</span> strength left; balance moved by{" "}
        {length(Math.abs(life.balance_mm), units)} in all
      </figcaption>
    </figure>
  );
}
