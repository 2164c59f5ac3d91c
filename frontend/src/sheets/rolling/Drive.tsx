/** A drive against satellite speed: simulated on the spot, recorded, or from a file; fitted as it goes, then accepted. */
import { useQueryClient } from "@tanstack/react-query";
import { scaleLinear } from "d3-scale";
import { useRef, useState } from "react";

import { ofWrite, answered, client, Refusal } from "../../api/client";
import { newKey } from "../../api/key";
import { sheetOf } from "../../api/sheets";
import type { DriveState } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Choice } from "../../parts/Entry";
import { useMeasure } from "../../parts/useMeasure";
import { useSettings } from "../../parts/settings";
import { Problem } from "../../parts/Problem";
import { TakeFile } from "../../parts/TakeFile";
import { asText } from "../../parts/quantity";

const FAULTS = ["none", "goes silent", "jumps", "bad checksums", "wrong speed of the port"] as const;
const PIECE = 1_000_000;

export function Drive() {
  const { sheet, stage, write } = useBench();
  const { units, person } = useSettings();
  const queries = useQueryClient();
  const [state, setState] = useState<DriveState>();
  const [progress, setProgress] = useState<number>();
  const [problem, setProblem] = useState<string>();
  const [fault, setFault] = useState<(typeof FAULTS)[number]>("none");
  const [taken, setTaken] = useState(false);
  /** The drive that is being read or driven: what another began before it goes on no further. */
  const running = useRef<object>(undefined);
  const query = { stage, units, person };
  const path = { rig_id: sheet.id };

  /** Runs something long; what goes wrong is said, and what was read so far stays. */
  const run = async (long: (goesOn: () => boolean) => Promise<void>) => {
    const mine = {};
    running.current = mine;
    setProblem(undefined);
    setTaken(false);
    try {
      await long(() => running.current === mine);
    } catch (error) {
      setProblem(error instanceof Refusal ? error.message : "The application is not answering.");
    }
    if (running.current === mine) running.current = undefined;
    if (running.current === undefined) setProgress(undefined);
  };
  const begin = (body: {
    source: "file" | "recorded" | "simulated";
    name: string;
    first: string;
    fault: string;
  }) => answered(client.POST("/api/rigs/{rig_id}/drives", { params: { path, query }, body }));

  const simulate = () =>
    run(async (goesOn) => {
      let now = await begin({ source: "simulated", name: "", first: "", fault });
      while (!now.over && goesOn() && !now.silent) {
        now = await answered(
          client.POST("/api/rigs/{rig_id}/drives/{token}/on", {
            params: { path: { ...path, token: now.token }, query },
            body: { seconds: 6 },
          }),
        );
        if (!goesOn()) return;
        setState(now);
        setProgress(Math.min(1, now.drive.seconds / 375));
        await new Promise((next) => setTimeout(next, 120));
      }
      if (now.silent) setProblem("The receiver says nothing any more. What it said before is kept.");
    });

  const recorded = () =>
    run(async () => setState(await begin({ source: "recorded", name: "", first: "", fault: "none" })));

  const read = (file: File) =>
    run(async (goesOn) => {
      const first = await file.slice(0, 400).text();
      const { token } = await begin({ source: "file", name: file.name, first, fault: "none" });
      for (let at = 0; at < file.size && goesOn(); at += PIECE) {
        const answer = await fetch(
          `/api/rigs/${sheet.id}/drives/${token}/pieces?${new URLSearchParams(query).toString()}`,
          { method: "POST", headers: ofWrite(), body: file.slice(at, at + PIECE) },
        );
        if (!answer.ok) throw new Refusal((await answer.json()) as Refusal["problem"]);
        setProgress((at + PIECE) / file.size);
      }
      setState(
        await answered(
          client.POST("/api/rigs/{rig_id}/drives/{token}/end", {
            params: { path: { ...path, token }, query },
          }),
        ),
      );
    });

  const accept = () =>
    run(async () => {
      if (!state) return;
      await sheetOf(
        client.POST("/api/rigs/{rig_id}/drives/{token}/accept", {
          params: { path: { ...path, token: state.token }, query: { ...query, key: newKey() } },
        }),
      );
      setTaken(true);
      await queries.invalidateQueries();
    });

  const fit = state?.drive.fit;
  return (
    <section aria-label="A drive against satellite speed" className="pt-5">
      <h2 className="border-b border-ink pb-1 font-semibold">A drive against satellite speed</h2>
      <div className="cond no-print flex flex-wrap items-end gap-x-5 gap-y-2 py-2">
        <TakeFile accept=".nmea,.log,.txt,.gpx,.csv" look="btn" take={(file) => void read(file)}>
          give a log, NMEA, GPX or CSV
        </TakeFile>
        <button className="btn" onClick={() => void recorded()}>
          the recorded drive
        </button>
        <button className="btn" onClick={() => void simulate()} disabled={progress !== undefined}>
          drive it, simulated
        </button>
        <Choice label="the receiver’s fault" value={fault} of={FAULTS} choose={setFault} />
        {progress !== undefined && (
          <>
            <progress className="h-3 w-40" value={progress} max={1} aria-label="How far it is" />
            <button className="btn" onClick={() => (running.current = undefined)}>
              stop
            </button>
          </>
        )}
      </div>
      <Problem of={problem} />
      {!state && (
        <p className="text-quiet">
          Hold three speeds, a minute each, on the flat. A CSV names gps_kmh and indicated_kmh; with an NMEA
          log or a GPX you say what the dial showed.
        </p>
      )}
      {state && (
        <div className="grid gap-x-8 gap-y-3 wide:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
          <DriveChart state={state} />
          <div className="cond">
            {fit ? (
              <>
                <p className="leading-none">
                  <b className="text-4xl font-bold [font-stretch:75%]">{fit.factor.toFixed(4)}</b>{" "}
                  <span className="text-quiet">±{fit.ci95.toFixed(4)} true for each shown</span>
                </p>
                <p className="pt-1">
                  The dial reads {Math.abs(state.drive.over_reads_pct ?? 0).toFixed(1)} %{" "}
                  {fit.factor < 1 ? "high" : "low"}. {fit.used} moments count, {fit.dropped} were left out:
                  slow, braking, no signal.
                </p>
                {fit.intercept_kmh !== null && Math.abs(fit.intercept_kmh) > 1 && (
                  <p className="text-oxide">
                    Straight through the moments it would still show{" "}
                    {asText(write(fit.intercept_kmh, "speed_kmh", { places: 1 }))} at rest: one number will
                    not correct it.
                  </p>
                )}
              </>
            ) : (
              <p>{state.drive.why_not}</p>
            )}
            {state.trouble.map((line) => (
              <p key={line} className="text-quiet">
                {line}
              </p>
            ))}
            <Dial state={state} take={setState} />
            {fit && (
              <p className="pt-2">
                {taken ? (
                  <b>Taken: the rig’s speedometer stands as it was driven. Ctrl Z takes it back.</b>
                ) : (
                  <button className="btn-main" onClick={() => void accept()}>
                    take it for the rig
                  </button>
                )}
              </p>
            )}
          </div>
        </div>
      )}
    </section>
  );
}

