/** Puts what is pressed next in hand, once what was there has gone. */
export function focusOn(selector: string): void {
  setTimeout(() => document.querySelector<HTMLElement>(selector)?.focus(), 60);
}
