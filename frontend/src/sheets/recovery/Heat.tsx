/** Heat: what climbs that were driven say of the radiator, and what follows for the brief's and the trip's. */
import { useState } from "react";

import type { HeatSheet, Sheet } from "../../api/types";
import { useBench } from "../../parts/bench";
import { FigureButton } from "../../parts/FigureButton";
import { Problem } from "../../parts/Problem";
import { Slider } from "../../parts/Slider";
import { WaitsFor } from "../../parts/WaitsFor";
import { asText } from "../../parts/quantity";
import { HeatChart } from "./HeatChart";
import { Runs } from "./Runs";
import { type Climb, useHeat, useTriedHeat, useWritten } from "./useRecovery";
import { Line } from "./Taken";

export function Heat() {
  const { sheet: rig } = useBench();
  const { data, error } = useHeat();
  if (!data)
    return error ? <Problem of={error} className="py-3" /> : <p className="py-3 text-quiet">One moment.</p>;
  const brief = climbOf(rig.figures, data);
  return (
    <>
      <Field sheet={data} brief={brief} />
      <div className="grid gap-x-10 gap-y-5 pt-4 wide:grid-cols-2">
        <LongestClimb sheet={data} />
        <InTheWay sheet={data} />
        <LegsOfTrip sheet={data} />
      </div>
      <Runs sheet={data} brief={brief} />
      <p className="max-w-prose pt-3 text-sm text-quiet">
        Steady climbs, a fan that works and a radiator that is clean inside and out. A gauge that goes on
        rising is obeyed at once: slower, heater on, stop in the wind with the engine idling; a hot system is
        never opened.
      </p>
    </>
  );
}

/** The brief's climb, or where nobody has said one, a middling one. */
function climbOf(figures: Sheet["figures"], sheet: HeatSheet): Climb {
  const aims = (key: string, usual: number) => {
    const value = figures[`aims.${key}`]?.value;
    return typeof value === "number" ? value : usual;
  };
  return {
    slope_pct: aims("climb_slope_pct", 7),
    speed_kmh: sheet.longest_climb.value?.held_kmh ?? aims("climb_kmh", 50),
    ambient_c: aims("hottest_c", 30),
    altitude_m: Math.max(sheet.longest_climb.value?.altitude_m ?? aims("climb_altitude_m", 0), 0),
    covered_pct: null,
  };
}

function Field({ sheet, brief }: { sheet: HeatSheet; brief: Climb }) {
  const { write } = useBench();
  const { degrees, kmh } = useWritten();
  const [trial, setTrial] = useState<Partial<Climb>>({});
  const climb = { ...brief, ...trial };
  const tried = useTriedHeat(sheet.runs.length > 0 ? climb : undefined);
  const changed = Object.keys(trial).length > 0;
  const field = tried.data?.tried.field;
  const covered = climb.covered_pct ?? sheet.airflow.value?.covered_pct ?? 0;
  const set = (more: Partial<Climb>) => setTrial({ ...trial, ...more });
  return (
    <section aria-label="Grade and speed" className="pt-3">
      {sheet.runs.length === 0 && (
        <p className="max-w-prose py-1">
          Nobody can say yet how hot it gets: drive one long climb with an eye on the gauge, below, and all
          others follow from it.
        </p>
      )}
      <WaitsFor waits={tried.data?.tried.waits_for} />
      <Problem of={tried.error} />
      {field && (
        <>
          <p className="cond flex flex-wrap items-baseline gap-x-4">
            <b className="text-lg font-semibold">
              {climb.slope_pct.toFixed(1)} % at {kmh(climb.speed_kmh)}, {degrees(climb.ambient_c)} outside:
              coolant {degrees(field.climb.coolant_c)}
            </b>
            <span className={field.climb.margin_k < 0 ? "text-oxide" : ""}>
              {margin(field.climb.margin_k, (k) =>
                asText(write(k, "margin_k", { difference: true, places: 0 })),
              )}
            </span>
            {field.climb_holds === false && <span className="text-oxide">no gear holds that</span>}
            {changed && <span className="text-oxide">tried, not noted</span>}
            {changed && (
              <button className="link" onClick={() => setTrial({})}>
                as the brief has it
              </button>
            )}
          </p>
          <HeatChart field={field} climb={climb} set={set} />
          <div className="no-print grid gap-x-10 wide:grid-cols-2">
            <Slider
              of="heat.ambient_c"
              label="air outside"
              value={climb.ambient_c}
              written={degrees(climb.ambient_c)}
              set={(ambient_c) => set({ ambient_c })}
            />
            <Slider
              of="heat.covered_pct"
              label="in its way"
              value={Math.round(covered)}
              written={`${covered.toFixed(0)} %`}
              set={(covered_pct) => set({ covered_pct })}
            />
            <Slider
              of="heat.altitude_m"
              label="height"
              value={climb.altitude_m}
              written={asText(write(climb.altitude_m, "altitude_m", { places: 0 }))}
              set={(altitude_m) => set({ altitude_m })}
            />
          </div>
        </>
      )}
    </section>
  );
}

const margin = (k: number, write: (k: number) => string) =>
  Math.abs(k) < 0.5
    ? "at its limit"
    : k < 0
      ? `${write(-k)} over its limit`
      : `${write(k)} left to its limit`;

