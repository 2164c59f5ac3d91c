/**
 * One stance on the ground: the rig's own drawing, nose to the left, travelling left, at the pose that it has.
 *
 * Ground counts along the direction of travel, so it runs from right to left here.
 */
import type { Crossed, Sheet } from "../../api/types";
import { silhouette, type Spot } from "../../rig/silhouette";
import { asFound } from "../../parts/asFound";

export type StanceDriven = Crossed["stances"][number];
export type Driven = NonNullable<StanceDriven["driven"]["value"]>;
export type Pose = { front_x: number; front_z: number; pitch: number };

/** The pose where the front wheel is at `at`, between the two frames beside it. */
export function poseAt(driven: Driven, at: number): Pose {
  const { front_x_mm: x, front_z_mm: z, pitch_deg: pitch } = driven.frames;
  const last = x.length - 1;
  let right = x.findIndex((each) => each >= at);
  if (right === -1) right = last;
  const left = Math.max(0, right - 1);
  const [x0 = 0, x1 = 0] = [x[left], x[right]];
  const share = x1 > x0 ? Math.min(1, Math.max(0, (at - x0) / (x1 - x0))) : 1;
  const between = (of: number[]) => (of[left] ?? 0) + share * ((of[right] ?? 0) - (of[left] ?? 0));
  return { front_x: between(x), front_z: between(z), pitch: between(pitch) };
}

type Props = {
  crossed: Crossed;
  stance: StanceDriven;
  at: number;
  sheet: Sheet;
  width: number;
  height: number;
  title: string;
  /** Drawn dotted beneath: the rig as found, where it would stand then. */
  beneath?: StanceDriven | undefined;
};

const LANE_MM = 7600;

export function Lane({ crossed, stance, at, sheet, width, height, title, beneath }: Props) {
  const driven = stance.driven.value;
  if (!driven) return null;
  const pose = poseAt(driven, at);
  const body = silhouette(sheet.form, asFound(sheet), sheet.outlines.found.front?.static_radius_mm);
  const long = Math.max(LANE_MM, (body.front + body.wheelbase + body.rear) * 1.5);
  const k = width / long;
  // The middle of the vehicle stays in the middle of the lane, and its wheels a third above the bottom.
  const middle = pose.front_x - body.wheelbase / 2;
  const base = groundAt(crossed.corners, middle);
  const x = (mm: number) => width / 2 - (mm - middle) * k;
  const y = (mm: number) => height * 0.74 - (mm - base) * k;
  const touching = driven.closest.filter(({ clearance_mm }) => clearance_mm < 0);
  const other = beneath?.driven.value;
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={`${title}: pitch ${pose.pitch.toFixed(0)} degrees; ${
        touching.length === 0 ? "nothing touches" : `${touching.map(({ name }) => name).join(", ")} touches`
      }`}
      className="block bg-strip"
      data-lane={stance.name}
    >
      <path
        d={`${line(crossed.corners, x, y, width)}V${height}H${width}Z`}
        fill="var(--strip-body)"
        stroke="var(--chalk)"
        strokeWidth={2}
        strokeLinejoin="round"
      />
      {beneath && other && (
        <Vehicle pose={poseAt(other, at)} stance={beneath} driven={other} {...{ body, x, y, k }} faint />
      )}
      <Vehicle pose={pose} {...{ stance, driven, body, x, y, k }} />
      {touching.map((touch, i) => (
        <g key={touch.name}>
          <path
            d={`M${x(touch.ground_x_mm) - 6} ${y(touch.ground_z_mm) - 6}l12 12m0 -12l-12 12`}
            stroke="var(--strip-oxide)"
            strokeWidth={3}
          />
          <text
            x={x(touch.ground_x_mm)}
            y={y(touch.ground_z_mm) + 24}
            textAnchor="middle"
            fontSize={13}
            fontWeight={700}
            fill="var(--strip-oxide)"
          >
            {i + 1}
          </text>
        </g>
      ))}
      <text x={10} y={20} fontSize={14} fontWeight={600} fill="var(--chalk)" className="cond">
        {title}
      </text>
      <text x={10} y={38} fontSize={13} fill="var(--chalk-quiet)" className="cond">
        {pose.pitch.toFixed(1).replace("-", "−")}° pitch
        {driven.blocked_at_mm !== null && at >= driven.blocked_at_mm - 1 ? " · a wheel is stopped here" : ""}
      </text>
    </svg>
  );
}

type VehicleProps = {
  pose: Pose;
  stance: StanceDriven;
  driven: Driven;
  body: ReturnType<typeof silhouette>;
  x: (mm: number) => number;
  y: (mm: number) => number;
  k: number;
  faint?: boolean;
};

