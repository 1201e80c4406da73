import { useState } from "react";

import { client, Fault, takeAs } from "../api/client";
import type { Aim, Damage, DamageKind, Mend, PartName, Repair, RepairOut, Schemas } from "../api/types";
import type { Workplace } from "../bench/useWorkplace";
import { partsOf, PARTS, placeOn } from "../lib/parts";
import { mass, minutes, price, signed, trim, wait } from "../lib/show";
import { useLast } from "../lib/useLast";
import { sentence } from "../mounts/mountFields";
import { useCatalogue, useUnits } from "../session";
import { ChoiceField, Faults, MeasureField, TextField } from "../ui/fields";
import { Columns } from "./Columns";
import { DoIt } from "./DoIt";
import { FactsForm } from "./FactsForm";
import { FromTheShelf } from "./FromTheShelf";
import { HurtSheet } from "./HurtSheet";
import { withEntry } from "./kept";
import { LookList, WhatHappened } from "./LookList";
import { entryFor, freshIds, hasHalves, newDamage, type Spot, withFreeId, withoutDamage } from "./made";
import { Pictures } from "./Pictures";
import { type Stock, STOCKS, useHasBox, useLook, useMoney, usePlan, useRecords, useVerdict } from "./useMending";
import { SENT_WORD, useRepair, useWaiting } from "./useRepair";
import { Ways } from "./Ways";

