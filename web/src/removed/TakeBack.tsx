import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";

import { client, Fault, take } from "../api/client";
import type { Removed } from "../api/types";

/** What was just removed. */
export type Gone = Pick<Removed, "kind" | "id" | "name">;

/** Put a removed thing back; every list is asked for anew. */
export function useTakeBack(): (gone: Gone) => Promise<string> {
  const queries = useQueryClient();
  return async (gone) => {
    const back = await take(client.POST("/api/removed/{kind}/{row_id}/back", { params: { path: { kind: gone.kind, row_id: gone.id } } }));
    await queries.invalidateQueries({ predicate: (q) => q.queryKey[0] !== "session" });
    return back.name;
  };
}

/** One line after something was removed: the way back at hand. */
export function TakeBackLine({ gone, onDone }: { gone: Gone | null; onDone: () => void }) {
  const takeBack = useTakeBack();
  const [trouble, setTrouble] = useState<string | null>(null);
  if (!gone) return null;
  return (
    <div role="status" className="mt-3 flex flex-wrap items-center gap-3 border-l-4 border-tape bg-tape-pale px-3 py-1.5" data-testid="take-back">
      <p className="min-w-0 flex-1 leading-5">
        {trouble ?? (
          <>
            <b className="font-medium">{gone.name}</b> was removed. It can be{" "}
            <Link className="underline" to="/removed">
              taken back for 30 days
            </Link>
            .
          </>
        )}
      </p>
      <button
        className="btn"
        onClick={() =>
          takeBack(gone).then(
            () => {
              setTrouble(null);
              onDone();
            },
            (cause: unknown) => setTrouble(cause instanceof Fault ? cause.message : "Something broke here."),
          )
        }
      >
        Take it back
      </button>
      <button className="btn btn-quiet" onClick={onDone}>
        Close
      </button>
    </div>
  );
}
