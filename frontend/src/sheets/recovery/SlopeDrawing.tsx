/**
 * The vehicle as it stands, on its slope, to scale: the line to the anchor with its blocks, each force where it acts,
 * each part by how near it is to what it may carry. The slope is dragged by its upper end.
 */
import { type PointerEvent, useRef } from "react";

import type { PullStands, PullTrial } from "../../api/types";
import { asFound } from "../../parts/asFound";
import { useBench } from "../../parts/bench";
import { snapped, useSteps } from "../../parts/steps";
import { useMeasure } from "../../parts/useMeasure";
import { silhouette } from "../../rig/silhouette";
import { anchorWord, DEEP, type PullRecord } from "./words";
import { NearMark } from "./near";
import { nearness } from "./nearness";
import { useWritten } from "./useRecovery";

type Props = {
  pull: PullRecord;
  stands: PullStands;
  trial: PullTrial;
  set: (trial: PullTrial) => void;
};

const MOST_DRAWN_M = 9;
const CALLOUT = 17;
/** Room below the lower end of the ground for what is written there. */
const FOOT = 50;
const HALO = {
  stroke: "var(--strip)",
  strokeWidth: 4,
  paintOrder: "stroke",
  strokeLinejoin: "round",
} as const;

export function SlopeDrawing({ pull, stands, trial, set }: Props) {
  const { sheet } = useBench();
  const { kg, m } = useWritten();
  const [ref, width] = useMeasure(760);
  const steps = useSteps("recovery.slope_deg");
  const svg = useRef<SVGSVGElement>(null);
  const dragging = useRef(false);
  const body = silhouette(sheet.form, asFound(sheet), sheet.outlines.found.front?.static_radius_mm);
  const wheels = sheet.here.outline;
  const narrow = width < 560;
  const sign = pull.pulled_by === "rope" ? "vehicle" : (pull.anchor ?? "tree");
  const lines = stands.winched?.lines ?? 1;
  const far = distanceM(stands, lines);
  const drawn = Math.min(far ?? 6, MOST_DRAWN_M);
  // The ground moves with the hand; the forces follow when they are worked out.
  const slope = trial.slope_deg ?? stands.slope_deg ?? 0;
  const turn = (slope * Math.PI) / 180;
  const long = (body.front + body.wheelbase + body.rear) / 1000 + drawn + (sign === "vehicle" ? 3.6 : 1.6);
  const tall = body.height / 1000;
  const callouts = narrow ? [] : calloutsOf(pull, stands);
  const most = Math.max(0, ...callouts.map(({ lines: rows }) => rows.length));
  const top = callouts.length > 0 ? 26 + most * CALLOUT : 14;
  const room = narrow ? 190 : 250;
  const rise = long * Math.sin(Math.abs(turn));
  const k = Math.min((width - 36) / (long * Math.cos(turn)), room / (rise + tall * Math.cos(turn)));
  const height = Math.round(top + Math.min(room, (rise + tall) * k) + FOOT + 12);
  // The rear of the vehicle stands at the right; uphill is to the left.
  const across = long * Math.cos(turn) * k;
  const rear = {
    x: (width + across) / 2 - 8,
    y: slope >= 0 ? height - FOOT : top + (rise + tall) * k,
  };
  /** Metres up the slope from the rear bumper, and above the ground, to pixels. */
  const spot = (along: number, up: number) => ({
    x: rear.x - (along * Math.cos(turn) + up * Math.sin(turn)) * k,
    y: rear.y - (along * Math.sin(turn) + up * Math.cos(turn)) * k,
  });
  const sunk = DEEP[pull.mired ?? "no"] * ((wheels.front?.static_radius_mm ?? 350) / 1000);
  const length = (body.front + body.wheelbase + body.rear) / 1000;
  const hook = spot(length, 0.55 - sunk);
  const eye = spot(length + drawn, 0.55);
  const foot = spot(length + drawn, 0);
  const centre = spot(body.rear / 1000 + body.wheelbase / 2000, 0.95 - sunk);
  const tread = spot(body.rear / 1000 + body.wheelbase / 2000, -0.12);
  const pulls = stands.stretched?.peak_kg ?? stands.with_margin_kg ?? 0;
  const anchored = stands.winched?.anchor_kg ?? pulls;
  const ground = [spot(-1, 0), spot(length + drawn + (sign === "vehicle" ? 3 : 0.9), 0)] as const;
  const take = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return;
    const to = { x: event.clientX - box.left, y: event.clientY - box.top };
    const deg = (Math.atan2(rear.y - to.y, rear.x - to.x) * 180) / Math.PI;
    set({ ...trial, slope_deg: snapped(steps, deg) });
  };
  const scale = `translate(${rear.x} ${rear.y}) rotate(${slope}) translate(${(-length + body.front / 1000) * k} ${sunk * k}) scale(${k / 1000} ${-k / 1000})`;
  return (
    <div ref={ref} className="on-strip bg-strip">
      <svg
        ref={svg}
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={inWords(pull, stands, kg)}
        className="cond block h-auto max-w-full touch-none text-[13px] text-chalk select-none"
        onPointerMove={(event) => dragging.current && take(event)}
        onPointerUp={() => (dragging.current = false)}
        onPointerCancel={() => (dragging.current = false)}
      >
        <line
          x1={ground[0].x}
          y1={ground[0].y}
          x2={ground[1].x}
          y2={ground[1].y}
          stroke="var(--chalk)"
          strokeWidth={1.6}
        />
        <g transform={scale} stroke="var(--chalk)" strokeLinejoin="round">
          <path
            d={pathOf(body.contour)}
            fill="var(--strip-body)"
            strokeWidth={1.6}
            vectorEffect="non-scaling-stroke"
          />
          {body.deck && (
            <path d={pathOf(body.deck)} fill="none" strokeWidth={1.2} vectorEffect="non-scaling-stroke" />
          )}
          {body.windows.map((window, i) => (
            <path
              key={i}
              d={pathOf(window)}
              fill="var(--strip)"
              strokeWidth={1}
              vectorEffect="non-scaling-stroke"
            />
          ))}
          {(["front", "rear"] as const).map((end) => {
            const wheel = wheels[end];
            const r = wheel?.static_radius_mm ?? 0.135 * body.wheelbase;
            return (
              <circle
                key={end}
                cx={end === "front" ? 0 : body.wheelbase}
                cy={r}
                r={r}
                fill="var(--strip-tyre)"
                strokeWidth={1.8}
                strokeDasharray={wheel ? undefined : "4 3"}
                vectorEffect="non-scaling-stroke"
              />
            );
          })}
        </g>
        {sunk > 0 && (
          <g transform={`rotate(${slope} ${rear.x} ${rear.y})`}>
            <rect
              x={rear.x - (length + 0.5) * k}
              y={rear.y}
              width={(length + 1.2) * k}
              height={Math.max(sunk * k, 3) + 8}
              fill="var(--strip)"
              opacity={0.82}
            />
          </g>
        )}
        <line
          x1={ground[0].x}
          y1={ground[0].y}
          x2={ground[1].x}
          y2={ground[1].y}
          stroke="var(--chalk)"
          strokeWidth={1.6}
        />
        <Rope
          hook={hook}
          eye={eye}
          lines={lines}
          stretching={pull.pulled_by === "rope"}
          cut={far !== undefined && far > MOST_DRAWN_M}
        />
        <AnchorSign
          at={foot}
          eye={eye}
          of={sign}
          pulls={pull.pulled_by === "rope"}
          bare={narrow}
          k={k}
          slope={slope}
        />
        {lines > 1 && (
          <circle cx={eye.x} cy={eye.y} r={6} fill="var(--strip)" stroke="var(--chalk)" strokeWidth={2.4} />
        )}
        <Force
          from={centre}
          deg={180 + slope}
          kg={stands.slope_kg ?? 0}
          write={kg}
          hide={(stands.slope_kg ?? 0) <= 0}
        >
          by the slope
        </Force>
        <Force from={tread} deg={180 + slope} kg={stands.surface_kg ?? 0} write={kg} below>
          by the ground
        </Force>
        {(stands.winched || stands.stretched) && (
          <>
            <Force from={hook} deg={slope} kg={pulls} write={kg} ink="var(--strip-oxide)" below>
              {stands.winched ? "wanted" : "at most"}
            </Force>
            <Force
              from={eye}
              deg={180 + slope}
              kg={anchored}
              write={kg}
              ink="var(--strip-oxide)"
              aside={sign !== "vehicle"}
              bare={narrow}
            >
              {pull.pulled_by === "rope" ? "on it" : "on the anchor"}
            </Force>
          </>
        )}
        <Along
          hook={hook}
          eye={eye}
          text={
            stands.winched
              ? `${lines > 1 ? "each line " : ""}${kg(stands.winched.rope_kg)}`
              : stands.stretched
                ? `at most ${kg(stands.stretched.peak_kg)}`
                : ""
          }
          far={far === undefined || narrow ? "" : m(far)}
        />
        {callouts.map(({ at, lines: rows }, column) => {
          const x = [14, width * 0.36, width * 0.68][column] ?? 14;
          const to = {
            anchor: eye,
            middle: { x: (hook.x + eye.x) / 2, y: (hook.y + eye.y) / 2 },
            vehicle: hook,
          }[at];
          return (
            <g key={at}>
              {rows.length > 0 && (
                <path
                  d={`M${x + 7} ${18 + rows.length * CALLOUT - 8}L${to.x} ${to.y - 9}`}
                  stroke="var(--chalk-quiet)"
                  strokeDasharray="2 3"
                  fill="none"
                />
              )}
              {rows.map((row, i) => (
                <g key={row.text}>
                  <NearMark
                    of={row.near}
                    x={x + 7}
                    y={17 + i * CALLOUT}
                    r={6}
                    ink="var(--chalk)"
                    alarm="var(--strip-oxide)"
                  />
                  <text
                    x={x + 20}
                    y={21.5 + i * CALLOUT}
                    fill={row.near === "over" || row.near === "unknown" ? "var(--strip-oxide)" : undefined}
                  >
                    {row.text}
                    {row.carries !== undefined && (
                      <tspan fill="var(--chalk-quiet)">
                        {" "}
                        {kg(row.carries)}
                        {row.allowed !== null && ` of ${kg(row.allowed)}`}
                      </tspan>
                    )}
                  </text>
                </g>
              ))}
            </g>
          );
        })}
        <g
          role="slider"
          tabIndex={0}
          aria-label="slope"
          aria-valuemin={steps.low ?? undefined}
          aria-valuemax={steps.high ?? undefined}
          aria-valuenow={slope}
          aria-valuetext={`${slope.toFixed(1)}°`}
          className="cursor-ns-resize"
          onPointerDown={(event) => {
            dragging.current = true;
            svg.current?.setPointerCapture(event.pointerId);
          }}
          onKeyDown={(event) => {
            const by = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key];
            if (by === undefined) return;
            event.preventDefault();
            set({ ...trial, slope_deg: snapped(steps, slope + by * steps.step) });
          }}
        >
          <circle cx={ground[1].x + 8} cy={ground[1].y} r={20} fill="transparent" />
          <circle cx={ground[1].x + 8} cy={ground[1].y} r={6} fill="var(--strip-oxide)" />
        </g>
        <text x={width - 10} y={height - 10} textAnchor="end" fill="var(--chalk-quiet)">
          {slope.toFixed(1)}° {slope >= 0 ? "uphill" : "downhill"}
          {!narrow && ", drag the ground by its end"}
        </text>
      </svg>
    </div>
  );
}

