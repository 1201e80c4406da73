import { Switch } from "radix-ui";

import type { GroupLine, LedgerLine, Piece, ShelfAnswer, Unit, Units, Verdict } from "../api/types";
import { factor, mass, minutes, percent, price, rough, signed } from "../lib/show";
import { useKept } from "../lib/useKept";
import { useUnits } from "../session";
import { WhyButton } from "../ui/WhyButton";
import type { Why } from "./WorkingSheet";

interface Props {
  verdict: Verdict;
  pieces: Piece[];
  selected: string | null;
  onSelect: (id: string | null) => void;
  onSwitch: (id: string, on: boolean) => void;
  onWhy: (why: Why) => void;
  shelf: ShelfAnswer | undefined;
}

/** What one more of load costs in weight: "1.9 g buys 1 G". */
function worth(grams: number, units: Units, unit: Unit): string {
  return `${units === "metric" ? `${rough(grams)} g` : mass(grams, units)} buys ${unit === "times" ? "1 ×" : `1 ${unit}`}`;
}

type Bought = Pick<LedgerLine, "buys_EI" | "buys_GJ" | "buys_break_n" | "buys_hold_n" | "grams_per_g">;

function Buys({ line, units, unit }: { line: Bought; units: Units; unit: Unit }) {
  const cell = "px-1.5 text-right whitespace-nowrap";
  const tone = (v: number | null) => (v !== null && v < -0.05 ? "text-gives" : "");
  // a skin that wrinkles early shows a sign sooner and still holds longer: that is no loss
  const sign = (line.buys_hold_n ?? 0) >= 0 ? "" : tone(line.buys_break_n);
  return (
    <>
      <td className={`${cell} py-1.5 ${tone(line.buys_EI)}`}>{percent(line.buys_EI ?? 0)}</td>
      <td className={`${cell} py-1.5 ${tone(line.buys_GJ)}`}>{percent(line.buys_GJ ?? 0)}</td>
      <td className={`${cell} py-1.5 ${sign}`}>
        {signed(line.buys_break_n ?? 0)} {unit === "times" ? "×" : unit}
      </td>
      <td className={`${cell} py-1.5 ${tone(line.buys_hold_n)}`}>
        {signed(line.buys_hold_n ?? 0)} {unit === "times" ? "×" : unit}
        {line.grams_per_g !== null && line.grams_per_g !== undefined && (
          <span className="block text-[14px] leading-4 text-pencil">{worth(line.grams_per_g, units, unit)}</span>
        )}
      </td>
    </>
  );
}

/** "the film 3.1 g, the cord 1 g". */
function deadWords(lines: LedgerLine[], units: Units): string {
  return lines.map((l) => `${l.label} ${mass(l.grams, units)}`).join(", ");
}

/** Grams, and under them the minutes and what it costs. */
function Costs({ grams, work, paid, money, units }: { grams: number; work: number; paid: number | null | undefined; money: string; units: Units }) {
  return (
    <td className="px-1.5 py-1.5 text-right whitespace-nowrap">
      {mass(grams, units)}
      <span className="block text-[14px] leading-4 text-pencil">{minutes(work)}</span>
      {typeof paid === "number" && <span className="block text-[14px] leading-4 text-pencil">{price(paid, money)}</span>}
    </td>
  );
}

function Group({
  group,
  prices,
  money,
  units,
  unit,
}: {
  unit: Unit;
  group: GroupLine & { ids: string[]; dead: LedgerLine[] };
  prices: Record<string, number | null>;
  money: string;
  units: Units;
}) {
  const paid = group.ids.map((id) => prices[id]);
  const sum = paid.every((p) => typeof p === "number") ? paid.reduce<number>((a, p) => a + (p ?? 0), 0) : null;
  return (
    <tr className="border-b border-rule align-top max-sm:grid max-sm:grid-cols-5">
      <th scope="row" className="py-1.5 text-left font-medium max-sm:col-span-5">
        {group.label}
        <span className="block text-[14px] font-normal text-pencil">
          {group.pieces} piece{group.pieces === 1 ? "" : "s"} together
        </span>
        {group.dead.length > 0 && (
          <span className="mt-1 block border-l-4 border-kraft pl-2 text-[14px] leading-4.5 text-kraft">Dead weight in it: {deadWords(group.dead, units)}</span>
        )}
      </th>
      <Costs grams={group.grams} work={group.minutes.value} paid={sum} money={money} units={units} />
      <Buys unit={unit} line={{ ...group, grams_per_g: group.buys_hold_n >= 0.05 && group.grams > 0 ? group.grams / group.buys_hold_n : null }} units={units} />
    </tr>
  );
}

