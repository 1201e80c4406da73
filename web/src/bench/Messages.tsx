import { useState } from "react";

import type { AirframeFile, Said } from "../api/types";
import { BothVersions } from "./BothVersions";
import type { Workplace } from "./useWorkplace";
import { sentence } from "../lib/show";

interface Props {
  workplace: Workplace;
  trouble: string | null;
  /** Faults that no field on screen tells. */
  loose: Said[];
  /** The scheme whose two versions are laid over each other in a conflict. */
  schemeId: string | null;
}

/** What must be known before going on: the server is away, something cannot be built, somebody else saved. */
export function Messages({ workplace, trouble, loose, schemeId }: Props) {
  const { saving, document, file } = workplace;
  const [both, setBoth] = useState(false);
  return (
    <>
      {trouble && (
        <p role="alert" className="bg-gives px-4 py-2 font-medium text-white">
          {trouble}
        </p>
      )}
      {loose.length > 0 && (
        <ul role="alert" className="border-b-2 border-gives bg-gives-pale px-4 py-2" data-testid="problems">
          {loose.map((p) => (
            <li key={p.field + p.what}>
              <b>{sentence(p.label)}:</b> {p.what} {p.right}
            </li>
          ))}
        </ul>
      )}
      {workplace.putBack && (
        <div role="status" className="flex flex-wrap items-center gap-3 border-b-2 border-tape bg-tape-pale px-4 py-2" data-testid="put-back">
          <p className="flex-1">What was not saved yet when this page was closed is back. Undo takes it out again.</p>
          <button className="btn" onClick={workplace.closePutBack}>
            Close
          </button>
        </div>
      )}
      {saving.state === "gone" && (
        <p role="alert" className="border-b-2 border-kraft bg-kraft-pale px-4 py-2">
          Somebody removed this airframe meanwhile, so it cannot be saved. What you see is still here: take the airframe back under “What was removed” on the
          list and it is saved again; or press “Take away”, choose “The whole airframe”, and bring that file in.
        </p>
      )}
      {saving.conflict && (
        <div role="alert" className="flex flex-wrap items-center gap-3 border-b-2 border-kraft bg-kraft-pale px-4 py-2">
          <p className="flex-1">
            {saving.conflict.message} Changed: {saving.conflict.changed.join(", ")}. Nothing of yours is lost yet.
          </p>
          {schemeId && (
            <button className="btn" aria-expanded={both} onClick={() => setBoth(!both)}>
              See both
            </button>
          )}
          <button className="btn" onClick={saving.keepMine}>
            Keep mine
          </button>
          <button
            className="btn"
            onClick={() => {
              const theirs = saving.takeTheirs();
              if (theirs) document.replace(theirs);
            }}
          >
            Take theirs
          </button>
        </div>
      )}
      {saving.conflict && both && schemeId && <BothVersions mine={file} theirs={saving.conflict.file as unknown as AirframeFile} schemeId={schemeId} />}
    </>
  );
}
