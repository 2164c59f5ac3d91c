/**
 * A section through wheel, hub and lip, old over new, to scale. The new wheel is dragged in and out, or moved by
 * arrow keys: the offset follows, and what it comes to is asked of the server.
 */
import { scaleLinear } from "d3-scale";
import { type KeyboardEvent, type PointerEvent, useRef } from "react";

import type { WheelPlace } from "../../api/types";
import { useBench } from "../../parts/bench";
import { useSteps } from "../../parts/steps";
import { useMeasure } from "../../parts/useMeasure";
import { useTriedWheels } from "./useTriedWheels";
import { asFound } from "../../parts/asFound";
import { asText } from "../../parts/quantity";

const HEIGHT = 240;

export function StandDrawing({ end, stand }: { end: "front" | "rear"; stand: WheelPlace }) {
  const rimWidth = useSteps("rolling.rim_width_in");
  const { sheet, write } = useBench();
  const [ref, width] = useMeasure(460);
  const grabbed = useRef<{ x: number; offset: number }>(undefined);
  const { offset, setOffset, rim, setRim, tried, problem, plan } = useTriedWheels(end, stand);
  const here = tried?.here ?? stand.here;
  const { found } = stand;
  const reach = Math.max(found.inner_mm, here.inner_mm, found.outer_mm, here.outer_mm) + 60;
  // From below the hub to above the tyre: the lower half says no more.
  const radius = Math.max(found.radius_mm, here.radius_mm);
  const low = radius * 0.62;
  const k = Math.min((width - 20) / (2 * reach), (HEIGHT - 34) / (radius * 2 - low));
  // Inboard is to the left; the hub's face is the middle.
  const x = scaleLinear([-reach, reach], [width / 2 - reach * k, width / 2 + reach * k]);
  const y = (mm: number) => HEIGHT - (mm - low) * k;
  // Places that were measured by this wheel, where the tyre stands over them: from the wheel's centre as found.
  const gaps = sheet.records.gap.flatMap(({ record: gap }) => {
    const figure = (axis: string) => asFound(sheet)[`gaps.${gap.name}.${axis}`];
    const [aside, above] = [figure("y_mm"), figure("z_mm")];
    if (gap.axle !== end || typeof aside?.value !== "number" || typeof above?.value !== "number") return [];
    const at = aside.value - (found.offset_mm - found.spacer_mm);
    const up = found.radius_mm + above.value;
    if (up < low || up > radius * 2.1) return [];
    return [{ name: gap.name, at, up, off: aside.doubt ?? (aside.known === "assumed" ? 15 : 3) }];
  });
  const lip = stand.cover_left_mm === null ? undefined : stand.here.outer_mm + stand.cover_left_mm;
  const down = (event: PointerEvent<SVGSVGElement>) => {
    grabbed.current = { x: event.clientX, offset };
    event.currentTarget.setPointerCapture(event.pointerId);
  };
  const move = (event: PointerEvent<SVGSVGElement>) => {
    if (!grabbed.current) return;
    // Outwards is less offset.
    setOffset(Math.round(grabbed.current.offset - (event.clientX - grabbed.current.x) / k));
  };
  const key = (event: KeyboardEvent) => {
    const by = { ArrowLeft: 1, ArrowRight: -1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    setOffset(offset + by * (event.shiftKey ? 5 : 1));
  };
  const wheel = (edges: WheelPlace["here"], kind: "found" | "here") => {
    const half = edges.flange_mm / 2;
    const centre = -(edges.offset_mm - edges.spacer_mm);
    const rimRadius = edges.radius_mm * 0.56;
    const style =
      kind === "found"
        ? { fill: "none", stroke: "var(--chalk)", strokeWidth: 1.3, strokeDasharray: "2 4" }
        : { fill: "var(--strip-tyre)", stroke: "var(--chalk)", strokeWidth: 2 };
    const box = (top: number, bottom: number) => (
      <rect
        x={x(-edges.inner_mm)}
        width={(edges.inner_mm + edges.outer_mm) * k}
        y={y(top)}
        height={(top - bottom) * k}
        rx={10}
        {...style}
      />
    );
    return (
      <g>
        {box(edges.radius_mm * 2, edges.radius_mm + rimRadius)}
        {box(edges.radius_mm - rimRadius, 0)}
        <path
          d={`M${x(centre - half)} ${y(edges.radius_mm + rimRadius)} H${x(centre + half)} M${x(centre - half)} ${y(edges.radius_mm - rimRadius)} H${x(centre + half)} M${x(0)} ${y(edges.radius_mm + rimRadius)} V${y(edges.radius_mm - rimRadius)}`}
          fill="none"
          stroke={kind === "found" ? "var(--chalk-quiet)" : "var(--strip-zinc)"}
          strokeWidth={kind === "found" ? 1.2 : 3}
          strokeDasharray={kind === "found" ? "2 4" : "none"}
        />
      </g>
    );
  };
  return (
    <div className="min-w-0">
      <div ref={ref} className="on-strip bg-strip">
        <svg
          width={width}
          height={HEIGHT}
          role="slider"
          tabIndex={0}
          aria-label={`Offset of the ${end} wheels: drag the wheel, or arrow keys`}
          aria-valuenow={offset}
          aria-valuemin={-150}
          aria-valuemax={150}
          aria-valuetext={`offset ${offset} mm`}
          className="cond block cursor-ew-resize touch-none select-none"
          onPointerDown={down}
          onPointerMove={move}
          onPointerUp={() => (grabbed.current = undefined)}
          onKeyDown={key}
        >
          <line x1={x(0)} x2={x(0)} y1={0} y2={HEIGHT} stroke="var(--strip-line)" strokeDasharray="8 3 2 3" />
          <line
            x1={0}
            x2={x(0)}
            y1={y(here.radius_mm)}
            y2={y(here.radius_mm)}
            stroke="var(--strip-line)"
            strokeWidth={5}
          />
          {wheel(here, "here")}
          {wheel(found, "found")}
          {lip !== undefined && (
            <g stroke="var(--strip-oxide)" strokeWidth={3} fill="none">
              <path d={`M${x(lip)} ${y(here.radius_mm * 2) - 2} v-12 h-26`} />
              <line
                x1={x(lip)}
                x2={x(lip)}
                y1={y(here.radius_mm * 2)}
                y2={HEIGHT}
                strokeWidth={1}
                strokeDasharray="2 5"
              />
            </g>
          )}
          {gaps.map(({ name, at, up, off }, index) => (
            <g key={name} stroke="var(--strip-oxide)" strokeWidth={1.5}>
              <line x1={x(at - off)} x2={x(at + off)} y1={y(up)} y2={y(up)} strokeWidth={4} opacity={0.55} />
              <path d={`M${x(at) - 5} ${y(up) - 5} l10 10 m0 -10 l-10 10`} fill="none" />
              <text
                x={x(at) + 8}
                y={y(up) + (index % 2 ? 17 : -7)}
                fontSize={12}
                fill="var(--strip-oxide)"
                stroke="none"
              >
                {name}
              </text>
            </g>
          ))}
          <g fontSize={12} fill="var(--chalk-quiet)">
            <text x={8} y={16}>
              ← frame
            </text>
            <text x={x(0) + 6} y={HEIGHT - 8}>
              hub’s face
            </text>
            <text x={width - 8} y={16} textAnchor="end">
              lip →
            </text>
          </g>
        </svg>
      </div>
      <div className="cond no-print flex flex-wrap items-center gap-x-5">
        <label className="flex items-center gap-2">
          <span className="text-quiet">offset</span>
          <input
            type="number"
            className="field w-20"
            value={offset}
            onChange={(event) => setOffset(Number(event.target.value))}
          />
        </label>
        <label className="flex items-center gap-2">
          <span className="text-quiet">rim, in</span>
          <input
            type="number"
            step={rimWidth.step}
            className="field w-20"
            value={rim}
            onChange={(event) => setRim(Number(event.target.value))}
          />
        </label>
        {tried && (
          <>
            <span>
              out {asText(write(tried.fit.outer_edge_change_mm, "length_mm"))}, in{" "}
              {asText(write(tried.fit.inner_edge_change_mm, "length_mm"))}, track{" "}
              {asText(write(tried.fit.track_change_mm, "length_mm"))}
              {tried.cover_left_mm !== null && (
                <b className={tried.cover_left_mm < 0 ? "text-oxide" : ""}>
                  , cover {asText(write(tried.cover_left_mm, "length_mm"))}
                </b>
              )}
            </span>
            <button className="btn" onClick={() => void plan()}>
              plan these wheels
            </button>
          </>
        )}
        {problem && (
          <span role="alert" className="text-oxide">
            {problem}
          </span>
        )}
      </div>
    </div>
  );
}
