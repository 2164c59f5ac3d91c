/** What a first look looks at: bolts with what each gets, a bar as it gives, a door on its hinges. */
import { useId } from "react";

import type { LookStands } from "../../api/types";
import { type LookLine, useWritten } from "./useFrame";

type Props = { record: LookLine["record"]; stands: LookStands };

const WIDTH = 420;
const HEIGHT = 210;
const FULL = 14;

/** A bolt: a ring, filled as far up as it is used; beyond what it holds a full square. */
function BoltMark({ x, y, use }: { x: number; y: number; use: number | undefined }) {
  const ring = useId();
  if (use === undefined)
    return (
      <circle
        cx={x}
        cy={y}
        r={FULL}
        fill="none"
        stroke="var(--quiet)"
        strokeWidth={2}
        strokeDasharray="3 3"
      />
    );
  if (use > 1)
    return <rect x={x - FULL} y={y - FULL} width={2 * FULL} height={2 * FULL} fill="var(--oxide)" />;
  return (
    <g>
      <clipPath id={ring}>
        <circle cx={x} cy={y} r={FULL} />
      </clipPath>
      <rect
        x={x - FULL}
        y={y + FULL - 2 * FULL * use}
        width={2 * FULL}
        height={2 * FULL * use}
        fill={use > 0.5 ? "var(--oxide)" : "var(--ink)"}
        clipPath={`url(#${ring})`}
      />
      <circle cx={x} cy={y} r={FULL} fill="none" stroke="var(--ink)" strokeWidth={2} />
    </g>
  );
}

export function BoltsDrawing({ record, stands }: Props) {
  const { n } = useWritten();
  const bolts = record.bolts ?? [];
  const force = stands.force_n;
  const places = bolts.map(([x = 0, y = 0]) => ({ x, y }));
  const at = record.at_mm;
  const all = [...places, ...(at ? [{ x: at[0] ?? 0, y: at[1] ?? 0 }] : [])];
  if (places.length === 0) return <p className="text-quiet">Where each bolt sits is drawn here.</p>;
  const [left, right] = [Math.min(...all.map(({ x }) => x)), Math.max(...all.map(({ x }) => x))];
  const [low, high] = [Math.min(...all.map(({ y }) => y)), Math.max(...all.map(({ y }) => y))];
  const k = Math.min((WIDTH - 200) / Math.max(right - left, 1), (HEIGHT - 90) / Math.max(high - low, 1));
  const x = (mm: number) => WIDTH / 2 + (mm - (left + right) / 2) * k;
  const y = (mm: number) => HEIGHT / 2 - (mm - (low + high) / 2) * k;
  const plane = force ? Math.hypot(force[0] ?? 0, force[1] ?? 0) : 0;
  const aim =
    force && plane > 0
      ? { dx: ((force[0] ?? 0) / plane) * 62, dy: (-(force[1] ?? 0) / plane) * 62 }
      : undefined;
  const from = at ? { x: x(at[0] ?? 0), y: y(at[1] ?? 0) } : undefined;
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`The bolts of ${record.name}, each filled as far as it is used`}
      className="cond block h-auto max-w-full text-[13px]"
    >
      <rect
        x={x(Math.min(...places.map((each) => each.x))) - 34}
        y={y(Math.max(...places.map((each) => each.y))) - 34}
        width={
          (Math.max(...places.map((each) => each.x)) - Math.min(...places.map((each) => each.x))) * k + 68
        }
        height={
          (Math.max(...places.map((each) => each.y)) - Math.min(...places.map((each) => each.y))) * k + 68
        }
        fill="var(--margin)"
        stroke="var(--hair)"
        strokeWidth={1.5}
      />
      {places.map((place, i) => {
        const got = stands.each[i];
        return (
          <g key={i}>
            <BoltMark x={x(place.x)} y={y(place.y)} use={got?.use} />
            {got && (
              <text
                x={x(place.x)}
                y={y(place.y) + FULL + 14}
                textAnchor="middle"
                fill={stands.worst === i ? "var(--oxide)" : "var(--ink)"}
                className={stands.worst === i ? "font-semibold" : ""}
              >
                {(100 * got.use).toFixed(0)} %
              </text>
            )}
          </g>
        );
      })}
      {from && aim && (
        <g stroke="var(--oxide)" strokeWidth={2.5}>
          <line x1={from.x} y1={from.y} x2={from.x + aim.dx} y2={from.y + aim.dy} />
          <circle cx={from.x} cy={from.y} r={4} fill="var(--oxide)" />
          <circle cx={from.x + aim.dx} cy={from.y + aim.dy} r={3} fill="var(--ground)" />
        </g>
      )}
      {force && (
        <text x={4} y={HEIGHT - 6} fill="var(--oxide)">
          {n(plane)} in the plane, {n(force[2] ?? 0)} off it
        </text>
      )}
    </svg>
  );
}

