/** The suspension from full droop to full bump and lock to lock: side, front and plan view, and what comes close where. */
import { useEffect, useMemo, useRef, useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import type { Cycle } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Choice } from "../../parts/Entry";
import { useSettings } from "../../parts/settings";
import { useMeasure } from "../../parts/useMeasure";
import { Problem } from "../../parts/Problem";
import { silhouette } from "../../rig/silhouette";
import { WaitsFor } from "./Heights";

const MODES = ["both axles", "crossed", "front axle", "rear axle"] as const;
type Mode = (typeof MODES)[number];
type Ends = { front: Cycle | null; rear: Cycle | null };

function useCycle(end: "front" | "rear") {
  const { sheet, stage } = useBench();
  const { units, person } = useSettings();
  return useAsked({
    queryKey: ["cycle", sheet.id, end, stage, sheet.revision],
    queryFn: ({ signal }) =>
      answered(
        client.GET("/api/rigs/{rig_id}/cycle/{end}", {
          params: { path: { rig_id: sheet.id, end }, query: { stage, units, person } },
          signal,
        }),
      ),
  });
}

export function Cycling() {
  const { write } = useBench();
  const [front, rear] = [useCycle("front"), useCycle("rear")];
  const [mode, setMode] = useState<Mode>("both axles");
  const [travel, setTravel] = useState(0);
  const [lock, setLock] = useState(0);
  const [playing, setPlaying] = useState(false);
  const [stops, setStops] = useState(true);
  const [stoppedAt, setStoppedAt] = useState<string[]>([]);
  const ends = useMemo<Ends>(
    () => ({ front: front.data?.cycle.value ?? null, rear: rear.data?.cycle.value ?? null }),
    [front.data, rear.data],
  );
  const played = useRef({ seconds: 0, touching: new Set<string>() });
  useEffect(() => {
    if (!playing) return;
    const began = performance.now() - played.current.seconds * 1000;
    let handle = requestAnimationFrame(function step(now) {
      const seconds = (now - began) / 1000;
      const [at, turned] = [Math.sin(seconds * TRAVELS_PER_S), Math.sin(seconds * LOCKS_PER_S)];
      const touching = new Set(
        (["front", "rear"] as const).flatMap((end) => touchingAt(ends[end], moved(mode, end, at), turned)),
      );
      const fresh = [...touching].filter((name) => !played.current.touching.has(name));
      played.current = { seconds, touching };
      setTravel(at);
      setLock(turned);
      if (stops && fresh.length > 0) {
        setStoppedAt(fresh);
        setPlaying(false);
        return;
      }
      handle = requestAnimationFrame(step);
    });
    return () => cancelAnimationFrame(handle);
  }, [playing, stops, mode, ends]);
  const refused = front.error ?? rear.error;
  if (!front.data || !rear.data)
    return refused ? <Problem of={refused} /> : <p className="py-3 text-quiet">Working it out.</p>;
  const lead = ends.front ?? ends.rear;
  if (!lead)
    return (
      <div className="pt-3">
        <WaitsFor waits={front.data.cycle.waits_for} />
        <WaitsFor waits={rear.data.cycle.waits_for} />
      </div>
    );
  const left = { front: moved(mode, "front", travel), rear: moved(mode, "rear", travel) };
  const right = mode === "crossed" ? { front: -left.front, rear: -left.rear } : left;
  const ups = (["front", "rear"] as const).map((end) => ({
    end,
    left: upOf(ends[end], left[end]),
    right: upOf(ends[end], right[end]),
  }));
  const steer = steerOf(ends.front, lock);
  const signed = (up: number) =>
    `${up < 0 ? "−" : "+"}${Object.values(write(Math.abs(up), "z_mm")).join(" ")}`;
  const byHand = (change: () => void) => {
    setPlaying(false);
    setStoppedAt([]);
    change();
  };
  return (
    <div className="pt-3">
      <div className="cond no-print flex flex-wrap items-end gap-x-6 gap-y-2">
        <Choice label="what moves" value={mode} of={MODES} choose={setMode} />
        <button
          className="btn"
          onClick={() => {
            setStoppedAt([]);
            setPlaying(!playing);
          }}
        >
          {playing ? "stop" : stoppedAt.length > 0 ? "go on" : "cycle it"}
        </button>
        <label className="flex items-center gap-2 pb-2">
          <input
            type="checkbox"
            className="h-5 w-5 accent-oxide"
            checked={stops}
            onChange={(event) => setStops(event.target.checked)}
          />
          stop at touches
        </label>
        <Slide
          label="travel, left wheel"
          value={travel}
          set={(to) => byHand(() => setTravel(to))}
          said={signed(ups[mode === "rear axle" ? 1 : 0]?.left ?? 0)}
        />
        {ends.front && (
          <Slide
            label="lock"
            value={lock}
            set={(to) => byHand(() => setLock(to))}
            said={`${Math.round(steer)}°`}
          />
        )}
      </div>
      <p role="status" className="cond min-h-6 pt-1 font-semibold text-oxide">
        {stoppedAt.length > 0 && `Stopped: ${stoppedAt.join(", ")}.`}
      </p>
      <Views ends={ends} ups={ups} steer={steer} />
      <div className="grid gap-x-8 gap-y-4 pt-3 wide:grid-cols-2">
        {(["front", "rear"] as const).map((end, i) => {
          const cycle = ends[end];
          return cycle ? (
            <Readings
              key={end}
              cycle={cycle}
              up={ups[i]?.left ?? 0}
              steer={end === "front" ? steer : 0}
              go={(up, deg) => {
                byHand(() => undefined);
                const whole = up >= 0 ? (cycle.ups_mm.at(-1) ?? 1) : -(cycle.ups_mm[0] ?? -1);
                setTravel((whole === 0 ? 0 : up / whole) * (mode === "crossed" && end === "rear" ? -1 : 1));
                const most = deg >= 0 ? (cycle.locks_deg.at(-1) ?? 1) : -(cycle.locks_deg[0] ?? -1);
                setLock(most === 0 ? 0 : deg / most);
                if (mode === `${end === "front" ? "rear" : "front"} axle`) setMode("both axles");
              }}
            />
          ) : (
            <WaitsFor key={end} waits={(end === "front" ? front : rear).data?.cycle.waits_for ?? null} />
          );
        })}
      </div>
      <p className="py-2 text-sm text-quiet">
        A rigid tyre with square shoulders, moved straight up and turned about its steering axis. Bushes that
        give and tyres that bulge are not in it.
      </p>
    </div>
  );
}

