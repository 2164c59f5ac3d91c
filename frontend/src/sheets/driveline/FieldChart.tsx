/** How the shaft would run around the present point: pinion turned across, case lowered down. Press or drag in it. */
import { scaleLinear } from "d3-scale";
import { type PointerEvent, useRef } from "react";

import type { Tried } from "../../api/types";
import { useBench } from "../../parts/bench";
import { useMeasure } from "../../parts/useMeasure";
import type { Trial } from "./trial";

type Props = { field: NonNullable<Tried["field"]>; trial: Trial; set: (trial: Trial) => void };

const HEIGHT = 190;
const MARGIN = { left: 52, right: 12, top: 26, bottom: 28 };

export function FieldChart({ field, trial, set }: Props) {
  const { write } = useBench();
  const [ref, width] = useMeasure(460);
  const dragging = useRef(false);
  const { turns_deg: turns, drops_mm: drops, regions } = field;
  const [firstTurn = 0, secondTurn = 1, lastTurn = 0] = [turns[0], turns[1], turns[turns.length - 1]];
  const [firstDrop = 0, secondDrop = 1, lastDrop = 0] = [drops[0], drops[1], drops[drops.length - 1]];
  const x = scaleLinear([firstTurn, lastTurn], [MARGIN.left, width - MARGIN.right]);
  const y = scaleLinear([firstDrop, lastDrop], [MARGIN.top, HEIGHT - MARGIN.bottom]);
  const cell = { width: x(secondTurn) - x(firstTurn), height: y(secondDrop) - y(firstDrop) };
  const take = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const near = (all: number[], at: number) =>
      all.reduce((best, each) => (Math.abs(each - at) < Math.abs(best - at) ? each : best), all[0] ?? 0);
    set({
      ...trial,
      pinion_up_deg: near(turns, x.invert(event.clientX - box.left)),
      case_down_mm: near(drops, y.invert(event.clientY - box.top)),
    });
  };
  return (
    <div ref={ref}>
      <p className="cond">
        <b className="font-semibold">How it would run</b>{" "}
        <span className="text-quiet">plain smooth · hatched felt · full rough</span>
      </p>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label="Smooth and rough regions over pinion angle and case drop"
        className="cond block touch-none select-none"
        onPointerDown={(event) => {
          dragging.current = true;
          event.currentTarget.setPointerCapture(event.pointerId);
          take(event);
        }}
        onPointerMove={(event) => dragging.current && take(event)}
        onPointerUp={() => (dragging.current = false)}
      >
        <defs>
          <pattern id="felt" width={6} height={6} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width={6} height={6} fill="var(--margin)" />
            <line x1={0} y1={0} x2={0} y2={6} stroke="var(--oxide)" strokeWidth={1.6} />
          </pattern>
        </defs>
        {regions.map((row, j) =>
          row.map((region, i) => (
            <rect
              key={`${i} ${j}`}
              x={x(turns[i] ?? 0) - cell.width / 2}
              y={y(drops[j] ?? 0) - cell.height / 2}
              width={cell.width + 0.5}
              height={cell.height + 0.5}
              fill={["var(--margin)", "url(#felt)", "var(--oxide)"][region]}
              opacity={region === 2 ? 0.75 : 1}
            />
          )),
        )}
        <g fontSize={12} fill="var(--quiet)">
          {x.ticks(7).map((turn) => (
            <text key={turn} x={x(turn)} y={HEIGHT - 10} textAnchor="middle">
              {turn}°
            </text>
          ))}
          {y.ticks(4).map((drop) => (
            <text key={drop} x={MARGIN.left - 14} y={y(drop) + 4} textAnchor="end">
              {write(drop, "length_mm").text}
            </text>
          ))}
          <text x={width - MARGIN.right} y={14} textAnchor="end">
            pinion up →
          </text>
          <text x={4} y={14}>
            case down ↓, {write(0, "length_mm").unit}
          </text>
        </g>
        <circle cx={x(0)} cy={y(0)} r={6} fill="none" stroke="var(--ink)" strokeWidth={2} />
        <circle
          cx={x(trial.pinion_up_deg)}
          cy={y(trial.case_down_mm)}
          r={8}
          fill="var(--ink)"
          stroke="var(--margin)"
          strokeWidth={2.5}
        />
      </svg>
    </div>
  );
}
