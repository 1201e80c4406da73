import { scaleLog } from "d3-scale";
import { useState } from "react";

import type { BondTestOut, Standing } from "../api/types";
import { trim, wait } from "../lib/show";
import { COLOUR } from "../drawing/colours";

const [INK, PENCIL, RULE, TAPE, KRAFT] = [COLOUR.ink, COLOUR.pencil, COLOUR.rule, COLOUR.tape, COLOUR.kraft];
const WIDE = 640;

/** What is known of each glue on each pair of materials: the range, the mean, the tests behind it, the catalogue's word. */
export function StandingsPlot({ standings, tests }: { standings: Standing[]; tests: BondTestOut[] }) {
  const row = 44;
  const x = (share: number) => 250 + share * (WIDE - 270);
  return (
    <figure>
      <figcaption className="text-[15px]">
        <b className="font-medium">Share of foam torn, the best first</b>
        <span className="text-pencil">
          : the bar is where four joints in five of it lie by all that is known, the line its mean; brown, the catalogue before your tests
        </span>
      </figcaption>
      <svg
        role="img"
        aria-label={`Share of foam torn by glue, ${standings.length} kinds of joint in ${tests.length} tests`}
        viewBox={`0 0 ${WIDE} ${standings.length * row + 24}`}
        className="w-full bg-sheet"
      >
        {[0, 0.25, 0.5, 0.75, 1].map((v) => (
          <g key={v}>
            <line x1={x(v)} x2={x(v)} y1={0} y2={standings.length * row} stroke={RULE} />
            <text x={x(v)} y={standings.length * row + 17} fontSize={14} textAnchor="middle" fill={PENCIL}>
              {v * 100} %
            </text>
          </g>
        ))}
        {standings.map((s, k) => {
          const y = k * row + row / 2;
          return (
            <g key={`${s.glue}-${s.on.join("-")}`}>
              <text x={6} y={y - 3} fontSize={15} fontWeight={500} fill={INK}>
                {s.label}
              </text>
              <text x={6} y={y + 14} fontSize={13} fill={PENCIL}>
                {s.words.map((w) => w.replace(/^.*, (?=[A-Z]{3}$)/, "")).join(" to ")}, {s.tests} test{s.tests > 1 ? "s" : ""}
              </text>
              <rect x={x(s.low)} width={Math.max(2, x(s.high) - x(s.low))} y={y - 8} height={16} fill={COLOUR.tapePale} stroke={TAPE} />
              <line x1={x(s.share)} x2={x(s.share)} y1={y - 12} y2={y + 12} stroke={INK} strokeWidth={3} />
              <path d={`M${x(s.before)} ${y + 10}l-5 8h10z`} fill={KRAFT} />
            </g>
          );
        })}
      </svg>
      <div className="sr-only">
        <table data-testid="standings" aria-label="What is known of each glue">
          <thead>
            <tr>
              {["glue", "on", "tests", "foam torn", "from", "to", "by the catalogue"].map((h) => (
                <th key={h} scope="col">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {standings.map((s) => (
              <tr key={`${s.glue}-${s.on.join("-")}`}>
                <th scope="row">{s.label}</th>
                <td>{s.words.join(" to ")}</td>
                <td>{s.tests}</td>
                <td>{trim(s.share * 100, 0)} %</td>
                <td>{trim(s.low * 100, 0)} %</td>
                <td>{trim(s.high * 100, 0)} %</td>
                <td>{trim(s.before * 100, 0)} %</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </figure>
  );
}

const TICKS = [10, 60, 360, 1440, 10080];

/** Share of foam torn by how long the glue had: one mark a test, a glue looked at alone by its name. */
export function CurePlot({ tests }: { tests: BondTestOut[] }) {
  const glues = [...new Set(tests.map((t) => t.glue))].sort();
  const [only, setOnly] = useState<string | null>(null);
  const times = tests.map((t) => t.test.cured_min ?? 1440);
  const [left, top, tall] = [54, 10, 150];
  const at = scaleLog()
    .domain([Math.min(5, ...times), Math.max(2880, ...times)])
    .range([left, WIDE - 20]);
  const y = (share: number) => top + (1 - share) * tall;
  return (
    <figure>
      <figcaption className="text-[15px]">
        <b className="font-medium">Share of foam torn by how long it had cured</b>
      </figcaption>
      <div className="my-1 flex flex-wrap gap-x-4" role="group" aria-label="Which glue is looked at">
        {[null, ...glues].map((g) => (
          <button
            key={g ?? "all"}
            className={`min-h-8 text-[15px] underline underline-offset-4 ${only === g ? "font-semibold decoration-kraft decoration-2" : "decoration-rule"}`}
            aria-pressed={only === g}
            onClick={() => setOnly(g)}
          >
            {g ?? "all glues"}
          </button>
        ))}
      </div>
      <svg
        role="img"
        aria-label={`Share of foam torn against cure time, ${only ?? "all glues"}`}
        viewBox={`0 0 ${WIDE} ${top + tall + 30}`}
        className="w-full bg-sheet"
      >
        {[0, 0.5, 1].map((v) => (
          <g key={v}>
            <line x1={left} x2={WIDE - 20} y1={y(v)} y2={y(v)} stroke={RULE} />
            <text x={left - 8} y={y(v) + 5} fontSize={14} textAnchor="end" fill={PENCIL}>
              {v * 100} %
            </text>
          </g>
        ))}
        {TICKS.filter((m) => m >= at.domain()[0]! && m <= at.domain()[1]!).map((m) => (
          <g key={m}>
            <line x1={at(m)} x2={at(m)} y1={top} y2={top + tall} stroke={RULE} strokeDasharray="3 3" />
            <text x={at(m)} y={top + tall + 20} fontSize={14} textAnchor="middle" fill={PENCIL}>
              {wait(m)}
            </text>
          </g>
        ))}
        {tests.map((t) => {
          const there = only === null || t.glue === only;
          return (
            <circle
              key={t.id}
              cx={at(t.test.cured_min ?? 1440)}
              cy={y(t.share)}
              r={7}
              fill={there ? TAPE : COLOUR.paper}
              fillOpacity={there ? 0.55 : 0.4}
              stroke={there ? TAPE : RULE}
              strokeWidth={1.5}
            >
              <title>{`${t.glue}: ${trim(t.share * 100, 0)} % after ${wait(t.test.cured_min ?? 1440)}`}</title>
            </circle>
          );
        })}
      </svg>
    </figure>
  );
}
