import { useQueries } from "@tanstack/react-query";
import { useState } from "react";

import { client, takeAs } from "../api/client";
import type { AirframeFile, Curves, PartName, Scheme, ShelfAnswer, Estimate, Verdict } from "../api/types";
import { type Named, PlansOver, SlicesOver } from "../drawing/Over";
import { Mark } from "../drawing/Mark";
import { Plot } from "../drawing/Plot";
import { schemesOf } from "../lib/parts";
import { placeOn } from "../lib/parts";
import { factor, length, mass, minutes, price, times, trim, wait } from "../lib/show";
import { useUnits } from "../session";
import { different } from "./different";

const MOST = 3;

interface Props {
  airframeId: number;
  file: AirframeFile;
  part: PartName;
  others: Scheme[];
  start: string;
  station: number | null;
  onOpen: (id: string) => void;
  onChoose: (id: string | null) => void;
  onClose: () => void;
}

interface Column {
  scheme: Scheme;
  verdict: Verdict;
  shelf: ShelfAnswer | undefined;
}

interface Row {
  name: string;
  of: (c: Column) => number | null;
  show: (value: number) => string;
  spread?: (c: Column) => Estimate;
  /** How a difference is said, where not as the figure itself. */
  gap?: (value: number) => string;
  /** Whether more is better; undefined where it is neither. */
  more?: boolean;
}

const CURVES: { key: Exclude<keyof Curves, "y_mm">; title: string; unit: string; scale: number }[] = [
  { key: "EI_Nmm2", title: "Bending stiffness EI", unit: "N m²", scale: 1e-6 },
  { key: "GJ_Nmm2", title: "Twist stiffness GJ", unit: "N m²", scale: 1e-6 },
  { key: "bend_mm", title: "Bend", unit: "mm", scale: 1 },
  { key: "reserve", title: "Reserve, all cases", unit: "1: just enough", scale: 1 },
];

