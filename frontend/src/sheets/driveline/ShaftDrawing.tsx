/** A shaft from the side and from above, to one scale: full bump and full droop thin, ride strong.
 *
 * The pinion’s tail is pulled to turn it, the case’s joint to lower the case; sliders do the same by key. */
import { scaleLinear } from "d3-scale";
import { useRef } from "react";

import type { ShaftLine } from "../../api/types";
import { snapped, useSteps } from "../../parts/steps";
import { useMeasure } from "../../parts/useMeasure";
import type { Trial } from "./trial";

type At = ShaftLine["places"][number];
type Joint = At["drive"];

const SIDE = 190;
const PLAN = 84;
/** How far a component's own axis is drawn from its joint. */
const STUB_MM = 170;

type Props = {
  line: ShaftLine;
  before?: ShaftLine | undefined;
  trial: Trial;
  set: (trial: Trial) => void;
};

export function ShaftDrawing({ line, before, trial, set }: Props) {
  const turn = useSteps("driveline.pinion_up_deg");
  const drop = useSteps("driveline.case_down_mm");
  const [ref, width] = useMeasure(520);
  const joints = line.places.flatMap(({ drive, pinion }) => [drive, pinion]);
  const xs = joints.map(({ x_mm }) => x_mm);
  const zs = joints.map(({ z_mm }) => z_mm);
  const ys = joints.map(({ y_mm }) => y_mm);
  const [from, to] = [Math.min(...xs) - STUB_MM, Math.max(...xs) + STUB_MM];
  const height = Math.max(...zs) - Math.min(...zs) + 130;
  const breadth = Math.max(...ys) - Math.min(...ys) + 60;
  const k = Math.min((width - 64) / (to - from), (SIDE - 16) / height, (PLAN - 8) / breadth);
  const left = (width - (to - from) * k) / 2;
  const x = scaleLinear([from, to], [left, left + (to - from) * k]);
  const middle = (Math.max(...zs) + Math.min(...zs)) / 2;
  const across = (Math.max(...ys) + Math.min(...ys)) / 2;
  const z = (mm: number) => SIDE / 2 - (mm - middle) * k;
  const y = (mm: number) => SIDE + PLAN / 2 + 8 + (mm - across) * k;
  const ride = line.places.find(({ place }) => place === "ride");
  const old = before?.places.find(({ place }) => place === "ride");
  const order = [...line.places].sort((a, b) => Number(a.place === "ride") - Number(b.place === "ride"));
  return (
    <div ref={ref} className="on-strip min-w-0 self-start bg-strip">
      <svg
        width={width}
        height={SIDE + PLAN + 16}
        role="img"
        aria-label={`The ${line.end} shaft from the side and from above, ${line.places.map((at) => at.place).join(", ")}`}
        className="cond block"
      >
        <text x={8} y={16} fontSize={12} fill="var(--chalk-quiet)">
          from the side, seen from the frame
        </text>
        <text x={8} y={SIDE + 14} fontSize={12} fill="var(--chalk-quiet)">
          from above
        </text>
        <line x1={0} x2={width} y1={SIDE} y2={SIDE} stroke="var(--strip-line)" />
        {old && <Shaft at={old} x={x} up={z} view="side" kind="before" />}
        {order.map((at) => (
          <Shaft
            key={at.place}
            at={at}
            x={x}
            up={z}
            view="side"
            kind={at.place === "ride" ? "ride" : "end"}
          />
        ))}
        {ride && <Shaft at={ride} x={x} up={y} view="plan" kind="ride" />}
        {line.places
          .filter(({ place }) => place !== "ride")
          .map(({ place, pinion }) => (
            <text
              key={place}
              x={x(pinion.x_mm) + (line.end === "rear" ? 12 : -12)}
              y={z(pinion.z_mm) + 4}
              textAnchor={line.end === "rear" ? "start" : "end"}
              fontSize={12}
              fill="var(--chalk-quiet)"
            >
              {place}
            </text>
          ))}
        {ride &&
          (["drive", "pinion"] as const).map((which) => {
            const joint = ride[which];
            const deg = ride.calculated[which === "drive" ? "drive_joint_deg" : "pinion_joint_deg"];
            return (
              <text
                key={which}
                x={x(joint.x_mm) + (joint.x_mm < (from + to) / 2 ? 24 : -24)}
                y={z(joint.z_mm) - 16}
                textAnchor="middle"
                fontSize={15}
                fontWeight={700}
                fill={deg > line.limit_deg ? "var(--strip-oxide)" : "var(--chalk)"}
                stroke="var(--strip)"
                strokeWidth={4}
                paintOrder="stroke"
              >
                {deg.toFixed(1)}°
              </text>
            );
          })}
        {ride && (
          <>
            <Pull
              x={x(ride.drive.x_mm)}
              y={z(ride.drive.z_mm)}
              label="case down"
              pulled={(by) => {
                set({ ...trial, case_down_mm: snapped(drop, by.start.case_down_mm + by.mm) });
              }}
              k={k}
              trial={trial}
            />
            <Pull
              x={x(ride.pinion.x_mm + away(ride) * STUB_MM)}
              y={z(
                ride.pinion.z_mm - Math.tan((ride.pinion.side_deg * Math.PI) / 180) * away(ride) * STUB_MM,
              )}
              label="pinion up"
              pulled={(by) => {
                const deg = (Math.atan(by.mm / STUB_MM) * 180) / Math.PI;
                set({ ...trial, pinion_up_deg: snapped(turn, by.start.pinion_up_deg + deg) });
              }}
              k={k}
              trial={trial}
            />
          </>
        )}
      </svg>
    </div>
  );
}

