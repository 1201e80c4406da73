import { Dialog } from "radix-ui";

import type { Verdict } from "../api/types";

/** How a figure came about: inputs, formula, source, from the numbers that were used. */
export function WorkingSheet({ verdict, figure, onClose }: { verdict: Verdict; figure: string | null; onClose: () => void }) {
  const working = verdict.workings.find((w) => w.figure === figure);
  return (
    <Dialog.Root open={working !== undefined} onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-ink/40" />
        <Dialog.Content className="fixed inset-y-0 right-0 flex w-full max-w-2xl flex-col border-l-2 border-ink bg-sheet" aria-describedby={undefined}>
          <div className="flex items-start justify-between gap-4 border-b border-ink px-5 py-3">
            <Dialog.Title className="text-xl leading-6 font-semibold">{working?.title}</Dialog.Title>
            <Dialog.Close className="btn">Close</Dialog.Close>
          </div>
          <div className="flex-1 overflow-y-auto px-5 py-3">
            <table className="w-full border-collapse text-[15px]">
              <thead>
                <tr className="border-b border-ink text-left text-pencil">
                  <th className="py-1 pr-3 font-normal">step</th>
                  <th className="py-1 pr-3 font-normal">how</th>
                  <th className="py-1 text-right font-normal">figure</th>
                </tr>
              </thead>
              <tbody>
                {working?.steps.map((step, k) => (
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
            <p className="mt-4 text-[15px] text-pencil">{verdict.scope}</p>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
