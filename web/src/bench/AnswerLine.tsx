import type { ReactNode } from "react";

import type { Estimate, Unit, Verdict } from "../api/types";
import { RangeBar } from "../drawing/RangeBar";
import { StrengthLine } from "../drawing/StrengthLine";
import { PARTS } from "../lib/parts";
import { factor, length, mass, rough, sentence, STATE_WORD, trim } from "../lib/show";
import { useUnits } from "../session";
import { WhyButton } from "../ui/WhyButton";
import type { WordId } from "../words/meanings";
import { Word } from "../words/Words";

interface Props {
  verdict: Verdict;
  stale: boolean;
  onWhy: (figure: string) => void;
}

const STATE_MEANS = { sound: "sound", close: "close", "gives way": "weak" } as const;

/** Judged by one rule, in the case that is hardest for it: the state, and what that case asks. */
function Judged({ verdict }: { verdict: Verdict }) {
  const units = useUnits();
  const j = verdict.judged;
  const tone = j.state === "gives way" ? "border-gives text-gives" : j.state === "close" ? "border-kraft text-kraft" : "border-ink";
  return (
    <p className="text-[15px] leading-5" data-testid="judged">
      <b className={`mr-1.5 border px-1 font-semibold ${tone}`}>
        <Word id={STATE_MEANS[j.state]}>{STATE_WORD[j.state]}</Word>
      </b>
      {j.case}
      {j.unit === "G" ? `, ${mass(verdict.mass.flying_g, units)} ready to fly` : ""}: nothing may show at {factor(j.load, j.unit)}, and it must hold to{" "}
      {factor(j.needed, j.unit)}
      {!j.like_main && `; there its first sign is at ${factor(j.first.value, j.unit)}, and it holds to ${factor(j.hold.value, j.unit)}`}.
    </p>
  );
}

/** One of the two figures of strength: as large as the other, with its range and its working. */
function Figure({
  name,
  word,
  e,
  unit,
  id,
  tone,
  onWhy,
}: {
  name: string;
  word: WordId;
  e: Estimate;
  unit: Unit;
  id: string;
  tone: string;
  onWhy: () => void;
}) {
  return (
    <div className="min-w-0">
      <p className="flex items-baseline justify-between gap-2 text-[15px] text-pencil">
        <Word id={word}>{name}</Word> <WhyButton name={name} onPress={onWhy} />
      </p>
      <p className={`text-[24px] leading-7 font-semibold whitespace-nowrap ${tone}`} data-testid={id}>
        {factor(e.value, unit)}
      </p>
      <p className="text-[14px] leading-4.5 whitespace-nowrap">
        {trim(e.low, 1)} to {trim(e.high, 1)}
      </p>
    </div>
  );
}

function Answer({
  name,
  figure,
  onWhy,
  children,
  bar,
  tone,
  wide,
}: {
  wide?: boolean;
  name: string;
  figure: string;
  onWhy: (f: string) => void;
  children: ReactNode;
  bar?: ReactNode;
  tone?: string;
}) {
  return (
    <section
      aria-label={name}
      className={`min-w-0 border-l border-rule px-3 py-1 first:border-l-0 max-md:border-t max-md:border-l-0 ${wide ? "max-md:col-span-2" : ""}`}
    >
      <div className="flex items-baseline justify-between gap-2">
        <h2 className="text-[15px] text-pencil">{name}</h2>
        <WhyButton name={name} onPress={() => onWhy(figure)} />
      </div>
      <div className={tone}>{children}</div>
      {bar}
    </section>
  );
}

/** The range of a twist whose way is told beside it: "0.7° to 1°"; with its ways where it goes both. */
function turned({ low, high }: Verdict["twist_deg"]): string {
  const way = (v: number) => `${trim(Math.abs(v), 1)}° nose ${v < 0 ? "down" : "up"}`;
  if (low < 0 && high > 0) return `${way(low)} to ${way(high)}`;
  const [near, far] = [Math.abs(low), Math.abs(high)].sort((a, b) => a - b);
  return `${trim(near!, 1)}° to ${trim(far!, 1)}°`;
}

/** On a phone: the headline small, in sight whatever is scrolled to. */
export function HeadlineStrip({ verdict, stale }: { verdict: Verdict; stale: boolean }) {
  const units = useUnits();
  const { breaks, holds, unit, judged } = verdict;
  const tone = { sound: "text-tape", close: "text-kraft", "gives way": "text-gives" }[judged.state];
  return (
    <p
      aria-hidden="true"
      data-testid="strip"
      className={`sticky top-0 z-10 flex justify-between gap-2 border-b-2 border-ink px-3 py-1 text-[15px] leading-5 whitespace-nowrap sm:hidden ${stale ? "bg-faint" : "bg-sheet"}`}
    >
      <b className={`font-semibold ${tone}`}>{STATE_WORD[judged.state]}</b>
      <span>
        {factor(breaks.n.value, unit)}, holds {factor(holds.n.value, unit)}
      </span>
      <span>{verdict.folds ? "folds" : length(verdict.tip_bend_mm.value, units)}</span>
      <span>{mass(verdict.mass.part_g.value, units)}</span>
    </p>
  );
}

