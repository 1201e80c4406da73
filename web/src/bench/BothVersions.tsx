import { useQueries } from "@tanstack/react-query";

import { client, takeAs } from "../api/client";
import type { AirframeFile, Verdict } from "../api/types";
import { Mark } from "../drawing/Mark";
import { PlansOver } from "../drawing/Over";
import { besideOf } from "../lib/parts";
import { factor, length, mass } from "../lib/show";
import { useUnits } from "../session";
import { different } from "./different";

/** Yours and theirs over each other, before one of them is chosen: figures, and the pieces that differ. */
export function BothVersions({ mine, theirs, schemeId }: { mine: AirframeFile; theirs: AirframeFile; schemeId: string }) {
  const units = useUnits();
  const sides = [
    { name: "yours", file: mine },
    { name: "theirs", file: theirs },
  ].map(({ name, file }) => ({ name, file, scheme: file.schemes.find((s) => s.id === schemeId) }));
  const verdicts = useQueries({
    queries: sides.map(({ file, scheme }) => ({
      queryKey: ["versions", file.airframe, scheme, units],
      enabled: scheme !== undefined,
      retry: false,
      queryFn: () =>
        takeAs<Verdict>(
          client.POST("/api/evaluate", { body: { airframe: file.airframe, scheme: scheme!, others: besideOf(file, scheme!.part), station_mm: null } }),
        ),
    })),
  });
  const gone = sides.find((s) => !s.scheme);
  if (gone) return <p className="px-4 py-2">In {gone.name} this scheme was taken out.</p>;
  if (verdicts.some((v) => v.isError)) return <p className="px-4 py-2">One of the two cannot be worked out, so they cannot be laid over each other.</p>;
  const [here, there] = [verdicts[0]!.data, verdicts[1]!.data];
  if (!here || !there) return <p className="px-4 py-2">Working both out…</p>;
  const rows: [string, (v: Verdict) => string][] = [
    ["Breaks", (v) => `${factor(v.breaks.n.value, v.unit)}, ${v.breaks.how}`],
    ["Tip bend", (v) => length(v.tip_bend_mm.value, units)],
    ["The whole part", (v) => mass(v.mass.part_g.value, units)],
  ];
  const pieces = different(here, there);
  return (
    <section aria-label="Yours and theirs" data-testid="both-versions" className="grid gap-x-6 border-b-2 border-kraft bg-sheet px-4 py-3 lg:grid-cols-2">
      <PlansOver
        plans={[
          { name: "yours", drawn: here.drawing.plan },
          { name: "theirs", drawn: there.drawing.plan },
        ]}
      />
      <div>
        <table className="w-full text-[16px]" aria-label="Yours and theirs in figures">
          <thead>
            <tr className="border-b border-ink text-left">
              <td />
              {sides.map((s, k) => (
                <th key={s.name} scope="col" className="font-semibold">
                  <Mark k={k} /> {s.name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map(([name, say]) => (
              <tr key={name} className="border-b border-rule align-top">
                <th scope="row" className="py-1 text-left font-normal">
                  {name}
                </th>
                <td className="py-1 pr-2">{say(here)}</td>
                <td className="py-1">{say(there)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="mt-1 text-[15px]">{pieces.length ? "In theirs, against yours:" : "The pieces of this scheme are the same in both."}</p>
        <ul className="text-[15px] leading-5">
          {pieces.map((d) => (
            <li key={d}>{d}</li>
          ))}
        </ul>
      </div>
    </section>
  );
}