type Spot = { x: number; y: number };

/** How far the anchor is, by the rope that is out; the length of a stretching rope. */
function distanceM(stands: PullStands, lines: number): number | undefined {
  if (stands.stretched) return stands.stretched.length_m;
  return stands.rope_out_m == null ? undefined : stands.rope_out_m / lines;
}

const pathOf = (spots: [number, number][]) =>
  spots.map(([x, z], i) => `${i ? "L" : "M"}${x} ${z}`).join("") + "Z";

function inWords(pull: PullRecord, stands: PullStands, kg: (kg: number) => string): string {
  const rigged = stands.winched
    ? `${stands.winched.lines} lines, ${kg(stands.winched.rope_kg)} on the rope, which the winch ${stands.winched.enough ? "pulls" : "does not pull"}`
    : stands.stretched
      ? `a stretching rope with a peak of at most ${kg(stands.stretched.peak_kg)}`
      : "not rigged";
  return `${pull.name}: ${(stands.slope_deg ?? 0).toFixed(1)} degrees, ${kg(stands.with_margin_kg ?? 0)} wanted; ${rigged}`;
}

type Callout = { at: "anchor" | "middle" | "vehicle"; lines: Row[] };
type Row = { text: string; near: ReturnType<typeof nearness>; carries?: number; allowed: number | null };

