import { useEffect, useState } from "react";

import type { AirframeFile, Found, Point, Scheme, Told, Verdict, Wish, Unit } from "../api/types";
import { halfSpan, otherwise, partOf } from "../lib/parts";
import { factor, length, mass, minutes, price, trim } from "../lib/show";
import { useJob } from "../ui/useJob";
import { useLatestState } from "../lib/useLatestState";
import { useUnits } from "../session";
import { AsTable } from "../ui/AsTable";
import { Faults, MeasureField, Readings } from "../ui/fields";
import { ProgressBar } from "../ui/ProgressBar";
import { FrontPlot } from "./FrontPlot";

interface Props {
  airframeId: number;
  file: AirframeFile;
  scheme: Scheme;
  /** Of the other parts: their weight flies along. */
  others: Scheme[];
  verdict: Verdict;
  money: string;
  onLay: (scheme: Omit<Scheme, "id" | "part">, described: Point["made"]) => void;
  onClose: () => void;
}

const VARY: { id: Wish["vary"][number]; name: string; says: string }[] = [
  { id: "spar", name: "which stick", says: "rods, tubes, strips, one or a pair" },
  { id: "place", name: "where on the chord", says: "five places" },
  { id: "reach", name: "how far out", says: "five ends" },
  { id: "skin", name: "which film or tape", says: "or none" },
  { id: "layers", name: "layers", says: "one to three" },
  { id: "extent", name: "what it covers", says: "all, inner part, nose, a strip" },
];
type Vary = { id: Wish["vary"][number]; name: string; says: string };
/** Of a part made of board round a hollow. */
const PAPERS: Vary = { id: "papers", name: "its paper inside", says: "left on, or peeled off both sheets" };
/** Of a body of walls, and of one with a boom: each way is a search of its own, so that they are asked for. */
const WALLS: Vary[] = [
  { id: "walls", name: "what its walls are of", says: "board, and foam in three thicknesses; takes longer" },
  { id: "formers", name: "formers", says: "none, or foam ones in two distances; takes longer" },
];
const BOOM: Vary = { id: "boom", name: "how thick its boom is", says: "tubes from 5 to 14 mm; takes longer" };

type Field = "break_g" | "tip_bend_mm" | "tip_bend_least_mm" | "twist_deg" | "part_g" | "minutes" | "price";
const FIELDS: { id: Field; label: string; kind: "number" | "length" | "angle" | "mass" }[] = [
  { id: "break_g", label: "Holds at least, in G", kind: "number" },
  { id: "tip_bend_mm", label: "Tip bends at most", kind: "length" },
  { id: "tip_bend_least_mm", label: "Tip bends at least", kind: "length" },
  { id: "twist_deg", label: "Twists at most, in degrees", kind: "angle" },
  { id: "part_g", label: "It weighs at most", kind: "mass" },
  { id: "minutes", label: "Minutes of work at most", kind: "number" },
  { id: "price", label: "Price at most", kind: "number" },
];

function fromTargets(file: AirframeFile, verdict: Verdict): Wish {
  const part = partOf(file.airframe, verdict.part);
  const t = part.targets;
  const half = halfSpan(part);
  return {
    break_g: t.break_g ?? Math.ceil(verdict.needed_n * 2) / 2,
    tip_bend_mm: t.tip_bend_share ? t.tip_bend_share * half : null,
    tip_bend_least_mm: t.tip_bend_least_share ? t.tip_bend_least_share * half : null,
    twist_deg: t.twist_deg,
    part_g: null,
    minutes: t.minutes,
    price: null,
    nine_of_ten: false,
    from_shelf: false,
    vary: VARY.map((v) => v.id),
  };
}

/** A wish typed once is still there when one comes back from the bench. */
const kept = new Map<string, { wish: Wish; found: Found | null }>();

function Told_({ point, money, unit }: { point: Point; money: string; unit: Unit }) {
  const units = useUnits();
  return (
    <p className="leading-5">
      <b className="font-semibold">{point.name}</b>
      <span className="block text-[15px]">
        {mass(point.part_g, units)}, holds to {factor(point.hold_g, unit)}
        {point.nine_hold_g !== null && ` (nine in ten to ${factor(point.nine_hold_g, unit)})`}, tip bends {length(point.bend_mm, units)}, twists{" "}
        {trim(Math.abs(point.twist_deg), 2)}°, {minutes(point.minutes)} of work
        {point.price !== null && `, ${price(point.price, money)}`}
        {point.gives_way_in && <b className="font-semibold text-alarm">; gives way in {point.gives_way_in}</b>}
      </span>
    </p>
  );
}