/** What the scheme gives, in one line: break, bend, twist, grams; each opens its working. */
export function AnswerLine({ verdict, stale, onWhy }: Props) {
  const units = useUnits();
  const { breaks, holds, mass: m, unit } = verdict;
  // what the marks stand at: the hardest case's where it loads the part in the same way
  const [load, needed] = verdict.judged.like_main ? [verdict.judged.load, verdict.judged.needed] : [verdict.limit_n, verdict.ultimate_n];
  const later = holds.n.value > breaks.n.value * 1.005;
  const over = m.remains_g.value < 0;
  return (
    <div
      className={`grid grid-cols-2 border-b border-rule md:grid-cols-[2.5fr_1fr_0.6fr_1.1fr] ${stale ? "bg-faint" : "bg-sheet"}`}
      aria-live="polite"
      data-testid="answers"
    >
      {stale && <p className="col-span-full px-3 pt-1 text-[15px] font-medium">Figures of the last one that could be worked out:</p>}
      <section aria-label="Strength" className="min-w-0 px-3 py-1 max-md:col-span-2 max-md:border-t max-md:border-rule">
        <div className="grid gap-x-5 sm:grid-cols-[15.5rem_minmax(0,1fr)]">
          <div>
            <div className="grid grid-cols-2 gap-x-4">
              <Figure
                name="First sign"
                word="first_sign"
                e={breaks.n}
                unit={unit}
                id="break"
                tone={breaks.n.value < load ? "text-gives" : ""}
                onWhy={() => onWhy("break")}
              />
              <Figure
                name="Holds to"
                word="holds_to"
                e={holds.n}
                unit={unit}
                id="hold"
                tone={holds.n.value < needed ? "text-gives" : ""}
                onWhy={() => onWhy("hold")}
              />
            </div>
            <StrengthLine
              first={breaks.n}
              hold={holds.n}
              load={load}
              needed={needed}
              label={`First sign between ${factor(breaks.n.low, unit)} and ${factor(breaks.n.high, unit)}, not before ${factor(load, unit)}; holds to between ${factor(holds.n.low, unit)} and ${factor(holds.n.high, unit)}, ${factor(needed, unit)} needed`}
            />
          </div>
          <div className="pt-1">
            <p className="text-[16px] leading-5 font-medium" data-testid="sentence">
              {sentence(verdict.sentence)}
              {later && !verdict.sentence.startsWith("breaks at") ? `; holds to ${factor(holds.n.value, unit)}, then ${holds.how}` : ""}.
            </p>
            <Judged verdict={verdict} />
            <p className="mt-0.5 text-[14px] leading-4.5 text-pencil">
              {breaks.seen_coming ? "You see it coming. " : "No warning. "}
              {breaks.seen}
            </p>
          </div>
        </div>
      </section>
      <Answer
        name={verdict.part === "body" ? "Tail bend" : "Tip bend"}
        figure="bend"
        onWhy={onWhy}
        bar={
          !verdict.folds && (
            <RangeBar figure={verdict.tip_bend_mm} label={`Between ${rough(verdict.tip_bend_mm.low)} and ${rough(verdict.tip_bend_mm.high)} mm`} />
          )
        }
      >
        <p className="text-[22px] leading-8 font-semibold" data-testid="bend">
          {verdict.folds ? "folds" : length(verdict.tip_bend_mm.value, units)}
        </p>
        {verdict.folds ? (
          <p className="text-[15px] leading-5 text-gives" data-testid="folds">
            {verdict.folds}
          </p>
        ) : (
          <>
            <p className="text-[15px] leading-5">
              {trim(verdict.tip_bend_share * 100, verdict.tip_bend_share < 0.02 ? 1 : 0)} % of the {PARTS[verdict.part].half}
              {verdict.bends_down ? ", down" : ""}: {verdict.bends_in}
            </p>
            <p className="text-[14px] leading-5 text-pencil">
              {length(verdict.tip_bend_mm.low, units)} to {length(verdict.tip_bend_mm.high, units)}
            </p>
          </>
        )}
      </Answer>
      <Answer
        name={verdict.part === "body" ? "Tail twist" : "Tip twist"}
        figure="twist"
        onWhy={onWhy}
        bar={
          !verdict.turns_over && (
            <RangeBar figure={verdict.twist_deg} label={`Between ${trim(verdict.twist_deg.low, 1)} and ${trim(verdict.twist_deg.high, 1)} degrees`} />
          )
        }
      >
        <p className="text-[22px] leading-8 font-semibold" data-testid="twist">
          {verdict.turns_over ? "turns over" : `${trim(Math.abs(verdict.twist_deg.value), 1)}°`}
        </p>
        <p className={`text-[15px] leading-5 ${verdict.turns_over ? "text-gives" : ""}`}>
          {verdict.turns_over ? "further than 20°, " : ""}
          {verdict.twist_deg.value < 0 ? "nose down" : "nose up"}: {verdict.twists_in}
        </p>
        {!verdict.turns_over && <p className="text-[14px] leading-5 text-pencil">{turned(verdict.twist_deg)}</p>}
      </Answer>
      <Answer
        wide
        name="Weight"
        figure="mass"
        onWhy={onWhy}
        tone={over ? "text-gives" : undefined}
        bar={
          <RangeBar
            figure={m.part_g}
            mark={m.part_g.value + m.remains_g.value}
            label={`${PARTS[verdict.part].label} between ${mass(m.part_g.low, units)} and ${mass(m.part_g.high, units)}; the promise leaves ${mass(m.part_g.value + m.remains_g.value, units)}`}
          />
        }
      >
        <p className="text-[22px] leading-8 font-semibold" data-testid="added">
          {mass(m.pieces_g + m.glue_g, units)} added
        </p>
        <p className="text-[15px] leading-5 text-ink">
          {verdict.part} {mass(m.part_g.value, units)} ({mass(m.part_g.low, units)} to {mass(m.part_g.high, units)})
        </p>
        <p className="text-[15px] leading-5" data-testid="remains">
          {over
            ? `${mass(-m.remains_g.value, units)} over the promise of ${mass(m.promise_g, units)}`
            : `${mass(m.remains_g.value, units)} left of the ${mass(m.promise_g, units)} promise`}
        </p>
      </Answer>
    </div>
  );
}
