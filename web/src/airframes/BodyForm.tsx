import type { Body, Catalogue, Joint } from "../api/types";
import { length } from "../lib/show";
import { useUnits } from "../session";
import { ChoiceField, MeasureField } from "../ui/fields";
import { BoomForm } from "./BoomForm";
import { JointFields } from "./JointFields";
import { OutlineFile } from "./OutlineFile";
import { OutlineViews } from "./OutlineViews";
import { PapersOf } from "./PapersOf";

type Station = Body["stations"][number];
type LeftOut = Body["left_out"][number];
type Measured = "length" | "percent";
type Made = Body["walls"];

const MADE: { value: Made["kind"]; label: string; says: string }[] = [
  { value: "walls", label: "A box or shell of walls", says: "sheets of foam or board, planks, or two moulded halves, glued round air" },
  { value: "profile", label: "Boards on edge", says: "cut out as it is seen from the side, one sheet or a few glued together" },
  { value: "solid", label: "Solid foam", says: "cut, carved or moulded, filled" },
];

/** The same body made in another way, of what it can be made of then. */
function madeAs(body: Body, kind: Made["kind"], catalogue: Catalogue): Body {
  const { material } = body.core;
  const board = catalogue.board.find((b) => b.id === material);
  const core = { ...body.core, density_kg_m3: null, peeled: "none" as const };
  if (kind === "solid") return { ...body, walls: { kind }, left_out: [], core: board ? { ...core, material: catalogue.foam[0]!.id } : core };
  if (kind === "profile") {
    const thick = board?.figures.thickness?.[1] ?? 6;
    return { ...body, walls: { kind, thickness_mm: thick }, left_out: [], core };
  }
  const folds = catalogue.board.find((b) => b.tags?.paper_faced === "yes")!.id;
  const glue = "glue" in body.walls ? body.walls.glue : "polyurethane_foaming";
  return {
    ...body,
    walls: { kind, glue, seam_mm: 12, sheet_mm: 5, planks: 0, corners: "fillet", peeled_inside: "none", peeled_outside: "none" },
    core: board || catalogue.foam.some((f) => f.id === material) ? core : { ...core, material: folds },
  };
}

export type ReadyShape = "box" | "pod" | "profile" | "glider";
const READY: { id: ReadyShape; label: string }[] = [
  { id: "box", label: "Trainer box" },
  { id: "pod", label: "Pod and boom" },
  { id: "profile", label: "Flat profile" },
  { id: "glider", label: "Round, of planks" },
];

const OUTLINE: { field: Exclude<keyof Station, "joint">; label: string; kind: Measured; hint?: string }[] = [
  { field: "x_mm", label: "Behind the nose", kind: "length" },
  { field: "width_mm", label: "Width", kind: "length" },
  { field: "height_mm", label: "Height", kind: "length" },
  { field: "middle_mm", label: "Middle, over a straight line", kind: "length" },
  { field: "roundness", label: "How round", kind: "percent", hint: "0: a box; 100 %: an ellipse" },
];

/** Ways to join, as they are called on a body. */
const IN_TWO: Record<string, string> = { brace: "plates along both sides", blade: "a plate through the middle" };

const ALSO: { field: "wheel_mm" | "hook_mm" | "propeller_mm"; label: string; hint: string }[] = [
  { field: "wheel_mm", label: "Nose wheel or skid, behind the nose", hint: "left empty: it lands on its belly" },
  { field: "hook_mm", label: "Hook for a launch line, behind the nose", hint: "left empty: at the balance point" },
  { field: "propeller_mm", label: "Diameter of the propeller", hint: "left empty: a usual one for its weight" },
];

export interface BodyFormProps {
  at: string;
  body: Body;
  catalogue: Catalogue;
  grid: string;
  onChange: (next: (body: Body) => Body, key: string) => void;
  /** A ready shape in place of it, sized to the wing. */
  takeShape?: (shape: ReadyShape) => void;
  /** Another kind of joint at a station, in sizes that fit. */
  takeJoint: (k: number, kind: Joint["kind"]) => void;
}

