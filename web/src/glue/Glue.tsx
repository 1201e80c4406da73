import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Tabs } from "radix-ui";
import { useState } from "react";
import { useLocation } from "react-router";

import { client, Fault, take, takeAs } from "../api/client";
import type { GlueAnswer, JointQuestion, Ranked } from "../api/types";
import { mass, temperature, told, trim, wait } from "../lib/show";
import { keptQuestion, useKept, useKeptQuestion } from "../lib/useKept";
import { useUnits } from "../session";
import { ChoiceField, Faults, MeasureField } from "../ui/fields";
import { ScoreSum, ScoreTable } from "../ui/ScoreTable";
import { TopBar } from "../ui/TopBar";
import { BondLog } from "./BondLog";
import { JointDrawing } from "./JointDrawing";
import { LapLength } from "./LapLength";
import { Splices } from "./Splices";

const START: JointQuestion = {
  one: "epp30", other: "epp30", shape: "butt", area_cm2: 20, gap_mm: 0.2, slides: false, bends: false, wet: false,
  sanded: false, looks: false, heat_C: 40, fly_in_min: null, air_C: 20, damp: 0.5, load_N: null,
}; // prettier-ignore

const FLAGS: { id: "slides" | "bends" | "wet" | "sanded" | "looks"; name: string }[] = [
  { id: "slides", name: "must be slid into place" },
  { id: "bends", name: "must bend with the foam" },
  { id: "wet", name: "gets wet" },
  { id: "sanded", name: "is sanded over" },
  { id: "looks", name: "must look clean" },
];

function Line({ ranked, first, open, shelf, onOpen }: { ranked: Ranked; first: boolean; open: boolean; shelf: string | undefined; onOpen: () => void }) {
  const units = useUnits();
  const reserve = ranked.reserve ?? null;
  const weak = reserve !== null && reserve[1] < 1;
  return (
    <li className={`border-b border-rule py-2 ${first ? "border-l-4 border-l-kraft pl-3" : ""}`} data-glue={ranked.glue}>
      <button className="grid w-full grid-cols-[minmax(0,1fr)_auto] gap-x-3 text-left" aria-expanded={open} onClick={onOpen}>
        <span>
          <b className="font-medium underline decoration-rule underline-offset-3">{ranked.label}</b>
          <span className="block text-[15px] leading-5">
            tears {trim(ranked.foam_torn * 100, 0)} % of the foam ({trim(ranked.foam_torn_low * 100, 0)} to {trim(ranked.foam_torn_high * 100, 0)} %)
            {ranked.tests > 0 ? `, by ${ranked.tests} of your tests: ${trim(ranked.foam_torn_before * 100, 0)} % before` : ", by the catalogue"}
          </span>
        </span>
        <span className="text-right text-[15px] leading-5">
          carries {told(ranked.carries_N, "N", units)}
          <span className="block text-[14px] text-pencil">
            {told(ranked.carries_low_N, "N", units)} to {told(ranked.carries_high_N, "N", units)}
          </span>
          {reserve && (
            <span className={`block font-medium ${weak ? "text-gives" : ""}`}>
              {weak ? "too weak, " : ""}reserve ×{trim(reserve[1], 2)}{" "}
              <span className="text-[14px] font-normal">
                {trim(reserve[0], 1)} to {trim(reserve[2], 1)}
              </span>
            </span>
          )}
        </span>
      </button>
      <p className="text-[14px] text-pencil">
        open {wait(ranked.open_min)}, handled after {wait(ranked.handle_min)}, flies after {wait(ranked.fly_min)}, through after {wait(ranked.full_min)} today;{" "}
        {mass(ranked.grams, units)}; {shelf === undefined ? "not on the shelf" : "on the shelf"}
        {shelf && <span className="font-medium text-kraft"> {shelf}</span>}
      </p>
      {open && (
        <div className="mt-1 grid gap-x-6 gap-y-2 sm:grid-cols-2">
          <ol className="list-decimal pl-5 text-[15px] leading-5">
            {[...ranked.prepare, ...ranked.steps].map((s) => (
              <li key={s}>{s}</li>
            ))}
          </ol>
          <div>
            {ranked.cautions.map((c) => (
              <p key={c} className="border-l-4 border-kraft pl-2 text-[15px] leading-5 font-medium">
                {c}
              </p>
            ))}
            <div className="mt-1">
              <ScoreTable name={ranked.label} parts={ranked.parts}>
                <ScoreSum
                  label={ranked.leaning > 0 ? `by this school; +${trim(ranked.leaning, 2)}, it reaches for it first` : "by this school"}
                  score={ranked.school_score}
                />
                {ranked.tests > 0 && (
                  <ScoreSum
                    label={`with your ${ranked.tests} test${ranked.tests > 1 ? "s" : ""}, which count for ${trim(ranked.tests_share * 100, 0)} %`}
                    score={ranked.score}
                  />
                )}
              </ScoreTable>
            </div>
            <p className="text-[14px] text-pencil">{ranked.source}.</p>
          </div>
        </div>
      )}
    </li>
  );
}

