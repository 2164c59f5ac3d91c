/** The ladder from above and from the side: where it should be as a fine line, and what is off ten times enlarged. */
import { scaleLinear } from "d3-scale";

import type { MeasuredFrame } from "../../api/types";
import { useMeasure } from "../../parts/useMeasure";
import { type Station, useWritten } from "./useFrame";

type Line = NonNullable<MeasuredFrame["line"]>;
type Over = NonNullable<MeasuredFrame["over"]>;
type Props = {
  line: Line;
  over: Over | undefined;
  stations: Station[];
  limit: number;
  off: (place: string) => number;
};

const TIMES = 10;
const PLAN = { height: 236, top: 26 };
const SIDE_HEIGHT = 128;
const ENDS = 44;
/** Below this names do not stand beside one another: numbers, as in the table. */
const NARROW = 640;
const HALO = { stroke: "var(--ground)", strokeWidth: 4, paintOrder: "stroke" };

const middle = ({ left, right }: Station) => ((left[0] ?? 0) + (right[0] ?? 0)) / 2;

export function LadderDrawing({ line, over, stations, limit, off }: Props) {
  const [ref, width] = useMeasure(900);
  const { fine } = useWritten();
  const rows = stations
    .flatMap((station, at) => {
      const found = line.stations[at];
      return found ? [{ station, at, found }] : [];
    })
    .sort((a, b) => middle(a.station) - middle(b.station));
  const xs = rows.map(({ station }) => middle(station));
  const x = scaleLinear([Math.min(...xs), Math.max(...xs)], [ENDS, width - ENDS]);
  const half = Math.max(...rows.map(({ found }) => found.width_mm)) / 2;
  // As deep as is left for the rails: what is off is drawn ten times as large as they are.
  const k = Math.min(
    (PLAN.height - 100) / (2 * half),
    (width - 2 * ENDS) / Math.max((xs.at(-1) ?? 1) - (xs[0] ?? 0), 1),
  );
  const y0 = PLAN.top + (PLAN.height - PLAN.top) / 2;
  const grown = TIMES * k;
  const place = (row: (typeof rows)[number], side: -1 | 1) => ({
    x: x(middle(row.station)) + (side * row.found.lead_mm * grown) / 2,
    y: y0 + (side * row.found.width_mm * k) / 2 + row.found.side_mm * grown,
  });
  const isOut = (row: (typeof rows)[number]) => {
    const twist = ((row.found.twist_deg * Math.PI) / 180) * row.found.width_mm;
    return [row.found.side_mm, row.found.height_mm, row.found.lead_mm, twist].some(
      (each) => Math.abs(each) > limit,
    );
  };
  const narrow = width < NARROW;
  const rail = (side: -1 | 1) => rows.map((row) => place(row, side));
  const path = (points: { x: number; y: number }[]) =>
    points.map((point, i) => `${i ? "L" : "M"}${point.x} ${point.y}`).join("");
  const nominal = (side: -1 | 1) =>
    path(rows.map((row) => ({ x: x(middle(row.station)), y: y0 + (side * row.found.width_mm * k) / 2 })));
  const arrows = (over?.points ?? []).flatMap((point) => {
    const row = rows.find(
      ({ station }) => point.name === `${station.name} L` || point.name === `${station.name} R`,
    );
    if (!row) return [];
    const side = point.name.endsWith(" L") ? -1 : 1;
    const from = { x: x(middle(row.station)), y: y0 + (side * row.found.width_mm * k) / 2 };
    return [{ name: point.name, from, by: point.off_mm, far: point.distance_mm }];
  });
  return (
    <figure className="keep pt-2">
      <div ref={ref}>
        <svg
          width={width}
          height={PLAN.height + SIDE_HEIGHT}
          viewBox={`0 0 ${width} ${PLAN.height + SIDE_HEIGHT}`}
          role="img"
          aria-label="The ladder from above and from the side, what is off ten times enlarged"
          className="cond block h-auto max-w-full text-[13px]"
        >
          <text x={4} y={14} fill="var(--quiet)">
            from above, front left; left side up
          </text>
          <line x1={8} x2={width - 8} y1={y0} y2={y0} stroke="var(--hair)" strokeDasharray="12 4 2 4" />
          {([-1, 1] as const).map((side) => (
            <g key={side}>
              <path
                d={nominal(side)}
                fill="none"
                stroke="var(--quiet)"
                strokeWidth={0.8}
                strokeDasharray="3 3"
              />
              <path d={path(rail(side))} fill="none" stroke="var(--ink)" strokeWidth={3} />
            </g>
          ))}
          {line.diagonals.map((diagonal) => {
            const [a, b] = [diagonal.from, diagonal.to].map((name) =>
              rows.find(({ station }) => station.name === name),
            );
            if (!a || !b || Math.abs(diagonal.difference_mm) <= limit) return null;
            const [long, short] = diagonal.difference_mm > 0 ? ([-1, 1] as const) : ([1, -1] as const);
            const [from, to] = [place(a, long), place(b, short)];
            return (
              <g key={`${diagonal.from} ${diagonal.to}`}>
                <line
                  x1={from.x}
                  y1={from.y}
                  x2={to.x}
                  y2={to.y}
                  stroke="var(--oxide)"
                  strokeWidth={1.2}
                  strokeDasharray="6 3"
                />
                <text
                  x={Math.max(from.x, to.x) + 8}
                  y={(from.y + to.y) / 2 - 6}
                  fill="var(--oxide)"
                  {...HALO}
                >
                  {fine(Math.abs(diagonal.difference_mm))} longer
                </text>
              </g>
            );
          })}
          {rows.map((row, i) => {
            const [left, right] = [place(row, -1), place(row, 1)];
            const out = isOut(row);
            const colour = out ? "var(--oxide)" : "var(--ink)";
            return (
              <g key={row.station.name}>
                <line
                  x1={left.x}
                  y1={left.y}
                  x2={right.x}
                  y2={right.y}
                  stroke={colour}
                  strokeWidth={out ? 2.4 : 1.6}
                />
                {[left, right].map((point, side) => (
                  <Mark key={side} at={point} base={row.station.base ?? true} colour={colour} />
                ))}
                <text
                  x={x(middle(row.station))}
                  y={i % 2 ? PLAN.height - 4 : PLAN.top + 4}
                  textAnchor={i === 0 ? "start" : i === rows.length - 1 ? "end" : "middle"}
                  fill={colour}
                  className="font-semibold"
                  {...HALO}
                >
                  {narrow ? i + 1 : row.station.name}
                </text>
              </g>
            );
          })}
          {arrows.map(({ name, from, by: [dx = 0, dy = 0], far }) =>
            far > limit ? (
              <g key={name} stroke="var(--zinc)" strokeWidth={2} fill="none">
                <line x1={from.x} y1={from.y} x2={from.x + dx * grown} y2={from.y + dy * grown} />
                <circle cx={from.x} cy={from.y} r={3.5} />
              </g>
            ) : null,
          )}
          <Side
            rows={rows}
            x={x}
            grown={grown}
            top={PLAN.height}
            isOut={isOut}
            width={width}
            off={off}
            narrow={narrow}
          />
        </svg>
      </div>
      <figcaption className="cond flex flex-wrap gap-x-5 text-sm text-quiet">
        <span>dashed: where the line has it; what is off is drawn {TIMES} times as large</span>
        <span>■ base, sound · □ not in the base</span>
        {over && <span>blue: from where {over.other} has it</span>}
      </figcaption>
    </figure>
  );
}

