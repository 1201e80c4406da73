import { useState } from "react";

import type { DamageKind, PartName, Repair, RepairOut } from "../api/types";
import type { Workplace } from "../bench/useWorkplace";
import { PARTS } from "../lib/parts";
import { mass, price, sentence, trim } from "../lib/show";
import { useLast } from "../lib/useLast";
import { useCatalogue, useUnits } from "../session";
import { Faults, TextField } from "../ui/fields";
import { Columns } from "./Columns";
import { DoIt } from "./DoIt";
import { FromTheShelf } from "./FromTheShelf";
import { GoBanner } from "./GoBanner";
import { withEntry } from "./kept";
import { LookList, WhatHappened } from "./LookList";
import { entryFor, STICKS } from "./made";
import { Pictures } from "./Pictures";
import { useAt } from "./useAt";
import { useLook, useMoney, usePlan, useVerdict } from "./useMending";
import { SENT_WORD, useRepair, useWaiting } from "./useRepair";
import { Trims } from "./Trims";
import { WhatNow } from "./WhatNow";
import { WhereHurt } from "./WhereHurt";

type Step = "look" | "plan" | "do";
const STEPS: Record<Step, string> = { look: "1 What broke", plan: "2 What now", do: "3 Do it" };

interface Props {
  workplace: Workplace;
  row: RepairOut | null;
  start: Repair;
}