/** What the shelf says of a piece, if it is not simply there. */
function missing(shelf: ShelfAnswer | undefined, id: string): string[] {
  return [
    ...new Set(
      shelf?.check.lines
        .filter((l) => l.need.piece_id === id && l.status !== "there")
        .map((l) => (l.status === "not there" ? `Not on the shelf: ${l.need.what}.` : l.says)),
    ),
  ];
}

/** One line a piece: what it is, grams, and what would be lost without it. */
export function Ledger({ verdict, pieces, selected, onSelect, onSwitch, onWhy, shelf }: Props) {
  const units = useUnits();
  const { mass: m } = verdict;
  const head = "px-1.5 pb-1 text-right align-bottom font-normal leading-4";
  const [byWorth, setByWorth] = useKept<boolean>("ledger-by-worth", false);
  const [inGroups, setInGroups] = useKept<boolean>("ledger-in-groups", false);
  const prices = shelf?.check.prices ?? {};
  const money = shelf?.money ?? "";
  const lines = verdict.ledger.filter((l) => pieces.some((p) => p.id === l.piece_id));
  const labels = lines.map((l) => l.label);
  const twins = new Set(labels.filter((label, k) => labels.indexOf(label) !== k));
  const dead = lines.filter((l) => l.on && l.dead_weight);
  // fewest grams for each G that it holds more come first, what holds no more comes last
  if (byWorth) lines.sort((a, b) => (a.grams_per_g ?? Infinity) - (b.grams_per_g ?? Infinity));
  return (
    <table className="w-full border-collapse text-[15px] max-sm:block" data-testid="ledger">
      <caption className="sr-only">Pieces, what each weighs and what it buys</caption>
      <thead className="max-sm:block">
        <tr className="border-b border-ink text-[14px] text-pencil max-sm:grid max-sm:grid-cols-5">
          <th className="pb-1 text-left align-bottom font-normal max-sm:hidden" scope="col">
            piece
            {pieces.length > 1 && (
              <span className="ml-3 inline-flex gap-3">
                {!inGroups && (
                  <button
                    className="underline decoration-rule decoration-2 underline-offset-4 hover:decoration-ink"
                    aria-pressed={byWorth}
                    onClick={() => setByWorth(!byWorth)}
                  >
                    {byWorth ? "in the order they were laid" : "sort by worth"}
                  </button>
                )}
                <button
                  className="underline decoration-rule decoration-2 underline-offset-4 hover:decoration-ink"
                  aria-pressed={inGroups}
                  onClick={() => setInGroups(!inGroups)}
                >
                  {inGroups ? "piece by piece" : "in groups"}
                </button>
              </span>
            )}
          </th>
          <th className={head} scope="col">
            weighs,
            <br />
            takes
          </th>
          <th className={head} scope="col" title="Bending stiffness EI, mean over the piece's own run">
            bending
          </th>
          <th className={head} scope="col" title="Twist stiffness GJ, mean over the piece's own run">
            twist
          </th>
          <th className={head} scope="col" title="Load factor at the first sign of giving way">
            first
            <br />
            sign
          </th>
          <th className={head} scope="col" title="Load factor it holds to, after wrinkles; under it, the weight for each G that it holds more">
            holds
            <br />
            to
          </th>
        </tr>
      </thead>
      <tbody className="max-sm:block">
        {inGroups &&
          verdict.groups.map((group) => (
            <Group
              key={group.group}
              unit={verdict.unit}
              group={{
                ...group,
                ids: verdict.ledger.filter((l) => l.on && l.group === group.group).map((l) => l.piece_id!),
                dead: dead.filter((l) => l.group === group.group),
              }}
              prices={prices}
              money={money}
              units={units}
            />
          ))}
        {(inGroups ? [] : lines).map((line) => {
          const id = line.piece_id!;
          const piece = pieces.find((p) => p.id === id)!;
          const open = id === selected;
          return (
            <tr
              key={id}
              className={`border-b border-rule align-top max-sm:grid max-sm:grid-cols-5 ${open ? "bg-kraft-pale" : "hover:bg-faint/60"} ${line.on ? "" : "text-pencil"}`}
              data-line={id}
            >
              <td className="py-1.5 max-sm:col-span-5">
                <div className="flex items-start gap-2">
                  <Switch.Root
                    checked={piece.on}
                    onCheckedChange={(on) => onSwitch(id, on)}
                    aria-label={`${twins.has(line.label) ? `${line.label}, ${line.where}` : line.label}: ${piece.on ? "on, switch off to see it without" : "off, switch on"}`}
                    className="mt-0.5 h-6 w-11 shrink-0 border border-ink bg-white p-0.5 data-[state=checked]:bg-tape"
                  >
                    <Switch.Thumb className="block size-4.5 bg-pencil transition-transform data-[state=checked]:translate-x-5 data-[state=checked]:bg-white" />
                  </Switch.Root>
                  <button className="min-w-0 text-left" aria-expanded={open} onClick={() => onSelect(open ? null : id)}>
                    <span className="block leading-5 font-medium underline decoration-rule underline-offset-3">{line.label}</span>
                    <span className="block text-[14px] leading-4.5 text-pencil">
                      {line.label === line.what ? "" : `${line.what}; `}
                      {line.where}
                      {line.on ? "" : "; switched off: what it would buy"}
                    </span>
                  </button>
                  <WhyButton className="ml-auto" name={`what ${line.label} buys`} onPress={() => onWhy({ figure: `piece:${id}` })} />
                </div>
                {line.protects && <p className="mt-1 border-l-4 border-tape pl-2 text-[14px] leading-4.5">{line.protects}</p>}
                {line.dead_weight && (
                  <p className="mt-1 border-l-4 border-kraft pl-2 text-[14px] leading-4.5 font-medium text-kraft">
                    {line.on ? "Dead weight here: nothing that is wanted would be lost without it." : "It would be dead weight here."}
                  </p>
                )}
                {line.warnings.map((w) => (
                  <p key={w} className="mt-1 border-l-4 border-gives pl-2 text-[14px] leading-4.5 font-medium text-gives">
                    {w}
                  </p>
                ))}
                {line.on &&
                  missing(shelf, id).map((m) => (
                    <p key={m} className="mt-1 border-l-4 border-kraft pl-2 text-[14px] leading-4.5 text-kraft">
                      {m}
                    </p>
                  ))}
              </td>
              <Costs grams={line.grams} work={line.minutes.value} paid={line.on ? prices[id] : undefined} money={money} units={units} />
              <Buys unit={verdict.unit} line={line} units={units} />
            </tr>
          );
        })}
      </tbody>
      <tfoot className="max-sm:block">
        {verdict.joints.map((joint) => (
          <tr key={joint.id} className="border-b border-rule align-top text-pencil max-sm:flex max-sm:justify-between" data-line={joint.id}>
            <td className="py-1">
              joined {joint.place}: {joint.label}
              {missing(shelf, joint.id).map((m) => (
                <span key={m} className="mt-1 block border-l-4 border-kraft pl-2 text-[14px] leading-4.5 text-kraft">
                  {m}
                </span>
              ))}
            </td>
            <Costs grams={joint.grams} work={joint.minutes.value} paid={prices[joint.id]} money={money} units={units} />
            <td colSpan={4} className="max-sm:hidden" />
          </tr>
        ))}
        {dead.length > 0 && (
          <tr className="border-b border-rule max-sm:flex max-sm:justify-between">
            <td className="py-1 text-kraft">dead weight: {deadWords(dead, units)}</td>
            <td className="px-1.5 py-1 text-right whitespace-nowrap text-kraft">
              {mass(
                dead.reduce((sum, l) => sum + l.grams, 0),
                units,
              )}
            </td>
            <td colSpan={4} className="max-sm:hidden" />
          </tr>
        )}
        <tr className="border-b border-rule text-pencil max-sm:flex max-sm:justify-between">
          <td className="py-1">with nothing in it: gives way at {factor(verdict.bare.n, verdict.unit)}</td>
          <td className="px-1.5 py-1 text-right whitespace-nowrap">{mass(m.foam_g.value, units)}</td>
          <td colSpan={4} className="max-sm:hidden" />
        </tr>
        <tr className="font-semibold max-sm:flex max-sm:justify-between">
          <td className="py-1">
            the whole {verdict.part}, glue {mass(m.glue_g + verdict.joints.reduce((sum, j) => sum + j.glue_grams, 0), units)} of it
            {typeof shelf?.check.price === "number" && pieces.length > 0 && <span className="font-normal">; {price(shelf.check.price, money)} of stock</span>}
          </td>
          <td className="px-1.5 py-1 text-right whitespace-nowrap">{mass(m.part_g.value, units)}</td>
          <td colSpan={4} className="max-sm:hidden" />
        </tr>
      </tfoot>
    </table>
  );
}
