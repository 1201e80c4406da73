import { useEffect, useState } from "react";

import type { Aim, AirframeFile, FoundMends, Mend, MendPoint, MendWish, Repair } from "../api/types";
import { many } from "../lib/show";
import { useJob } from "../ui/useJob";
import { useLatestState } from "../lib/useLatestState";
import { useUnits } from "../session";
import { ChoiceField, Faults, MeasureField, Readings } from "../ui/fields";
import { ProgressBar } from "../ui/ProgressBar";
import { MendFront } from "./MendFront";
import { PointTable } from "./PointTable";
import { type Stock, useMoney } from "./useMending";

interface Props {
  file: AirframeFile;
  repair: Repair;
  aim: Aim;
  of: Stock;
  damage: string | null;
  onTake: (mends: Mend[]) => void;
}

interface Kept {
  wish: MendWish;
  found: FoundMends | null;
  /** What was searched: a plan for other damages is not its answer. */
  asked: string;
}
/** A search that was run is still there when one comes back from another step. */
const kept = new Map<string, Kept>();

const FIRST: Record<Aim, (repair: Repair) => MendWish> = {
  today: (r) => ({ ready_min: r.limit_min, back: null, added_g: null, only: null }),
  good: () => ({ ready_min: null, back: 0.95, added_g: null, only: null }),
  looks: () => ({ ready_min: null, back: 0.95, added_g: null, only: null }),
};

/** Every way to mend all of it, tried as a job: what strength costs in grams and in minutes. */
export function TryAll(props: Props) {
  const [open, setOpen] = useState(kept.has(`${props.repair.id} ${props.aim}`));
  return (
    <details className="mt-3 border border-rule bg-sheet" open={open} onToggle={(e) => setOpen(e.currentTarget.open)} data-testid="try-all">
      <summary className="min-h-11 cursor-pointer px-3 py-2 text-[16px] font-medium">Search every way, and see what strength costs</summary>
      {open && <Search key={props.aim} {...props} />}
    </details>
  );
}

