/** The rows of the picture of the way: a tank, an axle under its limit, the climbs; each with its tightest place. */
import { scaleLinear } from "d3-scale";

import type { Legs } from "../../api/types";
import { useBench } from "../../parts/bench";
import { asText } from "../../parts/quantity";
import type { Level } from "./goesBy";

export const LEFT = 46;
export const LEGS_H = 46;
export const HEIGHTS = { fuel: 100, water: 72, axle: 70, climbs: 84 };
/** Of each row, for its name. */
const NAME_H = 16;

export type Scale = (km: number) => number;
type Rows = { x: Scale; at: [number, number][]; top: number };

type TankProps = Rows & {
  label: string;
  /** A key of its quantity, by which what is in it is written. */
  unitKey: string;
  height: number;
  holds: number;
  legs: Level[];
  off: (leg: number) => number | undefined;
};

/** A tank or a battery along the way; dashed the reserve, full what is in it. What would be below nothing is drawn there. */
export function Tank({ label, unitKey, x, at, top, height, holds, legs, off }: TankProps) {
  const { write } = useBench();
  const low = Math.min(0, ...legs.map(({ left }) => left));
  const y = scaleLinear([low, Math.max(holds, 1)], [top + height, top + NAME_H]);
  const line = legs
    .map(({ start, left }, i) => {
      const [from, to] = at[i] ?? [0, 0];
      return `${i === 0 ? "M" : "L"}${x(from)} ${y(start)}L${x(to)} ${y(left)}`;
    })
    .join("");
  const tightest = legs.reduce((worst, leg, i) => (leg.spare < (legs[worst]?.spare ?? 0) ? i : worst), 0);
  const spare = legs[tightest]?.spare ?? 0;
  const amount = (value: number) => asText(write(value, unitKey, { places: 0 }));
  const far = off(tightest);
  const words = `${amount(Math.abs(spare))}${far ? ` ±${write(far, unitKey, { places: 0 }).text}` : ""} ${spare < 0 ? "short of" : "beyond"} the reserve`;
  const said = Math.abs(spare) < 0.5 ? "just the reserve" : words;
  return (
    <g>
      <RowName label={label} unit={write(0, unitKey).unit} top={top} />
      <Grid
        y={y}
        values={[0, holds]}
        to={x(at.at(-1)?.[1] ?? 0)}
        write={(value) => write(value, unitKey, { places: 0 }).text}
      />
      {legs.map(({ left, spare: over }, i) => {
        const [from, to] = at[i] ?? [0, 0];
        return (
          <line
            key={i}
            x1={x(from)}
            x2={x(to)}
            y1={y(left - over)}
            y2={y(left - over)}
            stroke="var(--quiet)"
            strokeDasharray="3 3"
          />
        );
      })}
      <path d={line} fill="none" stroke="var(--zinc)" strokeWidth={2.4} />
      <Mark
        x={x(at[tightest]?.[1] ?? 0)}
        y={y(legs[tightest]?.left ?? 0)}
        words={said}
        bad={spare < 0}
        below
        to={x(at.at(-1)?.[1] ?? 0)}
      />
    </g>
  );
}

function RowName({ label, unit, top }: { label: string; unit: string; top: number }) {
  return (
    <text x={0} y={top + 9} fontSize={13} fontWeight={600} fill="var(--ink)">
      {label}
      <tspan fontWeight={400} fill="var(--quiet)">
        {" "}
        {unit}
      </tspan>
    </text>
  );
}

type GridProps = {
  y: (value: number) => number;
  values: number[];
  to: number;
  write: (value: number) => string;
};

function Grid({ y, values, to, write }: GridProps) {
  return (
    <g>
      {values.map((value) => (
        <g key={value}>
          <line x1={LEFT} x2={to} y1={y(value)} y2={y(value)} stroke="var(--hair)" />
          <text x={LEFT - 5} y={y(value) + 4} fontSize={12} textAnchor="end" fill="var(--quiet)">
            {write(value)}
          </text>
        </g>
      ))}
    </g>
  );
}

type MarkProps = { x: number; y: number; words: string; bad: boolean; to: number; below?: boolean };

/** The tightest place: a dot and what is left there, to the side on which there is room; `below` the lines that end there. */
function Mark({ x, y, words, bad, to, below = false }: MarkProps) {
  const colour = bad ? "var(--oxide)" : "var(--ink)";
  const before = x > (LEFT + to) / 2;
  return (
    <g>
      <circle cx={x} cy={y} r={4.5} fill={bad ? colour : "var(--ground)"} stroke={colour} strokeWidth={2} />
      <text
        x={before ? x - 9 : x + 9}
        y={below ? y + 15 : y - 7}
        fontSize={13}
        fontWeight={700}
        textAnchor={before ? "end" : "start"}
        fill={colour}
        stroke="var(--ground)"
        strokeWidth={4}
        paintOrder="stroke"
      >
        {words}
      </text>
    </g>
  );
}

