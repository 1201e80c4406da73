import { COLOUR } from "./colours";

/** A hatch for each kind of material, so that none is told by colour alone. `u` is the size of one screen pixel in mm. */

export type Family = "carbon" | "glass" | "wood" | "metal" | "plastic" | "film" | "tape" | "paper" | "cord" | "foam" | "void";

const INK = COLOUR.ink;

interface Lines {
  size: number;
  fill: string;
  path: string;
  width: number;
}

const LINES: Record<Family, Lines> = {
  carbon: { size: 5, fill: COLOUR.carbon, path: "M0 5L5 0M-1 1L1 -1M4 6L6 4", width: 1 },
  glass: { size: 6, fill: COLOUR.paper, path: "M1.500 1.500h.01M4.500 4.500h.01", width: 1.8 },
  wood: { size: 7, fill: COLOUR.wood, path: "M0 2h7M0 5.500h4M5.500 5.500h1.500", width: 0.9 },
  metal: { size: 5, fill: COLOUR.metal, path: "M0 0L5 5M-1 4L1 6M4 -1L6 1", width: 1 },
  plastic: { size: 6, fill: COLOUR.paper, path: "M0 3h6", width: 1 },
  film: { size: 9, fill: COLOUR.filmWash, path: "M0 9L9 0", width: 0.6 },
  tape: { size: 8, fill: COLOUR.tapeWash, path: "M0 0v8M4 0v8", width: 0.7 },
  cord: { size: 4, fill: COLOUR.kraft, path: "M0 4L4 0", width: 1.2 },
  foam: { size: 9, fill: COLOUR.foam, path: "M2 2a1.500 1.500 0 1 0 .01 0M6.500 6.500a1.500 1.500 0 1 0 .01 0", width: 0.6 },
  void: { size: 10, fill: COLOUR.board, path: "M0 0L10 10M10 0L0 10", width: 0.5 },
  paper: { size: 8, fill: COLOUR.paperWash, path: "M2 2h.01M6 6h.01", width: 1.2 },
};

export function hatch(id: string, family: string): string {
  return `url(#${id}-${family in LINES ? family : "plastic"})`;
}

export function Hatches({ id, u }: { id: string; u: number }) {
  return (
    <defs>
      {(Object.keys(LINES) as Family[]).map((family) => {
        const { size, fill, path, width } = LINES[family];
        return (
          <pattern key={family} id={`${id}-${family}`} width={size} height={size} patternUnits="userSpaceOnUse" patternTransform={`scale(${u})`}>
            <rect width={size} height={size} fill={fill} />
            <path d={path} stroke={family === "carbon" ? COLOUR.carbonLine : INK} strokeWidth={width} strokeLinecap="round" fill="none" />
          </pattern>
        );
      })}
    </defs>
  );
}
