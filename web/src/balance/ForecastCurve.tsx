import { useRef } from "react";

import type { Balance } from "../api/types";
import { COLOUR } from "../drawing/colours";
import { useWidth } from "../drawing/frame";
import { mass } from "../lib/show";
import { useUnits } from "../session";

const TALL = 190;
const EDGE = { left: 8, right: 8, top: 16, bottom: 34 };

/** The forecast of the final weight after each weighing, with its spread, against the promise. */
export function ForecastCurve({ balance, names }: { balance: Balance; names: Map<string, string> }) {
  const units = useUnits();
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const { curve, promise_g } = balance;
  const low = Math.min(promise_g, ...curve.map((p) => p.total_g.low));
  const high = Math.max(promise_g, ...curve.map((p) => p.total_g.high));
  const pad = Math.max(0.08 * (high - low), 1);
  const y = (g: number) => EDGE.top + ((high + pad - g) / (high - low + 2 * pad)) * (TALL - EDGE.top - EDGE.bottom);
  const x = (k: number) => EDGE.left + 24 + (k / Math.max(curve.length - 1, 1)) * (width - EDGE.left - EDGE.right - 48);
  const band = [...curve.map((p, k) => `${x(k)},${y(p.total_g.high)}`), ...curve.map((p, k) => `${x(k)},${y(p.total_g.low)}`).reverse()].join(" ");
  const said = curve.map((p) => `${p.of ? `after ${names.get(p.of) ?? p.of}` : "as planned"} ${mass(p.total_g.value, units)}`).join(", ");
  return (
    <div ref={box} className="my-2 border border-rule bg-sheet">
      {width > 0 && (
        <svg width="100%" height={TALL} role="img" aria-label={`Forecast of the weight: ${said}; promised are ${mass(promise_g, units)}`}>
          <line x1={EDGE.left} x2={width - EDGE.right} y1={y(promise_g)} y2={y(promise_g)} stroke={COLOUR.gives} strokeWidth={1.6} strokeDasharray="6 4" />
          {curve.length > 1 && <polygon points={band} fill={COLOUR.tapePale} stroke="none" />}
          <polyline points={curve.map((p, k) => `${x(k)},${y(p.total_g.value)}`).join(" ")} fill="none" stroke={COLOUR.tape} strokeWidth={2} />
          {curve.map((p, k) => (
            <g key={k}>
              <line x1={x(k)} x2={x(k)} y1={y(p.total_g.low)} y2={y(p.total_g.high)} stroke={COLOUR.tape} strokeWidth={1.4} />
              <circle cx={x(k)} cy={y(p.total_g.value)} r={4} fill={COLOUR.paper} stroke={COLOUR.tape} strokeWidth={2} />
              {(k === 0 || k === curve.length - 1 || curve.length <= 6) && (
                <text x={x(k)} y={TALL - 12} fontSize={13} textAnchor={k === 0 ? "start" : k === curve.length - 1 ? "end" : "middle"} fill={COLOUR.pencil}>
                  {p.of ? (names.get(p.of) ?? p.of) : "as planned"}
                </text>
              )}
            </g>
          ))}
          <text
            x={width - EDGE.right}
            y={y(promise_g) - 4}
            textAnchor="end"
            fontSize={13}
            fill={COLOUR.gives}
            stroke={COLOUR.paper}
            strokeWidth={4}
            paintOrder="stroke"
          >
            promised, {mass(promise_g, units)}
          </text>
        </svg>
      )}
    </div>
  );
}
