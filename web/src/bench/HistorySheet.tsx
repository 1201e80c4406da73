import { useQuery } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { useState } from "react";

import { client, Fault, take, takeAs } from "../api/client";
import type { AirframeFile } from "../api/types";

function when(text: string): string {
  return new Date(text).toLocaleString("en-GB", { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" });
}

/** Every saved state: who, when, what; and back to any of them, which can itself be undone. */
export function HistorySheet({ airframeId, saves, onBack }: { airframeId: number; saves: number; onBack: (file: AirframeFile) => void }) {
  const [open, setOpen] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const query = useQuery({
    queryKey: ["revisions", airframeId, saves],
    enabled: open,
    gcTime: 0,
    queryFn: () => take(client.GET("/api/airframes/{airframe_id}/revisions", { params: { path: { airframe_id: airframeId } } })),
  });

  async function back(number: number) {
    try {
      onBack(
        await takeAs<AirframeFile>(client.GET("/api/airframes/{airframe_id}/revisions/{number}", { params: { path: { airframe_id: airframeId, number } } })),
      );
      setTrouble(null);
      setOpen(false);
    } catch (cause) {
      setTrouble(cause instanceof Fault ? cause.message : "Something broke here.");
    }
  }

  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="btn">History</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-ink/40" />
        <Dialog.Content
          className="fixed top-0 right-0 z-30 flex h-dvh w-[30rem] max-w-full flex-col border-l-2 border-ink bg-sheet"
          aria-describedby={undefined}
        >
          <div className="flex items-center justify-between border-b border-ink px-4 py-2">
            <Dialog.Title className="text-xl font-semibold">What was done to it</Dialog.Title>
            <Dialog.Close className="btn">Close</Dialog.Close>
          </div>
          <div className="min-h-0 flex-1 overflow-y-auto px-4 py-2" tabIndex={0} role="region" aria-label="Saved states">
            {(trouble || query.isError) && (
              <p role="alert" className="font-medium text-gives">
                {trouble ?? "The history cannot be had now. Close this and open it again."}
              </p>
            )}
            {query.isPending && <p>Getting the history…</p>}
            <ol data-testid="history">
              {query.data?.map((r, k) => (
                <li key={r.number} className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 border-b border-rule py-1.5">
                  <p className="leading-5">
                    <span className="text-[14px] text-pencil">
                      {r.number}. {when(r.when)}, {r.who}
                    </span>
                    <span className="block">{r.what.length ? r.what.join("; ") : "saved without a change"}</span>
                  </p>
                  {k === 0 ? (
                    <span className="text-[15px] text-pencil">as it is now</span>
                  ) : (
                    <button className="btn" aria-label={`Go back to state ${r.number}`} onClick={() => void back(r.number)}>
                      Go back
                    </button>
                  )}
                </li>
              ))}
            </ol>
            <p className="py-2 text-[14px] text-pencil">
              The last 200 states. Going back is a change like any other: it can be undone, and nothing after it is lost.
            </p>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
