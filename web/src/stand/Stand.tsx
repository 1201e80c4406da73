import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { AlertDialog } from "radix-ui";
import { useEffect, useState } from "react";
import { Link, useNavigate } from "react-router";

import { useReturnFocus } from "../lib/useReturnFocus";
import { AirframeForm } from "../airframes/AirframeForm";
import { client, Fault, take, takeAs } from "../api/client";
import type { PartName, Scheme, Stand as StandAnswer, StandPart } from "../api/types";
import type { Airframe } from "../api/types";
import { Messages } from "../bench/Messages";
import type { Workplace } from "../bench/useWorkplace";
import { WorkshopBar } from "../bench/WorkshopBar";
import { RangeBar } from "../drawing/RangeBar";
import { inFile } from "../lib/inFile";
import { PARTS, PART_NAMES, shownOf, withoutPart } from "../lib/parts";
import { factor, mass, sentence, STATE_WORD, trim } from "../lib/show";
import { useCatalogue, useUnits } from "../session";
import { Faults } from "../ui/fields";
import { Views } from "./Views";

const TONE = { sound: "border-ink", close: "border-kraft text-kraft", "gives way": "border-gives bg-gives text-white" } as const;

/** One part's line: where it gives way, and what it weighs of its share. */
function Line({ id, line, onLit, onRemove }: { id: number; line: StandPart; onLit: (on: boolean) => void; onRemove: (() => void) | null }) {
  const units = useUnits();
  const over = line.part_g && line.share_g && line.share_given ? line.part_g.value > line.share_g : false;
  return (
    <li
      className="border-b border-rule py-2"
      data-part={line.part}
      onMouseEnter={() => onLit(true)}
      onMouseLeave={() => onLit(false)}
      onFocus={() => onLit(true)}
      onBlur={() => onLit(false)}
    >
      <div className="flex flex-wrap items-baseline gap-x-3">
        <Link
          to={`/airframe/${id}/${line.part}`}
          className="text-xl font-semibold underline decoration-rule decoration-2 underline-offset-4 hover:decoration-ink"
          aria-label={`${line.label}, to the bench`}
        >
          {line.label}
        </Link>
        {line.state && (
          <span className={`border px-1.5 text-[14px] font-medium ${TONE[line.state]}`}>
            {STATE_WORD[line.state]}
            {line.state !== "sound" && line.hardest ? ` for ${line.hardest}` : ""}
          </span>
        )}
        {line.part_g && (
          <span className={`ml-auto text-[17px] ${over ? "font-medium text-gives" : ""}`}>
            {mass(line.part_g.value, units)}
            {line.share_g !== null && line.share_g !== undefined && (
              <span
                className={line.share_given ? "" : "text-pencil"}
                title={line.share_given ? undefined : "its part of what the promise leaves, by its weight; give it a share of its own at its airframe"}
              >
                {line.share_given ? " of " : " of some "}
                {mass(line.share_g, units)}
              </span>
            )}
          </span>
        )}
      </div>
      {line.trouble ? (
        <p className="text-[16px] font-medium text-gives">It cannot be worked out: {line.trouble}</p>
      ) : (
        <p className="text-[16px] leading-5">
          {sentence(line.sentence)}
          {line.n && (
            <span className="text-pencil">
              {" "}
              ({trim(line.n.low, 1)} to {factor(line.n.high, line.unit ?? "G")})
            </span>
          )}
          {line.hold_n && typeof line.needed === "number" && (
            <>
              ; holds to {factor(line.hold_n.value, line.unit ?? "G")}{" "}
              <span className="text-pencil">
                ({trim(line.hold_n.low, 1)} to {factor(line.hold_n.high, line.unit ?? "G")})
              </span>
              , {factor(line.needed, line.unit ?? "G")} needed
            </>
          )}
          .
        </p>
      )}
      <p className="flex items-baseline justify-between text-[15px] text-pencil">
        <span>
          {line.scheme}
          {line.chosen ? ", chosen" : ""}; {line.schemes} scheme{line.schemes === 1 ? "" : "s"}
        </span>
        {onRemove && (
          <button className="btn btn-quiet min-h-8 px-0 text-[15px]" onClick={onRemove}>
            Take the {line.part} out
          </button>
        )}
      </p>
    </li>
  );
}

function First({ stand }: { stand: StandAnswer }) {
  if (!stand.first) return null;
  return (
    <p className="mt-2 border-t border-ink pt-2 text-[16px] leading-5" data-testid="first">
      {stand.first}
    </p>
  );
}

function Weights({ stand }: { stand: StandAnswer }) {
  const units = useUnits();
  const over = stand.remains_g.value < 0;
  return (
    <section aria-label="Weight" className="mt-3 border-t border-ink pt-2" data-testid="promise">
      <div className="flex items-baseline justify-between">
        <h2 className="text-[17px] font-semibold">Ready to fly</h2>
        <p className={`text-[20px] font-semibold ${over ? "text-gives" : ""}`} data-testid="forecast">
          {mass(stand.forecast_g.value, units)}
        </p>
      </div>
      <RangeBar
        figure={stand.forecast_g}
        mark={stand.promise_g}
        label={`Between ${mass(stand.forecast_g.low, units)} and ${mass(stand.forecast_g.high, units)}; promised are ${mass(stand.promise_g, units)}`}
      />
      <p className="text-[15px]">
        {mass(stand.forecast_g.low, units)} to {mass(stand.forecast_g.high, units)};{" "}
        <span className={over ? "font-medium text-gives" : ""}>
          {over
            ? `${mass(-stand.remains_g.value, units)} over the promise of ${mass(stand.promise_g, units)}`
            : `${mass(stand.remains_g.value, units)} left of the promise of ${mass(stand.promise_g, units)}`}
        </span>
      </p>
      <p className="text-[15px] text-pencil">
        Of it {mass(stand.rest_g, units)} for everything that is not described yet: {stand.parts.some((p) => p.part === "body") ? "" : "body, "}motor, battery,
        gear.
        {(stand.gear_g ?? 0) > 0 && ` What is carried and has its place weighs ${mass(stand.gear_g ?? 0, units)}.`}
      </p>
    </section>
  );
}