/** An axle along the way under its limit, the hard line. */
export function Axle({ end, legs, x, at, top }: Rows & { end: "front" | "rear"; legs: Legs }) {
  const { write } = useBench();
  const stands = legs.loads.value?.legs ?? [];
  const limit = legs.limits_kg[end] ?? 0;
  const both = stands.map((leg) =>
    end === "front"
      ? ([leg.start_front_kg, leg.end_front_kg] as const)
      : ([leg.start_rear_kg, leg.end_rear_kg] as const),
  );
  const all = both.flat();
  const low = Math.min(...all, limit) - 20;
  const high = Math.max(...all, limit) + 20;
  const y = scaleLinear([low, high], [top + HEIGHTS.axle, top + NAME_H]);
  const line = both
    .map(([start, left], i) => {
      const [from, to] = at[i] ?? [0, 0];
      return `${i === 0 ? "M" : "L"}${x(from)} ${y(start)}L${x(to)} ${y(left)}`;
    })
    .join("");
  const tight = legs.loads.value?.tightest.find(({ what }) => what === end);
  const where = stands.findIndex(({ name }) => name === tight?.leg);
  const [start = 0, left = 0] = both[where] ?? [];
  const kg = (value: number) => asText(write(value, "mass_kg", { places: 0 }));
  const [from, to] = at[where] ?? [0, 0];
  const last = x(at.at(-1)?.[1] ?? 0);
  return (
    <g>
      <RowName label={end} unit={write(0, "mass_kg").unit} top={top} />
      <line x1={LEFT} x2={last} y1={y(limit)} y2={y(limit)} stroke="var(--ink)" strokeWidth={2.4} />
      <text x={LEFT - 5} y={y(limit) + 4} fontSize={12} textAnchor="end" fill="var(--ink)">
        {write(limit, "mass_kg", { places: 0 }).text}
      </text>
      <path d={line} fill="none" stroke="var(--zinc)" strokeWidth={2.4} />
      <clipPath id={`over-${end}`}>
        <rect x={0} width={last} y={top} height={Math.max(y(limit) - top, 0)} />
      </clipPath>
      <path d={line} fill="none" stroke="var(--oxide)" strokeWidth={3.2} clipPath={`url(#over-${end})`} />
      {tight && (
        <Mark
          x={x(left > start ? to : from)}
          y={y(Math.max(start, left))}
          words={`${kg(Math.abs(tight.left_kg))} ${tight.left_kg < 0 ? "over its limit" : "under its limit"}`}
          bad={tight.left_kg < 0}
          to={last}
        />
      )}
    </g>
  );
}

type ClimbOf = NonNullable<Legs["climbs"]["value"]>[number];
type Said = { x: number; words: string; holds: boolean };

const LETTER = 5.9;

/** Which gear holds what, as short as it stands over a peak. */
function inShort(climb: ClimbOf, written: (value: number, key: string) => string): string {
  const grade = `${climb.grade_pct.toFixed(1)} %`;
  if (!climb.known) return grade;
  if (climb.held_kmh === null) return `${grade}, no gear holds it`;
  return `${grade}, gear ${climb.gear} holds ${written(climb.held_kmh, "speed_kmh")}`;
}

/** What is said of each climb, where there is room for it: all of it, its grade alone, or nothing. */
function sayings(
  climbs: readonly { climb: ClimbOf; x: number }[],
  last: number,
  written: (value: number, key: string) => string,
): Said[] {
  let free = LEFT;
  return climbs.flatMap(({ climb, x }, i) => {
    const until = climbs[i + 1]?.x ?? Infinity;
    for (const words of [inShort(climb, written), `${climb.grade_pct.toFixed(1)} %`]) {
      const wide = words.length * LETTER;
      // In the middle over its peak, and inside the picture.
      const from = Math.min(Math.max(x - wide / 2, free), last - wide);
      const covers = until < Infinity && from + wide > until + 24;
      if (from < free || covers) continue;
      free = from + wide + 10;
      return [{ x: from, words, holds: climb.held_kmh !== null && climb.held_kmh >= climb.wanted_kmh }];
    }
    return [];
  });
}

/** Heights along the legs that have a line; of a typed climb its top. Each with what holds it, laden. */
export function Climbs({ legs, x, at, top }: Rows & { legs: Legs }) {
  const { write } = useBench();
  const heights = legs.legs.flatMap(({ profile, leg }) => [
    ...profile.map(({ altitude_m }) => altitude_m),
    ...(leg.altitude_m == null ? [] : [leg.altitude_m]),
  ]);
  const high = Math.max(...heights, 100);
  const y = scaleLinear([Math.min(0, ...heights), high], [top + HEIGHTS.climbs, top + NAME_H + 16]);
  const last = x(at.at(-1)?.[1] ?? 0);
  const middle = (i: number) => x(((at[i]?.[0] ?? 0) + (at[i]?.[1] ?? 0)) / 2);
  const climbs = legs.legs.flatMap(({ leg }, i) => {
    const climb = legs.climbs.value?.find((each) => each.leg === leg.name);
    return climb ? [{ climb, x: middle(i) }] : [];
  });
  const said = sayings(climbs, last, (value, key) => asText(write(value, key)));
  return (
    <g>
      <RowName label="height" unit={write(0, "altitude_m").unit} top={top} />
      <Grid y={y} values={[high]} to={last} write={(value) => write(value, "altitude_m").text} />
      {said.map(({ x: from, words, holds }) => (
        <text key={from} x={from} y={top + 11} fontSize={12} fill={holds ? "var(--ink)" : "var(--oxide)"}>
          {words}
        </text>
      ))}
      {legs.legs.map(({ id, leg, profile }, i) => {
        const [from, to] = at[i] ?? [0, 0];
        const whole = profile.at(-1)?.km || 1;
        const line = profile.map(
          ({ km, altitude_m }) => `${x(from + (km / whole) * (to - from))} ${y(altitude_m)}`,
        );
        const peak = y(leg.altitude_m ?? 0);
        const mark = `M${middle(i) - 5} ${peak + 9}L${middle(i)} ${peak}L${middle(i) + 5} ${peak + 9}`;
        const path = line.length > 0 ? `M${line.join("L")}` : leg.altitude_m == null ? "" : mark;
        return <path key={id} d={path} fill="none" stroke="var(--ink)" strokeWidth={1.6} />;
      })}
    </g>
  );
}
