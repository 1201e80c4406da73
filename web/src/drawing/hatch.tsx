/** A hatch for each kind of material, so that none is told by colour alone. `u` is the size of one screen pixel in mm. */

export type Family = "carbon" | "glass" | "wood" | "metal" | "plastic" | "film" | "tape" | "paper" | "cord" | "foam" | "void";

const INK = "#1b2430";

interface Lines {
  size: number;
  fill: string;
  path: string;
  width: number;
}

const LINES: Record<Family, Lines> = {
  carbon: { size: 5, fill: "#3b4450", path: "M0 5L5 0M-1 1L1 -1M4 6L6 4", width: 1 },
  glass: { size: 6, fill: "#ffffff", path: "M1.500 1.500h.01M4.500 4.500h.01", width: 1.8 },
  wood: { size: 7, fill: "#ecd3b2", path: "M0 2h7M0 5.500h4M5.500 5.500h1.500", width: 0.9 },
  metal: { size: 5, fill: "#dfe3e6", path: "M0 0L5 5M-1 4L1 6M4 -1L6 1", width: 1 },
  plastic: { size: 6, fill: "#ffffff", path: "M0 3h6", width: 1 },
  film: { size: 9, fill: "rgba(31,95,133,0.10)", path: "M0 9L9 0", width: 0.6 },
  tape: { size: 8, fill: "rgba(138,77,22,0.14)", path: "M0 0v8M4 0v8", width: 0.7 },
  cord: { size: 4, fill: "#8a4d16", path: "M0 4L4 0", width: 1.2 },
  foam: { size: 9, fill: "#f3e3cf", path: "M2 2a1.500 1.500 0 1 0 .01 0M6.500 6.500a1.500 1.500 0 1 0 .01 0", width: 0.6 },
  void: { size: 10, fill: "#f1f2ed", path: "M0 0L10 10M10 0L0 10", width: 0.5 },
  paper: { size: 8, fill: "rgba(91,100,112,0.10)", path: "M2 2h.01M6 6h.01", width: 1.2 },
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
          <pattern
            key={family}
            id={`${id}-${family}`}
            width={size}
            height={size}
            patternUnits="userSpaceOnUse"
            patternTransform={`scale(${u})`}
          >
            <rect width={size} height={size} fill={fill} />
            <path
              d={path}
              stroke={family === "carbon" ? "#aab3bd" : INK}
              strokeWidth={width}
              strokeLinecap="round"
              fill="none"
            />
          </pattern>
        );
      })}
    </defs>
  );
}