/** One repair, from the look to the flight test. */
export function RepairSheet({ workplace, row, start }: Props) {
  const { id, file } = workplace;
  const units = useUnits();
  const money = useMoney();
  const catalogue = useCatalogue();
  const doc = useRepair(id, row, start);
  const { repair, edit } = doc;
  const { change, sendRest } = useWaiting(id);
  const [step, setStep] = useState<Step>(repair.damages.length ? "plan" : "look");
  // a plan or a search under way goes on, and what it found stays, while another step is looked at
  const [planSeen, setPlanSeen] = useState(step === "plan");
  const at = useAt(doc, catalogue);
  const [logged, setLogged] = useState(false);
  const aim = repair.doing;
  const mends = repair.plans[aim].mends;
  const look = useLook(file, repair.happened);
  const plan = usePlan(id, file, at.part);
  const { query, fault } = useVerdict(file, repair, aim);
  const answer = useLast(query.data);
  const verdict = answer && repair.damages.length > 0 ? answer : null;
  const damage = repair.damages.find((d) => d.id === at.chosen);
  const problems = [...(fault?.problems ?? []), ...doc.problems]
    .map((p) => ({ ...p, field: p.field.replace(/^(repair_save\.)?repair\./, "") }))
    .filter((p, k, all) => all.findIndex((o) => o.field === p.field && o.what === p.what) === k);
  const away = query.isError && fault?.status !== 422;
  function found(kind: string, on: string) {
    const where = (on === "all" ? (look.data?.kinds.find((k) => k.kind === kind)?.on.includes("body") ? "body" : "wing") : on) as PartName;
    const stick = plan.data?.pieces.find((p) => STICKS.includes(p.kind))?.piece_id;
    at.put(kind as DamageKind, {
      on: where,
      side: "left",
      at_mm: 100,
      chord: 0.3,
      ...(stick && { stick }),
      ...(file.airframe.parts[where] && surfaceOf(where)),
    });
  }
  const surfaceOf = (on: PartName) => {
    const own = PARTS[on].surfaces.find((s) => (file.airframe.parts[on] as unknown as Record<string, unknown>)[s] != null);
    return own ? { surface: own } : {};
  };

  function writeLog() {
    const worst = verdict?.parts.reduce((a, b) => (a.back.value < b.back.value ? a : b), verdict.parts[0]!);
    const entry = entryFor(repair, {
      grams: verdict ? Math.round(verdict.grams.value * 10) / 10 : null,
      balance_mm: verdict ? Math.round(verdict.balance_mm * 100) / 100 : null,
      strength: worst ? Math.round(Math.min(worst.back.value, 1.5) * 1000) / 1000 : null,
    });
    change((w) => withEntry(w, entry));
    setLogged(true);
    void sendRest();
  }

  if (!catalogue) return <p className="p-6 text-lg">Laying it on the table…</p>;
  const marks = <WhereHurt workplace={workplace} doc={doc} at={at} plan={plan} look={look.data} catalogue={catalogue} verdict={verdict} />;

  return (
    <Faults.Provider value={problems}>
      {doc.conflict && (
        <div role="alert" className="mb-2 flex flex-wrap items-center gap-3 border-2 border-kraft bg-kraft-pale px-3 py-2">
          <p className="flex-1">{doc.conflict.who} saved this repair after you opened it. Nothing of yours is lost yet.</p>
          <button type="button" className="btn" onClick={doc.keepMine}>
            Keep mine
          </button>
          <button type="button" className="btn" onClick={doc.takeTheirs}>
            Take theirs
          </button>
        </div>
      )}
      {away && (
        <p role="alert" className="mb-2 border-l-4 border-gives bg-gives-pale px-3 py-1.5 text-[15px] font-medium">
          Verdicts need the server, which does not answer. What you put down is kept here.
        </p>
      )}
      <div className="mb-3 flex flex-wrap items-end gap-x-4 border-b-2 border-ink print:hidden">
        <div className="flex flex-1" role="tablist" aria-label="Steps of the repair">
          {(Object.keys(STEPS) as Step[]).map((s) => (
            <button
              key={s}
              type="button"
              role="tab"
              aria-selected={step === s}
              className="min-h-12 flex-1 px-2 text-[17px] text-pencil aria-selected:bg-ink aria-selected:font-semibold aria-selected:text-white sm:max-w-56"
              onClick={() => {
                setStep(s);
                if (s === "plan") setPlanSeen(true);
              }}
            >
              {STEPS[s]}
            </button>
          ))}
        </div>
        <span
          role="status"
          data-testid="repair-sent"
          className={`pb-2.5 text-[15px] ${doc.sent === "saved" || doc.sent === "saving" ? "text-pencil" : "font-medium text-gives"}`}
        >
          {SENT_WORD[doc.sent]}
        </span>
        <button type="button" className="btn mb-1" disabled={!doc.canUndo} onClick={doc.undo}>
          Undo a step
        </button>
      </div>
      {problems.length > 0 && (
        <ul role="alert" className="mb-2 border-l-4 border-gives bg-gives-pale px-3 py-1.5" data-testid="repair-problems">
          {problems.map((p) => (
            <li key={p.field + p.what}>
              <b>{sentence(p.label)}:</b> {p.what} {p.right}
            </li>
          ))}
        </ul>
      )}
      {step === "look" && (
        <div className="grid gap-x-6 gap-y-4 lg:grid-cols-2">
          <div className="min-w-0">
            <WhatHappened happened={repair.happened} catalogue={catalogue} onChange={(happened, key) => edit((r) => ({ ...r, happened }), key)} />
            <div className="mt-3 mb-3">
              <TextField label="Name of this repair" path="name" value={repair.name} onChange={(name) => edit((r) => ({ ...r, name }), "name")} />
            </div>
            {look.data ? (
              <LookList
                look={look.data}
                looked={repair.looked}
                onAnswer={(point, a) => edit((r) => ({ ...r, looked: { ...r.looked, [point]: a } }))}
                onFound={found}
              />
            ) : (
              <p>{look.isError ? "The list of points needs the server once." : "…"}</p>
            )}
          </div>
          {marks}
        </div>
      )}
      {planSeen && (
        <div hidden={step !== "plan"} className={step === "plan" ? "grid gap-x-6 gap-y-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)]" : ""}>
          {step === "plan" && marks}
          <WhatNow shown={step === "plan"} file={file} doc={doc} catalogue={catalogue} verdict={verdict} query={query} damage={damage} />
          {step === "plan" && verdict && (
            <div className="min-w-0 lg:col-start-1 lg:row-start-2">
              {verdict.parts.map((p) => (
                <Columns key={p.label} part={p} mends={mends.length > 0} />
              ))}
              <Trims trim={verdict.trim} />
              {verdict.worth.map((w) => (
                <p key={w.label} className="mt-2 text-[15px]" data-testid="worth">
                  <b className="font-semibold">{sentence(w.label)}:</b> {w.says}
                  {w.price != null && w.new_price != null && (
                    <>
                      {" "}
                      <span className="whitespace-nowrap">{price(w.price, money)}</span> against{" "}
                      <span className="whitespace-nowrap">{price(w.new_price, money)}</span>.
                    </>
                  )}
                </p>
              ))}
              <p className="mt-3 text-[14px] text-pencil">{verdict.scope} Check it by hand before it flies, and keep people away from its first flight.</p>
            </div>
          )}
        </div>
      )}
      {step === "do" && (
        <div className="grid gap-x-6 gap-y-4 lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
          {verdict ? (
            <>
              <div className="min-w-0">
                <GoBanner verdict={verdict} busy={query.isFetching} />
                <FromTheShelf airframe={id} doc={doc} />
                <DoIt repair={repair} verdict={verdict} edit={edit} onLog={writeLog} logged={logged} />
              </div>
              <div className="min-w-0">
                <Pictures
                  airframe={id}
                  keys={repair.pictures}
                  onAdd={(key) => edit((r) => ({ ...r, pictures: [...r.pictures, key] }))}
                  onRemove={(key) => edit((r) => ({ ...r, pictures: r.pictures.filter((k) => k !== key) }))}
                />
                {verdict.parts.map((p) => (
                  <Columns key={p.label} part={p} mends={mends.length > 0} />
                ))}
                <Trims trim={verdict.trim} />
                <p className="mt-2 text-[15px] print:hidden">
                  {mass(verdict.grams.value, units)} added ({trim(verdict.grams.low, 1)} to {trim(verdict.grams.high, 1)} g).
                  <button type="button" className="btn ml-3" onClick={() => window.print()}>
                    Print this repair
                  </button>
                </p>
              </div>
            </>
          ) : (
            <p className="text-[16px]">{repair.damages.length ? "Working it out…" : "Nothing is marked as hurt yet."}</p>
          )}
        </div>
      )}
    </Faults.Provider>
  );
}