/** What hangs where, as lines above the drawing: at the anchor, on the rope and its block, at the vehicle. */
function calloutsOf(pull: PullRecord, stands: PullStands): Callout[] {
  const { winched, stretched } = stands;
  const rows = (...where: string[]): Row[] =>
    (winched?.parts ?? [])
      .filter(({ at }) => where.includes(at))
      .map(({ name, carries_kg, allowed_kg }) => ({
        text: name,
        near: nearness(carries_kg, allowed_kg),
        carries: carries_kg,
        allowed: allowed_kg,
      }));
  const unrated: Row[] = stands.unrated.map((name) => ({
    text: `${name}: not rated`,
    near: "unknown",
    allowed: null,
  }));
  const rope: Row[] = winched
    ? [
        {
          text: "rope",
          near: nearness(winched.rope_kg, winched.rope_allowed_kg),
          carries: winched.rope_kg,
          allowed: winched.rope_allowed_kg,
        },
      ]
    : stretched
      ? [
          {
            text: pull.rope ?? "rope",
            near: nearness(stretched.peak_kg, stretched.breaking_kg / 2),
            carries: stretched.peak_kg,
            allowed: stretched.breaking_kg / 2,
          },
        ]
      : [];
  const points: Row[] =
    stretched?.points_kg == null
      ? []
      : [
          {
            text: "weaker point",
            near: nearness(stretched.peak_kg, stretched.points_kg),
            carries: stretched.peak_kg,
            allowed: stretched.points_kg,
          },
        ];
  return [
    { at: "anchor", lines: [...rows("anchor"), ...rows("block"), ...unrated].slice(0, 6) },
    { at: "middle", lines: [...rope, ...rows("rope")] },
    { at: "vehicle", lines: [...rows("vehicle"), ...points] },
  ];
}

