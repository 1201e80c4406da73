import { Popover } from "radix-ui";
import { type ReactNode, useState } from "react";

import type { components } from "../api/schema";

export type Wish = components["schemas"]["PieceWish"]["kind"];

const SECTION = "M4 24C10 10 34 8 92 20C60 27 24 29 4 24z";

const KINDS: { kind: Wish; name: string; says: string; mark: ReactNode }[] = [
  { kind: "rod", name: "Rod", says: "Buried in a slot. Simple, but in the middle it works little.", mark: <circle cx={32} cy={19} r={3} fill="#1b2430" /> },
  { kind: "rod_pair", name: "Rods top and bottom", says: "One right above the other: far stiffer than one in the middle.", mark: (<><circle cx={32} cy={14.5} r={2.2} fill="#1b2430" /><circle cx={32} cy={24.5} r={2.2} fill="#1b2430" /></>) },
  { kind: "tube", name: "Tube", says: "Stiff for its weight; crushes and splits at clamps.", mark: <circle cx={32} cy={19} r={4} fill="#fff" stroke="#1b2430" strokeWidth={2} /> },
  { kind: "strip", name: "Strip", says: "Flat as a cap near the surface, or on edge in a slot.", mark: <rect x={31} y={13.500000} width={2.4} height={11} fill="#1b2430" /> },
  { kind: "web", name: "Full-height web", says: "Wood from face to face: keeps the faces apart.", mark: <rect x={30} y={10.500000} width={4} height={17} fill="#c49a6c" stroke="#1b2430" /> },
  { kind: "skin", name: "Skin", says: "Film, covering or paper over the faces: twist, dents, strength.", mark: <path d={SECTION} fill="none" stroke="#1f5f85" strokeWidth={3} /> },
  { kind: "tape", name: "Tape strip", says: "Along the span. Stiffens only the side that is pulled.", mark: <path d="M18 14.500000C26 11 36 11 46 12" fill="none" stroke="#8a4d16" strokeWidth={3.5} /> },
]; // prettier-ignore

/** What can be glued in or on, each drawn, with a sentence. */
export function AddPiece({ onAdd, main }: { onAdd: (kind: Wish) => void; main?: boolean }) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className={`btn ${main ? "btn-main" : ""}`}>Add a piece</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content align="end" sideOffset={6} collisionPadding={8} className="z-20 max-h-[80vh] w-96 max-w-[96vw] overflow-y-auto border-2 border-ink bg-sheet" aria-label="Pieces to add">
          <ul>
            {KINDS.map(({ kind, name, says, mark }) => (
              <li key={kind} className="border-b border-rule last:border-b-0">
                <button
                  className="flex w-full items-center gap-3 px-3 py-2 text-left hover:bg-kraft-pale"
                  onClick={() => {
                    setOpen(false);
                    onAdd(kind);
                  }}
                >
                  <svg viewBox="0 0 96 38" width={84} height={34} aria-hidden="true" className="shrink-0">
                    <path d={SECTION} fill="#fff" stroke="#5b6470" />
                    {mark}
                  </svg>
                  <span>
                    <span className="block font-medium">{name}</span>
                    <span className="block text-[14px] leading-4.5 text-pencil">{says}</span>
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
