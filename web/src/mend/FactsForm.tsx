import type { ReactNode } from "react";

import type { Catalogue, Choice } from "../api/types";
import { sentence } from "../lib/show";
import type { FieldFacts } from "../mounts/mountFields";
import { ChoiceField, type Kind, MeasureField, TextField } from "../ui/fields";

interface Props {
  label: string;
  /** Kind of damage or mend, whose fields the server tells. */
  kind: string;
  values: Record<string, unknown>;
  /** Where its faults are told: "damages.0". */
  path: string;
  catalogue: Catalogue;
  /** Fields that are told elsewhere, or mean nothing here. */
  hidden: readonly string[];
  /** Fields with a choice of their own. */
  choices?: Record<string, { value: string; label: string }[]>;
  labels?: Record<string, string>;
  onChange: (field: string, value: unknown) => void;
  children?: ReactNode;
}

const option = (c: Choice) => ({ value: c.id, label: c.label });

/** Everything about one damage or mend, as the server describes its fields. */
export function FactsForm({ label, kind, values, path, catalogue, hidden, choices = {}, labels = {}, onChange, children }: Props) {
  const facts = (catalogue.limits[kind] ?? {}) as Record<string, FieldFacts & { default?: unknown }>;

  function entry(name: string) {
    const fact = facts[name]!;
    const value = values[name];
    const said = labels[name] ?? sentence(fact.label ?? name);
    const at = `${path}.${name}`;
    const own = choices[name];
    if (own) return <ChoiceField label={said} path={at} value={String(value ?? "")} onChange={(v) => onChange(name, v)} options={own} />;
    if (fact.table) {
      const list = (catalogue[fact.table as "stock"] ?? []).map(option);
      const may = value === null || fact.default === null;
      return (
        <ChoiceField
          label={said}
          path={at}
          value={String(value ?? "")}
          onChange={(v) => onChange(name, v || null)}
          options={may ? [{ value: "", label: "none" }, ...list] : list}
        />
      );
    }
    if (fact.enum)
      return (
        <ChoiceField
          label={said}
          path={at}
          value={String(value)}
          onChange={(v) => onChange(name, v)}
          options={fact.enum.map((v) => ({ value: v, label: fact.words?.[v] ?? v }))}
        />
      );
    if (typeof value === "boolean")
      return (
        <label className="flex min-h-11 items-center gap-2 text-[15px]">
          <input type="checkbox" className="size-5 accent-tape" checked={value} onChange={(e) => onChange(name, e.target.checked)} />
          {said}
        </label>
      );
    if (fact.quantity === "number" && Number.isInteger(fact.default) && name === "layers")
      return (
        <ChoiceField
          label={said}
          path={at}
          value={String(value)}
          onChange={(v) => onChange(name, Number(v))}
          options={[1, 2, 3, 4].map((n) => ({ value: String(n), label: String(n) }))}
        />
      );
    if (fact.quantity) {
      const may = fact.default === null;
      return (
        <MeasureField
          label={said}
          path={at}
          kind={fact.quantity as Kind}
          value={(value as number | null) ?? null}
          onChange={(v) => onChange(name, v)}
          {...(may && { onEmpty: () => onChange(name, null) })}
        />
      );
    }
    if (name === "note") return <TextField label="Note" path={at} value={String(value ?? "")} onChange={(v) => onChange(name, v)} />;
    return null;
  }

  const names = Object.keys(facts).filter((n) => n !== "id" && n !== "kind" && n !== "of" && !hidden.includes(n));
  const ordered = [...names.filter((n) => n !== "note"), ...names.filter((n) => n === "note")];
  return (
    <form className="grid grid-cols-2 items-end gap-x-3 gap-y-2" aria-label={label} onSubmit={(e) => e.preventDefault()}>
      {ordered.map((name) => {
        const field = entry(name);
        return (
          field && (
            <div key={name} className={name === "note" ? "col-span-2" : ""}>
              {field}
            </div>
          )
        );
      })}
      {children}
    </form>
  );
}