/** The whole aircraft: three views to one scale, a line for each part, the weight promise. Press a part: it lies on the bench. */
export function Stand({ workplace }: { workplace: Workplace }) {
  const returnFocus = useReturnFocus();
  const { id, file, document, setAnswered } = workplace;
  const units = useUnits();
  const navigate = useNavigate();
  const catalogue = useCatalogue();
  const [lit, setLit] = useState<PartName | null>(null);
  const [removing, setRemoving] = useState<Exclude<PartName, "wing"> | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [describing, setDescribing] = useState(false);
  const query = useQuery({
    queryKey: ["stand", file, units],
    gcTime: 0,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: () => takeAs<StandAnswer>(client.POST("/api/stand", { body: { file } })),
  });
  const stand = query.data;
  const ready = query.isSuccess && !query.isPlaceholderData;
  useEffect(() => setAnswered(ready ? file : null), [ready, file, setAnswered]);
  const fault = query.error instanceof Fault ? query.error : null;
  const problems = inFile(fault);
  const missing = PART_NAMES.filter((name): name is Exclude<PartName, "wing"> => name !== "wing" && file.airframe.parts[name] === null);

  async function add(part: Exclude<PartName, "wing">) {
    try {
      const made = (await take(client.POST("/api/start/part", { body: { airframe: file.airframe, part } }))) as unknown as {
        airframe: Airframe;
        scheme: Scheme;
      };
      document.change((f) => ({ ...f, airframe: made.airframe, schemes: [...f.schemes, made.scheme] }));
      setTrouble(null);
    } catch (cause) {
      setTrouble(cause instanceof Fault ? (cause.problems[0]?.what ?? cause.message) : "Something broke here.");
    }
  }

  return (
    <Faults.Provider value={problems}>
      <WorkshopBar
        workplace={workplace}
        place="stand"
        away={query.isError && fault?.status !== 422}
        refused={problems.length > 0}
        schemeId={shownOf(file, "wing")!.id}
        station={null}
      />
      <Messages
        workplace={workplace}
        trouble={trouble ?? (query.isError && problems.length === 0 ? (fault?.message ?? "Something broke here.") : null)}
        loose={problems}
        schemeId={null}
      />
      <main className="grid gap-x-6 gap-y-4 px-4 py-3 lg:grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)]">
        <div className="min-w-0">
          {stand ? (
            <Views stand={stand} lit={lit} onPress={(part) => void navigate(`/airframe/${id}/${part.part}`)} />
          ) : (
            <p className="p-6 text-lg">Putting it on its stand…</p>
          )}
        </div>
        <div className="min-w-0">
          {stand && (
            <>
              <ul data-testid="parts">
                {stand.parts.map((line) => (
                  <Line
                    key={line.part}
                    id={id}
                    line={line}
                    onLit={(on) => setLit(on ? line.part : null)}
                    onRemove={line.part === "wing" ? null : () => setRemoving(line.part as Exclude<PartName, "wing">)}
                  />
                ))}
              </ul>
              {missing.length > 0 && (
                <p className="mt-2 flex flex-wrap items-center gap-2">
                  {missing.map((name) => (
                    <button key={name} className="btn" onClick={() => void add(name)}>
                      Add a {name}
                    </button>
                  ))}
                  <span className="text-[15px] text-pencil">in a usual size for this wing; flying wings have none</span>
                </p>
              )}
              <First stand={stand} />
              <Weights stand={stand} />
              <button className="btn mt-3" aria-expanded={describing} onClick={() => setDescribing(!describing)}>
                {describing ? "Close the description" : "Change name, flight, weight promise or the wing"}
              </button>
            </>
          )}
        </div>
        {describing && catalogue && (
          <div className="max-w-3xl lg:col-span-2">
            <AirframeForm
              airframe={file.airframe}
              catalogue={catalogue}
              onChange={(next, key) => document.change((f) => ({ ...f, airframe: next(f.airframe) }), `airframe.${key}`)}
            />
          </div>
        )}
      </main>
      <AlertDialog.Root open={removing !== null} onOpenChange={(open) => !open && setRemoving(null)}>
        <AlertDialog.Portal>
          <AlertDialog.Overlay className="fixed inset-0 bg-ink/40" />
          <AlertDialog.Content {...returnFocus} className="fixed top-1/3 left-1/2 w-[26rem] max-w-[94vw] -translate-x-1/2 border-2 border-ink bg-sheet p-5">
            <AlertDialog.Title className="text-xl font-semibold">Take the {removing ? PARTS[removing].label.toLowerCase() : ""} out?</AlertDialog.Title>
            <AlertDialog.Description className="mt-2">
              It goes with its schemes and with what is mounted on it; gear stays, in the wing. Undo brings it back; later the schemes are under “What was
              removed”.
            </AlertDialog.Description>
            <div className="mt-4 flex justify-end gap-3">
              <AlertDialog.Cancel className="btn">Leave it</AlertDialog.Cancel>
              <AlertDialog.Action className="btn btn-main" onClick={() => removing && document.change((f) => withoutPart(f, removing))}>
                Take it out
              </AlertDialog.Action>
            </div>
          </AlertDialog.Content>
        </AlertDialog.Portal>
      </AlertDialog.Root>
    </Faults.Provider>
  );
}
