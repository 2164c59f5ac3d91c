/** A bay from above and from the side: boxes are dragged, what is too close is hatched, what comes out has its way drawn. */
import { type PointerEvent, useState } from "react";

import { useBench } from "../../parts/bench";
import { snapped } from "../../parts/steps";
import { useMeasure } from "../../parts/useMeasure";
import { type BoxLine, type RoomSheet, useWritten } from "./useFrame";
import { VehicleBehind } from "./VehicleBehind";

type Props = { sheet: RoomSheet; boxes: BoxLine[] };
type Axis = "x" | "y" | "z";
type Span = [number, number];

const EDGE = 30;
const MOST = 340;
/** So much of the vehicle is drawn round what stands in the bay, as a share of the bay's length. */
const ROUND = 0.12;
const BY_MM = { step: 5 };

const span = (box: BoxLine, axis: Axis): Span => {
  const [from = 0, to = 0] = box.record[axis];
  return [from, to];
};

export function BayDrawing({ sheet, boxes }: Props) {
  const [ref, width] = useMeasure(760);
  const [moved, setMoved] = useState<{ id: number; by: Record<Axis, number> }>();
  const { put } = useBench();
  const { mm } = useWritten();
  const ends = (axis: Axis, round = 0): Span => {
    const all = boxes.flatMap((box) => span(box, axis));
    return [Math.min(...all) - round, Math.max(...all) + round];
  };
  const close = (sheet.bays.value?.close ?? []).filter((pair) => pair.bay === boxes[0]?.record.bay);
  const tight = new Set(close.filter((pair) => pair.gap_mm < pair.needed_mm).flatMap(({ a, b }) => [a, b]));
  const drop = () => {
    const box = boxes.find(({ id }) => id === moved?.id);
    if (box && moved && Object.values(moved.by).some((by) => by !== 0)) {
      const at = (axis: Axis) => span(box, axis).map((end) => end + moved.by[axis]);
      void put({
        do: "record",
        table: "room_box",
        id: box.id,
        version: box.version,
        record: { ...box.record, x: at("x"), y: at("y"), z: at("z") },
      }).then(() => setMoved(undefined));
    } else setMoved(undefined);
  };
  const size = (of: Span) => Math.max(of[1] - of[0], 1);
  const round = size(ends("x")) * ROUND;
  const [x, y, z] = [ends("x", round), ends("y", round), ends("z", round)];
  const k = Math.min((width - 2 * EDGE) / size(x), MOST / size(y), MOST / size(z));
  const seen = (down: "y" | "z", from: Span) => (
    <View
      boxes={boxes}
      down={down}
      x={x}
      from={from}
      k={k}
      width={width}
      frame={sheet.frame}
      tight={tight}
      moved={moved}
      take={(id) => setMoved({ id, by: { x: 0, y: 0, z: 0 } })}
      move={(dx, dd) =>
        setMoved(
          (now) =>
            now && {
              ...now,
              by: { ...now.by, x: snapped(BY_MM, dx), [down]: snapped(BY_MM, dd) },
            },
        )
      }
      drop={drop}
    />
  );
  return (
    <div className="pt-2">
      <div ref={ref}>
        {seen("y", y)}
        {seen("z", z)}
      </div>
      <p className="cond flex flex-wrap gap-x-5 text-sm text-quiet">
        <span>above: from above, front left, left side up · below: from the side</span>
        <span>grey: the vehicle as found, its frame where it was measured</span>
        <span>dashed: what it wants round it · hatched: too close · arrow: how it comes out</span>
        {moved && (
          <span className="text-oxide" role="status">
            {boxes.find(({ id }) => id === moved.id)?.record.name} by {mm(moved.by.x)} back, {mm(moved.by.y)}{" "}
            right, {mm(moved.by.z)} up
          </span>
        )}
      </p>
      {close.length > 0 && (
        <ul aria-label="Too close" className="cond py-1">
          {close.map((pair) => (
            <li
              key={`${pair.a} ${pair.b}`}
              className={`border-b border-hair py-1 ${pair.gap_mm < pair.needed_mm - pair.off_mm ? "text-oxide" : ""}`}
            >
              <b className="font-semibold">
                {pair.a} and {pair.b}
              </b>{" "}
              {pair.gap_mm >= 0 ? `${mm(pair.gap_mm)} apart` : `${mm(-pair.gap_mm)} into one another`}{" "}
              <span className="text-quiet">±{mm(pair.off_mm)}</span>, {mm(pair.needed_mm)} wanted
              {Math.abs(pair.gap_mm - pair.needed_mm) < pair.off_mm && ": too close to call"}
            </li>
          ))}
        </ul>
      )}
      {(sheet.bays.value?.ways_out ?? [])
        .filter((way) => way.bay === boxes[0]?.record.bay)
        .map((way) => (
          <p key={way.name} className={`cond py-1 ${way.free ? "" : "text-oxide"}`}>
            <b className="font-semibold">{way.name}</b>{" "}
            {way.blocked_by.length === 0
              ? "comes out freely"
              : way.free
                ? `comes out once ${way.blocked_by.join(", ")} ${way.blocked_by.length > 1 ? "are" : "is"} off`
                : `has ${way.blocked_by.filter((name) => !way.first_off.includes(name)).join(", ")} in its way`}
          </p>
        ))}
    </div>
  );
}

