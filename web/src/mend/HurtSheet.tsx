import { type PointerEvent, useId, useRef } from "react";

import type { Damage, PartName, Plan } from "../api/types";
import { COLOUR } from "../drawing/colours";
import { edgesAt, pointIn, polygon, useWidth } from "../drawing/frame";
import { hatch, Hatches } from "../drawing/hatch";
import { PARTS } from "../lib/parts";
import { length } from "../lib/show";
import { useUnits } from "../session";
import type { Spot } from "./made";

interface Props {
  plan: Plan;
  part: PartName;
  halves: boolean;
  damages: Damage[];
  /** As they are numbered in the list of all parts. */
  numbers: Record<string, number>;
  mended: ReadonlySet<string>;
  chosen: string | null;
  /** Where somebody pressed and has not said yet what it is. */
  spot: Spot | null;
  onSpot: (spot: Spot) => void;
  onChoose: (id: string) => void;
  /** Drag of a mark along the part; `done` when it is let go. */
  onMove: (id: string, at_mm: number, done: boolean) => void;
}

const TALLEST = 210;
/** Pixels from number to number. */
const NUMBER = 23;
const STICKS = new Set(["rod", "tube", "strip", "sandwich", "web", "foam_web", "boards", "box", "cross"]);

type Wide = Damage & { x_from?: number; x_to?: number; long_mm?: number; piece?: string };

