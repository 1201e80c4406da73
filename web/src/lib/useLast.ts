import { useState } from "react";

/** An answer, or the last one there was: what cannot be worked out leaves it, and with it the field that has to be put right. */
export function useLast<T>(answer: T | undefined): T | null {
  const [last, setLast] = useState<T | null>(null);
  if (answer !== undefined && answer !== last) setLast(answer);
  return answer ?? last;
}
