/** The vehicle behind what stands in a bay: body, tyres, axles and, where it was measured, the frame. As found. */
import { asFound } from "../../parts/asFound";
import { useBench } from "../../parts/bench";
import { outlinePath } from "../../rig/RigDrawing";
import { framed } from "../../rig/scale";
import { silhouette } from "../../rig/silhouette";
import { tyrePath } from "../../rig/tyrePath";
import type { RoomSheet } from "./useFrame";

type Props = {
  /** Seen from above (y is down) or from the side (z is up). */
  down: "y" | "z";
  frame: RoomSheet["frame"];
  x: (mm: number) => number;
  at: (mm: number) => number;
  k: number;
  width: number;
  height: number;
};

const USUAL_WIDTH_MM = 1800;
const LINE = { fill: "none", stroke: "var(--quiet)", strokeOpacity: 0.55 };

export function VehicleBehind(props: Props) {
  const { down, x, at, width, height } = props;
  const { sheet } = useBench();
  const body = silhouette(sheet.form, asFound(sheet), sheet.outlines.found.front?.static_radius_mm);
  const inside = (px: number) => px > 0 && px < width;
  return (
    <g className="pointer-events-none">
      {down === "z" ? <FromTheSide {...props} body={body} /> : <FromAbove {...props} body={body} />}
      {([0, body.wheelbase] as const).map(
        (axle) =>
          inside(x(axle)) && (
            <g key={axle}>
              <line {...LINE} x1={x(axle)} x2={x(axle)} y1={0} y2={height} strokeDasharray="12 4 2 4" />
              <text x={x(axle) + 4} y={height - 5} fill="var(--quiet)">
                {axle === 0 ? "front axle" : "rear axle"}
              </text>
            </g>
          ),
      )}
      {down === "y" && at(0) > 0 && at(0) < height && (
        <line {...LINE} x1={0} x2={width} y1={at(0)} y2={at(0)} strokeDasharray="12 4 2 4" />
      )}
    </g>
  );
}

type Body = ReturnType<typeof silhouette>;

function FromTheSide({ frame, x, at, k, width, height, body }: Props & { body: Body }) {
  const { sheet } = useBench();
  const { found } = sheet.outlines;
  const f = framed(x, at, k, width, height);
  const rail = rails(frame).map(({ left, right }) => ({
    x: (left.x + right.x) / 2,
    z: (left.z + right.z) / 2,
  }));
  return (
    <>
      <path {...LINE} d={outlinePath(f, body, found, () => 0)} strokeWidth={1.4} />
      {(["front", "rear"] as const).map((end) => {
        const wheel = found[end];
        return (
          wheel && (
            <path
              key={end}
              {...LINE}
              d={tyrePath(wheel, k, x(end === "front" ? 0 : body.wheelbase), at(0))}
              strokeWidth={1.4}
            />
          )
        );
      })}
      <line {...LINE} x1={0} x2={width} y1={at(0)} y2={at(0)} strokeWidth={2} />
      <path {...LINE} d={through(rail.map((each) => [x(each.x), at(each.z)]))} strokeWidth={3} />
    </>
  );
}

function FromAbove({ frame, x, at, k, body }: Props & { body: Body }) {
  const { sheet } = useBench();
  const figures = asFound(sheet);
  const number = (path: string) => figures[path]?.value as number | undefined;
  const wide = number("body.width_mm") ?? USUAL_WIDTH_MM;
  const stations = rails(frame);
  return (
    <>
      <rect
        {...LINE}
        x={x(-body.front)}
        y={at(-wide / 2)}
        width={(body.front + body.wheelbase + body.rear) * k}
        height={wide * k}
        rx={60 * k}
        strokeWidth={1.4}
      />
      {(["front", "rear"] as const).flatMap((end) => {
        const wheel = sheet.outlines.found[end];
        const track = number(`body.${end}_track_mm`);
        if (!wheel || track === undefined) return [];
        return [-1, 1].map((side) => (
          <rect
            key={`${end} ${side}`}
            {...LINE}
            x={x((end === "front" ? 0 : body.wheelbase) - wheel.radius_mm)}
            y={at((side * track) / 2 - wheel.width_mm / 2)}
            width={wheel.diameter_mm * k}
            height={wheel.width_mm * k}
            rx={20 * k}
            strokeWidth={1.4}
          />
        ));
      })}
      {(["left", "right"] as const).map((side) => (
        <path
          key={side}
          {...LINE}
          d={through(stations.map((each) => [x(each[side].x), at(each[side].y)]))}
          strokeWidth={3}
        />
      ))}
    </>
  );
}

/** The stations of the frame from the front to the rear. */
function rails(frame: RoomSheet["frame"]) {
  const point = ([x = 0, y = 0, z = 0]: readonly number[]) => ({ x, y, z });
  return frame
    .map(({ left, right }) => ({ left: point(left), right: point(right) }))
    .sort((a, b) => a.left.x - b.left.x);
}

const through = (points: [number, number][]) =>
  points.map(([px, py], i) => `${i ? "L" : "M"}${px} ${py}`).join("");