/** The part from above, both halves, with every damage where it is: press where it is hurt. */
export function HurtSheet({ plan, part, halves, damages, numbers, mended, chosen, spot, onSpot, onChoose, onMove }: Props) {
  const units = useUnits();
  const box = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const width = useWidth(box);
  const id = useId().replace(/\W/g, "");
  const dragging = useRef<string | null>(null);
  const span = plan.half_span_mm;
  const xs = plan.outline.map((p) => p[1]!);
  const [front, back] = [Math.min(...xs), Math.max(...xs)];
  const long = halves ? 2 * span : span;
  const u = width ? Math.max(long / Math.max(width - 28, 100), (back - front) / TALLEST) : 1;
  const pad = 14 * u;
  const top = front - 22 * u;
  const bottom = back + 26 * u;
  const left = (halves ? -span : 0) - pad;
  const wide = Math.max(long + 2 * pad, width * u);
  const shift = halves ? left - (wide - long - 2 * pad) / 2 : left;

  function where(event: PointerEvent): Spot {
    const at = pointIn(svg.current!, event);
    const y = Math.min(Math.abs(halves ? at.y : Math.max(at.y, 0)), span);
    const { lead, chord } = edgesAt(plan.outline, y);
    const share = Math.min(Math.max((at.x - lead) / Math.max(chord, 1), 0), 1);
    const near = plan.pieces
      .filter((p) => STICKS.has(p.kind) && p.on && y >= p.ends[0]![0] - 1 && y <= p.ends[1]![0] + 1)
      .map((p) => ({ id: p.piece_id, away: Math.abs(along(p.ends, y) - at.x) }))
      .sort((a, b) => a.away - b.away)[0];
    const surface = plan.surfaces?.find((s) => within(s.polygon, y));
    return {
      on: part,
      side: halves && at.y < 0 ? "left" : "right",
      at_mm: y,
      chord: Math.round(share * 100) / 100,
      ...(near && { stick: near.id }),
      ...(surface && { surface: surface.which }),
    };
  }

  // numbers that would lie over each other stand beside each other
  const at = damages.map((d) => (halves && d.side === "left" ? -1 : 1) * (d.at_mm + 0.5 * ((d as Wide).long_mm ?? 0)));
  const apart = at.map((x, k) => NUMBER * at.slice(0, k).filter((other) => Math.abs(other - x) < 0.8 * NUMBER * u).length);

  const half = (
    <>
      <polygon points={polygon(plan.outline)} fill={COLOUR.paper} stroke={COLOUR.ink} strokeWidth={1.6} vectorEffect="non-scaling-stroke" />
      {plan.surfaces?.map((s) => (
        <polygon
          key={s.which}
          points={polygon(s.polygon)}
          fill={COLOUR.kraftPale}
          fillOpacity={0.5}
          stroke={COLOUR.ink}
          strokeWidth={1}
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {plan.pieces.map(
        (p) =>
          p.on &&
          p.family !== "film" && (
            <polygon
              key={p.piece_id}
              points={polygon(p.polygon)}
              fill={hatch(id, p.family)}
              stroke={COLOUR.ink}
              strokeWidth={0.8}
              vectorEffect="non-scaling-stroke"
            />
          ),
      )}
    </>
  );

  return (
    <div ref={box} className="border border-rule bg-faint select-none">
      {width > 0 && (
        <svg
          ref={svg}
          viewBox={`${shift} ${top} ${wide} ${bottom - top}`}
          className="block w-full cursor-crosshair touch-pan-y"
          style={{ height: Math.max((bottom - top) / u, 96) }}
          role="group"
          aria-label={`The ${part} from above: press where it is hurt`}
          data-testid="hurt-sheet"
          onPointerDown={(e) => {
            if (dragging.current) return;
            onSpot(where(e));
          }}
          onPointerMove={(e) => {
            if (dragging.current) onMove(dragging.current, Math.round(where(e).at_mm), false);
          }}
          onPointerUp={(e) => {
            if (dragging.current) onMove(dragging.current, Math.round(where(e).at_mm), true);
            dragging.current = null;
          }}
        >
          <Hatches id={id} u={u} />
          <g>{half}</g>
          {halves && <g transform="scale(-1 1)">{half}</g>}
          <line x1={0} x2={0} y1={top} y2={back + 8 * u} stroke={COLOUR.ink} strokeDasharray="8 3 2 3" vectorEffect="non-scaling-stroke" />
          {halves ? (
            <>
              <Word x={-span} y={back + 20 * u} u={u} anchor="start">
                left
              </Word>
              <Word x={span} y={back + 20 * u} u={u} anchor="end">
                right
              </Word>
            </>
          ) : (
            <Word x={0} y={back + 20 * u} u={u} anchor="start">
              {PARTS[part].start}
            </Word>
          )}
          {damages.map((d, k) => (
            <Mark
              key={d.id}
              damage={d}
              number={numbers[d.id] ?? k + 1}
              aside={apart[k]! * u}
              plan={plan}
              sign={halves && d.side === "left" ? -1 : 1}
              u={u}
              mended={mended.has(d.id)}
              chosen={d.id === chosen}
              label={`Damage ${numbers[d.id] ?? k + 1}, ${length(d.at_mm, units)} ${PARTS[part].away}`}
              onChoose={() => onChoose(d.id)}
              onGrab={(e) => {
                e.stopPropagation();
                dragging.current = d.id;
                svg.current?.setPointerCapture(e.pointerId);
                onChoose(d.id);
              }}
              onNudge={(by) => onMove(d.id, Math.min(Math.max(d.at_mm + by, 0), span), true)}
            />
          ))}
          {spot && spot.on === part && <Cross spot={spot} plan={plan} u={u} sign={halves && spot.side === "left" ? -1 : 1} />}
        </svg>
      )}
    </div>
  );
}

function along(ends: readonly (readonly number[])[], y: number): number {
  const [a, b] = [ends[0]!, ends[1]!];
  return a[1]! + ((b[1]! - a[1]!) * (y - a[0]!)) / Math.max(b[0]! - a[0]!, 1);
}

function within(points: readonly (readonly number[])[], y: number): boolean {
  const ys = points.map((p) => p[0]!);
  return y >= Math.min(...ys) && y <= Math.max(...ys);
}

function Word({ x, y, u, anchor, children }: { x: number; y: number; u: number; anchor: "start" | "end"; children: string }) {
  return (
    <text x={x} y={y} fontSize={14 * u} textAnchor={anchor} fill={COLOUR.pencil}>
      {children}
    </text>
  );
}

interface MarkProps {
  damage: Damage;
  number: number;
  /** mm that its number stands beside it. */
  aside: number;
  plan: Plan;
  sign: 1 | -1;
  u: number;
  mended: boolean;
  chosen: boolean;
  label: string;
  onChoose: () => void;
  onGrab: (event: PointerEvent) => void;
  onNudge: (by: number) => void;
}

/** A damage true to scale, with its number: a jagged line across, a patch, or a cross on a stick. */
function Mark({ damage, number, aside, plan, sign, u, mended, chosen, label, onChoose, onGrab, onNudge }: MarkProps) {
  const d = damage as Wide;
  const y = Math.min(d.at_mm, plan.half_span_mm);
  const { lead, chord } = edgesAt(plan.outline, y);
  const stick = plan.pieces.find((p) => p.piece_id === d.piece);
  const [from, to] = d.x_from !== undefined && d.x_to !== undefined ? [d.x_from, d.x_to] : [0.3, 0.5];
  const middle = stick ? along(stick.ends, y) : lead + 0.5 * (from + to) * chord;
  const long = d.long_mm ?? (d.kind === "wrinkle" ? 8 : 0);
  const tone = mended ? COLOUR.tape : COLOUR.gives;
  const X = sign * y;
  const end = sign * Math.min(y + long, plan.half_span_mm);
  const knob = { x: 0.5 * (X + end) + aside, y: lead - 11 * u };
  return (
    <g>
      {stick || d.piece ? (
        <path
          d={`M${X - 6 * u} ${middle - 6 * u}l${12 * u} ${12 * u}m0 ${-12 * u}l${-12 * u} ${12 * u}M${X} ${middle}H${end}`}
          fill="none"
          stroke={tone}
          strokeWidth={3}
          vectorEffect="non-scaling-stroke"
        />
      ) : long > 0 ? (
        <rect
          x={Math.min(X, end)}
          y={lead + from * chord}
          width={Math.max(Math.abs(end - X), 3 * u)}
          height={Math.max((to - from) * chord, 3 * u)}
          fill={tone}
          fillOpacity={0.28}
          stroke={tone}
          strokeWidth={1.6}
          strokeDasharray={mended ? undefined : "4 3"}
          vectorEffect="non-scaling-stroke"
        />
      ) : d.x_from !== undefined ? (
        <path d={jagged(X, lead + from * chord, lead + to * chord, 3.5 * u)} fill="none" stroke={tone} strokeWidth={2.6} vectorEffect="non-scaling-stroke" />
      ) : (
        <circle cx={X} cy={middle} r={7 * u} fill="none" stroke={tone} strokeWidth={2.6} vectorEffect="non-scaling-stroke" />
      )}
      <line x1={knob.x} x2={0.5 * (X + end)} y1={knob.y} y2={stick ? middle : lead} stroke={tone} strokeWidth={1} vectorEffect="non-scaling-stroke" />
      <g
        role="button"
        tabIndex={0}
        aria-label={label}
        aria-pressed={chosen}
        className="cursor-grab"
        onPointerDown={onGrab}
        onKeyDown={(e) => {
          if (e.key === "Enter" || e.key === " ") onChoose();
          const by = { ArrowLeft: -sign, ArrowRight: sign }[e.key];
          if (by) {
            e.preventDefault();
            onNudge(by * (e.shiftKey ? 10 : 1));
          }
        }}
      >
        <circle cx={knob.x} cy={knob.y} r={20 * u} fill="transparent" />
        <circle
          cx={knob.x}
          cy={knob.y}
          r={10 * u}
          fill={chosen ? COLOUR.kraft : tone}
          stroke={COLOUR.paper}
          strokeWidth={1.5}
          vectorEffect="non-scaling-stroke"
        />
        <text x={knob.x} y={knob.y + 5 * u} fontSize={14 * u} fontWeight={600} textAnchor="middle" fill={COLOUR.paper}>
          {number}
        </text>
      </g>
    </g>
  );
}

function jagged(x: number, from: number, to: number, by: number): string {
  const steps = Math.max(4, Math.round((to - from) / (2 * by)));
  return Array.from({ length: steps + 1 }, (_, k) => `${k ? "L" : "M"}${x + (k % 2 ? by : -by) * 0.6} ${from + ((to - from) * k) / steps}`).join("");
}

function Cross({ spot, plan, u, sign }: { spot: Spot; plan: Plan; u: number; sign: 1 | -1 }) {
  const { lead, chord } = edgesAt(plan.outline, spot.at_mm);
  const [x, y] = [sign * spot.at_mm, lead + spot.chord * chord];
  return (
    <g pointerEvents="none" stroke={COLOUR.kraft} strokeWidth={2.5} fill="none">
      <circle cx={x} cy={y} r={9 * u} vectorEffect="non-scaling-stroke" />
      <path d={`M${x - 14 * u} ${y}h${28 * u}M${x} ${y - 14 * u}v${28 * u}`} vectorEffect="non-scaling-stroke" />
    </g>
  );
}
