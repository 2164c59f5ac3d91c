/** Engine speed over road speed in every gear: as found dashed, at the stage solid, the pull band shaded. */
import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";

import type { GearTable, Waits } from "../../api/types";
import { WaitsFor } from "../../parts/WaitsFor";
import { useBench } from "../../parts/bench";
import { figureHere } from "../../parts/figureHere";
import { FigureButton } from "../../parts/FigureButton";
import { useMeasure } from "../../parts/useMeasure";
import { asText } from "../../parts/quantity";

type Props = { found: GearTable | null; here: GearTable | null; waits: Waits | null };

const HEIGHT = 250;
const MARGIN = { left: 46, right: 26, top: 22, bottom: 28 };

export function GearChart({ found, here, waits }: Props) {
  const { sheet, write, ticks } = useBench();
  const [ref, width] = useMeasure(560);
  const number = (path: string) => figureHere(sheet, path)?.value as number | undefined;
  if (!here)
    return (
      <div>
        <h2 className="font-semibold">Engine speed over road speed</h2>
        <WaitsFor waits={waits} />
      </div>
    );
  const [cruise = 80, top = 140] = here.speeds_kmh;
  const powerAt = number("engine.power_at_rpm") ?? 3500;
  const ceiling = Math.ceil((powerAt * 1.18) / 500) * 500;
  const x = scaleLinear([0, top], [MARGIN.left, width - MARGIN.right]);
  const y = scaleLinear([0, ceiling], [HEIGHT - MARGIN.bottom, MARGIN.top]);
  const draw = line<[number, number]>()
    .x(([speed]) => x(speed))
    .y(([, rpm]) => y(rpm));
  /** A gear is a straight line from standstill; it is drawn up to the ceiling or the top speed. */
  const ray = (rpmAtTop: number): [number, number] =>
    rpmAtTop <= ceiling ? [top, rpmAtTop] : [(top * ceiling) / rpmAtTop, ceiling];
  const rays = (table: GearTable) => table.gears.map((gear) => ray(gear.rpm[1] ?? 0));
  const moved =
    found && found.gears.some((gear, i) => Math.abs((gear.rpm[1] ?? 0) - (here.gears[i]?.rpm[1] ?? 0)) > 1);
  const [pullFrom, pullTo] = [number("engine.pull_from_rpm"), number("engine.pull_to_rpm")];
  const idle = number("engine.idle_rpm");
  const topGear = here.gears[here.gears.length - 1];
  const atCruise = topGear?.rpm[0] ?? 0;
  // Clear of the line of idling and of what stands under it.
  const middle = (y(0) + y(atCruise)) / 2 - 4;
  const beside = idle !== undefined && Math.abs(middle - y(idle)) < 26 ? y(idle) - 8 : middle;
  const cruiseWritten = asText(write(cruise, "speed_kmh"));
  const speedTicks = ticks([0, top], width > 480 ? 8 : 5, "speed_kmh");
  return (
    <div ref={ref}>
      <h2 className="cond">
        <b className="font-semibold">Engine speed over road speed</b>{" "}
        <span className="text-quiet">
          rpm, {write(0, "speed_kmh").unit}
          {moved ? " · dashed as found" : ""}
        </span>
      </h2>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`Engine speed in ${here.gears.length} gears; ${Math.round(atCruise)} rpm at ${cruiseWritten} in top`}
        className="cond block"
      >
        {pullFrom !== undefined && pullTo !== undefined && (
          <g>
            <rect
              x={x(0)}
              width={x(top) - x(0)}
              y={y(pullTo)}
              height={y(pullFrom) - y(pullTo)}
              fill="var(--hair)"
              opacity={0.5}
            />
            <text x={x(top) - 4} y={y(pullFrom) - 6} textAnchor="end" fontSize={12} fill="var(--quiet)">
              pulls best {pullFrom}–{pullTo}
            </text>
          </g>
        )}
        <g fontSize={12} fill="var(--quiet)">
          {y.ticks(5).map((rpm) => (
            <g key={rpm}>
              <line x1={x(0)} x2={x(top)} y1={y(rpm)} y2={y(rpm)} stroke="var(--hair)" />
              <text x={x(0) - 6} y={y(rpm) + 4} textAnchor="end">
                {rpm}
              </text>
            </g>
          ))}
          {speedTicks.map((speed) => (
            <g key={speed}>
              <line x1={x(speed)} x2={x(speed)} y1={y(0)} y2={y(0) + 5} stroke="var(--ink)" />
              <text x={x(speed)} y={y(0) + 18} textAnchor="middle">
                {write(speed, "speed_kmh").text}
              </text>
            </g>
          ))}
        </g>
        <line x1={x(0)} x2={x(top)} y1={y(0)} y2={y(0)} stroke="var(--ink)" />
        {idle !== undefined && (
          <g>
            <line
              x1={x(0)}
              x2={x(top)}
              y1={y(idle)}
              y2={y(idle)}
              stroke="var(--quiet)"
              strokeDasharray="2 4"
            />
            <text x={x(top) - 4} y={y(idle) + 14} textAnchor="end" fontSize={12} fill="var(--quiet)">
              idle {idle}
            </text>
          </g>
        )}
        {moved &&
          rays(found).map((end, i) => (
            <path
              key={i}
              d={draw([[0, 0], end]) ?? ""}
              stroke="var(--ink)"
              strokeWidth={1.3}
              strokeDasharray="6 4"
              fill="none"
            />
          ))}
        {rays(here).map((end, i) => (
          <g key={i}>
            <path d={draw([[0, 0], end]) ?? ""} stroke="var(--zinc)" strokeWidth={2.4} fill="none" />
            <text
              x={x(end[0]) + (end[1] >= ceiling ? 0 : 6)}
              y={y(end[1]) - (end[1] >= ceiling ? 5 : -4)}
              textAnchor={end[1] >= ceiling ? "middle" : "start"}
              fontSize={14}
              fontWeight={700}
              fill="var(--zinc)"
            >
              {i + 1}
            </text>
          </g>
        ))}
        <g>
          <line
            x1={x(cruise)}
            x2={x(cruise)}
            y1={y(0)}
            y2={y(atCruise)}
            stroke="var(--oxide)"
            strokeWidth={1.5}
          />
          <circle cx={x(cruise)} cy={y(atCruise)} r={5} fill="var(--oxide)" />
          <text
            x={x(cruise) + 8}
            y={beside}
            fontSize={15}
            fontWeight={700}
            fill="var(--oxide)"
            stroke="var(--ground)"
            strokeWidth={4}
            paintOrder="stroke"
          >
            {Math.round(atCruise)} at {cruiseWritten}
          </text>
        </g>
      </svg>
      {!here.cruise_known && (
        <FigureButton path="aims.cruise_kmh" className="link">
          shown at {cruiseWritten}: say your own cruising speed
        </FigureButton>
      )}
    </div>
  );
}