/** The rope in so many parts, side by side; what stretches is a wave, what is longer than there is room is broken. */
function Rope({
  hook,
  eye,
  lines,
  stretching,
  cut,
}: {
  hook: Spot;
  eye: Spot;
  lines: number;
  stretching: boolean;
  cut: boolean;
}) {
  const middle = { x: (hook.x + eye.x) / 2, y: (hook.y + eye.y) / 2 };
  return (
    <g stroke="var(--strip-oxide)" strokeWidth={2.2} fill="none">
      {Array.from({ length: lines }, (_, i) => {
        const by = (i - (lines - 1) / 2) * 5;
        return (
          <line
            key={i}
            x1={hook.x}
            y1={hook.y + by}
            x2={eye.x}
            y2={eye.y + (lines > 1 ? by * 0.6 : 0)}
            strokeDasharray={stretching ? "9 4" : undefined}
          />
        );
      })}
      {cut && (
        <g stroke="var(--strip)" strokeWidth={7}>
          <line x1={middle.x - 4} y1={middle.y + 14} x2={middle.x + 8} y2={middle.y - 14} />
        </g>
      )}
    </g>
  );
}

const SIGN_H = 1.25;

function AnchorSign({
  at,
  eye,
  of,
  k,
  slope,
  pulls,
  bare,
}: {
  at: Spot;
  pulls: boolean;
  bare: boolean;
  eye: Spot;
  of: NonNullable<PullRecord["anchor"]>;
  k: number;
  slope: number;
}) {
  const h = SIGN_H * k;
  return (
    <g stroke="var(--chalk)" strokeWidth={2} fill="none">
      {of === "tree" && (
        <>
          <path
            d={`M${at.x - 7} ${at.y}L${at.x - 5} ${at.y - h}M${at.x + 7} ${at.y}L${at.x + 5} ${at.y - h}`}
          />
          <ellipse cx={at.x} cy={at.y - h - 14} rx={26} ry={18} fill="var(--strip-body)" />
        </>
      )}
      {of === "rock" && <path d={`M${at.x - 22} ${at.y}l6 -22 12 -10 14 8 8 24z`} fill="var(--strip-body)" />}
      {of === "ground anchor" && (
        <path
          d={`M${at.x} ${at.y - 14}L${at.x - 10} ${at.y + 12}M${at.x - 14} ${at.y - 10}L${at.x + 8} ${at.y - 16}`}
          strokeWidth={3}
        />
      )}
      {of === "vehicle" && (
        <g transform={`rotate(${slope} ${at.x} ${at.y})`}>
          <path
            d={`M${at.x} ${at.y - 8}h${-2.4 * k}v${-0.7 * k}h${0.5 * k}l${0.5 * k} ${-0.6 * k}h${0.9 * k}v${0.6 * k}h${0.5 * k}z`}
            fill="var(--strip-body)"
          />
          {[0.5, 1.9].map((x) => (
            <circle key={x} cx={at.x - x * k} cy={at.y - 0.34 * k} r={0.34 * k} fill="var(--strip-tyre)" />
          ))}
          {!pulls && (
            <path
              d={`M${at.x - 0.05 * k} ${at.y}l${-0.22 * k} 0 l${0.22 * k} ${-0.22 * k}z`}
              fill="var(--strip-oxide)"
              stroke="none"
            />
          )}
        </g>
      )}
      <text
        x={of === "vehicle" ? at.x - 1.2 * k : at.x}
        y={at.y + 26}
        textAnchor="middle"
        stroke="none"
        fill="var(--chalk-quiet)"
      >
        {bare ? "" : pulls ? "the other vehicle, which pulls" : anchorWord(of)}
      </text>
      <line x1={eye.x} y1={eye.y} x2={at.x} y2={eye.y + (at.y - eye.y) * 0.1} strokeWidth={1} />
    </g>
  );
}

