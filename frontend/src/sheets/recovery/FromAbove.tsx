/** From above: the line, its legs, and the ground on which nobody stands, which follows from how long the line is. */
import { type PointerEvent, useRef } from "react";

import type { PullStands, PullTrial } from "../../api/types";
import { useBench } from "../../parts/bench";
import { snapped, useSteps } from "../../parts/steps";
import { useMeasure } from "../../parts/useMeasure";
import { useWritten } from "./useRecovery";
import type { PullRecord } from "./words";

type Props = { pull: PullRecord; stands: PullStands; trial: PullTrial; set: (trial: PullTrial) => void };
type Spot = { x: number; y: number };

const HEIGHT = 250;
const VEHICLE_M = { long: 4.6, wide: 1.85 };

export function FromAbove({ pull, stands, trial, set }: Props) {
  const { sheet } = useBench();
  const { m, kg } = useWritten();
  const [ref, width] = useMeasure(380);
  const steps = useSteps("recovery.included_angle_deg");
  const dragging = useRef(false);
  const clear = stands.clear_m;
  if (clear == null || (!stands.winched && !stands.stretched)) return null;
  const lines = stands.winched?.lines ?? 1;
  const far = stands.stretched ? stands.stretched.length_m : (stands.rope_out_m ?? 0) / lines;
  const turned = lines === 1 && pull.redirected === true && stands.winched !== null;
  const angle = (turned ? trial.redirect_deg : trial.included_angle_deg) ?? stands.angle_deg ?? 0;
  const spread = lines === 2 ? angle : 0;
  const wide = number(sheet.figures["body.width_mm"]?.value, VEHICLE_M.wide * 1000) / 1000;
  const k = Math.min((width - 24) / (far + 2 * clear + 1.5), (HEIGHT - 34) / (2 * clear));
  const middle = HEIGHT / 2 - 4;
  const eye: Spot = { x: 12 + clear * k, y: middle };
  const hook: Spot = { x: eye.x + far * k, y: middle };
  const leg = (deg: number): Spot => ({
    x: eye.x + far * k * Math.cos((deg * Math.PI) / 180),
    y: eye.y + far * k * Math.sin((deg * Math.PI) / 180),
  });
  const other = turned ? leg(angle) : lines === 2 ? leg(spread / 2) : undefined;
  const first = lines === 2 ? leg(-spread / 2) : hook;
  const take = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const deg =
      (Math.atan2(event.clientY - box.top - eye.y, event.clientX - box.left - eye.x) * 180) / Math.PI;
    if (turned) set({ ...trial, redirect_deg: snapped(steps, Math.abs(deg)) });
    else set({ ...trial, included_angle_deg: snapped(steps, Math.abs(deg) * 2) });
  };
  return (
    <section aria-label="Where nobody stands">
      <h3 className="border-b border-ink pb-1 font-semibold">
        From above: nobody within {m(clear)} of the line
      </h3>
      <div ref={ref}>
        <svg
          width={width}
          height={HEIGHT}
          viewBox={`0 0 ${width} ${HEIGHT}`}
          role="img"
          aria-label={`The line and its anchor from above; nobody stands within ${m(clear)} of it`}
          className="cond block h-auto max-w-full touch-none text-[13px] select-none"
          onPointerMove={(event) => dragging.current && take(event)}
          onPointerUp={() => (dragging.current = false)}
          onPointerCancel={() => (dragging.current = false)}
        >
          <defs>
            <pattern
              id="nobody"
              width={8}
              height={8}
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <line x1={0} y1={0} x2={0} y2={8} stroke="var(--oxide)" strokeWidth={1.4} />
            </pattern>
          </defs>
          {[first, ...(other ? [other] : [])].map((end, i) => (
            <line
              key={i}
              x1={eye.x}
              y1={eye.y}
              x2={end.x}
              y2={end.y}
              stroke="url(#nobody)"
              strokeOpacity={0.7}
              strokeWidth={2 * clear * k}
              strokeLinecap="round"
            />
          ))}
          <rect
            x={hook.x}
            y={middle - (wide * k) / 2}
            width={Math.max(Math.min(VEHICLE_M.long * k, width - hook.x - 2), 4)}
            height={wide * k}
            fill="var(--margin)"
            stroke="var(--ink)"
            strokeWidth={1.6}
          />
          {(pull.pulled_by === "rope" || pull.anchor === "vehicle") && (
            <rect
              x={eye.x - VEHICLE_M.long * k}
              y={middle - (wide * k) / 2}
              width={VEHICLE_M.long * k}
              height={wide * k}
              fill="var(--margin)"
              stroke="var(--ink)"
              strokeWidth={1.6}
              strokeDasharray="6 3"
            />
          )}
          <g stroke="var(--ink)" strokeWidth={2.2}>
            {lines > 2 ? (
              Array.from({ length: lines }, (_, i) => (
                <line
                  key={i}
                  x1={eye.x}
                  y1={eye.y + (i - (lines - 1) / 2) * 3}
                  x2={hook.x}
                  y2={middle + (i - (lines - 1) / 2) * 4}
                />
              ))
            ) : (
              <>
                <line
                  x1={eye.x}
                  y1={eye.y}
                  x2={first.x}
                  y2={first.y}
                  strokeDasharray={stands.stretched ? "8 4" : undefined}
                />
                {other && <line x1={eye.x} y1={eye.y} x2={other.x} y2={other.y} />}
              </>
            )}
          </g>
          <circle
            cx={eye.x}
            cy={eye.y}
            r={lines > 1 || turned ? 7 : 4}
            fill="var(--margin)"
            stroke="var(--ink)"
            strokeWidth={2.4}
          />
          {stands.winched?.block_kg != null && (
            <Label
              x={eye.x}
              y={eye.y - 16}
              text={`${kg(stands.winched.block_kg)} at the block`}
              middle
              width={width}
            />
          )}
          {stands.bridle && <BridleLegs stands={stands} hook={hook} half={(wide * k) / 2} k={k} />}
          {other && (
            <g
              role="slider"
              tabIndex={0}
              aria-label={turned ? "angle at the block that turns it" : "angle between the legs"}
              aria-valuemin={0}
              aria-valuemax={turned ? 180 : 119}
              aria-valuenow={angle}
              className="cursor-grab"
              onPointerDown={(event) => {
                dragging.current = true;
                event.currentTarget.ownerSVGElement?.setPointerCapture(event.pointerId);
              }}
              onKeyDown={(event) => {
                const by = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key];
                if (by === undefined) return;
                event.preventDefault();
                const to = angle + by * steps.step;
                set(
                  turned
                    ? { ...trial, redirect_deg: Math.min(180, Math.max(0, to)) }
                    : { ...trial, included_angle_deg: snapped(steps, to) },
                );
              }}
            >
              <circle cx={other.x} cy={other.y} r={20} fill="transparent" />
              <circle cx={other.x} cy={other.y} r={6} fill="var(--oxide)" />
            </g>
          )}
          <text x={width - 4} y={HEIGHT - 4} textAnchor="end" fill="var(--quiet)">
            hatched: nobody stands there while there is load on the line
          </text>
        </svg>
      </div>
    </section>
  );
}