const AIMS: Record<Aim, string> = { today: "For today", good: "For good", looks: "For looks" };
const GO: Record<"go" | "gently" | "no", string> = {
  go: "border-tape bg-tape-pale",
  gently: "border-kraft bg-kraft-pale",
  no: "border-gives bg-gives-pale",
};
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
  const records = useRecords();
  const catalogue = useCatalogue();
  const doc = useRepair(id, row, start);
  const { repair, edit } = doc;
  const { change, sendRest } = useWaiting(id);
  const [step, setStep] = useState<Step>(repair.damages.length ? "plan" : "look");
  const [part, setPart] = useState<PartName>(repair.damages[0]?.on ?? "wing");
  const [chosen, setChosen] = useState<string | null>(repair.damages[0]?.id ?? null);
  const [mendId, setMendId] = useState<string | null>(null);
  const [spot, setSpot] = useState<Spot | null>(null);
  const [editing, setEditing] = useState(false);
  const [planning, setPlanning] = useState<string | null>(null);
  const [planned, setPlanned] = useState<Schemas["Planned"] | null>(null);
  const [asked, setAsked] = useState<Stock | null>(null);
  const [logged, setLogged] = useState(false);
  const aim = repair.doing;
  const hasBox = useHasBox();
  // at the edge of a field there is what is in the box
  const of = asked ?? (aim === "today" && hasBox ? "box" : "any");
  const mends = repair.plans[aim].mends;
  const look = useLook(file, repair.happened);
  const plan = usePlan(file, part);
  const { query, fault } = useVerdict(file, repair, aim);
  const answer = useLast(query.data);
  const verdict = answer && repair.damages.length > 0 ? answer : null;
  const damage = repair.damages.find((d) => d.id === chosen);
  const index = repair.damages.findIndex((d) => d.id === chosen);
  const seenTo = new Set((verdict?.damages ?? []).filter((d) => d.seen_to).map((d) => d.id));
  const problems = [...(fault?.problems ?? []), ...doc.problems]
    .map((p) => ({ ...p, field: p.field.replace(/^(repair_save\.)?repair\./, "") }))
    .filter((p, k, all) => all.findIndex((o) => o.field === p.field && o.what === p.what) === k);
  const away = query.isError && fault?.status !== 422;
  const halves = hasHalves(file, part);

  const setMends = (next: (mends: Mend[]) => Mend[], key?: string) =>
    edit((r) => ({ ...r, plans: { ...r.plans, [aim]: { mends: next(r.plans[aim].mends) } } }), key);

  function put(kind: DamageKind, where: Spot) {
    if (!catalogue) return;
    const made = newDamage(kind, repair, where, catalogue);
    edit((r) => ({ ...r, damages: [...r.damages, made] }));
    setChosen(made.id);
    setEditing(true);
    setPart(made.on as PartName);
    setSpot(null);
  }
  function found(kind: string, on: string) {
    const where = (on === "all" ? (look.data?.kinds.find((k) => k.kind === kind)?.on.includes("body") ? "body" : "wing") : on) as PartName;
    const stick = plan.data?.pieces.find((p) => ["rod", "tube", "strip", "web", "box", "boards", "sandwich"].includes(p.kind))?.piece_id;
    put(kind as DamageKind, { on: where, side: "left", at_mm: 100, chord: 0.3, ...(stick && { stick }), ...(file.airframe.parts[where] && surfaceOf(where)) });
  }
  const surfaceOf = (on: PartName) => {
    const own = PARTS[on].surfaces.find((s) => (file.airframe.parts[on] as unknown as Record<string, unknown>)[s] != null);
    return own ? { surface: own } : {};
  };

  async function find() {
    setPlanning(aim);
    setPlanned(null);
    try {
      const got = await takeAs<Schemas["Planned"]>(client.POST("/api/repairs/plan", { body: { file, repair, aim, of } as never }));
      setPlanned(got);
      const fresh = freshIds(got.mends as unknown as Mend[], { ...repair, plans: { ...repair.plans, [aim]: { mends: [] } } });
      setMends(() => fresh);
    } catch (cause) {
      const first = cause instanceof Fault ? cause.problems[0] : undefined;
      setPlanned({
        aim,
        mends: [],
        ways: 0,
        tried: 0,
        without: [],
        says: first ? `${first.what} ${first.right}` : cause instanceof Fault ? cause.message : "Something broke here.",
      });
    } finally {
      setPlanning(null);
    }
  }

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
  const kinds = (look.data?.kinds ?? []).filter((k) => k.on.includes(spot?.on ?? part));
  const sticks = (plan.data?.pieces ?? []).filter((p) => ["rod", "tube", "strip", "sandwich", "web", "foam_web", "boards", "box", "cross"].includes(p.kind));
  const mendIndex = mends.findIndex((m) => m.id === mendId);
  const mend = mends[mendIndex];

  const marks = (
    <section aria-label="Where it is hurt" className="min-w-0">
      <div className="mb-1.5 flex flex-wrap items-center gap-1" role="group" aria-label="Which part">
        {partsOf(file.airframe).map((p) => {
          const count = repair.damages.filter((d) => d.on === p).length;
          return (
            <button
              key={p}
              type="button"
              aria-pressed={part === p}
              className={`min-h-11 border px-3 text-[16px] ${part === p ? "border-ink bg-ink text-white" : "border-ink/60 bg-sheet hover:bg-faint"}`}
              onClick={() => {
                setPart(p);
                setSpot(null);
              }}
            >
              {PARTS[p].label}
              {count > 0 && <b className="ml-1.5 font-semibold">{count}</b>}
            </button>
          );
        })}
        <span className="ml-auto text-[15px] text-pencil">press where it is hurt</span>
      </div>
      {plan.data ? (
        <HurtSheet
          plan={plan.data}
          part={part}
          halves={halves}
          damages={repair.damages.filter((d) => d.on === part)}
          numbers={Object.fromEntries(repair.damages.map((d, k) => [d.id, k + 1]))}
          mended={seenTo}
          chosen={chosen}
          spot={spot}
          onSpot={setSpot}
          onChoose={(d) => {
            setChosen(d);
            setSpot(null);
          }}
          onMove={(d, at_mm, done) =>
            edit((r) => ({ ...r, damages: r.damages.map((one) => (one.id === d ? { ...one, at_mm } : one)) }), done ? undefined : `move-${d}`)
          }
        />
      ) : (
        <p className="border border-rule bg-faint p-6">{plan.isError ? "The drawing needs the server; damages can be put down by the look." : "Drawing…"}</p>
      )}
      {spot && (
        <div className="mt-2 border-2 border-kraft bg-sheet p-3" role="dialog" aria-label="What is it?" data-testid="what-is-it">
          <p className="mb-2 text-[17px] font-semibold">
            What is it? <span className="font-normal text-pencil">{placeOn(spot.on as PartName, spot.at_mm, units)}</span>
          </p>
          <div className="grid grid-cols-2 gap-1.5 sm:grid-cols-3">
            {kinds
              .filter((k) => !k.of_stick || sticks.length > 0)
              .map((k) => (
                <button
                  key={k.kind}
                  type="button"
                  className="btn min-h-12 justify-start text-left leading-5"
                  title={k.look}
                  onClick={() => put(k.kind as DamageKind, spot)}
                >
                  {k.label}
                </button>
              ))}
          </div>
          <button type="button" className="btn btn-quiet mt-2" onClick={() => setSpot(null)}>
            Nothing here
          </button>
        </div>
      )}
      <DamageList
        damages={repair.damages}
        told={verdict?.damages ?? []}
        chosen={chosen}
        label={(kind) => look.data?.kinds.find((k) => k.kind === kind)?.label ?? kind}
        where={(d) => `${hasHalves(file, d.on) ? `${d.side} half, ` : ""}${d.on}, ${placeOn(d.on as PartName, d.at_mm, units)}`}
        onChoose={(d) => {
          setEditing(d.id === chosen ? !editing : editing);
          setChosen(d.id);
          setPart(d.on as PartName);
          setSpot(null);
        }}
      />
      {damage && !editing && (
        <p className="mt-1 flex flex-wrap items-center gap-2 text-[15px] leading-5">
          <span className="min-w-0 flex-1">{verdict?.damages.find((d) => d.id === damage.id)?.check}</span>
          <button type="button" className="btn" onClick={() => setEditing(true)}>
            Change it
          </button>
        </p>
      )}
      {damage && editing && (
        <div className="mt-2 border border-kraft bg-sheet p-3" data-testid="chosen-damage">
          <p className="mb-2 text-[15px] leading-5">{verdict?.damages.find((d) => d.id === damage.id)?.check}</p>
          <FactsForm
            label="The chosen damage"
            kind={damage.kind}
            values={damage as unknown as Record<string, unknown>}
            path={`damages.${index}`}
            catalogue={catalogue}
            hidden={[
              "on",
              "picture",
              ...(hasHalves(file, damage.on) ? [] : ["side"]),
              ...("through" in damage && damage.through === "through" ? ["deep_mm", "face"] : []),
            ]}
            choices={{
              piece: [{ value: "", label: "choose one" }, ...sticks.map((s) => ({ value: s.piece_id, label: `${s.kind.replace("_", " ")}: ${s.piece_id}` }))],
              surface: [...new Set(partsOf(file.airframe).flatMap((p) => PARTS[p].surfaces as readonly string[]))].map((s) => ({ value: s, label: s })),
            }}
            labels={{ at_mm: damage.on === "body" ? "Behind the nose" : damage.on === "fin" ? "Up from the root" : "Out from the middle" }}
            onChange={(field, value) =>
              edit((r) => ({ ...r, damages: r.damages.map((d) => (d.id === damage.id ? ({ ...d, [field]: value } as Damage) : d)) }), `${damage.id}.${field}`)
            }
          />
          <Pictures
            airframe={id}
            keys={damage.picture ? [damage.picture] : []}
            one
            onAdd={(key) => edit((r) => ({ ...r, damages: r.damages.map((d) => (d.id === damage.id ? { ...d, picture: key } : d)) }))}
          />
          <p className="mt-3 flex flex-wrap gap-2">
            <button type="button" className="btn" onClick={() => setEditing(false)}>
              That is it
            </button>
            <button
              type="button"
              className="btn"
              onClick={() => {
                edit((r) => withoutDamage(r, damage.id));
                setChosen(null);
              }}
            >
              It is not hurt: take it out
            </button>
          </p>
        </div>
      )}
    </section>
  );

  const banner = verdict && (
    <div className={`border-l-8 px-3 py-2 ${GO[verdict.go]}`} data-testid="go" role="status" aria-busy={query.isFetching}>
      <p className="text-[20px] leading-7 font-semibold">{verdict.sentence}</p>
      {verdict.why.map((w) => (
        <p key={w} className="text-[16px] leading-5">
          {w}
        </p>
      ))}
      {verdict.mends.length > 0 && (
        <p className="text-[15px] text-pencil" data-testid="times">
          {minutes(verdict.hands_min.value)} of work{verdict.waits_min ? `, then ${wait(verdict.waits_min)} for the ${verdict.slowest}` : ", no waiting"};{" "}
          {signed(verdict.grams.value)} g.
        </p>
      )}
    </div>
  );

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
              onClick={() => setStep(s)}
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
      {step === "plan" && (
        <div className="grid gap-x-6 gap-y-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)]">
          {marks}
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
                {banner ?? (!query.isError && <p className="p-3 text-[17px]">Working it out…</p>)}
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
                  <button type="button" className="btn btn-main min-h-12" disabled={planning !== null} onClick={() => void find()}>
                    {planning
                      ? "Trying ways…"
                      : aim === "today"
                        ? "Find the best for today"
                        : aim === "good"
                          ? "Find the best for good"
                          : "Find what looks right"}
                  </button>
                  <div className="w-44">
                    <ChoiceField label="Out of" path="of" value={of} onChange={setAsked} options={STOCKS} />
                  </div>
                </div>
                {planned && (
                  <p className="mt-1 text-[15px]" data-testid="planned" role="status">
                    {planned.says}{" "}
                    {planned.ways > 0 && (
                      <span className="text-pencil">
                        {planned.tried} tried, of {planned.ways} ways.
                      </span>
                    )}{" "}
                    {planned.without.join(" ")}
                  </p>
                )}
                <table className="mt-2 w-full text-[15px]" data-testid="mends">
                  <thead>
                    <tr className="border-b border-ink text-left text-[14px] text-pencil">
                      <th className="py-1 font-normal">what goes on it</th>
                      <th className="px-1 text-right font-normal">without it</th>
                      <th className="px-1 text-right font-normal">weighs</th>
                      <th className="px-1 text-right font-normal">work + wait</th>
                      <th />
                    </tr>
                  </thead>
                  <tbody>
                    {mends.map((m) => {
                      const t = verdict?.mends.find((v) => v.id === m.id);
                      const nth = repair.damages.findIndex((d) => d.id === m.of) + 1;
                      return (
                        <tr key={m.id} className={`border-b border-rule align-top ${m.id === mendId ? "bg-kraft-pale" : ""}`} data-mend={m.kind}>
                          <th scope="row" className="py-1 pr-1 text-left font-normal">
                            <button
                              type="button"
                              className="min-h-10 w-full text-left"
                              aria-pressed={m.id === mendId}
                              onClick={() => setMendId(m.id === mendId ? null : m.id)}
                            >
                              <span className="text-[16px] font-medium">
                                {nth}: {t?.label ?? m.kind.replace(/_/g, " ")}
                              </span>
                              <span className="block text-[14px] leading-4.5 text-pencil">
                                {t?.what}
                                {m.kind in records && <b className="font-medium text-ink">. In this workshop it {records[m.kind]}.</b>}
                              </span>
                            </button>
                          </th>
                          <td className="px-1 py-1.5 text-right whitespace-nowrap">{t?.buys != null && `${signed(-100 * t.buys, 0)} %`}</td>
                          <td className="px-1 py-1.5 text-right whitespace-nowrap">{t && mass(t.grams, units)}</td>
                          <td className="px-1 py-1.5 text-right whitespace-nowrap">
                            {t && minutes(t.minutes.value)}
                            <span className="block text-[14px] text-pencil">{t?.waits_min ? `+ ${wait(t.waits_min)}` : ""}</span>
                          </td>
                          <td className="py-1 text-right">
                            <button
                              type="button"
                              className="btn min-h-10"
                              aria-label={`Take out: ${t?.label ?? m.kind}`}
                              onClick={() => setMends((all) => all.filter((o) => o.id !== m.id))}
                            >
                              Out
                            </button>
                          </td>
                        </tr>
                      );
                    })}
                  </tbody>
                </table>
                {mends.length === 0 && <p className="mt-1 text-[15px] text-pencil">Nothing yet: let it find the best, or choose a damage and lay a mend on.</p>}
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
          {verdict && (
            <div className="min-w-0 lg:col-start-1 lg:row-start-2">
              {verdict?.parts.map((p) => (
                <Columns key={p.label} part={p} mends={mends.length > 0} />
              ))}
              {verdict?.worth.map((w) => (
                <p key={w.part + w.says} className="mt-2 text-[15px]">
                  {w.says}
                  {w.price != null && w.new_price != null && ` ${price(w.price, money)} against ${price(w.new_price, money)}.`}
                </p>
              ))}
              {verdict && (
                <p className="mt-3 text-[14px] text-pencil">{verdict.scope} Check it by hand before it flies, and keep people away from its first flight.</p>
              )}
            </div>
          )}
        </div>
      )}
      {step === "do" && (
        <div className="grid gap-x-6 gap-y-4 lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
          {verdict ? (
            <>
              <div className="min-w-0">
                {banner}
                <FromTheShelf airframe={id} doc={doc} />
                <DoIt repair={repair} verdict={verdict} edit={edit} onLog={writeLog} logged={logged} />
              </div>
              <div className="min-w-0">
                <Pictures airframe={id} keys={repair.pictures} onAdd={(key) => edit((r) => ({ ...r, pictures: [...r.pictures, key] }))} />
                {verdict.parts.map((p) => (
                  <Columns key={p.label} part={p} mends={mends.length > 0} />
                ))}
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

interface ListProps {
  damages: Damage[];
  told: Schemas["DamageTold"][];
  chosen: string | null;
  label: (kind: string) => string;
  where: (d: Damage) => string;
  onChoose: (d: Damage) => void;
}

/** Every damage in a line, numbered as on the drawing. */
function DamageList({ damages, told, chosen, label, where, onChoose }: ListProps) {
  if (damages.length === 0) return null;
  return (
    <ol className="mt-2 border-t border-ink" data-testid="damages">
      {damages.map((d, k) => {
        const t = told.find((one) => one.id === d.id);
        return (
          <li key={d.id} className={`border-b border-rule ${d.id === chosen ? "bg-kraft-pale" : ""}`}>
            <button
              type="button"
              className="flex min-h-11 w-full flex-wrap items-baseline gap-x-2 px-2 py-1.5 text-left text-[16px]"
              aria-pressed={d.id === chosen}
              onClick={() => onChoose(d)}
            >
              <b className="font-semibold">{k + 1}</b>
              <span className="font-medium">{label(d.kind)}</span>
              <span className="text-[15px] text-pencil">{where(d)}</span>
              <span className={`ml-auto text-[15px] ${t?.seen_to ? "text-tape" : "text-gives"}`}>{t ? (t.seen_to ? "seen to" : "open") : ""}</span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}
