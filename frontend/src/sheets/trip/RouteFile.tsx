/** Legs out of a GPX: read with how far it is, looked at, given a surface, and put behind those that are there. */
import { useRef, useState } from "react";

import { answered, client } from "../../api/client";
import type { FoundWay, Surface } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Problem } from "../../parts/Problem";
import { useSettings } from "../../parts/settings";
import { TakeFile } from "../../parts/TakeFile";
import { useSearch } from "../../parts/useSearch";
import { Profile } from "./Profile";
import { asText } from "../../parts/quantity";
import { SurfaceSelect } from "./SurfaceSelect";

export function RouteFile() {
  const { sheet } = useBench();
  const { units, person } = useSettings();
  const file = useRef<File>(undefined);
  const [ways, setWays] = useState<FoundWay[]>();
  const search = useSearch(
    (key) =>
      answered(
        client.POST("/api/rigs/{rig_id}/trip/route", {
          params: { path: { rig_id: sheet.id }, query: { units, person, key } },
          body: file.current as never,
          bodySerializer: (body: unknown) => body as Blob,
          headers: { "Content-Type": "application/gpx+xml" },
        }),
      ),
    ({ ways: found }) => setWays([...found]),
  );
  return (
    <>
      <TakeFile
        accept=".gpx,application/gpx+xml"
        look="link"
        take={(given) => {
          file.current = given;
          void search.begin();
        }}
      >
        read legs from a GPX
      </TakeFile>
      {search.searching && (
        <span className="flex items-center gap-3">
          <progress
            className="h-4 w-40"
            aria-label="how far the file is read"
            max={1}
            {...(search.of ? { value: search.done / search.of } : {})}
          />
          {search.of ? `${Math.round((search.done / search.of) * 100)} % read` : "it is sent"}
        </span>
      )}
      <Problem of={search.problem} className="w-full" />
      {ways && <Found ways={ways} done={() => setWays(undefined)} />}
    </>
  );
}

function Found({ ways, done }: { ways: FoundWay[]; done: () => void }) {
  const { put, write } = useBench();
  const [surfaces, setSurfaces] = useState<Record<number, Surface | "">>({});
  const [problem, setProblem] = useState<string>();
  const take = async () => {
    if (ways.some((_, at) => !surfaces[at])) {
      setProblem("Say for each what it is driven on: a file does not know.");
      return;
    }
    const refusal = await put({
      do: "legs",
      legs: ways.map((way, at) => ({
        set: {
          name: way.name,
          km: way.km,
          surface: surfaces[at],
          slope_pct: way.slope_pct === null ? null : Math.round(way.slope_pct * 10) / 10,
          altitude_m: way.altitude_m === null ? null : Math.round(way.altitude_m),
          note: way.kind === "waypoints" ? way.says : null,
        },
        line: [...way.line],
      })),
    });
    setProblem(refusal?.message);
    if (!refusal) done();
  };
  const all = (surface: Surface) => setSurfaces(Object.fromEntries(ways.map((_, at) => [at, surface])));
  return (
    <section aria-label="Found in the file" className="w-full border-y border-ink py-2">
      <h2 className="font-semibold">{ways.length === 1 ? "One way" : `${ways.length} ways`} in the file</h2>
      <ol>
        {ways.map((way, at) => (
          <li key={at} className="cond flex flex-wrap items-center gap-x-4 border-b border-hair py-1">
            <b className="min-w-40 font-semibold">{way.name}</b>
            <span>{asText(write(way.km, "leg_km", { places: 1 }))}</span>
            <Profile points={way.line} />
            <span className="text-quiet">
              {way.slope_pct !== null && `climbs ${way.slope_pct.toFixed(1)} % over a kilometre. `}
              {way.says}
            </span>
            <label className="ml-auto flex items-center gap-2">
              <span className="sr-only">{way.name} is driven </span>on
              <SurfaceSelect
                unsaid
                value={surfaces[at] ?? ""}
                onChange={(event) => setSurfaces((old) => ({ ...old, [at]: event.target.value as Surface }))}
              />
            </label>
          </li>
        ))}
      </ol>
      <p className="flex flex-wrap items-center gap-3 pt-2">
        {ways.length > 1 && (
          <button className="btn" onClick={() => all(surfaces[0] || "road")}>
            all as the first
          </button>
        )}
        <button className="btn-main" onClick={() => void take()}>
          they are legs of the trip
        </button>
        <button className="btn" onClick={done}>
          not these
        </button>
        <Problem of={problem} />
      </p>
    </section>
  );
}
