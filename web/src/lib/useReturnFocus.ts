import { useRef } from "react";

/**
 * For a sheet that nothing on the page is the trigger of: what was in hand when it opened is in hand again when it
 * closes.
 */
export function useReturnFocus(): { onOpenAutoFocus: () => void; onCloseAutoFocus: (event: Event) => void } {
  const from = useRef<Element | null>(null);
  return {
    onOpenAutoFocus: () => {
      from.current = document.activeElement;
    },
    onCloseAutoFocus: (event) => {
      event.preventDefault();
      if (from.current instanceof HTMLElement || from.current instanceof SVGElement) from.current.focus();
    },
  };
}
