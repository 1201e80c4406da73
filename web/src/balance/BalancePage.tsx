import { Link } from "react-router";
import { type FormEvent, useState } from "react";

import { client, Fault, take } from "../api/client";
import type { Balance, BalanceItem, Gear } from "../api/types";
import { Messages } from "../bench/Messages";
import type { Workplace } from "../bench/useWorkplace";
import { WorkshopBar } from "../bench/WorkshopBar";
import { RangeBar } from "../drawing/RangeBar";
import { inFile } from "../lib/inFile";
import { partsOf, shownOf } from "../lib/parts";
import { inUnits, length, mass, rough, trim } from "../lib/show";
import { useLast } from "../lib/useLast";
import { useUnits } from "../session";
import { Faults, MeasureField } from "../ui/fields";
import { BalanceViews } from "./BalanceViews";
import { FromShelf } from "./FromShelf";
import { GearForm } from "./GearForm";
import { gearName } from "./gearPlace";
import { OverShare } from "./OverShare";
import { useBalance } from "./useBalance";

const STATE: Record<Balance["state"], { said: string; tone: string }> = {
  balances: { said: "balances", tone: "border-ink" },
  likely: { said: "balances, not by much", tone: "border-kraft text-kraft" },
  "tail-heavy": { said: "tail-heavy", tone: "border-gives bg-gives text-white" },
  "nose-heavy": { said: "nose-heavy", tone: "border-gives bg-gives text-white" },
  open: { said: "open", tone: "border-kraft text-kraft" },
};

const percent = (share: number) => `${trim(100 * share, 0)} %`;

/** What it says first: whether it balances, and what brings it there. */
function Headline({ balance }: { balance: Balance }) {
  const state = STATE[balance.state];
  return (
    <section aria-label="Does it balance?">
      <p className="flex flex-wrap items-baseline gap-x-3">
        <span className={`border px-2 text-[17px] font-semibold ${state.tone}`} data-testid="balance-state">
          {state.said}
        </span>
        {balance.state !== "open" && <span className="text-[15px] text-pencil">{trim(balance.of_ten, 0)} of ten builds lie within the range</span>}
      </p>
      <p className="mt-1.5 text-[18px] leading-6 font-medium" data-testid="balance-sentence">
        {balance.sentence}
      </p>
      {balance.ways.length > 0 && (
        <ul className="mt-2 border-l-4 border-kraft pl-3" aria-label="What brings it there" data-testid="ways">
          {balance.ways.map((way) => (
            <li key={way.said}>{way.said}</li>
          ))}
        </ul>
      )}
    </section>
  );
}

function Speeds({ balance }: { balance: Balance }) {
  const units = useUnits();
  const speed = (v: number) => {
    const told = inUnits(v, "m/s", units);
    return `${rough(told.value)} ${told.unit}`;
  };
  const loading = (v: number) => (units === "metric" ? `${trim(v, 0)} g/dm²` : `${trim(v * 0.3277, 1)} oz/ft²`);
  const lines: [string, string, string, string][] = [
    ["Wing loading", loading(balance.loading_g_dm2.value), loading(balance.loading_g_dm2.low), loading(balance.loading_g_dm2.high)],
    ["Stalls at", speed(balance.stall_m_s.value), speed(balance.stall_m_s.low), speed(balance.stall_m_s.high)],
    ["Thrown by hand at", speed(balance.launch_m_s.value), speed(balance.launch_m_s.low), speed(balance.launch_m_s.high)],
  ];
  return (
    <dl className="mt-3 grid grid-cols-3 gap-x-3 border-t border-ink pt-2">
      {lines.map(([what, value, low, high]) => (
        <div key={what}>
          <dt className="text-[15px] text-pencil">{what}</dt>
          <dd className="text-[18px] font-semibold">{value}</dd>
          <dd className="text-[14px] text-pencil">
            {low} to {high}
          </dd>
        </div>
      ))}
    </dl>
  );
}

