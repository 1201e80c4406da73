import { useCallback, useEffect, useRef } from "react";

/**
 * Ask for the newest only: while one question is out, later ones wait and only the last is asked.
 * A drag is answered as fast as the server answers, and never piles up.
 */
export function useLatest<Q, A>(ask: (question: Q) => Promise<A>, told: (answer: A, question: Q) => void, failed: (cause: unknown, question: Q) => void) {
  const busy = useRef(false);
  const next = useRef<{ question: Q } | null>(null);
  const calls = useRef({ ask, told, failed });
  const alive = useRef(true);
  useEffect(() => {
    calls.current = { ask, told, failed };
  });
  useEffect(() => {
    alive.current = true;
    return () => {
      alive.current = false;
    };
  }, []);

  return useCallback((question: Q) => {
    next.current = { question };
    if (busy.current) return;
    busy.current = true;
    void (async () => {
      while (next.current && alive.current) {
        const { question: current } = next.current;
        next.current = null;
        try {
          const answer = await calls.current.ask(current);
          if (alive.current) calls.current.told(answer, current);
        } catch (cause) {
          if (alive.current) calls.current.failed(cause, current);
        }
      }
      busy.current = false;
    })();
  }, []);
}
