interface Pressed {
  ctrlKey: boolean;
  metaKey: boolean;
  altKey: boolean;
  target: EventTarget | null;
}

/** Whether a key means what it says on the screen: nothing is typed into, and nothing lies over the rest. */
export function isFree({ ctrlKey, metaKey, altKey, target }: Pressed): boolean {
  if (ctrlKey || metaKey || altKey) return false;
  if (!(target instanceof Element)) return true;
  return target.closest("input:not([type=range]):not([type=checkbox]), textarea, select, [role=dialog], [contenteditable]") === null;
}

/** Kept in this browser: whoever speaks to the machine may not want single keys. */
export const SINGLE_KEYS = "single-keys";

export function singleKeysWanted(): boolean {
  try {
    return localStorage.getItem(`shown-${SINGLE_KEYS}`) !== "false";
  } catch {
    return true;
  }
}