/** Thousands of ways tried at once: the lightest that does what is wanted, and what grams buy. */
export function FindBetter({ airframeId, file, scheme, others, verdict, money, onLay, onClose }: Props) {
  const units = useUnits();
  const place = `${airframeId} ${scheme.part}`;
  const before = kept.get(place);
  const [wish, setWish, latest] = useLatestState<Wish>(() => before?.wish ?? fromTargets(file, verdict));
  const [found, setFound] = useState<Found | null>(before?.found ?? null);
  const [shown, setShown] = useState<Point | null>(null);
  /** While it runs: the lightest that was seen to do it. */
  const [soFar, setSoFar] = useState<Point | null>(null);

  useEffect(() => {
    kept.set(place, { wish, found });
  }, [place, wish, found]);
  const job = useJob<Exclude<Told, { kind: "progress" | "refused" }>>({
    path: "/api/search",
    fields: FIELDS.map((f) => f.id),
    field: (path) => path.replace(/^wish\./, ""),
    onLine: (told) => (told.kind === "better" ? setSoFar(told.point) : setFound(told)),
  });
  const { progress, problems, trouble, reading } = job;

  const run = () =>
    job.run(() => {
      setShown(null);
      setSoFar(null);
      return { airframe: file.airframe, scheme, others, wish: latest(), airframe_id: airframeId };
    });

  function lay(point: Point) {
    const why = found?.winner && point.name === found.winner.name ? found.why.join(" ") : "";
    const made = {
      name: `Found, ${mass(point.part_g, units)}`,
      notes: `${point.name}. Found by searching ${found?.tried ?? 0} ways. ${why}`.trim(),
      pieces: point.pieces,
    };
    onLay(made, otherwise(file.airframe, scheme.part, point.made ?? {}));
  }

  const part = partOf(file.airframe, scheme.part);
  const { body } = file.airframe.parts;
  const walled = scheme.part === "body" && body?.walls.kind === "walls";
  const boomed = scheme.part === "body" && body?.boom != null;
  const varies = [...VARY, ...("peeled_inside" in part.aerofoil ? [PAPERS] : []), ...(walled ? WALLS : []), ...(boomed ? [BOOM] : [])];
  const set = (next: Partial<Wish>) => setWish((w) => ({ ...w, ...next }));
  const running = progress !== null;
  const share = progress ? progress.done / Math.max(progress.of, 1) : 0;
  return (
    <Readings.Provider value={reading}>
      <Faults.Provider value={problems}>
        <main className="grid gap-x-6 px-4 py-3 lg:grid-cols-[minmax(0,23rem)_minmax(0,1fr)]">
          <section aria-label="What is wanted">
            <div className="flex items-baseline justify-between">
              <h2 className="text-xl font-semibold">Find a better one</h2>
            </div>
            <p className="text-[15px] text-pencil">Say what the wing must do. An empty field is not asked for.</p>
            <div className="mt-2 grid grid-cols-2 gap-3">
              {FIELDS.map(({ id, label, kind }) => (
                <MeasureField
                  key={id}
                  label={id === "price" ? `${label}, ${money}` : label}
                  path={id}
                  kind={kind}
                  value={wish[id]}
                  onChange={(v) => set({ [id]: v })}
                  onEmpty={() => set({ [id]: null })}
                />
              ))}
            </div>
            <label className="mt-3 flex min-h-10 items-center gap-2 text-[16px]">
              <input type="checkbox" className="size-4.5 accent-kraft" checked={wish.nine_of_ten} onChange={(e) => set({ nine_of_ten: e.target.checked })} />
              nine builds in ten must do it
            </label>
            <label className="flex min-h-10 items-center gap-2 text-[16px]">
              <input type="checkbox" className="size-4.5 accent-kraft" checked={wish.from_shelf} onChange={(e) => set({ from_shelf: e.target.checked })} />
              only from the stock shelf
            </label>
            <fieldset className="mt-1">
              <legend className="text-[15px] font-medium">What may change</legend>
              <div className="grid grid-cols-2 gap-x-3">
                {varies.map(({ id, name, says }) => (
                  <label key={id} className="flex min-h-11 items-start gap-2 py-1">
                    <input
                      type="checkbox"
                      className="mt-0.5 size-4.5 shrink-0 accent-kraft"
                      checked={wish.vary.includes(id)}
                      onChange={(e) => set({ vary: varies.map((v) => v.id).filter((v) => (v === id ? e.target.checked : wish.vary.includes(v))) })}
                    />
                    <span className="leading-5">
                      {name}
                      <span className="block text-[14px] leading-4 text-pencil">{says}</span>
                    </span>
                  </label>
                ))}
              </div>
            </fieldset>
            <p className="mt-2 text-[14px] leading-4.5 text-pencil">
              Cord, ribs, pockets and other foam stay as they are in “{scheme.name}”. Webs with caps, folded boxes and cloth are tried too; those that are there
              go when sticks or film may change.
            </p>
            <div className="mt-3 flex gap-2">
              {running ? (
                <button className="btn btn-main" onClick={job.stop}>
                  Stop
                </button>
              ) : (
                <button className="btn btn-main" disabled={wish.vary.length === 0} onClick={() => void run()}>
                  Search
                </button>
              )}
              <button className="btn" onClick={onClose}>
                Back to the bench
              </button>
            </div>
            {running && (
              <div className="mt-3">
                <ProgressBar label="Ways tried" share={share} />
                <p className="text-[15px]">{progress.of > 1 ? `${progress.done} of ${progress.of} ways tried` : "Laying out what there is to try…"}</p>
              </div>
            )}
            {trouble && (
              <p role="alert" className="mt-3 font-medium text-gives">
                {trouble}
              </p>
            )}
          </section>
          <section aria-label="What was found" className="min-w-0" aria-busy={running} data-testid="found">
            {soFar && (running || !found) && (
              <div className="mb-3 flex flex-wrap items-start justify-between gap-3 border-l-4 border-tape pl-3" data-testid="so-far" aria-live="polite">
                <div className="min-w-0 flex-1">
                  <p className="text-[15px] text-pencil">
                    {running ? "So far the lightest that does it; looking for a lighter one:" : "The lightest before it was stopped:"}
                  </p>
                  <Told_ unit={verdict.unit} point={soFar} money={money} />
                </div>
                <button className="btn" onClick={() => lay(soFar)}>
                  Lay this one
                </button>
              </div>
            )}
            {!found && !soFar && (
              <div className="max-w-prose pt-2 text-[17px]">
                <p>
                  Nothing has been searched yet. The search lays every stick, place, reach, film and number of layers into this wing, up to 20 000 ways, and
                  keeps the lightest that does what you want.
                </p>
                <p className="mt-2 text-[16px] text-pencil">
                  Now on the bench: {verdict.sentence}; wing {mass(verdict.mass.part_g.value, units)}.
                </p>
              </div>
            )}
            {found && found.front.length > 0 && (
              <>
                <div className="flex flex-wrap items-start justify-between gap-3 border-l-4 border-kraft pl-3" data-testid="winner">
                  <div className="min-w-0 flex-1">
                    {found.winner ? (
                      <Told_ unit={verdict.unit} point={found.winner} money={money} />
                    ) : (
                      <p className="font-semibold">No way meets every target and stands every load.</p>
                    )}
                    {found.winner && Object.keys(otherwise(file.airframe, scheme.part, found.winner.made ?? {})).length > 0 && (
                      <p className="mt-1 font-medium text-gives">
                        The part itself is described otherwise for it ({found.winner.made_said}): laying it changes that for all its schemes.
                      </p>
                    )}
                    <ul className="mt-1 text-[15px] leading-5">
                      {found.why.map((w) => (
                        <li key={w}>{w}</li>
                      ))}
                    </ul>
                  </div>
                  {found.winner && (
                    <button className="btn btn-main" onClick={() => lay(found.winner!)}>
                      Lay it on the bench
                    </button>
                  )}
                </div>
                <div className="mt-3 grid gap-4 xl:grid-cols-2">
                  <FrontPlot unit={verdict.unit} found={found} of="hold" wanted={wish.break_g} shown={shown} onShow={setShown} onLay={lay} />
                  <FrontPlot unit={verdict.unit} found={found} of="bend" wanted={wish.tip_bend_mm} shown={shown} onShow={setShown} onLay={lay} />
                </div>
                <p className="text-[14px] text-pencil">
                  Filled: meets every target. Small dots: some of the other ways, blue where they meet them. Point at one to see it, press it to lay it on the
                  bench as a new scheme.
                </p>
                <div className="mt-2 min-h-14 border-l-4 border-rule pl-3" aria-live="polite">
                  {shown ? <Told_ unit={verdict.unit} point={shown} money={money} /> : <p className="text-pencil">Point at a way on the front.</p>}
                </div>
                <AsTable
                  title="The fronts as a table"
                  head={["way", "wing", "holds to", "tip bends", "twists", "work", "lay it"]}
                  rows={found.front.map((p) => [
                    p.name,
                    mass(p.part_g, units),
                    p.gives_way_in ? `${factor(p.hold_g, verdict.unit)}, gives way in ${p.gives_way_in}` : factor(p.hold_g, verdict.unit),
                    length(p.bend_mm, units),
                    `${trim(Math.abs(p.twist_deg), 2)}°`,
                    minutes(p.minutes),
                    <button key="lay" className="btn" aria-label={`Lay it: ${p.name}`} onClick={() => lay(p)}>
                      Lay it
                    </button>,
                  ])}
                />
                <p className="mt-3 text-[14px] leading-4.5 text-pencil">
                  Typical figures in a hard pull; the front and the winner were worked out again by the full model. The winner stands gusts, landings and every
                  other load, too; which of the dots do is not known.
                </p>
              </>
            )}
          </section>
        </main>
      </Faults.Provider>
    </Readings.Provider>
  );
}
