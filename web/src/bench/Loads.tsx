import type { Airframe, Catalogue, PartName, Verdict } from "../api/types";
import { RangeBar } from "../drawing/RangeBar";
import { ReserveBar } from "../drawing/ReserveBar";
import { placeOn } from "../lib/parts";
import { FAR, factor, rough, sentence, times, told, trim } from "../lib/show";
import { useUnits } from "../session";
import { MeasureField } from "../ui/fields";
import { WhyButton } from "../ui/WhyButton";
import type { Why } from "./WorkingSheet";

interface Props {
  verdict: Verdict;
  part: PartName;
  airframe: Airframe;
  catalogue: Catalogue;
  onWhy: (why: Why) => void;
  onFlight: (next: (flight: Airframe["flight"]) => Airframe["flight"], key: string) => void;
}

type Asked = "push_factor" | "gust_m_s" | "landing_g" | "throw_g" | "line_g" | "pull_g" | "handling_N";

const WING = ["gust_m_s", "push_factor", "landing_g", "throw_g", "line_g"];
const TAIL = ["landing_g", "handling_N"];
const BODY = ["landing_g", "throw_g", "line_g", "pull_g", "handling_N"];
const OF: Record<PartName, string[]> = { wing: WING, tailplane: TAIL, fin: TAIL, body: BODY };

const ASKED: { field: Asked; label: string; kind: "number" | "speed" | "force" }[] = [
  { field: "gust_m_s", label: "Sharp gust", kind: "speed" },
  { field: "push_factor", label: "Hardest push, in G", kind: "number" },
  { field: "landing_g", label: "Belly landing, in G", kind: "number" },
  { field: "throw_g", label: "Hand throw, in G", kind: "number" },
  { field: "line_g", label: "Launch line, times its weight", kind: "number" },
  { field: "pull_g", label: "Pull of the motor, times its weight", kind: "number" },
  { field: "handling_N", label: "Push at the tip", kind: "force" },
];

