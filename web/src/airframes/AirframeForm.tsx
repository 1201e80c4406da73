import { type ChangeEvent, type ReactNode, useState } from "react";

import { client, Fault, take, takeAs } from "../api/client";
import type { Aerofoil, Airframe, Body, Catalogue, Joint, Lifting, Panel, PartName, Targets } from "../api/types";
import { PARTS, partOf, tailsFollow, withPart } from "../lib/parts";
import { length, trim } from "../lib/show";
import { useUnits } from "../session";
import { ChoiceField, MeasureField, TextField, unitsWord } from "../ui/fields";
import { BodyForm } from "./BodyForm";
import { JointFields } from "./JointFields";
import { FoldedSection } from "./FoldedSection";
import { SheetedSection } from "./SheetedSection";

interface Props {
  airframe: Airframe;
  /** Which part is described; the wing if not said. */
  part?: PartName;
  catalogue: Catalogue;
  /** Figures are read by the server and come back late: a change is made on what stands then. */
  onChange: (next: (airframe: Airframe) => Airframe, key: string) => void;
  /** In the bench's narrow column, fields stand in two columns. */
  narrow?: boolean;
}

function Part({ number, title, children }: { number: number; title: string; children: ReactNode }) {
  return (
    <fieldset className="border-t border-ink pt-2 pb-4">
      <legend className="float-left mb-2 w-full text-[18px] font-semibold">
        {number}. {title}
      </legend>
      <div className="clear-both">{children}</div>
    </fieldset>
  );
}

/** A coordinate file, read by the server; what was wrong with it is told here. */
function CoordinateFile({ aerofoil, onChange }: { aerofoil: Aerofoil; onChange: (a: Aerofoil) => void }) {
  const [fault, setFault] = useState<string | null>(null);
  const [reading, setReading] = useState(false);
  async function read(event: ChangeEvent<HTMLInputElement>) {
    const file = event.target.files?.[0];
    if (!file) return;
    setReading(true);
    try {
      const text = await file.text();
      const found = await takeAs<Aerofoil>(client.POST("/api/aerofoil", { body: { text, name: file.name.replace(/\.\w+$/, "") } }));
      setFault(null);
      onChange(found);
    } catch (cause) {
      const said = cause instanceof Fault ? cause.problems[0] : undefined;
      setFault(said ? `${said.what} ${said.right}` : cause instanceof Fault ? cause.message : "The file cannot be read.");
    } finally {
      setReading(false);
    }
  }
  const loaded = aerofoil.kind === "coordinates" && aerofoil.points.length > 0;
  return (
    <div>
      <label className="block text-[15px] font-medium" htmlFor="coordinate-file">
        Coordinate file
      </label>
      <input
        id="coordinate-file"
        type="file"
        accept=".dat,.txt,.csv,text/plain"
        className="entry py-1.5"
        onChange={(e) => void read(e)}
        aria-invalid={fault !== null}
        aria-describedby="coordinate-said"
      />
      <p id="coordinate-said" role={fault ? "alert" : undefined} className={`mt-0.5 text-[15px] ${fault ? "font-medium text-gives" : "text-pencil"}`}>
        {reading
          ? "Reading…"
          : (fault ??
            (loaded
              ? `${aerofoil.name || "Your section"}: ${aerofoil.points.length} points`
              : "One loop from the trailing edge, or the upper face and then the lower. Until one is read, the last section stays."))}
      </p>
    </div>
  );
}

const TARGETS: { field: keyof Targets; label: string; kind: "number" | "percent" | "angle" | "mass" }[] = [
  { field: "break_g", label: "It holds at least, in G", kind: "number" },
  { field: "tip_bend_share", label: "Tip bends at most, part of the half wing", kind: "percent" },
  { field: "tip_bend_least_share", label: "Tip bends at least: a wing that is seen to flex", kind: "percent" },
  { field: "twist_deg", label: "Twists at most, in degrees", kind: "angle" },
  { field: "minutes", label: "Minutes of work at most", kind: "number" },
  { field: "share_g", label: "Its share of the weight promise", kind: "mass" },
];

