import { useEffect, useRef } from "react";
import { NavLink } from "react-router";

import type { PartName } from "../api/types";
import { PARTS, partsOf } from "../lib/parts";
import { TopBar } from "../ui/TopBar";
import { HistorySheet } from "./HistorySheet";
import { Keys } from "./Keys";
import { TakeAway } from "./TakeAway";
import type { Workplace } from "./useWorkplace";

const SAVED_WORD = {
  saved: "saved",
  saving: "saving…",
  waiting: "saving…",
  kept: "not saved: kept here, trying again",
  gone: "not saved: removed meanwhile",
} as const;

/** Places of the whole aircraft. */
const WHOLE = { stand: "Stand", balance: "Balance", mounts: "Mounts", mend: "Mend" } as const;

interface Props {
  workplace: Workplace;
  place: PartName | keyof typeof WHOLE;
  /** The server does not answer: nothing is on its way. */
  away: boolean;
  /** What is drawn cannot be built. */
  refused: boolean;
  schemeId: string;
  station: number | null;
}

/** The strip over stand and bench: which aircraft, which part of it, whether it is saved, and every step back. */
export function WorkshopBar({ workplace, place, away, refused, schemeId, station }: Props) {
  const { id, file, document, saving } = workplace;
  // without an answer nothing is saved either: it must not look as if it were on its way
  const word = saving.state === "waiting" && away ? "kept" : saving.state;
  const parts = partsOf(file.airframe);
  const strip = useRef<HTMLElement>(null);
  // on a phone the strip is longer than the screen: where one is must be seen
  useEffect(() => {
    const here = strip.current?.querySelector("[aria-current=page]");
    if (!strip.current || !here) return;
    const [outer, inner] = [strip.current.getBoundingClientRect(), here.getBoundingClientRect()];
    strip.current.scrollLeft += inner.left + inner.width / 2 - outer.left - outer.width / 2;
  }, [place]);
  return (
    <TopBar
      actions={
        <>
          <span role="status" className={`text-[15px] ${word === "kept" || word === "gone" ? "font-medium text-gives" : "text-pencil"}`} data-testid="saved">
            {refused ? "not saved until it can be built" : SAVED_WORD[word]}
          </span>
          <Keys />
          <HistorySheet airframeId={id} saves={saving.saves} onBack={document.replace} />
          <TakeAway file={file} schemeId={schemeId} station={station} />
          <button className="btn" disabled={!document.canUndo} onClick={document.undo}>
            Undo
          </button>
          <button className="btn" disabled={!document.canRedo} onClick={document.redo}>
            Redo
          </button>
        </>
      }
    >
      <h1 className="min-w-20 truncate text-lg font-medium">{place in WHOLE ? file.airframe.name : `${file.airframe.name}, the ${place}`}</h1>
      <nav ref={strip} aria-label="Parts of the aircraft" className="flex gap-3 overflow-x-auto">
        {(["stand", "balance", "mounts", ...parts, "mend"] as const).map((to) => (
          <NavLink
            key={to}
            to={to === "stand" ? `/airframe/${id}` : `/airframe/${id}/${to}`}
            end
            className="flex min-h-10 min-w-8 shrink-0 items-center justify-center border-b-4 border-transparent text-[16px] text-pencil hover:text-ink aria-[current=page]:border-kraft aria-[current=page]:font-semibold aria-[current=page]:text-ink"
          >
            {to in WHOLE ? WHOLE[to as keyof typeof WHOLE] : PARTS[to as PartName].label}
          </NavLink>
        ))}
      </nav>
    </TopBar>
  );
}