/** The body from nose to tail: its outline by stations, its walls, what is left open, where the wing sits. */
export function BodyForm({ at, body, catalogue, grid, onChange, takeShape, takeJoint }: BodyFormProps) {
  const units = useUnits();
  const setMade = (walls: Made, key: string) => onChange((b) => ({ ...b, walls }), key);
  const set = (next: Partial<Body>, key: string) => onChange((b) => ({ ...b, ...next }), key);
  const setStation = (k: number, next: Partial<Station>, key: string) =>
    onChange((b) => ({ ...b, stations: b.stations.map((s, i) => (i === k ? { ...s, ...next } : s)) }), `station.${k}.${key}`);
  const setGone = (k: number, next: Partial<LeftOut>, key: string) =>
    onChange((b) => ({ ...b, left_out: b.left_out.map((s, i) => (i === k ? { ...s, ...next } : s)) }), `left.${k}.${key}`);
  const made = body.walls;
  const papered = catalogue.board.some((b) => b.id === body.core.material && b.tags?.paper_faced === "yes");
  const ofBoard = catalogue.board.some((b) => b.id === body.core.material);
  const materials = {
    walls: [...catalogue.foam, ...catalogue.board],
    profile: [...catalogue.board, ...catalogue.foam],
    solid: catalogue.foam,
  }[made.kind];
  const outline = OUTLINE.filter(({ field }) => made.kind !== "profile" || !["width_mm", "roundness"].includes(field));
  const end = body.stations.at(-1)!.x_mm;
  const name = (k: number) => (k === 0 ? "Nose" : k === body.stations.length - 1 ? (body.boom ? "Pod's end" : "Tail") : `Station ${k + 1}`);

  function addStation() {
    onChange((b) => {
      // in the middle of the longest stretch
      const gaps = b.stations.slice(1).map((s, k) => s.x_mm - b.stations[k]!.x_mm);
      const k = gaps.indexOf(Math.max(...gaps));
      const [one, two] = [b.stations[k]!, b.stations[k + 1]!];
      const half = (field: (typeof OUTLINE)[number]["field"]) => Math.round((one[field] + two[field]) / 2);
      const made = {
        x_mm: half("x_mm"), width_mm: half("width_mm"), height_mm: half("height_mm"), middle_mm: half("middle_mm"),
        roundness: (one.roundness + two.roundness) / 2, joint: null,
      }; // prettier-ignore
      return { ...b, stations: [...b.stations.slice(0, k + 1), made, ...b.stations.slice(k + 1)] };
    }, "stations");
  }

  return (
    <>
      <fieldset className="mb-4 border-t border-ink pt-2">
        <legend className="float-left w-full text-[18px] font-semibold">2. The body, from nose to tail</legend>
        <p className="clear-both mb-2 text-[15px] text-pencil">{length(end, units)} long. Its outline runs in straight lines from station to station.</p>
        {takeShape && (
          <div role="group" aria-label="Ready shapes, sized to the wing" className="mb-2 flex flex-wrap items-baseline gap-x-3 gap-y-1 text-[15px]">
            <span className="text-pencil">Begin again from a ready shape, sized to the wing:</span>
            {READY.map(({ id, label }) => (
              <button key={id} type="button" className="btn-quiet btn px-1" onClick={() => takeShape(id)}>
                {label}
              </button>
            ))}
          </div>
        )}
        <OutlineViews body={body} name={name} onDrag={(stations, key) => onChange((b) => ({ ...b, stations }), key)} />
        <OutlineFile
          roundness={body.stations[0]!.roundness}
          onRead={(stations) =>
            onChange((b) => {
              const long = stations.at(-1)!.x_mm;
              const by = long / b.stations.at(-1)!.x_mm;
              const at = (mm: number) => Math.round(mm * by);
              return {
                ...b,
                stations,
                wing_at_mm: at(b.wing_at_mm),
                seat_mm: at(b.seat_mm),
                wheel_mm: b.wheel_mm === null ? null : at(b.wheel_mm),
                hook_mm: b.hook_mm === null ? null : at(b.hook_mm),
                left_out: b.left_out.map((gone) => ({ ...gone, x_from_mm: at(gone.x_from_mm), x_to_mm: Math.min(at(gone.x_to_mm), long) })),
              };
            }, "outline")
          }
        />
        {body.stations.map((station, k) => (
          <div key={k} className="mb-3">
            <div className="flex items-baseline justify-between">
              <h3 className="font-medium">{name(k)}</h3>
              {k > 0 && body.stations.length > 2 && (
                <button
                  type="button"
                  className="btn-quiet btn px-1"
                  onClick={() => onChange((b) => ({ ...b, stations: b.stations.filter((_, i) => i !== k) }), "stations")}
                >
                  Take this station out
                </button>
              )}
            </div>
            <div className={grid}>
              {outline
                .filter(({ field }) => k > 0 || field !== "x_mm")
                .map(({ field, label, kind, hint }) => (
                  <MeasureField
                    key={field}
                    label={label}
                    path={`${at}stations.${k}.${field}`}
                    kind={kind}
                    value={station[field]}
                    onChange={(v) => setStation(k, { [field]: v }, field)}
                    hint={k === 0 ? hint : undefined}
                  />
                ))}
              {made.kind !== "profile" && k > 0 && k < body.stations.length - 1 && (
                <ChoiceField
                  label="Here it is"
                  path={`${at}stations.${k}.joint.kind`}
                  value={station.joint?.kind ?? "through"}
                  onChange={(kind) => takeJoint(k, kind)}
                  options={[
                    { value: "through", label: "in one" },
                    ...catalogue.joining
                      .filter((j) => made.kind === "solid" || ["butt", "brace"].includes(j.id))
                      .map((j) => ({ value: j.id as Joint["kind"], label: `in two, ${IN_TWO[j.id] ?? j.label}` })),
                  ]}
                />
              )}
              {made.kind !== "profile" && station.joint && (
                <JointFields
                  joint={station.joint}
                  path={(name) => `${at}stations.${k}.joint.${name}`}
                  catalogue={catalogue}
                  set={(next, key) => setStation(k, { joint: { ...station.joint!, ...next } }, `joint.${key}`)}
                />
              )}
            </div>
          </div>
        ))}
        <div className={grid}>
          <MeasureField
            label="The nose closes in a curve, over"
            path={`${at}nose_mm`}
            kind="length"
            value={body.nose_mm}
            onChange={(v) => set({ nose_mm: v }, "nose")}
            hint="0: it is cut off square"
          />
        </div>
        {body.stations.length < 12 && (
          <button type="button" className="btn mt-2" onClick={addStation}>
            Add a station
          </button>
        )}
      </fieldset>
      <fieldset className="mb-4 border-t border-ink pt-2">
        <legend className="float-left w-full text-[18px] font-semibold">3. Where wing, wheel and hook sit</legend>
        <div className={`clear-both ${grid}`}>
          <MeasureField
            label="Wing's nose, behind the body's"
            path={`${at}wing_at_mm`}
            kind="length"
            value={body.wing_at_mm}
            onChange={(v) => set({ wing_at_mm: v }, "wing_at")}
          />
          <MeasureField
            label="Length of the wing's seat"
            path={`${at}seat_mm`}
            kind="length"
            value={body.seat_mm}
            onChange={(v) => set({ seat_mm: v }, "seat")}
          />
          {ALSO.map(({ field, label, hint }) => (
            <MeasureField
              key={field}
              label={label}
              path={`${at}${field}`}
              kind="length"
              value={body[field]}
              onChange={(v) => set({ [field]: v }, field)}
              onEmpty={() => set({ [field]: null }, field)}
              hint={hint}
            />
          ))}
        </div>
      </fieldset>
      <fieldset className="mb-4 border-t border-ink pt-2">
        <legend className="float-left w-full text-[18px] font-semibold">4. What it is made of</legend>
        <div className={`clear-both ${grid}`}>
          <ChoiceField
            label="Made as"
            path={`${at}walls.kind`}
            value={made.kind}
            onChange={(kind) => onChange((b) => madeAs(b, kind, catalogue), "made")}
            options={MADE.map(({ value, label }) => ({ value, label }))}
            hint={MADE.find((m) => m.value === made.kind)?.says}
          />
          <ChoiceField
            label="Foam or board"
            path={`${at}core.material`}
            value={body.core.material}
            onChange={(material) =>
              onChange((b) => {
                const papers = catalogue.board.some((one) => one.id === material && one.tags?.paper_faced === "yes");
                const walls = b.walls.kind === "walls" && !papers ? { ...b.walls, peeled_inside: "none" as const, peeled_outside: "none" as const } : b.walls;
                return { ...b, walls, core: { ...b.core, material, density_kg_m3: null } };
              }, "core")
            }
            options={materials.map((f) => ({ value: f.id, label: f.label }))}
            hint={materials.find((f) => f.id === body.core.material)?.basis.replace(/^.*: /, "figures: ")}
          />
          {made.kind === "profile" && (
            <MeasureField
              label="Thickness of it all"
              path={`${at}walls.thickness_mm`}
              kind="size"
              value={made.thickness_mm}
              onChange={(v) => setMade({ ...made, thickness_mm: v }, "thick")}
              hint={ofBoard ? "one board, or two or more glued together" : undefined}
            />
          )}
          {made.kind === "walls" && !ofBoard && (
            <MeasureField
              label="Thickness of the walls"
              path={`${at}walls.sheet_mm`}
              kind="size"
              value={made.sheet_mm}
              onChange={(v) => setMade({ ...made, sheet_mm: v }, "sheet")}
            />
          )}
          {made.kind === "walls" && (
            <ChoiceField
              label="Glue of the corners"
              path={`${at}walls.glue`}
              value={made.glue}
              onChange={(glue) => setMade({ ...made, glue }, "glue")}
              options={catalogue.glue.map((g) => ({ value: g.id, label: g.label }))}
            />
          )}
          {made.kind === "walls" && !ofBoard && (
            <MeasureField
              label="Planks round it"
              path={`${at}walls.planks`}
              kind="number"
              value={made.planks}
              onChange={(v) => setMade({ ...made, planks: Math.round(v) }, "planks")}
              hint="0: cut, bent or moulded walls"
            />
          )}
          {made.kind === "walls" && ofBoard && !papered && (
            <ChoiceField
              label="Glue in its corners"
              path={`${at}walls.corners`}
              value={made.corners}
              onChange={(corners) => setMade({ ...made, corners }, "corners")}
              options={[
                { value: "fillet", label: "a fillet along both faces" },
                { value: "plain", label: "inside the flutes alone: a fifth of the hold" },
              ]}
            />
          )}
          {made.kind !== "solid" && ofBoard && !papered && (
            <ChoiceField
              label="Its flutes run"
              path={`${at}core.flutes`}
              value={body.core.flutes}
              onChange={(flutes) => onChange((b) => ({ ...b, core: { ...b.core, flutes } }), "flutes")}
              options={[
                { value: "along", label: "along the body" },
                { value: "across", label: made.kind === "walls" ? "round it: weak" : "up and down: weak" },
              ]}
            />
          )}
          {made.kind === "walls" && papered && (
            <PapersOf
              path={(field) => `${at}walls.${field}`}
              section={made}
              outside="without its outer paper a corner has no hinge: tape it"
              onChange={(next, key) => setMade({ ...made, ...next }, key)}
            />
          )}
        </div>
        {body.left_out.map((gone, k) => (
          <div key={k} className="mt-3">
            <div className="flex items-baseline justify-between">
              <h3 className="font-medium">Left open {k + 1}</h3>
              <button
                type="button"
                className="btn-quiet btn px-1"
                onClick={() => onChange((b) => ({ ...b, left_out: b.left_out.filter((_, i) => i !== k) }), "left_out")}
              >
                Close it again
              </button>
            </div>
            <div className={grid}>
              <ChoiceField
                label="Wall"
                path={`${at}left_out.${k}.side`}
                value={gone.side}
                onChange={(side) => setGone(k, side === "left" || side === "right" ? { side, width_mm: null } : { side }, "side")}
                options={[
                  { value: "bottom", label: "the bottom" },
                  { value: "top", label: "the top" },
                  { value: "left", label: "the left side" },
                  { value: "right", label: "the right side" },
                ]}
              />
              <MeasureField
                label="From, behind the nose"
                path={`${at}left_out.${k}.x_from_mm`}
                kind="length"
                value={gone.x_from_mm}
                onChange={(v) => setGone(k, { x_from_mm: v }, "from")}
              />
              <MeasureField
                label="To, behind the nose"
                path={`${at}left_out.${k}.x_to_mm`}
                kind="length"
                value={gone.x_to_mm}
                onChange={(v) => setGone(k, { x_to_mm: v }, "to")}
              />
              {(gone.side === "top" || gone.side === "bottom") && (
                <MeasureField
                  label="Width of the opening"
                  path={`${at}left_out.${k}.width_mm`}
                  kind="length"
                  value={gone.width_mm}
                  onChange={(v) => setGone(k, { width_mm: v }, "width")}
                  onEmpty={() => setGone(k, { width_mm: null }, "width")}
                  hint="left empty: the whole wall"
                />
              )}
              <MeasureField
                label="Radius of its corners"
                path={`${at}left_out.${k}.corner_mm`}
                kind="length"
                value={gone.corner_mm}
                onChange={(v) => setGone(k, { corner_mm: v }, "corner")}
              />
            </div>
          </div>
        ))}
        {made.kind === "walls" && body.left_out.length < 6 && (
          <button
            type="button"
            className="btn mt-3"
            onClick={() =>
              onChange((b) => {
                const start = Math.round(b.wing_at_mm + b.seat_mm + 10);
                return {
                  ...b,
                  left_out: [...b.left_out, { side: "bottom" as const, x_from_mm: Math.min(start, end - 20), x_to_mm: end, width_mm: null, corner_mm: 5 }],
                };
              }, "left_out")
            }
          >
            Leave a wall open
          </button>
        )}
      </fieldset>
      <BoomForm at={at} body={body} catalogue={catalogue} grid={grid} onChange={onChange} />
    </>
  );
}
