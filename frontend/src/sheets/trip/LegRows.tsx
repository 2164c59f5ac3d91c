/** The legs one under another: each is edited where it stands, moved, taken out; beside it what it comes to. */
import { useState } from "react";

import type { LegLine, Legs } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Problem } from "../../parts/Problem";
import { Tick } from "../../parts/Tick";
import { type Driven, drivenBy, type Level, type Way } from "./goesBy";
import { fillWords, surfaceWord } from "./surfaces";
import { asText } from "../../parts/quantity";
import { SurfaceSelect } from "./SurfaceSelect";

type Props = { legs: Legs; shown: number | undefined; show: (leg: number | undefined) => void };

export function LegRows({ legs, shown, show }: Props) {
  const { put } = useBench();
  const [problem, setProblem] = useState<string>();
  const ids = legs.legs.map(({ id }) => id);
  const move = async (at: number, by: number) => {
    const next = [...ids];
    const [moved] = next.splice(at, 1);
    if (moved === undefined) return;
    next.splice(at + by, 0, moved);
    setProblem((await put({ do: "leg order", ids: next }))?.message);
  };
  if (ids.length === 0)
    return (
      <p className="max-w-prose py-3 text-quiet">
        No legs yet. Type the first below, or read them from a GPX: fuel, water, axle loads and pressures
        along the way follow.
      </p>
    );
  return (
    <section aria-label="The legs">
      <ol>
        {legs.legs.map((line, at) => (
          <Row
            key={line.id}
            legs={legs}
            line={line}
            at={at}
            open={shown === line.id}
            press={() => show(shown === line.id ? undefined : line.id)}
            move={(by) => void move(at, by)}
          />
        ))}
      </ol>
      <Problem of={problem} />
    </section>
  );
}

type RowProps = {
  legs: Legs;
  line: LegLine;
  at: number;
  open: boolean;
  press: () => void;
  move: (by: number) => void;
};

function Row({ legs, line, at, open, press, move }: RowProps) {
  const { write } = useBench();
  const along = legs.way.value?.legs[at];
  // Where nobody noted any water, nobody knows that it is short.
  const water = (legs.way.value?.water_holds_l ?? 0) > 0;
  const driven = legs.way.value && drivenBy(legs.way.value);
  const level = driven?.legs[at];
  const short = (level && level.spare < 0) || (water && along && along.water_spare_l < 0);
  const far = asText(write(line.leg.km, "leg_km", { places: 0 }));
  const fills = fillWords(legs.goes_by, line.leg.fill_fuel, line.leg.fill_water);
  return (
    <li className="border-b border-hair">
      <button
        aria-expanded={open}
        className={`cond grid min-h-10 w-full grid-cols-[1.6rem_minmax(8rem,1.4fr)_5rem_5rem_3.4rem_minmax(9rem,1fr)_minmax(7rem,1fr)] items-baseline gap-x-3 py-1 [@media_screen_and_(width<820px)]:flex [@media_screen_and_(width<820px)]:flex-wrap ${open ? "bg-tint" : ""}`}
        onClick={press}
      >
        <span className="text-quiet">{at + 1}</span>
        <b className="font-semibold [@media_screen_and_(width<820px)]:flex-1">
          {line.leg.name}
          {line.leg.driven_on && <span className="font-normal text-quiet"> · behind us</span>}
        </b>
        <span className="text-right">{far}</span>
        <span>{surfaceWord(line.leg.surface ?? "road")}</span>
        <span className="text-right">{line.leg.days ? `${line.leg.days} d` : ""}</span>
        <span className={short ? "font-semibold text-oxide" : ""}>
          {along && driven && level && <Left along={along} driven={driven} level={level} />}
        </span>
        <span className="text-quiet">
          <Tyres legs={legs} name={line.leg.name} />
          {fills && ` fill ${fills}`}
        </span>
      </button>
      {open && <Edit key={line.version} legs={legs} line={line} at={at} move={move} />}
    </li>
  );
}

type LeftProps = { along: Way["legs"][number]; driven: Driven; level: Level };

function Left({ along, driven, level }: LeftProps) {
  const { write } = useBench();
  const litres = (value: number) => asText(write(value, "fuel_l", { places: 0 }));
  return (
    <>
      {asText(write(level.left, driven.key, { places: 0 }))} {driven.by}
      {along.water_start_l > 0 && `, ${litres(along.water_left_l)} water`} left
    </>
  );
}

function Tyres({ legs, name }: { legs: Legs; name: string }) {
  const { write } = useBench();
  const of = legs.pressures.find(({ leg }) => leg === name);
  if (!of || of.front_kpa === null || of.rear_kpa === null) return null;
  const rear = write(of.rear_kpa, "pressure_kpa");
  return (
    <>
      {write(of.front_kpa, "pressure_kpa").text}/{rear.text} {rear.unit}
    </>
  );
}

type EditProps = { legs: Legs; line: LegLine; at: number; move: (by: number) => void };

