/** How far something has come, 0 to 1. */
export function ProgressBar({ label, share }: { label: string; share: number }) {
  return (
    <div
      role="progressbar"
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={Math.round(share * 100)}
      className="h-4 min-w-32 flex-1 border border-ink bg-white"
    >
      <div className="h-full bg-tape" style={{ width: `${share * 100}%` }} />
    </div>
  );
}
