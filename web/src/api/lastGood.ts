import { useState } from "react";
import type { UseQueryResult } from "@tanstack/react-query";

/**
 * An answer that stays on the screen where what is entered now has none: the last one
 * that there was. `last` says that it is that one, so that it is drawn dimmed.
 */
export function useLastGood<T>(q: UseQueryResult<T>): UseQueryResult<T> & { last: boolean } {
  const [good, setGood] = useState<T>();
  if (q.data !== undefined && !q.isPlaceholderData && !q.error && q.data !== good) setGood(q.data);
  const last = q.data === undefined && !!q.error && good !== undefined;
  return { ...q, data: last ? good : q.data, last } as UseQueryResult<T> & { last: boolean };
}
