import type { Catalogue, Damage, DamageKind, Look, PartName, RepairVerdict, Schemas } from "../api/types";
import type { Workplace } from "../bench/useWorkplace";
import { partsOf, PARTS, placeOn } from "../lib/parts";
import { useUnits } from "../session";
import { FactsForm } from "./FactsForm";
import { HurtSheet } from "./HurtSheet";
import { hasHalves, STICKS, withoutDamage } from "./made";
import { Pictures } from "./Pictures";
import type { At } from "./useAt";
import type { usePlan } from "./useMending";
import type { RepairDocument } from "./useRepair";

interface Props {
  workplace: Workplace;
  doc: RepairDocument;
  at: At;
  plan: ReturnType<typeof usePlan>;
  look: Look | undefined;
  catalogue: Catalogue;
  verdict: RepairVerdict | null;
}

/** Where it is hurt: press, drag, choose on the drawing; every damage in a line; the chosen one in full. */
export function WhereHurt({ workplace, doc, at, plan, look, catalogue, verdict }: Props) {
  const { id, file } = workplace;
  const units = useUnits();
  const { repair, edit } = doc;
  const { part, setPart, chosen, setChosen, spot, setSpot, editing, setEditing, put } = at;
  const damage = repair.damages.find((d) => d.id === chosen);
  const index = repair.damages.findIndex((d) => d.id === chosen);
  const seenTo = new Set((verdict?.damages ?? []).filter((d) => d.seen_to).map((d) => d.id));
  const kinds = (look?.kinds ?? []).filter((k) => k.on.includes(spot?.on ?? part));
  const sticks = (plan.data?.pieces ?? []).filter((p) => STICKS.includes(p.kind));
  return (
    <section aria-label="Where it is hurt" className="min-w-0">
      <div className="mb-1.5 flex flex-wrap items-center gap-1" role="group" aria-label="Which part">
        {partsOf(file.airframe).map((p) => {
          const count = repair.damages.filter((d) => d.on === p).length;
          return (
            <button
              key={p}
              type="button"
              aria-pressed={part === p}
              className={`min-h-11 border px-3 text-[16px] ${part === p ? "border-ink bg-ink text-white" : "border-ink/60 bg-sheet hover:bg-faint"}`}
              onClick={() => {
                setPart(p);
                setSpot(null);
              }}
            >
              {PARTS[p].label}
              {count > 0 && <b className="ml-1.5 font-semibold">{count}</b>}
            </button>
          );
        })}
        <span className="ml-auto text-[15px] text-pencil">press where it is hurt</span>
      </div>
      {plan.data ? (
        <HurtSheet
          plan={plan.data}
          part={part}
          halves={hasHalves(file, part)}
          damages={repair.damages.filter((d) => d.on === part)}
          numbers={Object.fromEntries(repair.damages.map((d, k) => [d.id, k + 1]))}
          mended={seenTo}
          chosen={chosen}
          spot={spot}
          onSpot={setSpot}
          onChoose={(d) => {
            setChosen(d);
            setSpot(null);
          }}
          onMove={(d, at_mm, done) =>
            edit((r) => ({ ...r, damages: r.damages.map((one) => (one.id === d ? { ...one, at_mm } : one)) }), done ? undefined : `move-${d}`)
          }
        />
      ) : (
        <p className="border border-rule bg-faint p-6">{plan.isError ? "The drawing needs the server; damages can be put down by the look." : "Drawing…"}</p>
      )}
      {spot && (
        <div className="mt-2 border-2 border-kraft bg-sheet p-3" role="dialog" aria-label="What is it?" data-testid="what-is-it">
          <p className="mb-2 text-[17px] font-semibold">
            What is it? <span className="font-normal text-pencil">{placeOn(spot.on as PartName, spot.at_mm, units)}</span>
          </p>
          <div className="grid grid-cols-2 gap-1.5 sm:grid-cols-3">
            {kinds
              .filter((k) => !k.of_stick || sticks.length > 0)
              .map((k) => (
                <button
                  key={k.kind}
                  type="button"
                  className="btn min-h-12 justify-start text-left leading-5"
                  title={k.look}
                  onClick={() => put(k.kind as DamageKind, spot)}
                >
                  {k.label}
                </button>
              ))}
          </div>
          <button type="button" className="btn btn-quiet mt-2" onClick={() => setSpot(null)}>
            Nothing here
          </button>
        </div>
      )}
      <DamageList
        damages={repair.damages}
        told={verdict?.damages ?? []}
        chosen={chosen}
        label={(kind) => look?.kinds.find((k) => k.kind === kind)?.label ?? kind}
        where={(d) => `${hasHalves(file, d.on) ? `${d.side} half, ` : ""}${d.on}, ${placeOn(d.on as PartName, d.at_mm, units)}`}
        onChoose={(d) => {
          setEditing(d.id === chosen ? !editing : editing);
          setChosen(d.id);
          setPart(d.on as PartName);
          setSpot(null);
        }}
      />
      {damage && !editing && (
        <p className="mt-1 flex flex-wrap items-center gap-2 text-[15px] leading-5">
          <span className="min-w-0 flex-1">{verdict?.damages.find((d) => d.id === damage.id)?.check}</span>
          <button type="button" className="btn" onClick={() => setEditing(true)}>
            Change it
          </button>
        </p>
      )}
      {damage && editing && (
        <div className="mt-2 border border-kraft bg-sheet p-3" data-testid="chosen-damage">
          <p className="mb-2 text-[15px] leading-5">{verdict?.damages.find((d) => d.id === damage.id)?.check}</p>
          <FactsForm
            label="The chosen damage"
            kind={damage.kind}
            values={damage as unknown as Record<string, unknown>}
            path={`damages.${index}`}
            catalogue={catalogue}
            hidden={[
              "on",
              "picture",
              ...(hasHalves(file, damage.on) ? [] : ["side"]),
              ...("through" in damage && damage.through === "through" ? ["deep_mm", "face"] : []),
            ]}
            choices={{
              piece: [{ value: "", label: "choose one" }, ...sticks.map((s) => ({ value: s.piece_id, label: `${s.kind.replace("_", " ")}: ${s.piece_id}` }))],
              surface: [...new Set(partsOf(file.airframe).flatMap((p) => PARTS[p].surfaces as readonly string[]))].map((s) => ({ value: s, label: s })),
            }}
            labels={{ at_mm: damage.on === "body" ? "Behind the nose" : damage.on === "fin" ? "Up from the root" : "Out from the middle" }}
            onChange={(field, value) =>
              edit((r) => ({ ...r, damages: r.damages.map((d) => (d.id === damage.id ? ({ ...d, [field]: value } as Damage) : d)) }), `${damage.id}.${field}`)
            }
          />
          <Pictures
            airframe={id}
            keys={damage.picture ? [damage.picture] : []}
            one
            onAdd={(key) => edit((r) => ({ ...r, damages: r.damages.map((d) => (d.id === damage.id ? { ...d, picture: key } : d)) }))}
            onRemove={() => edit((r) => ({ ...r, damages: r.damages.map((d) => (d.id === damage.id ? { ...d, picture: null } : d)) }))}
          />
          <p className="mt-3 flex flex-wrap gap-2">
            <button type="button" className="btn" onClick={() => setEditing(false)}>
              That is it
            </button>
            <button
              type="button"
              className="btn"
              onClick={() => {
                edit((r) => withoutDamage(r, damage.id));
                setChosen(null);
              }}
            >
              It is not hurt: take it out
            </button>
          </p>
        </div>
      )}
    </section>
  );
}

