import { useState } from "react";

import type { Aim, AirframeFile, Catalogue, Damage, Mend, Planned, Repair, RepairVerdict } from "../api/types";
import { many } from "../lib/show";
import { useKept } from "../lib/useKept";
import { ChoiceField, MeasureField } from "../ui/fields";
import { ProgressBar } from "../ui/ProgressBar";
import { useJob } from "../ui/useJob";
import { FactsForm } from "./FactsForm";
import { GoBanner } from "./GoBanner";
import { freshIds, withFreeId } from "./made";
import { MendTable } from "./MendTable";
import { TryAll } from "./TryAll";
import { type Stock, STOCKS, useHasBox, type useVerdict } from "./useMending";
import type { RepairDocument } from "./useRepair";
import { Ways } from "./Ways";

const AIMS: Record<Aim, string> = { today: "For today", good: "For good", looks: "For looks" };

const FIND: Record<Aim, string> = { today: "Find the best for today", good: "Find the best for good", looks: "Find what looks right" };

interface Props {
  /** False while another step of the repair is looked at. */
  shown: boolean;
  file: AirframeFile;
  doc: RepairDocument;
  catalogue: Catalogue;
  verdict: RepairVerdict | null;
  query: ReturnType<typeof useVerdict>["query"];
  damage: Damage | undefined;
}

/** Which mends: found, searched, or laid on one by one; and whether it may fly then. */
export function WhatNow({ shown, file, doc, catalogue, verdict, query, damage }: Props) {
  const { repair, edit } = doc;
  const [mendId, setMendId] = useState<string | null>(null);
  const [planned, setPlanned] = useState<Planned | null>(null);
  const aim = repair.doing;
  const [asked, setAsked] = useKept<Stock | "">(`mend-of-${aim}`, "");
  const hasBox = useHasBox();
  // at the edge of a field there is what is in the box
  const of = asked || (aim === "today" && hasBox ? "box" : "any");
  const mends = repair.plans[aim].mends;
  const mendIndex = mends.findIndex((m) => m.id === mendId);
  const mend = mends[mendIndex];

  const setMends = (next: (mends: Mend[]) => Mend[], key?: string) =>
    edit((r) => ({ ...r, plans: { ...r.plans, [aim]: { mends: next(r.plans[aim].mends) } } }), key);
  // a plan takes a while: a damage may have been taken out meanwhile
  const lay = (taken: Mend[]) =>
    edit((r) => {
      const there = taken.filter((m) => r.damages.some((d) => d.id === m.of));
      // with names that nothing had before: what is told of those that go is not told of these
      return { ...r, plans: { ...r.plans, [aim]: { mends: freshIds(there, r) } } };
    });

  const job = useJob<Planned>({
    path: "/api/repairs/plan",
    fields: [],
    field: (path) => path,
    onLine: (told) => {
      setPlanned(told);
      lay(told.mends as unknown as Mend[]);
    },
  });
  const find = () =>
    job.run(() => {
      setPlanned(null);
      return { file, repair, aim, of };
    });
  const planning = job.progress !== null;

  return (
    <section aria-label="What goes on it" className="min-w-0 lg:col-start-2 lg:row-span-2 lg:row-start-1">
      <div className="mb-2 flex" role="tablist" aria-label="Which plan">
        {(Object.keys(AIMS) as Aim[]).map((a) => (
          <button
            key={a}
            type="button"
            role="tab"
            aria-selected={aim === a}
            className="min-h-11 flex-1 border-b-4 border-transparent text-[17px] text-pencil aria-selected:border-kraft aria-selected:font-semibold aria-selected:text-ink"
            onClick={() => {
              edit((r) => ({ ...r, doing: a }));
              setPlanned(null);
              setMendId(null);
            }}
          >
            {AIMS[a]}
          </button>
        ))}
      </div>
      {repair.damages.length === 0 ? (
        <p className="border border-rule bg-sheet p-4 text-[16px]">Press on the drawing where it is hurt, and say what it is.</p>
      ) : (
        <>
          {shown && verdict ? (
            <GoBanner verdict={verdict} busy={query.isFetching} />
          ) : (
            !verdict && !query.isError && <p className="p-3 text-[17px]">Working it out…</p>
          )}
          <div className="mt-2 flex flex-wrap items-end gap-3">
            {aim === "today" && (
              <div className="w-32">
                <MeasureField
                  label="Minutes today"
                  path="limit_min"
                  kind="number"
                  value={repair.limit_min}
                  onChange={(v) => edit((r) => ({ ...r, limit_min: v }), "limit_min")}
                />
              </div>
            )}
            {planning ? (
              <button type="button" className="btn btn-main min-h-12" onClick={job.stop}>
                Stop
              </button>
            ) : (
              <button type="button" className="btn btn-main min-h-12" onClick={() => void find()}>
                {FIND[aim]}
              </button>
            )}
            <div className="w-44">
              <ChoiceField label="Out of" path="of" value={of} onChange={setAsked} options={STOCKS} />
            </div>
          </div>
          {job.progress && (
            <div className="mt-2 flex items-center gap-3">
              <ProgressBar label="Ways tried for the plan" share={job.progress.done / job.progress.of} />
              <span className="text-[15px]">Trying ways…</span>
            </div>
          )}
          {job.trouble && (
            <p role="alert" className="mt-1 font-medium text-gives">
              {job.trouble}
            </p>
          )}
          {planned && (
            <p className="mt-1 text-[15px]" data-testid="planned" role="status">
              {planned.says}{" "}
              {planned.ways > 0 && (
                <span className="text-pencil">
                  {planned.tried} tried, of {many(planned.ways)} ways.
                </span>
              )}{" "}
              {planned.without.join(" ")}
            </p>
          )}
          <MendTable
            repair={repair}
            mends={mends}
            verdict={verdict}
            mendId={mendId}
            setMendId={setMendId}
            onOut={(id) => setMends((all) => all.filter((o) => o.id !== id))}
          />
          <TryAll
            file={file}
            repair={repair}
            aim={aim}
            of={of}
            damage={damage?.id ?? null}
            onTake={(taken) => {
              setPlanned(null);
              setMendId(null);
              lay(taken);
            }}
          />
          {mend && (
            <div className="mt-2 border border-kraft bg-sheet p-3" data-testid="chosen-mend">
              <FactsForm
                label="The chosen mend"
                kind={mend.kind}
                values={mend as unknown as Record<string, unknown>}
                path={`plans.${aim}.mends.${mendIndex}`}
                catalogue={catalogue}
                hidden={[]}
                onChange={(field, value) =>
                  setMends((all) => all.map((m) => (m.id === mend.id ? ({ ...m, [field]: value } as Mend) : m)), `${mend.id}.${field}`)
                }
              />
            </div>
          )}
          {damage && (
            <Ways
              key={damage.id}
              file={file}
              repair={repair}
              damage={damage.id}
              aim={aim}
              onTake={(taken, instead) => {
                setMends((all) => {
                  const kept = instead ? all.filter((m) => m.of !== damage.id) : all;
                  let now: Repair = { ...repair, plans: { ...repair.plans, [aim]: { mends: kept } } };
                  const named = taken.map((m) => {
                    const free = withFreeId({ ...m, id: `${m.kind.replace(/_/g, "-").slice(0, 12)}-1` }, now);
                    now = { ...now, plans: { ...now.plans, [aim]: { mends: [...now.plans[aim].mends, free] } } };
                    return free;
                  });
                  return [...kept, ...named];
                });
              }}
            />
          )}
        </>
      )}
    </section>
  );
}
