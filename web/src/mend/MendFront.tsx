import type { FoundMends, MendPoint, MendWish } from "../api/types";
import { FrontChart } from "../drawing/FrontChart";
import { mass, trim, wait } from "../lib/show";
import { useUnits } from "../session";
import { said } from "./made";

interface Props {
  found: FoundMends;
  by: "grams" | "minutes";
  wish: MendWish;
  shown: MendPoint | null;
  onShow: (p: MendPoint) => void;
  onTake: (p: MendPoint) => void;
}

/** Minutes, hours, days that people think in. */
const MARKS = [5, 10, 15, 30, 45, 60, 120, 240, 480, 1440, 2880, 5760, 10_080];

/** Strength back against grams, or against the time until it may fly. */
export function MendFront({ found, by, wish, shown, onShow, onTake }: Props) {
  const units = useUnits();
  const x = (p: { grams: number; ready_min: number }) => (by === "grams" ? p.grams : Math.max(p.ready_min, 1));
  const spot = (p: MendPoint) => ({ x: x(p), y: 100 * p.back.low, meets: p.meets });
  const xs = found.front.map(x);
  const [least, largest] = [Math.min(...xs), Math.max(...xs)];
  const room = Math.max(largest - least, 1) * 0.06;
  // of as much strength the cheapest: what costs more for less lies on the other front
  const ordered = [...found.front].sort((a, b) => x(a) - x(b) || b.back.low - a.back.low);
  const front = ordered.filter((p, k) => ordered.slice(0, k).every((o) => o.back.low < p.back.low - 1e-9));
  const best = found.best === null ? null : found.front[found.best]!;
  const most = Math.max(...found.front.map((p) => 100 * p.back.low), 100 * (wish.back ?? 0)) * 1.1;
  return (
    <FrontChart
      title="Strength back, %"
      against={by === "grams" ? "against the grams it adds" : "against the time until it may fly"}
      label={`Strength back against ${by === "grams" ? "grams" : "minutes"}: ${front.length} ways on the front`}
      front={front.map((point) => ({
        spot: spot(point),
        point,
        label: `${said(point)}: ${trim(100 * point.back.low, 0)} % back, ${mass(point.grams, units)}, ready in ${wait(point.ready_min)}. Lay it on`,
      }))}
      cloud={[...found.dots.map((d) => ({ x: x(d), y: 100 * d.back, meets: false })), ...found.front.filter((p) => !front.includes(p)).map(spot)]}
      xs={
        by === "grams"
          ? { from: least - room, to: largest + room, word: (v) => mass(v, units) }
          : { from: least * 0.85, to: largest * 1.2, marks: MARKS, word: (v) => wait(v) }
      }
      most={most}
      aim={wish.back === null ? null : { y: 100 * wish.back, word: `at least ${trim(100 * wish.back, 0)} %` }}
      winner={best && { spot: spot(best), word: "lightest that does it", under: true }}
      shown={shown}
      onShow={onShow}
      onTake={onTake}
    />
  );
}