function Edit({ legs, line, at, move }: EditProps) {
  const { put, write } = useBench();
  const [problem, setProblem] = useState<string>();
  const { leg } = line;
  const set = async (to: Record<string, unknown>) => {
    const refusal = await put({ do: "leg", leg: line.id, version: line.version, set: to });
    setProblem(refusal?.message);
    return refusal;
  };
  const drop = async () => {
    const refusal = await put({ do: "drop", table: "leg", id: line.id, version: line.version });
    setProblem(refusal?.message);
  };
  // As it is shown: what is left as it stands is not written anew.
  const shown = (value: number | null | undefined, key: string, places: number) =>
    value == null ? "" : trimmed(write(value, key, { places }).text);
  const field = (key: string, label: string, value: string, wide = false) => (
    <label className="grid">
      <span className="text-sm text-quiet">{label}</span>
      <input
        className={`field text-base ${wide ? "w-56" : "w-24"}`}
        defaultValue={value}
        onBlur={(event) => {
          const typed = event.target.value.trim();
          if (typed !== value) void set({ [key]: typed === "" ? null : typed });
        }}
        onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      />
    </label>
  );
  return (
    <div className="cond flex flex-wrap items-end gap-x-4 gap-y-2 bg-tint px-2 pb-3">
      {field("name", "leg", leg.name, true)}
      {field("km", `how far, ${write(0, "leg_km").unit}`, shown(leg.km, "leg_km", 1))}
      <label className="grid">
        <span className="text-sm text-quiet">on</span>
        <SurfaceSelect value={leg.surface} onChange={(event) => void set({ surface: event.target.value })} />
      </label>
      {field("days", "days", String(leg.days ?? 0))}
      {field("slope_pct", "climb, %", shown(leg.slope_pct, "slope_pct", 1))}
      {field("altitude_m", `up to, ${write(0, "altitude_m").unit}`, shown(leg.altitude_m, "altitude_m", 0))}
      <label className="flex min-h-10 items-center gap-2">
        <Tick checked={leg.fill_fuel ?? false} set={(to) => set({ fill_fuel: to })} /> {legs.goes_by} first
      </label>
      <label className="flex min-h-10 items-center gap-2">
        <Tick checked={leg.fill_water ?? false} set={(to) => set({ fill_water: to })} /> water first
      </label>
      {field("note", "note", leg.note ?? "", true)}
      <p className="flex gap-3">
        <button className="btn" disabled={at === 0} onClick={() => move(-1)}>
          earlier
        </button>
        <button className="btn" disabled={at === legs.legs.length - 1} onClick={() => move(1)}>
          later
        </button>
        <button className="btn" onClick={() => void drop()}>
          take it out
        </button>
      </p>
      <LegFigures legs={legs} line={line} at={at} />
      <Problem of={problem} className="w-full" />
    </div>
  );
}

/** 320.0 as 320: and without the thin space that sets off thousands. */
const trimmed = (text: string) => text.replace(/\.0+$/, "").replace(/\s/g, "");

/** What one leg comes to: tanks, axles at both ends, its climb. */
function LegFigures({ legs, line, at }: Omit<EditProps, "move">) {
  const { write } = useBench();
  const stands = legs.loads.value?.legs[at];
  const climb = legs.climbs.value?.find(({ leg }) => leg === line.leg.name);
  const driven = legs.way.value && drivenBy(legs.way.value);
  const level = driven?.legs[at];
  const kg = (value: number) => asText(write(value, "mass_kg", { places: 0 }));
  const off = driven && legs.way.doubt?.[driven.spareAt(at)];
  const amount = (value: number) => asText(write(value, driven?.key ?? "", { places: 0 }));
  return (
    <div className="w-full max-w-prose">
      {driven && level && (
        <p>
          {driven.by === "fuel" ? "Fuel" : "Charge"} {amount(level.start)} to {amount(level.left)}:{" "}
          <b className={level.spare < 0 ? "text-oxide" : ""}>
            {amount(Math.abs(level.spare))} {level.spare < 0 ? "less" : "more"} than the reserve
          </b>
          {off ? ` ±${amount(off)}` : ""}
        </p>
      )}
      {stands && (
        <p>
          Front {kg(stands.start_front_kg)} to {kg(stands.end_front_kg)}, rear {kg(stands.start_rear_kg)} to{" "}
          {kg(stands.end_rear_kg)}
        </p>
      )}
      {climb && <Climb climb={climb} heat={legs.climb_heat.value?.find(({ leg }) => leg === climb.leg)} />}
    </div>
  );
}

type ClimbOf = NonNullable<Legs["climbs"]["value"]>[number];

function climbInWords(climb: ClimbOf, write: (value: number, key: string) => string): string {
  if (!climb.known) return "nobody can say what a turbo has left so high up";
  if (climb.held_kmh === null) return "no gear holds it";
  const speed = write(climb.held_kmh, "speed_kmh");
  const gear = `gear ${climb.gear} holds ${speed}`;
  return climb.held_kmh < climb.wanted_kmh
    ? `${gear}, none ${write(climb.wanted_kmh, "speed_kmh")}`
    : `${gear}, ${Math.round(climb.reserve_pct ?? 0)} % to spare`;
}

type HeatOf = NonNullable<Legs["climb_heat"]["value"]>[number];

function Climb({ climb, heat }: { climb: ClimbOf; heat: HeatOf | undefined }) {
  const { write } = useBench();
  const words = climbInWords(climb, (value, key) => asText(write(value, key)));
  return (
    <p>
      {climb.grade_pct.toFixed(1)} % up to {asText(write(climb.altitude_m, "altitude_m"))}, laden: {words}
      {heat && (
        <span className={heat.climb.margin_k < 0 ? "text-oxide" : "text-quiet"}>
          ; coolant {asText(write(heat.climb.coolant_c, "coolant_c", { places: 0 }))} on the hottest day
        </span>
      )}
    </p>
  );
}
