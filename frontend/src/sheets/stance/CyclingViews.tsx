/** An axle on its way from the side, from the front and from above. */
import type { Cycle } from "../../api/types";
import { useBench } from "../../parts/bench";
import { useMeasure } from "../../parts/useMeasure";
import { silhouette } from "../../rig/silhouette";
import { type Ends, gapAt, leftAt, type Up, valueAt } from "./onItsWay";
import { asFound } from "../../parts/asFound";

/** Side, front and plan view of the same moment, to one scale each. */
export function Views({ ends, ups, steer }: { ends: Ends; ups: Up[]; steer: number }) {
  const { sheet } = useBench();
  const [ref, width] = useMeasure(760);
  const side = Math.floor(width * 0.5);
  const third = Math.floor((width - side) / 2);
  const HEIGHT = 230;
  return (
    <div ref={ref} className="flex bg-strip pt-1">
      <Side width={side} height={HEIGHT} ends={ends} ups={ups} />
      {ends.front ? (
        <>
          <FrontView
            width={third}
            height={HEIGHT}
            cycle={ends.front}
            up={ups[0] ?? { end: "front", left: 0, right: 0 }}
            steer={steer}
          />
          <Plan width={third} height={HEIGHT} cycle={ends.front} steer={steer} up={ups[0]?.left ?? 0} />
        </>
      ) : (
        <p className="p-4 text-chalk-quiet">{sheet.name}: the front axle waits for figures.</p>
      )}
    </div>
  );
}

function Side({ width, height, ends, ups }: { width: number; height: number; ends: Ends; ups: Up[] }) {
  const { sheet } = useBench();
  const outline = sheet.here.outline;
  const body = silhouette(sheet.form, asFound(sheet), sheet.outlines.found.front?.static_radius_mm);
  const whole = body.front + body.wheelbase + body.rear;
  const k = Math.min((width - 30) / whole, (height - 40) / (body.height + 250));
  const x = (mm: number) => (width - whole * k) / 2 + (mm + body.front) * k;
  const y = (mm: number) => height - 26 - mm * k;
  const rise = (at: number) => {
    const front = outline.front?.body_rise_mm ?? 0;
    return front + (((outline.rear?.body_rise_mm ?? front) - front) * at) / body.wheelbase;
  };
  return (
    <svg width={width} height={height} role="img" aria-label="from the side" className="block shrink-0">
      <text x={8} y={16} fontSize={12} fill="var(--chalk-quiet)" className="cond">
        from the left
      </text>
      <path
        d={body.contour.map(([sx, sz], i) => `${i ? "L" : "M"}${x(sx)} ${y(sz + rise(sx))}`).join("") + "Z"}
        fill="var(--strip-body)"
        stroke="var(--chalk)"
        strokeWidth={1.5}
      />
      {ups.map(({ end, left, right }) => {
        const wheel = outline[end];
        const cycle = ends[end];
        if (!wheel) return null;
        const at = end === "front" ? 0 : body.wheelbase;
        return (
          <g key={end} fill="var(--strip-tyre)" stroke="var(--chalk)">
            {left !== right && (
              <circle
                cx={x(at)}
                cy={y(wheel.static_radius_mm + right)}
                r={wheel.radius_mm * k}
                stroke="var(--chalk-quiet)"
                strokeDasharray="4 4"
              />
            )}
            <circle
              cx={x(at)}
              cy={y(wheel.static_radius_mm + left)}
              r={wheel.radius_mm * k}
              strokeWidth={1.8}
            />
            {cycle?.rooms.map((room) => (
              <circle
                key={room.name}
                cx={x(at + room.x_mm)}
                cy={y(
                  wheel.static_radius_mm + (outline[end]?.frame_rise_mm ?? 0) - wheel.rise_mm + room.z_mm,
                )}
                r={3}
                fill={gapAt(cycle, room, left, 0) <= 0 ? "var(--strip-oxide)" : "var(--strip-zinc)"}
                stroke="none"
              />
            ))}
            {cycle?.lines.map((line) => {
              const { frame, axle } = line;
              if (!frame || !axle) return null;
              const still =
                wheel.static_radius_mm + (outline[end]?.frame_rise_mm ?? 0) - wheel.rise_mm + frame.z_mm;
              return (
                <path
                  key={line.name}
                  d={`M${x(at + frame.x_mm)} ${y(still)}L${x(at + axle.x_mm)} ${y(wheel.static_radius_mm + left + axle.z_mm)}`}
                  fill="none"
                  stroke={(leftAt(cycle, line, left) ?? 0) < 0 ? "var(--strip-oxide)" : "var(--strip-zinc)"}
                  strokeWidth={2}
                />
              );
            })}
          </g>
        );
      })}
    </svg>
  );
}

