import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { client, takeAs } from "../api/client";
import type { Airframe, Curves, Scheme, Verdict } from "../api/types";
import { Plot, type Trace } from "../drawing/Plot";
import { factor } from "../lib/show";
import { useUnits } from "../session";
import type { Why } from "./WorkingSheet";
import { COLOUR } from "../drawing/colours";

interface Props {
  verdict: Verdict;
  airframe: Airframe;
  scheme: Scheme;
  schemes: Scheme[];
  /** Of the other parts: their weight flies along. */
  others: Scheme[];
  station: number | null;
  onWhy: (why: Why) => void;
}

type Quantity = Exclude<keyof Curves, "y_mm">;

/** `scale` turns N, mm into what a builder can weigh in the hand: N m, N m². */
const PLOTS: { key: Quantity; title: string; unit: string; scale: number; figure?: string }[] = [
  { key: "moment_Nmm", title: "Bending moment", unit: "N m", scale: 1e-3 },
  { key: "shear_N", title: "Shear force", unit: "N", scale: 1 },
  { key: "EI_Nmm2", title: "Bending stiffness EI", unit: "N m²", scale: 1e-6, figure: "EI" },
  { key: "GJ_Nmm2", title: "Twist stiffness GJ", unit: "N m²", scale: 1e-6, figure: "GJ" },
  { key: "bend_mm", title: "Bend", unit: "mm", scale: 1, figure: "bend" },
  { key: "twist_deg", title: "Twist", unit: "° nose up", scale: 1, figure: "twist" },
  { key: "torque_Nmm", title: "Torque", unit: "N m nose up", scale: 1e-3 },
  { key: "reserve", title: "Reserve, all cases", unit: "1: just enough", scale: 1 },
];

/** What the wing carries and how it gives, along the span; another scheme laid over it. */
export function AlongSpan({ verdict, airframe, scheme, schemes, others: along, station, onWhy }: Props) {
  const units = useUnits();
  const others = schemes.filter((s) => s.id !== scheme.id);
  const [otherId, setOtherId] = useState<string>("");
  const other = others.find((s) => s.id === otherId) ?? null;
  const beside = useQuery({
    queryKey: ["beside", airframe, other, along, units],
    enabled: other !== null,
    gcTime: 0,
    queryFn: () => takeAs<Verdict>(client.POST("/api/evaluate", { body: { airframe, scheme: other!, others: along, station_mm: null } })),
  });
  const trace = (name: string, curves: Curves, key: Quantity, scale: number): Trace => ({
    name,
    x: curves.y_mm,
    y: curves[key].map((v) => (key === "reserve" ? Math.min(v, 6) : v * scale)),
  });
  return (
    <section aria-label="Along the span">
      <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1 text-[15px]">
        <span className="flex items-center gap-2">
          <svg width={34} height={8} aria-hidden="true">
            <line x1={0} x2={34} y1={4} y2={4} stroke={COLOUR.kraft} strokeWidth={2.5} />
          </svg>
          {scheme.name}
        </span>
        {others.length > 0 ? (
          <label className="flex items-center gap-2">
            <svg width={34} height={8} aria-hidden="true">
              <line x1={0} x2={34} y1={4} y2={4} stroke={COLOUR.tape} strokeWidth={2.5} strokeDasharray="7 4" />
            </svg>
            <span>beside</span>
            <select className="entry w-auto" value={other?.id ?? ""} onChange={(e) => setOtherId(e.target.value)}>
              <option value="">no other scheme</option>
              {others.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </select>
          </label>
        ) : (
          <span className="text-pencil">Copy this scheme to lay another beside it.</span>
        )}
        {beside.isError && <span className="font-medium text-gives">The other scheme cannot be worked out.</span>}
      </div>
      <p className="mb-1 text-[15px] text-pencil">
        At the limit of the hardest pull, {factor(verdict.limit_n, verdict.unit)}. Figures beside the titles are those at the station line.
      </p>
      <div className="grid grid-cols-2 gap-x-4 gap-y-2 max-sm:grid-cols-1" data-testid="plots">
        {PLOTS.map(({ key, title, unit, scale, figure }) => (
          <Plot
            key={key}
            title={title}
            unit={unit}
            station={station}
            traces={[trace(scheme.name, verdict.curves, key, scale), ...(other && beside.data ? [trace(other.name, beside.data.curves, key, scale)] : [])]}
            onWhy={figure ? () => onWhy({ figure, station }) : undefined}
          />
        ))}
      </div>
    </section>
  );
}
