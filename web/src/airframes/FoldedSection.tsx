import type { Aerofoil, Choice } from "../api/types";
import { ChoiceField, MeasureField } from "../ui/fields";
import { PapersOf } from "./PapersOf";

type Folded = Extract<Aerofoil, { kind: "folded" }>;
type Length = "height_mm" | "crease_mm" | "flat_mm" | "fold_back_mm" | "seam_mm";

const LENGTHS: { field: Length; label: string; hint?: string }[] = [
  { field: "height_mm", label: "Height over the spar", hint: "over all, at the root; it goes with the chord" },
  { field: "crease_mm", label: "Front crease behind the nose" },
  { field: "flat_mm", label: "Flat over the spar", hint: "from the front crease to the rear one" },
  { field: "fold_back_mm", label: "Lower sheet folded back at the trailing edge", hint: "0: plain, glued edge on edge" },
  { field: "seam_mm", label: "Glued at the trailing edge, so wide" },
];

interface Props {
  at: string;
  folded: Folded;
  glues: Choice[];
  onChange: (next: Partial<Folded>, key: string) => void;
}

/** A wing folded from one sheet: where it is creased, how it is folded, which paper stays. */
export function FoldedSection({ at, folded, glues, onChange }: Props) {
  const path = (field: keyof Folded) => `${at}aerofoil.${field}`;
  return (
    <>
      {LENGTHS.map(({ field, label, hint }) => (
        <MeasureField
          key={field}
          label={label}
          path={path(field)}
          kind="length"
          value={folded[field]}
          onChange={(v) => onChange({ [field]: v }, field)}
          hint={hint}
        />
      ))}
      <ChoiceField
        label="Top sheet before the crease"
        path={path("top")}
        value={folded.top}
        onChange={(top) => onChange({ top }, "top")}
        options={[
          { value: "creased", label: "straight" },
          { value: "curved", label: "curved by hand" },
        ]}
      />
      <ChoiceField
        label="Fold at the nose"
        path={path("nose")}
        value={folded.nose}
        onChange={(nose) => onChange({ nose }, "nose")}
        options={[
          { value: "bevel", label: "both sides bevelled" },
          { value: "crease", label: "creased, not bevelled: blunt" },
          { value: "round", label: "bevelled and sanded round" },
        ]}
      />
      <ChoiceField
        label="Glue of the fold"
        path={path("glue")}
        value={folded.glue}
        onChange={(glue) => onChange({ glue }, "glue")}
        options={glues.map((g) => ({ value: g.id, label: g.label }))}
        hint="in the nose and at the trailing edge"
      />
      <PapersOf path={path} section={folded} outside="without its paper the nose cracks when it is folded: tape it first" onChange={onChange} />
    </>
  );
}
