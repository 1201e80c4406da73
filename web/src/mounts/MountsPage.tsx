import { useState } from "react";

import { client, Fault, take } from "../api/client";
import type { Mount, Mounts, MountVerdict, MountWay, State } from "../api/types";
import { Messages } from "../bench/Messages";
import type { Workplace } from "../bench/useWorkplace";
import { WorkingDialog } from "../bench/WorkingSheet";
import { WorkshopBar } from "../bench/WorkshopBar";
import { ReserveBar } from "../drawing/ReserveBar";
import { inSight } from "../lib/inSight";
import { inFile } from "../lib/inFile";
import { PARTS, shownOf } from "../lib/parts";
import { FAR, factor, length, mass, sentence, STATE_WORD, trim } from "../lib/show";
import { useLast } from "../lib/useLast";
import { useCatalogue, useUnits } from "../session";
import { Faults } from "../ui/fields";
import { WhyButton } from "../ui/WhyButton";
import { MountDrawing } from "./MountDrawing";
import { MountForm } from "./MountForm";
import { useMounts, useMountWorking } from "./useMounts";

const TONE: Record<State, string> = {
  sound: "border-ink",
  close: "border-kraft text-kraft",
  "gives way": "border-gives bg-gives text-white",
};
const SCOPE =
  "An estimate for unmanned, model-size aircraft, from typical figures. Pull at every mount by hand before it flies; local rules and licensed practice come first.";

function StateWord({ verdict }: { verdict: MountVerdict }) {
  const faulty = (verdict.problems ?? []).length > 0;
  if (faulty) return <b className="border border-gives px-1 font-semibold text-gives">cannot be</b>;
  if (!verdict.state) return <span className="border border-rule px-1 text-pencil">not loaded</span>;
  return <b className={`border px-1 font-semibold ${TONE[verdict.state]}`}>{STATE_WORD[verdict.state]}</b>;
}