const TRAVELS_PER_S = 1.7;
const LOCKS_PER_S = 0.9;

/** How far the left wheel of an axle goes, of its whole way, where what moves goes so far. */
function moved(mode: Mode, end: "front" | "rear", travel: number): number {
  if (mode === `${end === "front" ? "rear" : "front"} axle`) return 0;
  return mode === "crossed" && end === "rear" ? -travel : travel;
}

const upOf = (cycle: Cycle | null, share: number) =>
  !cycle ? 0 : share >= 0 ? share * (cycle.ups_mm.at(-1) ?? 0) : -share * (cycle.ups_mm[0] ?? 0);

const steerOf = (cycle: Cycle | null, share: number) =>
  !cycle ? 0 : share >= 0 ? share * (cycle.locks_deg.at(-1) ?? 0) : -share * (cycle.locks_deg[0] ?? 0);

/** What touches, or has nothing left, at one place of an axle's way. */
function touchingAt(cycle: Cycle | null, travel: number, lock: number): string[] {
  if (!cycle) return [];
  const up = upOf(cycle, travel);
  const steer = cycle.end === "front" ? steerOf(cycle, lock) : 0;
  const shock = valueAt(cycle.shock_left_mm, cycle, up);
  const half = valueAt(cycle.half_shaft_deg, cycle, up) ?? 0;
  const most = cycle.half_shaft_limit_deg ?? Infinity;
  return [
    ...cycle.rooms.filter((room) => gapAt(cycle, room, up, steer) <= 0).map(({ name }) => `${name} touches`),
    ...cycle.lines
      .filter((line) => (leftAt(cycle, line, up) ?? 1) <= 0)
      .map(({ name }) => `${cycle.end} ${name} is too short`),
    ...(half > most ? [`half shaft bends beyond ${Math.round(most)}°`] : []),
    ...(shock && shock.closing_mm <= 0 ? [`${cycle.end} shock closes`] : []),
    ...(shock && shock.opening_mm <= 0 ? [`${cycle.end} shock opens fully`] : []),
  ];
}

