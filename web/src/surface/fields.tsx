import type { Catalogue } from "../api/types";
import { ChoiceField, type Kind, MeasureField } from "../ui/fields";

/** What a surface is built of and driven by, alike on the wing and by itself. */
export interface Built {
  throw_deg: number;
  film: string | null;
  layers: number;
  edge_strip: boolean;
  horn_at: number;
  servo_Nmm: number;
  servo_arm_mm: number;
  horn_mm: number;
  keeps: "days" | "a season" | "years";
  outdoors: boolean;
}

type Figure = "throw_deg" | "horn_at" | "servo_Nmm" | "servo_arm_mm" | "horn_mm";
const FIGURES: { id: Figure; label: string; kind: Kind }[] = [
  { id: "throw_deg", label: "Throw each way", kind: "angle" },
  { id: "horn_at", label: "Horn, from its inner end", kind: "percent" },
  { id: "servo_Nmm", label: "Servo's torque", kind: "torque" },
  { id: "servo_arm_mm", label: "Servo's arm", kind: "length" },
  { id: "horn_mm", label: "Height of the horn", kind: "length" },
];
const KEEPS = ["days", "a season", "years"] as const;

interface Props {
  built: Built;
  made: string;
  /** What no choice stands for, where that is allowed. */
  asWing?: string;
  catalogue: Catalogue | undefined;
  /** Where faults are told: the path of each field begins with this. */
  at: string;
  onChange: (change: Partial<Built> & { made?: string | null }, key: string) => void;
}

export function BuiltFields({ built, made, asWing, catalogue, at, onChange }: Props) {
  const woods = catalogue?.stock.filter((s) => /balsa|ply|spruce/.test(s.id)) ?? [];
  const materials = [...(catalogue?.foam ?? []), ...(catalogue?.board ?? []), ...woods].map((m) => ({ value: m.id, label: m.label }));
  return (
    <>
      {FIGURES.map(({ id, label, kind }) => (
        <MeasureField key={id} label={label} path={`${at}${id}`} kind={kind} value={built[id]} onChange={(v) => onChange({ [id]: v }, id)} />
      ))}
      <ChoiceField
        label="Made of"
        path={`${at}made`}
        value={made}
        onChange={(v) => onChange({ made: v || null }, "made")}
        options={asWing ? [{ value: "", label: asWing }, ...materials] : materials}
      />
      <ChoiceField
        label="Film round it"
        path={`${at}film`}
        value={built.film ?? ""}
        onChange={(film) => onChange({ film: film || null }, "film")}
        options={[{ value: "", label: "none: bare" }, ...(catalogue?.skin ?? []).map((m) => ({ value: m.id, label: m.label }))]}
      />
      {built.film && (
        <ChoiceField
          label="Layers"
          path={`${at}layers`}
          value={String(built.layers)}
          onChange={(v) => onChange({ layers: Number(v) }, "layers")}
          options={["1", "2", "3", "4"].map((v) => ({ value: v, label: v }))}
        />
      )}
      <ChoiceField
        label="Must last"
        path={`${at}keeps`}
        value={built.keeps}
        onChange={(keeps) => onChange({ keeps }, "keeps")}
        options={KEEPS.map((k) => ({ value: k, label: k }))}
      />
      <div className="col-span-full">
        <label className="flex min-h-9 items-center gap-2">
          <input
            type="checkbox"
            className="size-4.5 accent-kraft"
            checked={built.edge_strip}
            onChange={(e) => onChange({ edge_strip: e.target.checked }, "edge_strip")}
          />
          a strip of carbon at its edge
        </label>
        <label className="flex min-h-9 items-center gap-2">
          <input
            type="checkbox"
            className="size-4.5 accent-kraft"
            checked={built.outdoors}
            onChange={(e) => onChange({ outdoors: e.target.checked }, "outdoors")}
          />
          lies in the sun
        </label>
      </div>
    </>
  );
}