/** Where nothing on board said what the dial shows, it is read by hand over the steady stretches. */
function Dial({ state, take }: { state: DriveState; take: (state: DriveState) => void }) {
  const { sheet, stage, write } = useBench();
  const { units, person } = useSettings();
  const [shown, setShown] = useState<Record<number, string>>({});
  const [refused, setRefused] = useState<Error>();
  if (state.drive.steady.length === 0) return null;
  const keep = async (index: number, text: string) => {
    const all = { ...shown, [index]: text };
    setShown(all);
    const holds = state.drive.steady.flatMap(({ from_s, to_s }, i) =>
      all[i]?.trim() ? [{ from_s, to_s, indicated: all[i] }] : [],
    );
    try {
      take(
        await answered(
          client.PUT("/api/rigs/{rig_id}/drives/{token}/holds", {
            params: { path: { rig_id: sheet.id, token: state.token }, query: { stage, units, person } },
            body: { holds },
          }),
        ),
      );
      setRefused(undefined);
    } catch (error) {
      setRefused(error as Error);
    }
  };
  return (
    <fieldset className="pt-2">
      <legend className="text-quiet">What did the dial show, {write(0, "speed_kmh").unit}?</legend>
      {state.drive.steady.map(({ from_s, to_s, gps_kmh }, index) => (
        <label key={from_s} className="flex items-baseline gap-3 border-b border-hair">
          <span className="flex-1">
            {Math.round(from_s)} to {Math.round(to_s)} s, satellites{" "}
            {write(gps_kmh, "speed_kmh", { places: 1 }).text}
          </span>
          <input
            className="field w-24"
            inputMode="decimal"
            defaultValue={shown[index] ?? ""}
            onBlur={(event) => void keep(index, event.target.value)}
            onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
          />
        </label>
      ))}
      <Problem of={refused} />
    </fieldset>
  );
}

