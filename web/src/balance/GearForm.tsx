import type { Gear, PartName } from "../api/types";
import { PARTS } from "../lib/parts";
import { ChoiceField, MeasureField, TextField } from "../ui/fields";
import { KIND_WORD } from "./gearPlace";

const HELD: { value: Gear["held"]; label: string }[] = [
  { value: "strap", label: "a strap" },
  { value: "tape", label: "tape" },
  { value: "glue", label: "glue" },
  { value: "screws", label: "screws" },
  { value: "pocket", label: "a pocket" },
  { value: "bands", label: "rubber bands" },
];

interface Props {
  one: Gear;
  index: number;
  /** Parts that are described. */
  parts: readonly PartName[];
  onChange: (next: Partial<Gear>, key: string) => void;
  onRemove: () => void;
}

/** Everything about one thing that is carried. */
export function GearForm({ one, index, parts, onChange, onRemove }: Props) {
  const at = (field: string) => `gear.${index}.${field}`;
  const body = one.sits_in === "body";
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2 border border-kraft bg-sheet p-3">
      <ChoiceField
        label="What it is"
        path={at("kind")}
        value={one.kind}
        onChange={(kind) => onChange({ kind }, "kind")}
        options={Object.entries(KIND_WORD).map(([value, label]) => ({ value: value as Gear["kind"], label }))}
      />
      <TextField label="Your name for it" path={at("name")} value={one.name} onChange={(name) => onChange({ name }, "name")} />
      <MeasureField
        label={one.both_sides ? "Weight of one" : "Weight"}
        path={at("grams")}
        kind="mass"
        value={one.grams}
        onChange={(grams) => onChange({ grams }, "grams")}
      />
      <MeasureField
        label="It may be off by"
        path={at("off_by")}
        kind="percent"
        value={one.off_by}
        onChange={(off_by) => onChange({ off_by }, "off_by")}
        hint="weighed: 1 %; from a label: 3 %"
      />
      <ChoiceField
        label="Sits in"
        path={at("sits_in")}
        value={one.sits_in}
        onChange={(sits_in) => onChange({ sits_in, along_mm: sits_in === "body" ? 100 : 0, across_mm: sits_in === "body" ? 0 : 60, up_mm: 0 }, "sits_in")}
        options={parts.map((value) => ({ value, label: `the ${PARTS[value].label.toLowerCase()}` }))}
      />
      <ChoiceField label="Held by" path={at("held")} value={one.held} onChange={(held) => onChange({ held }, "held")} options={HELD} />
      <MeasureField
        label={body ? "Its middle, behind the nose" : "Its middle, out from the root"}
        path={at("along_mm")}
        kind="length"
        value={one.along_mm}
        onChange={(along_mm) => onChange({ along_mm }, "along")}
      />
      <MeasureField
        label={body ? "To the right of the middle" : "Behind the leading edge"}
        path={at("across_mm")}
        kind="length"
        value={one.across_mm}
        onChange={(across_mm) => onChange({ across_mm }, "across")}
      />
      <MeasureField
        label={body ? "Over the body's straight line" : "Over the surface's plane"}
        path={at("up_mm")}
        kind="length"
        value={one.up_mm}
        onChange={(up_mm) => onChange({ up_mm }, "up")}
      />
      <MeasureField label="Length" path={at("long_mm")} kind="length" value={one.long_mm} onChange={(long_mm) => onChange({ long_mm }, "long")} />
      <MeasureField label="Width" path={at("wide_mm")} kind="length" value={one.wide_mm} onChange={(wide_mm) => onChange({ wide_mm }, "wide")} />
      <MeasureField label="Height" path={at("high_mm")} kind="length" value={one.high_mm} onChange={(high_mm) => onChange({ high_mm }, "high")} />
      <label className="flex min-h-10 items-center gap-2 text-[15px]">
        <input type="checkbox" className="size-5 accent-tape" checked={one.both_sides} onChange={(e) => onChange({ both_sides: e.target.checked }, "both")} />
        one on each side
      </label>
      <label className="flex min-h-10 items-center gap-2 text-[15px]">
        <input type="checkbox" className="size-5 accent-tape" checked={one.slides} onChange={(e) => onChange({ slides: e.target.checked }, "slides")} />
        may slide to balance
      </label>
      <div className="col-span-2">
        <button type="button" className="btn" onClick={onRemove}>
          Take it out
        </button>
      </div>
    </div>
  );
}
