import { type RefObject, useEffect, useState } from "react";
import type { Units } from "../api/types";

/** Width on the screen of an element, followed as it changes. */
export function useWidth(ref: RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver((entries) => setWidth(entries[0]?.contentRect.width ?? 0));
    observer.observe(element);
    return () => observer.disconnect();
  }, [ref]);
  return width;
}

/** Where a pointer stands, in the drawing's own mm. */
export function pointIn(svg: SVGSVGElement, event: { clientX: number; clientY: number }): { y: number; x: number } {
  const matrix = svg.getScreenCTM();
  if (!matrix) return { y: 0, x: 0 };
  const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
  return { y: at.x, x: at.y };
}

export function polygon(points: readonly (readonly number[])[]): string {
  return points.map((p) => `${p[0]},${p[1]}`).join(" ");
}

/** Leading edge and chord at a place along the span, read off the drawn outline. */
export function edgesAt(outline: readonly (readonly number[])[], y: number): { lead: number; chord: number } {
  const half = outline.length / 2;
  const fore = outline.slice(0, half);
  const aft = outline.slice(half).reverse();
  return { lead: along(fore, y), chord: along(aft, y) - along(fore, y) };
}

function along(line: readonly (readonly number[])[], y: number): number {
  for (let k = 1; k < line.length; k++) {
    const [y0 = 0, x0 = 0] = line[k - 1]!;
    const [y1 = 0, x1 = 0] = line[k]!;
    if (y <= y1 || k === line.length - 1) return x0 + ((x1 - x0) * (y - y0)) / Math.max(y1 - y0, 1e-9);
  }
  return 0;
}

/** Distances between rules: 10 mm or half an inch, with figures at every tenth or eighth. */
export function rules(units: Units): { fine: number; figure: number } {
  return units === "metric" ? { fine: 10, figure: 100 } : { fine: 12.7, figure: 101.6 };
}
