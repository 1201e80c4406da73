import { useQuery } from "@tanstack/react-query";
import { Popover } from "radix-ui";
import { useState } from "react";

import { client, Fault, takeAs } from "../api/client";
import type { Airframe, Offer, Scheme, Schemas } from "../api/types";
import { MiniSection } from "../drawing/MiniSection";
import { inUnits, rough } from "../lib/show";
import { useUnits } from "../session";

export type Wish = Schemas["PieceWish"]["kind"];

const GROUPS: { group: Offer["group"]; title: string }[] = [
  { group: "build-up", title: "Common build-ups, in sizes for this wing" },
  { group: "stick", title: "Sticks, webs and cord" },
  { group: "sheet", title: "Film, tape and cloth" },
  { group: "cut", title: "Cut out, or other foam" },
];

function Line({ offer, onAdd }: { offer: Offer; onAdd: () => void }) {
  const weight = offer.grams_per_m;
  const units = useUnits();
  return (
    <li className="border-b border-rule last:border-b-0">
      <button className="grid w-full grid-cols-[7.5rem_minmax(0,1fr)_auto] items-center gap-3 px-3 py-2 text-left hover:bg-kraft-pale" onClick={onAdd}>
        <MiniSection section={offer.section} />
        <span>
          <span className="block leading-5 font-medium">{offer.name}</span>
          <span className="block text-[14px] leading-4.5 text-pencil">
            {offer.good} {offer.bad}
          </span>
        </span>
        <span className="text-right text-[15px] whitespace-nowrap">
          {weight < 0 ? "−" : ""}
          {units === "metric" ? `${rough(Math.abs(weight))} g` : `${rough(inUnits(Math.abs(weight), "g/m", units).value)} oz`}
          <span className="block text-[14px] text-pencil">{units === "metric" ? "a metre" : "a foot"}</span>
        </span>
      </button>
    </li>
  );
}

/** What can be glued in or on, or cut out: each as it would lie in this wing, with grams a metre. */
export function AddPiece({ airframe, scheme, onAdd, main }: { airframe: Airframe; scheme: Scheme; onAdd: (kind: Wish) => void; main?: boolean }) {
  const [open, setOpen] = useState(false);
  const units = useUnits();
  const { data, error } = useQuery({
    queryKey: ["offers", airframe, scheme, units],
    enabled: open,
    gcTime: 0,
    retry: false,
    queryFn: () => takeAs<Offer[]>(client.POST("/api/offers", { body: { airframe, scheme, station_mm: null } })),
  });
  const empty = scheme.pieces.length === 0;
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className={`btn ${main ? "btn-main" : ""}`} data-add-piece>
        Add a piece
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          collisionPadding={8}
          className="z-20 max-h-(--radix-popover-content-available-height) w-[34rem] max-w-[96vw] overflow-y-auto border-2 border-ink bg-sheet"
          aria-label="Pieces to add"
        >
          {error && <p className="p-4 font-medium text-gives">{error instanceof Fault ? error.message : "Something broke here."}</p>}
          {!data && !error && <p className="p-4">Laying each into this wing…</p>}
          {data &&
            GROUPS.map(({ group, title }) => (
              <section key={group} aria-label={title}>
                <h3 className="border-b border-ink bg-board px-3 py-1 text-[15px] font-semibold">
                  {title}
                  {group === "build-up" && !empty && <span className="font-normal text-pencil">, beside what is there</span>}
                </h3>
                <ul>
                  {data
                    .filter((o) => o.group === group)
                    .map((offer) => (
                      <Line
                        key={offer.kind}
                        offer={offer}
                        onAdd={() => {
                          setOpen(false);
                          onAdd(offer.kind as Wish);
                        }}
                      />
                    ))}
                </ul>
              </section>
            ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
