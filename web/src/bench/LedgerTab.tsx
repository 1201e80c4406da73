import { halfSpan, isOnEdge, partOf } from "../lib/parts";
import { factor } from "../lib/show";
import { useCatalogue } from "../session";
import { focusOn } from "../lib/focusOn";
import { AddPiece } from "./AddPiece";
import { Ledger } from "./Ledger";
import { PieceEditor } from "./PieceEditor";
import { Targets } from "./Targets";
import type { Bench } from "./useBench";

/** What is glued in and on: a line for each piece, the one in hand opened, and what is wanted. */
export function LedgerTab({ bench }: { bench: Bench }) {
  const catalogue = useCatalogue();
  const { verdict, scheme, piece, name } = bench;
  const cautions = verdict?.ledger.find((l) => l.piece_id === bench.selected)?.cautions ?? [];
  return (
    <>
      <div className="mb-1 flex justify-end">
        <AddPiece airframe={bench.file.airframe} scheme={scheme} onAdd={(kind) => void bench.add(kind)} main={scheme.pieces.length === 0} />
      </div>
      {scheme.pieces.length === 0 && verdict && (
        <div className="mb-3 border-l-4 border-kraft pl-3">
          <p className="text-[17px] font-medium">Nothing is in this {name} yet.</p>
          <p>
            Bare foam {verdict.sentence}, and must hold to {factor(verdict.needed_n, verdict.unit)}. Press “Add a piece”: the common build-ups come in sizes for
            this {name}.{" "}
            {verdict.part === "body"
              ? "By hand, start with sticks in its corners: they carry the bending. A shut wall or tape round it stops the twist."
              : "By hand, start with what carries the bending, a tube or rods top and bottom; film comes next, it stops the twist."}
          </p>
        </div>
      )}
      {verdict && (
        <Ledger
          verdict={verdict}
          pieces={scheme.pieces}
          selected={bench.selected}
          onSelect={bench.select}
          onSwitch={(pieceId, on) => bench.changePiece(pieceId, (p) => ({ ...p, on }))}
          onWhy={bench.setWhy}
          shelf={bench.shelf}
        />
      )}
      {piece && catalogue && (
        <div className="mt-3">
          <PieceEditor
            key={piece.id}
            piece={piece}
            index={bench.index}
            half={halfSpan(partOf(bench.file.airframe, scheme.part))}
            on={scheme.part !== "body" ? "half" : isOnEdge(partOf(bench.file.airframe, scheme.part)) ? "profile" : "body"}
            catalogue={catalogue}
            cautions={cautions}
            onChange={(next, key) => bench.changePiece(piece.id, next, key)}
            onRemove={() => {
              bench.changeScheme((s) => ({ ...s, pieces: s.pieces.filter((p) => p.id !== piece.id) }));
              bench.select(null);
              focusOn("[data-add-piece]");
            }}
            onClose={() => {
              bench.select(null);
              focusOn(`[data-line="${piece.id}"] button[aria-expanded]`);
            }}
          />
        </div>
      )}
      {verdict && <Targets verdict={verdict} onSet={() => bench.setTab("airframe")} />}
      {(verdict?.openings ?? []).map((said) => (
        <p key={said} className="mt-2 border-l-4 border-kraft pl-2 text-[15px] leading-5" data-testid="opening">
          {said}
        </p>
      ))}
      {verdict && <p className="mt-4 text-[14px] leading-4.5 text-pencil">{[...verdict.cautions, verdict.scope].join(" ")}</p>}
    </>
  );
}