const GIVES = 34;

export function BarDrawing({ record, stands }: Props) {
  const { mm, kg } = useWritten();
  const [left, right, top] = [30, WIDTH - 60, 74];
  const held = record.support ?? "both-ends";
  const sag = stands.deflection_mm === null ? 0 : GIVES;
  const d =
    held === "cantilever"
      ? `M${left} ${top}Q${(left + right) / 2} ${top} ${right} ${top + sag}`
      : `M${left} ${top}Q${(left + right) / 2} ${top + 2 * sag} ${right} ${top}`;
  const thick = Math.max(4, Math.min(16, (record.section?.height_mm ?? record.section?.od_mm ?? 30) / 4));
  const over = held === "cantilever" ? right : (left + right) / 2;
  const down = held === "cantilever" ? top + sag : top + sag;
  return (
    <svg
      width={WIDTH}
      height={170}
      viewBox={`0 0 ${WIDTH} 170`}
      role="img"
      aria-label={`${record.name} as it gives, much enlarged`}
      className="cond block h-auto max-w-full text-[13px]"
    >
      <line x1={left} x2={right} y1={top} y2={top} stroke="var(--quiet)" strokeDasharray="3 3" />
      <path d={d} fill="none" stroke="var(--ink)" strokeWidth={thick} />
      {held === "cantilever" ? (
        <rect x={left - 12} y={top - 34} width={12} height={68} fill="var(--quiet)" />
      ) : (
        [left, right].map((end) => (
          <path key={end} d={`M${end} ${top + thick / 2}l-11 20h22z`} fill="var(--quiet)" />
        ))
      )}
      {(record.spread ? [0.15, 0.38, 0.62, 0.85] : [undefined]).map((share, i) => {
        const x = share === undefined ? over : left + (right - left) * share;
        const y = share === undefined ? down - thick / 2 : top - thick / 2 + 4;
        return (
          <g key={i} stroke="var(--oxide)" strokeWidth={2.2}>
            <line x1={x} x2={x} y1={y - 34} y2={y - 4} />
            <path d={`M${x} ${y}l-5 -9h10z`} fill="var(--oxide)" stroke="none" />
          </g>
        );
      })}
      <text x={left} y={20} fill="var(--oxide)">
        {stands.load_kg === null
          ? "load not known"
          : `${kg(stands.load_kg)}, ${record.bump ?? 3} times on a bump`}
      </text>
      <text x={(left + right) / 2} y={160} textAnchor="middle" fill="var(--ink)">
        {record.length_mm ? mm(record.length_mm) : "length not known"}
        {stands.deflection_mm !== null && `, gives ${mm(stands.deflection_mm, 1)}`}
      </text>
    </svg>
  );
}

export function HingeDrawing({ record, stands }: Props) {
  const { mm, kg, n } = useWritten();
  const [spacing, out] = [record.spacing_mm ?? 400, record.out_mm ?? 400];
  const k = Math.min(120 / spacing, 260 / Math.max(out, 1));
  const [left, top, bottom] = [64, 88 - (spacing * k) / 2, 88 + (spacing * k) / 2];
  return (
    <svg
      width={WIDTH}
      height={190}
      viewBox={`0 0 ${WIDTH} 190`}
      role="img"
      aria-label={`${record.name} on its hinges`}
      className="cond block h-auto max-w-full text-[13px]"
    >
      <rect
        x={left}
        y={top - 14}
        width={out * k * 1.9}
        height={bottom - top + 28}
        fill="var(--margin)"
        stroke="var(--ink)"
      />
      {[top, bottom].map((y, i) => (
        <g key={y}>
          <circle cx={left} cy={y} r={7} fill="var(--ground)" stroke="var(--ink)" strokeWidth={2.5} />
          <line
            x1={left - 8}
            x2={left - 44}
            y1={y}
            y2={y}
            stroke="var(--oxide)"
            strokeWidth={2.2}
            transform={i ? `rotate(180 ${left} ${y}) translate(0 0)` : undefined}
          />
        </g>
      ))}
      <circle cx={left + out * k} cy={88} r={6} fill="var(--oxide)" />
      <line
        x1={left + out * k}
        x2={left + out * k}
        y1={94}
        y2={132}
        stroke="var(--oxide)"
        strokeWidth={2.2}
      />
      <path d={`M${left + out * k} 140l-5 -9h10z`} fill="var(--oxide)" />
      <text x={left + out * k + 10} y={92} fill="var(--ink)">
        {stands.load_kg === null ? "load not known" : kg(stands.load_kg)}
      </text>
      <text x={left + 4} y={182} fill="var(--ink)">
        {mm(out)} out, hinges {mm(spacing)} apart
        {stands.resultant_n !== null && `, one may get ${n(stands.resultant_n)}`}
      </text>
    </svg>
  );
}
