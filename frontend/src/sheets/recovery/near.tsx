/** How near a part is to what it may carry, drawn: by shape first, and by colour. */
import { NEAR_IN_WORDS, type Nearness } from "./nearness";

type MarkProps = { of: Nearness; x?: number; y?: number; r?: number; ink?: string; alarm?: string };

/** A ring: easy. A lozenge, half full: near. A full square: over. A broken triangle: nobody knows. */
export function NearMark({ of, x = 0, y = 0, r = 7, ink = "var(--ink)", alarm = "var(--oxide)" }: MarkProps) {
  switch (of) {
    case "easy":
      return <circle cx={x} cy={y} r={r - 1} fill="none" stroke={ink} strokeWidth={2} />;
    case "near":
      return (
        <g>
          <path
            d={`M${x} ${y - r}L${x + r} ${y}L${x} ${y + r}L${x - r} ${y}Z`}
            fill="none"
            stroke={ink}
            strokeWidth={2}
          />
          <path d={`M${x - r} ${y}L${x + r} ${y}L${x} ${y + r}Z`} fill={ink} />
        </g>
      );
    case "over":
      return (
        <rect x={x - r + 1} y={y - r + 1} width={2 * r - 2} height={2 * r - 2} fill={alarm} stroke={alarm} />
      );
    case "unknown":
      return (
        <path
          d={`M${x} ${y - r}L${x + r} ${y + r - 1}L${x - r} ${y + r - 1}Z`}
          fill="none"
          stroke={alarm}
          strokeWidth={2}
          strokeDasharray="3 2"
        />
      );
  }
}

/** The same in a line of text. */
export function NearIcon({ of }: { of: Nearness }) {
  return (
    <svg
      width={18}
      height={18}
      role="img"
      aria-label={NEAR_IN_WORDS[of]}
      className="inline-block align-[-3px]"
    >
      <NearMark of={of} x={9} y={9} />
    </svg>
  );
}
