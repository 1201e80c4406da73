/** Opens the working of a figure; `name` says which, for who cannot see what it stands beside. */
export function WhyButton({ name, onPress, className = "" }: { name: string; onPress: () => void; className?: string }) {
  return (
    <button
      className={`min-h-6 shrink-0 text-[15px] underline decoration-rule decoration-2 underline-offset-4 hover:decoration-ink ${className}`}
      aria-label={`Why: ${name}`}
      onClick={onPress}
    >
      why
    </button>
  );
}
