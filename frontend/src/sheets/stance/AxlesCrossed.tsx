/** Ground that takes each axle the other way: one wheel up a ramp, or humps under opposite wheels. */
import { useState } from "react";

import { answered, client, Refusal } from "../../api/client";
import type { CrossedStance } from "../../api/types";
import { useAsked } from "../../api/useAsked";
import { useBench } from "../../parts/bench";
import { Entry } from "../../parts/Entry";
import { stageName } from "../../parts/Findings";
import { Problem } from "../../parts/Problem";
import { useSettings } from "../../parts/settings";
import { useMeasure } from "../../parts/useMeasure";
import { stanceInWords } from "./stances";
import { WaitsFor } from "../../parts/WaitsFor";
import { asText } from "../../parts/quantity";

export const CROSSED = {
  "ramp for articulation": "one front wheel up it",
  twist: "humps under opposite wheels",
} as const;
export type TakenCrossed = keyof typeof CROSSED;

export function AxlesCrossed({ which }: { which: TakenCrossed }) {
  const { sheet, stage, write } = useBench();
  const { units, person } = useSettings();
  const [ramp, setRamp] = useState("20");
  const [hump, setHump] = useState(() => write(250, "z_mm").text);
  const asked = useAsked({
    queryKey: ["axles crossed", sheet.id, which, ramp, hump, stage, units, sheet.revision],
    queryFn: ({ signal }) =>
      answered(
        client.POST("/api/rigs/{rig_id}/axles-crossed", {
          params: { path: { rig_id: sheet.id }, query: { stage, units, person } },
          body: which === "twist" ? { ramp_deg: null, hump_mm: hump } : { ramp_deg: ramp, hump_mm: null },
          signal,
        }),
      ),
  });
  const wrong = asked.error instanceof Refusal ? asked.error.problem.field : undefined;
  const mm = (value: number) => asText(write(value, "z_mm"));
  const here = asked.data?.stances.find(({ name }) => name === "here");
  const turns = which === "twist" ? here?.twist : here?.ramp;
  const waits = turns?.waits_for;
  return (
    <>
      <div className="cond w-40 py-2">
        {which === "twist" ? (
          <Entry
            label={`humps, ${write(0, "z_mm").unit}`}
            value={hump}
            set={setHump}
            example="250"
            invalid={wrong === "hump_mm"}
          />
        ) : (
          <Entry label="ramp, °" value={ramp} set={setRamp} example="20" invalid={wrong === "ramp_deg"} />
        )}
      </div>
      <Problem of={asked.error} />
      {waits && <WaitsFor waits={waits} />}
      {turns?.value && (
        <FromBehind
          front={turns.value.front_deg}
          rear={turns.value.rear_deg}
          hangs={"hangs_mm" in turns.value ? turns.value.hangs_mm : 0}
        />
      )}
      <table hidden={waits != null} className="cond w-full [&_td]:py-1.5 [&_td]:pr-4">
        <thead>
          <tr className="border-b border-ink text-left text-quiet">
            <th className="font-normal">stance</th>
            <th className="font-normal">front axle, rear axle</th>
            {which === "twist" ? (
              <>
                <th className="font-normal">asked for, both together</th>
                <th className="font-normal">then</th>
                <th className="font-normal">highest on all four</th>
              </>
            ) : (
              <>
                <th className="font-normal">wheel up by</th>
                <th className="font-normal">up the ramp</th>
                <th className="font-normal">per 1000 of wheelbase</th>
              </>
            )}
          </tr>
        </thead>
        <tbody>
          {asked.data?.stances.map((each) => (
            <tr
              key={each.name}
              className={`border-b border-hair ${each.name === "here" ? "bg-tint" : ""}`}
              aria-label={stanceInWords(each.name, stageName(sheet.stage, sheet))}
            >
              <td className="font-semibold">{stanceInWords(each.name, stageName(sheet.stage, sheet))}</td>
              {which === "twist" ? <TwistCells of={each} mm={mm} /> : <RampCells of={each} mm={mm} />}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="py-2 text-sm text-quiet">
        Each axle against a stiff body, by its travel and track; what both can turn adds up. Anti-roll bars,
        what the frame gives and where a wheel slips are not in it: a limit, never a recommendation.
      </p>
    </>
  );
}

type CellsProps = { of: CrossedStance; mm: (value: number) => string };

const off = (doubt: Record<string, number> | undefined, place: string, places: number) =>
  (doubt?.[place] ?? 0) >= 0.5 * 10 ** -places ? ` ±${(doubt?.[place] ?? 0).toFixed(places)}` : "";

function RampCells({ of: { ramp }, mm }: CellsProps) {
  const value = ramp?.value;
  if (!value) return <td colSpan={4}>–</td>;
  const { calculated } = value;
  return (
    <>
      <td>
        {value.front_deg.toFixed(1)}°, {value.rear_deg.toFixed(1)}°
      </td>
      <td>{mm(calculated.wheel_lift_mm)}</td>
      <td className="font-semibold">{mm(calculated.ramp_distance_mm)}</td>
      <td>
        {calculated.ramp_index.toFixed(0)}
        <span className="text-quiet">{off(ramp.doubt, "calculated.ramp_index", 0)}</span>
      </td>
    </>
  );
}

function TwistCells({ of: { twist }, mm }: CellsProps) {
  const value = twist?.value;
  if (!value) return <td colSpan={4}>–</td>;
  const spare = twist.doubt?.["spare_deg"] ?? 0;
  const close = Math.abs(value.spare_deg) < spare;
  return (
    <>
      <td>
        {value.front_deg.toFixed(1)}°, {value.rear_deg.toFixed(1)}°
      </td>
      <td>
        {value.needs_deg.toFixed(1)}° of {value.has_deg.toFixed(1)}°
        <span className="text-quiet">{off(twist.doubt, "spare_deg", 1)}</span>
      </td>
      <td className={value.spare_deg < 0 || close ? "text-oxide" : ""}>
        {close
          ? "too close to call"
          : value.spare_deg >= 0
            ? "all four stand"
            : `a wheel hangs ${mm(value.hangs_mm)}`}
      </td>
      <td className="font-semibold">{mm(value.largest_mm)}</td>
    </>
  );
}

/** Both axles from behind, the rear one nearer: one turned one way and the other the other way. */
function FromBehind({ front, rear, hangs }: { front: number; rear: number; hangs: number }) {
  const { sheet } = useBench();
  const [ref, width] = useMeasure(760);
  const HEIGHT = 200;
  const wheel = sheet.here.outline.rear ?? sheet.here.outline.front;
  if (!wheel) return null;
  const track = Number(sheet.figures["body.rear_track_mm"]?.value ?? 1500);
  const k = Math.min((HEIGHT - 30) / (wheel.diameter_mm * 2), (width * 0.45) / track);
  const axle = (middle: number, deg: number, name: string, lifted: number) => (
    <g transform={`translate(${middle} ${HEIGHT - 24 - (wheel.static_radius_mm + track * 0.12) * k})`}>
      <g transform={`rotate(${deg})`} stroke="var(--chalk)">
        <line x1={(-track / 2) * k} x2={(track / 2) * k} y1={0} y2={0} strokeWidth={4} />
        {[-1, 1].map((side) => (
          <rect
            key={side}
            x={((side * track) / 2 - wheel.width_mm / 2) * k}
            y={-wheel.radius_mm * k}
            width={wheel.width_mm * k}
            height={wheel.diameter_mm * k}
            rx={5}
            fill="var(--strip-tyre)"
            stroke={lifted > 0 && side * deg > 0 ? "var(--strip-oxide)" : "var(--chalk)"}
            strokeWidth={1.8}
          />
        ))}
      </g>
      <line
        x1={(-track / 2) * k}
        x2={(track / 2) * k}
        y1={-wheel.diameter_mm * 0.8 * k}
        y2={-wheel.diameter_mm * 0.8 * k}
        stroke="var(--chalk-quiet)"
        strokeWidth={2}
      />
      <text
        y={HEIGHT - 12 - (HEIGHT - 24 - (wheel.static_radius_mm + track * 0.12) * k)}
        textAnchor="middle"
        fontSize={13}
        fill="var(--chalk)"
        className="cond"
      >
        {name} {Math.abs(deg).toFixed(1)}°
      </text>
    </g>
  );
  return (
    <div ref={ref} className="on-strip bg-strip">
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`from behind: front axle ${front.toFixed(1)} degrees one way, rear axle ${rear.toFixed(1)} the other`}
        className="block"
      >
        {axle(width * 0.27, -front, "front axle", 0)}
        {axle(width * 0.73, rear, "rear axle", hangs)}
      </svg>
    </div>
  );
}