type ViewProps = {
  boxes: BoxLine[];
  down: "y" | "z";
  x: Span;
  from: Span;
  k: number;
  width: number;
  frame: RoomSheet["frame"];
  tight: Set<string>;
  moved: { id: number; by: Record<Axis, number> } | undefined;
  take: (id: number) => void;
  move: (dx: number, down: number) => void;
  drop: () => void;
};

function View({ boxes, down, x, from, k, width, frame, tight, moved, take, move, drop }: ViewProps) {
  const [start, setStart] = useState<{ x: number; y: number }>();
  const height = Math.max((from[1] - from[0]) * k, 30) + 2 * EDGE;
  // From above the left side is up; from the side the ground is down.
  const at = (mm: number) => (down === "y" ? EDGE + (mm - from[0]) * k : height - EDGE - (mm - from[0]) * k);
  const left = (mm: number) => EDGE + (mm - x[0]) * k;
  const sign = down === "y" ? 1 : -1;
  const pull = (event: PointerEvent) => {
    if (start) move((event.clientX - start.x) / k, (sign * (event.clientY - start.y)) / k);
  };
  const end = () => {
    if (start) drop();
    setStart(undefined);
  };
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={down === "y" ? "The bay from above" : "The bay from the side"}
      className="cond block h-auto max-w-full touch-none text-[13px] select-none"
      onPointerMove={pull}
      onPointerUp={end}
      onPointerCancel={end}
    >
      <defs>
        <pattern
          id={`tight-${down}`}
          width={7}
          height={7}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1={0} y1={0} x2={0} y2={7} stroke="var(--oxide)" strokeWidth={1.6} />
        </pattern>
      </defs>
      <VehicleBehind down={down} frame={frame} x={left} at={at} k={k} width={width} height={height} />
      {[...boxes]
        .sort((a, b) => area(b, down) - area(a, down))
        .map((box) => {
          const by = moved?.id === box.id ? moved.by : undefined;
          const [x0, x1] = span(box, "x").map((end) => left(end + (by?.x ?? 0))) as Span;
          const ys = span(box, down).map((end) => at(end + (by?.[down] ?? 0)));
          const [top, bottom] = [Math.min(...ys), Math.max(...ys)];
          const isTight = tight.has(box.record.name);
          const wants = (box.record.wants_mm ?? 0) * k;
          return (
            <g key={box.id}>
              {wants > 2 && (
                <rect
                  x={x0 - wants}
                  y={top - wants}
                  width={x1 - x0 + 2 * wants}
                  height={bottom - top + 2 * wants}
                  fill="none"
                  stroke="var(--quiet)"
                  strokeWidth={0.8}
                  strokeDasharray="3 3"
                />
              )}
              <rect
                x={x0}
                y={top}
                width={Math.max(x1 - x0, 2)}
                height={Math.max(bottom - top, 2)}
                fill={isTight ? `url(#tight-${down})` : "var(--margin)"}
                fillOpacity={isTight ? 1 : 0.75}
                stroke={isTight ? "var(--oxide)" : "var(--ink)"}
                strokeWidth={by ? 2.6 : 1.6}
                className="cursor-move"
                onPointerDown={(event) => {
                  (event.target as Element).setPointerCapture(event.pointerId);
                  setStart({ x: event.clientX, y: event.clientY });
                  take(box.id);
                }}
              />
              <WayOutArrow box={box} down={down} x0={x0} x1={x1} top={top} bottom={bottom} />
            </g>
          );
        })}
      {boxes.map((box) => {
        const by = moved?.id === box.id ? moved.by : undefined;
        const [x0, x1] = span(box, "x").map((end) => left(end + (by?.x ?? 0))) as Span;
        const ys = span(box, down).map((end) => at(end + (by?.[down] ?? 0)));
        return (
          <Label
            key={box.id}
            text={box.record.name}
            x0={x0}
            x1={x1}
            top={Math.min(...ys)}
            bottom={Math.max(...ys)}
          />
        );
      })}
    </svg>
  );
}

