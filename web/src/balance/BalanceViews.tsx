import { type KeyboardEvent, type PointerEvent, useRef, useState } from "react";

import type { Balance, Gear, Seen } from "../api/types";
import { COLOUR } from "../drawing/colours";
import { pointIn, polygon, useWidth } from "../drawing/frame";
import { length } from "../lib/show";
import { useUnits } from "../session";
import { dragOf, gearName, movedBy, type View } from "./gearPlace";

interface Props {
  balance: Balance;
  gear: Gear[];
  chosen: string | null;
  onChoose: (id: string) => void;
  /** What is moved is what there is by then: keys come faster than answers. */
  onMove: (id: string, next: (one: Gear) => Gear) => void;
}

interface Taken {
  id: string;
  side: 1 | -1;
  view: View;
  x: number;
  y: number;
  dx: number;
  dy: number;
}

const flip = (points: readonly (readonly number[])[]) => points.map(([a, b]) => [a!, -b!]);

/** Places of the aircraft along its length: the range, and where it shall balance. */
function Marks({ balance, view, ends }: { balance: Balance; view: View; ends: [number, number] }) {
  const across = view === "plan";
  const [from, to] = ends;
  const line = (at: number) => (across ? { x1: from, x2: to, y1: at, y2: at } : { x1: at, x2: at, y1: from, y2: to });
  const band = across
    ? { x: from, width: to - from, y: balance.front_mm, height: balance.aft_mm - balance.front_mm }
    : { x: balance.front_mm, width: balance.aft_mm - balance.front_mm, y: from, height: to - from };
  return (
    <g pointerEvents="none">
      <rect {...band} fill={COLOUR.tape} fillOpacity={0.18} stroke={COLOUR.tape} strokeWidth={1} vectorEffect="non-scaling-stroke" />
      <line {...line(balance.aim_mm)} stroke={COLOUR.tape} strokeWidth={2} strokeDasharray="7 4" vectorEffect="non-scaling-stroke" />
    </g>
  );
}

/** Where it balances, with its spread: over all that is drawn. */
function Here({ balance, view, u }: { balance: Balance; view: View; u: number }) {
  if (balance.state === "open") return null;
  const across = view === "plan";
  const { low, high, value } = balance.x_mm;
  const middle = across ? 0 : -balance.up_mm;
  const at = across ? { cx: middle, cy: value } : { cx: value, cy: middle };
  const bar = across ? { x1: middle, x2: middle, y1: low, y2: high } : { x1: low, x2: high, y1: middle, y2: middle };
  const tone = balance.state === "balances" || balance.state === "likely" ? COLOUR.ink : COLOUR.gives;
  return (
    <g pointerEvents="none">
      <line {...bar} stroke={tone} strokeWidth={5} strokeLinecap="butt" vectorEffect="non-scaling-stroke" />
      <circle {...at} r={7 * u} fill={COLOUR.paper} stroke={tone} strokeWidth={2.5} vectorEffect="non-scaling-stroke" />
      <circle {...at} r={2.2 * u} fill={tone} />
    </g>
  );
}

interface ViewProps extends Props {
  view: View;
  u: number;
}

