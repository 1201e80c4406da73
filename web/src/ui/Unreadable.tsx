import type { Unreadable as Line } from "../api/types";

/** Stored documents that cannot be read: what is wrong with each, and the raw one to take away. */
export function Unreadable({ lines }: { lines: Line[] }) {
  if (lines.length === 0) return null;
  return (
    <ul role="alert" aria-label="What cannot be read" className="mt-4 border-l-4 border-kraft pl-3" data-testid="unreadable">
      {lines.map((line) => (
        <li key={`${line.table}-${line.id}`} className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1">
          <p className="min-w-0 flex-1 leading-5">
            <b className="font-medium">{line.name}</b> cannot be read. {line.what} It is kept as it is.
          </p>
          <a className="btn" href={`/api/raw/${line.table}/${line.id}`} download>
            Take the raw file away
          </a>
        </li>
      ))}
    </ul>
  );
}
