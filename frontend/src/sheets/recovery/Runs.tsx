/** Climbs that were driven: noted by hand, driven with the simulated bus, or read from a log. */
import { type FormEvent, useState } from "react";

import { answered, client } from "../../api/client";
import type { ClimbLogged, HeatSheet } from "../../api/types";
import { useBench } from "../../parts/bench";
import { day } from "../../parts/day";
import { Field } from "../../parts/Field";
import { FigureButton } from "../../parts/FigureButton";
import { Problem } from "../../parts/Problem";
import { TakeFile } from "../../parts/TakeFile";
import { useMeasure } from "../../parts/useMeasure";
import { asText } from "../../parts/quantity";
import { wordsIn } from "../../parts/typedIn";
import { useLook } from "../../parts/useLook";
import { type Climb, useWritten } from "./useRecovery";

const KEYS = [
  ["coolant_c", "coolant"],
  ["ambient_c", "air"],
  ["speed_kmh", "speed"],
  ["slope_pct", "grade"],
  ["altitude_m", "height"],
  ["mass_kg", "mass"],
  ["covered_pct", "in its way"],
] as const;

export function Runs({ sheet, brief }: { sheet: HeatSheet; brief: Climb }) {
  const { sheet: rig, put, write } = useBench();
  const [problem, setProblem] = useState<string>();
  return (
    <section aria-label="Climbs that were driven" className="pt-5">
      <h2 className="border-b border-ink pb-1 font-semibold">
        Climbs that were driven{" "}
        <span className="font-normal text-quiet">the one that says least good of the radiator counts</span>
      </h2>
      <ul>
        {sheet.runs.map(({ id, version, record }) => {
          const seen = sheet.seen.value?.find(({ name }) => name === record.name);
          return (
            <li key={id} className="cond border-b border-hair py-1">
              <p className="flex flex-wrap items-baseline gap-x-4">
                <b className="font-semibold">{record.name}</b>
                {record.driven_on && <span className="text-quiet">{day(record.driven_on)}</span>}
                {seen?.ua_kw_per_k != null && (
                  <span>
                    the engine gave {asText(write(seen.power_kw ?? 0, "power_kw"))}, the radiator{" "}
                    {(seen.ua_kw_per_k * 1000).toFixed(0)} W for each kelvin
                    {!seen.thermostat_open && <span className="text-oxide">, thermostat not fully open</span>}
                  </span>
                )}
                <button
                  className="link no-print text-sm"
                  onClick={() =>
                    void put({ do: "drop", table: "heat_run", id, version }).then((refusal) =>
                      setProblem(refusal?.message),
                    )
                  }
                >
                  out <span className="sr-only">{record.name}</span>
                </button>
              </p>
              <p className="flex flex-wrap gap-x-5">
                {KEYS.map(([key, label]) => {
                  const path = `heat_runs.${record.name}.${key}`;
                  const value = rig.figures[path]?.value;
                  return (
                    <FigureButton
                      key={key}
                      path={path}
                      className="underline underline-offset-4"
                      label={`${record.name}, ${label}`}
                    >
                      <span className="text-quiet">{label}</span>{" "}
                      {typeof value === "number" ? asText(write(value, key)) : "?"}
                    </FigureButton>
                  );
                })}
              </p>
              {seen?.refused && <p className="text-oxide">It says nothing: {seen.refused}</p>}
            </li>
          );
        })}
      </ul>
      <Problem of={problem} />
      <ByHand />
      <ByBus brief={brief} />
    </section>
  );
}

function ByHand() {
  const { sheet, put, write } = useBench();
  const [problem, setProblem] = useState<string>();
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const word = wordsIn(new FormData(form));
    if (!word("name")) return setProblem("It wants a name, for example pass road, September.");
    const typed = Object.fromEntries(KEYS.flatMap(([key]) => (word(key) ? [[key, word(key)]] : [])));
    const refusal = await put({
      do: "record",
      table: "heat_run",
      id: 0,
      version: null,
      record: { name: word("name"), driven_on: word("on") || null },
      typed,
      known: "measured",
    });
    setProblem(refusal?.stale ? `There is a climb “${word("name")}” already.` : refusal?.message);
    if (!refusal) form.reset();
  };
  return (
    <form
      aria-label="A climb"
      className="no-print cond flex flex-wrap items-end gap-x-4 gap-y-2 py-2"
      onSubmit={(event) => void add(event)}
    >
      <Field label="which climb" name="name" width="w-44" />
      <Field label="on" name="on" type="date" value={sheet.today} />
      {KEYS.slice(0, 6).map(([key, label]) => (
        <Field key={key} label={`${label}, ${write(0, key).unit}`} name={key} width="w-20" />
      ))}
      <button className="btn">note the climb</button>
      <Problem of={problem} className="w-full" />
    </form>
  );
}

