import { useCallback, useRef, useState } from "react";

/**
 * State whose newest value can be read at once. What is saved must be what was set last, and a page that
 * is slow to draw has not yet handed that to whoever presses Save.
 */
export function useLatestState<T>(start: T | (() => T)) {
  const [value, draw] = useState<T>(start);
  const newest = useRef(value);
  const change = useCallback((next: (before: T) => T) => {
    newest.current = next(newest.current);
    draw(newest.current);
  }, []);
  const latest = useCallback(() => newest.current, []);
  return [value, change, latest] as const;
}