/** Two or three schemes side by side: drawn over each other, figures with their differences, curves. */
export function Compare({ airframeId, file, part, others: along, start, station, onOpen, onChoose, onClose }: Props) {
  const units = useUnits();
  const own = schemesOf(file, part);
  const chosen = file.chosen[part];
  const [picked, setPicked] = useState(() => {
    const others = own.map((s) => s.id).filter((id) => id !== start);
    const first = chosen && chosen !== start ? [chosen] : [];
    return [start, ...new Set([...first, ...others])].slice(0, 2);
  });
  const schemes = picked.flatMap((id) => own.filter((s) => s.id === id));
  const verdicts = useQueries({
    queries: schemes.map((scheme) => ({
      queryKey: ["compared", file.airframe, scheme, along, station, units],
      gcTime: 60_000,
      retry: false,
      queryFn: () => takeAs<Verdict>(client.POST("/api/evaluate", { body: { airframe: file.airframe, scheme, others: along, station_mm: station } })),
    })),
  });
  const shelves = useQueries({
    queries: schemes.map((scheme) => ({
      queryKey: ["shelf", "check", airframeId, file.airframe.parts[part], scheme.id, scheme.pieces, units],
      retry: false,
      queryFn: () => takeAs<ShelfAnswer>(client.POST("/api/shelf/check", { body: { airframe: file.airframe, scheme, airframe_id: airframeId } })),
    })),
  });
  const columns: Column[] = schemes.flatMap((scheme, k) => (verdicts[k]?.data ? [{ scheme, verdict: verdicts[k].data, shelf: shelves[k]?.data }] : []));
  const money = columns.find((c) => c.shelf)?.shelf?.money ?? "";
  const unit = columns[0]?.verdict.unit ?? "G";
  const rows: Row[] = [
    { name: "First sign", of: (c) => c.verdict.breaks.n.value, spread: (c) => c.verdict.breaks.n, show: (v) => factor(v, unit), more: true },
    { name: "Holds to", of: (c) => c.verdict.holds.n.value, spread: (c) => c.verdict.holds.n, show: (v) => factor(v, unit), more: true },
    {
      name: "Reserve in the hardest case",
      of: (c) => Math.min(...c.verdict.cases.map((x) => x.reserve)),
      show: (v) => times(v),
      gap: (v) => trim(v, 2),
      more: true,
    },
    { name: "Tip bend", of: (c) => c.verdict.tip_bend_mm.value, spread: (c) => c.verdict.tip_bend_mm, show: (v) => length(v, units), more: false },
    { name: "Tip twist", of: (c) => Math.abs(c.verdict.twist_deg.value), show: (v) => `${trim(v, 2)}°`, more: false },
    { name: "The whole wing", of: (c) => c.verdict.mass.part_g.value, spread: (c) => c.verdict.mass.part_g, show: (v) => mass(v, units), more: false },
    { name: "Of that, added", of: (c) => c.verdict.mass.pieces_g + c.verdict.mass.glue_g, show: (v) => mass(v, units), more: false },
    { name: "Hand work", of: (c) => c.verdict.work.hands.value, spread: (c) => c.verdict.work.hands, show: minutes, more: false },
    { name: "Glue lets it fly after", of: (c) => c.verdict.work.fly_after, show: (v) => (v ? wait(v) : "no glue"), more: false },
    { name: "Stock used", of: (c) => c.shelf?.check.price ?? null, show: (v) => price(v, money), more: false },
  ];

  function toggle(id: string) {
    setPicked((now) => (now.includes(id) ? (now.length > 1 ? now.filter((x) => x !== id) : now) : [...now, id].slice(-MOST)));
  }

  const drawn = <T,>(of: (v: Verdict) => T): Named<T>[] => columns.map((c) => ({ name: c.scheme.name, drawn: of(c.verdict) }));
  const broken = verdicts.some((v) => v.isError);
  return (
    <main className="px-4 py-3">
      <div className="mb-2 flex flex-wrap items-center gap-x-5 gap-y-1">
        <h2 className="text-xl font-semibold">Side by side</h2>
        <fieldset className="flex flex-wrap gap-x-4">
          <legend className="sr-only">Schemes to compare, up to three</legend>
          {own.map((s) => (
            <label key={s.id} className="flex min-h-10 items-center gap-2 text-[16px]">
              <input type="checkbox" className="size-4.5 accent-kraft" checked={picked.includes(s.id)} onChange={() => toggle(s.id)} />
              {s.name}
              {chosen === s.id && <span className="text-[14px] text-kraft">chosen</span>}
            </label>
          ))}
        </fieldset>
        <button className="btn ml-auto" onClick={onClose}>
          Back to the bench
        </button>
      </div>
      {own.length === 1 && <p className="text-[17px]">There is one scheme only. Go back, press “Copy this scheme”, change the copy, and come here again.</p>}
      {broken && (
        <p role="alert" className="font-medium text-gives">
          One of these schemes cannot be worked out: open it on the bench to see why.
        </p>
      )}
      {columns.length === 0 && !broken && <p>Working them out…</p>}
      {columns.length > 0 && (
        <div className="grid gap-x-6 gap-y-4 lg:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)]">
          <div className="min-w-0">
            <PlansOver plans={drawn((v) => v.drawing.plan)} />
            <h3 className="mt-2 text-[17px] font-semibold">The slice, {placeOn(part, columns[0]!.verdict.drawing.slice.y_mm, units)}</h3>
            <SlicesOver slices={columns.map((c) => ({ name: c.scheme.name, drawn: c.verdict.drawing.slice }))} />
            <div className="mt-2 grid grid-cols-2 gap-x-4 gap-y-2 max-sm:grid-cols-1">
              {CURVES.map(({ key, title, unit, scale }) => (
                <Plot
                  key={key}
                  title={title}
                  unit={unit}
                  station={null}
                  traces={columns.map((c) => ({
                    name: c.scheme.name,
                    x: c.verdict.curves.y_mm,
                    y: c.verdict.curves[key].map((v) => (key === "reserve" ? Math.min(v, 6) : v * scale)),
                  }))}
                />
              ))}
            </div>
          </div>
          <div className="relative min-w-0 overflow-x-auto" tabIndex={0} role="region" aria-label="Figures side by side">
            <table className="w-full border-collapse text-[16px]" data-testid="compared">
              <caption className="sr-only">Schemes side by side; differences are to the first</caption>
              <thead>
                <tr className="border-b border-ink align-bottom">
                  <td />
                  {columns.map((c, k) => (
                    <th key={c.scheme.id} scope="col" className="px-2 pb-1 text-right font-semibold">
                      <Mark k={k} />
                      <span className="block leading-5">{c.scheme.name}</span>
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.map((row) => (
                  <tr key={row.name} className="border-b border-rule align-top">
                    <th scope="row" className="py-1 text-left font-normal">
                      {row.name}
                    </th>
                    {columns.map((c, k) => {
                      const [value, base] = [row.of(c), row.of(columns[0]!)];
                      const gap = value !== null && base !== null ? value - base : 0;
                      const spread = row.spread?.(c);
                      const worse = row.more !== undefined && gap !== 0 && gap > 0 !== row.more;
                      const shown = gap !== 0 && row.show(Math.abs(gap)) !== row.show(0);
                      return (
                        <td key={c.scheme.id} className="px-2 py-1 text-right">
                          <b className="font-medium">{value === null ? "no price" : row.show(value)}</b>
                          {spread && (
                            <span className="block text-[14px] leading-4.5 text-pencil">
                              {row.show(spread.low)} to {row.show(spread.high)}
                            </span>
                          )}
                          {k > 0 && shown && (
                            <span className={`block text-[14px] leading-4.5 font-medium ${worse ? "text-gives" : "text-tape"}`}>
                              {gap > 0 ? "+" : "−"}
                              {(row.gap ?? row.show)(Math.abs(gap))}
                              {row.more === undefined ? "" : worse ? ", worse" : ", better"}
                            </span>
                          )}
                        </td>
                      );
                    })}
                  </tr>
                ))}
                <tr className="border-b border-rule align-top">
                  <th scope="row" className="py-1 text-left font-normal">
                    Gives way
                  </th>
                  {columns.map((c) => (
                    <td key={c.scheme.id} className="px-2 py-1 text-right text-[15px] leading-5">
                      {c.verdict.breaks.how}, {placeOn(part, c.verdict.breaks.y_mm, units)}
                    </td>
                  ))}
                </tr>
                <tr className="align-top">
                  <td />
                  {columns.map((c) => (
                    <td key={c.scheme.id} className="px-2 py-2 text-right">
                      <button className="btn w-full" onClick={() => onOpen(c.scheme.id)} aria-label={`Open ${c.scheme.name} on the bench`}>
                        Open
                      </button>
                      <button
                        className={`btn mt-1 w-full ${chosen === c.scheme.id ? "" : "btn-main"}`}
                        onClick={() => onChoose(chosen === c.scheme.id ? null : c.scheme.id)}
                        aria-label={chosen === c.scheme.id ? `Chosen: ${c.scheme.name}; press to choose none` : `Choose it: ${c.scheme.name}`}
                      >
                        {chosen === c.scheme.id ? "Chosen" : "Choose it"}
                      </button>
                    </td>
                  ))}
                </tr>
              </tbody>
            </table>
            {columns.slice(1).map((c) => (
              <section key={c.scheme.id} className="mt-3" aria-label={`What differs in ${c.scheme.name}`}>
                <h3 className="text-[16px] font-semibold">
                  {c.scheme.name} against {columns[0]!.scheme.name}
                </h3>
                <ul className="text-[15px] leading-5">
                  {different(columns[0]!.verdict, c.verdict).map((d) => (
                    <li key={d} className={d.startsWith("+") ? "text-tape" : "text-kraft"}>
                      {d}
                    </li>
                  ))}
                </ul>
              </section>
            ))}
          </div>
        </div>
      )}
    </main>
  );
}
