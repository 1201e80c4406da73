import { useEffect } from "react";

import { isFree, singleKeysWanted } from "../lib/isFree";
import { actionOf, nextOf } from "./keys";
import type { Bench } from "./useBench";

/** Puts something in hand once it is drawn. */
function focusSoon(selector: string, press = false): void {
  setTimeout(() => {
    const found = document.querySelector<HTMLElement | SVGElement>(selector);
    found?.scrollIntoView({ block: "nearest" });
    found?.focus({ preventScroll: true });
    if (press && found instanceof HTMLElement) found.click();
  }, 60);
}

const FIRST_FIELD = "form[aria-label='The chosen piece'] :is(input, select)";

/** Single keys: tabs, a new piece, the next piece, its first field, its outer end. */
export function useKeys(bench: Bench, tabs: readonly string[]): void {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const action = actionOf(event.key);
      if (action === null || bench.view !== "bench" || !isFree(event) || !singleKeysWanted()) return;
      event.preventDefault();
      if (typeof action === "object") {
        const tab = tabs[action.tab];
        if (tab) {
          bench.setTab(tab);
          focusSoon("[role=tab][data-state=active][aria-controls]:not([aria-controls=on-the-bench])");
        }
        return;
      }
      const ids = bench.scheme.pieces.map((p) => p.id);
      if (action === "end") {
        if (bench.selected === null) bench.select(nextOf(ids, null));
        focusSoon("[data-end=to]");
        return;
      }
      bench.setTab("pieces");
      if (action === "add") focusSoon("[data-add-piece]", true);
      else {
        const next = action === "next" || bench.selected === null ? nextOf(ids, bench.selected) : bench.selected;
        bench.select(next);
        if (next !== null) focusSoon(FIRST_FIELD);
      }
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, [bench, tabs]);
}
