import type { Body } from "../api/types";
import { ChoiceField, MeasureField } from "../ui/fields";
import type { BodyFormProps } from "./BodyForm";

type Boom = NonNullable<Body["boom"]>;

/** One that fits behind this body, from under the wing to where the body ended; the body becomes its pod. */
function usual(body: Body): { boom: Boom; stations: Body["stations"] } {
  const end = body.stations.at(-1)!;
  const seat = body.wing_at_mm + body.seat_mm;
  const pod = Math.round(Math.min(seat + 40, end.x_mm - 60));
  const kept = body.stations.filter((s) => s.x_mm < pod - 20);
  const last = kept.at(-1) ?? end;
  const closes = { x_mm: pod, width_mm: Math.max(24, Math.round(last.width_mm * 0.7)), height_mm: Math.max(24, Math.round(last.height_mm * 0.7)) };
  return {
    boom: {
      material: "carbon_roll_wrapped",
      outer_mm: 10,
      inner_mm: 8,
      starts_mm: Math.max(0, pod - 120),
      ends_mm: end.x_mm,
      middle_mm: last.middle_mm,
      count: 1,
      apart_mm: 200,
      held: "formers",
      former: "birch_ply",
      former_mm: 3,
      glue: "epoxy_30",
    },
    stations: [...kept, { ...last, ...closes, joint: null }],
  };
}

/** What carries the tail where the body itself ends. */
export function BoomForm({ at, body, catalogue, grid, onChange }: Omit<BodyFormProps, "takeJoint" | "takeShape">) {
  const boom = body.boom;
  const set = (next: Partial<Boom>, key: string) => onChange((b) => (b.boom ? { ...b, boom: { ...b.boom, ...next } } : b), `boom.${key}`);
  const round = catalogue.stock.filter((s) => s.tags?.comes_as?.includes("round"));

  return (
    <fieldset className="mb-4 border-t border-ink pt-2">
      <legend className="float-left w-full text-[18px] font-semibold">5. A boom behind it</legend>
      <p className="clear-both mb-2 text-[15px] text-pencil">
        {boom
          ? "The stations above are the pod; from its end on the boom carries the tail."
          : "Most bodies need none. Take one where a short pod carries the wing, and a tube or a rod the tail."}
      </p>
      {boom ? (
        <>
          <div className={grid}>
            <ChoiceField
              label="Boom"
              path={`${at}boom.material`}
              value={boom.material}
              onChange={(material) => set({ material }, "material")}
              options={round.map((s) => ({ value: s.id, label: s.label }))}
            />
            <MeasureField label="Its diameter" path={`${at}boom.outer_mm`} kind="size" value={boom.outer_mm} onChange={(v) => set({ outer_mm: v }, "outer")} />
            <MeasureField
              label="Its bore"
              path={`${at}boom.inner_mm`}
              kind="size"
              value={boom.inner_mm}
              onChange={(v) => set({ inner_mm: v }, "inner")}
              hint="0: a rod"
            />
            <MeasureField
              label="Starts, behind the nose"
              path={`${at}boom.starts_mm`}
              kind="length"
              value={boom.starts_mm}
              onChange={(v) => set({ starts_mm: v }, "starts")}
              hint="so much of it lies in the pod"
            />
            <MeasureField
              label="Ends, behind the nose"
              path={`${at}boom.ends_mm`}
              kind="length"
              value={boom.ends_mm}
              onChange={(v) => set({ ends_mm: v }, "ends")}
            />
            <MeasureField
              label="Its axis, over a straight line"
              path={`${at}boom.middle_mm`}
              kind="length"
              value={boom.middle_mm}
              onChange={(v) => set({ middle_mm: v }, "middle")}
            />
            <ChoiceField
              label="How many"
              path={`${at}boom.count`}
              value={String(boom.count)}
              onChange={(count) => set({ count: count === "2" ? 2 : 1 }, "count")}
              options={[
                { value: "1", label: "one" },
                { value: "2", label: "two, side by side" },
              ]}
              hint={boom.count === 2 ? "both are held at the wing, beside the pod" : undefined}
            />
            {boom.count === 2 && (
              <MeasureField
                label="From axis to axis"
                path={`${at}boom.apart_mm`}
                kind="length"
                value={boom.apart_mm}
                onChange={(v) => set({ apart_mm: v }, "apart")}
              />
            )}
            <ChoiceField
              label="Held by"
              path={`${at}boom.held`}
              value={boom.held}
              onChange={(held) => set({ held: held as Boom["held"] }, "held")}
              options={[
                { value: "formers", label: "two formers" },
                { value: "foam", label: "the foam that it is glued into" },
              ]}
            />
            {boom.held === "formers" && (
              <>
                <ChoiceField
                  label="Formers of"
                  path={`${at}boom.former`}
                  value={boom.former}
                  onChange={(former) => set({ former }, "former")}
                  options={catalogue.stock.filter((s) => s.tags?.comes_as?.includes("flat")).map((s) => ({ value: s.id, label: s.label }))}
                />
                <MeasureField
                  label="Thickness of each"
                  path={`${at}boom.former_mm`}
                  kind="size"
                  value={boom.former_mm}
                  onChange={(v) => set({ former_mm: v }, "former_mm")}
                />
              </>
            )}
            <ChoiceField
              label="Glue of the boom"
              path={`${at}boom.glue`}
              value={boom.glue}
              onChange={(glue) => set({ glue }, "glue")}
              options={catalogue.glue.map((g) => ({ value: g.id, label: g.label }))}
            />
          </div>
          <button
            type="button"
            className="btn mt-3"
            onClick={() =>
              onChange((b) => {
                const [last, ends] = [b.stations.at(-1)!, b.boom?.ends_mm ?? 0];
                // the body goes on in the boom's stead
                const tail = {
                  ...last,
                  x_mm: ends,
                  width_mm: Math.max(20, Math.round(last.width_mm / 2)),
                  height_mm: Math.max(20, Math.round(last.height_mm / 2)),
                };
                return { ...b, boom: null, stations: [...b.stations.slice(0, 11), tail] };
              }, "boom")
            }
          >
            Let the body go on to the tail instead
          </button>
        </>
      ) : (
        <button
          type="button"
          className="btn"
          onClick={() =>
            onChange((b) => {
              const { boom: made, stations } = usual(b);
              const pod = stations.at(-1)!.x_mm;
              const left = b.left_out.filter((gone) => gone.x_from_mm < pod - 20).map((gone) => ({ ...gone, x_to_mm: Math.min(gone.x_to_mm, pod) }));
              return { ...b, boom: made, stations, left_out: left };
            }, "boom")
          }
        >
          Put a boom behind it
        </button>
      )}
    </fieldset>
  );
}
