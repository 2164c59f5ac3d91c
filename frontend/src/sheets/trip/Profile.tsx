/** Heights along a way, small: nothing where there are none. */
type Point = { km: number; altitude_m?: number | null };

export function Profile({ points }: { points: readonly Point[] }) {
  const high = points.flatMap(({ km, altitude_m }) =>
    altitude_m == null ? [] : [[km, altitude_m] as const],
  );
  const [last] = high.slice(-1);
  if (!last || high.length < 2) return null;
  const heights = high.map(([, m]) => m);
  const [low, top] = [Math.min(...heights), Math.max(...heights)];
  const x = (km: number) => (km / last[0]) * 116 + 2;
  const y = (m: number) => 26 - ((m - low) / Math.max(top - low, 50)) * 22;
  return (
    <svg width={120} height={28} role="img" aria-label={`from ${Math.round(low)} to ${Math.round(top)} m`}>
      <path
        d={`M${high.map(([km, m]) => `${x(km).toFixed(1)} ${y(m).toFixed(1)}`).join("L")}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
    </svg>
  );
}