const LETTER = 6.4;

type LabelProps = { text: string; x0: number; x1: number; top: number; bottom: number };

/** Its name: inside at the upper left, along a box that stands upright, above one that is too small for either. */
function Label({ text, x0, x1, top, bottom }: LabelProps) {
  const long = text.length * LETTER;
  const look = {
    fill: "var(--ink)",
    stroke: "var(--ground)",
    strokeWidth: 4,
    paintOrder: "stroke",
    className: "pointer-events-none font-semibold",
  };
  if (x1 - x0 > long + 4 && bottom - top > 18)
    return (
      <text {...look} x={x0 + 4} y={top + 14}>
        {text}
      </text>
    );
  if (bottom - top > long + 4 && x1 - x0 > 12) {
    const [cx, cy] = [(x0 + x1) / 2 + 4, (top + bottom) / 2];
    return (
      <text {...look} x={cx} y={cy} textAnchor="middle" transform={`rotate(-90 ${cx} ${cy})`}>
        {text}
      </text>
    );
  }
  return (
    <text {...look} x={(x0 + x1) / 2} y={top - 4} textAnchor="middle">
      {text}
    </text>
  );
}

function area(box: BoxLine, down: "y" | "z"): number {
  const [x, d] = [span(box, "x"), span(box, down)];
  return (x[1] - x[0]) * (d[1] - d[0]);
}

type ArrowProps = { box: BoxLine; down: "y" | "z"; x0: number; x1: number; top: number; bottom: number };

function WayOutArrow({ box, down, x0, x1, top, bottom }: ArrowProps) {
  const way = box.record.comes_out;
  if (!way) return null;
  const [cx, cy] = [x0 + (x1 - x0) * 0.82, (top + bottom) / 2];
  const line = { stroke: "var(--zinc)", strokeWidth: 2.4, fill: "none" };
  if (way.axis === "x") {
    const [from, to] = way.sign > 0 ? [x1, x1 + 26] : [x0, x0 - 26];
    return (
      <path {...line} d={`M${from} ${cy}H${to}m${-7 * way.sign} -5l${7 * way.sign} 5l${-7 * way.sign} 5`} />
    );
  }
  if (way.axis !== down) return null;
  const up = down === "z" ? way.sign > 0 : way.sign < 0;
  const [from, to] = up ? [top, top - 26] : [bottom, bottom + 26];
  const tip = up ? 7 : -7;
  return <path {...line} d={`M${cx} ${from}V${to}m-5 ${tip}l5 ${-tip}l5 ${tip}`} />;
}