interface ListProps {
  damages: Damage[];
  told: Schemas["DamageTold"][];
  chosen: string | null;
  label: (kind: string) => string;
  where: (d: Damage) => string;
  onChoose: (d: Damage) => void;
}

/** Every damage in a line, numbered as on the drawing. */
function DamageList({ damages, told, chosen, label, where, onChoose }: ListProps) {
  if (damages.length === 0) return null;
  return (
    <ol className="mt-2 border-t border-ink" data-testid="damages">
      {damages.map((d, k) => {
        const t = told.find((one) => one.id === d.id);
        return (
          <li key={d.id} className={`border-b border-rule ${d.id === chosen ? "bg-kraft-pale" : ""}`}>
            <button
              type="button"
              className="flex min-h-11 w-full flex-wrap items-baseline gap-x-2 px-2 py-1.5 text-left text-[16px]"
              aria-pressed={d.id === chosen}
              onClick={() => onChoose(d)}
            >
              <b className="font-semibold">{k + 1}</b>
              <span className="font-medium">{label(d.kind)}</span>
              <span className="text-[15px] text-pencil">{where(d)}</span>
              <span className={`ml-auto text-[15px] ${t?.seen_to ? "text-tape" : "text-gives"}`}>{t ? (t.seen_to ? "seen to" : "open") : ""}</span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}
