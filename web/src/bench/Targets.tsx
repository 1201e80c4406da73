import type { TargetLine, Unit, Units, Verdict } from "../api/types";
import { FAR, builds, factor, length, mass, minutes, sentence, temperature, trim, wait } from "../lib/show";
import { useUnits } from "../session";

const WORDS = { met: "met", close: "little to spare", missed: "missed" } as const;

function figure(line: TargetLine, value: number, units: Units, unit: Unit): string {
  if (line.id === "bend" || line.id === "flex") return length(value, units);
  if (line.id === "mass" || line.id === "share") return mass(value, units);
  if (line.id === "twist") return `${trim(value, 2)}°`;
  if (line.id === "minutes") return minutes(value);
  return factor(value, unit);
}

/** What is wanted of the part, what it has, and the margin; then the work and the wait. */
export function Targets({ verdict, onSet }: { verdict: Verdict; onSet: () => void }) {
  const units = useUnits();
  const { work } = verdict;
  return (
    <section aria-label="What is wanted of it" className="mt-4" data-testid="targets">
      <div className="flex items-baseline justify-between border-b border-ink">
        <h2 className="text-[17px] font-semibold">What is wanted of it</h2>
        <button className="btn btn-quiet min-h-8 px-0" onClick={onSet}>
          Set targets
        </button>
      </div>
      <ul>
        {verdict.targets.map((t) => (
          <li key={t.id} className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 border-b border-rule py-1 text-[15px]">
            <span>
              {sentence(t.label)} <b className="font-medium">{figure(t, t.wanted, units, verdict.unit)}</b>
              <span className="block text-[14px] leading-4.5 text-pencil">
                it has {figure(t, t.has.value, units, verdict.unit)} ({figure(t, t.has.low, units, verdict.unit)} to{" "}
                {figure(t, t.has.high, units, verdict.unit)})
              </span>
            </span>
            <span className={`text-right ${t.state === "missed" ? "font-medium text-gives" : t.state === "close" ? "font-medium text-kraft" : ""}`}>
              {t.margin >= FAR - 1
                ? `over ${FAR} times of it`
                : t.margin >= 0
                  ? `${trim(t.margin * 100, 0)} % to spare`
                  : `${trim(-t.margin * 100, 0)} % short`}
              <span className="block text-[14px] leading-4.5">
                {WORDS[t.state]}
                {t.missing >= 0.01 && `: ${builds(t.missing)} would miss it`}
              </span>
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-[15px]" data-testid="work">
        {work.hands.value > 0
          ? `About ${minutes(work.hands.value)} of hand work (${minutes(work.hands.low)} to ${minutes(work.hands.high)}).`
          : "No hand work yet."}
        {work.slowest &&
          ` ${work.slowest} lets it fly after ${wait(work.fly_after)} at ${temperature(20, units)}; all glue is through after ${wait(work.full_after)}.`}
      </p>
    </section>
  );
}