/** The simulated bus on a climb, or a log of one: its steady stretch is what counts. */
function ByBus({ brief }: { brief: Climb }) {
  const { params } = useLook();
  const [logged, setLogged] = useState<ClimbLogged>();
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const run = async (ask: () => Promise<ClimbLogged>) => {
    setBusy(true);
    try {
      setLogged(await ask());
      setProblem(undefined);
    } catch (error) {
      setProblem((error as Error).message);
    }
    setBusy(false);
  };
  const drive = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const given = new FormData(event.currentTarget);
    const word = wordsIn(given);
    const number = (key: string, usual: number) => (word(key) ? Number(word(key).replace(",", ".")) : usual);
    void run(() =>
      answered(
        client.POST("/api/rigs/{rig_id}/recovery/heat/drive", {
          params,
          body: {
            slope_pct: number("slope", brief.slope_pct),
            speed_kmh: number("speed", brief.speed_kmh),
            ambient_c: number("air", brief.ambient_c),
            traffic: given.get("traffic") === "on",
          },
        }),
      ),
    );
  };
  const read = (file: File) =>
    void run(
      () =>
        answered(
          client.POST("/api/rigs/{rig_id}/recovery/heat/log", {
            params,
            body: file as never,
            bodySerializer: (body: unknown) => body as Blob,
            headers: { "Content-Type": "text/csv" },
          } as never),
        ) as Promise<ClimbLogged>,
    );
  return (
    <div className="no-print">
      <form
        aria-label="A climb with the bus"
        className="cond flex flex-wrap items-end gap-x-4 gap-y-2"
        onSubmit={drive}
      >
        <Field label="grade, %" name="slope" width="w-20" value={String(brief.slope_pct)} />
        <Field label="speed, km/h" name="speed" width="w-20" value={String(brief.speed_kmh)} />
        <Field label="air, °C" name="air" width="w-20" value={String(brief.ambient_c)} />
        <label className="flex min-h-10 items-center gap-2">
          <input type="checkbox" name="traffic" className="size-6 accent-[var(--ink)]" /> behind others
        </label>
        <button className="btn" disabled={busy}>
          drive it with the bus, simulated
        </button>
        <TakeFile accept=".csv,text/csv" look="link" take={read}>
          read a log, CSV
        </TakeFile>
      </form>
      <Problem of={problem} />
      {logged && <Logged logged={logged} done={() => setLogged(undefined)} />}
    </div>
  );
}

function Logged({ logged, done }: { logged: ClimbLogged; done: () => void }) {
  const { sheet, put } = useBench();
  const { degrees, kmh } = useWritten();
  const [ref, width] = useMeasure(760);
  const [problem, setProblem] = useState<string>();
  const { readings, steady } = logged;
  const H = 130;
  const last = readings.at(-1)?.at_s ?? 1;
  const hottest = Math.max(...readings.map(({ coolant_c }) => coolant_c), 1) + 4;
  const coldest = Math.min(...readings.map(({ coolant_c }) => coolant_c), hottest - 10) - 4;
  const x = (s: number) => 44 + (s / last) * (width - 60);
  const y = (c: number) => H - 20 - ((c - coldest) / (hottest - coldest)) * (H - 34);
  const keep = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (!steady) return;
    const word = wordsIn(new FormData(event.currentTarget));
    if (!word("name")) return setProblem("It wants a name, for example pass road.");
    const refusal = await put({
      do: "record",
      table: "heat_run",
      id: 0,
      version: null,
      record: { name: word("name"), driven_on: sheet.today },
      typed: {
        coolant_c: `${steady.coolant_c.toFixed(1)} °C`,
        ambient_c: `${steady.ambient_c.toFixed(1)} °C`,
        speed_kmh: `${steady.speed_kmh.toFixed(1)} km/h`,
        ...(steady.slope_pct === null ? {} : { slope_pct: `${steady.slope_pct.toFixed(2)} %` }),
        ...(steady.altitude_m === null ? {} : { altitude_m: `${steady.altitude_m.toFixed(0)} m` }),
        ...(word("mass") ? { mass_kg: word("mass") } : {}),
      },
      known: "measured",
    });
    setProblem(refusal?.message);
    if (!refusal) done();
  };
  return (
    <section aria-label="The climb as it was logged" ref={ref}>
      <svg
        width={width}
        height={H}
        viewBox={`0 0 ${width} ${H}`}
        role="img"
        aria-label="Coolant over the climb"
        className="cond block h-auto max-w-full text-[12px]"
      >
        {steady && (
          <rect
            x={x(steady.from_s)}
            y={4}
            width={x(steady.to_s) - x(steady.from_s)}
            height={H - 24}
            fill="var(--tint)"
          />
        )}
        <path
          d={readings
            .map(
              ({ at_s, coolant_c }, i) => `${i ? "L" : "M"}${x(at_s).toFixed(1)} ${y(coolant_c).toFixed(1)}`,
            )
            .join("")}
          fill="none"
          stroke="var(--oxide)"
          strokeWidth={2}
        />
        {[coldest + 4, hottest - 4].map((c) => (
          <text key={c} x={40} y={y(c) + 4} textAnchor="end" fill="var(--quiet)">
            {degrees(c)}
          </text>
        ))}
        <text x={width - 16} y={H - 4} textAnchor="end" fill="var(--quiet)">
          {(last / 60).toFixed(0)} min
        </text>
      </svg>
      {steady ? (
        <>
          <p>
            Steady from {(steady.from_s / 60).toFixed(1)} to {(steady.to_s / 60).toFixed(1)} min:{" "}
            {degrees(steady.coolant_c)} at {kmh(steady.speed_kmh)}, {degrees(steady.ambient_c)} outside
            {steady.slope_pct !== null && `, ${steady.slope_pct.toFixed(1)} %`}
            {logged.battery_v !== null && `; battery ${logged.battery_v.toFixed(1)} V`}.
          </p>
          {logged.says_nothing && <p className="text-oxide">{logged.says_nothing}</p>}
          <form
            aria-label="Keep the climb"
            className="cond flex flex-wrap items-end gap-x-4"
            onSubmit={(event) => void keep(event)}
          >
            <Field label="called" name="name" width="w-44" />
            <Field label="mass as it was driven" name="mass" width="w-28" />
            <button className="btn-main">note it</button>
            <button type="button" className="link" onClick={done}>
              leave it
            </button>
          </form>
        </>
      ) : (
        <p className="text-oxide">{logged.why_not}</p>
      )}
      <Problem of={problem} />
    </section>
  );
}
