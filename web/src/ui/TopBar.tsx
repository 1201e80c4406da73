import type { ReactNode } from "react";
import { Link, NavLink } from "react-router";

import { client, take } from "../api/client";
import { useAdopt, useSession } from "../session";
import { useIsOld } from "../lib/carried";
import { WordsButton } from "../words/Words";

const PLACES = [
  ["/", "Airframes"],
  ["/shelf", "Stock shelf"],
  ["/materials", "Materials"],
  ["/glue", "Glue"],
  ["/surface", "Hinges"],
] as const;

const UNITS = { metric: "mm, g", inch: "in, oz", mixed: "in, stock mm" } as const;
const NEXT = { metric: "inch", inch: "mixed", mixed: "metric" } as const;

/** The strip above every screen: where one is, whose workshop it is, units, the way out. */
export function TopBar({ children, actions }: { children?: ReactNode; actions?: ReactNode }) {
  const session = useSession();
  const adopt = useAdopt();
  const other = NEXT[session.units];
  const isOld = useIsOld();
  return (
    <>
      {isOld && (
        <p role="status" className="bg-kraft-pale px-4 py-1 text-[15px] font-medium" data-testid="is-old">
          The server does not answer: this is as it was when it was last opened here.
        </p>
      )}
      <header className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b-2 border-ink bg-sheet px-4 py-1.5">
        <Link to="/" className="flex items-center gap-2 text-lg font-semibold">
          <img src="/icon.svg" alt="" className="size-7" />
          Fletcher
        </Link>
        {children ? (
          <div className="flex min-w-0 flex-1 items-center gap-3 max-sm:order-last max-sm:basis-full">{children}</div>
        ) : (
          <nav aria-label="Places" className="flex min-w-0 flex-1 gap-4 max-sm:order-last max-sm:basis-full">
            {PLACES.map(([to, name]) => (
              <NavLink
                key={to}
                to={to}
                end
                className="flex min-h-10 items-center border-b-4 border-transparent text-[17px] text-pencil hover:text-ink aria-[current=page]:border-kraft aria-[current=page]:font-semibold aria-[current=page]:text-ink"
              >
                {name}
              </NavLink>
            ))}
          </nav>
        )}
        <span className="flex-1 sm:hidden" />
        <WordsButton className="btn btn-quiet px-0 max-sm:hidden" />
        {actions}
        <button
          className="btn"
          aria-label={`Units: ${UNITS[session.units]}. Change to ${UNITS[other]}`}
          title={session.units === "mixed" ? "inches and ounces, sizes of stock in mm" : undefined}
          onClick={() => void take(client.PUT("/api/session/units", { body: { units: other } })).then(adopt, () => undefined)}
        >
          {children ? UNITS[session.units] : `Units: ${UNITS[session.units]}`}
        </button>
        <span className={`text-[15px] text-pencil ${children ? "max-2xl:hidden" : "max-sm:hidden"}`}>{session.workshop?.name}</span>
        <button className="btn btn-quiet px-1" onClick={() => void take(client.DELETE("/api/session")).then(adopt, () => undefined)}>
          Leave
        </button>
      </header>
    </>
  );
}
