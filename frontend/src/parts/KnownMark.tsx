/** How a figure is known, as a shape: a filled disc was measured, a diamond is stamped, a ring is assumed. */
import type { Known } from "../api/types";

const SHAPE: Record<Known, string> = { measured: "●", plate: "◆", "worked out": "=", assumed: "○" };
const MEANING: Record<Known, string> = {
  measured: "measured",
  plate: "from a plate or a sidewall",
  "worked out": "worked out",
  assumed: "assumed",
};

export function KnownMark({ known }: { known: Known }) {
  return (
    <span className="text-[0.75em]" role="img" aria-label={MEANING[known]} title={MEANING[known]}>
      {SHAPE[known]}
    </span>
  );
}

export const KNOWN_LEGEND = (Object.keys(SHAPE) as Known[])
  .map((known) => `${SHAPE[known]} ${MEANING[known]}`)
  .join("   ");
