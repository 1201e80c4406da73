import { useState } from "react";

/** A choice of how things are shown that outlives a change of tab and a reload, in this browser. */
export function useKept<T extends string | boolean>(name: string, start: T): [T, (next: T) => void] {
  const [value, draw] = useState<T>(() => {
    try {
      const kept: unknown = JSON.parse(localStorage.getItem(`shown-${name}`) ?? "null");
      return typeof kept === typeof start ? (kept as T) : start;
    } catch {
      return start;
    }
  });
  return [
    value,
    (next) => {
      draw(next);
      try {
        localStorage.setItem(`shown-${name}`, JSON.stringify(next));
      } catch {
        // where nothing may be kept it holds as long as the page
      }
    },
  ];
}
