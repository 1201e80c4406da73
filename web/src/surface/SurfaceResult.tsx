import { useState } from "react";

import { client, Fault } from "../api/client";
import type { Estimate, SurfaceAnswer } from "../api/types";
import { WorkingDialog } from "../bench/WorkingSheet";
import { RangeBar } from "../drawing/RangeBar";
import { download } from "../lib/download";
import { mass, rough, told, trim } from "../lib/show";
import { useUnits } from "../session";
import { WhyButton } from "../ui/WhyButton";
import { HingeList } from "./HingeList";
import { SwungView } from "./SwungView";
import { TwistView } from "./TwistView";

const SCOPE = "Estimates for unmanned, model-size aircraft only. Try every surface by hand before each flight; local flying rules and club rules come first.";

/** What is laid over the surface when a change is taken. */
export type Change = Record<string, unknown>;

interface Figure {
  key: string;
  name: string;
  figure: Estimate;
  show: (value: number) => string;
  mark?: number;
  bad: boolean;
}

function percent(share: number): string {
  return `${trim(share * 100, 0)} %`;
}

/** Degrees by which an end twists; in words where that is more than the surface is thrown. */
function twisted(deg: number, thrown: number): string {
  return deg > thrown ? "stays behind" : `${trim(deg, 1)}°`;
}

/** What comes of a control surface: figures with their ranges and workings, and what they say. */
export function SurfaceFigures({ answer }: { answer: SurfaceAnswer }) {
  const units = useUnits();
  const [why, setWhy] = useState<string | null>(null);
  const { verdict: v } = answer;
  const figures: Figure[] = [
    { key: "servo", name: "Servo's reserve", figure: v.servo_reserve, show: (x) => `×${trim(x, 1)}`, mark: 1, bad: v.servo_reserve.value < 1.5 },
    { key: "moment", name: "Air turns it with", figure: v.moment_Nmm, show: (x) => told(x, "N mm", units), bad: false },
    {
      key: "twist",
      name: "Its end twists",
      figure: v.twist_end_deg,
      show: (x) => twisted(x, answer.question.throw_deg),
      bad: v.twist_end_deg.value > answer.question.throw_deg,
    },
    { key: "lost", name: "Effect lost to twist", figure: v.lost, show: percent, bad: v.lost.value > 0.15 },
    { key: "grams", name: "It weighs", figure: v.grams, show: (x) => mass(x, units), bad: false },
    { key: "shakes", name: "Shakes by itself at", figure: v.shakes.hz, show: (x) => `${rough(x)} Hz`, bad: v.shakes.state === "below" },
  ];
  return (
    <>
      <dl className="grid grid-cols-2 gap-x-6 text-[16px] sm:grid-cols-3" data-testid="surface">
        {figures.map(({ key, name, figure, show, mark, bad }) => (
          <div key={key} className="border-b border-rule py-1" data-figure={key}>
            <dt className="flex justify-between text-[14px] text-pencil">
              {name} <WhyButton name={name} onPress={() => setWhy(key)} />
            </dt>
            <dd>
              <b className={`text-[20px] leading-6 font-semibold ${bad ? "text-gives" : ""}`}>{show(figure.value)}</b>{" "}
              <span className="text-[14px] whitespace-nowrap text-pencil">
                {show(figure.low)} to {show(figure.high)}
              </span>
              <RangeBar figure={figure} mark={mark} label={`${name}: ${show(figure.low)} to ${show(figure.high)}`} />
            </dd>
          </div>
        ))}
      </dl>
      <ul className="mt-2 border-l-4 border-kraft pl-3 text-[16px] leading-5" data-testid="surface-says">
        {v.says.map((w) => (
          <li key={w}>{w}</li>
        ))}
      </ul>
      <p className="mt-2 text-[15px] leading-5" data-testid="surface-more">
        The surface {v.warps}; the linkage can turn it {trim(v.throw_by_linkage_deg, 0)}° each way.
      </p>
      <WorkingDialog open={why !== null} working={why ? v.workings[why] : undefined} trouble={null} scope={SCOPE} onClose={() => setWhy(null)} />
    </>
  );
}

interface Props {
  answer: SurfaceAnswer;
  at: number;
  onAt: (deg: number) => void;
  chosen: string | null;
  /** The hinge that is looked at; the best one if none. */
  shown: string | null;
  onShow: (hinge: string) => void;
  onChoose?: (hinge: string | null) => void;
  onChange: (change: Change) => void;
}

