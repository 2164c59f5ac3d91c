/** What the instrument shows over the truth: the permitted band; found, today and planned; the stage strong. */
import { scaleLinear } from "d3-scale";
import { area, line } from "d3-shape";

import type { Areas } from "../../api/types";
import { useBench } from "../../parts/bench";
import { useMeasure } from "../../parts/useMeasure";

type State = NonNullable<Areas["rolling"]["speedometer"]["value"]>;

/** As on the strip: found fine and dotted, today dashed, planned whole. */
const STATES = {
  found: { stroke: "var(--quiet)", strokeDasharray: "1.5 4" },
  today: { stroke: "var(--ink)", strokeDasharray: "6 4" },
  planned: { stroke: "var(--ink)" },
};

const HEIGHT = 112;
const MARGIN = { left: 34, right: 8, top: 8, bottom: 20 };

export function SpeedometerChart({ state }: { state: State }) {
  const { sheet, write, ticks } = useBench();
  const [ref, width] = useMeasure(320);
  const top = state.band[1]?.true_kmh ?? 140;
  const unit = (speed: number) => write(speed, "speed_kmh").text;
  const tested = state.calculated.band;
  const worst = Math.max(
    16,
    ...tested.map((row) => Math.abs(row.indicated_kmh - row.true_kmh) + 2),
    ...Object.values(sheet.speedometers).map((shows) => Math.abs(((shows ?? 1) - 1) * top)),
  );
  const x = scaleLinear([0, top], [MARGIN.left, width - MARGIN.right]);
  const y = scaleLinear([-worst, worst + 4], [HEIGHT - MARGIN.bottom, MARGIN.top]);
  const band = area<State["band"][number]>()
    .x((edge) => x(edge.true_kmh))
    .y0((edge) => y(edge.low_kmh - edge.true_kmh))
    .y1((edge) => y(edge.high_kmh - edge.true_kmh));
  const readings = (["found", "today", "planned"] as const).flatMap((name) => {
    const shows = sheet.speedometers[name];
    return shows === null ? [] : [{ name, off: (shows - 1) * top }];
  });
  const shown = line<State["band"][number]>()
    .x((edge) => x(edge.true_kmh))
    .y((edge) => y(edge.shown_kmh - edge.true_kmh));
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`Reads ${state.calculated.error_pct.toFixed(1)} per cent off; ${state.calculated.within_band ? "within" : "outside"} the band`}
        className="cond block pt-1 text-[12px]"
      >
        <path d={band(state.band) ?? ""} fill="var(--hair)" opacity={0.7} />
        <text x={x(top * 0.97)} y={y(11)} textAnchor="end" fill="var(--quiet)">
          permitted
        </text>
        <line x1={x(0)} x2={x(top)} y1={y(0)} y2={y(0)} stroke="var(--ink)" />
        <g fill="var(--quiet)">
          {ticks([-10, 12], 3, "speed_kmh").map((off) => (
            <text key={off} x={MARGIN.left - 6} y={y(off) + 4} textAnchor="end">
              {off > 0 ? `+${unit(off)}` : unit(off)}
            </text>
          ))}
          {ticks([0, top], 4, "speed_kmh").map((speed) => (
            <text key={speed} x={x(speed)} y={HEIGHT - 5} textAnchor="middle">
              {unit(speed)}
            </text>
          ))}
        </g>
        {readings.map(({ name, off }) => (
          <line key={name} x1={x(0)} y1={y(0)} x2={x(top)} y2={y(off)} strokeWidth={1.6} {...STATES[name]} />
        ))}
        <path d={shown(state.band) ?? ""} stroke="var(--zinc)" strokeWidth={2.4} />
        {tested.map((row) => {
          const at = { x: x(row.true_kmh), y: y(row.indicated_kmh - row.true_kmh) };
          return row.ok ? (
            <circle key={row.true_kmh} cx={at.x} cy={at.y} r={4} fill="var(--zinc)" />
          ) : (
            <path
              key={row.true_kmh}
              d={`M${at.x - 5} ${at.y - 5}l10 10m0 -10l-10 10`}
              stroke="var(--oxide)"
              strokeWidth={2.5}
            />
          );
        })}
      </svg>
      <p className="cond text-sm text-quiet">
        reading less truth, over true speed, {write(0, "speed_kmh").unit} · × is outside
        {readings.map(({ name }) => (
          <span key={name} className="inline-flex items-center gap-1 pl-3">
            <svg width={22} height={6} aria-hidden>
              <line x1={0} x2={22} y1={3} y2={3} strokeWidth={1.6} {...STATES[name]} />
            </svg>
            {name}
          </span>
        ))}
      </p>
    </div>
  );
}