const number = (value: unknown, usual: number) => (typeof value === "number" ? value : usual);

function Label({
  x,
  y,
  text,
  middle,
  width,
}: {
  x: number;
  y: number;
  text: string;
  middle: boolean;
  width: number;
}) {
  const half = text.length * 3.3;
  const at = Math.min(Math.max(x, half + 4), width - half - 4);
  return (
    <g>
      <rect x={at - half - 3} y={y - 13} width={2 * half + 6} height={18} fill="var(--ground)" />
      <text x={at} y={y} textAnchor={middle ? "middle" : "start"} fontWeight={600}>
        {text}
      </text>
    </g>
  );
}

/** The two legs between the ring and the points, as wide as the vehicle; the angles are written. */
function BridleLegs({ stands, hook, half, k }: { stands: PullStands; hook: Spot; half: number; k: number }) {
  if (!stands.bridle) return null;
  const ring = { x: hook.x - Math.max(1.2 * k, 16), y: hook.y };
  return (
    <g stroke="var(--oxide)" strokeWidth={2.2}>
      <line x1={ring.x} y1={ring.y} x2={hook.x} y2={hook.y - half * 0.7} />
      <line x1={ring.x} y1={ring.y} x2={hook.x} y2={hook.y + half * 0.7} />
      <circle cx={ring.x} cy={ring.y} r={4} fill="var(--margin)" />
    </g>
  );
}