type SlideProps = { label: string; value: number; set: (to: number) => void; said: string };

function Slide({ label, value, set, said }: SlideProps) {
  return (
    <label className="grid min-w-48 flex-1 gap-1">
      <span className="flex justify-between text-quiet">
        {label} <b className="font-semibold text-ink">{said}</b>
      </span>
      <input
        type="range"
        className="h-10 accent-oxide"
        min={-1}
        max={1}
        step={0.02}
        value={value}
        onChange={(event) => set(Number(event.target.value))}
      />
    </label>
  );
}

type Up = { end: "front" | "rear"; left: number; right: number };

/** Side, front and plan view of the same moment, to one scale each. */
function Views({ ends, ups, steer }: { ends: Ends; ups: Up[]; steer: number }) {
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
  const body = silhouette(sheet.form, sheet.figures, sheet.outlines.found.front?.static_radius_mm);
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

const nearest = (values: number[], to: number) =>
  values.reduce(
    (best, value, i) => (Math.abs(value - to) < Math.abs((values[best] ?? Infinity) - to) ? i : best),
    0,
  );

/** The row of a list that stands by the axle's positions. */
const rowOf = (cycle: Cycle, up: number) => nearest(cycle.ups_mm, up);

function gapAt(cycle: Cycle, room: Cycle["rooms"][number], up: number, steer: number): number {
  return room.gaps_mm[rowOf(cycle, up)]?.[nearest(cycle.locks_deg, steer)] ?? Infinity;
}

/** What a line keeps at a place; one measured at full droop alone is known there alone. */
function leftAt(cycle: Cycle, line: Cycle["lines"][number], up: number): number | undefined {
  return line.frame || rowOf(cycle, up) === 0 ? valueAt(line.left_mm, cycle, up) : undefined;
}

function valueAt<T>(list: T[] | null, cycle: Cycle, up: number): T | undefined {
  return list?.[rowOf(cycle, up)];
}

type ReadingProps = { cycle: Cycle; up: number; steer: number; go: (up: number, steer: number) => void };

function Readings({ cycle, up, steer, go }: ReadingProps) {
  const { sheet, write, put } = useBench();
  const mm = (value: number) => Object.values(write(value, "z_mm")).join(" ");
  const rooms = sheet.here.results.stance.room;
  const shock = valueAt(cycle.shock_left_mm, cycle, up);
  const joints = valueAt(cycle.joints_deg, cycle, up);
  const half = valueAt(cycle.half_shaft_deg, cycle, up);
  const next = useRef(-1);
  useEffect(() => {
    if (cycle.end !== "front" || cycle.events.length === 0) return;
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.matches("select, textarea");
      if (event.key !== "e" || typing || event.ctrlKey || event.metaKey) return;
      next.current = (next.current + 1) % cycle.events.length;
      const to = cycle.events[next.current];
      if (to) go(to.up_mm, to.steer_deg);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  });
  return (
    <section aria-label={`${cycle.end} axle on its way`} className="cond">
      <h2 className="border-b border-ink pb-1 font-semibold">
        {cycle.end === "front" ? "Front" : "Rear"} axle
      </h2>
      <table className="w-full">
        <tbody>
          {cycle.rooms.map((room) => {
            const gap = gapAt(cycle, room, up, steer);
            const verdict = rooms.value?.find(({ name }) => name === room.name)?.room?.verdict;
            const index = rooms.value?.findIndex(({ name }) => name === room.name) ?? -1;
            const off = rooms.doubt?.[`${index}.room.gap_mm`] ?? 0;
            const close = Math.abs(room.least_mm) < off;
            return (
              <tr key={room.name} className="border-b border-hair [&>td]:py-1">
                <td>
                  {room.name}
                  <span className="block text-sm text-oxide">
                    {close ? "too close to call" : verdict === "touch" || room.least_mm < 0 ? "touches" : ""}
                  </span>
                </td>
                <td className={`text-right font-semibold whitespace-nowrap ${gap <= 0 ? "text-oxide" : ""}`}>
                  {mm(gap)}
                </td>
                <td>
                  {room.trim_mm !== null && room.trim_mm > 0 && (
                    <button
                      className="link"
                      onClick={() =>
                        void put({
                          do: "draft",
                          kind: "trim",
                          fields: { what: room.name, by_mm: room.trim_mm },
                        })
                      }
                    >
                      trim it by {room.trim_mm}
                    </button>
                  )}
                  {room.stop_mm !== null && room.stop_mm > 0 && (
                    <button
                      className="link pl-3"
                      onClick={() =>
                        void put({
                          do: "draft",
                          kind: "bump-stops",
                          fields: { longer_mm: Math.ceil(room.stop_mm ?? 0), axle: cycle.end },
                        })
                      }
                    >
                      or a stop {Math.ceil(room.stop_mm)} longer
                    </button>
                  )}
                </td>
                <td className="pl-3 text-right whitespace-nowrap text-quiet">
                  least {mm(room.least_mm)}
                  {off > 0.5 && ` ±${write(off, "z_mm").text}`}
                </td>
              </tr>
            );
          })}
          {shock && (
            <Reading
              label="stroke left before it closes, before it opens"
              said={`${mm(shock.closing_mm)}, ${mm(shock.opening_mm)}`}
              bad={Math.min(shock.closing_mm, shock.opening_mm) < 0}
            />
          )}
          {cycle.lines.map((line) => {
            const left = (line.frame ? leftAt(cycle, line, up) : line.left_mm[0]) ?? 0;
            return (
              <Reading
                key={line.name}
                label={`${line.name} keeps, ${line.frame ? "at the worst lock" : "measured at full droop"}`}
                said={mm(left)}
                bad={left < 0}
              />
            );
          })}
          {joints && (
            <Reading
              label="shaft's joints, at the case and at the axle"
              said={`${joints.case_deg.toFixed(1)}°, ${joints.axle_deg.toFixed(1)}°`}
            />
          )}
          {half !== undefined && <Reading label="half shaft, inner joint" said={`${half.toFixed(1)}°`} />}
        </tbody>
      </table>
      {cycle.events.length > 0 ? (
        <ol aria-label="Events" className="pt-2">
          {cycle.end === "front" && (
            <li className="text-sm text-quiet">
              <kbd>e</kbd> stops at each in turn
            </li>
          )}
          {cycle.events.map((event) => (
            <li key={event.what}>
              <button
                className={`link ${event.bad ? "text-oxide" : ""}`}
                onClick={() => go(event.up_mm, event.steer_deg)}
              >
                {event.what} at {event.up_mm >= 0 ? "+" : "−"}
                {mm(Math.abs(event.up_mm))}
                {event.steer_deg !== 0 &&
                  `, ${Math.abs(event.steer_deg).toFixed(0)}° ${event.steer_deg > 0 ? "out" : "in"}`}
              </button>
            </li>
          ))}
        </ol>
      ) : (
        <p className="pt-2 text-quiet">
          {cycle.rooms.length === 0
            ? "No place by this tyre was measured: on the Rig sheet, around the tyres."
            : "Nothing comes within 25 mm."}
        </p>
      )}
    </section>
  );
}

function Reading({ label, said, bad = false }: { label: string; said: string; bad?: boolean }) {
  return (
    <tr className="border-b border-hair [&>td]:py-1">
      <td className="text-quiet" colSpan={2}>
        {label}
      </td>
      <td className={`text-right font-semibold ${bad ? "text-oxide" : ""}`} colSpan={2}>
        {said}
      </td>
    </tr>
  );
}
