import type { BalanceItem } from "../api/types";
import { mass } from "../lib/show";
import { useUnits } from "../session";

/** A part that weighs more than its share of the promise says so at once. */
export function OverShare({ item }: { item: BalanceItem }) {
  const units = useUnits();
  const share = item.share_g ?? null;
  // less than a gram over is nothing that a kitchen scale would show
  if (share === null || item.grams.value < share + 1) return null;
  return (
    <span className="block text-[14px] leading-4 font-medium text-gives" data-testid="over-share">
      {mass(item.grams.value - share, units)} over its share
    </span>
  );
}
