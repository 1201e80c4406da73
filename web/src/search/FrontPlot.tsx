import { scaleLinear } from "d3-scale";
import { useRef } from "react";

import type { Found, Point, Unit } from "../api/types";
import { useWidth } from "../drawing/frame";
import { factor, length, mass, trim } from "../lib/show";
import { useUnits } from "../session";
import { COLOUR } from "../drawing/colours";

const HEIGHT = 250;
const LEFT = 46;
const BOTTOM = 34;

interface Props {
  found: Found;
  /** Which front: what it holds, or how little the tip bends. */
  of: "hold" | "bend";
  wanted: number | null;
  shown: Point | null;
  unit: Unit;
  onShow: (point: Point) => void;
  onLay: (point: Point) => void;
}

/** Grams of the wing against what they buy: every way that was tried behind, the front before. */
export function FrontPlot({ found, of, wanted: aim, unit, shown, onShow, onLay }: Props) {
  const units = useUnits();
  /** mm in what bends are drawn in. */
  const one = units === "inch" ? 25.4 : 1;
  const wanted = aim === null || of === "hold" ? aim : aim / one;
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const value = (p: { hold_g: number; bend_mm: number }) => (of === "hold" ? p.hold_g : p.bend_mm / one);
  const front = found.front.filter((p) => (of === "hold" ? p.lightest_for_load : p.lightest_for_bend));
  const heaviest = Math.max(...front.map((p) => p.part_g), found.winner?.part_g ?? 0);
  const lightest = Math.min(...found.front.map((p) => p.part_g));
  const room = Math.max(heaviest - lightest, 1) * 0.06;
  const most =
    of === "hold"
      ? Math.max(...front.map(value), (wanted ?? 0) * 1.1)
      : Math.min(Math.max(...front.map(value)), Math.max(4 * (wanted ?? 0), 4 * Math.min(...front.map(value))));
  const x = scaleLinear()
    .domain([lightest - room, heaviest + room])
    .range([LEFT, Math.max(width - 10, LEFT + 40)]);
  const y = scaleLinear()
    .domain([0, most * 1.06])
    .nice(5)
    .range([HEIGHT - BOTTOM, 10]);
  const inside = (p: { part_g: number; hold_g: number; bend_mm: number }) => p.part_g <= heaviest + room && value(p) <= y.domain()[1]!;
  const title = of === "hold" ? `Holds to, ${unit}` : `Tip bend, ${units === "inch" ? "in" : "mm"}`;
  const steps = front.filter(inside);
  /** The way on the front that lies nearest to the pointer: they stand too close to be hit one by one. */
  const nearest = (event: { clientX: number; clientY: number; currentTarget: SVGSVGElement }): Point | undefined => {
    const corner = event.currentTarget.getBoundingClientRect();
    const far = (p: Point) => Math.hypot(x(p.part_g) - event.clientX + corner.left, y(value(p)) - event.clientY + corner.top);
    return steps.reduce<Point | undefined>((best, p) => (best === undefined || far(p) < far(best) ? p : best), undefined);
  };
  return (
    <figure ref={box} className="min-w-0">
      <figcaption className="text-[15px]">
        <span className="font-medium">{title}</span>
        <span className="text-pencil">, against its grams</span>
      </figcaption>
      {width > 0 && (
        <svg
          width={width}
          height={HEIGHT}
          className="block cursor-pointer bg-white"
          role="group"
          aria-label={`${title} against grams: ${front.length} ways on the front`}
          onMouseMove={(e) => {
            const p = nearest(e);
            if (p && p !== shown) onShow(p);
          }}
          onClick={(e) => {
            const p = nearest(e);
            if (p) onLay(p);
          }}
        >
          {y.ticks(5).map((v) => (
            <g key={v}>
              <line x1={LEFT} x2={width - 10} y1={y(v)} y2={y(v)} stroke={v === 0 ? COLOUR.ink : COLOUR.faint} />
              <text x={LEFT - 6} y={y(v) + 4} fontSize={13} textAnchor="end" fill={COLOUR.pencil}>
                {v}
              </text>
            </g>
          ))}
          {x.ticks(Math.max(3, Math.floor(width / 110))).map((v) => (
            <text key={v} x={x(v)} y={HEIGHT - 14} fontSize={13} textAnchor="middle" fill={COLOUR.pencil}>
              {mass(v, units)}
            </text>
          ))}
          {found.cloud.filter(inside).map((p, k) => (
            <circle key={k} cx={x(p.part_g)} cy={y(value(p))} r={1.6} fill={p.meets ? COLOUR.tape : COLOUR.pencil} />
          ))}
          {wanted !== null && wanted <= y.domain()[1]! && (
            <g>
              <line x1={LEFT} x2={width - 10} y1={y(wanted)} y2={y(wanted)} stroke={COLOUR.gives} strokeDasharray="6 3" />
              <text x={width - 12} y={y(wanted) - 5} fontSize={13} textAnchor="end" fill={COLOUR.gives}>
                {of === "hold" ? "at least" : "at most"} {trim(wanted, units === "inch" && of === "bend" ? 2 : 1)}
              </text>
            </g>
          )}
          <polyline points={steps.map((p) => `${x(p.part_g)},${y(value(p))}`).join(" ")} fill="none" stroke={COLOUR.kraft} strokeWidth={2} />
          {steps.map((p) => {
            const chosen = p === shown;
            return (
              <g
                key={`${p.name}-${p.part_g}`}
                role="button"
                tabIndex={0}
                aria-label={`${p.name}: ${mass(p.part_g, units)}, holds to ${factor(p.hold_g, unit)}, tip bends ${length(p.bend_mm, units)}. Lay it on the bench`}
                pointerEvents="none"
                onFocus={() => onShow(p)}
                onKeyDown={(e) => {
                  if (e.key !== "Enter" && e.key !== " ") return;
                  e.preventDefault();
                  onLay(p);
                }}
              >
                <circle
                  cx={x(p.part_g)}
                  cy={y(value(p))}
                  r={chosen ? 7 : 5}
                  fill={p.meets ? COLOUR.kraft : COLOUR.paper}
                  stroke={COLOUR.kraft}
                  strokeWidth={2}
                />
              </g>
            );
          })}
          {found.winner && inside(found.winner) && (
            <g pointerEvents="none">
              <circle cx={x(found.winner.part_g)} cy={y(value(found.winner))} r={10} fill="none" stroke={COLOUR.ink} strokeWidth={2} />
              <text
                x={x(found.winner.part_g) + (x(found.winner.part_g) > width - 150 ? -14 : 14)}
                textAnchor={x(found.winner.part_g) > width - 150 ? "end" : "start"}
                y={y(value(found.winner)) + (of === "hold" ? 18 : -8)}
                fontSize={14}
                fontWeight={600}
                fill={COLOUR.ink}
                stroke={COLOUR.paper}
                strokeWidth={4}
                paintOrder="stroke"
              >
                lightest that does it
              </text>
            </g>
          )}
        </svg>
      )}
    </figure>
  );
}
