/** Both axles and the whole against their limits: as found, today, as built, laden; one scale for all three. */
import type { LoadThen } from "../../api/types";
import { useBench } from "../../parts/bench";

const GROUPS = [
  { name: "front", is: "front_kg", left: "front_left_kg" },
  { name: "rear", is: "rear_kg", left: "rear_left_kg" },
  { name: "total", is: "total_kg", left: "payload_kg" },
] as const;
const NAMES = { found: "as found", today: "today", built: "as built", laden: "laden" } as const;
const ROW = 19;
const THREE_BESIDE = 560;

export function AxleBars({ moments, width }: { moments: LoadThen[]; width: number }) {
  const { write } = useBench();
  const known = moments.flatMap(({ load }) => (load.value ? [load.value] : []));
  if (known.length === 0) return null;
  // Where three do not stand beside one another they stand below one another.
  const beside = width >= THREE_BESIDE;
  const room = beside ? (width - 60) / 3 : width - 24;
  const one = 30 + moments.length * ROW;
  const height = beside ? one : one * GROUPS.length;
  const text = (kg: number) => write(kg, "mass_kg", { places: 0 }).text;
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label="Axle loads against their limits"
      className="cond text-[13px]"
    >
      {GROUPS.map(({ name, is, left }, group) => {
        const x = 12 + (beside ? group * (room + 18) : 0);
        const last = known[known.length - 1];
        const limit = last && last[left] !== null ? last[is] + (last[left] ?? 0) : undefined;
        const most = Math.max(limit ?? 0, ...known.map((load) => load[is])) * 1.04;
        const k = (room - 92) / most;
        return (
          <g key={name} transform={beside ? undefined : `translate(0 ${group * one})`}>
            <text x={x} y={14} fill="var(--chalk)" fontWeight={600}>
              {name}
              {limit === undefined ? ", no limit noted" : ` ${text(limit)}`}
            </text>
            {moments.map(({ name: when, load }, row) => {
              if (!load.value) return null;
              const kg = load.value[is];
              const off = load.doubt?.[is] ?? 0;
              const y = 22 + row * ROW;
              const over = limit !== undefined && kg > limit;
              const fill =
                when === "laden" ? (over ? "var(--strip-oxide)" : "var(--strip-zinc)") : FILL[when];
              return (
                <g key={when}>
                  <text x={x + 52} y={y + 11} textAnchor="end" fill="var(--chalk-quiet)">
                    {NAMES[when]}
                  </text>
                  <rect
                    x={x + 58}
                    y={y}
                    width={kg * k}
                    height={12}
                    fill={fill}
                    stroke="var(--chalk)"
                    strokeWidth={when === "found" ? 0.8 : 0}
                  />
                  {off > 0 && (
                    <g strokeWidth={2.5}>
                      <line
                        x1={x + 58 + (kg - off) * k}
                        x2={x + 58 + kg * k}
                        y1={y + 6}
                        y2={y + 6}
                        stroke={when === "found" ? "var(--chalk)" : "var(--rule)"}
                      />
                      <line
                        x1={x + 58 + kg * k}
                        x2={x + 58 + (kg + off) * k}
                        y1={y + 6}
                        y2={y + 6}
                        stroke="var(--chalk)"
                      />
                    </g>
                  )}
                  <text
                    x={x + 62}
                    y={y + 10.5}
                    fill={when === "found" ? "var(--chalk)" : "var(--rule)"}
                    fontWeight={when === "laden" ? 700 : 500}
                  >
                    {text(kg)}
                  </text>
                </g>
              );
            })}
            {limit !== undefined && (
              <line
                x1={x + 58 + limit * k}
                x2={x + 58 + limit * k}
                y1={18}
                y2={one - 2}
                stroke="var(--chalk)"
                strokeWidth={2.5}
              />
            )}
          </g>
        );
      })}
    </svg>
  );
}

const FILL = { found: "transparent", today: "var(--chalk-quiet)", built: "var(--chalk)" } as const;
