import { useEffect, useState } from "react";

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

/** What is kept of one question: which arrival it belongs to, and how it stands. */
interface Kept<T> {
  from: string;
  value: T;
}

export function keptQuestion<T>(name: string): Kept<T> | null {
  try {
    return JSON.parse(sessionStorage.getItem(`asked-${name}`) ?? "null") as Kept<T> | null;
  } catch {
    return null;
  }
}

/**
 * A question that outlives a change of tab and a reload, as long as the browser's tab is open. Whoever arrives with
 * another one (`from` tells arrivals apart) begins with that.
 */
export function useKeptQuestion<T extends object>(name: string, start: T, from?: string): [T, (change: (now: T) => T) => void] {
  const [value, draw] = useState<T>(() => {
    const kept = keptQuestion<T>(name);
    return kept && (from === undefined || kept.from === from) ? { ...start, ...kept.value } : start;
  });
  useEffect(() => {
    try {
      sessionStorage.setItem(`asked-${name}`, JSON.stringify({ from: from ?? keptQuestion(name)?.from ?? "", value }));
    } catch {
      // where nothing may be kept it holds as long as the page
    }
  }, [name, from, value]);
  return [value, draw];
}