function Mark({ at, base, colour }: { at: { x: number; y: number }; base: boolean; colour: string }) {
  return (
    <rect
      x={at.x - 4.5}
      y={at.y - 4.5}
      width={9}
      height={9}
      fill={base ? colour : "var(--ground)"}
      stroke={colour}
      strokeWidth={1.8}
    />
  );
}

type SideProps = {
  rows: { station: Station; at: number; found: Line["stations"][number] }[];
  x: (mm: number) => number;
  grown: number;
  top: number;
  width: number;
  narrow: boolean;
  isOut: (row: SideProps["rows"][number]) => boolean;
  off: (place: string) => number;
};

function Side({ rows, x, grown, top, isOut, width, narrow, off }: SideProps) {
  const { fine } = useWritten();
  const y0 = top + SIDE_HEIGHT / 2;
  const reach = SIDE_HEIGHT / 2 - 22;
  const most = Math.max(...rows.map(({ found }) => Math.abs(found.height_mm) * grown), 1);
  const shrink = Math.min(1, reach / most);
  const at = (height: number) => y0 - height * grown * shrink;
  return (
    <g>
      <text x={4} y={top + 16} fill="var(--quiet)">
        from the side
      </text>
      <line
        x1={8}
        x2={width - 8}
        y1={y0}
        y2={y0}
        stroke="var(--quiet)"
        strokeWidth={0.8}
        strokeDasharray="3 3"
      />
      <path
        d={rows
          .map(({ station, found }, i) => `${i ? "L" : "M"}${x(middle(station))} ${at(found.height_mm)}`)
          .join("")}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={3}
      />
      {rows.map((row, i) => {
        const colour = isOut(row) ? "var(--oxide)" : "var(--ink)";
        const point = { x: x(middle(row.station)), y: at(row.found.height_mm) };
        const below = row.found.height_mm >= 0;
        return (
          <g key={row.station.name}>
            <Mark at={point} base={row.station.base ?? true} colour={colour} />
            {(!narrow || isOut(row)) && (
              <text
                x={point.x}
                y={below ? y0 + 26 : y0 - 16}
                textAnchor={i === 0 ? "start" : i === rows.length - 1 ? "end" : "middle"}
                fill={colour}
                {...HALO}
              >
                {fine(row.found.height_mm)} ±{fine(off(`line.stations.${row.at}.height_mm`))}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
