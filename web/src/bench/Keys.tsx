import { Dialog } from "radix-ui";
import { useEffect, useState } from "react";

import { SINGLE_KEYS } from "../lib/isFree";
import { useKept } from "../lib/useKept";

const KEYS: [string, string][] = [
  ["Tab, Shift + Tab", "to the next or the last thing that can be pressed"],
  ["Enter or Space", "press it; Space switches a piece on and off"],
  ["← →", "on an end of the chosen piece: nearer to the root, farther out, by 1 mm; with Shift by 10 mm"],
  ["↑ ↓", "on an end of the chosen piece: toward the nose, toward the trailing edge"],
  ["← →", "on the station line: move it; on the schemes and the tabs: the next one"],
  ["1 to 8", "the tabs beside the drawing: ledger, weak spots, loads…"],
  ["A", "add a piece"],
  ["N", "the next piece, its first field in hand"],
  ["F", "the first field of the chosen piece"],
  ["E", "the outer end of the chosen piece, on the drawing"],
  ["Esc", "out of a piece's fields, back to its line"],
  ["Ctrl + Z", "undo"],
  ["Ctrl + Shift + Z", "redo"],
  ["Esc", "close what is open"],
  ["W", "what the words mean"],
  ["?", "this list"],
];

/** The bench by keyboard; opened by “?”. */
export function Keys() {
  const [open, setOpen] = useState(false);
  const [single, setSingle] = useKept<boolean>(SINGLE_KEYS, true);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const at = event.target;
      if (event.key !== "?" || at instanceof HTMLInputElement || at instanceof HTMLTextAreaElement || at instanceof HTMLSelectElement) return;
      event.preventDefault();
      setOpen(true);
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, []);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="btn btn-quiet px-0 max-sm:hidden">Keys</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-ink/40" />
        <Dialog.Content
          className="fixed top-[6vh] left-1/2 max-h-[88vh] w-[34rem] max-w-[94vw] -translate-x-1/2 overflow-y-auto border-2 border-ink bg-sheet p-4"
          aria-describedby={undefined}
        >
          <div className="mb-2 flex items-center justify-between">
            <Dialog.Title className="text-xl font-semibold">The bench by keyboard</Dialog.Title>
            <Dialog.Close className="btn">Close</Dialog.Close>
          </div>
          <dl>
            {KEYS.map(([keys, does]) => (
              <div key={keys + does} className="grid grid-cols-[10rem_minmax(0,1fr)] gap-x-3 border-b border-rule py-1.5">
                <dt className="font-medium">{keys}</dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
          <label className="mt-3 flex min-h-10 items-center gap-2">
            <input type="checkbox" className="size-4.5 accent-kraft" checked={single} onChange={(e) => setSingle(e.target.checked)} />
            Single keys (digits and letters) are on
          </label>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
