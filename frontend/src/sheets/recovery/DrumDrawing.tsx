/** The drum, layer by layer: what is still on it, the layer that pulls now, and what each would pull. */
import type { PullStands, Winch } from "../../api/types";
import { useMeasure } from "../../parts/useMeasure";
import { useWritten } from "./useRecovery";

const ROW = 26;

export function DrumDrawing({ winch, stands }: { winch: Winch; stands: PullStands }) {
  const { kg, m } = useWritten();
  const [ref, width] = useMeasure(380);
  const out = stands.rope_out_m ?? 0;
  const rows = [...winch.layers].reverse();
  const longest = Math.max(...winch.layers.map(({ rope_m }) => rope_m));
  const left = 28;
  const bar = width - left - 176;
  const height = rows.length * ROW + 46;
  return (
    <section aria-label="The drum">
      <h3 className="border-b border-ink pb-1 font-semibold">The drum, from its outer layer in</h3>
      <div ref={ref}>
        <svg
          width={width}
          height={height}
          viewBox={`0 0 ${width} ${height}`}
          role="img"
          aria-label={`${winch.layers.length} layers of rope, ${m(out)} out`}
          className="cond block h-auto max-w-full text-[13px]"
        >
          {rows.map((layer, i) => {
            const y = 8 + i * ROW;
            // What has come off before this layer begins to: the ones further out.
            const from = layer.bare_at_m - layer.rope_m;
            const gone = Math.min(Math.max(out - from, 0), layer.rope_m);
            const now = stands.winched?.layer === layer.layer;
            const whole = (layer.rope_m / longest) * bar;
            const on = ((layer.rope_m - gone) / longest) * bar;
            return (
              <g key={layer.layer}>
                <text x={left - 8} y={y + 15} textAnchor="end" fontWeight={now ? 700 : 400}>
                  {layer.layer}
                </text>
                <rect
                  x={left}
                  y={y + 2}
                  width={whole}
                  height={ROW - 8}
                  rx={9}
                  fill="none"
                  stroke="var(--ink)"
                  strokeDasharray={gone > 0 ? "3 3" : undefined}
                />
                {on > 0 && (
                  <rect
                    x={left}
                    y={y + 2}
                    width={on}
                    height={ROW - 8}
                    rx={9}
                    fill={now ? "var(--oxide)" : "var(--zinc)"}
                    opacity={now ? 0.9 : 0.6}
                  />
                )}
                <text x={left + bar + 10} y={y + 15} fontWeight={now ? 700 : 400}>
                  {kg(layer.pull_kg)}
                  {now && " now"}
                </text>
                <text x={width - 2} y={y + 15} textAnchor="end" fill="var(--quiet)">
                  {m(layer.rope_m)}
                </text>
              </g>
            );
          })}
          <rect x={left} y={8 + rows.length * ROW + 2} width={bar} height={14} fill="var(--ink)" />
          <text x={left + bar + 10} y={8 + rows.length * ROW + 14} fill="var(--quiet)">
            bare drum
          </text>
        </svg>
      </div>
      <p className="text-sm text-quiet">
        The more rope is out, the harder it pulls: less out means an outer layer. {winch.min_wraps} wraps stay
        on the drum.
      </p>
    </section>
  );
}
