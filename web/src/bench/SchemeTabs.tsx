import { Tabs } from "radix-ui";

import { AboutScheme } from "./AboutScheme";
import type { Bench } from "./useBench";
import { MOST_SCHEMES } from "./useWorkplace";

/** The schemes of the part, as tabs; what can be done with the one in hand. */
export function SchemeTabs({ bench }: { bench: Bench }) {
  const { file, name, schemes, scheme, view, setView } = bench;
  const chosen = file.chosen[name];
  return (
    <Tabs.Root value={scheme.id} onValueChange={bench.take}>
      <div className="flex items-end gap-1 border-b border-rule px-3 pt-2 max-lg:flex-wrap">
        <div className="flex min-w-0 items-end gap-1 overflow-x-auto max-lg:w-full">
          <Tabs.List aria-label={`Schemes: ways to build this ${name}`} className="flex gap-1">
            {schemes.map((s) => (
              <Tabs.Trigger
                key={s.id}
                value={s.id}
                aria-controls="on-the-bench"
                className="min-h-10 border border-b-0 border-rule px-4 whitespace-nowrap text-pencil data-[state=active]:border-ink data-[state=active]:bg-sheet data-[state=active]:font-semibold data-[state=active]:text-ink"
              >
                {s.name}
                {chosen === s.id && " "}
                {chosen === s.id && <span className="ml-2 text-[14px] font-normal text-kraft">chosen</span>}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <AboutScheme
            scheme={scheme}
            only={schemes.length === 1}
            chosen={chosen === scheme.id}
            onChoose={() => bench.choose(chosen === scheme.id ? null : scheme.id)}
            onChange={(next, key) => bench.changeScheme((s) => ({ ...s, ...next }), key)}
            onRemove={() => bench.remove(scheme.id)}
          />
          {schemes.length < MOST_SCHEMES && (
            <button className="btn btn-quiet whitespace-nowrap" onClick={() => bench.lay({ ...scheme, name: `${scheme.name.slice(0, 50)}, copy` })}>
              Copy this scheme
            </button>
          )}
        </div>
        <span className="ml-auto flex shrink-0 gap-2 pb-1">
          <button className="btn whitespace-nowrap" aria-pressed={view === "compare"} onClick={() => setView(view === "compare" ? "bench" : "compare")}>
            Compare
          </button>
          <button className="btn whitespace-nowrap" aria-pressed={view === "search"} onClick={() => setView(view === "search" ? "bench" : "search")}>
            Find a better one
          </button>
        </span>
      </div>
    </Tabs.Root>
  );
}
