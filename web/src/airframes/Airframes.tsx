import { useQuery, useQueryClient } from "@tanstack/react-query";
import { AlertDialog } from "radix-ui";
import { useState } from "react";
import { Link } from "react-router";

import { carried } from "../lib/carried";
import { useReturnFocus } from "../lib/useReturnFocus";
import { client, Fault, take, takeAs } from "../api/client";
import type { AirframesOut, Card } from "../api/types";
import { MiniAircraft } from "../drawing/MiniAircraft";
import { PARTS } from "../lib/parts";
import { factor, length, mass, STATE_WORD, trim } from "../lib/show";
import { type Gone, TakeBackLine } from "../removed/TakeBack";
import { useCatalogue, useSession, useUnits } from "../session";
import { TopBar } from "../ui/TopBar";
import { Unreadable } from "../ui/Unreadable";
import { BringIn } from "./BringIn";

/** A question before something is lost. */
function Ask({ open, title, text, action, onYes, onNo }: { open: boolean; title: string; text: string; action: string; onYes: () => void; onNo: () => void }) {
  const returnFocus = useReturnFocus();
  return (
    <AlertDialog.Root open={open} onOpenChange={(o) => !o && onNo()}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 bg-ink/40" />
        <AlertDialog.Content {...returnFocus} className="fixed top-1/3 left-1/2 w-[26rem] max-w-[94vw] -translate-x-1/2 border-2 border-ink bg-sheet p-5">
          <AlertDialog.Title className="text-xl font-semibold">{title}</AlertDialog.Title>
          <AlertDialog.Description className="mt-2">{text}</AlertDialog.Description>
          <div className="mt-4 flex justify-end gap-3">
            <AlertDialog.Cancel className="btn">Leave it</AlertDialog.Cancel>
            <AlertDialog.Action className="btn btn-main" onClick={onYes}>
              {action}
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}

function Row({ card, scale, onRemove }: { card: Card; scale: number; onRemove: () => void }) {
  const units = useUnits();
  const catalogue = useCatalogue();
  const held = card.stand.parts.find((p) => p.part === card.weakest);
  const use = catalogue?.presets.find((p) => p.use === card.use)?.label.split(":")[0];
  return (
    <li className="grid items-center gap-x-6 gap-y-2 border-b border-rule py-4 md:grid-cols-[minmax(0,430px)_minmax(0,1fr)_auto]">
      <Link to={`/airframe/${card.id}`} tabIndex={-1} aria-hidden="true" className="flex justify-center">
        <MiniAircraft stand={card.stand} mmPerPixel={scale} />
      </Link>
      <div className="min-w-0">
        <h2 className="text-2xl leading-7 font-semibold">
          <Link to={`/airframe/${card.id}`} className="underline decoration-rule decoration-2 underline-offset-4 hover:decoration-ink">
            {card.name}
          </Link>
        </h2>
        <p className="text-[15px] text-pencil">
          {[
            use,
            `${length(card.stand.span_mm, units)} span`,
            card.parts.map((p) => p.label.toLowerCase()).join(", "),
            `${card.schemes} scheme${card.schemes === 1 ? "" : "s"}`,
          ]
            .filter(Boolean)
            .join(", ")}
        </p>
        <p className="mt-1 text-[17px]">
          <span
            className={`mr-2 border px-1.5 py-0.5 text-[14px] font-medium ${card.state === "gives way" ? "border-gives bg-gives text-white" : card.state === "close" ? "border-kraft text-kraft" : "border-ink"}`}
          >
            {STATE_WORD[card.state]}
            {card.state !== "sound" && card.hardest ? ` for ${card.hardest}` : ""}
          </span>
          {card.parts.length > 1 ? `${PARTS[card.weakest].label} ` : ""}
          {card.sentence}
          <span className="text-pencil">
            {" "}
            ({trim(card.n.low, 1)} to {factor(card.n.high, card.unit)})
          </span>
          {held?.hold_n && `; holds to ${factor(held.hold_n.value, card.unit)}`}
          {typeof held?.needed === "number" && `, ${factor(held.needed, card.unit)} needed`}
        </p>
        <p className={`text-[16px] ${card.remains_g < 0 ? "font-medium text-gives" : ""}`}>
          {card.parts.map((p) => `${p.label} ${mass(p.part_g, units)}`).join(", ")};{" "}
          {card.remains_g < 0 ? `${mass(-card.remains_g, units)} over` : `${mass(card.remains_g, units)} left of`} the promise of {mass(card.promise_g, units)}
        </p>
      </div>
      <div className="flex gap-2 md:flex-col">
        <Link className="btn" to={`/airframe/${card.id}`}>
          To the stand
        </Link>
        <button className="btn btn-quiet" aria-label={`Remove ${card.name}`} onClick={onRemove}>
          Remove
        </button>
      </div>
    </li>
  );
}

export function Airframes() {
  const session = useSession();
  const queries = useQueryClient();
  const query = useQuery({
    queryKey: ["airframes"],
    queryFn: () => carried("airframes", () => takeAs<AirframesOut>(client.GET("/api/airframes"))),
    networkMode: "always",
  });
  const [removing, setRemoving] = useState<Card | null>(null);
  const [resetting, setResetting] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [gone, setGone] = useState<Gone | null>(null);
  const cards = query.data?.airframes ?? [];
  const scale = Math.max(...cards.map((c) => c.stand.span_mm / 420), 1);

  function then(done: Promise<unknown>, removed: Gone | null = null) {
    done.then(
      () => {
        setTrouble(null);
        setGone(removed);
        void queries.invalidateQueries({ queryKey: ["airframes"] });
      },
      (cause: unknown) => setTrouble(cause instanceof Fault ? cause.message : "Something broke here."),
    );
  }

  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-6xl px-4 py-5">
        <div className="flex flex-wrap items-center gap-3 border-b-2 border-ink pb-3">
          <h1 className="mr-auto text-2xl font-semibold">Airframes of {session.workshop?.name}</h1>
          {session.workshop?.is_demo && (
            <button className="btn" onClick={() => setResetting(true)}>
              Put the demo back as it was
            </button>
          )}
          <BringIn />
          <Link className="btn btn-main" to="/new">
            New airframe
          </Link>
        </div>
        {trouble && (
          <p role="alert" className="mt-3 font-medium text-gives">
            {trouble}
          </p>
        )}
        <TakeBackLine gone={gone} onDone={() => setGone(null)} />
        {query.isPending && <p className="py-8 text-lg">Getting the airframes…</p>}
        {query.isError && (
          <div className="py-8">
            <p>{query.error instanceof Fault ? query.error.message : "Something broke here."}</p>
            <button className="btn mt-3" onClick={() => void query.refetch()}>
              Try again
            </button>
          </div>
        )}
        <Unreadable lines={query.data?.unreadable ?? []} />
        {query.isSuccess && cards.length === 0 && query.data.unreadable.length === 0 && (
          <div className="py-10">
            <h2 className="text-xl font-semibold">No airframe yet</h2>
            <p className="mt-1 max-w-prose">
              Describe a wing: its span and chords, its foam, how it is flown and what it may weigh. You then lay spars, film and tape into it and see at once
              what each buys, what it weighs and where the wing gives way.
            </p>
            <Link className="btn btn-main mt-4" to="/new">
              Describe the first one
            </Link>
          </div>
        )}
        <ul>
          {cards.map((card) => (
            <Row key={card.id} card={card} scale={scale} onRemove={() => setRemoving(card)} />
          ))}
        </ul>
        <p className="mt-4">
          <Link className="btn btn-quiet px-0" to="/removed">
            What was removed
          </Link>
        </p>
        {session.workshop?.is_demo && (
          <p className="mt-3 max-w-prose text-[15px]">
            This copy of the demo is yours alone and is kept for a day after your last visit. To keep what you make here, take the airframe away as a file, or
            leave and make a workshop of your own.
          </p>
        )}
        <p className="mt-3 max-w-prose text-[15px] text-pencil">
          Estimates for unmanned, model-size aircraft only. Local flying rules, club rules and, where it applies, licensed inspection come first.
        </p>
      </main>
      <Ask
        open={removing !== null}
        title={`Remove ${removing?.name ?? ""}?`}
        text="The airframe goes from this list with its schemes and its history. It can be taken back for 30 days."
        action="Remove it"
        onNo={() => setRemoving(null)}
        onYes={() =>
          removing &&
          then(take(client.DELETE("/api/airframes/{airframe_id}", { params: { path: { airframe_id: removing.id } } })), {
            kind: "airframe",
            id: removing.id,
            name: removing.name,
          })
        }
      />
      <Ask
        open={resetting}
        title="Put the demo back?"
        text="Your copy of the demo becomes as it shipped. What you changed or added is kept under “What was removed”."
        action="Put it back"
        onNo={() => setResetting(false)}
        onYes={() => then(take(client.POST("/api/demo/reset")))}
      />
    </>
  );
}
