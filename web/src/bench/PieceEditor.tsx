import type { Catalogue, Choice, Piece } from "../api/types";
import { focusOn } from "../lib/focusOn";
import { inSight } from "../lib/inSight";
import { ChoiceField, type Kind, MeasureField, TextField } from "../ui/fields";
import { choiceWord, fieldLabel, type LaidOn, wholeHint } from "./pieceWords";

interface Props {
  piece: Piece;
  index: number;
  /** Half span of the part, mm. */
  half: number;
  /** What it is laid on: a body is told from its nose on. */
  on: LaidOn;
  catalogue: Catalogue;
  cautions: string[];
  onChange: (next: (piece: Piece) => Piece, key: string) => void;
  onRemove: () => void;
  onClose: () => void;
}

type Values = Record<string, unknown>;

interface FieldFacts {
  label?: string;
  quantity?: string;
  enum?: string[];
  table?: string;
}

const EMPTY: Record<string, string> = { glue: "its own adhesive", sleeve_material: "none: hollow", cap_material: "none" };
/** Fields that mean nothing until another one says so. */
const SHOWN: Record<string, (piece: Values) => boolean> = {
  inset_mm: (p) => p.level !== "middle",
  sleeve_mm: (p) => p.sleeve_material !== null,
  sleeve_to_mm: (p) => p.sleeve_material !== null,
  cap_width_mm: (p) => p.cap_material !== null,
  cap_thickness_mm: (p) => p.cap_material !== null,
  cover_mm: (p) => p.cap_material !== null,
  layers: (p) => p.kind !== "web" || p.cap_material !== null,
  drops_mm: (p) => Number(p.layers) > 1 && (p.kind !== "web" || p.cap_material !== null),
  depth_mm: (p) => p.face !== "through",
  width_mm: (p) => p.kind !== "boards" || p.lying !== "on_edge",
};
/** What is read off the stock first, then where it lies, then how it is held. */
const LAST = ["level", "inset_mm", "x_from", "x_to", "nose_lap_mm", "chord_from", "chord_to", "y_from_mm", "y_to_mm", "glue", "name"];
const WIDE = new Set(["material", "glue", "name"]);
const HIDDEN = new Set(["id", "kind", "on"]);
const MEASURES = new Set<string>(["length", "size", "percent", "angle", "area_mass", "mass", "torque", "force", "number"]);
/** Places along the span, which may be told as a part of the half span. */
const ALONG = new Set(["y_from_mm", "y_to_mm", "sleeve_to_mm"]);

const options = (choices: Choice[]) => choices.map((c) => ({ value: c.id, label: c.label }));
const sentence = (text: string) => text[0]!.toUpperCase() + text.slice(1);

function ordered(fields: Record<string, FieldFacts>): string[] {
  const names = Object.keys(fields).filter((name) => !HIDDEN.has(name));
  const rank = (name: string) => (name === "material" ? -1 : LAST.indexOf(name) + 1);
  return names
    .map((name, k) => ({ name, k }))
    .sort((a, b) => rank(a.name) - rank(b.name) || a.k - b.k)
    .map((n) => n.name);
}

/** Materials that can be chosen for a field. */
function choices(catalogue: Catalogue, piece: Piece, name: string, table: string): Choice[] {
  const all = catalogue[table as "stock" | "skin" | "glue" | "cord" | "cloth" | "foam" | "board"];
  if (table === "glue" && (piece.kind === "skin" || piece.kind === "tape")) return all.filter((g) => g.tags?.spreads === "yes");
  if (table === "board") return all.filter((b) => b.tags?.paper_faced === "yes");
  return name === "wood" ? all.filter((s) => /balsa|spruce|ply|dowel|bamboo|stick/.test(s.id)) : all;
}

const onAPhone = inSight(640);

