import { Popover } from "radix-ui";
import { useState } from "react";

import { client, Fault } from "../api/client";
import type { components } from "../api/schema";
import { partOf } from "../lib/parts";
import type { AirframeFile } from "../api/types";
import { download } from "../lib/download";

type What = components["schemas"]["Wanted"]["what"];

const OFFERED: { what: What; name: string; says: string }[] = [
  { what: "plan", name: "Plan, 1:1", says: "SVG to print full size and lay on the foam" },
  { what: "plan-page", name: "Plan, to fit a page", says: "SVG for the wall of the shop" },
  { what: "slice", name: "Slice at the station line, 1:1", says: "SVG, a template of the section" },
  { what: "slice-page", name: "Slice, to fit a page", says: "SVG" },
  { what: "pattern", name: "Flat pattern of the sheet, 1:1", says: "SVG, with creases, bevels and where the spar is glued" },
  { what: "ledger", name: "Ledger", says: "CSV for a spreadsheet" },
  { what: "airframe", name: "The whole airframe", says: "open JSON file with all its schemes; can be brought in again" },
  { what: "aerofoil", name: "The section's coordinates", says: "as one loop from the trailing edge" },
];

/** Files of what lies on the bench, saved or not. */
export function TakeAway({ file, schemeId, station }: { file: AirframeFile; schemeId: string; station: number | null }) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const section = partOf(file.airframe, file.schemes.find((s) => s.id === schemeId)?.part ?? "wing").aerofoil.kind;
  const only: Partial<Record<What, typeof section>> = { aerofoil: "coordinates", pattern: "folded" };
  const offered = OFFERED.filter((o) => !only[o.what] || only[o.what] === section);

  async function fetchFile(what: What) {
    try {
      await download(client.POST("/api/take-away", { body: { file, scheme_id: schemeId, what, station_mm: station } as never, parseAs: "blob" }), what);
      setTrouble(null);
    } catch (cause) {
      setTrouble(cause instanceof Fault ? cause.message : "Something broke here.");
    }
  }

  return (
    <Popover.Root>
      <Popover.Trigger className="btn">Take away</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          collisionPadding={8}
          className="z-20 w-96 max-w-[96vw] border-2 border-ink bg-sheet"
          aria-label="Files to take away"
        >
          {trouble && (
            <p role="alert" className="p-3 font-medium text-gives">
              {trouble}
            </p>
          )}
          <ul>
            {offered.map(({ what, name, says }) => (
              <li key={what} className="border-b border-rule last:border-b-0">
                <button className="block w-full px-3 py-2 text-left hover:bg-kraft-pale" onClick={() => void fetchFile(what)}>
                  <span className="block leading-5 font-medium">{name}</span>
                  <span className="block text-[14px] leading-4.5 text-pencil">{says}</span>
                </button>
              </li>
            ))}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
