import { Popover } from "radix-ui";

import type { Scheme } from "../api/types";
import { TextField } from "../ui/fields";

interface Props {
  scheme: Scheme;
  only: boolean;
  chosen: boolean;
  onChoose: () => void;
  onChange: (next: Partial<Scheme>, key: string) => void;
  onRemove: () => void;
}

/** Name and notes of a scheme, and taking it out. */
export function AboutScheme({ scheme, only, chosen, onChoose, onChange, onRemove }: Props) {
  return (
    <Popover.Root>
      <Popover.Trigger className="btn btn-quiet whitespace-nowrap">Name and notes</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={8}
          className="z-20 w-96 max-w-[96vw] border-2 border-ink bg-sheet p-3"
          aria-label="About this scheme"
        >
          <div className="grid gap-3">
            <TextField label="Name of the scheme" path="scheme.name" value={scheme.name} onChange={(name) => onChange({ name }, "name")} />
            <TextField long label="Notes on it" path="scheme.notes" value={scheme.notes} onChange={(notes) => onChange({ notes }, "notes")} />
            <label className="flex items-center gap-2">
              <input type="checkbox" className="size-4.5 accent-kraft" checked={chosen} onChange={onChoose} />
              This is the one to be built
            </label>
            <div className="flex justify-between gap-2">
              <button className="btn" disabled={only} onClick={onRemove}>
                Remove this scheme
              </button>
              <Popover.Close className="btn">Done</Popover.Close>
            </div>
            {only && <p className="text-[14px] text-pencil">The last scheme of an airframe stays.</p>}
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