function Search({ file, repair, aim, of, damage, onTake }: Props) {
  const units = useUnits();
  const money = useMoney();
  const place = `${repair.id} ${aim}`;
  const [wish, setWish, latest] = useLatestState<MendWish>(() => kept.get(place)?.wish ?? FIRST[aim](repair));
  const [found, setFound] = useState<FoundMends | null>(kept.get(place)?.found ?? null);
  const [asked, setAsked] = useState(kept.get(place)?.asked ?? "");
  const [shown, setShown] = useState<MendPoint | null>(null);
  const [by, setBy] = useState<"grams" | "minutes">("grams");
  const now = JSON.stringify([repair.damages, repair.happened]);

  useEffect(() => {
    kept.set(place, { wish, found, asked });
  }, [place, wish, found, asked]);
  const job = useJob<FoundMends>({
    path: "/api/repairs/search",
    fields: ["wish.ready_min", "wish.back", "wish.added_g"],
    field: (path) => path.replace(/^mend_search_question\./, ""),
    onLine: (told) => {
      setFound(told);
      setAsked(now);
    },
  });
  const { problems, trouble, reading } = job;
  const share = job.progress && job.progress.done / Math.max(job.progress.of, 1);

  const run = () =>
    job.run(() => {
      setShown(null);
      return { file, repair, aim, of, wish: latest() };
    });

  const set = (next: Partial<MendWish>) => setWish((w) => ({ ...w, ...next }));
  const nth = repair.damages.findIndex((d) => d.id === damage) + 1;
  const only = wish.only !== null && repair.damages.some((d) => d.id === wish.only) ? wish.only : null;
  const which = [
    { value: "", label: repair.damages.length > 1 ? `all ${repair.damages.length}` : "the one there is" },
    ...(damage && repair.damages.length > 1 ? [{ value: damage, label: `number ${nth} alone` }] : []),
    ...(only && only !== damage ? [{ value: only, label: `number ${repair.damages.findIndex((d) => d.id === only) + 1} alone` }] : []),
  ];
  return (
    <Readings.Provider value={reading}>
      <Faults.Provider value={problems}>
        <div className="border-t border-rule p-3" aria-busy={share !== null}>
          <div className="grid grid-cols-2 items-end gap-3">
            <MeasureField
              label="Ready in minutes at most"
              path="wish.ready_min"
              kind="number"
              value={wish.ready_min}
              onChange={(ready_min) => set({ ready_min })}
              onEmpty={() => set({ ready_min: null })}
            />
            <MeasureField
              label="Strength back at least"
              path="wish.back"
              kind="percent"
              value={wish.back}
              onChange={(back) => set({ back })}
              onEmpty={() => set({ back: null })}
            />
            <MeasureField
              label="Adds at most"
              path="wish.added_g"
              kind="mass"
              value={wish.added_g}
              onChange={(added_g) => set({ added_g })}
              onEmpty={() => set({ added_g: null })}
            />
            <ChoiceField label="Which damages" path="wish.only" value={only ?? ""} onChange={(v) => set({ only: v || null })} options={which} />
          </div>
          <p className="mt-1 text-[14px] leading-4.5 text-pencil">An empty field is not asked for. Strength is that of nine builds in ten.</p>
          <div className="mt-2 flex flex-wrap items-center gap-3">
            {share !== null ? (
              <button type="button" className="btn btn-main min-h-11" onClick={job.stop}>
                Stop
              </button>
            ) : (
              <button type="button" className="btn btn-main min-h-11" onClick={() => void run()}>
                Search
              </button>
            )}
            {share !== null && <ProgressBar label="Ways tried" share={share} />}
            {share !== null && <span className="w-full text-[15px]">{STAGE[share < 0.3 ? 0 : share < 0.7 ? 1 : 2]}</span>}
          </div>
          {trouble && (
            <p role="alert" className="mt-2 font-medium text-gives">
              {trouble}
            </p>
          )}
          {found && (
            <section className="mt-3" aria-label="What was found" data-testid="found-mends">
              {asked !== now && <p className="mb-2 border-l-4 border-gives pl-2 text-[15px] font-medium">The damages have changed since: search again.</p>}
              <p className="text-[16px] leading-5 font-medium">{found.says}</p>
              {found.notes.map((n) => (
                <p key={n} className="text-[15px]">
                  {n}
                </p>
              ))}
              {found.front.length > 0 && (
                <>
                  <div className="mt-2 flex gap-1" role="group" aria-label="Against what">
                    {(["grams", "minutes"] as const).map((b) => (
                      <button
                        key={b}
                        type="button"
                        aria-pressed={by === b}
                        className={`min-h-9 border px-3 text-[15px] ${by === b ? "border-ink bg-ink text-white" : "border-ink/60 bg-sheet hover:bg-faint"}`}
                        onClick={() => setBy(b)}
                      >
                        {b === "grams" ? "against grams" : "against time"}
                      </button>
                    ))}
                  </div>
                  <MendFront found={found} by={by} wish={wish} shown={shown} onShow={setShown} onTake={(p) => onTake(p.mends as unknown as Mend[])} />
                  <p className="text-[14px] leading-4.5 text-pencil">
                    {found.tried} tried, of {many(found.ways)} ways; {found.by_full} of them by the full model, in every load. Small dots: some of those that
                    were tried, at typical figures in the first load.
                  </p>
                  <PointTable found={found} shown={shown} money={money} units={units} onShow={setShown} onTake={(p) => onTake(p.mends as unknown as Mend[])} />
                </>
              )}
            </section>
          )}
        </div>
      </Faults.Provider>
    </Readings.Provider>
  );
}

const STAGE = ["Each damage by itself…", "What is left, together…", "The best by the full model…"];
