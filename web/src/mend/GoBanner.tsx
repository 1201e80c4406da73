import type { RepairVerdict } from "../api/types";
import { inside, minutes, signed, wait } from "../lib/show";

const GO: Record<RepairVerdict["go"], string> = {
  go: "border-tape bg-tape-pale",
  gently: "border-kraft bg-kraft-pale",
  no: "border-gives bg-gives-pale",
};

/** Whether it may fly, in words, and what it takes until then. */
export function GoBanner({ verdict, busy }: { verdict: RepairVerdict; busy: boolean }) {
  return (
    <div className={`border-l-8 px-3 py-2 ${busy ? "border-rule bg-faint" : GO[verdict.go]}`} data-testid="go" role="status" aria-busy={busy}>
      {busy && <p className="text-[15px] font-medium">Working out your change. This is from before it:</p>}
      <p className="text-[20px] leading-7 font-semibold">{verdict.sentence}</p>
      {verdict.why.map((w) => (
        <p key={w} className="text-[16px] leading-5">
          {w}
        </p>
      ))}
      {verdict.time && verdict.mends.length > 0 && (
        <p className={`text-[16px] leading-5 ${verdict.in_time ? "" : "font-semibold"}`} data-testid="in-time">
          {verdict.time}
        </p>
      )}
      {verdict.mends.length > 0 && (
        <p className="text-[15px] text-pencil" data-testid="times">
          {minutes(verdict.hands_min.value)} of work
          {verdict.waits_min ? `, then ${wait(verdict.waits_min)} for the ${inside(verdict.slowest)}` : ", no waiting"}; {signed(verdict.grams.value)} g.
        </p>
      )}
    </div>
  );
}
