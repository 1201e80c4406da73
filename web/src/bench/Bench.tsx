import { Tabs } from "radix-ui";
import { useMemo } from "react";

import type { PartName } from "../api/types";
import { useCatalogue } from "../session";
import { FindBetter } from "../search/FindBetter";
import { Faults } from "../ui/fields";
import { AnswerLine, HeadlineStrip } from "./AnswerLine";
import { Compare } from "./Compare";
import { Messages } from "./Messages";
import { SchemeTabs } from "./SchemeTabs";
import { SheetSide } from "./SheetSide";
import { TABS } from "./tabs";
import { useBench } from "./useBench";
import { useKeys } from "./useKeys";
import type { Workplace } from "./useWorkplace";
import { WorkshopBar } from "./WorkshopBar";
import { WorkingSheet } from "./WorkingSheet";

/** One part on the bench: sheet, slice, ribbon, ledger, answer line. */
export function Bench({ workplace, name }: { workplace: Workplace; name: PartName }) {
  const bench = useBench(workplace, name);
  const catalogue = useCatalogue();
  const { verdict, scheme, answer, piece, index, file } = bench;
  const loose = useMemo(() => answer.problems.filter((p) => !(piece && p.field.startsWith(`pieces.${index}.`))), [answer.problems, piece, index]);
  const tabs = TABS.filter((tab) => tab.there(bench));
  useKeys(
    bench,
    tabs.map((tab) => tab.id),
  );
  return (
    <Faults.Provider value={answer.problems}>
      <WorkshopBar
        workplace={workplace}
        place={name}
        away={answer.trouble !== null}
        refused={answer.problems.length > 0}
        schemeId={scheme.id}
        station={bench.shownStation}
      />
      <SchemeTabs bench={bench} />
      {verdict && bench.view !== "compare" && <AnswerLine verdict={verdict} stale={bench.stale} onWhy={(figure) => bench.setWhy({ figure })} />}
      {verdict && bench.view === "bench" && <HeadlineStrip verdict={verdict} stale={bench.stale} />}
      <Messages workplace={workplace} trouble={bench.trouble} loose={loose} schemeId={scheme.id} />
      <div id="on-the-bench" role="tabpanel" aria-label={scheme.name}>
        {bench.view === "compare" && (
          <Compare
            airframeId={workplace.id}
            file={file}
            part={name}
            others={bench.others}
            start={scheme.id}
            station={bench.shownStation}
            onOpen={(to) => {
              bench.take(to);
              bench.setView("bench");
            }}
            onChoose={bench.choose}
            onClose={() => bench.setView("bench")}
          />
        )}
        {bench.view === "search" && verdict && (
          <FindBetter
            airframeId={workplace.id}
            file={file}
            scheme={scheme}
            others={bench.others}
            verdict={verdict}
            money={bench.shelf?.money ?? ""}
            onLay={bench.lay}
            onClose={() => bench.setView("bench")}
          />
        )}
        {bench.view === "bench" && (
          <main className="grid gap-x-5 px-4 py-3 xl:grid-cols-[minmax(0,1.32fr)_minmax(0,1fr)] lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
            <div className="min-w-0">
              <SheetSide bench={bench} />
            </div>
            <Tabs.Root value={bench.tab} onValueChange={bench.setTab} className="min-w-0">
              <div className="overflow-x-auto border-b border-ink">
                <Tabs.List className="flex gap-3" aria-label="What to work on">
                  {tabs.map((tab) => (
                    <Tabs.Trigger
                      key={tab.id}
                      value={tab.id}
                      className="min-h-10 border-b-4 border-transparent text-[16px] -outline-offset-2 whitespace-nowrap text-pencil data-[state=active]:border-kraft data-[state=active]:font-semibold data-[state=active]:text-ink"
                    >
                      {tab.label}
                    </Tabs.Trigger>
                  ))}
                </Tabs.List>
              </div>
              {tabs.map((tab) => (
                <Tabs.Content key={tab.id} value={tab.id} className={tab.id === "pieces" ? "pt-2" : "pt-3"}>
                  {catalogue && tab.show(bench, catalogue)}
                </Tabs.Content>
              ))}
            </Tabs.Root>
          </main>
        )}
      </div>
      {verdict && (
        <WorkingSheet airframe={file.airframe} scheme={scheme} others={bench.others} why={bench.why} scope={verdict.scope} onClose={() => bench.setWhy(null)} />
      )}
    </Faults.Provider>
  );
}
