/** What stands where an answer is not there yet, or was refused. */
import { Problem } from "../../parts/Problem";

export function Waiting({ error }: { error: Error | null }) {
  return error ? <Problem of={error} className="py-3" /> : <p className="py-3 text-quiet">One moment.</p>;
}
