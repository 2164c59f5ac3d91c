/** The legs: typed or read from a file; tanks, axles and climbs along them in one picture; ranges and the log of fuel. */
import { type FormEvent, useState } from "react";

import type { LegLine, Legs as LegsAnswer, Surface } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Problem } from "../../parts/Problem";
import { WaitsFor } from "../../parts/WaitsFor";
import { FuelLog } from "./FuelLog";
import { LegRows } from "./LegRows";
import { Ranges } from "./Ranges";
import type { GoesBy } from "./goesBy";
import { RouteFile } from "./RouteFile";
import { useFile, useLegs } from "./useTrip";
import { Waiting } from "./Waiting";
import { WayChart } from "./WayChart";
import { wordsIn } from "../../parts/typedIn";
import { Field } from "../../parts/Field";
import { SurfaceSelect } from "./SurfaceSelect";

export function Legs() {
  const { data, error } = useLegs();
  const [shown, setShown] = useState<number>();
  if (!data) return <Waiting error={error} />;
  return (
    <>
      {data.legs.length > 0 && <Picture legs={data} shown={shown} show={setShown} />}
      <Files legs={data.legs} />
      <LegRows legs={data} shown={shown} show={setShown} />
      <NewLeg last={data.legs.at(-1)} by={data.goes_by} />
      <div className="grid gap-x-12 pt-4 wide:grid-cols-2">
        <Ranges legs={data} />
        <FuelLog fills={data.fills} consumption={data.consumption} />
      </div>
    </>
  );
}

type PictureProps = { legs: LegsAnswer; shown: number | undefined; show: (leg: number) => void };

function Picture({ legs, shown, show }: PictureProps) {
  const { way, loads } = legs;
  return (
    <section aria-label="Along the way" className="pt-3">
      {way.value ? (
        <WayChart legs={legs} way={way.value} shown={shown} show={show} />
      ) : (
        <p className="py-2">
          {legs.goes_by === "fuel" ? "Fuel" : "Charge"} and water along the way:{" "}
          <WaitsFor waits={way.waits_for} />
        </p>
      )}
      {way.value && !loads.value && (
        <p className="py-2">
          Axles along the way: <WaitsFor waits={loads.waits_for} />
        </p>
      )}
    </section>
  );
}

function Files({ legs }: { legs: LegLine[] }) {
  const file = useFile();
  const lined = legs.some(({ profile }) => profile.length > 0);
  return (
    <div className="no-print flex flex-wrap items-center gap-x-6 pt-2">
      <RouteFile />
      {legs.length > 0 && (
        <a className="link" href={file("lists/legs.csv")} download>
          the legs, CSV
        </a>
      )}
      {lined && (
        <a className="link" href={file("trip/route.gpx")} download>
          the way, GPX
        </a>
      )}
    </div>
  );
}

/** The next leg, as it is typed; it goes behind the last. */
function NewLeg({ last, by }: { last: LegLine | undefined; by: GoesBy }) {
  const { put, write } = useBench();
  const [problem, setProblem] = useState<string>();
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const given = new FormData(form);
    const word = wordsIn(given);
    if (word("km") === "") {
      setProblem("Say how far it is, for example 320 km.");
      return;
    }
    const set: Record<string, unknown> = {
      km: word("km"),
      surface: word("surface"),
      days: word("days") || 0,
      fill_fuel: given.get("fuel") === "on",
      fill_water: given.get("water") === "on",
    };
    if (word("name")) set["name"] = word("name");
    for (const key of ["slope_pct", "altitude_m"] as const) if (word(key)) set[key] = word(key);
    const refusal = await put({ do: "legs", legs: [{ set, line: [] }] });
    setProblem(refusal?.message);
    if (!refusal) {
      form.reset();
      form.querySelector("input")?.focus();
    }
  };
  return (
    <form
      className="no-print cond flex flex-wrap items-end gap-x-4 gap-y-2 pt-3"
      aria-label="A leg"
      onSubmit={(event) => void add(event)}
    >
      <Field label={last ? "and then to" : "the first leg"} name="name" width="w-48" />
      <Field label="how far" name="km" />
      <label className="grid">
        <span className="text-sm text-quiet">on</span>
        <SurfaceSelect name="surface" defaultValue={"road" satisfies Surface} />
      </label>
      <Field label="days" name="days" />
      <Field label="climb, %" name="slope_pct" />
      <Field label={`up to, ${write(0, "altitude_m").unit}`} name="altitude_m" />
      <label className="flex min-h-10 items-center gap-2">
        <input type="checkbox" name="fuel" className="size-6 accent-[var(--ink)]" /> {by} first
      </label>
      <label className="flex min-h-10 items-center gap-2">
        <input type="checkbox" name="water" className="size-6 accent-[var(--ink)]" /> water first
      </label>
      <button className="btn">add the leg</button>
      <Problem of={problem} className="w-full" />
    </form>
  );
}