/** What flight, launch and landing ask of the wing, where it stands in each, and how it shakes. */
export function Loads({ verdict, part, airframe, catalogue, onWhy, onFlight }: Props) {
  const units = useUnits();
  const { flight } = airframe;
  const asked = ASKED.filter(({ field }) => OF[part].includes(field));
  const preset = catalogue.presets.find((p) => p.use === flight.use);
  return (
    <div className="grid gap-4">
      <section aria-label="What is asked of it">
        <h2 className="text-[17px] font-semibold">What is asked of it</h2>
        <ul data-testid="cases">
          {verdict.cases.map((c) => (
            <li key={c.id} className={`grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 border-b border-rule py-1.5 ${c.hardest ? "bg-kraft-pale/50" : ""}`}>
              <p className="leading-5">
                <span className="font-medium">
                  {sentence(c.label)}, {c.unit === "times" ? "once" : factor(c.factor, c.unit)}
                </span>
                {c.hardest && <span className="font-medium text-kraft">, the hardest</span>}
                <span className="block text-[14px] leading-4.5 text-pencil">{c.reason}</span>
                {c.reserve < FAR && (
                  <span className="block text-[14px] leading-4.5">
                    First {c.how}, {placeOn(part, c.y_mm, units)}, at {factor(c.n, c.unit)}; holds to {factor(c.hold_n, c.unit)}, {factor(c.needed, c.unit)}{" "}
                    needed.
                  </span>
                )}
              </p>
              <p className="flex items-start gap-3">
                <span className="flex items-center gap-2 pt-1">
                  <ReserveBar reserve={c.reserve} state={c.state} />
                  <span className={`w-24 text-right font-medium ${c.state === "gives way" ? "text-gives" : ""}`}>{times(c.reserve, 1)}</span>
                </span>
                <WhyButton name={c.label} onPress={() => onWhy({ figure: `case:${c.id}` })} />
              </p>
            </li>
          ))}
        </ul>
        <p className="mt-1 text-[14px] text-pencil">
          × is the reserve: its first sign over the load itself, or what it holds to over the load times the safety factor of {trim(flight.safety_factor, 2)},
          whichever is less. Sound: nine builds in ten have 1 or more. Little to spare: the typical build has, one in ten has not.
        </p>
      </section>
      <section aria-label="Change what is asked">
        <h2 className="text-[17px] font-semibold">Change what is asked</h2>
        <p className="mb-2 text-[15px] text-pencil">
          Set by “{preset?.label}”. {preset?.reason} An emptied field goes back to that.
        </p>
        <div className="grid grid-cols-2 gap-3">
          {asked.map(({ field, label, kind }) => (
            <MeasureField
              key={field}
              label={label}
              path={`flight.${field}`}
              kind={kind}
              value={flight[field] ?? ((preset as Record<string, unknown> | undefined)?.[field] as number | undefined) ?? null}
              onChange={(v) => onFlight((f) => ({ ...f, [field]: v }), field)}
              onEmpty={() => onFlight((f) => ({ ...f, [field]: null }), field)}
              hint={flight[field] === null ? "as this way of flying asks" : "your own figure"}
            />
          ))}
          <MeasureField
            label="Greatest lift coefficient"
            path="flight.cl_max"
            kind="number"
            value={flight.cl_max}
            onChange={(v) => onFlight((f) => ({ ...f, cl_max: v }), "cl_max")}
            hint="1.0 to 1.3 for plain wings; it limits the pull"
          />
        </div>
      </section>
      <section aria-label="How it shakes">
        <h2 className="text-[17px] font-semibold">How it shakes, and quick checks</h2>
        <ul data-testid="screens">
          {(["bending_hz", "twist_hz"] as const).map((key) => (
            <li key={key} className="grid grid-cols-[minmax(0,1fr)_9rem_auto] items-center gap-x-3 border-b border-rule py-1">
              <span>
                <b className="font-medium">{rough(verdict[key].value)} Hz</b> {key === "bending_hz" ? "first shake up and down" : "first shake in twist"}
                <span className="block text-[14px] text-pencil">
                  {rough(verdict[key].low)} to {rough(verdict[key].high)} Hz, {part === "body" ? "held at the wing" : "root held still"}
                </span>
              </span>
              <RangeBar figure={verdict[key]} label={`Between ${rough(verdict[key].low)} and ${rough(verdict[key].high)} Hz`} />
              <WhyButton name={key === "bending_hz" ? "first shake up and down" : "first shake in twist"} onPress={() => onWhy({ figure: key })} />
            </li>
          ))}
          {verdict.tail_effects.map((s) => (
            <li key={s.id} className="grid grid-cols-[minmax(0,1fr)_9rem_auto] items-center gap-x-3 border-b border-rule py-1">
              <span>
                <b className={`font-medium ${s.state === "gives way" ? "text-gives" : s.state === "close" ? "text-kraft" : ""}`}>
                  {Math.round(100 * s.eaten.value)} % of the {s.surface}&apos;s effect eaten
                </b>
                <span className="block text-[14px] leading-4.5 text-pencil">
                  {Math.round(100 * s.eaten.low)} to {Math.round(100 * s.eaten.high)} %: under its full push the body leans {trim(s.lean_deg, 1)}° there, and
                  the tail with it.
                </span>
              </span>
              <RangeBar figure={s.eaten} label={`Between ${Math.round(100 * s.eaten.low)} and ${Math.round(100 * s.eaten.high)} %`} />
              <WhyButton name={s.label} onPress={() => onWhy({ figure: s.id })} />
            </li>
          ))}
          {verdict.screens.map((s) => (
            <li key={s.id} className="grid grid-cols-[minmax(0,1fr)_9rem_auto] items-center gap-x-3 border-b border-rule py-1">
              <span>
                <b className={`font-medium ${s.state === "gives way" ? "text-gives" : s.state === "close" ? "text-kraft" : ""}`}>
                  {s.label}: {s.speed ? told(s.speed.value, "m/s", units) : "none found"}
                </b>
                {s.ratio && `, ${trim(s.ratio, 1)} times top speed`}
                <span className="block text-[14px] leading-4.5 text-pencil">{s.says}</span>
              </span>
              {s.speed ? (
                <RangeBar
                  figure={s.speed}
                  mark={flight.speed_m_s}
                  label={`Between ${told(s.speed.low, "m/s", units)} and ${told(s.speed.high, "m/s", units)}; top speed ${told(flight.speed_m_s, "m/s", units)}`}
                />
              ) : (
                <span />
              )}
              <WhyButton name={s.label} onPress={() => onWhy({ figure: s.id })} />
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}
