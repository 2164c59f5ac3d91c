/** The front tyre, enlarged: the old one dotted inside the new one, standing on the same ground. */
import type { WheelOutline } from "../api/types";
import { useBench } from "../parts/bench";
import { signed } from "../parts/quantity";
import { tyrePath } from "./tyrePath";

type Props = {
  found: WheelOutline | null;
  here: WheelOutline | null;
  preview?: WheelOutline | null | undefined;
  size: number;
};

export function TyreDetail({ found, here, preview, size }: Props) {
  const { write } = useBench();
  const now = preview ?? here;
  if (!now) return null;
  const old = found ?? now;
  const largest = Math.max(now.radius_mm, old.radius_mm);
  const k = (size - 26) / (2 * largest);
  const cx = size / 2;
  const ground = size - 4;
  const path = (wheel: WheelOutline) => tyrePath(wheel, k, cx, ground);
  const same = now.size === old.size;
  const rise = signed(write(now.rise_mm, "rise_mm"));
  return (
    <figure className="flex items-end gap-3">
      <svg
        width={size}
        height={size}
        className="shrink-0"
        role="img"
        aria-label={`Front tyre ${now.size}, found ${old.size}`}
      >
        <line x1={0} x2={size} y1={ground} y2={ground} stroke="var(--chalk)" strokeWidth={1.5} />
        <path
          d={path(now)}
          fill="var(--strip-tyre)"
          stroke={preview ? "var(--strip-oxide)" : "var(--chalk)"}
          strokeWidth={2}
          {...(preview ? { strokeDasharray: "10 3 2 3" } : {})}
        />
        <circle
          cx={cx}
          cy={ground - now.static_radius_mm * k}
          r={(now.rim_mm / 2) * k}
          fill="none"
          stroke="var(--chalk-quiet)"
        />
        {!same && (
          <>
            <path
              d={path(old)}
              fill="none"
              stroke="var(--chalk)"
              strokeWidth={1.4}
              strokeDasharray="1.5 3.5"
            />
            <line
              x1={cx - 14}
              x2={cx + 14}
              y1={ground - old.static_radius_mm * k}
              y2={ground - old.static_radius_mm * k}
              stroke="var(--chalk)"
              strokeDasharray="1.5 3.5"
            />
            <line
              x1={cx - 14}
              x2={cx + 14}
              y1={ground - now.static_radius_mm * k}
              y2={ground - now.static_radius_mm * k}
              stroke={preview ? "var(--strip-oxide)" : "var(--chalk)"}
              strokeWidth={2}
            />
          </>
        )}
      </svg>
      <figcaption className="cond pb-1 text-sm text-chalk">
        {!same && <s className="block text-chalk-quiet">{old.size}</s>}
        <span className="block text-base font-semibold">{now.size}</span>
        <span className="block text-chalk-quiet">
          {write(now.diameter_mm, "diameter_mm").text} {write(now.diameter_mm, "diameter_mm").unit} high, new
        </span>
        {!same && (
          <span className="block text-chalk-quiet">
            axle {rise.text} {rise.unit}
          </span>
        )}
      </figcaption>
    </figure>
  );
}
