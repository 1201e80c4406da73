import type { Aerofoil, Choice } from "../api/types";
import { ChoiceField, MeasureField, TextField } from "../ui/fields";
import { PapersOf } from "./PapersOf";

type Sheeted = Extract<Aerofoil, { kind: "sheeted" }>;

interface Props {
  at: string;
  sheeted: Sheeted;
  glues: Choice[];
  /** Of a board: its thickness is its own, and it has papers. */
  ofBoard: boolean;
  onChange: (next: Partial<Sheeted>, key: string) => void;
}

/** A wing of thin sheets over webs and ribs: its section, how thick they are, what holds them together. */
export function SheetedSection({ at, sheeted, glues, ofBoard, onChange }: Props) {
  const path = (field: keyof Sheeted) => `${at}aerofoil.${field}`;
  return (
    <>
      <TextField
        label="Four digits"
        path={path("code")}
        value={sheeted.code}
        onChange={(code) => onChange({ code }, "code")}
        hint="NACA; the last two: thickness in %"
      />
      {!ofBoard && (
        <MeasureField
          label="Thickness of the sheets"
          path={path("sheet_mm")}
          kind="size"
          value={sheeted.sheet_mm}
          onChange={(sheet_mm) => onChange({ sheet_mm }, "sheet_mm")}
        />
      )}
      <ChoiceField
        label="Glue at nose and trailing edge"
        path={path("glue")}
        value={sheeted.glue}
        onChange={(glue) => onChange({ glue }, "glue")}
        options={glues.map((g) => ({ value: g.id, label: g.label }))}
      />
      <MeasureField
        label="Glued at the trailing edge, so wide"
        path={path("seam_mm")}
        kind="length"
        value={sheeted.seam_mm}
        onChange={(seam_mm) => onChange({ seam_mm }, "seam_mm")}
      />
      {ofBoard && <PapersOf path={path} section={sheeted} outside="a sheet without its outer paper bends over ribs; tape or film it" onChange={onChange} />}
    </>
  );
}
