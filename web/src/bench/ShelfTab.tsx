import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";

import { client, Fault, take } from "../api/client";
import type { Scheme, ShelfAnswer } from "../api/types";
import { price } from "../lib/show";

interface Props {
  airframeId: number;
  scheme: Scheme;
  answer: ShelfAnswer | undefined;
  saved: boolean;
}

const TONE = {
  there: "text-pencil",
  "too short": "font-medium text-kraft",
  "not enough": "font-medium text-kraft",
  "not there": "font-medium text-gives",
} as const;

/** What this scheme takes from the stock shelf, what is missing, what it costs; reserve it, and use it up once built. */
export function ShelfTab({ airframeId, scheme, answer, saved }: Props) {
  const queries = useQueryClient();
  const [said, setSaid] = useState<{ text: string; bad: boolean } | null>(null);
  const asked = { airframe_id: airframeId, scheme_id: scheme.id };

  function then(done: Promise<unknown>, text: string) {
    done.then(
      () => {
        setSaid({ text, bad: false });
        void queries.invalidateQueries({ queryKey: ["shelf"] });
      },
      (cause: unknown) => setSaid({ text: cause instanceof Fault ? cause.message : "Something broke here.", bad: true }),
    );
  }

  if (!answer) return <p>Looking on the shelf…</p>;
  const { check, money, reserved } = answer;
  return (
    <section aria-label="From the stock shelf" data-testid="from-shelf">
      {check.lines.length === 0 && <p className="text-[17px]">Nothing is in this wing yet, so nothing is needed.</p>}
      <ul>
        {check.lines.map((line, k) => (
          <li key={k} className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 border-b border-rule py-1.5">
            <p className="leading-5">
              <span className="font-medium">{line.need.what}</span>
              <span className="text-[14px] text-pencil"> for {line.need.piece}</span>
              <span className={`block text-[14px] leading-4.5 ${TONE[line.status]}`}>{line.status === "there" ? `On the shelf: ${line.says}` : line.says}</span>
            </p>
            <span className="text-right text-[15px] whitespace-nowrap">
              {line.price === null ? <span className="text-pencil">no price</span> : price(line.price, money)}
            </span>
          </li>
        ))}
      </ul>
      {check.lines.length > 0 && (
        <p className="mt-2 flex flex-wrap items-baseline justify-between gap-2 text-[16px]">
          <b className="font-semibold">
            {check.missing === 0 ? "Everything is on the shelf." : `${check.missing} of ${check.lines.length} things are missing or too short.`}
          </b>
          <span>{check.price === null ? `${check.unpriced} without a price` : `${price(check.price, money)} of stock used`}</span>
        </p>
      )}
      <p className="mt-3 flex flex-wrap gap-2">
        {reserved ? (
          <>
            <button
              className="btn btn-main"
              onClick={() => then(take(client.POST("/api/shelf/use", { body: asked })), "Taken off the shelf; offcuts worth keeping are back on it.")}
            >
              It is built: use it up
            </button>
            <button className="btn" onClick={() => then(take(client.POST("/api/shelf/let-go", { body: asked })), "Free again.")}>
              Let it go
            </button>
          </>
        ) : (
          <button
            className="btn"
            disabled={!saved || check.missing > 0 || check.lines.length === 0}
            onClick={() => then(take(client.POST("/api/shelf/reserve", { body: asked })), "Reserved for this scheme.")}
          >
            Reserve it for this scheme
          </button>
        )}
        <Link className="btn btn-quiet" to="/shelf">
          To the stock shelf
        </Link>
      </p>
      {reserved && <p className="text-[15px] text-pencil">Reserved: no other scheme can take it.</p>}
      {said && (
        <p role={said.bad ? "alert" : "status"} className={`mt-2 font-medium ${said.bad ? "text-gives" : ""}`}>
          {said.text}
        </p>
      )}
      <p className="mt-3 text-[14px] leading-4.5 text-pencil">
        Prices are what you paid, by the share that is used. Sticks are counted in one run across the centre where the joint is run through and the wing is
        straight there; film and cloth with a tenth over.
      </p>
    </section>
  );
}
