/** The alternator, hot, driving at night: what it gives against what is used, at idle and at its rated speed. */
import type { PowerSheet } from "../../api/types";
import { FigureButton } from "../../parts/FigureButton";
import { useMeasure } from "../../parts/useMeasure";
import { WaitsFor } from "../../parts/WaitsFor";
import { useWritten } from "./useRecovery";

const BAR = 26;

export function Alternator({ sheet }: { sheet: PowerSheet }) {
  const { amps } = useWritten();
  const [ref, width] = useMeasure(380);
  const result = sheet.alternating;
  const given = result.value;
  if (!given)
    return (
      <section aria-label="Alternator">
        <h2 className="border-b border-ink pb-1 font-semibold">Alternator</h2>
        <p className="py-1">
          <WaitsFor waits={result.waits_for} />
        </p>
      </section>
    );
  const rows = [
    {
      name: "at idle",
      path: "power.idle_a",
      gives: (given.idle_a * given.hot_pct) / 100,
      left: given.idle_left_a,
      place: "idle_left_a",
      least: given.idle_least_a,
    },
    {
      name: "rated",
      path: "power.rated_a",
      gives: (given.rated_a * given.hot_pct) / 100,
      left: given.rated_left_a,
      place: "rated_left_a",
      least: 0,
    },
  ];
  const most = Math.max(given.needed_a, ...rows.map(({ gives }) => gives), 1);
  const x = (a: number) => 60 + (a / most) * (width - 150);
  return (
    <section aria-label="Alternator">
      <h2 className="border-b border-ink pb-1 font-semibold">Alternator, hot, driving at night</h2>
      <div ref={ref}>
        <svg
          width={width}
          height={rows.length * (BAR + 14) + 30}
          viewBox={`0 0 ${width} ${rows.length * (BAR + 14) + 30}`}
          role="img"
          aria-label={`${amps(given.needed_a, 0)} are used of what the alternator gives`}
          className="cond block h-auto max-w-full text-[13px]"
        >
          {rows.map(({ name, gives, left, place, least }, i) => {
            const y = 6 + i * (BAR + 14);
            const off = result.doubt?.[place] ?? 0;
            return (
              <g key={name}>
                <text x={0} y={y + 17}>
                  {name}
                </text>
                <rect
                  x={x(0)}
                  y={y}
                  width={x(gives) - x(0)}
                  height={BAR}
                  fill="none"
                  stroke="var(--ink)"
                  strokeWidth={1.6}
                />
                <text
                  x={width - 2}
                  y={y + 17}
                  textAnchor="end"
                  fontWeight={600}
                  fill={left < least ? "var(--oxide)" : undefined}
                >
                  {left < 0 ? "short " : ""}
                  {amps(Math.abs(left), 0)}
                  {left >= 0 ? " left" : ""}
                  {off > 0.5 && ` ±${off.toFixed(0)}`}
                </text>
              </g>
            );
          })}
          {given.rows.map((row, i) => {
            const from = given.rows.slice(0, i).reduce((sum, each) => sum + each.amps, 0);
            return (
              <g key={row.name}>
                {rows.map((_, j) => (
                  <rect
                    key={j}
                    x={x(from)}
                    y={8 + j * (BAR + 14) + 2}
                    width={Math.max(x(from + row.amps) - x(from) - 1.5, 0.5)}
                    height={BAR - 8}
                    fill="var(--zinc)"
                    opacity={i % 2 ? 0.5 : 0.75}
                  >
                    <title>{`${row.name} ${amps(row.amps)}`}</title>
                  </rect>
                ))}
              </g>
            );
          })}
          <line
            x1={x(given.needed_a)}
            x2={x(given.needed_a)}
            y1={2}
            y2={rows.length * (BAR + 14)}
            stroke="var(--oxide)"
            strokeWidth={2}
          />
          <text x={x(given.needed_a)} y={rows.length * (BAR + 14) + 16} textAnchor="middle">
            {amps(given.needed_a, 0)} used
          </text>
        </svg>
      </div>
      <p className="cond text-sm text-quiet">
        {[...given.rows]
          .sort((a, b) => b.amps - a.amps)
          .map(({ name, amps: a }) => `${name} ${amps(a)}`)
          .join(" · ")}
      </p>
      <p className="cond flex flex-wrap gap-x-5">
        {rows.map(({ path, name }) => (
          <FigureButton key={path} path={path} className="link">
            gives {name}
          </FigureButton>
        ))}
        <FigureButton path="power.hot_pct" className="link">
          left when hot
        </FigureButton>
      </p>
      <p className="text-sm text-quiet">
        A winch under load draws several times the alternator: engine on, pulls short, let it cool.
      </p>
    </section>
  );
}
