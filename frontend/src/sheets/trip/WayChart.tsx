/**
 * The way in one picture: distance across; what is driven on, fuel, water, the axles against their limits and the
 * climbs beneath one another. The tightest place of each is marked.
 */
import { scaleLinear } from "d3-scale";

import type { Legs } from "../../api/types";
import { useBench } from "../../parts/bench";
import { useMeasure } from "../../parts/useMeasure";
import { drivenBy, type Way } from "./goesBy";
import { SURFACES } from "./surfaces";
import { Axle, Climbs, HEIGHTS, LEFT, LEGS_H, type Scale, Tank } from "./WayRows";

type Props = { legs: Legs; way: Way; shown: number | undefined; show: (leg: number) => void };

const RIGHT = 10;
const GAP = 12;

/** Where each leg begins and ends, in km from the start. */
function spans(way: Way): [number, number][] {
  let at = 0;
  return way.legs.map(({ km }) => {
    const from = at;
    at += km;
    return [from, at];
  });
}

export function WayChart({ legs, way, shown, show }: Props) {
  const { write, ticks: round } = useBench();
  const [ref, width] = useMeasure(900);
  const driven = drivenBy(way);
  const at = spans(way);
  // A trip of nothing but days still is as wide as one.
  const x = scaleLinear([0, Math.max(way.km, 1)], [LEFT, width - RIGHT]);
  const hasWater = way.legs.some(({ water_start_l }) => water_start_l > 0);
  const ends = (["front", "rear"] as const).filter((end) => legs.loads.value && legs.limits_kg[end]);
  const climbs = legs.climbs.value ?? [];
  const hasClimbs = climbs.length > 0 || legs.legs.some(({ profile }) => profile.length > 0);
  // Each row stands below the one before, those that there are.
  const heights = [
    HEIGHTS.fuel,
    ...(hasWater ? [HEIGHTS.water] : []),
    ...ends.map(() => HEIGHTS.axle),
    ...(hasClimbs ? [HEIGHTS.climbs] : []),
  ];
  const tops = heights.map((_, i) => heights.slice(0, i).reduce((sum, h) => sum + h + GAP, LEGS_H));
  const bottom = heights.reduce((sum, h) => sum + h + GAP, LEGS_H);
  const axles = hasWater ? 2 : 1;
  const ticks = round([0, way.km], width > 700 ? 8 : 4, "leg_km");
  const band = legs.legs.findIndex(({ id }) => id === shown);
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={bottom + 22}
        role="img"
        aria-label={`${way.legs.length} legs, ${Math.round(way.km)} km: ${driven.by}, water, axles and climbs along them`}
        className="cond block"
      >
        {band >= 0 && at[band] && (
          <rect
            x={x(at[band][0])}
            width={Math.max(x(at[band][1]) - x(at[band][0]), 2)}
            y={0}
            height={bottom}
            fill="var(--tint)"
          />
        )}
        <LegStrip legs={legs} at={at} x={x} show={show} />
        <Tank
          label={driven.by}
          unitKey={driven.key}
          x={x}
          at={at}
          top={tops[0] ?? 0}
          height={HEIGHTS.fuel}
          holds={driven.holds}
          legs={driven.legs}
          off={(leg) => legs.way.doubt?.[driven.spareAt(leg)]}
        />
        {hasWater && (
          <Tank
            label="water"
            unitKey="water_l"
            x={x}
            at={at}
            top={tops[1] ?? 0}
            height={HEIGHTS.water}
            holds={way.water_holds_l}
            legs={way.legs.map((leg) => ({
              start: leg.water_start_l,
              left: leg.water_left_l,
              spare: leg.water_spare_l,
            }))}
            off={(leg) => legs.way.doubt?.[`legs.${leg}.water_spare_l`]}
          />
        )}
        {ends.map((end, i) => (
          <Axle key={end} end={end} legs={legs} x={x} at={at} top={tops[axles + i] ?? 0} />
        ))}
        {hasClimbs && <Climbs legs={legs} x={x} at={at} top={tops.at(-1) ?? 0} />}
        <line x1={LEFT} x2={width - RIGHT} y1={bottom} y2={bottom} stroke="var(--ink)" />
        {ticks.map((km) => (
          <g key={km}>
            <line x1={x(km)} x2={x(km)} y1={bottom} y2={bottom + 5} stroke="var(--ink)" />
            <text
              x={x(km)}
              y={bottom + 18}
              fontSize={12}
              fill="var(--quiet)"
              textAnchor={km === 0 ? "start" : "middle"}
            >
              {write(km, "leg_km", { places: 0 }).text}
              {km === 0 && ` ${write(0, "leg_km").unit}`}
            </text>
          </g>
        ))}
      </svg>
    </div>
  );
}

/** The legs by their number and, where there is room, their name; the stroke says what is driven on. */
function LegStrip({
  legs,
  at,
  x,
  show,
}: {
  legs: Legs;
  at: [number, number][];
  x: Scale;
  show: (leg: number) => void;
}) {
  return (
    <g>
      {legs.legs.map(({ id, leg }, i) => {
        const [from, to] = at[i] ?? [0, 0];
        const wide = x(to) - x(from);
        const dashes = SURFACES.find(({ key }) => key === leg.surface)?.dashes;
        const name = `${i + 1} ${leg.name}`;
        return (
          <g key={id} onClick={() => show(id)} className="cursor-pointer">
            <rect x={x(from)} width={Math.max(wide, 1)} y={0} height={LEGS_H - 6} fill="transparent" />
            <line x1={x(from)} x2={x(from)} y1={2} y2={LEGS_H - 8} stroke="var(--hair)" />
            {leg.fill_fuel && <path d={`M${x(from) + 1} 2 l8 5 l-8 5z`} fill="var(--ink)" />}
            {leg.fill_water && (
              <circle
                cx={x(from) + (leg.fill_fuel ? 14 : 5)}
                cy={7}
                r={3.5}
                fill="none"
                stroke="var(--zinc)"
                strokeWidth={2}
              />
            )}
            <line
              x1={x(from) + 2}
              x2={x(to) - 2}
              y1={LEGS_H - 12}
              y2={LEGS_H - 12}
              stroke="var(--ink)"
              strokeWidth={3}
              strokeDasharray={dashes || undefined}
            />
            {wide > String(i + 1).length * 7 + 5 && (
              <text x={x(from) + 4} y={25} fontSize={12} fill="var(--ink)">
                {wide - 8 > name.length * 6.1 ? name : String(i + 1)}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
