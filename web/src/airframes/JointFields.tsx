import type { Catalogue, Choice, Joint } from "../api/types";
import { ChoiceField, MeasureField } from "../ui/fields";

/** What a way to join can be made of. */
function madeOf(catalogue: Catalogue, kind: Joint["kind"]): Choice[] {
  const way = catalogue.joining.find((j) => j.id === kind);
  const families = way?.tags?.families?.split(" ").filter(Boolean) ?? [];
  return catalogue.stock.filter(
    (s) => s.tags?.comes_as?.split(" ").includes(way?.tags?.comes_as ?? "") && (!families.length || families.includes(s.tags.family ?? "")),
  );
}

interface Props {
  joint: Joint;
  path: (name: string) => string;
  catalogue: Catalogue;
  set: (next: Partial<Joint>, key: string) => void;
}

/** What stands in a joint that is not run through: its glue and tape, and plates or a bar. */
export function JointFields({ joint, path, catalogue, set }: Props) {
  return (
    <>
      {joint.kind !== "through" && (
        <>
          <ChoiceField
            label="Glue of the joint"
            path={path("glue")}
            value={joint.glue}
            onChange={(glue) => set({ glue }, "glue")}
            options={catalogue.glue.map((g) => ({ value: g.id, label: g.label }))}
          />
          <ChoiceField
            label="Tape over the joint"
            path={path("tape")}
            value={joint.tape ?? ""}
            onChange={(tape) => set({ tape: tape || null }, "tape")}
            options={[{ value: "", label: "none" }, ...catalogue.skin.filter((s) => s.tags?.called === "tape").map((s) => ({ value: s.id, label: s.label }))]}
          />
        </>
      )}
      {joint.kind !== "through" && joint.kind !== "butt" && (
        <>
          <ChoiceField
            label="Made of"
            path={path("material")}
            value={joint.material}
            onChange={(material) => set({ material }, "material")}
            options={madeOf(catalogue, joint.kind).map((s) => ({ value: s.id, label: s.label }))}
          />
          <MeasureField
            label={joint.kind === "brace" || joint.kind === "blade" ? "Its thickness" : "Its diameter"}
            path={path("thickness_mm")}
            kind="length"
            value={joint.thickness_mm}
            onChange={(v) => set({ thickness_mm: v }, "thickness")}
          />
          {(joint.kind === "brace" || joint.kind === "blade") && (
            <MeasureField label="Its height" path={path("height_mm")} kind="length" value={joint.height_mm} onChange={(v) => set({ height_mm: v }, "height")} />
          )}
          <MeasureField
            label="Reaches into each side"
            path={path("reach_mm")}
            kind="length"
            value={joint.reach_mm}
            onChange={(v) => set({ reach_mm: v }, "reach")}
          />
        </>
      )}
    </>
  );
}