/** Every mount in a line: its state, what comes first, its weight. */
function List({ mounts, chosen, onChoose }: { mounts: MountVerdict[]; chosen: string | null; onChoose: (id: string) => void }) {
  const units = useUnits();
  return (
    <ul className="border-t border-ink" data-testid="mounts">
      {mounts.map((m) => (
        <li key={m.id} className={`border-b border-rule ${chosen === m.id ? "bg-kraft-pale" : ""}`} data-mount={m.id}>
          <button type="button" className="block w-full px-2 py-2 text-left" aria-pressed={chosen === m.id} onClick={() => onChoose(m.id)}>
            <span className="flex flex-wrap items-baseline gap-x-3">
              <StateWord verdict={m} />
              <span className="text-[17px] font-semibold">{m.name}</span>
              <span className="ml-auto text-[15px] whitespace-nowrap text-pencil">{mass(m.grams.value, units)}</span>
            </span>
            <span className="mt-0.5 block text-[15px] leading-5">{m.sentence}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}

/** A load at which something gives way, no nearer than it is known. */
const big = (value: number) => trim(value, value >= 100 ? 0 : 1);

/** What is asked of it in this case. */
function asks(w: MountWay): string {
  if (!w.asked) return ": told, not asked for";
  return w.unit === "G" ? `: ${factor(w.load, "G")}, ${trim(w.needed, 1)} with the safety factor` : `: to be held ${trim(w.needed, 1)} times`;
}

function Ways({ ways, onWhy }: { ways: MountWay[]; onWhy: (figure: string) => void }) {
  return (
    <table className="w-full text-[15px]" data-testid="mount-ways">
      <thead>
        <tr className="border-b border-ink text-left text-[14px] text-pencil">
          <th className="py-1 font-normal">how it gives way</th>
          <th className="hidden px-1 font-normal sm:table-cell">beside what is asked</th>
          <th className="px-1 text-right font-normal">at</th>
          <th className="px-1 text-right font-normal">reserve</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {ways.map((w) => (
          <tr key={w.figure} className="border-b border-rule align-top">
            <th scope="row" className="py-1.5 pr-2 text-left font-normal">
              {sentence(w.how)}
              <span className="block text-[14px] text-pencil">
                {w.case}
                {asks(w)}
              </span>
            </th>
            <td className="hidden px-1 pt-2 sm:table-cell">
              <ReserveBar reserve={w.reserve.value} state={w.state} />
            </td>
            <td className="px-1 py-1.5 text-right whitespace-nowrap">
              {big(w.at.value)} {w.unit}
              <span className="block text-[14px] text-pencil">
                {big(w.at.low)} to {big(w.at.high)}
              </span>
            </td>
            <td
              className={`px-1 py-1.5 text-right font-semibold ${w.asked && w.state === "gives way" ? "text-gives" : w.asked && w.state === "close" ? "text-kraft" : ""}`}
            >
              {w.reserve.value > FAR ? `over ${FAR}` : trim(w.reserve.value, 2)}
            </td>
            <td className="py-1.5 pl-1 text-right">
              <WhyButton name={`${w.how}, ${w.case}`} onPress={() => onWhy(w.figure)} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Where there is one column it opens below the list. */
const inOneColumn = inSight(1023);

interface ChosenProps {
  verdict: MountVerdict;
  onWhy: (figure: string) => void;
  onRemove: () => void;
  children: React.ReactNode;
}

function Chosen({ verdict, onWhy, onRemove, children }: ChosenProps) {
  const units = useUnits();
  const { low, high } = verdict.grams;
  return (
    <section key={verdict.id} ref={inOneColumn} className="min-w-0 scroll-mt-12" aria-label={verdict.name} data-testid="chosen-mount">
      <h2 className="flex flex-wrap items-baseline gap-x-3 text-[19px] font-semibold">
        <StateWord verdict={verdict} /> {verdict.name}
        <span className="text-[15px] font-normal text-pencil">
          {mass(low, units)} to {mass(high, units)}; {length(verdict.place_mm, units)}{" "}
          {verdict.on === "body" ? "behind the nose" : `out on the ${PARTS[verdict.on as keyof typeof PARTS].label.toLowerCase()}`}
        </span>
      </h2>
      {verdict.todo && (
        <p
          className={`my-1.5 border-l-4 pl-3 text-[17px] leading-6 ${verdict.state === "sound" ? "border-rule" : "border-kraft font-medium"}`}
          data-testid="mount-todo"
        >
          {verdict.todo}
        </p>
      )}
      <MountDrawing mount={verdict} />
      {(verdict.facts ?? []).length > 0 && (
        <dl className="mt-2 text-[15px]" aria-label="Else to know">
          {(verdict.facts ?? []).map((f) => (
            <div key={f.label} className="grid grid-cols-[minmax(0,11rem)_minmax(0,1fr)] gap-x-3 border-b border-rule py-1">
              <dt className={f.bad ? "font-medium text-gives" : "text-pencil"}>{f.label}</dt>
              <dd>
                {f.value && <b className="font-semibold">{f.value} </b>}
                {f.says}
              </dd>
            </div>
          ))}
        </dl>
      )}
      {(verdict.ways ?? []).length > 0 && (
        <div className="mt-3">
          <Ways ways={verdict.ways ?? []} onWhy={onWhy} />
        </div>
      )}
      <div className="mt-3 border border-kraft bg-sheet p-3">
        {children}
        {(verdict.cautions ?? []).length > 0 && (
          <ul className="mt-3 border-l-4 border-gives pl-2 text-[15px]" aria-label="Cautions">
            {(verdict.cautions ?? []).map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
        )}
        <button type="button" className="btn mt-3" onClick={onRemove}>
          Take it out
        </button>
      </div>
    </section>
  );
}

interface AddProps {
  offers: Mounts["offers"];
  onAdd: (kind: string) => void;
  many: boolean;
}

/** What may be put in, each with what it is good for. */
function Add({ offers, onAdd, many }: AddProps) {
  const [open, setOpen] = useState(!many);
  return (
    <details className="mt-3 border border-rule bg-sheet" open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="flex min-h-11 cursor-pointer items-center px-3 text-[17px] font-semibold">Put something in</summary>
      <ul className="grid sm:grid-cols-2" data-testid="mount-offers">
        {offers.map((o) => (
          <li key={o.kind} className="border-t border-rule px-3 py-2">
            <button
              type="button"
              className="text-left text-[16px] font-medium underline decoration-rule decoration-2 underline-offset-4 hover:decoration-ink disabled:text-pencil disabled:no-underline"
              disabled={o.why_not !== ""}
              onClick={() => onAdd(o.kind)}
            >
              {o.label}
            </button>
            <p className="text-[14px] leading-4.5 text-pencil">{o.why_not || o.good}</p>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** What holds gear and parts: firewall, wing's seat, undercarriage, servos and all else, each with what it stands. */
export function MountsPage({ workplace }: { workplace: Workplace }) {
  const { file, document } = workplace;
  const units = useUnits();
  const catalogue = useCatalogue();
  const [wanted, setWanted] = useState<string | null>(null);
  const [why, setWhy] = useState<string | null>(null);
  const [told, setTold] = useState<string | null>(null);
  const { query, fault } = useMounts(workplace);
  const working = useMountWorking(file, why);
  const answer = useLast(query.data);
  const own = file.airframe.mounts;
  const verdicts = (answer?.mounts ?? []).filter((v) => own.some((m) => m.id === v.id));
  const chosen = wanted !== null && own.some((m) => m.id === wanted) ? wanted : null;
  const verdict = verdicts.find((v) => v.id === chosen);
  const index = own.findIndex((m) => m.id === chosen);
  const refused = inFile(fault);
  // what cannot be as it is stands at its field; it is saved all the same
  const said = verdicts.flatMap((v) => v.problems ?? []);
  const problems = [...refused, ...said];
  const loose = refused.filter((p) => !p.field.startsWith(`mounts.${index}.`));
  const setMounts = (next: (mounts: Mount[]) => Mount[], key?: string) =>
    document.change((f) => ({ ...f, airframe: { ...f.airframe, mounts: next(f.airframe.mounts) } }), key);

  async function add(kind: string) {
    setTold(null);
    try {
      const made = (await take(client.POST("/api/start/mount", { body: { file, kind } }))) as unknown as { mount: Mount; rest_g: number };
      document.change((f) => ({ ...f, airframe: { ...f.airframe, rest_g: made.rest_g, mounts: [...f.airframe.mounts, made.mount] } }));
      setWanted(made.mount.id);
    } catch (cause) {
      const first = cause instanceof Fault ? cause.problems[0] : undefined;
      setTold(first ? `${first.what} ${first.right}` : cause instanceof Fault ? cause.message : "Something broke here.");
    }
  }

  return (
    <Faults.Provider value={problems}>
      <WorkshopBar
        workplace={workplace}
        place="mounts"
        away={query.isError && fault?.status !== 422}
        refused={refused.length > 0}
        schemeId={shownOf(file, "wing")!.id}
        station={null}
      />
      <Messages
        workplace={workplace}
        trouble={query.isError && refused.length === 0 ? (fault?.message ?? "Something broke here.") : null}
        loose={loose}
        schemeId={null}
      />
      <main className="grid gap-x-6 gap-y-4 px-4 py-3 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.25fr)]">
        <div className="min-w-0">
          {answer ? (
            <>
              <p className="text-[18px] leading-6 font-medium" data-testid="mounts-first">
                {answer.first}
              </p>
              <p className="mb-2 text-[15px] text-pencil">
                {own.length > 0
                  ? `All of them weigh ${mass(answer.grams.value, units)} (${mass(answer.grams.low, units)} to ${mass(answer.grams.high, units)}) and count on the balance page.`
                  : "Put in what holds the motor, the wing, the battery: each is held against the loads of what it holds."}
              </p>
              <List mounts={verdicts} chosen={chosen} onChoose={(id) => setWanted(id === chosen ? null : id)} />
              <Add key={String(own.length > 0)} offers={answer.offers} onAdd={(kind) => void add(kind)} many={own.length > 0} />
              {told && (
                <p role="alert" className="mt-1 font-medium text-gives">
                  {told}
                </p>
              )}
              <p className="mt-4 text-[14px] text-pencil">{SCOPE}</p>
            </>
          ) : (
            !query.isError && <p className="p-6 text-lg">Pulling at it…</p>
          )}
        </div>
        {verdict && catalogue && index >= 0 ? (
          <Chosen
            key={verdict.id}
            verdict={verdict}
            onWhy={setWhy}
            onRemove={() => {
              setMounts((mounts) => mounts.filter((m) => m.id !== verdict.id));
              setWanted(null);
            }}
          >
            <MountForm
              mount={own[index]!}
              index={index}
              airframe={file.airframe}
              catalogue={catalogue}
              standsOn={answer?.offers.find((o) => o.kind === verdict.kind)?.stands_on ?? [verdict.on]}
              onChange={(field, value) =>
                setMounts((mounts) => mounts.map((m) => (m.id === verdict.id ? ({ ...m, [field]: value } as Mount) : m)), `${verdict.id}.${field}`)
              }
            />
          </Chosen>
        ) : (
          verdicts.length > 0 && (
            <p className="hidden self-start border border-rule bg-sheet p-4 text-[16px] text-pencil lg:block">
              Choose one on the left to see what it stands, and to change it.
            </p>
          )
        )}
      </main>
      <WorkingDialog
        open={why !== null}
        working={working.data}
        trouble={working.error instanceof Fault ? working.error.message : null}
        scope={SCOPE}
        onClose={() => setWhy(null)}
      />
    </Faults.Provider>
  );
}
