/** A question of the server that is asked anew as figures move. */
import { useQuery, type QueryKey } from "@tanstack/react-query";
import { useState } from "react";

type Question<T> = {
  queryKey: QueryKey;
  queryFn: (context: { signal: AbortSignal }) => Promise<T>;
  enabled?: boolean;
  retry?: boolean;
};

/**
 * What was answered last stays in sight while the next is worked out, and beside the error when that is refused.
 * It is then `earlier`, the answer to another question: shown, and not to be acted upon.
 */
export function useAsked<T>(question: Question<T>) {
  const { data, error, isPending } = useQuery<T>(question);
  const [last, setLast] = useState(data);
  if (data !== undefined && data !== last) setLast(data);
  return { data: data ?? last, error, isPending, earlier: data === undefined && last !== undefined };
}
