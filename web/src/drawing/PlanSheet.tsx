import type { End } from "../lib/moved";
import { type KeyboardEvent, type PointerEvent, useId, useRef } from "react";

import type { PartName, Plan, PlanPiece, RibbonPiece } from "../api/types";
import { PARTS } from "../lib/parts";
import { length, STATE_WORD, trim } from "../lib/show";
import { useUnits } from "../session";
import { edgesAt, pointIn, polygon, rules, useWidth } from "./frame";
import { hatch, Hatches } from "./hatch";
import { COLOUR } from "./colours";

interface Props {
  plan: Plan;
  /** Of which part: a wing lies root on the left, a body nose on the left. */
  part?: PartName;
  ribbon?: RibbonPiece[];
  weakest?: { y_mm: number; words: string };
  station: number | null;
  onStation?: (y: number) => void;
  selected?: string | null;
  onSelect?: (id: string | null) => void;
  /** An end moved to y mm out and to a share of the chord there; `done` when let go, null by a key. */
  onMove?: (id: string, end: End, y: number, share: number, done: boolean | null) => void;
}

const INK = COLOUR.ink;
const OPEN: Record<string, string> = { top: "top", bottom: "bottom", left: "left side", right: "right side" };
/** The wing's own height on the board at most, in pixels. */
const TALLEST = 300;
/** Sticks and tapes, whose ends a finger must be able to hit. */
const THIN = new Set([
  "rod",
  "tube",
  "strip",
  "sandwich",
  "web",
  "foam_web",
  "boards",
  "box",
  "foam_ribs",
  "board_ribs",
  "wood_ribs",
  "bead",
  "cord",
  "tape",
  "cross",
]);
/** How wide the word of a state stands on the ribbon, px. */
const WORD_WIDE = { sound: 44, close: 88, "gives way": 64 } as const;

