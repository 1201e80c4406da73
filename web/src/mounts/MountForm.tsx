import type { Airframe, Catalogue, Choice, Mount, PartName } from "../api/types";
import { gearName } from "../balance/gearPlace";
import { PARTS } from "../lib/parts";
import { sentence } from "../lib/show";
import { ChoiceField, type Kind, MeasureField, TextField } from "../ui/fields";
import { type FieldFacts, fieldsOf } from "./mountFields";

interface Props {
  mount: Mount;
  index: number;
  airframe: Airframe;
  catalogue: Catalogue;
  /** Parts on which it may stand. */
  standsOn: readonly string[];
  onChange: (field: string, value: unknown) => void;
}

const option = (c: Choice) => ({ value: c.id, label: c.label });

/** Surfaces that are described, for what moves one of them. */
function surfacesOf(airframe: Airframe): string[] {
  return Object.entries(airframe.parts).flatMap(([name, part]) =>
    part ? PARTS[name as PartName].surfaces.filter((s) => (part as unknown as Record<string, unknown>)[s] != null) : [],
  );
}

/** Everything about one mount; each change is answered at once. */
export function MountForm({ mount, index, airframe, catalogue, standsOn, onChange }: Props) {
  const facts = (catalogue.limits[mount.kind] ?? {}) as Record<string, FieldFacts>;
  const values = mount as unknown as Record<string, unknown>;
  const at = (field: string) => `mounts.${index}.${field}`;

  function entry(name: string) {
    const fact = facts[name]!;
    const value = values[name];
    const label =
      name === "along_mm" && mount.kind !== "strut" ? (mount.on === "body" ? "Behind the nose" : "Out from the root") : sentence(fact.label ?? name);
    const chosen = (v: string) => onChange(name, v);
    if (name === "on") {
      if (standsOn.length < 2) return null;
      const there = standsOn.filter((p) => airframe.parts[p as PartName] != null);
      return (
        <ChoiceField
          label="On"
          path={at(name)}
          value={mount.on}
          onChange={(v) => onChange(name, v)}
          options={there.map((p) => ({ value: p as PartName, label: `the ${PARTS[p as PartName].label.toLowerCase()}` }))}
        />
      );
    }
    if (name === "holds" && !fact.enum) {
      const all = airframe.gear.map((g) => ({ value: g.id, label: gearName(g) }));
      const gone = typeof value === "string" && !all.some((o) => o.value === value);
      return (
        <ChoiceField
          label={sentence(fact.label ?? name)}
          path={at(name)}
          value={String(value ?? "")}
          onChange={(v) => onChange(name, v || null)}
          options={[{ value: "", label: "nothing of the list" }, ...(gone ? [{ value, label: "what is no longer there" }] : []), ...all]}
        />
      );
    }
    if (name === "moves") {
      const all = surfacesOf(airframe);
      const list = all.includes(String(value)) ? all : [...all, String(value)];
      return <ChoiceField label={label} path={at(name)} value={String(value)} onChange={chosen} options={list.map((s) => ({ value: s, label: s }))} />;
    }
    if (fact.table) {
      const all = catalogue[fact.table as "stock" | "glue"];
      const list = fact.shape ? all.filter((c) => (c.tags?.comes_as ?? "").split(" ").includes(fact.shape!)) : all;
      return <ChoiceField label={label} path={at(name)} value={String(value)} onChange={chosen} options={list.map(option)} />;
    }
    if (fact.enum)
      return (
        <ChoiceField
          label={label}
          path={at(name)}
          value={String(value)}
          onChange={chosen}
          options={fact.enum.map((v) => ({ value: v, label: fact.words?.[v] ?? v }))}
        />
      );
    if (typeof value === "boolean")
      return (
        <label className="flex min-h-10 items-center gap-2 text-[15px]">
          <input type="checkbox" className="size-5 accent-tape" checked={value} onChange={(e) => onChange(name, e.target.checked)} />
          {sentence(fact.label ?? name)}
        </label>
      );
    if (name === "name") return <TextField label={label} path={at(name)} value={String(value)} onChange={chosen} />;
    if (!fact.quantity) return null;
    const may = name === "longest_mm";
    return (
      <MeasureField
        label={label}
        path={at(name)}
        kind={fact.quantity as Kind}
        value={(value as number | null) ?? null}
        onChange={(v) => onChange(name, v)}
        {...(may && { onEmpty: () => onChange(name, null), hint: "left empty: all alike" })}
      />
    );
  }

  return (
    <form className="grid grid-cols-2 items-end gap-x-3 gap-y-2" aria-label="The chosen mount" onSubmit={(e) => e.preventDefault()}>
      {fieldsOf(mount, facts).map((name) => {
        const field = entry(name);
        return field && <div key={name}>{field}</div>;
      })}
    </form>
  );
}
