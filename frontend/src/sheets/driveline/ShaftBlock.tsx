/** One line of shafts: at full bump, ride and full droop, from the side and from above; tried out by hand. */
import { useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import type { Areas, ShaftLine, Tried } from "../../api/types";
import { WaitsFor } from "../../parts/WaitsFor";
import { useBench } from "../../parts/bench";
import { Slider } from "../../parts/Slider";
import { snapped, useSteps } from "../../parts/steps";
import { FigureButton } from "../../parts/FigureButton";
import { useSettings } from "../../parts/settings";
import { Problem } from "../../parts/Problem";
import { FieldChart } from "./FieldChart";
import { ShaftDrawing } from "./ShaftDrawing";
import { NOTHING, type Trial } from "./trial";
import { asText } from "../../parts/quantity";

type End = "front" | "rear";
type Result = Areas["driveline"]["rear_shaft"];

export function ShaftBlock({ end, result }: { end: End; result: Result }) {
  const { sheet, stage } = useBench();
  const { units, person } = useSettings();
  const [trial, setTrial] = useState(NOTHING);
  const tried = useAsked({
    queryKey: ["shaft", sheet.id, end, stage, trial, sheet.revision],
    queryFn: ({ signal }) =>
      answered(
        client.POST("/api/rigs/{rig_id}/shafts/{end}", {
          params: { path: { rig_id: sheet.id, end }, query: { stage, units, person } },
          body: trial,
          signal,
        }),
      ),
    enabled: result.value !== null,
  });
  const name = `${end === "rear" ? "Rear" : "Front"} shaft`;
  if (!result.value)
    return (
      <section className="border-b border-hair py-3">
        <h2 className="text-lg font-semibold">{name}</h2>
        <WaitsFor waits={result.waits_for} />
      </section>
    );
  const now: Tried | undefined = tried.data?.tried;
  const line = now?.line.value ?? result.value;
  const changed = Object.values(trial).some(Boolean);
  return (
    <section aria-label={name} className="border-b border-ink py-4">
      <h2 className="flex flex-wrap items-baseline gap-x-4 text-lg font-semibold">
        {name}
        <span className="cond text-base font-normal text-quiet">
          {line.build === "double" ? "double joint at the case" : "one joint at each end"},{" "}
          {Math.round(line.rpm)} rpm at <SpeedButton line={line} />
        </span>
        {changed && <span className="cond text-base text-oxide">tried, not planned</span>}
      </h2>
      <Problem of={tried.error} />
      {now && !now.line.value && <p className="text-oxide">{now.line.waits_for?.label}</p>}
      <div className="grid gap-x-8 gap-y-3 pt-2 wide:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
        <ShaftDrawing line={line} before={changed ? result.value : undefined} trial={trial} set={setTrial} />
        <div>
          <Angles line={line} result={result} changed={changed} />
          <SlipTable line={line} result={result} changed={changed} />
        </div>
      </div>
      <div className="no-print grid gap-x-8 pt-3 wide:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
        {now?.field && <FieldChart field={now.field} trial={trial} set={setTrial} />}
        <TrialControls end={end} trial={trial} set={setTrial} changed={changed} />
      </div>
      {now && <Builds tried={now} trial={trial} set={setTrial} line={result.value} />}
    </section>
  );
}

function SpeedButton({ line }: { line: ShaftLine }) {
  const { write } = useBench();
  return (
    <FigureButton path="aims.fastest_kmh" className="underline underline-offset-4" label="fastest speed">
      {asText(write(line.speed_kmh, "speed_kmh"))}
    </FigureButton>
  );
}

type TableProps = { line: ShaftLine; result: Result; changed: boolean };

function Angles({ line, result, changed }: TableProps) {
  const ride = line.places.findIndex(({ place }) => place === "ride");
  const off = (place: string) => {
    const value = changed ? 0 : (result.doubt?.[place] ?? 0);
    return value > 0 ? ` ±${value.toFixed(value < 10 ? 1 : 0)}` : "";
  };
  const at = line.places[ride]?.calculated;
  if (!at) return null;
  const rough = (value: number) => (value > 1000 ? "text-oxide font-semibold" : "font-semibold");
  return (
    <div className="sideways">
      <table className="cond w-full">
        <thead>
          <tr className="border-b border-ink text-quiet">
            <th className="text-left font-normal">joint</th>
            {line.places.map(({ place }) => (
              <th key={place} className="text-right font-normal">
                {place === "ride" ? "at ride" : `full ${place}`}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {(
            [
              ["at the case", "drive_joint_deg"],
              ["at the axle", "pinion_joint_deg"],
            ] as const
          ).map(([label, key]) => (
            <tr key={key} className="border-b border-hair">
              <td className="py-1">{label}</td>
              {line.places.map(({ place, calculated }) => (
                <td key={place} className="text-right">
                  <b className={calculated[key] > line.limit_deg ? "text-oxide" : "font-semibold"}>
                    {calculated[key].toFixed(1)}°
                  </b>
                  {place === "ride" && (
                    <span className="text-quiet">{off(`places.${ride}.calculated.${key}`)}</span>
                  )}
                </td>
              ))}
            </tr>
          ))}
          <tr className="border-b border-hair">
            <td className="py-1" colSpan={line.places.length}>
              {line.build === "double" ? "pinion's own shake at speed" : "what does not cancel at speed"}{" "}
              <span className="text-quiet">smooth to 400, rough from 1000</span>
            </td>
            <td className="text-right whitespace-nowrap">
              <b className={rough(at.residual_rad_s2)}>{Math.round(at.residual_rad_s2)}</b>
              <span className="text-quiet">{off(`places.${ride}.calculated.residual_rad_s2`)} rad/s²</span>
            </td>
          </tr>
          {line.build === "single" && (
            <tr className="border-b border-hair">
              <td className="py-1" colSpan={line.places.length}>
                the steeper joint by itself <span className="text-quiet">up to 1000</span>
              </td>
              <td className="text-right whitespace-nowrap">
                <b className={rough(at.inertial_rad_s2)}>{Math.round(at.inertial_rad_s2)}</b>
                <span className="text-quiet">{off(`places.${ride}.calculated.inertial_rad_s2`)} rad/s²</span>
              </td>
            </tr>
          )}
          <tr className="border-b border-hair">
            <td className="py-1" colSpan={line.places.length}>
              steepest anywhere, of{" "}
              <FigureButton
                path={`${line.end}_shaft.joint_limit_deg`}
                className="-my-2 underline underline-offset-4"
                label="what the joints bend"
              >
                {line.limit_deg.toFixed(0)}°{line.limit_assumed ? " (assumed)" : ""}
              </FigureButton>
            </td>
            <td className="text-right">
              <b className={line.steepest_deg > line.limit_deg ? "text-oxide" : "font-semibold"}>
                {line.steepest_deg.toFixed(1)}°
              </b>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  );
}

function SlipTable({ line, result, changed }: TableProps) {
  const { write } = useBench();
  const mm = (value: number) => asText(write(value, "length_mm"));
  const off = (place: string) => {
    const value = changed ? 0 : (result.doubt?.[place] ?? 0);
    return value > 0.05 ? ` ±${write(value, "length_mm", { places: value < 1 ? 1 : 0 }).text}` : "";
  };
  const ride = line.places.find(({ place }) => place === "ride");
  const rows: [string, string, boolean][] = [];
  if (ride)
    rows.push([
      Math.abs(line.longer_mm) < 0.5
        ? "between the joints at ride"
        : `between the joints at ride: ${mm(Math.abs(line.longer_mm))} ${line.longer_mm > 0 ? "longer" : "shorter"} than as found`,
      mm(ride.calculated.length_mm) + off("longer_mm"),
      false,
    ]);
  if (line.slip) {
    rows.push([
      `slip engaged where it is longest, ${mm(line.slip.min_engagement_mm)} wanted`,
      mm(line.slip.calculated.engagement_at_longest_mm) + off("slip.engagement_spare_mm"),
      line.slip.engagement_spare_mm < 0,
    ]);
    rows.push([
      "left where it is shortest, 10 wanted",
      mm(line.slip.calculated.collapse_left_at_shortest_mm) + off("slip.collapse_spare_mm"),
      line.slip.collapse_spare_mm < 0,
    ]);
  }
  if (line.whirl)
    rows.push([
      `whirls at ${Math.round(line.whirl.critical_rpm)} rpm, safe to`,
      `${Math.round(line.whirl.safe_rpm)} rpm`,
      line.rpm > line.whirl.safe_rpm,
    ]);
  if (line.gap_left_mm !== null)
    rows.push([
      "above the tube at full bump",
      mm(line.gap_left_mm) + off("gap_left_mm"),
      line.gap_left_mm < 0,
    ]);
  return (
    <>
      <dl className="cond pt-2">
        {rows.map(([label, value, bad]) => (
          <div key={label} className="flex items-baseline justify-between gap-4 border-b border-hair py-1">
            <dt className="text-quiet">{label}</dt>
            <dd className={`font-semibold whitespace-nowrap ${bad ? "text-oxide" : ""}`}>{value}</dd>
          </div>
        ))}
      </dl>
      {line.slip_waits && (
        <FigureButton path={line.slip_waits} className="link">
          the slip waits for a figure
        </FigureButton>
      )}
    </>
  );
}

type ControlProps = {
  end: End;
  trial: Trial;
  set: (trial: Trial) => void;
  changed: boolean;
};

const REGIONS = ["smooth", "felt by some", "rough: felt, and it wears"];

/** One joint at each end or a double one: how each would run here, and what it needs of the pinion. */
function Builds({
  tried,
  trial,
  set,
  line,
}: {
  tried: Tried;
  trial: Trial;
  set: (trial: Trial) => void;
  line: ShaftLine;
}) {
  const turn = useSteps("driveline.pinion_up_deg");
  return (
    <div className="sideways">
      <table className="cond no-print mt-3 w-full">
        <thead>
          <tr className="border-b border-ink text-left text-quiet [&>th]:font-normal">
            <th>joints</th>
            <th>as it lies here</th>
            <th>what it needs of the pinion</th>
            <th>and then</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {tried.builds.map(({ build, runs, region, needs_up_deg, then, then_region }) => {
            const chosen = (trial.build ?? line.build) === build;
            const needed = trial.pinion_up_deg + needs_up_deg;
            const turned = snapped(turn, needed);
            const reaches = Math.abs(turned - needed) <= turn.step / 2;
            return (
              <tr key={build} className={`border-b border-hair ${chosen ? "bg-tint" : ""}`}>
                <td className="py-1 pr-3">
                  <b className="font-semibold">
                    {build === "single" ? "one at each end" : "a double one at the case"}
                  </b>
                  {line.build === build && <span className="text-quiet">, fitted here</span>}
                </td>
                <td>
                  <Ran at={runs} region={region} />
                </td>
                <td>
                  {build === "single" ? "parallel to the case" : "pointed at the case’s joint"}
                  {Math.abs(needs_up_deg) < 0.05
                    ? ": it is"
                    : `: ${Math.abs(needs_up_deg).toFixed(1)}° ${needs_up_deg > 0 ? "up" : "down"}`}
                </td>
                <td>
                  <Ran at={then} region={then_region} />
                </td>
                <td className="text-right whitespace-nowrap">
                  <button
                    className="link"
                    onClick={() => set({ ...trial, build: build === line.build ? null : build })}
                  >
                    {chosen ? "tried" : "try it"}
                  </button>
                  {reaches && (
                    <button
                      className="link pl-4"
                      onClick={() =>
                        set({ ...trial, build: build === line.build ? null : build, pinion_up_deg: turned })
                      }
                    >
                      with the pinion<span className="sr-only"> for {build}</span>
                    </button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

function Ran({ at, region }: { at: Tried["builds"][number]["runs"]; region: 0 | 1 | 2 }) {
  return (
    <>
      <b className={region === 2 ? "font-semibold text-oxide" : "font-semibold"}>
        {Math.round(Math.max(at.residual_rad_s2, at.inertial_rad_s2))}
      </b>{" "}
      <span className="text-quiet">
        rad/s², {at.drive_joint_deg.toFixed(1)}° and {at.pinion_joint_deg.toFixed(1)}°, {REGIONS[region]}
      </span>
    </>
  );
}

/** The same by numbers, for a keyboard and a thumb; what is tried goes into the order as changes. */
function TrialControls({ end, trial, set, changed }: ControlProps) {
  const { put, write } = useBench();
  const [problem, setProblem] = useState<string>();
  const slider = (key: "pinion_up_deg" | "case_down_mm" | "longer_mm", label: string) => (
    <Slider
      of={`driveline.${key}`}
      label={label}
      // The most used control of the sheet: its label stands above it, so that the track is long.
      className="grid-cols-[minmax(0,1fr)_4.5rem] gap-y-0 [&>span]:col-span-2"
      value={trial[key]}
      set={(value) => set({ ...trial, [key]: value })}
      written={
        key === "pinion_up_deg"
          ? `${trial[key].toFixed(1).replace("-", "−")}°`
          : asText(write(trial[key], "length_mm"))
      }
    />
  );
  const plan = async () => {
    const drafts: [boolean, string, Record<string, unknown>][] = [
      [trial.pinion_up_deg !== 0, "pinion", { axle: end, up_deg: trial.pinion_up_deg }],
      [trial.case_down_mm !== 0, "case-drop", { down_mm: trial.case_down_mm }],
      [
        trial.longer_mm !== 0 || trial.build !== null,
        "shaft",
        { axle: end, longer_mm: trial.longer_mm, ...(trial.build ? { build: trial.build } : {}) },
      ],
    ];
    for (const [wanted, kind, fields] of drafts) {
      const refusal = wanted ? await put({ do: "draft", kind, fields }) : undefined;
      if (refusal) return setProblem(refusal.message);
    }
    set(NOTHING);
  };
  return (
    <div className="cond grid min-w-0 content-start gap-1">
      {slider("pinion_up_deg", "pinion up by")}
      {slider("case_down_mm", "case down by")}
      {slider("longer_mm", "shaft longer by")}
      {changed && (
        <p className="flex flex-wrap gap-4 pt-2">
          <button className="btn-main" onClick={() => void plan()}>
            put it into the order
          </button>
          <button className="link" onClick={() => set(NOTHING)}>
            as it was
          </button>
        </p>
      )}
      <Problem of={problem} />
    </div>
  );
}
