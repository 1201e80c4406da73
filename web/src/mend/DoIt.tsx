import { useEffect, useState } from "react";

import type { Repair, RepairVerdict } from "../api/types";
import { countdown, length, mass, sentence, trim, wait } from "../lib/show";
import { useUnits } from "../session";
import { ChoiceField, MeasureField, TextField } from "../ui/fields";
import { useKept } from "../lib/useKept";

interface Props {
  repair: Repair;
  verdict: RepairVerdict;
  edit: (next: (r: Repair) => Repair, key?: string) => void;
  onLog: () => void;
  logged: boolean;
}

const at = () => new Date().toISOString().slice(0, 16);

/** The plan as work: steps to tick, a timer for the glue, a test before flight, and how it went. */
export function DoIt({ repair, verdict, edit, onLog, logged }: Props) {
  const units = useUnits();
  const tick = (key: string) =>
    edit((r) => {
      const { [key]: was, ...rest } = r.ticked;
      return { ...r, ticked: was ? rest : { ...r.ticked, [key]: at() } };
    });
  const pushes = verdict.parts.flatMap((p) => (p.push ? [{ label: p.label, push: p.push }] : []));
  return (
    <div data-testid="do-it">
      {verdict.mends.map((m) => {
        const of = verdict.damages.find((d) => d.id === m.of);
        return (
          <section key={m.id} className="border-b border-rule py-2">
            <h3 className="flex flex-wrap items-baseline gap-x-3 text-[17px] font-semibold">
              {m.label}
              <span className="text-[15px] font-normal text-pencil">
                {of?.where}; {trim(m.minutes.value, 0)} min{m.waits_min ? `, then ${wait(m.waits_min)} of waiting` : ""}
              </span>
            </h3>
            <ul className="mt-1">
              {m.steps.map((s, k) => {
                const key = `${m.id}:${k}`;
                return (
                  <li key={key}>
                    <label className="flex min-h-11 items-start gap-3 py-1 text-[16px] leading-5">
                      <input
                        type="checkbox"
                        className="mt-0.5 size-6 shrink-0 accent-tape"
                        checked={repair.ticked[key] !== undefined}
                        onChange={() => tick(key)}
                      />
                      <span className={repair.ticked[key] ? "text-pencil line-through" : ""}>{s}</span>
                    </label>
                  </li>
                );
              })}
            </ul>
            {m.facts.map((f) => (
              <p key={f.label} className={`text-[15px] ${f.bad ? "font-medium text-gives" : "text-pencil"}`}>
                {f.label}: {trim(f.value, 1)} {f.unit} {f.says}.
              </p>
            ))}
            {m.cautions.length > 0 && (
              <ul className="mt-1 border-l-4 border-gives pl-2 text-[15px]" aria-label="Cautions">
                {m.cautions.map((c) => (
                  <li key={c}>{c}</li>
                ))}
              </ul>
            )}
            {m.waits_min > 0 && <Timer name={`${repair.id}-${m.id}`} minutes={m.waits_min} glue={m.slowest} />}
          </section>
        );
      })}
      {verdict.mends.length === 0 && <p className="text-[16px]">No mend is laid on in this plan yet.</p>}
      <section className="py-2" aria-label="Before it flies">
        <h3 className="text-[17px] font-semibold">Before it flies</h3>
        {pushes.map(({ label, push }) => (
          <p key={label} className="my-1 border-l-4 border-kraft pl-3 text-[17px] leading-6" data-testid="push-test">
            <b className="font-semibold">{sentence(label)}.</b> {push.says}
            <span className="block text-[15px] text-pencil">A sound one bends {length(push.sound_mm, units)}.</span>
          </p>
        ))}
        <div className="mt-2 grid grid-cols-2 items-end gap-3">
          <MeasureField
            label="It bent by"
            path="pushed_mm"
            kind="length"
            value={repair.pushed_mm}
            onChange={(v) => edit((r) => ({ ...r, pushed_mm: v }), "pushed_mm")}
            onEmpty={() => edit((r) => ({ ...r, pushed_mm: null }))}
          />
          <MeasureField
            label="It weighs now, all of it"
            path="weighed_g"
            kind="mass"
            value={repair.weighed_g}
            onChange={(v) => edit((r) => ({ ...r, weighed_g: v }), "weighed_g")}
            onEmpty={() => edit((r) => ({ ...r, weighed_g: null }))}
          />
        </div>
        {repair.pushed_mm !== null && pushes.length > 0 && <Pushed mm={repair.pushed_mm} most={Math.max(...pushes.map((p) => p.push.at_most_mm))} />}
      </section>
      <section className="border-t border-rule py-2" aria-label="How it went">
        <h3 className="text-[17px] font-semibold">How it went</h3>
        <div className="mt-1 grid grid-cols-2 items-end gap-3">
          <ChoiceField
            label="Result"
            path="result"
            value={repair.result}
            onChange={(v) => edit((r) => ({ ...r, result: v }))}
            options={[
              { value: "open", label: "not yet flown" },
              { value: "held", label: "flown: it held" },
              { value: "broke_again", label: "it broke again" },
              { value: "given_up", label: "given up" },
            ]}
          />
          {repair.result === "broke_again" && (
            <TextField label="Where" path="broke_at" value={repair.broke_at} onChange={(v) => edit((r) => ({ ...r, broke_at: v }), "broke_at")} />
          )}
        </div>
        <button type="button" className="btn btn-main mt-3 min-h-12 w-full sm:w-auto" disabled={logged} onClick={onLog}>
          {logged ? "It is in the log" : "Write it into the log"}
        </button>
        <p className="mt-1 text-[14px] text-pencil">
          {mass(verdict.grams.value, units)} and what is left of its strength go with it. Sums over all mends are in the log.
        </p>
      </section>
    </div>
  );
}

function Pushed({ mm, most }: { mm: number; most: number }) {
  const units = useUnits();
  return mm <= most ? (
    <p role="status" className="mt-1 text-[16px] font-medium text-tape">
      {length(mm, units)} is within what it may bend: go, gently at first.
    </p>
  ) : (
    <p role="alert" className="mt-1 text-[16px] font-medium text-gives">
      {length(mm, units)} is more than {length(most, units)}: something in there is not joined. It stays on the ground.
    </p>
  );
}

/** Counts down from when it was started, on the phone alone; it goes on through a reload. */
function Timer({ name, minutes, glue }: { name: string; minutes: number; glue: string }) {
  const [started, setStarted] = useKept<string>(`timer-${name}`, "");
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!started) return;
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, [started]);
  const left = started ? Number(started) + minutes * 60_000 - now : minutes * 60_000;
  const said = left <= 0 ? "through" : countdown(left);
  return (
    <p className="mt-1 flex flex-wrap items-center gap-3">
      <span className={`text-[26px] font-semibold tabular-nums ${left <= 0 ? "text-tape" : ""}`} role="timer" aria-label={`${glue} timer`}>
        {said}
      </span>
      <button
        type="button"
        className="btn min-h-11"
        onClick={() => {
          setNow(Date.now());
          setStarted(started ? "" : String(Date.now()));
        }}
      >
        {started ? "Stop it" : "It is glued: start"}
      </button>
      <span className="text-[14px] text-pencil">{glue}, at today’s temperature, until it may fly</span>
    </p>
  );
}