function LongestClimb({ sheet }: { sheet: HeatSheet }) {
  const { write } = useBench();
  const { degrees, kelvin, kmh } = useWritten();
  const result = sheet.longest_climb;
  const climb = result.value;
  const off = result.doubt?.["margin_k"] ?? 0;
  const close = climb !== null && Math.abs(climb?.margin_k ?? 0) < off;
  return (
    <section aria-label="The longest climb of the brief">
      <h2 className="border-b border-ink pb-1 font-semibold">
        The brief’s longest climb, laden, on its hottest day
      </h2>
      {climb ? (
        <dl className="cond">
          <Line
            label={`${climb.slope_pct} % to ${asText(write(climb.altitude_m, "altitude_m", { places: 0 }))}, wanted at ${kmh(climb.wanted_kmh)}`}
          >
            {climb.held_kmh < climb.wanted_kmh ? (
              <span className="text-oxide">held at {kmh(climb.held_kmh)}</span>
            ) : (
              "held"
            )}
          </Line>
          <Line label="the engine gives">{asText(write(climb.power_kw, "power_kw"))}</Line>
          <Line label="coolant comes to" bad={climb.margin_k < 0}>
            {degrees(climb.coolant_c)}
          </Line>
          <Line
            label={
              close
                ? "left to the limit, too close to call"
                : climb.margin_k < 0
                  ? "over the limit"
                  : "left to the limit"
            }
            bad={climb.margin_k < off}
          >
            {kelvin(Math.abs(climb.margin_k))}
            {off > 0.5 && <span className="font-normal text-quiet"> ±{kelvin(off)}</span>}
          </Line>
          <Line label="air that would reach the limit">{degrees(climb.ambient_to_limit_c)}</Line>
          <Line label="power that would reach it">{asText(write(climb.power_to_limit_kw, "power_kw"))}</Line>
          <p className="py-1 text-sm text-quiet">
            By {climb.by}
            {climb.thermostat_open
              ? "."
              : ", on which the thermostat was not fully open: it errs to the hot side."}
          </p>
        </dl>
      ) : (
        <p className="py-1">
          <WaitsFor waits={result.waits_for} />
        </p>
      )}
      <p className="cond flex flex-wrap gap-x-5">
        {(
          [
            ["aims.climb_slope_pct", "grade"],
            ["aims.climb_kmh", "speed wanted"],
            ["aims.climb_km", "length"],
            ["aims.climb_altitude_m", "height"],
            ["aims.hottest_c", "hottest day"],
            ["cooling.limit_c", "limit"],
            ["cooling.opens_c", "thermostat"],
            ["cooling.fan", "fan"],
          ] as const
        ).map(([path, label]) => (
          <FigureButton key={path} path={path} className="link">
            {label}
          </FigureButton>
        ))}
      </p>
    </section>
  );
}

/** The grille from the front: what is open, and who takes the rest. */
function InTheWay({ sheet }: { sheet: HeatSheet }) {
  const airflow = sheet.airflow.value;
  if (!airflow) return null;
  const off = sheet.airflow.doubt?.["covered_pct"] ?? 0;
  const slats = 25;
  const covered = Math.round((airflow.covered_pct / 100) * slats);
  return (
    <section aria-label="What is in the way of the air">
      <h2 className="border-b border-ink pb-1 font-semibold">In the way of the air</h2>
      <svg
        viewBox="0 0 250 62"
        className="mt-2 block h-20 w-full"
        role="img"
        aria-label={`${airflow.covered_pct.toFixed(0)} % of the air is in something’s way`}
      >
        <rect x={1} y={1} width={248} height={60} rx={6} fill="none" stroke="var(--ink)" strokeWidth={2} />
        {Array.from({ length: slats }, (_, i) => (
          <rect
            key={i}
            x={5 + i * 9.6}
            y={6}
            width={7}
            height={50}
            fill={i < covered ? "var(--oxide)" : "none"}
            stroke={i < covered ? "var(--oxide)" : "var(--ink)"}
            strokeWidth={1}
          />
        ))}
        <path
          d={`M${5 + (slats * airflow.most_pct * 9.6) / 100 - 1} 1v60`}
          stroke="var(--ink)"
          strokeWidth={2.4}
          strokeDasharray="5 3"
        />
      </svg>
      <dl className="cond">
        <Line
          label="in its way; beyond a third it is worth a look"
          bad={airflow.covered_pct > airflow.most_pct}
        >
          {airflow.covered_pct.toFixed(0)} %
          {off > 0.5 && <span className="font-normal text-quiet"> ±{off.toFixed(0)}</span>}
        </Line>
        {airflow.rows.map((row) => (
          <Line key={row.change} label={row.title}>
            {row.covers_pct.toFixed(0)} %
          </Line>
        ))}
      </dl>
      <FigureButton path="cooling.covered_pct" className="link cond">
        what was in its way as found
      </FigureButton>
      <p className="text-sm text-quiet">
        A bumper, a winch, lamps and plates say on the Plan what they take of it.
      </p>
    </section>
  );
}

function LegsOfTrip({ sheet }: { sheet: HeatSheet }) {
  const { degrees, kelvin, kmh } = useWritten();
  const legs = sheet.legs.value ?? [];
  if (legs.length === 0) return null;
  return (
    <section aria-label="Climbs of the trip">
      <h2 className="border-b border-ink pb-1 font-semibold">Climbs of the trip, on the hottest day</h2>
      <dl className="cond">
        {legs.map(({ leg, climb }, i) => {
          const off = sheet.legs.doubt?.[`${i}.climb.margin_k`] ?? 0;
          return (
            <Line
              key={leg}
              label={`${leg}: ${climb.slope_pct} % at ${kmh(climb.held_kmh)}`}
              bad={climb.margin_k < off}
            >
              {degrees(climb.coolant_c)}
              <span className="font-normal text-quiet">
                {" "}
                {climb.margin_k < 0 ? "over by " : "left "}
                {kelvin(Math.abs(climb.margin_k))}
                {off > 0.5 && ` ±${kelvin(off)}`}
              </span>
            </Line>
          );
        })}
      </dl>
    </section>
  );
}
