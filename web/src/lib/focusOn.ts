/** Puts what is pressed next in hand, once what was there has gone; whoever has taken up something else meanwhile keeps that. */
export function focusOn(selector: string): void {
  const was = document.activeElement;
  setTimeout(() => {
    const now = document.activeElement;
    if (now && now !== document.body && now !== was) return;
    document.querySelector<HTMLElement>(selector)?.focus();
  }, 60);
}
