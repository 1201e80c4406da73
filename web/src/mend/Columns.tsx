import type { MendedPart, RibbonPiece, StateFigures } from "../api/types";
import { COLOUR } from "../drawing/colours";
import { placeOn } from "../lib/parts";
import { factor, length, mass, signed, STATE_WORD, trim } from "../lib/show";
import { useUnits } from "../session";

const NAMES = { sound: "Sound", broken: "Broken", mended: "Mended" } as const;
const TONE = { sound: "", close: "text-kraft", "gives way": "text-gives" } as const;

/** What gives way is drawn over the rest, however narrow it is. */
const RANK = { sound: 0, close: 1, "gives way": 2 } as const;

/** One state along the part: what is nearest to giving way, in tone and pattern. */
function Ribbon({ ribbon, long, name }: { ribbon: RibbonPiece[]; long: number; name: string }) {
  const id = `mr-${name}`;
  return (
    <svg viewBox={`0 0 ${long} 12`} preserveAspectRatio="none" className="block h-4 w-full border border-ink" role="img" aria-label={`${name} along the part`}>
      <pattern id={`${id}-c`} width={long / 60} height={6} patternUnits="userSpaceOnUse">
        <rect width={long / 60} height={6} fill={COLOUR.kraftPale} />
        <path d={`M0 6L${long / 60} 0`} stroke={COLOUR.kraft} strokeWidth={1} vectorEffect="non-scaling-stroke" />
      </pattern>
      {[...ribbon]
        .sort((a, b) => RANK[a.state] - RANK[b.state])
        .map((r) => (
          <rect
            key={r.y_from_mm}
            x={r.y_from_mm}
            y={0}
            width={Math.max(r.y_to_mm - r.y_from_mm, r.state === "sound" ? 0 : long / 60)}
            height={12}
            fill={r.state === "sound" ? COLOUR.sound : r.state === "close" ? `url(#${id}-c)` : COLOUR.gives}
          >
            <title>{`${STATE_WORD[r.state]}, ${trim(r.reserve, 2)} times what is asked: ${r.how}`}</title>
          </rect>
        ))}
    </svg>
  );
}

const range = (low: number, high: number) => `${trim(low, 1)} to ${trim(high, 1)}`;

/** Sound, broken and mended side by side, and their ribbons over each other. */
export function Columns({ part, mends }: { part: MendedPart; mends: boolean }) {
  const units = useUnits();
  const states = ["sound", "broken", "mended"] as const;
  const of = (name: (typeof states)[number]): StateFigures => part[name];
  const rows: { label: string; cell: (f: StateFigures) => React.ReactNode }[] = [
    {
      label: "holds to",
      cell: (f) => (
        <>
          <b className={`text-[19px] font-semibold ${TONE[f.state]}`}>{factor(f.holds.value, part.unit)}</b>
          <span className="block text-[14px] text-pencil">{range(f.holds.low, f.holds.high)}</span>
        </>
      ),
    },
    { label: "is", cell: (f) => <span className={`font-medium ${TONE[f.state]}`}>{STATE_WORD[f.state]}</span> },
    { label: "first sign", cell: (f) => <>{factor(f.breaks.value, part.unit)}</> },
    { label: "where, how", cell: (f) => <span className="text-[14px] leading-4.5">{`${placeOn(part.part, f.y_mm, units)}: ${f.how}`}</span> },
    { label: "seen coming", cell: (f) => <span className="text-[14px] leading-4.5">{f.seen_coming ? "yes" : "no"}</span> },
    { label: "tip bends", cell: (f) => (f.bend_mm ? length(Math.abs(f.bend_mm.value), units) : "it hangs") },
    { label: "twists", cell: (f) => (f.twist_deg ? `${trim(Math.abs(f.twist_deg.value), 1)}°` : "it hangs") },
    { label: "swings at", cell: (f) => (f.bending_hz ? `${trim(f.bending_hz.value, f.bending_hz.value < 10 ? 1 : 0)} Hz` : "–") },
  ];
  return (
    <section aria-label={part.label} data-testid="columns" className="mt-3">
      <h3 className="text-[17px] font-semibold first-letter:uppercase">
        {part.label}: <span className="font-normal">{part.says}</span>
      </h3>
      <div className="overflow-x-auto">
        <table className="mt-1 w-full min-w-[21rem] table-fixed text-[15px]">
          <colgroup>
            <col className="w-22" />
          </colgroup>
          <thead>
            <tr className="border-b border-ink text-left">
              <th className="py-1 text-[14px] font-normal text-pencil">{part.case}</th>
              {states.map((s) => (
                <th key={s} className="px-1 py-1 font-semibold">
                  {s === "mended" && !mends ? "Mended (nothing yet)" : NAMES[s]}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.label} className="border-b border-rule align-top">
                <th scope="row" className="py-1 pr-1 text-left text-[14px] font-normal text-pencil">
                  {row.label}
                </th>
                {states.map((s) => (
                  <td key={s} className="px-1 py-1">
                    {row.cell(of(s))}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="mt-2 grid grid-cols-[4.2rem_minmax(0,1fr)] items-center gap-x-2 gap-y-1 text-[14px]" aria-hidden="true">
        {states.map((s) => (
          <div key={s} className="contents">
            <span className="text-pencil">{NAMES[s].toLowerCase()}</span>
            <Ribbon ribbon={of(s).ribbon} long={part.length_mm} name={`${part.label.replace(/\W+/g, "-")}-${s}`} />
          </div>
        ))}
      </div>
      {mends && (
        <ul className="mt-2 text-[15px]" data-testid="what-it-costs">
          <li>
            {part.moved} {part.mended.seen}
          </li>
          <li>
            {signed(part.grams.value)} g ({mass(part.grams.low, units)} to {mass(part.grams.high, units)});{" "}
            {Math.abs(part.balance_mm) < 0.05
              ? "the balance point stays."
              : `the balance point moves ${length(Math.abs(part.balance_mm), units)} ${part.balance_mm > 0 ? "back" : "forward"}.`}
          </li>
          {part.steps
            .filter((s) => s.hard)
            .slice(0, 2)
            .map((s) => (
              <li key={s.mend + String(s.y_mm)} className="font-medium text-kraft">
                The {s.label} is {s.says}
              </li>
            ))}
          {part.tail.map((t) => (
            <li key={t}>{t}</li>
          ))}
        </ul>
      )}
    </section>
  );
}
