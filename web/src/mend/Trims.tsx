import type { RepairVerdict } from "../api/types";

/** What parts that are bent or twisted take of the controls to fly straight, and what that rests on. */
export function Trims({ trim }: { trim: RepairVerdict["trim"] }) {
  const [first] = trim;
  if (!first) return null;
  return (
    <div className="mt-2" data-testid="trim">
      <p className="text-[16px] font-semibold">Flying straight</p>
      {trim.map((t) => (
        <p key={t.part + t.says} className={`border-l-4 pl-2 text-[16px] leading-5 ${t.much ? "border-gives" : "border-tape"}`}>
          {t.says}
        </p>
      ))}
      <p className="text-[14px] leading-4.5 text-pencil">Worked out in strips: {first.rests_on}.</p>
    </div>
  );
}
