import type { Mend, Repair, RepairVerdict } from "../api/types";
import { mass, minutes, sentence, signed, wait } from "../lib/show";
import { useUnits } from "../session";
import { useRecords } from "./useMending";

interface Props {
  repair: Repair;
  mends: Mend[];
  verdict: RepairVerdict | null;
  mendId: string | null;
  setMendId: (id: string | null) => void;
  onOut: (id: string) => void;
}

/** Every mend of a plan: what would be missing without it, its grams, its minutes. */
export function MendTable({ repair, mends, verdict, mendId, setMendId, onOut }: Props) {
  const units = useUnits();
  const records = useRecords();
  return (
    <>
      <table className="mt-2 w-full text-[15px]" data-testid="mends">
        <thead>
          <tr className="border-b border-ink text-left text-[14px] text-pencil">
            <th className="py-1 font-normal">what goes on it</th>
            <th className="px-1 text-right font-normal">without it</th>
            <th className="px-1 text-right font-normal">weighs</th>
            <th className="px-1 text-right font-normal">work + wait</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {mends.map((m) => {
            const t = verdict?.mends.find((v) => v.id === m.id);
            const nth = repair.damages.findIndex((d) => d.id === m.of) + 1;
            return (
              <tr key={m.id} className={`border-b border-rule align-top ${m.id === mendId ? "bg-kraft-pale" : ""}`} data-mend={m.kind}>
                <th scope="row" className="py-1 pr-1 text-left font-normal">
                  <button
                    type="button"
                    className="min-h-10 w-full text-left"
                    aria-pressed={m.id === mendId}
                    onClick={() => setMendId(m.id === mendId ? null : m.id)}
                  >
                    <span className="text-[16px] font-medium">
                      {nth}: {t?.label ?? sentence(m.kind.replace(/_/g, " "))}
                    </span>
                    <span className="block text-[14px] leading-4.5 text-pencil">
                      {t?.what}
                      {m.kind in records && <b className="font-medium text-ink">. In this workshop it {records[m.kind]}.</b>}
                    </span>
                  </button>
                </th>
                <td className="px-1 py-1.5 text-right whitespace-nowrap">{t?.buys != null && `${signed(-100 * t.buys, 0)} %`}</td>
                <td className="px-1 py-1.5 text-right whitespace-nowrap">{t ? mass(t.grams, units) : "…"}</td>
                <td className="px-1 py-1.5 text-right whitespace-nowrap">
                  {t && minutes(t.minutes.value)}
                  <span className="block text-[14px] text-pencil">{t?.waits_min ? `+ ${wait(t.waits_min)}` : ""}</span>
                </td>
                <td className="py-1 text-right">
                  <button type="button" className="btn min-h-10" aria-label={`Take out: ${t?.label ?? m.kind}`} onClick={() => onOut(m.id)}>
                    Out
                  </button>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {mends.length > 0 && (
        <p className="mt-1 text-[14px] leading-4.5 text-pencil">
          Without it: what of the strength would be missing were it left out and the others done, in a typical build.
        </p>
      )}
      {mends.length === 0 && <p className="mt-1 text-[15px] text-pencil">Nothing yet: let it find the best, or choose a damage and lay a mend on.</p>}
    </>
  );
}