function Chooser({ start, from }: { start: JointQuestion; from: string | undefined }) {
  const units = useUnits();
  const [joint, setJoint] = useKeptQuestion<JointQuestion>("glue", start, from);
  const [school, setSchool] = useKept<string>("glue-school", "foaming");
  const [shelf, setShelf] = useKept<boolean>("glue-from-shelf", false);
  const [open, setOpen] = useState<string | null>(null);
  const words = useQuery({ queryKey: ["glue", "words"], queryFn: () => take(client.GET("/api/glue/words")), staleTime: Infinity }).data;
  const query = useQuery({
    queryKey: ["glue", "choose", joint, school, shelf],
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: () => takeAs<GlueAnswer>(client.POST("/api/glue/choose", { body: { joint, school, from_shelf: shelf } })),
  });
  const set = (next: Partial<JointQuestion>) => setJoint((j) => ({ ...j, ...next }));
  const named = (list: { id: string; label: string }[] | undefined) => (list ?? []).map((n) => ({ value: n.id, label: n.label }));
  const problems = query.error instanceof Fault ? query.error.problems.map((p) => ({ ...p, field: p.field.replace(/^joint\./, "") })) : [];
  const answer = query.data;
  return (
    <Faults.Provider value={problems}>
      <div className="grid grid-cols-1 gap-x-8 gap-y-4 lg:grid-cols-[22rem_minmax(0,1fr)]">
        <section aria-label="The joint">
          <JointDrawing joint={joint} />
          <div className="mt-2 grid grid-cols-2 gap-3">
            <ChoiceField label="One side" path="one" value={joint.one ?? ""} onChange={(one) => set({ one })} options={named(words?.sides)} />
            <ChoiceField label="The other side" path="other" value={joint.other ?? ""} onChange={(other) => set({ other })} options={named(words?.sides)} />
            <ChoiceField
              label="How they meet"
              path="shape"
              value={joint.shape ?? "butt"}
              onChange={(shape) => set({ shape })}
              options={named(words?.shapes) as { value: NonNullable<JointQuestion["shape"]>; label: string }[]}
            />
            <MeasureField label="Glued area" path="area_cm2" kind="area" value={joint.area_cm2 ?? null} onChange={(area_cm2) => set({ area_cm2 })} />
            <MeasureField label="Gap" path="gap_mm" kind="length" value={joint.gap_mm ?? null} onChange={(gap_mm) => set({ gap_mm })} />
            <MeasureField
              label="Load on it"
              path="load_N"
              kind="force"
              value={joint.load_N ?? null}
              onChange={(load_N) => set({ load_N })}
              onEmpty={() => set({ load_N: null })}
              hint="empty: not known"
            />
            <MeasureField
              label="Must fly in, minutes"
              path="fly_in_min"
              kind="number"
              value={joint.fly_in_min ?? null}
              onChange={(fly_in_min) => set({ fly_in_min })}
              onEmpty={() => set({ fly_in_min: null })}
              hint="empty: no hurry"
            />
            <MeasureField
              label="Heat near it"
              path="heat_C"
              kind="temperature"
              value={joint.heat_C ?? null}
              onChange={(heat_C) => set({ heat_C })}
              hint={`a car in the sun: ${temperature(65, units)}`}
            />
            <MeasureField label="Air today" path="air_C" kind="temperature" value={joint.air_C ?? null} onChange={(air_C) => set({ air_C })} />
            <MeasureField label="Damp of the air" path="damp" kind="percent" value={joint.damp ?? null} onChange={(damp) => set({ damp })} />
          </div>
          <fieldset className="mt-2">
            <legend className="sr-only">What it must put up with</legend>
            {FLAGS.map(({ id, name }) => (
              <label key={id} className="flex min-h-9 items-center gap-2">
                <input type="checkbox" className="size-4.5 accent-kraft" checked={joint[id]} onChange={(e) => set({ [id]: e.target.checked })} />
                {name}
              </label>
            ))}
            <label className="flex min-h-9 items-center gap-2">
              <input type="checkbox" className="size-4.5 accent-kraft" checked={shelf} onChange={(e) => setShelf(e.target.checked)} />
              only what is on the shelf
            </label>
          </fieldset>
        </section>
        <section aria-label="The glues" className="min-w-0">
          {query.isError && (
            <p role="alert" className="font-medium text-gives">
              {query.error instanceof Fault ? query.error.message : "Something broke here."}
            </p>
          )}
          {answer && (
            <>
              <div className="flex flex-wrap items-end gap-3">
                <h2 className="mr-auto text-[18px] font-semibold">
                  {answer.advice.ranked[0] ? `${answer.advice.ranked[0].label} comes first` : "No glue may be used here"}
                </h2>
                <div className="w-56">
                  <ChoiceField label="Ranked as by" path="school" value={school} onChange={setSchool} options={named(words?.schools)} />
                </div>
              </div>
              <ul className="mt-2" data-testid="glues">
                {answer.advice.ranked.map((r, k) => (
                  <Line
                    key={r.glue}
                    ranked={r}
                    first={k === 0}
                    shelf={answer.shelf[r.glue]}
                    open={open === r.glue || (open === null && k === 0)}
                    onOpen={() => setOpen(open === r.glue ? "" : r.glue)}
                  />
                ))}
              </ul>
              {answer.next && (
                <p className="mt-3 border-l-4 border-tape pl-3" data-testid="next-test">
                  <b className="font-medium">What to test next.</b> {answer.next.says}
                </p>
              )}
              <h3 className="mt-4 border-b border-ink text-[17px] font-semibold">Not here, and why</h3>
              <ul data-testid="out">
                {answer.advice.out.map((o) => (
                  <li key={o.glue} className="border-b border-rule py-1 text-[15px] leading-5">
                    <b className="font-medium">{o.label}.</b>{" "}
                    {o.reasons.map((r) => (
                      <span key={r.rule}>
                        {r.says} <span className="text-[14px] text-pencil">{r.because}</span>{" "}
                      </span>
                    ))}
                  </li>
                ))}
              </ul>
              <h3 className="mt-4 border-b border-ink text-[17px] font-semibold">What each school would take</h3>
              <ul className="grid gap-x-6 sm:grid-cols-2" data-testid="schools">
                {answer.advice.opinions.map((o) => (
                  <li key={o.school} className="border-b border-rule py-1.5 text-[15px] leading-5">
                    <b className="font-medium">{o.label}:</b> {o.top.length ? o.top.join(", then ") : "nothing"}
                    <span className="block text-[14px] text-pencil">
                      {o.rests} Fails: {o.fails}
                    </span>
                  </li>
                ))}
              </ul>
            </>
          )}
          {query.isPending && <p>Looking through the glues…</p>}
        </section>
      </div>
    </Faults.Provider>
  );
}