/** The axle from the front; its left wheel stands at the right, as one sees it. */
function FrontView({
  width,
  height,
  cycle,
  up,
  steer,
}: {
  width: number;
  height: number;
  cycle: Cycle;
  up: Up;
  steer: number;
}) {
  const { sheet } = useBench();
  const apart = sheet.figures["front_axle.build"]?.value === "independent";
  // Places were measured as found; the frame has risen on its axle since.
  const risen = sheet.here.outline.front;
  const raised = risen ? risen.frame_rise_mm - risen.rise_mm : 0;
  const track = cycle.track_mm ?? 1500;
  const k = Math.min(
    (width - 20) / (track + cycle.width_mm + 260),
    (height - 50) / (2 * cycle.radius_mm + 380),
  );
  const base = height - 44 - cycle.radius_mm * k;
  const tilt = apart ? 0 : (Math.atan2(up.left - up.right, track) * 180) / Math.PI;
  const aside = valueAt(cycle.aside_mm, cycle, (up.left + up.right) / 2) ?? 0;
  const turned = Math.abs(Math.sin((steer * Math.PI) / 180));
  const wide = cycle.width_mm * (1 - turned) + cycle.radius_mm * 2 * turned * 0.9;
  const wheel = (side: 1 | -1, rise: number) => (
    <rect
      x={width / 2 + (side * (track / 2) + aside) * k - (wide * k) / 2}
      y={base - rise * k - cycle.radius_mm * k}
      width={wide * k}
      height={2 * cycle.radius_mm * k}
      rx={6}
      fill="var(--strip-tyre)"
      stroke="var(--chalk)"
      strokeWidth={1.8}
      transform={`rotate(${-tilt} ${width / 2 + side * (track / 2) * k} ${base - rise * k})`}
    />
  );
  return (
    <svg width={width} height={height} role="img" aria-label="from the front" className="block shrink-0">
      <text x={8} y={16} fontSize={12} fill="var(--chalk-quiet)" className="cond">
        from the front
      </text>
      {apart ? (
        // Each wheel by itself, from the middle, which stays.
        [
          [1, up.left],
          [-1, up.right],
        ].map(([side = 1, rise = 0]) => (
          <line
            key={side}
            x1={width / 2 + side * 0.14 * track * k}
            y1={base}
            x2={width / 2 + (side * track * k) / 2}
            y2={base - rise * k}
            stroke="var(--chalk)"
            strokeWidth={3.5}
          />
        ))
      ) : (
        <line
          x1={width / 2 + (track / 2 + aside) * k}
          y1={base - up.left * k}
          x2={width / 2 - (track / 2 - aside) * k}
          y2={base - up.right * k}
          stroke="var(--chalk)"
          strokeWidth={5}
        />
      )}
      {wheel(1, up.left)}
      {wheel(-1, up.right)}
      {cycle.rooms.map((room) => (
        <circle
          key={room.name}
          cx={width / 2 + (track / 2 + room.y_mm) * k}
          cy={base - (room.z_mm + raised) * k}
          r={3.4}
          fill={gapAt(cycle, room, up.left, steer) <= 0 ? "var(--strip-oxide)" : "var(--strip-zinc)"}
        />
      ))}
      {cycle.lines.map(
        (line) =>
          line.frame &&
          line.axle && (
            <line
              key={line.name}
              x1={width / 2 + (track / 2 + line.frame.y_mm) * k}
              y1={base - (line.frame.z_mm + raised) * k}
              x2={width / 2 + (track / 2 + aside + line.axle.y_mm) * k}
              y2={base - (up.left + line.axle.z_mm) * k}
              stroke={(leftAt(cycle, line, up.left) ?? 0) < 0 ? "var(--strip-oxide)" : "var(--strip-zinc)"}
              strokeWidth={2}
            />
          ),
      )}
      <text
        x={width / 2}
        y={height - 10}
        textAnchor="middle"
        fontSize={12}
        fill="var(--chalk-quiet)"
        className="cond"
      >
        {Math.abs(tilt) > 0.05 ? `axle ${Math.abs(tilt).toFixed(1)}°` : ""}
        {Math.abs(aside) > 0.5 ? ` ${Math.abs(aside).toFixed(0)} mm aside` : ""}
      </text>
    </svg>
  );
}

/** The left wheel from above, nose up: turned about its steering axis among the places by it. */
function Plan({
  width,
  height,
  cycle,
  steer,
  up,
}: {
  width: number;
  height: number;
  cycle: Cycle;
  steer: number;
  up: number;
}) {
  const k = Math.min((width - 30) / 900, (height - 50) / (2 * cycle.radius_mm + 260));
  const [cx, cy] = [width / 2, height / 2 + 6];
  const pivot = cx + cycle.scrub_mm * k;
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label="the left wheel from above"
      className="block shrink-0"
    >
      <text x={8} y={16} fontSize={12} fill="var(--chalk-quiet)" className="cond">
        left wheel, from above
      </text>
      <rect
        x={cx - (cycle.width_mm * k) / 2}
        y={cy - cycle.radius_mm * k}
        width={cycle.width_mm * k}
        height={2 * cycle.radius_mm * k}
        rx={8}
        fill="var(--strip-tyre)"
        stroke="var(--chalk)"
        strokeWidth={1.8}
        transform={`rotate(${-steer} ${pivot} ${cy})`}
      />
      <circle cx={pivot} cy={cy} r={3} fill="var(--chalk)" />
      {cycle.rooms.map((room) => {
        const gap = gapAt(cycle, room, up, steer);
        const at = { x: cx - room.y_mm * k, y: cy + room.x_mm * k };
        return (
          <g key={room.name}>
            <circle cx={at.x} cy={at.y} r={4} fill={gap <= 0 ? "var(--strip-oxide)" : "var(--strip-zinc)"} />
            {gap < 40 && (
              <text
                x={at.x + 6}
                y={at.y - 5}
                fontSize={12}
                fill={gap <= 0 ? "var(--strip-oxide)" : "var(--chalk)"}
                className="cond"
              >
                {Math.round(gap)}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
