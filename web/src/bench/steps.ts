import type { AirframeFile } from "../api/types";

export interface History {
  past: AirframeFile[];
  now: AirframeFile;
  future: AirframeFile[];
  /** Changes that carry one key in a row (a drag, a typed figure) are one step back. */
  key: string | null;
}

export type Action =
  | { do: "change"; next: (file: AirframeFile) => AirframeFile; key: string | null }
  | { do: "settle" }
  | { do: "undo" }
  | { do: "redo" }
  | { do: "replace"; file: AirframeFile };

const DEPTH = 200;

export function step(state: History, action: Action): History {
  switch (action.do) {
    case "change": {
      const now = action.next(state.now);
      if (now === state.now) return state;
      const same = action.key !== null && action.key === state.key;
      return { past: same ? state.past : [...state.past, state.now].slice(-DEPTH), now, future: [], key: action.key };
    }
    case "settle":
      return { ...state, key: null };
    case "undo": {
      const before = state.past.at(-1);
      if (!before) return state;
      return { past: state.past.slice(0, -1), now: before, future: [state.now, ...state.future], key: null };
    }
    case "redo": {
      const [after, ...future] = state.future;
      if (!after) return state;
      return { past: [...state.past, state.now], now: after, future, key: null };
    }
    case "replace":
      return { past: [...state.past, state.now].slice(-DEPTH), now: action.file, future: [], key: null };
  }
}
