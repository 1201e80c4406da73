import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { client, Fault, takeAs } from "../api/client";
import type { Airframe, Catalogue, ControlSurface, Lifting, PartName, SurfaceAnswer, SurfaceName, Verdict } from "../api/types";
import { halfSpan, partOf, PARTS, surfaceOf, withPart } from "../lib/parts";
import { type Built, BuiltFields } from "../surface/fields";
import { SurfaceFigures, SurfaceMore } from "../surface/SurfaceResult";
import { MeasureField } from "../ui/fields";

const NAMES: Record<SurfaceName, { label: string; add: string }> = {
  aileron: { label: "Aileron", add: "Add an aileron" },
  flap: { label: "Flap", add: "Add a flap" },
  elevator: { label: "Elevator", add: "Add an elevator" },
  rudder: { label: "Rudder", add: "Add a rudder" },
};
type Which = SurfaceName;

interface Props {
  part: PartName;
  airframe: Airframe;
  catalogue: Catalogue;
  verdict: Verdict;
  ready: boolean;
  onChange: (next: (airframe: Airframe) => Airframe, key: string) => void;
}

/** A new surface on what the other one leaves of the trailing edge. */
function fresh(part: Lifting, which: Which): ControlSurface {
  const half = halfSpan(part);
  const [aileron, flap] = [surfaceOf(part, "aileron"), surfaceOf(part, "flap")];
  const spans: Record<Which, [number, number]> = {
    aileron: [flap ? flap.y_to_mm : 0.5 * half, 0.95 * half],
    flap: [0.08 * half, aileron ? aileron.y_from_mm : 0.5 * half],
    elevator: [0.05 * half, 0.98 * half],
    rudder: [0.05 * half, 0.95 * half],
  };
  const [from, to] = spans[which];
  return {
    y_from_mm: Math.round(Math.min(from, to - 30)), y_to_mm: Math.round(to), chord_share: 0.22, throw_deg: 20, made: null, film: null, layers: 1,
    edge_strip: false, horn_at: 0.5, servo_Nmm: 120, servo_arm_mm: 10, horn_mm: 15, hinge: null, keeps: "a season", outdoors: false,
  }; // prettier-ignore
}

function One({ part, which, surface, airframe, catalogue, verdict, ready, onChange }: Props & { which: Which; surface: ControlSurface }) {
  const [at, setAt] = useState(0);
  const half = halfSpan(partOf(airframe, part));
  const [shown, setShown] = useState<string | null>(null);
  // looking at a hinge does not choose it: it is drawn as if it were
  const looked = shown ? withPart(airframe, part, (p) => ({ ...p, [which]: { ...surface, hinge: shown } })) : airframe;
  const wing_hz: [number, number] = [verdict.bending_hz.value, verdict.twist_hz.value];
  const query = useQuery({
    queryKey: ["surface", "wing", which, looked.parts[part], looked.flight.speed_m_s, at, wing_hz.map(Math.round)],
    enabled: ready,
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: () => takeAs<SurfaceAnswer>(client.POST("/api/surface/wing", { body: { airframe: looked, which, at_deg: at, wing_hz } })),
  });
  const set = (change: Record<string, unknown>, key: string) =>
    onChange((a) => withPart(a, part, (p) => ({ ...p, [which]: surfaceOf(p, which) && { ...surfaceOf(p, which), ...change } }) as Lifting), `${which}.${key}`);
  const path = `parts.${part}.${which}.`;
  return (
    <>
      {/* the form stays in its place whether an answer is there or not: what is being typed must not be lost */}
      <div className="mt-3">
        {query.isError && (
          <p role="alert" className="font-medium text-gives">
            {query.error instanceof Fault ? query.error.problems.map((p) => `${p.what} ${p.right}`).join(" ") || query.error.message : "Something broke here."}
          </p>
        )}
        {query.isPending && ready && <p>Working it out…</p>}
        {query.data && <SurfaceFigures answer={query.data} />}
      </div>
      <div className="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-3">
        <MeasureField
          label="Starts, out from the root"
          path={`${path}y_from_mm`}
          kind="length"
          value={surface.y_from_mm}
          onChange={(y_from_mm) => set({ y_from_mm }, "from")}
          whole={half}
        />
        <MeasureField
          label="Ends, out from the root"
          path={`${path}y_to_mm`}
          kind="length"
          value={surface.y_to_mm}
          onChange={(y_to_mm) => set({ y_to_mm }, "to")}
          whole={half}
        />
        <MeasureField
          label="Depth, part of the chord"
          path={`${path}chord_share`}
          kind="percent"
          value={surface.chord_share}
          onChange={(chord_share) => set({ chord_share }, "share")}
        />
        <BuiltFields
          built={surface as Built}
          made={surface.made ?? ""}
          asWing={`cut from the ${part}`}
          catalogue={catalogue}
          at={path}
          onChange={(change, key) => set(change, key)}
        />
      </div>
      <button className="btn btn-quiet mt-1 px-0" onClick={() => onChange((a) => withPart(a, part, (p) => ({ ...p, [which]: null }) as Lifting), which)}>
        Take the {which} out
      </button>
      {query.data && (
        <SurfaceMore
          answer={query.data}
          at={at}
          onAt={setAt}
          chosen={surface.hinge}
          shown={shown ?? surface.hinge}
          onShow={setShown}
          onChoose={(hinge) => {
            setShown(null);
            set({ hinge }, "hinge");
          }}
          onChange={(change) => set(change, "way")}
        />
      )}
    </>
  );
}

/** The control surfaces of the part: built, driven, hinged, judged. */
export function ControlsTab(props: Props) {
  const { airframe, part: name, onChange } = props;
  const part = partOf(airframe, name);
  const can = PARTS[name].surfaces;
  const there = can.filter((w) => surfaceOf(part, w));
  const [picked, setPicked] = useState<Which>(there[0] ?? can[0]!);
  const which = surfaceOf(part, picked) ? picked : (there[0] ?? picked);
  const surface = surfaceOf(part, which);
  return (
    <section aria-label="Control surfaces">
      <div className="flex flex-wrap items-center gap-2">
        {can.map((w) =>
          surfaceOf(part, w) ? (
            <button key={w} className="btn" aria-pressed={w === which} onClick={() => setPicked(w)}>
              {NAMES[w].label}
            </button>
          ) : (
            <button
              key={w}
              className={`btn ${there.length ? "btn-quiet" : ""}`}
              onClick={() => {
                onChange((a) => withPart(a, name, (p) => ({ ...p, [w]: fresh(p, w) }) as Lifting), w);
                setPicked(w);
              }}
            >
              {NAMES[w].add}
            </button>
          ),
        )}
      </div>
      {!surface && (
        <p className="mt-2 text-[17px]">
          This {name} has no control surface yet. Add one: its sizes come from this {name}, and it tells at once whether its servo, its twist and its hinge will
          do.
        </p>
      )}
      {surface && <One key={which} {...props} which={which} surface={surface} />}
    </section>
  );
}