/** Drawn about the front wheel's centre as it stands level, then turned by its pitch. */
function Vehicle({ pose, stance, driven, body, x, y, k, faint = false }: VehicleProps) {
  const outline = stance.outline;
  const rise = (what: "frame" | "body") => (at: number) => {
    const front = outline.front?.[`${what}_rise_mm`] ?? 0;
    const rear = outline.rear?.[`${what}_rise_mm`] ?? front;
    return front + ((rear - front) * at) / body.wheelbase;
  };
  const place = ([sx, sz]: Spot, up: (at: number) => number) =>
    `${(sx * k).toFixed(1)} ${(-(sz + up(sx) - driven.front_radius_mm) * k).toFixed(1)}`;
  const path = (spots: Spot[], up: (at: number) => number, closed = true) =>
    spots.map((spot, i) => `${i ? "L" : "M"}${place(spot, up)}`).join("") + (closed ? "Z" : "");
  const [raised, framed] = [rise("body"), rise("frame")];
  const rearZ = -(driven.rear_radius_mm - driven.front_radius_mm) * k;
  const touching = driven.closest.filter(({ clearance_mm }) => clearance_mm < 0).map(({ name }) => name);
  const stroke = faint
    ? { stroke: "var(--chalk-quiet)", strokeWidth: 1, strokeDasharray: "1.5 3.5", fill: "none" }
    : { stroke: "var(--chalk)", strokeWidth: 1.8 };
  return (
    <g transform={`translate(${x(pose.front_x)} ${y(pose.front_z)}) rotate(${pose.pitch})`} {...stroke}>
      <path
        d={path(body.contour, raised)}
        fill={faint ? "none" : "var(--strip-body)"}
        strokeLinejoin="round"
      />
      {!faint &&
        body.windows.map((window, i) => (
          <path key={i} d={path(window, raised)} fill="var(--strip)" strokeWidth={0.9} />
        ))}
      {!faint && body.deck && <path d={path(body.deck, raised)} fill="var(--strip-body)" />}
      {!faint && (
        <path
          d={path(
            [
              [-body.front * 0.82, body.sill * 1.02],
              [body.wheelbase + body.rear * 0.88, body.sill * 1.02],
            ],
            framed,
            false,
          )}
          stroke="var(--chalk-quiet)"
          strokeWidth={2.5}
        />
      )}
      {(
        [
          ["front", 0, 0, driven.front_radius_mm],
          ["rear", body.wheelbase * k, rearZ, driven.rear_radius_mm],
        ] as const
      ).map(([end, cx, cy, radius]) => (
        <circle key={end} cx={cx} cy={cy} r={radius * k} fill={faint ? "none" : "var(--strip-tyre)"} />
      ))}
      {!faint &&
        outline.points.map((point) => {
          const number = touching.indexOf(point.name);
          const [cx = 0, cy = 0] = place([point.x_mm, point.z_mm], () => 0)
            .split(" ")
            .map(Number);
          return number === -1 ? (
            <circle key={point.name} cx={cx} cy={cy} r={2.4} fill="var(--chalk)" stroke="none" />
          ) : (
            <g key={point.name} stroke="none">
              <circle cx={cx} cy={cy} r={5} fill="var(--strip-oxide)" />
              <text
                x={cx}
                y={cy - 9}
                textAnchor="middle"
                fontSize={13}
                fontWeight={700}
                fill="var(--strip-oxide)"
              >
                {number + 1}
              </text>
            </g>
          );
        })}
    </g>
  );
}

function groundAt(corners: Crossed["corners"], at: number): number {
  const after = corners.findIndex(([x = 0]) => x >= at);
  if (after === -1) return corners.at(-1)?.[1] ?? 0;
  const [x1 = 0, z1 = 0] = corners[after] ?? [];
  const before = corners[after - 1];
  if (!before) return z1;
  const [x0 = 0, z0 = 0] = before;
  return x1 === x0 ? z0 : z0 + ((z1 - z0) * (at - x0)) / (x1 - x0);
}

/** The ground from the right edge of the lane to its left one; level beyond its ends. */
function line(
  corners: Crossed["corners"],
  x: (mm: number) => number,
  y: (mm: number) => number,
  width: number,
): string {
  const first = corners[0]?.[1] ?? 0;
  const last = corners.at(-1)?.[1] ?? 0;
  const middle = corners.map(([cx = 0, cz = 0]) => `L${x(cx).toFixed(1)} ${y(cz).toFixed(1)}`).join("");
  return `M${Math.max(width, x(corners[0]?.[0] ?? 0))} ${y(first).toFixed(1)}${middle}L${Math.min(0, x(corners.at(-1)?.[0] ?? 0))} ${y(last).toFixed(1)}`;
}
