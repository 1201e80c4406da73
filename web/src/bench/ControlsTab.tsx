import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { client, Fault, takeAs } from "../api/client";
import type { Airframe, Catalogue, ControlSurface, SurfaceAnswer, Verdict } from "../api/types";
import { type Built, BuiltFields } from "../surface/fields";
import { SurfaceFigures, SurfaceMore } from "../surface/SurfaceResult";
import { MeasureField } from "../ui/fields";

const NAMES = { aileron: "Aileron", flap: "Flap" } as const;
type Which = keyof typeof NAMES;

interface Props {
  airframe: Airframe;
  catalogue: Catalogue;
  verdict: Verdict;
  ready: boolean;
  onChange: (next: (airframe: Airframe) => Airframe, key: string) => void;
}

/** A new surface on what the other one leaves of the trailing edge. */
function fresh(airframe: Airframe, which: Which): ControlSurface {
  const half = airframe.wing.panels.reduce((sum, p) => sum + p.span_mm, 0);
  const { aileron, flap } = airframe.wing;
  const [from, to] = which === "aileron" ? [flap ? flap.y_to_mm : 0.5 * half, 0.95 * half] : [0.08 * half, aileron ? aileron.y_from_mm : 0.5 * half];
  return {
    y_from_mm: Math.round(Math.min(from, to - 30)), y_to_mm: Math.round(to), chord_share: 0.22, throw_deg: 20, made: null, film: null, layers: 1,
    edge_strip: false, horn_at: 0.5, servo_Nmm: 120, servo_arm_mm: 10, horn_mm: 15, hinge: null, keeps: "a season", outdoors: false,
  }; // prettier-ignore
}

function One({ which, surface, airframe, catalogue, verdict, ready, onChange }: Props & { which: Which; surface: ControlSurface }) {
  const [at, setAt] = useState(0);
  const [shown, setShown] = useState<string | null>(null);
  // looking at a hinge does not choose it: it is drawn as if it were
  const looked = shown ? { ...airframe, wing: { ...airframe.wing, [which]: { ...surface, hinge: shown } } } : airframe;
  const wing_hz: [number, number] = [verdict.bending_hz.value, verdict.twist_hz.value];
  const query = useQuery({
    queryKey: ["surface", "wing", which, looked.wing, looked.flight.speed_m_s, at, wing_hz.map(Math.round)],
    enabled: ready,
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: () => takeAs<SurfaceAnswer>(client.POST("/api/surface/wing", { body: { airframe: looked, which, at_deg: at, wing_hz } })),
  });
  const set = (change: Record<string, unknown>, key: string) =>
    onChange((a) => ({ ...a, wing: { ...a.wing, [which]: a.wing[which] && { ...a.wing[which], ...change } } }), `${which}.${key}`);
  const path = `wing.${which}.`;
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
        <MeasureField label="Starts, out from the root" path={`${path}y_from_mm`} kind="length" value={surface.y_from_mm} onChange={(y_from_mm) => set({ y_from_mm }, "from")} />
        <MeasureField label="Ends, out from the root" path={`${path}y_to_mm`} kind="length" value={surface.y_to_mm} onChange={(y_to_mm) => set({ y_to_mm }, "to")} />
        <MeasureField label="Its share of the chord" path={`${path}chord_share`} kind="percent" value={surface.chord_share} onChange={(chord_share) => set({ chord_share }, "share")} />
        <BuiltFields built={surface as Built} made={surface.made ?? ""} asWing="cut from the wing" catalogue={catalogue} at={path} onChange={(change, key) => set(change, key)} />
      </div>
      <button className="btn btn-quiet mt-1 px-0" onClick={() => onChange((a) => ({ ...a, wing: { ...a.wing, [which]: null } }), which)}>
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

/** The control surfaces of the wing: built, driven, hinged, judged. */
export function ControlsTab(props: Props) {
  const { airframe, onChange } = props;
  const there = (Object.keys(NAMES) as Which[]).filter((w) => airframe.wing[w]);
  const [picked, setPicked] = useState<Which>(there[0] ?? "aileron");
  const which = airframe.wing[picked] ? picked : (there[0] ?? picked);
  const surface = airframe.wing[which];
  return (
    <section aria-label="Control surfaces">
      <div className="flex flex-wrap items-center gap-2">
        {(Object.keys(NAMES) as Which[]).map((w) =>
          airframe.wing[w] ? (
            <button key={w} className="btn" aria-pressed={w === which} onClick={() => setPicked(w)}>
              {NAMES[w]}
            </button>
          ) : (
            <button
              key={w}
              className={`btn ${there.length ? "btn-quiet" : ""}`}
              onClick={() => {
                onChange((a) => ({ ...a, wing: { ...a.wing, [w]: fresh(a, w) } }), w);
                setPicked(w);
              }}
            >
              Add {w === "aileron" ? "an aileron" : "a flap"}
            </button>
          ),
        )}
      </div>
      {!surface && <p className="mt-2 text-[17px]">This wing has no control surface yet. Add one: its sizes come from this wing, and it tells at once whether its servo, its twist and its hinge will do.</p>}
      {surface && <One key={which} {...props} which={which} surface={surface} />}
    </section>
  );
}
