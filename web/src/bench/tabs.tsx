import type { ReactNode } from "react";

import { AirframeForm } from "../airframes/AirframeForm";
import type { Catalogue } from "../api/types";
import { PARTS } from "../lib/parts";
import { AlongSpan } from "./AlongSpan";
import { ControlsTab } from "./ControlsTab";
import { GlueTab } from "./GlueTab";
import { LedgerTab } from "./LedgerTab";
import { Loads } from "./Loads";
import { ShelfTab } from "./ShelfTab";
import type { Bench } from "./useBench";
import { WeakSpots } from "./WeakSpots";

export interface BenchTab {
  id: string;
  label: string;
  /** Whether the part on the bench has it. */
  there: (bench: Bench) => boolean;
  show: (bench: Bench, catalogue: Catalogue) => ReactNode;
}

const always = () => true;

/** What can be worked on beside the drawing; one more tab is one more entry. */
export const TABS: BenchTab[] = [
  { id: "pieces", label: "Ledger", there: always, show: (bench) => <LedgerTab bench={bench} /> },
  { id: "weak", label: "Weak spots", there: always, show: ({ verdict, setWhy }) => verdict && <WeakSpots verdict={verdict} onWhy={setWhy} /> },
  {
    id: "loads",
    label: "Loads",
    there: always,
    show: ({ verdict, file, name, document, setWhy }, catalogue) =>
      verdict && (
        <Loads
          verdict={verdict}
          part={name}
          airframe={file.airframe}
          catalogue={catalogue}
          onWhy={setWhy}
          onFlight={(next, key) => document.change((f) => ({ ...f, airframe: { ...f.airframe, flight: next(f.airframe.flight) } }), `flight.${key}`)}
        />
      ),
  },
  {
    id: "span",
    label: "Along the span",
    there: always,
    show: ({ verdict, file, scheme, schemes, others, shownStation, setWhy }) =>
      verdict && (
        <AlongSpan verdict={verdict} airframe={file.airframe} scheme={scheme} schemes={schemes} others={others} station={shownStation} onWhy={setWhy} />
      ),
  },
  {
    id: "glue",
    label: "Glue",
    there: always,
    show: ({ file, scheme, others, answer }) => <GlueTab airframe={file.airframe} scheme={scheme} others={others} ready={answer.answered === file} />,
  },
  {
    id: "controls",
    label: "Controls",
    there: ({ name }) => PARTS[name].surfaces.length > 0,
    show: ({ verdict, file, name, answer, document }, catalogue) =>
      verdict && (
        <ControlsTab
          key={name}
          part={name}
          airframe={file.airframe}
          catalogue={catalogue}
          verdict={verdict}
          ready={answer.answered === file}
          onChange={(next, key) => document.change((f) => ({ ...f, airframe: next(f.airframe) }), `airframe.${key}`)}
        />
      ),
  },
  {
    id: "shelf",
    label: "Shelf",
    there: always,
    show: ({ workplace, scheme, shelf }) => <ShelfTab airframeId={workplace.id} scheme={scheme} answer={shelf} saved={workplace.saving.state === "saved"} />,
  },
  {
    id: "airframe",
    label: "Airframe",
    there: always,
    show: ({ file, name, document }, catalogue) => (
      <AirframeForm
        key={name}
        narrow
        part={name}
        airframe={file.airframe}
        catalogue={catalogue}
        onChange={(next, key) => document.change((f) => ({ ...f, airframe: next(f.airframe) }), `airframe.${key}`)}
      />
    ),
  },
];