interface WeightsProps {
  balance: Balance;
  gear: Gear[];
  chosen: string | null;
  onChoose: (id: string | null) => void;
  form: (one: Gear, index: number) => React.ReactNode;
}

/** Every weight with its place, and what it takes in the nose to hold it. */
function Weights({ balance, gear, chosen, onChoose, form }: WeightsProps) {
  const units = useUnits();
  const [open, setOpen] = useState<string | null>(null);
  const costs = (g: number) => (Math.abs(g) < 0.05 ? "0" : `${g < 0 ? "−" : "+"}${mass(Math.abs(g), units)}`);
  const row = (item: BalanceItem, name: React.ReactNode, inner = false) => (
    <>
      <th scope="row" className={`py-1.5 pr-2 text-left font-normal ${inner ? "pl-4 text-[15px] text-pencil" : ""}`}>
        {name}
      </th>
      <td className="px-1 text-right whitespace-nowrap">
        {item.weighed && <span className="text-[14px] text-pencil">weighed </span>}
        {mass(item.grams.value, units)}
        <OverShare item={item} />
      </td>
      <td className="px-1 text-right whitespace-nowrap text-pencil">{item.of === "rest" ? "—" : length(item.x_mm, units)}</td>
      <td className={`pl-1 text-right whitespace-nowrap ${item.nose_g > 0.05 ? "" : "text-pencil"}`}>{item.of === "rest" ? "—" : costs(item.nose_g)}</td>
    </>
  );
  return (
    <table className="mt-2 w-full text-[16px]" data-testid="weights">
      <thead>
        <tr className="border-b border-ink text-left text-[14px] leading-4 text-pencil">
          <th className="py-1 font-normal">what</th>
          <th className="px-1 text-right font-normal">weighs</th>
          <th className="px-1 text-right font-normal">aft of the wing&rsquo;s edge</th>
          <th className="pl-1 text-right font-normal">in the nose it takes</th>
        </tr>
      </thead>
      <tbody>
        {balance.items.map((item) => {
          const key = item.id || item.of;
          const k = gear.findIndex((g) => g.id === item.id);
          const one = item.of === "gear" ? gear[k] : undefined;
          if (item.of === "gear" && !one) return null;
          const shown = one ? chosen === one.id : open === key;
          const press = () => (one ? onChoose(shown ? null : one.id) : setOpen(shown ? null : key));
          const name =
            one || (item.pieces ?? []).length > 0 ? (
              <button
                type="button"
                className="text-left underline decoration-rule decoration-2 underline-offset-4 hover:decoration-ink"
                aria-expanded={shown}
                onClick={press}
              >
                {item.name}
                {one?.both_sides ? ", two" : ""}
              </button>
            ) : (
              item.name
            );
          return [
            <tr key={key} className={`border-b border-rule ${shown && one ? "bg-kraft-pale" : ""}`} data-item={key}>
              {row(item, name)}
            </tr>,
            shown && one && (
              <tr key={`${key}.form`}>
                <td colSpan={4} className="pb-2">
                  {form(one, k)}
                </td>
              </tr>
            ),
            ...(shown && !one
              ? (item.pieces ?? []).map((p, n) => (
                  <tr key={`${key}.${n}`} className="border-b border-rule/60">
                    {row(p, p.name, true)}
                  </tr>
                ))
              : []),
          ];
        })}
        <tr className="font-medium">
          <th scope="row" className="py-1.5 text-left font-medium">
            all of it
          </th>
          <td className="px-1 text-right whitespace-nowrap" data-testid="all">
            {mass(balance.total_g.value, units)}
          </td>
          <td className="px-1 text-right whitespace-nowrap">{balance.state === "open" ? "—" : length(balance.x_mm.value, units)}</td>
          <td />
        </tr>
      </tbody>
    </table>
  );
}