/** Glue: which one for a joint, the workshop's own tests, and laps. */
export function Glue() {
  const { state, key } = useLocation() as { state: { joint?: JointQuestion; name?: string } | null; key: string };
  const [tab, setTab] = useKept<string>("glue-tab", "choose");
  // who comes from a joint on the bench comes to choose its glue
  const [arrived, setArrived] = useState<string | null>(null);
  if (state?.joint && arrived !== key) {
    setArrived(key);
    if (keptQuestion("glue")?.from !== key) setTab("choose");
  }
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-6xl px-4 py-5">
        <h1 className="text-2xl font-semibold">{state?.name ? `Glue for ${state.name}` : "Glue"}</h1>
        <Tabs.Root value={tab} onValueChange={setTab} className="mt-2">
          <Tabs.List className="flex gap-5 overflow-x-auto border-b border-ink" aria-label="About glue">
            {[
              ["choose", "Choose a glue"],
              ["tests", "Our bond tests"],
              ["lap", "How long a lap"],
              ["splice", "Lengthen a spar"],
            ].map(([id, name]) => (
              <Tabs.Trigger
                key={id}
                value={id!}
                className="min-h-10 border-b-4 border-transparent text-[17px] px-1 -outline-offset-2 whitespace-nowrap text-pencil data-[state=active]:border-kraft data-[state=active]:font-semibold data-[state=active]:text-ink"
              >
                {name}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          {/* stays: what was typed a moment ago may still be on its way to be read */}
          <Tabs.Content value="choose" forceMount className="pt-4 data-[state=inactive]:hidden">
            <Chooser key={state?.joint ? key : "own"} start={{ ...START, ...state?.joint }} from={state?.joint ? key : undefined} />
          </Tabs.Content>
          <Tabs.Content value="tests" className="pt-4">
            <BondLog />
          </Tabs.Content>
          <Tabs.Content value="lap" className="pt-4">
            <LapLength />
          </Tabs.Content>
          <Tabs.Content value="splice" className="pt-4">
            <Splices />
          </Tabs.Content>
        </Tabs.Root>
        <p className="mt-6 max-w-prose text-[14px] text-pencil">
          Estimates for unmanned, model-size aircraft only. Read the label of your glue: it comes first.
        </p>
      </main>
    </>
  );
}
