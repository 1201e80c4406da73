/** What one key without any other does on the bench, where nothing is being typed. */
export type KeyAction = { tab: number } | "add" | "next" | "field" | "end" | null;

export function actionOf(key: string): KeyAction {
  if (/^[1-9]$/.test(key)) return { tab: Number(key) - 1 };
  return ({ a: "add", n: "next", f: "field", e: "end" } as const)[key.toLowerCase() as "a"] ?? null;
}

/** The piece after the one in hand, round from the last to the first. */
export function nextOf(ids: readonly string[], chosen: string | null): string | null {
  if (!ids.length) return null;
  return ids[(chosen === null ? 0 : ids.indexOf(chosen) + 1) % ids.length] ?? null;
}