const away = (at: At) => (at.pinion.x_mm > at.drive.x_mm ? 1 : -1);

type PullProps = {
  x: number;
  y: number;
  k: number;
  label: string;
  trial: Trial;
  pulled: (by: { mm: number; start: Trial }) => void;
};

/** A grip that is pulled down or up; it tells by how much since it was taken. */
function Pull({ x, y, k, label, trial, pulled }: PullProps) {
  const taken = useRef<{ y: number; start: Trial } | null>(null);
  return (
    <circle
      cx={x}
      cy={y}
      r={14}
      fill="transparent"
      stroke="var(--strip-oxide)"
      strokeDasharray="3 3"
      className="cursor-ns-resize touch-none"
      aria-hidden
      data-pull={label}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        taken.current = { y: event.clientY, start: trial };
      }}
      onPointerMove={(event) => {
        if (taken.current) pulled({ mm: (event.clientY - taken.current.y) / k, start: taken.current.start });
      }}
      onPointerUp={() => (taken.current = null)}
      onPointerCancel={() => (taken.current = null)}
    />
  );
}

type ShaftProps = {
  at: At;
  x: (mm: number) => number;
  up: (mm: number) => number;
  view: "side" | "plan";
  kind: "ride" | "end" | "before";
};

const LINE = {
  ride: { stroke: "var(--chalk)", strokeWidth: 3.5 },
  end: { stroke: "var(--chalk-quiet)", strokeWidth: 1.2, strokeDasharray: "7 4" },
  before: { stroke: "var(--chalk-quiet)", strokeWidth: 1.5, strokeDasharray: "1.5 4" },
};

function Shaft({ at, x, up, view, kind }: ShaftProps) {
  const spot = (joint: Joint) => [x(joint.x_mm), up(view === "side" ? joint.z_mm : joint.y_mm)] as const;
  const [from, to] = [spot(at.drive), spot(at.pinion)];
  const backwards = away(at);
  /** The joint's own part, drawn away from the shaft along its axis. */
  const stub = (joint: Joint, away: number) => {
    const along = Math.tan(((view === "side" ? joint.side_deg : joint.plan_deg) * Math.PI) / 180);
    const rise = view === "side" ? -along : along;
    const [jx, jy] = spot(joint);
    const end = [
      x(joint.x_mm + away * STUB_MM),
      up((view === "side" ? joint.z_mm : joint.y_mm) + rise * away * STUB_MM),
    ];
    return <line x1={jx} y1={jy} x2={end[0]} y2={end[1]} stroke="var(--strip-zinc)" strokeWidth={2} />;
  };
  return (
    <g>
      {kind === "ride" && stub(at.drive, -backwards)}
      {kind === "ride" && stub(at.pinion, backwards)}
      <line x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} {...LINE[kind]} />
      {kind === "ride" &&
        [from, to].map(([cx, cy], i) => (
          <circle key={i} cx={cx} cy={cy} r={5} fill="var(--strip)" stroke="var(--chalk)" strokeWidth={2} />
        ))}
    </g>
  );
}