/** Shown against true, point by point, with the fit through them; without a dial, speed over time. */
function DriveChart({ state }: { state: DriveState }) {
  const { write, ticks } = useBench();
  const unit = write(0, "speed_kmh").unit;
  const [ref, width] = useMeasure(560);
  const height = 250;
  const margin = { left: 42, right: 14, top: 18, bottom: 30 };
  const { points, fit } = state.drive;
  const paired = points.some(({ indicated_kmh }) => indicated_kmh !== null);
  const along = (point: (typeof points)[number]) => (paired ? (point.indicated_kmh ?? 0) : point.at_s);
  const right = Math.max(20, ...points.map(along)) * 1.05;
  const top = Math.max(20, ...points.map(({ gps_kmh }) => gps_kmh)) * 1.08;
  const x = scaleLinear([0, right], [margin.left, width - margin.right]);
  const y = scaleLinear([0, top], [height - margin.bottom, margin.top]);
  return (
    <div ref={ref} className="min-w-0">
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`${state.drive.moments} moments of a drive`}
        className="cond block"
      >
        <g fontSize={12} fill="var(--quiet)">
          {ticks([0, top], 5, "speed_kmh").map((tick) => (
            <g key={tick}>
              <line x1={x(0)} x2={x(right)} y1={y(tick)} y2={y(tick)} stroke="var(--hair)" />
              <text x={x(0) - 6} y={y(tick) + 4} textAnchor="end">
                {write(tick, "speed_kmh").text}
              </text>
            </g>
          ))}
          {(paired ? ticks([0, right], 7, "speed_kmh") : x.ticks(7)).map((tick) => (
            <text key={tick} x={x(tick)} y={height - 12} textAnchor="middle">
              {paired ? write(tick, "speed_kmh").text : tick}
            </text>
          ))}
          <text x={4} y={12}>
            satellites, {unit}
          </text>
          <text x={width - 4} y={height - 1} textAnchor="end">
            {paired ? `shown on the dial, ${unit}` : "seconds"}
          </text>
        </g>
        {paired && (
          <line
            x1={x(0)}
            y1={y(0)}
            x2={x(Math.min(right, top))}
            y2={y(Math.min(right, top))}
            stroke="var(--quiet)"
            strokeDasharray="2 4"
          />
        )}
        {points.map((point) =>
          paired && point.indicated_kmh === null ? null : (
            <circle
              key={point.at_s}
              cx={x(along(point))}
              cy={y(point.gps_kmh)}
              r={2.2}
              fill="var(--zinc)"
              opacity={0.55}
            />
          ),
        )}
        {fit && paired && (
          <line
            x1={x(0)}
            y1={y(0)}
            x2={x(right)}
            y2={y(right * fit.factor)}
            stroke="var(--oxide)"
            strokeWidth={2}
          />
        )}
      </svg>
    </div>
  );
}
