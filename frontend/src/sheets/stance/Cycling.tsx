/** The suspension from full droop to full bump and lock to lock: side, front and plan view, and what comes close where. */
import { useEffect, useMemo, useRef, useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import { useBench } from "../../parts/bench";
import { Choice } from "../../parts/Entry";
import { useSettings } from "../../parts/settings";
import { Problem } from "../../parts/Problem";
import { Readings } from "./CyclingReadings";
import { Views } from "./CyclingViews";
import { type Ends, type Mode, MODES, moved, steerOf, touchingAt, upOf } from "./onItsWay";
import { WaitsFor } from "../../parts/WaitsFor";
import { asText } from "../../parts/quantity";

function useCycle(end: "front" | "rear") {
  const { sheet, stage } = useBench();
  const { units, person } = useSettings();
  return useAsked({
    queryKey: ["cycle", sheet.id, end, stage, sheet.revision],
    queryFn: ({ signal }) =>
      answered(
        client.GET("/api/rigs/{rig_id}/cycle/{end}", {
          params: { path: { rig_id: sheet.id, end }, query: { stage, units, person } },
          signal,
        }),
      ),
  });
}

export function Cycling() {
  const { write } = useBench();
  const [front, rear] = [useCycle("front"), useCycle("rear")];
  const [mode, setMode] = useState<Mode>("both axles");
  const [travel, setTravel] = useState(0);
  const [lock, setLock] = useState(0);
  const [playing, setPlaying] = useState(false);
  const [stops, setStops] = useState(true);
  const [stoppedAt, setStoppedAt] = useState<string[]>([]);
  const ends = useMemo<Ends>(
    () => ({ front: front.data?.cycle.value ?? null, rear: rear.data?.cycle.value ?? null }),
    [front.data, rear.data],
  );
  const played = useRef({ seconds: 0, touching: new Set<string>() });
  useEffect(() => {
    if (!playing) return;
    const began = performance.now() - played.current.seconds * 1000;
    let handle = requestAnimationFrame(function step(now) {
      const seconds = (now - began) / 1000;
      const [at, turned] = [Math.sin(seconds * TRAVELS_PER_S), Math.sin(seconds * LOCKS_PER_S)];
      const touching = new Set(
        (["front", "rear"] as const).flatMap((end) => touchingAt(ends[end], moved(mode, end, at), turned)),
      );
      const fresh = [...touching].filter((name) => !played.current.touching.has(name));
      played.current = { seconds, touching };
      setTravel(at);
      setLock(turned);
      if (stops && fresh.length > 0) {
        setStoppedAt(fresh);
        setPlaying(false);
        return;
      }
      handle = requestAnimationFrame(step);
    });
    return () => cancelAnimationFrame(handle);
  }, [playing, stops, mode, ends]);
  const refused = front.error ?? rear.error;
  if (!front.data || !rear.data)
    return refused ? <Problem of={refused} /> : <p className="py-3 text-quiet">Working it out.</p>;
  const lead = ends.front ?? ends.rear;
  if (!lead)
    return (
      <div className="pt-3">
        <WaitsFor waits={front.data.cycle.waits_for} />
        <WaitsFor waits={rear.data.cycle.waits_for} />
      </div>
    );
  const left = { front: moved(mode, "front", travel), rear: moved(mode, "rear", travel) };
  const right = mode === "crossed" ? { front: -left.front, rear: -left.rear } : left;
  const ups = (["front", "rear"] as const).map((end) => ({
    end,
    left: upOf(ends[end], left[end]),
    right: upOf(ends[end], right[end]),
  }));
  const steer = steerOf(ends.front, lock);
  const signed = (up: number) => `${up < 0 ? "−" : "+"}${asText(write(Math.abs(up), "z_mm"))}`;
  const byHand = (change: () => void) => {
    setPlaying(false);
    setStoppedAt([]);
    change();
  };
  return (
    <div className="pt-3">
      <div className="cond no-print flex flex-wrap items-end gap-x-6 gap-y-2">
        <Choice label="what moves" value={mode} of={MODES} choose={setMode} />
        <button
          className="btn"
          onClick={() => {
            setStoppedAt([]);
            setPlaying(!playing);
          }}
        >
          {playing ? "stop" : stoppedAt.length > 0 ? "go on" : "cycle it"}
        </button>
        <label className="flex items-center gap-2 pb-2">
          <input
            type="checkbox"
            className="h-5 w-5 accent-oxide"
            checked={stops}
            onChange={(event) => setStops(event.target.checked)}
          />
          stop at touches
        </label>
        <Slide
          label="travel, left wheel"
          value={travel}
          set={(to) => byHand(() => setTravel(to))}
          written={signed(ups[mode === "rear axle" ? 1 : 0]?.left ?? 0)}
        />
        {ends.front && (
          <Slide
            label="lock"
            value={lock}
            set={(to) => byHand(() => setLock(to))}
            written={`${Math.round(steer)}°`}
          />
        )}
      </div>
      <p role="status" className="cond min-h-6 pt-1 font-semibold text-oxide">
        {stoppedAt.length > 0 && `Stopped: ${stoppedAt.join(", ")}.`}
      </p>
      <Views ends={ends} ups={ups} steer={steer} />
      <div className="grid gap-x-8 gap-y-4 pt-3 wide:grid-cols-2">
        {(["front", "rear"] as const).map((end, i) => {
          const cycle = ends[end];
          return cycle ? (
            <Readings
              key={end}
              cycle={cycle}
              up={ups[i]?.left ?? 0}
              steer={end === "front" ? steer : 0}
              go={(up, deg) => {
                byHand(() => undefined);
                const whole = up >= 0 ? (cycle.ups_mm.at(-1) ?? 1) : -(cycle.ups_mm[0] ?? -1);
                setTravel((whole === 0 ? 0 : up / whole) * (mode === "crossed" && end === "rear" ? -1 : 1));
                const most = deg >= 0 ? (cycle.locks_deg.at(-1) ?? 1) : -(cycle.locks_deg[0] ?? -1);
                setLock(most === 0 ? 0 : deg / most);
                if (mode === `${end === "front" ? "rear" : "front"} axle`) setMode("both axles");
              }}
            />
          ) : (
            <WaitsFor key={end} waits={(end === "front" ? front : rear).data?.cycle.waits_for ?? null} />
          );
        })}
      </div>
      <p className="py-2 text-sm text-quiet">
        A rigid tyre with square shoulders, moved straight up and turned about its steering axis. Bushes that
        give and tyres that bulge are not in it.
      </p>
    </div>
  );
}

const TRAVELS_PER_S = 1.7;
const LOCKS_PER_S = 0.9;

type SlideProps = { label: string; value: number; set: (to: number) => void; written: string };

function Slide({ label, value, set, written }: SlideProps) {
  return (
    <label className="grid min-w-48 flex-1 gap-1">
      <span className="flex justify-between text-quiet">
        {label} <b className="font-semibold text-ink">{written}</b>
      </span>
      <input
        type="range"
        className="h-10 accent-oxide"
        min={-1}
        max={1}
        step={0.02}
        value={value}
        onChange={(event) => set(Number(event.target.value))}
      />
    </label>
  );
}
