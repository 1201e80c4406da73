import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";

import { client, Fault, take } from "../api/client";
import type { BalanceItem, WeighIn } from "../api/types";
import { Messages } from "../bench/Messages";
import type { Workplace } from "../bench/useWorkplace";
import { WorkshopBar } from "../bench/WorkshopBar";
import { shownOf } from "../lib/parts";
import { useLatestState } from "../lib/useLatestState";
import { mass, trim } from "../lib/show";
import { useUnits } from "../session";
import { Faults, MeasureField, Reading, Readings } from "../ui/fields";
import { ForecastCurve } from "./ForecastCurve";
import { KitchenScale } from "./KitchenScale";
import { OverShare } from "./OverShare";
import { useBalance } from "./useBalance";
import { weighingsKey } from "./useWeighings";

/** One standard deviation of a figure that is told from its 10th to its 90th percentile. */
const spread = (e: { low: number; high: number }) => (e.high - e.low) / 2.563;

interface RowProps {
  item: BalanceItem;
  open: boolean;
  /** What was taken from the scale for it. */
  taken: { grams: number; step: number } | null;
  onOpen: () => void;
  /** Whether it is kept; in words what is asked before it is. */
  onKeep: (grams: number, step: number, sure: boolean) => Promise<boolean | string>;
}

/** One part or thing: what it was planned to weigh and what it weighs; opened, a large field for the scale's figure. */
function Row({ item, open, taken, onOpen, onKeep }: RowProps) {
  const units = useUnits();
  const [grams, setGrams, latest] = useLatestState<number | null>(null);
  const [reading] = useState(() => new Reading());
  const [from, setFrom] = useState(taken);
  if (taken !== from) {
    setFrom(taken);
    if (taken) setGrams(() => taken.grams);
  }
  const [busy, setBusy] = useState(false);
  /** What is asked about a weight far from its plan, and about which. */
  const [asked, setAsked] = useState<{ grams: number; what: string } | null>(null);
  const planned = item.planned ?? item.grams;
  const over = item.weighed ? item.grams.value / planned.value - 1 : 0;
  async function keep(sure = false) {
    if (busy) return;
    setBusy(true);
    // what was typed a moment ago is read first; what could not be kept stays in the field
    const right = await reading.allRight();
    const now = latest();
    if (right && now !== null) {
      const kept = await onKeep(now, taken?.grams === now ? taken.step : 1, sure && asked?.grams === now);
      setAsked(typeof kept === "string" ? { grams: now, what: kept } : null);
      if (kept === true) setGrams(() => null);
    }
    setBusy(false);
  }
  return (
    <li className={`border-b border-rule ${open ? "bg-kraft-pale" : ""}`} data-weigh={item.id || item.of}>
      <button
        type="button"
        className="grid min-h-14 w-full grid-cols-[1fr_auto] items-center gap-x-3 px-2 py-2 text-left"
        aria-expanded={open}
        onClick={onOpen}
      >
        <span>
          <span className="block text-[18px] font-medium">{item.name}</span>
          <span className="block text-[15px] text-pencil">
            planned {mass(planned.value, units)} ({mass(planned.low, units)} to {mass(planned.high, units)})
          </span>
        </span>
        <span className="text-right">
          {item.weighed ? (
            <>
              <span className="block text-[20px] font-semibold">{mass(item.grams.value, units)}</span>
              <span className={`block text-[15px] ${over > 0.02 ? "font-medium text-gives" : "text-pencil"}`}>
                {Math.abs(over) < 0.005 ? "as planned" : `${trim(100 * Math.abs(over), 0)} % ${over > 0 ? "heavier" : "lighter"}`}
              </span>
              <OverShare item={item} />
            </>
          ) : (
            <span className="text-[16px] text-pencil">not yet</span>
          )}
        </span>
      </button>
      {open && (
        <form
          className="grid grid-cols-[1fr_auto] items-end gap-2 px-2 pb-3"
          onSubmit={(e) => {
            e.preventDefault();
            void keep();
          }}
        >
          <Readings.Provider value={reading}>
            <MeasureField
              label={`It weighs${item.of === "gear" ? ", all of it" : ""}`}
              path="weighed.grams"
              kind="mass"
              value={grams}
              onChange={(v) => setGrams(() => v)}
              onEmpty={() => setGrams(() => null)}
            />
          </Readings.Provider>
          {asked && asked.grams === grams && (
            <div role="alert" className="order-last col-span-2 text-[16px]" data-testid="asked">
              <p className="font-medium text-gives">{asked.what}</p>
              <button type="button" className="btn mt-1 min-h-11" disabled={busy} onClick={() => void keep(true)}>
                It is right: keep it
              </button>
            </div>
          )}
          <button className="btn btn-main min-h-12 px-5 text-[17px]" disabled={grams === null || busy}>
            Keep it
          </button>
        </form>
      )}
    </li>
  );
}

