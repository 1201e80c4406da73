import type { Catalogue, Look, Repair } from "../api/types";
import { sentence } from "../lib/show";
import type { FieldFacts } from "../mounts/mountFields";
import { ChoiceField, MeasureField } from "../ui/fields";

type Happened = Repair["happened"];
const ANSWERS = { fine: "fine", hurt: "hurt", unsure: "not sure" } as const;

/** How it came down, and the day: what the order of the look and the glue's times go by. */
export function WhatHappened({ happened, catalogue, onChange }: { happened: Happened; catalogue: Catalogue; onChange: (next: Happened, key: string) => void }) {
  const facts = (catalogue.limits.Happened ?? {}) as Record<string, FieldFacts>;
  const choice = (name: "story" | "hit" | "fast") => (
    <ChoiceField
      label={sentence(facts[name]?.label ?? name)}
      path={`happened.${name}`}
      value={happened[name] as string}
      onChange={(v) => onChange({ ...happened, [name]: v } as Happened, `happened.${name}`)}
      options={(facts[name]?.enum ?? []).map((v) => ({ value: v, label: facts[name]?.words?.[v] ?? v }))}
    />
  );
  return (
    <form className="grid grid-cols-2 items-end gap-x-3 gap-y-2 sm:grid-cols-3" aria-label="What happened" onSubmit={(e) => e.preventDefault()}>
      {choice("story")}
      {choice("hit")}
      {choice("fast")}
      <MeasureField
        label="Temperature today"
        path="happened.air_C"
        kind="temperature"
        value={happened.air_C}
        onChange={(v) => onChange({ ...happened, air_C: v }, "happened.air_C")}
      />
      <MeasureField
        label="Damp of the air"
        path="happened.damp"
        kind="percent"
        value={happened.damp}
        onChange={(v) => onChange({ ...happened, damp: v }, "happened.damp")}
      />
    </form>
  );
}

interface Props {
  look: Look;
  looked: Repair["looked"];
  onAnswer: (point: string, answer: keyof typeof ANSWERS) => void;
  /** Put a damage down that this point may turn out to be. */
  onFound: (kind: string, on: string) => void;
}

/** Point by point in the order in which an old hand looks; what is hurt goes onto the drawing. */
export function LookList({ look, looked, onAnswer, onFound }: Props) {
  const next = look.points.find((p) => !looked[p.id]);
  const done = look.points.filter((p) => looked[p.id]).length;
  const label = (kind: string) => look.kinds.find((k) => k.kind === kind)?.label ?? kind;
  return (
    <div data-testid="look">
      <p className="mb-1 text-[15px] text-pencil">{done === look.points.length ? "All of it looked at." : `${done} of ${look.points.length} looked at.`}</p>
      <ol className="border-t border-ink">
        {look.points.map((p) => {
          const answer = looked[p.id];
          const open = p.id === next?.id || answer === "hurt" || answer === "unsure";
          return (
            <li key={p.id} className={`border-b border-rule px-2 py-2 ${p.id === next?.id ? "bg-kraft-pale" : ""}`} data-point={p.id}>
              <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
                <span className="min-w-0 flex-1 text-[16px] font-medium">{p.label}</span>
                <span className="flex gap-1" role="group" aria-label={p.label}>
                  {(Object.keys(ANSWERS) as (keyof typeof ANSWERS)[]).map((a) => (
                    <button
                      key={a}
                      type="button"
                      aria-pressed={answer === a}
                      className={`min-h-11 border px-3 text-[15px] ${answer === a ? (a === "hurt" ? "border-gives bg-gives text-white" : "border-ink bg-ink text-white") : "border-ink/60 bg-sheet hover:bg-faint"}`}
                      onClick={() => onAnswer(p.id, a)}
                    >
                      {ANSWERS[a]}
                    </button>
                  ))}
                </span>
              </div>
              {open && (
                <>
                  <p className="mt-1 text-[15px] leading-5">{p.how}</p>
                  <p className="text-[14px] leading-4.5 text-pencil">{p.why}</p>
                </>
              )}
              {answer === "hurt" && (
                <p className="mt-1.5 flex flex-wrap gap-1.5">
                  {p.damages.map((kind) => (
                    <button key={kind} type="button" className="btn" onClick={() => onFound(kind, p.on)}>
                      {label(kind)}
                    </button>
                  ))}
                </p>
              )}
            </li>
          );
        })}
      </ol>
    </div>
  );
}