const OF_BODY: Partial<Record<keyof Targets, string>> = {
  tip_bend_share: "Tail bends at most, part of its length",
  tip_bend_least_share: "Tail bends at least",
};

interface DetailsProps {
  name: PartName;
  wing: Lifting;
  catalogue: Catalogue;
  grid: string;
  /** A field of the part changed as it stands then: what is typed beside it may still be on its way. */
  setPart: <K extends "core" | "seat">(part: K, next: Partial<Lifting[K]>, key: string) => void;
  setJoint: (k: number, next: Partial<Joint>, key: string) => void;
  /** Another kind of joint, in sizes that fit. */
  takeKind: (k: number, kind: Joint["kind"]) => void;
}

/** How a board is used, how the wing sits, and how its panels are joined. */
function Details({ name, wing, catalogue, grid, setPart, setJoint, takeKind }: DetailsProps) {
  const at = `parts.${name}.`;
  const board = catalogue.board.find((b) => b.id === wing.core.material);
  return (
    <fieldset className="mb-4 grid gap-3 border-t border-ink pt-2">
      <legend className="float-left w-full text-[18px] font-semibold">How it is held and joined</legend>
      {board && (
        <div className={grid}>
          {"peeled_inside" in wing.aerofoil ? null : board.tags?.paper_faced === "yes" ? (
            <ChoiceField
              label="Its paper"
              path={`${at}core.peeled`}
              value={wing.core.peeled}
              onChange={(peeled) => setPart("core", { peeled }, "peeled")}
              options={[
                { value: "none", label: "left on" },
                { value: "top", label: "peeled off the top" },
                { value: "bottom", label: "peeled off the bottom" },
                { value: "both", label: "peeled off both" },
              ]}
              hint={wing.core.peeled === "top" || wing.core.peeled === "bottom" ? "peeled on one side it warps" : undefined}
            />
          ) : (
            <ChoiceField
              label="Its flutes run"
              path={`${at}core.flutes`}
              value={wing.core.flutes}
              onChange={(flutes) => setPart("core", { flutes }, "flutes")}
              options={[
                { value: "along", label: "along the span" },
                { value: "across", label: "along the chord: weak" },
              ]}
            />
          )}
        </div>
      )}
      <div className={grid}>
        <ChoiceField
          label={`The ${name} is held by`}
          path={`${at}seat.kind`}
          value={wing.seat.kind}
          onChange={(kind) => setPart("seat", { kind }, "seat")}
          options={[
            { value: "glued", label: "glue, in the body" },
            { value: "bands", label: "rubber bands over a seat" },
            { value: "clamp", label: "clamps or bolts on the spar" },
          ]}
        />
        {wing.seat.kind !== "glued" && (
          <MeasureField
            label="Spar that the seat bears on"
            path={`${at}seat.width_mm`}
            kind="length"
            value={wing.seat.width_mm}
            onChange={(v) => setPart("seat", { width_mm: v }, "seat.width")}
          />
        )}
      </div>
      {wing.panels.map((panel, k) => {
        const { joint } = panel;
        const set = (next: Partial<Joint>, key: string) => setJoint(k, next, key);
        const path = (name: string) => `${at}panels.${k}.joint.${name}`;
        return (
          <div key={k} className={grid}>
            <ChoiceField
              label={k === 0 ? (name === "fin" ? "Joint at its root" : "Joint in the middle") : `Joint of panel ${k} and ${k + 1}`}
              path={path("kind")}
              value={joint.kind}
              onChange={(kind) => takeKind(k, kind)}
              options={[
                { value: "through", label: "sticks and skins run through" },
                ...catalogue.joining.map((j) => ({ value: j.id as Joint["kind"], label: j.label })),
              ]}
            />
            <JointFields joint={joint} path={path} catalogue={catalogue} set={set} />
          </div>
        );
      })}
    </fieldset>
  );
}