function Working({ balance }: { balance: Balance }) {
  return (
    <details className="mt-3">
      <summary className="cursor-pointer text-[15px] text-pencil underline decoration-rule decoration-2 underline-offset-4">How this came about</summary>
      <dl className="mt-1 text-[15px]">
        {balance.working.map((line) => (
          <div key={line.what} className="grid grid-cols-[9rem_5rem_1fr] gap-x-2 border-b border-rule py-1">
            <dt>{line.what}</dt>
            <dd className="text-right font-medium">{line.value}</dd>
            <dd className="text-pencil">{line.note}</dd>
          </div>
        ))}
      </dl>
    </details>
  );
}

/** Weights and places of the whole aircraft: where it balances, between what it may, and what brings it there. */
export function BalancePage({ workplace }: { workplace: Workplace }) {
  const { file, document } = workplace;
  const units = useUnits();
  const [chosen, setChosen] = useState<string | null>(null);
  const [typed, setTyped] = useState("");
  const [told, setTold] = useState<{ said: string; wrong: boolean } | null>(null);
  const { query, fault } = useBalance(workplace);
  const balance = useLast(query.data);
  const problems = inFile(fault);
  const { gear, balancing } = file.airframe;
  const shownFields = problems.filter((p) => p.field.startsWith("gear.") && gear[Number(p.field.split(".")[1])]?.id === chosen);
  const loose = problems.filter((p) => !shownFields.includes(p) && !p.field.startsWith("balancing.") && p.field !== "balance_at");
  const setAirframe = (next: (a: typeof file.airframe) => typeof file.airframe, key?: string) =>
    document.change((f) => ({ ...f, airframe: next(f.airframe) }), key);
  const setGear = (id: string, next: Partial<Gear>, key: string) =>
    setAirframe((a) => ({ ...a, gear: a.gear.map((g) => (g.id === id ? { ...g, ...next } : g)) }), `gear.${id}.${key}`);

  // one end alone says nothing: the other starts at what is fitted, or a quarter away
  const setPower = (light: number | null, heavy: number | null) =>
    setAirframe((a) => {
      const fitted = balance?.power_g || null;
      const from = light ?? (heavy === null ? null : Math.min(fitted ?? heavy, 0.75 * heavy));
      const to = heavy ?? (light === null ? null : Math.max(fitted ?? light, 1.25 * light));
      return { ...a, balancing: { ...a.balancing, power_light_g: from, power_heavy_g: to } };
    }, "power");

  async function add(event: FormEvent) {
    event.preventDefault();
    if (!typed.trim()) return;
    await fit(take(client.POST("/api/gear/read", { body: { text: typed, airframe: file.airframe } })));
  }

  /** A thing that the server has read off its label or taken from the shelf. */
  async function fit(asked: Promise<unknown>) {
    try {
      const made = (await asked) as Gear;
      const weight = made.grams * (made.both_sides ? 2 : 1);
      const from = made.kind === "ballast" ? 0 : Math.min(weight, file.airframe.rest_g);
      setAirframe((a) => ({ ...a, rest_g: Math.round((a.rest_g - from) * 10) / 10, gear: [...a.gear, made] }));
      setChosen(made.id);
      setTyped("");
      const part = from > 0 ? ` ${mass(from, units)} of it ${from < weight ? "are" : "were"} taken out of what is not described yet.` : "";
      setTold({ said: `${gearName(made)}, ${mass(weight, units)}, lies where it usually does: move it where it shall be.${part}`, wrong: false });
    } catch (cause) {
      const first = cause instanceof Fault ? cause.problems[0] : undefined;
      setTold({ said: first ? `${first.what} ${first.right}` : cause instanceof Fault ? cause.message : "Something broke here.", wrong: true });
    }
  }

  return (
    <Faults.Provider value={problems}>
      <WorkshopBar
        workplace={workplace}
        place="balance"
        away={query.isError && fault?.status !== 422}
        refused={problems.length > 0}
        schemeId={shownOf(file, "wing")!.id}
        station={null}
      />
      <Messages
        workplace={workplace}
        trouble={query.isError && problems.length === 0 ? (fault?.message ?? "Something broke here.") : null}
        loose={loose}
        schemeId={null}
      />
      <main className="grid gap-x-6 gap-y-4 px-4 py-3 lg:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]">
        <div className="min-w-0">
          {balance ? (
            <BalanceViews
              balance={balance}
              gear={gear}
              chosen={chosen}
              onChoose={setChosen}
              onMove={(id, next) => setAirframe((a) => ({ ...a, gear: a.gear.map((g) => (g.id === id ? next(g) : g)) }), `gear.${id}.place`)}
            />
          ) : (
            !query.isError && <p className="p-6 text-lg">Weighing it…</p>
          )}
          <p className="mt-1 text-[14px] text-pencil">Take hold of a box and move it, from above or from the side; or choose it and press the arrow keys.</p>
          {balance && (
            <section aria-label="The range" className="mt-4 border-t border-ink pt-2">
              <h2 className="text-[17px] font-semibold">Between what it may balance</h2>
              <p className="text-[15px]" data-testid="range">
                {percent(balance.front_share)} to {percent(balance.aft_share)} of the mean chord: {length(balance.front_mm, units)} to{" "}
                {length(balance.aft_mm, units)} behind the wing&rsquo;s edge at the root. Neutral point at {percent(balance.neutral_share.value)} (
                {percent(balance.neutral_share.low)} to {percent(balance.neutral_share.high)}).
              </p>
              <div className="mt-2 grid grid-cols-2 gap-x-3 gap-y-2">
                <MeasureField
                  label="It shall balance at, of the mean chord"
                  path="balance_at"
                  kind="percent"
                  value={file.airframe.balance_at}
                  onChange={(balance_at) => setAirframe((a) => ({ ...a, balance_at }), "balance_at")}
                />
                <MeasureField
                  label="Neutral point, if you know it"
                  path="balancing.neutral_at"
                  kind="percent"
                  value={balancing.neutral_at}
                  onChange={(neutral_at) => setAirframe((a) => ({ ...a, balancing: { ...a.balancing, neutral_at } }), "neutral_at")}
                  onEmpty={() => setAirframe((a) => ({ ...a, balancing: { ...a.balancing, neutral_at: null } }), "neutral_at")}
                  hint="left empty: worked out"
                />
                <MeasureField
                  label="Static margin, at least"
                  path="balancing.margin_least"
                  kind="percent"
                  value={balancing.margin_least}
                  onChange={(margin_least) => setAirframe((a) => ({ ...a, balancing: { ...a.balancing, margin_least } }), "margin_least")}
                  hint="5 %: lively"
                />
                <MeasureField
                  label="Static margin, at most"
                  path="balancing.margin_most"
                  kind="percent"
                  value={balancing.margin_most}
                  onChange={(margin_most) => setAirframe((a) => ({ ...a, balancing: { ...a.balancing, margin_most } }), "margin_most")}
                  hint="15 %: calm, and wants a long nose"
                />
              </div>
              <Working balance={balance} />
            </section>
          )}
        </div>
        <div className="min-w-0">
          {balance && <Headline balance={balance} />}
          <p className="mt-2 flex flex-wrap items-baseline gap-x-3 text-[16px]">
            <Link className="btn" to={`/airframe/${workplace.id}/weigh`}>
              Weigh parts and gear
            </Link>
            {balance?.forecast && <span data-testid="forecast-said">{balance.forecast}</span>}
          </p>
          <form className="mt-3 border-t border-ink pt-2" onSubmit={(e) => void add(e)}>
            <label htmlFor="gear-label" className="mb-1 block text-[15px] font-medium">
              What is carried, as it stands on the label
            </label>
            <div className="flex gap-2">
              <input
                id="gear-label"
                className="entry flex-1"
                value={typed}
                maxLength={200}
                autoComplete="off"
                placeholder="servo 9 g, 22 x 12 x 23"
                aria-describedby={told ? "gear-told" : undefined}
                aria-invalid={told?.wrong ?? false}
                onChange={(e) => setTyped(e.target.value)}
              />
              <button className="btn btn-main" disabled={!typed.trim()}>
                Put it in
              </button>
            </div>
            {told && (
              <p id="gear-told" role={told.wrong ? "alert" : "status"} className={`mt-1 text-[15px] ${told.wrong ? "font-medium text-gives" : "text-pencil"}`}>
                {told.said}
              </p>
            )}
          </form>
          <FromShelf onTake={(item) => void fit(take(client.POST("/api/gear/shelf", { body: { item, airframe: file.airframe } })))} />
          {balance && (
            <>
              <Weights
                balance={balance}
                gear={gear}
                chosen={chosen}
                onChoose={setChosen}
                form={(one, index) => (
                  <GearForm
                    one={one}
                    index={index}
                    parts={partsOf(file.airframe)}
                    onChange={(next, key) => setGear(one.id, next, key)}
                    onRemove={() => {
                      setAirframe((a) => ({ ...a, gear: a.gear.filter((g) => g.id !== one.id) }));
                      setChosen(null);
                      setTold({ said: `${gearName(one)} is out. Undo brings it back.`, wrong: false });
                    }}
                  />
                )}
              />
              <div className="mt-2">
                <RangeBar
                  figure={balance.total_g}
                  mark={balance.promise_g}
                  label={`Between ${mass(balance.total_g.low, units)} and ${mass(balance.total_g.high, units)}; promised are ${mass(balance.promise_g, units)}`}
                />
                <p className="text-[15px] text-pencil" data-testid="promised">
                  {mass(balance.total_g.low, units)} to {mass(balance.total_g.high, units)}
                  {balance.promise_said ? `. ${balance.promise_said}` : `; promised are ${mass(balance.promise_g, units)}.`}
                </p>
                <details className="mt-1" open={balancing.power_heavy_g !== null || undefined}>
                  <summary className="cursor-pointer text-[15px] text-pencil underline decoration-rule decoration-2 underline-offset-4">
                    The promise, by the power fitted
                  </summary>
                  <div className="mt-1 grid grid-cols-2 gap-x-3 gap-y-2">
                    <MeasureField
                      label="Lightest power"
                      path="balancing.power_light_g"
                      kind="mass"
                      value={balancing.power_light_g}
                      onChange={(v) => setPower(v, balancing.power_heavy_g)}
                      onEmpty={() => setPower(null, null)}
                      hint="motor, propeller, controller, battery"
                    />
                    <MeasureField
                      label="Heaviest power"
                      path="balancing.power_heavy_g"
                      kind="mass"
                      value={balancing.power_heavy_g}
                      onChange={(v) => setPower(balancing.power_light_g, v)}
                      onEmpty={() => setPower(null, null)}
                      hint="the weight promise counts on it"
                    />
                  </div>
                </details>
              </div>
              <Speeds balance={balance} />
              <section aria-label="Where to save" className="mt-3 border-t border-ink pt-2">
                <h2 className="text-[17px] font-semibold">Where a gram costs most</h2>
                <ul className="mt-1 text-[15px]" data-testid="saves">
                  {[...balance.saves, ...balance.places].map((way) => (
                    <li key={way.said} className="border-b border-rule py-1">
                      {way.said}
                    </li>
                  ))}
                </ul>
              </section>
              {balance.cautions.length > 0 && (
                <ul className="mt-3 border-l-4 border-kraft pl-3 text-[15px]" aria-label="Mind">
                  {balance.cautions.map((c) => (
                    <li key={c}>{c}</li>
                  ))}
                </ul>
              )}
              <p className="mt-4 text-[14px] text-pencil">
                For unmanned, model-size aircraft. Check the balance point with your fingers under the wing before every first flight; the first flight is the
                test of it.
              </p>
            </>
          )}
        </div>
      </main>
    </Faults.Provider>
  );
}
