/** Which point is meant and which length of it is asked: the frame as far as it is read, from above and from the side. */
import { useMeasure } from "../../parts/useMeasure";
import type { DatumSheet, Station } from "./useFrame";

type Point = NonNullable<DatumSheet["tables"][number]["record"]["points"]>[number];
/** A reading: of the left or the right point, along the vehicle, outwards, or up. */
export type Asked = { side: "left" | "right"; axis: "x" | "y" | "z" };
type Props = {
  stations: readonly Station[];
  points: readonly Point[];
  /** The station that is read, where something says where it will be. */
  meant: Station | undefined;
  asked: Asked | undefined;
};
type Spot = { x: number; y: number; z: number };

const ABOVE = { top: 18, height: 104 };
const SIDE = { top: 132, height: 62 };
const EDGE = 22;
/** Where nothing is read yet: a frame as most are. */
const USUAL = { from: -600, to: 3600, half: 420, up: 600 };
const STEP_MM = 500;

const spot = ([x = 0, y = 0, z = 0]: readonly number[]): Spot => ({ x, y, z });

export function PointPicture({ stations, points, meant, asked }: Props) {
  const [ref, width] = useMeasure(460);
  const read = stations.map(({ left, right }) => ({ left: spot(left), right: spot(right) }));
  const single = points.map(({ at }) => spot(at));
  const last = read.at(-1)?.right ?? single.at(-1);
  const beyond: Spot = {
    x: last ? last.x + STEP_MM : 0,
    y: Math.abs(last?.y ?? USUAL.half),
    z: last?.z ?? USUAL.up,
  };
  const next = meant
    ? { left: spot(meant.left), right: spot(meant.right) }
    : { left: { ...beyond, y: -beyond.y }, right: beyond };
  const all = [...read.flatMap(({ left, right }) => [left, right]), ...single, next.left, next.right];
  const [from, to] = [
    Math.min(USUAL.from, ...all.map(({ x }) => x)),
    Math.max(USUAL.to, ...all.map(({ x }) => x)),
  ];
  const half = Math.max(USUAL.half, ...all.map(({ y }) => Math.abs(y)));
  const high = Math.max(USUAL.up, ...all.map(({ z }) => z));
  const x = (mm: number) => EDGE + ((mm - from) / (to - from)) * (width - 2 * EDGE);
  const y = (mm: number) => ABOVE.top + ABOVE.height / 2 + (mm / half) * (ABOVE.height / 2 - 8);
  const z = (mm: number) => SIDE.top + SIDE.height - (mm / high) * (SIDE.height - 14);
  const at = asked ? next[asked.side] : undefined;
  const quiet = { stroke: "var(--quiet)", strokeDasharray: "12 4 2 4" };
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={SIDE.top + SIDE.height + 6}
        role="img"
        aria-label={
          asked ? `The ${asked.side} point, ${WORDS[asked.axis]}` : "The frame as far as it is read"
        }
        className="cond block h-auto max-w-full text-[13px]"
      >
        <text x={0} y={12} fill="var(--quiet)">
          from above, front left
        </text>
        <line {...quiet} x1={4} x2={width - 4} y1={y(0)} y2={y(0)} />
        <line {...quiet} x1={x(0)} x2={x(0)} y1={ABOVE.top} y2={SIDE.top + SIDE.height} />
        <text x={x(0) + 4} y={ABOVE.top + ABOVE.height + 6} fill="var(--quiet)">
          front axle
        </text>
        {(["left", "right"] as const).map((side) => (
          <polyline
            key={side}
            points={[...read]
              .sort((a, b) => a.left.x - b.left.x)
              .map((each) => `${x(each[side].x)},${y(each[side].y)}`)
              .join(" ")}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={2.4}
          />
        ))}
        {read.map(({ left, right }, i) => (
          <g key={i}>
            <line
              x1={x(left.x)}
              y1={y(left.y)}
              x2={x(right.x)}
              y2={y(right.y)}
              stroke="var(--ink)"
              strokeWidth={1.2}
            />
            <circle cx={x(left.x)} cy={z(left.z)} r={2.5} fill="var(--ink)" />
          </g>
        ))}
        {single.map((each, i) => (
          <g key={i} fill="var(--ink)">
            <circle cx={x(each.x)} cy={y(each.y)} r={3} />
            <circle cx={x(each.x)} cy={z(each.z)} r={2.5} />
          </g>
        ))}
        <line x1={4} x2={width - 4} y1={z(0)} y2={z(0)} stroke="var(--quiet)" strokeWidth={2} />
        <text x={width - 4} y={z(0) - 4} textAnchor="end" fill="var(--quiet)">
          ground
        </text>
        {points.length === 0 && (meant || asked || stations.length > 0) && (
          <line
            x1={x(next.left.x)}
            y1={y(next.left.y)}
            x2={x(next.right.x)}
            y2={y(next.right.y)}
            stroke="var(--zinc)"
            strokeDasharray="4 3"
          />
        )}
        {at && asked && <Arrow asked={asked} at={at} x={x} y={y} z={z} />}
      </svg>
    </div>
  );
}

const WORDS = { x: "back", y: "out", z: "up" } as const;

type ArrowProps = {
  asked: Asked;
  at: Spot;
  x: (mm: number) => number;
  y: (mm: number) => number;
  z: (mm: number) => number;
};

/** The length that is asked, from where it is read to the point. */
function Arrow({ asked, at, x, y, z }: ArrowProps) {
  const [px, py, pz] = [x(at.x), y(at.y), z(at.z)];
  const line = { stroke: "var(--oxide)", strokeWidth: 2.6 };
  const [from, to] =
    asked.axis === "x"
      ? [
          [x(0), py],
          [px, py],
        ]
      : asked.axis === "y"
        ? [
            [px, y(0)],
            [px, py],
          ]
        : [
            [px, z(0)],
            [px, pz],
          ];
  const middle = [((from[0] ?? 0) + (to[0] ?? 0)) / 2, ((from[1] ?? 0) + (to[1] ?? 0)) / 2] as const;
  return (
    <g>
      <line {...line} x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} />
      <circle cx={px} cy={py} r={5.5} fill="var(--oxide)" />
      <circle cx={px} cy={pz} r={4} fill="var(--oxide)" />
      <text
        x={asked.axis === "x" ? middle[0] : px - 9}
        y={middle[1] - 5}
        textAnchor={asked.axis === "x" ? "middle" : "end"}
        fill="var(--oxide)"
        stroke="var(--ground)"
        strokeWidth={4}
        paintOrder="stroke"
        className="font-semibold"
      >
        {WORDS[asked.axis]}
      </text>
    </g>
  );
}