/** The half wing from above, to scale, with what lies in it; under it the ribbon of reserves. */
export function PlanSheet(props: Props) {
  const { plan, part = "wing", ribbon, weakest, station, onStation, selected, onSelect, onMove } = props;
  const units = useUnits();
  const box = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const width = useWidth(box);
  const id = useId().replace(/\W/g, "");
  const dragging = useRef<{ piece: PlanPiece; end: End } | null>(null);

  const booms = plan.booms ?? [];
  const xs = [...plan.outline, ...booms.flat()].map((p) => p[1]!);
  const [front, back] = [Math.min(...xs), Math.max(...xs)];
  // as wide as the board, but a swept or deep wing must leave room for the slice below it
  const u = width ? Math.max(plan.half_span_mm / Math.max(width - 48, 100), (back - front) / TALLEST) : 1;
  const left = -26 * u;
  const wide = Math.max(plan.half_span_mm + 44 * u, width * u);
  const ribbonTop = back + 37 * u;
  const flags = ribbon ? 54 * u : 0;
  const top = front - 18 * u;
  const bottom = ribbon ? ribbonTop + flags : back + 30 * u;
  const { fine, figure } = rules(units);
  const ticks = Array.from({ length: Math.floor(plan.half_span_mm / figure) + 1 }, (_, k) => k * figure);

  function move(event: PointerEvent<SVGSVGElement>) {
    if (!svg.current) return;
    const at = pointIn(svg.current, event);
    const y = Math.min(Math.max(at.y, 0), plan.half_span_mm);
    const drag = dragging.current;
    if (drag && onMove) {
      const { lead, chord } = edgesAt(plan.outline, y);
      onMove(drag.piece.piece_id, drag.end, Math.round(y), (at.x - lead) / chord, false);
    } else if (event.pointerType === "mouse" || event.buttons) {
      onStation?.(y);
    }
  }

  function grab(event: PointerEvent, piece: PlanPiece, end: End) {
    event.stopPropagation();
    svg.current?.setPointerCapture(event.pointerId);
    dragging.current = { piece, end };
  }

  function release(event: PointerEvent<SVGSVGElement>) {
    const drag = dragging.current;
    if (!drag || !svg.current || !onMove) return;
    dragging.current = null;
    const at = pointIn(svg.current, event);
    const y = Math.min(Math.max(at.y, 0), plan.half_span_mm);
    const { lead, chord } = edgesAt(plan.outline, y);
    onMove(drag.piece.piece_id, drag.end, Math.round(y), (at.x - lead) / chord, true);
  }

  function nudge(event: KeyboardEvent, piece: PlanPiece, end: End) {
    const step = event.shiftKey ? 10 : 1;
    const moves: Record<string, [number, number]> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -0.005 * step],
      ArrowDown: [0, 0.005 * step],
    };
    const by = moves[event.key];
    if (!by || !onMove) return;
    event.preventDefault();
    const [y = 0, x = 0] = piece.ends[end === "from" ? 0 : 1]!;
    const { lead, chord } = edgesAt(plan.outline, y);
    const out = Math.min(Math.max(y + by[0], 0), plan.half_span_mm);
    onMove(piece.piece_id, end, out, (x - lead) / chord + by[1], null);
  }

  const chosen = plan.pieces.find((p) => p.piece_id === selected);
  const weak = weakest && Math.min(Math.max(weakest.y_mm, 0), plan.half_span_mm);
  return (
    <div ref={box} className="relative select-none">
      <svg
        ref={svg}
        viewBox={`${left} ${top} ${wide} ${bottom - top}`}
        className="block w-full touch-pan-y"
        style={{ height: (bottom - top) / u }}
        role="group"
        aria-label={part === "body" ? "The body from above, nose on the left" : "The half wing from above, root on the left, nose at the top"}
        onPointerMove={move}
        onPointerUp={release}
        onPointerDown={(e) => {
          if (e.target === svg.current) onSelect?.(null);
          if (e.pointerType !== "mouse") move(e);
        }}
      >
        <Hatches id={id} u={u} />
        <pattern id={`${id}-rule`} width={fine} height={fine} patternUnits="userSpaceOnUse">
          <path d={`M0 0H${fine}M0 0V${fine}`} stroke={COLOUR.rule} strokeWidth={0.8 * u} fill="none" />
        </pattern>
        <rect x={left} y={top} width={wide} height={back + 16 * u - top} fill={`url(#${id}-rule)`} />
        <line x1={0} x2={0} y1={top} y2={back + 16 * u} stroke={INK} strokeWidth={1} strokeDasharray="8 3 2 3" vectorEffect="non-scaling-stroke" />
        {booms.map((boom, k) => (
          <polygon key={k} points={polygon(boom)} fill={COLOUR.ink} fillOpacity={0.8} stroke={INK} strokeWidth={1} vectorEffect="non-scaling-stroke" />
        ))}
        <polygon points={polygon(plan.outline)} fill={COLOUR.paper} fillOpacity={0.92} stroke={INK} strokeWidth={1.8} vectorEffect="non-scaling-stroke" />
        {plan.breaks_mm.slice(1, -1).map((y) => {
          const { lead, chord } = edgesAt(plan.outline, y);
          return (
            <line
              key={y}
              x1={y}
              x2={y}
              y1={lead}
              y2={lead + chord}
              stroke={COLOUR.pencil}
              strokeWidth={1}
              strokeDasharray="5 4"
              vectorEffect="non-scaling-stroke"
            />
          );
        })}
        {plan.openings?.map((gone, k) => (
          <g key={k} pointerEvents="none">
            <polygon
              points={polygon(gone.polygon)}
              fill={gone.side === "bottom" ? "none" : COLOUR.board}
              stroke={INK}
              strokeWidth={1.2}
              strokeDasharray={gone.side === "bottom" ? "2 4" : undefined}
              vectorEffect="non-scaling-stroke"
            />
          </g>
        ))}
        {plan.surfaces?.map((s) => (
          <g key={s.which} pointerEvents="none">
            <polygon points={polygon(s.polygon)} fill={COLOUR.kraftPale} fillOpacity={0.55} stroke={INK} strokeWidth={1.2} vectorEffect="non-scaling-stroke" />
            <text
              x={mean(s.polygon, 0)}
              y={mean(s.polygon, 1) + 5 * u}
              fontSize={14 * u}
              fontWeight={500}
              textAnchor="middle"
              fill={INK}
              stroke={COLOUR.paper}
              strokeWidth={4 * u}
              paintOrder="stroke"
            >
              {s.which}
            </text>
          </g>
        ))}
        {plan.pieces.map((p) => (
          <g key={p.piece_id} data-piece={p.piece_id} opacity={p.on ? 1 : 0.45} onPointerDown={() => onSelect?.(p.piece_id)} className="cursor-pointer">
            {/* a wider ghost so that thin rods can be hit by a finger */}
            {THIN.has(p.kind) && (
              <polygon points={polygon(p.polygon)} fill="transparent" stroke="transparent" strokeWidth={18} vectorEffect="non-scaling-stroke" />
            )}
            <polygon
              points={polygon(p.polygon)}
              fill={p.on ? hatch(id, p.family) : "none"}
              stroke={p.piece_id === selected ? COLOUR.kraft : INK}
              strokeWidth={p.piece_id === selected ? 2.5 : p.kind === "skin" ? 0.7 : 1}
              strokeDasharray={p.on ? undefined : "4 4"}
              vectorEffect="non-scaling-stroke"
            />
          </g>
        ))}
        {plan.openings?.map((gone, k) => (
          <g key={k} pointerEvents="none">
            <text
              x={mean(gone.polygon, 0)}
              y={
                (gone.side === "left" ? Math.min : Math.max)(...gone.polygon.map((p) => p[1]!)) +
                (gone.side === "left" ? -5 : gone.side === "right" ? 15 : -5) * u
              }
              fontSize={13 * u}
              textAnchor="middle"
              fill={COLOUR.pencil}
              stroke={COLOUR.paper}
              strokeWidth={4 * u}
              paintOrder="stroke"
            >
              {`${OPEN[gone.side] ?? gone.side} open`}
            </text>
          </g>
        ))}
        {ticks.map((y) => (
          <text key={y} x={y} y={back + 29 * u} fontSize={13 * u} fill={COLOUR.pencil} textAnchor={y === 0 ? "start" : "middle"}>
            {y === 0 ? PARTS[part].start : length(y, units)}
          </text>
        ))}

        {station !== null && (
          <g pointerEvents="none">
            <line x1={station} x2={station} y1={top} y2={back + 16 * u} stroke={COLOUR.tape} strokeWidth={1.6} vectorEffect="non-scaling-stroke" />
            <text
              x={station + (station > plan.half_span_mm * 0.8 ? -5 : 5) * u}
              y={top + 13 * u}
              fontSize={13 * u}
              fontWeight={600}
              fill={COLOUR.tape}
              textAnchor={station > plan.half_span_mm * 0.8 ? "end" : "start"}
            >
              station {length(station, units)} {PARTS[part].away}
            </text>
          </g>
        )}

        {ribbon && (
          <g aria-hidden="true" className="cursor-help">
            <pattern id={`${id}-close`} width={6} height={6} patternUnits="userSpaceOnUse" patternTransform={`scale(${u})`}>
              <rect width={6} height={6} fill={COLOUR.kraftPale} />
              <path d="M0 6L6 0" stroke={COLOUR.kraft} strokeWidth={1.2} />
            </pattern>
            <pattern id={`${id}-gives`} width={5} height={5} patternUnits="userSpaceOnUse" patternTransform={`scale(${u})`}>
              <rect width={5} height={5} fill={COLOUR.gives} />
              <path d="M0 0L5 5M5 0L0 5" stroke={COLOUR.paper} strokeWidth={0.7} />
            </pattern>
            {ribbon.map((r) => (
              <g key={`${r.y_from_mm}-${r.y_to_mm}`}>
                <title>{`${STATE_WORD[r.state]}, ${trim(r.reserve, 2)} times what is asked: ${r.how}`}</title>
                <rect
                  x={r.y_from_mm}
                  y={ribbonTop}
                  width={r.y_to_mm - r.y_from_mm}
                  height={22 * u}
                  fill={r.state === "sound" ? COLOUR.sound : `url(#${id}-${r.state === "close" ? "close" : "gives"})`}
                  stroke={INK}
                  strokeWidth={0.8}
                  vectorEffect="non-scaling-stroke"
                />
                {(r.y_to_mm - r.y_from_mm) / u > WORD_WIDE[r.state] + 12 && (
                  <g>
                    <rect x={r.y_from_mm + 4 * u} y={ribbonTop + 3 * u} width={WORD_WIDE[r.state] * u} height={16 * u} fill={COLOUR.paper} fillOpacity={0.9} />
                    <text x={r.y_from_mm + 7 * u} y={ribbonTop + 15.5 * u} fontSize={13.5 * u} fontWeight={500} fill={INK}>
                      {STATE_WORD[r.state]}
                    </text>
                  </g>
                )}
              </g>
            ))}
            {weakest && weak !== undefined && (
              <g>
                <path d={`M${weak} ${ribbonTop + 22 * u}l${-6 * u} ${10 * u}h${12 * u}z`} fill={COLOUR.gives} />
                <text
                  x={Math.min(Math.max(weak, 0), plan.half_span_mm)}
                  y={ribbonTop + 47 * u}
                  fontSize={15 * u}
                  fontWeight={600}
                  fill={COLOUR.gives}
                  textAnchor={weak < plan.half_span_mm * 0.3 ? "start" : weak > plan.half_span_mm * 0.7 ? "end" : "middle"}
                >
                  {weakest.words}
                </text>
              </g>
            )}
          </g>
        )}

        {chosen && onMove && (
          <>
            <Handle piece={chosen} end="from" u={u} reach={plan.half_span_mm} onGrab={grab} onNudge={nudge} />
            <Handle piece={chosen} end="to" u={u} reach={plan.half_span_mm} onGrab={grab} onNudge={nudge} />
          </>
        )}
      </svg>
    </div>
  );
}

