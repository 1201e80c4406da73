/** For the `ref` of a form that opens below a list on screens up to so many pixels wide: it comes to where one looks. */
export function inSight(upTo: number): (element: HTMLElement | null) => void {
  return (element) => {
    if (element && window.matchMedia(`(max-width: ${upTo}px)`).matches) element.scrollIntoView({ block: "start", behavior: "smooth" });
  };
}