type ForceProps = {
  from: Spot;
  /** Which way it pulls, from straight left, clockwise. */
  deg: number;
  kg: number;
  children: string;
  write: (kg: number) => string;
  ink?: string;
  /** Its words stand below it, not above. */
  below?: boolean;
  /** A short one, its words before where it begins. */
  aside?: boolean;
  hide?: boolean;
  /** No room for its words: they stand in the list below. */
  bare?: boolean;
};

/** Lengths of arrows tell one from another; the words say how much. */
function Force({
  from,
  deg,
  kg,
  children,
  write,
  ink = "var(--strip-zinc)",
  below = false,
  aside = false,
  hide = false,
  bare = false,
}: ForceProps) {
  if (hide) return null;
  const long = aside ? 44 : Math.min(30 + kg / 60, 90);
  const a = (deg * Math.PI) / 180;
  const to = { x: from.x - long * Math.cos(a), y: from.y - long * Math.sin(a) };
  const wing = (by: number) => `${to.x + 10 * Math.cos(a + by)} ${to.y + 10 * Math.sin(a + by)}`;
  return (
    <g stroke={ink} strokeWidth={3} fill="none">
      <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} />
      <path d={`M${wing(0.5)}L${to.x} ${to.y}L${wing(-0.5)}`} />
      {!bare && (
        <text
          x={aside ? from.x - 14 : (from.x + to.x) / 2}
          y={aside ? from.y + 4 : below ? Math.max(from.y, to.y) + 18 : Math.min(from.y, to.y) - 8}
          textAnchor={aside ? "end" : "middle"}
          {...HALO}
          fill={ink}
          fontWeight={600}
        >
          {write(kg)} {children}
        </text>
      )}
    </g>
  );
}

function Along({ hook, eye, text, far }: { hook: Spot; eye: Spot; text: string; far: string }) {
  const x = (hook.x + eye.x) / 2;
  const y = (hook.y + eye.y) / 2;
  return (
    <>
      <text x={x} y={y - 22} textAnchor="middle" fontWeight={700} fontSize={15} {...HALO}>
        {text}
      </text>
      <text x={x} y={y + 26} textAnchor="middle" fill="var(--chalk-quiet)" {...HALO}>
        {far}
      </text>
    </>
  );
}
