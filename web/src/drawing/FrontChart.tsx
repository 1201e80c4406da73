import { scaleLinear, scaleLog } from "d3-scale";
import { useRef } from "react";

import { COLOUR } from "./colours";
import { useWidth } from "./frame";

const HEIGHT = 250;
const LEFT = 46;
const BOTTOM = 34;

/** So many of them at most, from the first on. */
const evenly = (all: readonly number[], most: number) => all.filter((_, k) => k % Math.ceil(all.length / most) === 0);

export interface Spot {
  x: number;
  y: number;
  meets: boolean;
}

interface Props<T> {
  title: string;
  against: string;
  /** What the drawing is, for whoever does not see it. */
  label: string;
  /** On the front, in the order in which they are joined. */
  front: { spot: Spot; point: T; label: string }[];
  cloud: Spot[];
  /** `marks`: where figures stand, on a scale of logarithms. */
  xs: { from: number; to: number; marks?: readonly number[]; word: (value: number) => string };
  most: number;
  aim: { y: number; word: string } | null;
  winner: { spot: Spot; word: string; under: boolean } | null;
  shown: T | null;
  onShow: (point: T) => void;
  onTake: (point: T) => void;
}

/** What is paid against what it buys: every way that was tried behind, the front before. */
export function FrontChart<T>({ title, against, label, front, cloud, xs, most, aim, winner, shown, onShow, onTake }: Props<T>) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const x = (xs.marks ? scaleLog() : scaleLinear()).domain([xs.from, xs.to]).range([LEFT, Math.max(width - 10, LEFT + 40)]);
  const y = scaleLinear()
    .domain([0, most])
    .nice(5)
    .range([HEIGHT - BOTTOM, 10]);
  const inside = (p: Spot) => p.x >= xs.from && p.x <= xs.to && p.y <= y.domain()[1]!;
  const steps = front.filter((p) => inside(p.spot));
  const room = Math.max(3, Math.floor(width / 110));
  const ticks = xs.marks
    ? evenly(
        xs.marks.filter((v) => v >= xs.from && v <= xs.to),
        room,
      )
    : x.ticks(room);
  /** The way on the front that lies nearest to the pointer: they stand too close to be hit one by one. */
  const nearest = (event: { clientX: number; clientY: number; currentTarget: SVGSVGElement }): T | undefined => {
    const corner = event.currentTarget.getBoundingClientRect();
    const far = ({ spot }: { spot: Spot }) => Math.hypot(x(spot.x) - event.clientX + corner.left, y(spot.y) - event.clientY + corner.top);
    return steps.reduce<(typeof steps)[number] | undefined>((best, p) => (best === undefined || far(p) < far(best) ? p : best), undefined)?.point;
  };
  const right = winner !== null && x(winner.spot.x) > width - 150;
  return (
    <figure ref={box} className="min-w-0">
      <figcaption className="text-[15px]">
        <span className="font-medium">{title}</span>
        <span className="text-pencil">, {against}</span>
      </figcaption>
      {width > 0 && (
        <svg
          width={width}
          height={HEIGHT}
          className="block cursor-pointer bg-white"
          role="group"
          aria-label={label}
          onMouseMove={(e) => {
            const p = nearest(e);
            if (p !== undefined && p !== shown) onShow(p);
          }}
          onClick={(e) => {
            const p = nearest(e);
            if (p !== undefined) onTake(p);
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
          {ticks.map((v) => (
            <text key={v} x={x(v)} y={HEIGHT - 14} fontSize={13} textAnchor="middle" fill={COLOUR.pencil}>
              {xs.word(v)}
            </text>
          ))}
          {cloud.filter(inside).map((p, k) => (
            <circle key={k} cx={x(p.x)} cy={y(p.y)} r={1.6} fill={p.meets ? COLOUR.tape : COLOUR.pencil} />
          ))}
          <polyline points={steps.map(({ spot }) => `${x(spot.x)},${y(spot.y)}`).join(" ")} fill="none" stroke={COLOUR.kraft} strokeWidth={2} />
          {steps.map(({ spot, point, label: said }, k) => (
            <g
              key={k}
              role="button"
              tabIndex={0}
              aria-label={said}
              pointerEvents="none"
              onFocus={() => onShow(point)}
              onKeyDown={(e) => {
                if (e.key !== "Enter" && e.key !== " ") return;
                e.preventDefault();
                onTake(point);
              }}
            >
              <circle
                cx={x(spot.x)}
                cy={y(spot.y)}
                r={point === shown ? 7 : 5}
                fill={spot.meets ? COLOUR.kraft : COLOUR.paper}
                stroke={COLOUR.kraft}
                strokeWidth={2}
              />
            </g>
          ))}
          {aim !== null && aim.y <= y.domain()[1]! && (
            <g>
              <line x1={LEFT} x2={width - 10} y1={y(aim.y)} y2={y(aim.y)} stroke={COLOUR.gives} strokeDasharray="6 3" />
              <text
                x={width - 12}
                y={y(aim.y) - 5}
                fontSize={13}
                textAnchor="end"
                fill={COLOUR.gives}
                stroke={COLOUR.paper}
                strokeWidth={4}
                paintOrder="stroke"
              >
                {aim.word}
              </text>
            </g>
          )}
          {winner !== null && inside(winner.spot) && (
            <g pointerEvents="none">
              <circle cx={x(winner.spot.x)} cy={y(winner.spot.y)} r={10} fill="none" stroke={COLOUR.ink} strokeWidth={2} />
              <text
                x={x(winner.spot.x) + (right ? -14 : 14)}
                textAnchor={right ? "end" : "start"}
                y={y(winner.spot.y) + (winner.under ? 18 : -8)}
                fontSize={14}
                fontWeight={600}
                fill={COLOUR.ink}
                stroke={COLOUR.paper}
                strokeWidth={4}
                paintOrder="stroke"
              >
                {winner.word}
              </text>
            </g>
          )}
        </svg>
      )}
    </figure>
  );
}
