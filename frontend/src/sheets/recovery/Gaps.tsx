/** What of a pull cannot be said: the figures that nobody has noted, and what cannot be. */
import type { PullStands } from "../../api/types";
import { WaitsFor } from "../../parts/WaitsFor";

export function Gaps({ stands: { gaps, cannot, unrated } }: { stands: PullStands }) {
  if (gaps.length + cannot.length + unrated.length === 0) return null;
  return (
    <ul aria-label="What cannot be said" className="py-1">
      {[...cannot, ...gaps].map((waits) => (
        <li key={waits.label}>
          <WaitsFor waits={waits.impossible ? { ...waits, path: null } : waits} />
        </li>
      ))}
      {unrated.length > 0 && (
        <li className="text-oxide">Not rated, so in no sum, and not to be used: {unrated.join(", ")}.</li>
      )}
    </ul>
  );
}