/** Everything about one piece. Each change is answered at once. */
export function PieceEditor({ piece, index, half, on, catalogue, cautions, onChange, onRemove, onClose }: Props) {
  const at = (field: string) => `pieces.${index}.${field}`;
  const set = (field: string, value: unknown) => onChange((now) => ({ ...now, [field]: value }) as Piece, `${piece.id}.${field}`);
  const record = piece as unknown as Values;
  const fields = (catalogue.limits[piece.kind] ?? {}) as Record<string, FieldFacts>;

  function drops() {
    const now = (record.drops_mm as number[] | undefined) ?? [];
    return Array.from({ length: Number(record.layers) - 1 }, (_, k) => (
      <MeasureField
        key={`drop-${k}`}
        label={k === 0 ? "The first layer ends at" : "The next one ends at"}
        path={at(`drops_mm.${k}`)}
        kind="length"
        value={now[k] ?? null}
        onChange={(v) =>
          set(
            "drops_mm",
            [...now.slice(0, k), v, ...now.slice(k + 1)].filter((d) => d !== undefined),
          )
        }
        onEmpty={() =>
          set(
            "drops_mm",
            now.filter((_, other) => other !== k),
          )
        }
        hint="left empty: it goes to the end"
      />
    ));
  }

  function entry(name: string) {
    const facts = fields[name]!;
    const label = fieldLabel(name, on) ?? sentence(facts.label ?? name);
    const value = record[name];
    if (facts.table) {
      const all = choices(catalogue, piece, name, facts.table);
      const list = options(all);
      const basis = all.find((c) => c.id === value)?.basis.replace(/^.*?: /, "figures: ");
      const empty = EMPTY[name] !== undefined && (name !== "glue" || piece.kind === "skin" || piece.kind === "tape");
      return (
        <ChoiceField
          label={label}
          path={at(name)}
          value={String(value ?? "")}
          onChange={(v) => set(name, v || null)}
          hint={name === "material" ? basis : undefined}
          options={empty ? [{ value: "", label: EMPTY[name]! }, ...list] : list}
        />
      );
    }
    if (facts.enum) {
      return (
        <ChoiceField
          label={label}
          path={at(name)}
          value={String(value)}
          onChange={(v) => set(name, v)}
          options={facts.enum.map((v) => ({ value: v, label: choiceWord(name, v, on) }))}
        />
      );
    }
    if (name === "layers")
      return (
        <ChoiceField
          label="Layers"
          path={at(name)}
          value={String(value)}
          onChange={(v) => onChange((now) => ({ ...now, layers: Number(v), drops_mm: [] }) as unknown as Piece, `${piece.id}.layers`)}
          options={["1", "2", "3", "4", "5", "6"].map((v) => ({ value: v, label: v }))}
        />
      );
    if (name === "name") return <TextField label={label} path={at(name)} value={String(value)} onChange={(v) => set(name, v)} />;
    if (!facts.quantity || !MEASURES.has(facts.quantity)) return null;
    return (
      <MeasureField
        label={label}
        path={at(name)}
        kind={facts.quantity as Kind}
        value={(value as number | null) ?? null}
        onChange={(v) => set(name, v)}
        {...(ALONG.has(name) && { whole: half, hint: name === "y_to_mm" ? wholeHint(on) : undefined })}
      />
    );
  }

  return (
    <form
      ref={onAPhone}
      className="scroll-mt-10 border border-kraft bg-sheet p-3"
      aria-label="The chosen piece"
      onSubmit={(e) => e.preventDefault()}
      onKeyDown={(e) => e.key === "Escape" && focusOn(`[data-line="${piece.id}"] button[aria-expanded]`)}
    >
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        {ordered(fields)
          .filter((name) => SHOWN[name]?.(record) ?? true)
          .map((name) =>
            name === "drops_mm" ? (
              drops()
            ) : (
              <div key={name} className={WIDE.has(name) ? "col-span-2" : ""}>
                {entry(name)}
              </div>
            ),
          )}
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