function History({ id, rows, names, onUndo }: { id: number; rows: WeighIn[]; names: Map<string, string>; onUndo: (row: WeighIn) => void }) {
  const units = useUnits();
  if (rows.length === 0) return <p className="text-[15px] text-pencil">Nothing has been weighed yet.</p>;
  return (
    <ol className="text-[15px]" data-testid="weighed" data-airframe={id}>
      {[...rows].reverse().map((row) => (
        <li key={row.id} className="flex items-baseline justify-between gap-2 border-b border-rule py-1">
          <span>
            {names.get(row.weighed.of) ?? row.weighed.of}, <b>{mass(row.weighed.grams, units)}</b>
            <span className="text-pencil">
              {" "}
              by {row.who}, {new Date(row.when).toLocaleDateString()}
            </span>
          </span>
          <button type="button" className="btn btn-quiet min-h-10 px-1" onClick={() => onUndo(row)}>
            Take it back
          </button>
        </li>
      ))}
    </ol>
  );
}

/** Parts and gear on the scale, one by one: plan against real, what that says of the rest, and whether the promise will be kept. */
export function WeighPage({ workplace }: { workplace: Workplace }) {
  const { id, file } = workplace;
  const units = useUnits();
  const queries = useQueryClient();
  const [open, setOpen] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [told, setTold] = useState("");
  const [scale, setScale] = useState(false);
  const [taken, setTaken] = useState<{ key: string; grams: number; step: number } | null>(null);
  const { query, weighings, fault } = useBalance(workplace);
  const balance = query.data;
  const items = (balance?.items ?? []).filter((i) => i.of !== "rest");
  const key = (i: BalanceItem) => i.id || i.of;
  const opened = items.find((i) => key(i) === open);
  const names = new Map(items.map((i) => [key(i), i.name]));

  async function keep(item: BalanceItem, grams: number, step_g: number, sure: boolean) {
    const planned = item.planned ?? item.grams;
    try {
      await take(
        client.POST("/api/airframes/{airframe_id}/weighings", {
          params: { path: { airframe_id: id } },
          body: { weighed: { of: key(item), grams, planned_g: planned.value, planned_sd: spread(planned), step_g }, note: "", sure },
        }),
      );
      setTrouble(null);
      setTaken(null);
      setTold(`${item.name}: ${mass(grams, units)} is kept.`);
      const next = items.find((i) => !i.weighed && key(i) !== key(item));
      setOpen(next ? key(next) : null);
      await queries.invalidateQueries({ queryKey: weighingsKey(id) });
      return true;
    } catch (cause) {
      // what was typed stays where it is
      const asked = cause instanceof Fault ? cause.problems.find((p) => p.field === "sure") : undefined;
      if (asked) {
        setTrouble(null);
        return `${asked.what} ${asked.right}`;
      }
      setTrouble(
        cause instanceof Fault
          ? cause.problems[0]
            ? `${cause.problems[0].what} ${cause.problems[0].right}`
            : cause.message
          : "It is not kept: the server does not answer. Try again.",
      );
      return false;
    }
  }

  async function undo(row: WeighIn) {
    try {
      await take(client.DELETE("/api/airframes/{airframe_id}/weighings/{weighing_id}", { params: { path: { airframe_id: id, weighing_id: row.id } } }));
      setTrouble(null);
      setTold("It is taken back; it lies under “What was removed” for 30 days.");
      await queries.invalidateQueries({ queryKey: weighingsKey(id) });
    } catch (cause) {
      setTrouble(cause instanceof Fault ? cause.message : "The server does not answer. Try again.");
    }
  }

  return (
    <Faults.Provider value={[]}>
      <WorkshopBar
        workplace={workplace}
        place="balance"
        away={query.isError && fault?.status !== 422}
        refused={fault?.status === 422}
        schemeId={shownOf(file, "wing")!.id}
        station={null}
      />
      <Messages
        workplace={workplace}
        trouble={
          trouble ?? (query.isError ? (fault?.message ?? "Something broke here.") : weighings.isError ? "What was weighed cannot be read just now." : null)
        }
        loose={[]}
        schemeId={null}
      />
      <main className="mx-auto grid max-w-6xl gap-x-8 gap-y-4 px-3 py-3 sm:px-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <section aria-label="What is weighed">
          <p className="flex flex-wrap items-baseline justify-between gap-x-3">
            <span className="text-[20px] font-semibold">On the scale</span>
            <Link className="text-[15px] underline decoration-rule decoration-2 underline-offset-4 hover:decoration-ink" to={`/airframe/${id}/balance`}>
              Back to balance
            </Link>
          </p>
          <p className="text-[15px] text-pencil">Weigh each part as it is made. Press it, type what the scale says, keep it.</p>
          <p role="status" className="min-h-6 text-[15px]">
            {told}
          </p>
          <button type="button" className="btn mb-2" aria-expanded={scale} onClick={() => setScale(!scale)}>
            {scale ? "Put the kitchen scale away" : "Use the kitchen scale"}
          </button>
          {scale && <KitchenScale next={opened ?? null} onTake={(grams, step) => opened && setTaken({ key: key(opened), grams, step })} />}
          {balance ? (
            <ul data-testid="to-weigh">
              {items.map((item) => (
                <Row
                  key={key(item)}
                  item={item}
                  open={open === key(item)}
                  taken={taken?.key === key(item) ? taken : null}
                  onOpen={() => setOpen(open === key(item) ? null : key(item))}
                  onKeep={(grams, step, sure) => keep(item, grams, step, sure)}
                />
              ))}
            </ul>
          ) : (
            !query.isError && <p className="p-4 text-lg">Fetching what is planned…</p>
          )}
        </section>
        <section aria-label="Whether the promise will be kept">
          {balance && (
            <>
              <h2 className="text-[20px] font-semibold">Will it keep its promise?</h2>
              <p className={`text-[28px] font-semibold ${balance.chance < 0.5 ? "text-gives" : ""}`} data-testid="chance">
                {balance.chance > 0.99 ? "nearly sure" : balance.chance < 0.01 ? "hardly" : `${trim(10 * balance.chance, 0)} in 10`}
              </p>
              <p className="text-[17px]" data-testid="weigh-forecast">
                It ends at {mass(balance.total_g.value, units)} ({mass(balance.total_g.low, units)} to {mass(balance.total_g.high, units)}); promised are{" "}
                {mass(balance.promise_g, units)}. {balance.forecast}
              </p>
              <ForecastCurve balance={balance} names={names} />
              <p className="text-[16px]">{balance.sentence}</p>
              <h2 className="mt-4 border-t border-ink pt-2 text-[17px] font-semibold">What was weighed</h2>
              <History id={id} rows={weighings.data?.weighings ?? []} names={names} onUndo={(row) => void undo(row)} />
            </>
          )}
        </section>
      </main>
    </Faults.Provider>
  );
}
