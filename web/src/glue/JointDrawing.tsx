import type { JointQuestion } from "../api/types";
import { COLOUR } from "../drawing/colours";

const INK = COLOUR.ink;
const GLUE = COLOUR.kraft;
const WIDE = 330;
const TALL = 110;

/** The joint in section, with its glue line; the gap is drawn larger than it is. */
export function JointDrawing({ joint }: { joint: JointQuestion }) {
  const gap = Math.min(14, 2 + (joint.gap_mm ?? 0) * 5);
  const same = joint.one === joint.other;
  const first = { fill: COLOUR.paper, stroke: INK, strokeWidth: 1.6 };
  const second = { fill: same ? COLOUR.paper : COLOUR.tapePale, stroke: INK, strokeWidth: 1.6 };
  const glue = { fill: GLUE };
  const mid = WIDE / 2;
  const body = {
    butt: (
      <>
        <rect x={10} y={25} width={mid - gap / 2 - 10} height={60} {...first} />
        <rect x={mid + gap / 2} y={25} width={mid - gap / 2 - 10} height={60} {...second} />
        <rect x={mid - gap / 2} y={25} width={gap} height={60} {...glue} />
      </>
    ),
    slot: (
      <>
        <rect x={10} y={15} width={WIDE - 20} height={80} {...first} />
        <circle cx={mid} cy={55} r={18 + gap} {...glue} />
        <circle cx={mid} cy={55} r={18} {...second} />
      </>
    ),
    lap: (
      <>
        <rect x={10} y={30} width={210} height={24} {...first} />
        <rect x={110} y={54} width={110} height={gap} {...glue} />
        <rect x={110} y={54 + gap} width={210} height={24} {...second} />
      </>
    ),
    faced: (
      <>
        <rect x={10} y={42 + gap} width={WIDE - 20} height={56 - gap} {...first} />
        <rect x={10} y={42} width={WIDE - 20} height={gap} {...glue} />
        <rect x={10} y={32} width={WIDE - 20} height={10} {...second} />
      </>
    ),
    plate: (
      <>
        <rect x={10} y={34 + gap} width={WIDE - 20} height={64 - gap} {...first} />
        <rect x={mid - 70} y={34} width={140} height={gap} {...glue} />
        <rect x={mid - 70} y={16} width={140} height={18} {...second} />
      </>
    ),
    fillet: (
      <>
        <rect x={10} y={72} width={WIDE - 20} height={26} {...first} />
        <rect x={mid - 12} y={10} width={24} height={62} {...second} />
        <path d={`M${mid + 12} 72h${14 + gap}l${-14 - gap} ${-14 - gap}z M${mid - 12} 72h${-14 - gap}l${14 + gap} ${-14 - gap}z`} {...glue} />
      </>
    ),
    hinge: (
      <>
        <rect x={10} y={35} width={mid - 12} height={40} {...first} />
        <path d={`M${mid + 8} 35H${WIDE - 10}v40H${mid + 30}z`} {...second} />
        <path d={`M${mid - 30} 35h70v${-3 - gap / 3}h-70z`} {...glue} />
      </>
    ),
  }[joint.shape ?? "butt"];
  return (
    <svg role="img" aria-label={`The joint in section: ${joint.shape}`} viewBox={`0 0 ${WIDE} ${TALL}`} className="w-full bg-sheet">
      {body}
    </svg>
  );
}