/** What lies behind it: the twist drawn, what a change buys, how it shakes, how it swings, how to hinge it. */
export function SurfaceMore({ answer, at, onAt, chosen, shown, onShow, onChoose, onChange }: Props) {
  const units = useUnits();
  const [trouble, setTrouble] = useState<string | null>(null);
  const { verdict: v, swung, question: q } = answer;
  return (
    <>
      <div className="mt-4">
        <TwistView answer={answer} />
      </div>

      <h2 className="mt-4 border-b border-ink text-[18px] font-semibold">What a change would buy</h2>
      <div className="relative overflow-x-auto" tabIndex={0} role="region" aria-label="What a change would buy">
        <table className="w-full text-[15px]" data-testid="ways">
          <thead>
            <tr className="text-left text-[14px] text-pencil">
              {["change", "its end twists", "effect lost", "servo", "weighs", ""].map((h) => (
                <th key={h} scope="col" className="pr-3 font-normal">
                  {h || <span className="sr-only">take it</span>}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr className="border-b border-rule">
              <th scope="row" className="py-1 pr-3 text-left font-medium">
                as it is
              </th>
              <td>{twisted(v.twist_end_deg.value, q.throw_deg)}</td>
              <td>{percent(v.lost.value)}</td>
              <td>×{trim(v.servo_reserve.value, 1)}</td>
              <td>{mass(v.grams.value, units)}</td>
              <td className="text-[14px] text-pencil">{v.warps}</td>
            </tr>
            {v.ways.map((w) => (
              <tr key={w.label} className="border-b border-rule">
                <th scope="row" className="py-1 pr-3 text-left font-normal">
                  {w.label}
                  {w.warps !== v.warps && <span className="block text-[14px] leading-4 text-tape">{w.warps}</span>}
                </th>
                <td>{twisted(w.twist_end_deg, q.throw_deg)}</td>
                <td>{percent(w.lost)}</td>
                <td>×{trim(w.servo_reserve, 1)}</td>
                <td>{mass(w.grams, units)}</td>
                <td className="text-right">
                  <button className="btn btn-quiet px-0 whitespace-nowrap" aria-label={`Take it: ${w.label}`} onClick={() => onChange(w.change)}>
                    Take it
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>

      <h2 className="mt-4 border-b border-ink text-[18px] font-semibold">How it shakes</h2>
      <p className="text-[15px] leading-5" data-testid="shakes">
        {v.shakes.says} On servo and linkage alone {rough(v.shakes.servo_hz)} Hz, twisting from its horn {rough(v.shakes.twist_hz)} Hz
        {typeof v.shakes.wing_hz === "number" && `; the wing's faster of bending and twist ${rough(v.shakes.wing_hz)} Hz`}. Its weight lies behind the hinge:{" "}
        {told(v.shakes.unbalance_gmm.value, "g mm", units)} ({told(v.shakes.unbalance_gmm.low, "g mm", units)} to{" "}
        {told(v.shakes.unbalance_gmm.high, "g mm", units)}); {mass(v.shakes.balance_g, units)} a quarter of its chord before the hinge would balance that.
      </p>

      <h2 className="mt-4 text-[18px] font-semibold">{swung.label}</h2>
      <SwungView swung={swung} chord={q.chord_mm ?? 40} />
      <label className="flex items-center gap-3 text-[15px]">
        <span className="shrink-0">up</span>
        <input
          type="range"
          aria-label="Swing the surface"
          className="h-6 w-full accent-tape"
          min={-Math.min(60, swung.throw.up)}
          max={Math.min(60, swung.throw.down)}
          step={1}
          value={at}
          onChange={(e) => onAt(Number(e.target.value))}
        />
        <span className="shrink-0">down</span>
        <b className="w-16 shrink-0 text-right font-medium">{trim(at, 0)}°</b>
      </label>
      <p className="text-[15px]">
        Free {trim(Math.min(swung.throw.up, 90), 0)}° up and {trim(swung.throw.down, 0)}° down: {swung.throw.stops}.
      </p>
      {swung.bevel_deg > 0 && (
        <button
          className="btn mt-1"
          onClick={() =>
            void download(
              client.POST("/api/surface/gauge", { body: { bevel_deg: swung.bevel_deg, depth_mm: q.depth_mm ?? 8 }, parseAs: "blob" }),
              "bevel.svg",
            ).then(
              () => setTrouble(null),
              (cause: unknown) => setTrouble(cause instanceof Fault ? cause.message : "Something broke here."),
            )
          }
        >
          Bevel gauge to print, 1:1
        </button>
      )}
      {trouble && (
        <p role="alert" className="font-medium text-gives">
          {trouble}
        </p>
      )}
      <h2 className="mt-4 border-b border-ink text-[18px] font-semibold">Ways to hinge it, the best first</h2>
      <HingeList hinges={answer.hinges} shown={shown ?? swung.hinge} chosen={chosen} onShow={onShow} onChoose={onChoose} />
      <p className="mt-3 text-[14px] text-pencil">{SCOPE}</p>
    </>
  );
}