export function AirframeForm({ airframe, part: name = "wing", catalogue, onChange, narrow }: Props) {
  const units = useUnits();
  const { flight } = airframe;
  const wing = partOf(airframe, name);
  const at = `parts.${name}.`;
  const [said, setSaid] = useState<string | null>(null);
  const [wantsFile, setWantsFile] = useState(wing.aerofoil.kind === "coordinates");
  const set = (next: Partial<Airframe>, key: string) => onChange((a) => ({ ...a, ...next }), key);
  const setWing = (next: Partial<Lifting>, key: string) => onChange((a) => withPart(a, name, (p) => ({ ...p, ...next })), `${name}.${key}`);
  const setFlight = (next: Partial<Airframe["flight"]>, key: string) => onChange((a) => ({ ...a, flight: { ...a.flight, ...next } }), key);
  const setPanels = (next: (panels: Panel[]) => Panel[], key: string) =>
    onChange((a) => withPart(a, name, (p) => ({ ...p, panels: next(p.panels) })), `${name}.${key}`);
  const setPanel = (k: number, next: Partial<Panel>, key: string) =>
    setPanels(
      (panels) =>
        panels.map((p, i) => {
          if (i === k) return { ...p, ...next };
          // neighbours share the chord at the joint
          if (i === k + 1 && next.tip_chord_mm !== undefined) return { ...p, root_chord_mm: next.tip_chord_mm };
          if (i === k - 1 && next.root_chord_mm !== undefined) return { ...p, tip_chord_mm: next.root_chord_mm };
          return p;
        }),
      `panel.${k}.${key}`,
    );
  const setPart: DetailsProps["setPart"] = (field, next, key) =>
    onChange((a) => withPart(a, name, (p) => ({ ...p, [field]: { ...p[field], ...next } })), `${name}.${key}`);
  const setJoint: DetailsProps["setJoint"] = (k, next, key) =>
    setPanels((panels) => panels.map((p, i) => (i === k ? { ...p, joint: { ...p.joint, ...next } } : p)), `panel.${k}.joint.${key}`);
  const takeKind: DetailsProps["takeKind"] = (k, kind) =>
    void take(client.POST("/api/start/joint", { body: { airframe, part: name, panel: k, kind } })).then(
      (joint) => setJoint(k, joint, "kind"),
      // while the form has a fault there is nothing to fit it to
      () => setJoint(k, { kind }, "kind"),
    );
  const takeSection = (kind: "naca" | "flat_plate" | "folded" | "sheeted") =>
    void take(client.POST("/api/start/section", { body: { airframe: { ...airframe, name: airframe.name.trim() || "New" }, part: name, kind } })).then(
      ({ aerofoil, core }) => {
        setSaid(null);
        setWing({ aerofoil, core: { ...core, density_kg_m3: core.density_kg_m3 ?? null } }, "aerofoil");
      },
      () => setSaid("Something else here cannot be yet: mend it first, then choose. A section is fitted to its part."),
    );
  const setTarget = (field: keyof Targets, value: number | null) =>
    onChange((a) => withPart(a, name, (p) => ({ ...p, targets: { ...p.targets, [field]: value } })), `${name}.${field}`);
  const preset = catalogue.presets.find((p) => p.use === flight.use);
  const half = wing.panels.reduce((sum, p) => sum + p.span_mm, 0);
  const grid = narrow ? "grid grid-cols-2 gap-3" : "grid grid-cols-2 gap-3 lg:grid-cols-3";
  const kind = wantsFile ? "coordinates" : wing.aerofoil.kind;
  const woods = catalogue.stock.filter((s) => s.tags?.sheeting === "yes");
  const materials = [...catalogue.foam, ...catalogue.board, ...(kind === "sheeted" || woods.some((w) => w.id === wing.core.material) ? woods : [])];
  const isBoard = catalogue.board.some((b) => b.id === wing.core.material);

  return (
    <form onSubmit={(e) => e.preventDefault()} aria-label="The airframe">
      <Part number={1} title="What it is and how it is flown">
        <div className={grid}>
          <TextField label="Name" path="name" value={airframe.name} onChange={(name) => set({ name }, "name")} />
          <div className={narrow ? "col-span-2" : "lg:col-span-2"}>
            <ChoiceField
              label="How it is flown"
              path="flight.use"
              value={flight.use}
              onChange={(use) => {
                const chosen = catalogue.presets.find((p) => p.use === use);
                setFlight({ use, ...(chosen && { load_factor: chosen.load_factor, speed_m_s: chosen.speed_m_s }) }, "use");
              }}
              options={catalogue.presets.map((p) => ({ value: p.use as typeof flight.use, label: p.label }))}
              hint={preset?.reason}
            />
          </div>
          <MeasureField
            label="Top speed"
            path="flight.speed_m_s"
            kind="speed"
            value={flight.speed_m_s}
            onChange={(v) => setFlight({ speed_m_s: v }, "speed")}
          />
          <MeasureField
            label="Hardest pull, in G"
            path="flight.load_factor"
            kind="number"
            value={flight.load_factor}
            onChange={(v) => setFlight({ load_factor: v }, "n")}
            hint="the limit that flight may reach"
          />
          <MeasureField
            label="Safety factor"
            path="flight.safety_factor"
            kind="number"
            value={flight.safety_factor}
            onChange={(v) => setFlight({ safety_factor: v }, "sf")}
            hint={`must not break below ${trim(flight.load_factor * flight.safety_factor, 1)} G`}
          />
        </div>
      </Part>
      {name === "body" && airframe.parts.body ? (
        <BodyForm
          at={at}
          body={airframe.parts.body}
          catalogue={catalogue}
          grid={grid}
          onChange={(next, key) => onChange((a) => tailsFollow(a, withPart<Body>(a, name, next)), `${name}.${key}`)}
          takeShape={(shape) =>
            void take(client.POST("/api/start/body", { body: { airframe, shape } })).then(
              (made) => onChange((a) => withPart<Body>(a, name, () => made as Body), `${name}.shape.${shape}`),
              () => setSaid("Something else here cannot be yet: mend it first, then choose a shape."),
            )
          }
          takeJoint={(k, kind) => {
            const set = (joint: Joint) =>
              onChange(
                (a) => withPart<Body>(a, name, (b) => ({ ...b, stations: b.stations.map((s, i) => (i === k ? { ...s, joint } : s)) })),
                `${name}.station.${k}.joint`,
              );
            void take(client.POST("/api/start/joint", { body: { airframe, part: name, panel: k, kind } })).then(
              (joint) => set(joint as Joint),
              () => undefined,
            );
          }}
        />
      ) : (
        <>
          <Part number={2} title={PARTS[name].title}>
            <p className="mb-2 text-[15px] text-pencil">
              {name === "fin" ? `${length(half, units)} high.` : `${length(2 * half, units)} from tip to tip.`} Type lengths as you say them: {unitsWord(units)}
              .
            </p>
            {wing.panels.map((panel, k) => (
              <div key={k} className="mb-3">
                {wing.panels.length > 1 && (
                  <div className="flex items-baseline justify-between">
                    <h3 className="font-medium">
                      Panel {k + 1}
                      {k === 0 ? ", at the middle" : k === wing.panels.length - 1 ? ", at the tip" : ""}
                    </h3>
                    <button type="button" className="btn-quiet btn px-1" onClick={() => setPanels((panels) => panels.filter((_, i) => i !== k), "panels")}>
                      Take this panel out
                    </button>
                  </div>
                )}
                <div className={grid}>
                  <MeasureField
                    label={wing.panels.length > 1 ? "Its span" : name === "fin" ? "Height" : "Half span"}
                    path={`${at}panels.${k}.span_mm`}
                    kind="length"
                    value={panel.span_mm}
                    onChange={(v) => setPanel(k, { span_mm: v }, "span")}
                  />
                  {wing.panels.length === 1 && name !== "fin" && (
                    <MeasureField
                      label="Or tip to tip"
                      path={`${at}tip_to_tip`}
                      kind="length"
                      value={2 * panel.span_mm}
                      onChange={(v) => setPanel(k, { span_mm: v / 2 }, "span")}
                    />
                  )}
                  <MeasureField
                    label="Chord, inner end"
                    path={`${at}panels.${k}.root_chord_mm`}
                    kind="length"
                    value={panel.root_chord_mm}
                    onChange={(v) => setPanel(k, { root_chord_mm: v }, "root")}
                  />
                  <MeasureField
                    label="Chord, outer end"
                    path={`${at}panels.${k}.tip_chord_mm`}
                    kind="length"
                    value={panel.tip_chord_mm}
                    onChange={(v) => setPanel(k, { tip_chord_mm: v }, "tip")}
                  />
                  <MeasureField
                    label="Nose set back at its end"
                    path={`${at}panels.${k}.sweep_mm`}
                    kind="length"
                    value={panel.sweep_mm}
                    onChange={(v) => setPanel(k, { sweep_mm: v }, "sweep")}
                  />
                  <MeasureField
                    label="Dihedral"
                    path={`${at}panels.${k}.dihedral_deg`}
                    kind="angle"
                    value={panel.dihedral_deg}
                    onChange={(v) => setPanel(k, { dihedral_deg: v }, "dihedral")}
                  />
                </div>
              </div>
            ))}
            {wing.panels.length < 6 && (
              <button
                type="button"
                className="btn"
                onClick={() =>
                  setPanels((panels) => {
                    const last = panels.at(-1)!;
                    const tip = Math.max(20, Math.round(last.tip_chord_mm * 0.75));
                    return [...panels, { ...last, span_mm: Math.round(last.span_mm / 2), root_chord_mm: last.tip_chord_mm, tip_chord_mm: tip }];
                  }, "panels")
                }
              >
                Add a panel at the tip
              </button>
            )}
          </Part>
          {name !== "wing" && (
            <Part number={3} title="Where it stands">
              <div className={grid}>
                {PARTS[name].places.map(({ field, label, kind, hint }) => (
                  <MeasureField
                    key={field}
                    label={label}
                    path={`${at}${field}`}
                    kind={kind}
                    value={(wing as unknown as Record<string, number>)[field] ?? 0}
                    onChange={(v) => setWing({ [field]: v } as Partial<Lifting>, field)}
                    hint={hint}
                  />
                ))}
                {name === "tailplane" && (
                  <MeasureField
                    label="It balances at"
                    path="balance_at"
                    kind="percent"
                    value={airframe.balance_at}
                    onChange={(v) => set({ balance_at: v }, "balance")}
                    hint="of the wing's mean chord, from its nose"
                  />
                )}
              </div>
            </Part>
          )}
          <Part number={name === "wing" ? 3 : 4} title="The section">
            <div className={grid}>
              <ChoiceField
                label="Section"
                path={`${at}aerofoil`}
                value={kind}
                onChange={(next) => {
                  setWantsFile(next === "coordinates");
                  if (next !== "coordinates" && next !== wing.aerofoil.kind) takeSection(next);
                }}
                options={[
                  { value: "naca", label: "NACA, by its four digits" },
                  { value: "flat_plate", label: "flat plate" },
                  { value: "folded", label: "folded from one sheet of board" },
                  { value: "sheeted", label: "thin sheets over webs and ribs" },
                  { value: "coordinates", label: "from a coordinate file" },
                ]}
                hint={said ?? undefined}
              />
              {kind === "naca" && wing.aerofoil.kind === "naca" && (
                <TextField
                  label="Four digits"
                  path={`${at}aerofoil.code`}
                  value={wing.aerofoil.code}
                  onChange={(code) => setWing({ aerofoil: { kind: "naca", code } }, "code")}
                  hint="the last two: thickness in %"
                />
              )}
              {kind === "flat_plate" && wing.aerofoil.kind === "flat_plate" && (
                <MeasureField
                  label="Thickness"
                  path={`${at}aerofoil.thickness_mm`}
                  kind="length"
                  value={wing.aerofoil.thickness_mm}
                  onChange={(v) => setWing({ aerofoil: { kind: "flat_plate", thickness_mm: v } }, "plate")}
                />
              )}
              {kind === "folded" && wing.aerofoil.kind === "folded" && (
                <FoldedSection
                  at={at}
                  folded={wing.aerofoil}
                  glues={catalogue.glue}
                  onChange={(next, key) =>
                    onChange((a) => withPart(a, name, (p) => ({ ...p, aerofoil: { ...p.aerofoil, ...next } as Aerofoil })), `${name}.${key}`)
                  }
                />
              )}
              {kind === "sheeted" && wing.aerofoil.kind === "sheeted" && (
                <SheetedSection
                  at={at}
                  sheeted={wing.aerofoil}
                  glues={catalogue.glue}
                  ofBoard={isBoard}
                  onChange={(next, key) =>
                    onChange((a) => withPart(a, name, (p) => ({ ...p, aerofoil: { ...p.aerofoil, ...next } as Aerofoil })), `${name}.${key}`)
                  }
                />
              )}
              {kind === "coordinates" && (
                <div className={narrow ? "col-span-2" : "lg:col-span-2"}>
                  <CoordinateFile aerofoil={wing.aerofoil} onChange={(aerofoil) => setWing({ aerofoil }, "aerofoil")} />
                </div>
              )}
            </div>
          </Part>
          <Part number={name === "wing" ? 4 : 5} title="The foam">
            <div className={grid}>
              <div className={narrow ? "col-span-2" : ""}>
                <ChoiceField
                  label={kind === "sheeted" ? "Foam, board or wood of the sheets" : "Foam or board"}
                  path={`${at}core.material`}
                  value={wing.core.material}
                  onChange={(material) => setPart("core", { material, density_kg_m3: null }, "core")}
                  options={materials.map((f) => ({ value: f.id, label: f.label }))}
                  hint={materials.find((f) => f.id === wing.core.material)?.basis.replace(/^.*: /, "figures: ")}
                />
              </div>
              {!isBoard && !woods.some((w) => w.id === wing.core.material) && (
                <MeasureField
                  label="Density, if you weighed it"
                  path={`${at}core.density_kg_m3`}
                  kind="density"
                  value={wing.core.density_kg_m3}
                  onChange={(v) => setPart("core", { density_kg_m3: v }, "density")}
                  onEmpty={() => setPart("core", { density_kg_m3: null }, "density")}
                  hint="left empty: as usual for this foam"
                />
              )}
            </div>
          </Part>
          {(isBoard || wing.panels.some((p) => p.joint.kind !== "through") || narrow) && (
            <Details name={name} wing={wing} catalogue={catalogue} grid={grid} setPart={setPart} setJoint={setJoint} takeKind={takeKind} />
          )}
        </>
      )}
      <Part number={name === "wing" ? 5 : 6} title="The weight promise, and what else is wanted">
        <div className={grid}>
          <MeasureField
            label="It shall weigh, ready to fly"
            path="promise_g"
            kind="mass"
            least={100}
            value={airframe.promise_g}
            onChange={(v) => set({ promise_g: v }, "promise")}
          />
          <MeasureField
            label="Everything that is not described yet"
            path="rest_g"
            kind="mass"
            value={airframe.rest_g}
            onChange={(v) => set({ rest_g: v }, "rest")}
          />
          {TARGETS.map(({ field, label, kind }) => (
            <MeasureField
              key={field}
              label={name === "body" ? (OF_BODY[field] ?? label) : label}
              path={`${at}targets.${field}`}
              kind={kind}
              value={wing.targets[field]}
              onChange={(v) => setTarget(field, v)}
              onEmpty={() => setTarget(field, null)}
              hint={
                field === "break_g" && name === "wing"
                  ? `left empty: ${trim(airframe.flight.load_factor * airframe.flight.safety_factor, 1)} G, as it is flown`
                  : "left empty: not asked for"
              }
            />
          ))}
          <div className={narrow ? "col-span-2" : ""}>
            <TextField long label="Notes" path="notes" value={airframe.notes} onChange={(notes) => set({ notes }, "notes")} />
          </div>
        </div>
      </Part>
    </form>
  );
}