function OneView({ balance, gear, chosen, onChoose, onMove, view, u }: ViewProps) {
  const units = useUnits();
  const svg = useRef<SVGSVGElement>(null);
  const [taken, setTaken] = useState<Taken | null>(null);
  const shapes = (seen: Seen) => (view === "plan" ? seen.plan : seen.side.map(flip));
  const all = [...balance.parts, ...balance.gear].flatMap((s) => shapes(s).flat());
  const xs = all.map((p) => p[0]!);
  const ys = all.map((p) => p[1]!);
  const pad = 14 * u;
  const [left, right, top, bottom] = [Math.min(...xs) - pad, Math.max(...xs) + pad, Math.min(...ys) - pad, Math.max(...ys) + pad];
  const put = (id: string, by: { aft?: number; out?: number; up?: number }, side: 1 | -1) => onMove(id, (one) => movedBy(one, by, side));

  function take(event: PointerEvent<SVGGElement>, id: string, side: 1 | -1) {
    if (!svg.current) return;
    event.preventDefault();
    svg.current.setPointerCapture(event.pointerId);
    const at = pointIn(svg.current, event);
    onChoose(id);
    setTaken({ id, side, view, x: at.y, y: at.x, dx: 0, dy: 0 });
  }

  function move(event: PointerEvent<SVGSVGElement>) {
    if (!taken || !svg.current) return;
    const at = pointIn(svg.current, event);
    setTaken({ ...taken, dx: at.y - taken.x, dy: at.x - taken.y });
  }

  function drop() {
    if (taken && Math.hypot(taken.dx, taken.dy) > 0.5) put(taken.id, dragOf(view, taken.dx, taken.dy), taken.side);
    setTaken(null);
  }

  function nudge(event: KeyboardEvent, id: string, side: 1 | -1) {
    const step = event.shiftKey ? 10 : 1;
    const by: Record<string, [number, number]> = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] };
    const go = by[event.key];
    if (!go) return;
    event.preventDefault();
    put(id, dragOf(view, ...go), side);
  }

  return (
    <svg
      ref={svg}
      viewBox={`${left} ${top} ${right - left} ${bottom - top}`}
      className="block w-full select-none"
      style={{ height: (bottom - top) / u }}
      role="group"
      aria-label={view === "plan" ? "The aircraft from above, nose up" : "The aircraft from the side, nose on the left"}
      onPointerMove={move}
      onPointerUp={drop}
      onPointerCancel={() => setTaken(null)}
    >
      {balance.parts.map((part) =>
        shapes(part).map((points, k) => (
          <polygon
            key={`${part.id}.${k}`}
            points={polygon(points)}
            fill={COLOUR.paper}
            fillOpacity={0.85}
            stroke={COLOUR.ink}
            strokeWidth={1.2}
            vectorEffect="non-scaling-stroke"
          />
        )),
      )}
      <Marks balance={balance} view={view} ends={view === "plan" ? [left, right] : [top, bottom]} />
      {balance.gear.map((seen) => {
        const one = gear.find((g) => g.id === seen.id);
        if (!one) return null;
        return shapes(seen).map((points, k) => {
          const side = k === 0 ? 1 : -1;
          const held = taken?.id === seen.id;
          const [dx, dy] = held ? [k === (taken.side === 1 ? 0 : 1) || view === "side" ? taken.dx : -taken.dx, taken.dy] : [0, 0];
          const lit = chosen === seen.id;
          return (
            <g
              key={`${seen.id}.${k}`}
              role="slider"
              tabIndex={k === 0 ? 0 : -1}
              data-gear={seen.id}
              aria-label={`${gearName(one)}: arrow keys move it, with Shift ten times as far`}
              aria-valuenow={Math.round(one.along_mm)}
              aria-valuetext={`${length(one.along_mm, units)} ${one.sits_in === "body" ? "behind the nose" : "out from the root"}`}
              className="cursor-grab touch-none"
              transform={`translate(${dx} ${dy})`}
              onFocus={() => onChoose(seen.id)}
              onKeyDown={(e) => nudge(e, seen.id, side)}
              onPointerDown={(e) => take(e, seen.id, side)}
            >
              <polygon points={polygon(points)} fill="transparent" stroke="transparent" strokeWidth={16} vectorEffect="non-scaling-stroke" />
              <polygon
                points={polygon(points)}
                fill={lit ? COLOUR.kraft : COLOUR.carbonLine}
                fillOpacity={0.92}
                stroke={COLOUR.ink}
                strokeWidth={lit ? 2 : 1}
                vectorEffect="non-scaling-stroke"
              />
            </g>
          );
        });
      })}
      <Here balance={balance} view={view} u={u} />
    </svg>
  );
}

/** The aircraft from above and from the side, with all that is carried as boxes that can be moved, and where it balances. */
export function BalanceViews(props: Props) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const units = useUnits();
  const { balance } = props;
  const span = Math.max(...balance.parts.flatMap((p) => p.plan.flat().map((q) => Math.abs(q[0])))) * 2;
  const long =
    Math.max(...balance.parts.flatMap((p) => p.side.flat().map((q) => q[0]))) - Math.min(...balance.parts.flatMap((p) => p.side.flat().map((q) => q[0])));
  // one scale for both, and never taller than the window
  const u = width ? Math.max(span / Math.max(width - 28, 100), (long * 1.05) / 460) : 1;
  return (
    <div ref={box} className="border border-rule bg-faint">
      {width > 0 && (
        <>
          <OneView {...props} view="plan" u={u} />
          <div className="border-t border-rule" />
          <OneView {...props} view="side" u={u} />
        </>
      )}
      <p className="flex flex-wrap gap-x-5 gap-y-1 border-t border-rule bg-board px-2 py-1.5 text-[14px] text-pencil">
        <span className="inline-flex items-center gap-1.5">
          <span className="inline-block h-3 w-5 border border-tape bg-tape/20" /> between these it may balance
        </span>
        <span className="inline-flex items-center gap-1.5">
          <span className="inline-block w-5 border-t-2 border-dashed border-tape" /> here it shall, {length(balance.aim_mm, units)} behind the wing&rsquo;s edge
          at the root
        </span>
        {balance.state !== "open" && (
          <span className="inline-flex items-center gap-1.5">
            <span className="inline-block size-3 rounded-full border-2 border-ink bg-sheet" /> here it does, with its spread
          </span>
        )}
      </p>
    </div>
  );
}
