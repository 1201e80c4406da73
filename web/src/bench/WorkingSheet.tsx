import { useQuery } from "@tanstack/react-query";
import { Dialog } from "radix-ui";

import { useReturnFocus } from "../lib/useReturnFocus";
import { client, Fault, takeAs } from "../api/client";
import type { Airframe, Scheme, Working, WorkingStep } from "../api/types";
import { RangeBar } from "../drawing/RangeBar";
import { rough, trim } from "../lib/show";
import { useUnits } from "../session";

export interface Why {
  figure: string;
  station?: number | null;
}

/** The working of a figure, as the server tells it from the numbers that were used. */
function useWorking(airframe: Airframe, scheme: Scheme, others: Scheme[], why: Why | null) {
  const units = useUnits();
  return useQuery({
    queryKey: ["why", why, units, airframe, scheme, others],
    enabled: why !== null,
    gcTime: 0,
    retry: false,
    queryFn: () => takeAs<Working>(client.POST("/api/why", { body: { airframe, scheme, others, figure: why!.figure, station_mm: why!.station ?? null } })),
  });
}

function Steps({ steps }: { steps: WorkingStep[] }) {
  return (
    <table className="w-full border-collapse text-[15px]">
      <thead>
        <tr className="border-b border-ink text-left text-pencil">
          <th className="py-1 pr-3 font-normal">step</th>
          <th className="py-1 pr-3 font-normal">how</th>
          <th className="py-1 text-right font-normal">figure</th>
        </tr>
      </thead>
      <tbody>
        {steps.map((step, k) => (
          <tr key={k} className="border-b border-rule align-top">
            <td className="py-1.5 pr-3 font-medium">{step.label}</td>
            <td className="py-1.5 pr-3">
              {step.formula}
              {step.source && <span className="block text-[14px] text-pencil">{step.source}</span>}
            </td>
            <td className="py-1.5 text-right">{step.value}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What the spread of a figure comes from: the test worth doing next. */
function Drivers({ working }: { working: Working }) {
  const { spread, drivers, unit } = working;
  if (!spread) return null;
  return (
    <section aria-label="How sure it is" className="mb-4 border-l-4 border-tape pl-3">
      <h3 className="text-[17px] font-semibold">How sure it is</h3>
      <p>
        Four builds in five lie between <b>{rough(spread.low)}</b> and <b>{rough(spread.high)}</b> {unit}; the usual one is at {rough(spread.value)} {unit}.
      </p>
      <div className="my-1 max-w-md">
        <RangeBar figure={spread} label={`Between ${rough(spread.low)} and ${rough(spread.high)} ${unit}`} />
      </div>
      {drivers.length > 0 && (
        <>
          <p className="mt-2">What the spread comes from, so what to test next:</p>
          <ul className="mt-1 max-w-lg">
            {drivers.map((d) => (
              <li key={d.name} className="flex items-center gap-3 py-0.5">
                <span className="w-64 shrink-0">{d.label[0]!.toUpperCase() + d.label.slice(1)}</span>
                <span aria-hidden="true" className="h-3 bg-tape" style={{ width: `${Math.max(2, d.share * 120)}px` }} />
                <span className="text-pencil">
                  {d.share > 0.97 ? "all of the spread" : `${trim(d.share * 100, 0)} % of it`}; more of it makes the figure {d.rises ? "larger" : "smaller"}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

interface DialogProps {
  open: boolean;
  working: Working | undefined;
  trouble: string | null;
  scope: string;
  onClose: () => void;
}

/** How a figure came about: inputs, formula, source, values in between, spread and what drives it. */
export function WorkingDialog({ open, working, trouble, scope, onClose }: DialogProps) {
  const returnFocus = useReturnFocus();
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-ink/40" />
        <Dialog.Content
          {...returnFocus}
          className="fixed inset-y-0 right-0 flex w-full max-w-2xl flex-col border-l-2 border-ink bg-sheet"
          aria-describedby={undefined}
        >
          <div className="flex items-start justify-between gap-4 border-b border-ink px-5 py-3">
            <Dialog.Title className="text-xl leading-6 font-semibold">
              {working?.title ?? (trouble ? "This working cannot be told" : "Working it out…")}
            </Dialog.Title>
            <Dialog.Close className="btn">Close</Dialog.Close>
          </div>
          <div className="flex-1 overflow-y-auto px-5 py-3" aria-busy={!working && !trouble}>
            {trouble && <p role="alert">{trouble}</p>}
            {working && (
              <>
                <Drivers working={working} />
                <Steps steps={working.steps} />
                {working.inputs.length > 0 && (
                  <details className="mt-4">
                    <summary className="min-h-8 cursor-pointer font-medium">The {working.inputs.length} figures that went in: low, typical, high</summary>
                    <Steps steps={working.inputs.map((s) => ({ ...s, formula: "" }))} />
                  </details>
                )}
              </>
            )}
            <p className="mt-4 text-[15px] text-pencil">{scope}</p>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** The working of a figure of the verdict, asked for when it is opened. */
export function WorkingSheet({
  airframe,
  scheme,
  others,
  why,
  scope,
  onClose,
}: {
  airframe: Airframe;
  scheme: Scheme;
  others: Scheme[];
  why: Why | null;
  scope: string;
  onClose: () => void;
}) {
  const { data: working, error } = useWorking(airframe, scheme, others, why);
  return (
    <WorkingDialog
      open={why !== null}
      working={working}
      trouble={error ? (error instanceof Fault ? error.message : "Something broke here.") : null}
      scope={scope}
      onClose={onClose}
    />
  );
}
