import type { Catalogue, Choice, Piece } from "../api/types";
import { ChoiceField, MeasureField, TextField } from "../ui/fields";

interface Props {
  piece: Piece;
  index: number;
  catalogue: Catalogue;
  cautions: string[];
  onChange: (next: (piece: Piece) => Piece, key: string) => void;
  onRemove: () => void;
  onClose: () => void;
}

const options = (choices: Choice[]) => choices.map((c) => ({ value: c.id, label: c.label }));

/** Sizes of each kind: field, label; in the order in which they are read off the stock. */
const SIZES: Record<Piece["kind"], [string, string][]> = {
  rod: [["diameter_mm", "Diameter"]],
  tube: [["outer_mm", "Outer diameter"], ["inner_mm", "Inner diameter"]],
  strip: [["width_mm", "Width"], ["thickness_mm", "Thickness"]],
  web: [["thickness_mm", "Thickness"]],
  skin: [],
  tape: [["width_mm", "Tape width"]],
}; // prettier-ignore

/** Everything about one piece. Each change is answered at once. */
export function PieceEditor({ piece, index, catalogue, cautions, onChange, onRemove, onClose }: Props) {
  const at = (field: string) => `pieces.${index}.${field}`;
  const set = (field: string, value: unknown) => onChange((now) => ({ ...now, [field]: value }) as Piece, `${piece.id}.${field}`);
  const record = piece as unknown as Record<string, number>;
  const sheet = piece.kind === "skin" || piece.kind === "tape";
  const measure = (field: string, label: string, kind: "length" | "percent" = "length") => (
    <MeasureField key={field} label={label} path={at(field)} kind={kind} value={record[field] ?? null} onChange={(v) => set(field, v)} />
  );
  return (
    <form className="border border-kraft bg-sheet p-3" aria-label="The chosen piece" onSubmit={(e) => e.preventDefault()}>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        <div className="col-span-2">
          <ChoiceField label="Material" path={at("material")} value={piece.material} onChange={(v) => set("material", v)} options={options(sheet ? catalogue.skin : catalogue.stock)} />
        </div>
        {SIZES[piece.kind].map(([field, label]) => measure(field, label))}
        {piece.kind === "strip" && (
          <ChoiceField label="Lies" path={at("lying")} value={piece.lying} onChange={(v) => set("lying", v)} options={[{ value: "flat", label: "flat" }, { value: "on_edge", label: "on edge" }]} />
        )}
        {piece.kind === "web" && (
          <ChoiceField label="Grain" path={at("grain")} value={piece.grain} onChange={(v) => set("grain", v)} options={[{ value: "along", label: "along the span" }, { value: "upright", label: "upright: keeps caps apart" }]} />
        )}
        {"level" in piece && (
          <ChoiceField label="Depth" path={at("level")} value={piece.level} onChange={(v) => set("level", v)} options={[{ value: "middle", label: "in the middle" }, { value: "top", label: "under the top" }, { value: "bottom", label: "above the bottom" }]} />
        )}
        {"level" in piece && piece.level !== "middle" && measure("inset_mm", "Foam left over it")}
        {sheet && (
          <>
            <ChoiceField label="Face" path={at("surface")} value={piece.surface} onChange={(v) => set("surface", v)} options={[{ value: "both", label: "top and bottom" }, { value: "top", label: "top" }, { value: "bottom", label: "bottom" }]} />
            <ChoiceField label="Layers" path={at("layers")} value={String(piece.layers)} onChange={(v) => set("layers", Number(v))} options={["1", "2", "3", "4", "5", "6"].map((v) => ({ value: v, label: v }))} />
          </>
        )}
        {piece.kind === "skin" ? (
          <>
            {measure("x_from", "From, on the chord", "percent")}
            {measure("x_to", "To, on the chord", "percent")}
            {measure("nose_lap_mm", "Laps round the nose by")}
          </>
        ) : (
          <>
            {measure("chord_from", "On the chord at its start", "percent")}
            {measure("chord_to", "On the chord at its end", "percent")}
          </>
        )}
        {measure("y_from_mm", "Starts, out from the root")}
        {measure("y_to_mm", "Ends, out from the root")}
        <div className="col-span-2">
          {sheet ? (
            <ChoiceField label="Glue" path={at("glue")} value={piece.glue ?? ""} onChange={(v) => set("glue", v || null)} options={[{ value: "", label: "its own adhesive" }, ...options(catalogue.glue.filter((g) => g.tags?.spreads === "yes"))]} />
          ) : (
            <ChoiceField label="Glue" path={at("glue")} value={piece.glue} onChange={(v) => set("glue", v)} options={options(catalogue.glue)} />
          )}
        </div>
        <div className="col-span-2">
          <TextField label="Your name for it" path={at("name")} value={piece.name} onChange={(v) => set("name", v)} />
        </div>
      </div>
      {cautions.length > 0 && (
        <ul className="mt-3 border-l-4 border-gives pl-2 text-[15px]" aria-label="Cautions">
          {cautions.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
      )}
      <div className="mt-3 flex justify-between gap-2">
        <button type="button" className="btn" onClick={onRemove}>
          Remove this piece
        </button>
        <button type="button" className="btn" onClick={onClose}>
          Done
        </button>
      </div>
    </form>
  );
}
