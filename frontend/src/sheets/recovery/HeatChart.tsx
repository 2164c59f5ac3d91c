/** Coolant over grade and speed: the line of the limit, what no gear holds, and the climb itself, which is dragged. */
import { scaleLinear } from "d3-scale";
import { type PointerEvent, useRef } from "react";

import type { HeatField } from "../../api/types";
import { useBench } from "../../parts/bench";
import { snapped, useSteps } from "../../parts/steps";
import { useMeasure } from "../../parts/useMeasure";
import { areaOf, contour, finer } from "./contour";
import { type Climb, useWritten } from "./useRecovery";

type Props = { field: HeatField; climb: Climb; set: (more: Partial<Climb>) => void };

const HEIGHT = 286;
const MARGIN = { left: 62, right: 14, top: 12, bottom: 26 };
/** Within so much of its limit it is near. */
const NEAR_K = 10;

export function HeatChart({ field, climb, set }: Props) {
  const { write, ticks } = useBench();
  const { degrees } = useWritten();
  const [ref, width] = useMeasure(760);
  const svg = useRef<SVGSVGElement>(null);
  const dragging = useRef(false);
  const [slopes, speeds] = [field.slopes_pct, field.speeds_kmh];
  const steps = { slope: useSteps("heat.slope_pct"), speed: useSteps("heat.speed_kmh") };
  const ends = (all: number[]) => [all[0] ?? 0, all.at(-1) ?? 1] as [number, number];
  const x = scaleLinear(ends(slopes), [MARGIN.left, width - MARGIN.right]);
  const y = scaleLinear(ends(speeds), [HEIGHT - MARGIN.bottom, MARGIN.top]);
  const cell = {
    w: x(slopes[1] ?? 1) - x(slopes[0] ?? 0),
    h: y(speeds[0] ?? 0) - y(speeds[1] ?? 1),
  };
  const take = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return;
    set({
      slope_pct: snapped(steps.slope, x.invert(event.clientX - box.left)),
      speed_kmh: snapped(steps.speed, y.invert(event.clientY - box.top)),
    });
  };
  const fine = finer(field);
  const limits = contour(field, field.limit_c);
  const inside = {
    x: MARGIN.left,
    y: MARGIN.top,
    width: width - MARGIN.left - MARGIN.right,
    height: HEIGHT - MARGIN.top - MARGIN.bottom,
  };
  return (
    <div ref={ref}>
      <svg
        ref={svg}
        width={width}
        height={HEIGHT}
        viewBox={`0 0 ${width} ${HEIGHT}`}
        role="img"
        aria-label="Coolant over grade and speed, with the line of its limit"
        className="cond block h-auto max-w-full touch-none text-[13px] select-none"
        onPointerDown={(event) => {
          dragging.current = true;
          event.currentTarget.setPointerCapture(event.pointerId);
          take(event);
        }}
        onPointerMove={(event) => dragging.current && take(event)}
        onPointerUp={() => (dragging.current = false)}
        onPointerCancel={() => (dragging.current = false)}
      >
        <defs>
          <pattern
            id="near-limit"
            width={7}
            height={7}
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <line x1={0} y1={0} x2={0} y2={7} stroke="var(--oxide)" strokeWidth={1.2} />
          </pattern>
          <pattern id="no-gear" width={10} height={10} patternUnits="userSpaceOnUse">
            <circle cx={2} cy={2} r={1.2} fill="var(--quiet)" />
          </pattern>
          <clipPath id="heat-field">
            <rect {...inside} />
          </clipPath>
        </defs>
        <g clipPath="url(#heat-field)">
          <path d={areaOf(fine, x, y, (left) => left < 0)} fill="var(--oxide)" opacity={0.6} />
          <path d={areaOf(fine, x, y, (left) => left >= 0 && left < NEAR_K)} fill="url(#near-limit)" />
          {field.cells.map((row, j) =>
            row.map(({ holds }, i) => {
              if (holds !== false) return null;
              const at = {
                x: x(slopes[i] ?? 0) - cell.w / 2,
                y: y(speeds[j] ?? 0) - cell.h / 2,
                width: cell.w + 0.5,
                height: cell.h + 0.5,
              };
              return (
                <g key={`${i} ${j}`}>
                  <rect {...at} fill="var(--ground)" opacity={0.72} />
                  <rect {...at} fill="url(#no-gear)" />
                </g>
              );
            }),
          )}
          <path
            d={limits.map(([from, to]) => `M${x(from[0])} ${y(from[1])}L${x(to[0])} ${y(to[1])}`).join("")}
            stroke="var(--oxide)"
            strokeWidth={3}
            fill="none"
          />
        </g>
        <rect {...inside} fill="none" stroke="var(--ink)" strokeWidth={1.4} />
        {x.ticks(width / 60).map((slope) => (
          <text key={slope} x={x(slope)} y={HEIGHT - 8} textAnchor="middle" fill="var(--quiet)">
            {slope} %
          </text>
        ))}
        {ticks(ends(speeds), 6, "speed_kmh").map((kmh) => (
          <text key={kmh} x={MARGIN.left - 8} y={y(kmh) + 4} textAnchor="end" fill="var(--quiet)">
            {write(kmh, "speed_kmh", { places: 0 }).text}
          </text>
        ))}
        <text x={4} y={MARGIN.top + 10} fill="var(--quiet)">
          {write(0, "speed_kmh").unit}
        </text>
        <g
          role="slider"
          tabIndex={0}
          aria-label="the climb: grade by left and right, speed by up and down"
          aria-valuenow={climb.slope_pct}
          aria-valuetext={`${climb.slope_pct} %, coolant ${degrees(field.climb.coolant_c)}`}
          onKeyDown={(event) => {
            const by = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[
              event.key
            ];
            if (!by) return;
            event.preventDefault();
            set({
              slope_pct: snapped(steps.slope, climb.slope_pct + (by[0] ?? 0) * steps.slope.step),
              speed_kmh: snapped(steps.speed, climb.speed_kmh + (by[1] ?? 0) * steps.speed.step),
            });
          }}
        >
          <circle
            cx={x(climb.slope_pct)}
            cy={y(climb.speed_kmh)}
            r={9}
            fill={field.climb.margin_k < 0 ? "var(--oxide)" : "var(--ink)"}
            stroke="var(--ground)"
            strokeWidth={3}
          />
        </g>
      </svg>
      <p className="cond text-quiet mt-1 pl-[62px] text-[13px] max-sm:pl-0">
        full: over {degrees(field.limit_c)} · hatched: within {NEAR_K} K of it · dotted: no gear holds it
      </p>
    </div>
  );
}
