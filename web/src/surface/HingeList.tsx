import type { RankedHinge } from "../api/types";
import { length, mass, minutes, trim } from "../lib/show";
import { useUnits } from "../session";
import { ScoreSum, ScoreTable } from "../ui/ScoreTable";

function reserve(value: number): string {
  return value >= 99 ? "99+" : trim(value, 1);
}

function Line({ hinge, shown, chosen, onShow, onChoose }: { hinge: RankedHinge; shown: boolean; chosen: boolean; onShow: () => void; onChoose?: () => void }) {
  const units = useUnits();
  const out = hinge.reasons.length > 0;
  const [load, servo] = [hinge.load_reserve, hinge.servo_share];
  return (
    <li className={`border-b border-rule py-1.5 ${shown ? "border-l-4 border-l-kraft pl-3" : ""}`} data-hinge={hinge.hinge}>
      <button className="w-full text-left" aria-expanded={shown} onClick={onShow}>
        <b className="font-medium underline decoration-rule underline-offset-3">{hinge.label}</b>
        {chosen && <span className="ml-2 text-[14px] text-kraft">chosen</span>}
        {out ? (
          <span className="block text-[15px] leading-5 text-gives">{hinge.reasons.join(" ")}</span>
        ) : (
          <span className="block text-[15px] leading-5">
            {hinge.bevel_deg > 0 ? `bevel ${trim(hinge.bevel_deg, 0)}°` : `gap ${length(hinge.gap_mm, units)}`}
            {typeof hinge.tape_mm === "number" && `, tape ${length(hinge.tape_mm, units)} each side`}; takes {trim(servo[1] * 100, 1)} % of the servo (
            {trim(servo[0] * 100, 1)} to {trim(servo[2] * 100, 1)} %); holds ×{reserve(load[1])} ({reserve(load[0])} to {reserve(load[2])});{" "}
            {mass(hinge.grams[1], units)}, {minutes(hinge.minutes[1])}; lasts {hinge.life}
          </span>
        )}
      </button>
      {shown && (
        <div className="mt-1 grid gap-x-6 gap-y-2 sm:grid-cols-2">
          <div>
            <ol className="list-decimal pl-5 text-[15px] leading-5">
              {hinge.steps.map((s) => (
                <li key={s}>{s}</li>
              ))}
            </ol>
            <div className="mt-2 text-[15px] leading-5">
              {hinge.mistakes.map((m) => (
                <p key={m} className="border-l-4 border-kraft pl-2">
                  {m}
                </p>
              ))}
              <p className="mt-1">Mending: {hinge.repair}</p>
            </div>
          </div>
          <div className="text-[15px] leading-5">
            <ScoreTable name={hinge.label} parts={hinge.parts}>
              <ScoreSum label="score" score={hinge.score} />
            </ScoreTable>
            <p className="text-[14px] text-pencil">
              Sunlight: {hinge.sunlight}; drag: {hinge.drag}. {hinge.source}.
            </p>
            {onChoose && (
              <button className="btn mt-1" onClick={onChoose}>
                {chosen ? "Leave it open again" : "Hinge it so"}
              </button>
            )}
          </div>
        </div>
      )}
    </li>
  );
}

/** Every way to hinge this surface: the ranking with its weights, and what cannot be with the reason. */
export function HingeList({
  hinges,
  shown,
  chosen,
  onShow,
  onChoose,
}: {
  hinges: RankedHinge[];
  shown: string;
  chosen: string | null;
  onShow: (hinge: string) => void;
  onChoose?: (hinge: string | null) => void;
}) {
  return (
    <ul data-testid="hinges">
      {hinges.map((h) => (
        <Line
          key={h.hinge}
          hinge={h}
          shown={h.hinge === shown}
          chosen={h.hinge === chosen}
          onShow={() => onShow(h.hinge)}
          onChoose={onChoose && (() => onChoose(h.hinge === chosen ? null : h.hinge))}
        />
      ))}
    </ul>
  );
}
