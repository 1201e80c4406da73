import { Dialog } from "radix-ui";
import { createContext, type ReactNode, useCallback, useContext, useEffect, useRef, useState } from "react";

import { useReturnFocus } from "../lib/useReturnFocus";
import { isFree, singleKeysWanted } from "../lib/isFree";
import { MEANINGS, type WordId } from "./meanings";

type Open = (word: WordId | null) => void;
const Opens = createContext<Open>(() => undefined);

/** A word that is explained: underlined where it first stands, pressed to read what it means. */
export function Word({ id, children }: { id: WordId; children: ReactNode }) {
  const open = useContext(Opens);
  return (
    <button
      type="button"
      className="cursor-help underline decoration-pencil decoration-dotted decoration-1 underline-offset-3"
      title="What this means"
      onClick={() => open(id)}
    >
      {children}
    </button>
  );
}

/** The panel itself, one key away. */
export function Words({ children }: { children: ReactNode }) {
  const returnFocus = useReturnFocus();
  const [at, setAt] = useState<WordId | null>(null);
  const [isOpen, setOpen] = useState(false);
  const line = useRef<HTMLDivElement>(null);
  const open = useCallback<Open>((word) => {
    setAt(word);
    setOpen(true);
  }, []);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== "w" || !isFree(event) || !singleKeysWanted()) return;
      event.preventDefault();
      open(null);
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, [open]);
  return (
    <Opens.Provider value={open}>
      {children}
      <Dialog.Root open={isOpen} onOpenChange={setOpen}>
        <Dialog.Portal>
          <Dialog.Overlay className="fixed inset-0 z-20 bg-ink/40" />
          <Dialog.Content
            {...returnFocus}
            className="fixed inset-y-0 right-0 z-30 flex w-[27rem] max-w-full flex-col border-l-2 border-ink bg-sheet"
            aria-describedby={undefined}
            onOpenAutoFocus={() => {
              returnFocus.onOpenAutoFocus();
              line.current?.scrollIntoView({ block: "center" });
            }}
          >
            <div className="flex items-center justify-between border-b border-ink px-4 py-2">
              <Dialog.Title className="text-xl font-semibold">What the words mean</Dialog.Title>
              <Dialog.Close className="btn">Close</Dialog.Close>
            </div>
            <dl className="min-h-0 flex-1 overflow-y-auto px-4 py-2" tabIndex={0} aria-label="Words">
              {(Object.keys(MEANINGS) as WordId[]).map((id) => (
                <div key={id} ref={id === at ? line : undefined} className={`border-b border-rule py-2 ${id === at ? "-mx-2 bg-kraft-pale px-2" : ""}`}>
                  <dt className="font-semibold">{MEANINGS[id].word}</dt>
                  <dd className="leading-5">{MEANINGS[id].means}</dd>
                </div>
              ))}
            </dl>
          </Dialog.Content>
        </Dialog.Portal>
      </Dialog.Root>
    </Opens.Provider>
  );
}

/** Opens the panel from a strip of buttons. */
export function WordsButton({ className }: { className?: string }) {
  const open = useContext(Opens);
  return (
    <button type="button" className={className} onClick={() => open(null)}>
      Words
    </button>
  );
}