function mean(polygon: readonly (readonly number[])[], axis: 0 | 1): number {
  return polygon.reduce((sum, p) => sum + p[axis]!, 0) / polygon.length;
}

interface HandleProps {
  piece: PlanPiece;
  end: End;
  u: number;
  reach: number;
  onGrab: (event: PointerEvent, piece: PlanPiece, end: End) => void;
  onNudge: (event: KeyboardEvent, piece: PlanPiece, end: End) => void;
}

/** An end of the chosen piece: drag it, or move it by the arrow keys. */
function Handle({ piece, end, u, reach, onGrab, onNudge }: HandleProps) {
  const units = useUnits();
  const [y = 0, x = 0] = piece.ends[end === "from" ? 0 : 1]!;
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={`${end === "from" ? "Inner" : "Outer"} end of the chosen piece; arrow keys move it, with Shift ten times as far`}
      aria-valuenow={Math.round(y)}
      aria-valuemin={0}
      aria-valuemax={Math.round(reach)}
      aria-valuetext={`${length(y, units)} out`}
      data-end={end}
      className="cursor-grab touch-none"
      onKeyDown={(e) => onNudge(e, piece, end)}
      onPointerDown={(e) => onGrab(e, piece, end)}
    >
      <circle cx={y} cy={x} r={20 * u} fill="transparent" />
      <circle cx={y} cy={x} r={8 * u} fill={COLOUR.paper} stroke={COLOUR.kraft} strokeWidth={3} vectorEffect="non-scaling-stroke" />
    </g>
  );
}
