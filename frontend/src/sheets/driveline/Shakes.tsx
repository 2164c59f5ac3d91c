/** What shakes: what turns how fast at that speed, heard and seen, ranked by four tests on the road. */
import { useEffect, useRef, useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import { WaitsFor } from "../../parts/WaitsFor";
import { useBench } from "../../parts/bench";
import { Choice, Entry } from "../../parts/Entry";
import { FigureButton } from "../../parts/FigureButton";
import { asText } from "../../parts/quantity";
import { useSettings } from "../../parts/settings";
import { Problem } from "../../parts/Problem";
import { Wobble } from "./Wobble";

type Says = "stays" | "goes" | "not tried";
const ANSWERS = [
  { value: "not tried", text: "not tried" },
  { value: "stays", text: "it stays" },
  { value: "goes", text: "it goes" },
] as const;

export function Shakes() {
  const { sheet, stage, write } = useBench();
  const { units, person } = useSettings();
  const [speed, setSpeed] = useState(() => write(90, "speed_kmh").text);
  const [gear, setGear] = useState("top");
  const [range, setRange] = useState<"high" | "low">("high");
  const [tests, setTests] = useState<Record<string, Says>>({});
  const [bump, setBump] = useState<"no" | "yes">("no");
  const gears = sheet.here.results.rolling.gears?.value?.gears.length ?? 1;
  const shaking = useAsked({
    queryKey: ["shakes", sheet.id, stage, units, speed, gear, range, tests, sheet.revision],
    queryFn: () =>
      answered(
        client.POST("/api/rigs/{rig_id}/shakes", {
          params: { path: { rig_id: sheet.id }, query: { stage, units, person } },
          body: { speed, gear: gear === "top" ? gears : Number(gear), range, tests },
        }),
      ),
  });
  const data = shaking.data;
  return (
    <section aria-label="What shakes" className="no-print border-t border-ink py-4">
      <h2 className="text-lg font-semibold">What shakes</h2>
      <div className="cond flex flex-wrap items-end gap-5 py-2">
        <Entry
          label={`it shakes at, ${write(0, "speed_kmh").unit}`}
          value={speed}
          set={setSpeed}
          example="90"
          className="w-28"
        />
        <Choice
          label="in gear"
          value={gear}
          of={["top", ...Array.from({ length: gears }, (_, i) => String(i + 1))]}
          choose={setGear}
        />
        <Choice label="range" value={range} of={["high", "low"] as const} choose={setRange} />
        <Choice
          label="only after a bump, in the steering"
          value={bump}
          of={["no", "yes"] as const}
          choose={setBump}
        />
      </div>
      <Problem of={shaking.error} />
      {bump === "yes" ? (
        <Wobble />
      ) : (
        <>
          <div className="cond flex flex-wrap gap-5 border-b border-hair pb-3">
            {Object.entries(data?.tests ?? {}).map(([test, asks]) => (
              <Choice
                key={test}
                label={asks}
                value={tests[test] ?? "not tried"}
                of={ANSWERS}
                choose={(answer) => setTests({ ...tests, [test]: answer })}
              />
            ))}
          </div>
          <WaitsFor waits={data?.waits_for} />
          <Tones suspects={data?.suspects ?? []} />
        </>
      )}
    </section>
  );
}

type Suspect = {
  key: string;
  name: string;
  hz: number;
  speaks_for: number;
  speaks_against: number;
  inspect: string[];
  imbalance?: { mass_g: number; noted: boolean; force_n: number } | null;
};

/** Each suspect with its rate, a tone of it, and what to look at first. */
function Tones({ suspects }: { suspects: Suspect[] }) {
  const { write } = useBench();
  const [playing, setPlaying] = useState<string>();
  const [volume, setVolume] = useState(0.3);
  const [silent, setSilent] = useState(false);
  const tone = useRef<ReturnType<typeof sound>>(undefined);
  const stop = () => {
    tone.current?.stop();
    tone.current = undefined;
    setPlaying(undefined);
  };
  const play = (each: Suspect) => {
    stop();
    tone.current = sound(each.hz, volume);
    setSilent(!tone.current);
    if (tone.current) setPlaying(each.key);
  };
  useEffect(() => () => tone.current?.stop(), []);
  const most = Math.max(1, ...suspects.map(({ hz }) => hz));
  return (
    <>
      <label className="cond flex items-center gap-3 pt-2">
        <span className="text-quiet">volume</span>
        <input
          type="range"
          className="h-10 w-40 accent-oxide"
          min={0}
          max={1}
          step={0.05}
          value={volume}
          onChange={(event) => {
            setVolume(Number(event.target.value));
            if (tone.current) tone.current.gain.gain.value = Number(event.target.value);
          }}
        />
        {playing && (
          <button className="btn" onClick={stop}>
            stop
          </button>
        )}
        {silent && <span className="text-oxide">This browser makes no sound.</span>}
      </label>
      <ol>
        {suspects.map((each, index) => (
          <li key={each.key} className="border-b border-hair py-2">
            <div className="cond flex flex-wrap items-center gap-x-4">
              <span className="w-5 text-quiet">{index + 1}</span>
              <b className="min-w-56 flex-1 font-semibold">{each.name}</b>
              <span className="relative h-3 w-40 border border-hair" aria-hidden>
                <span
                  className="absolute inset-y-0 left-0 bg-zinc"
                  style={{ width: `${(each.hz / most) * 100}%` }}
                />
              </span>
              <span className="w-20 text-right font-semibold">{each.hz.toFixed(1)} Hz</span>
              <span className="w-36 text-quiet">
                {each.speaks_for + each.speaks_against === 0
                  ? "no test yet"
                  : `${each.speaks_for} for, ${each.speaks_against} against`}
              </span>
              <button
                className="btn"
                aria-pressed={playing === each.key}
                onClick={() => (playing === each.key ? stop() : play(each))}
              >
                {playing === each.key ? "stop" : "hear it"}
              </button>
            </div>
            {each.imbalance && (
              <p className="cond pl-9">
                <FigureButton path="play.balance_g" className="link">
                  {each.imbalance.mass_g.toFixed(0)} g
                </FigureButton>{" "}
                missing at a rim{each.imbalance.noted ? "" : ", which is let pass,"} pull with{" "}
                <b className="font-semibold">{asText(write(each.imbalance.force_n, "force_n"))}</b> at that
                speed, a quarter of it at half the speed.
              </p>
            )}
            {index === 0 || each.speaks_against === 0 ? (
              <p className="cond pl-9 text-quiet">Look first at: {each.inspect.join("; ")}.</p>
            ) : null}
          </li>
        ))}
      </ol>
    </>
  );
}

/** A tone of a rate: what is too low to be heard is heard as beats of a deep note. False where there is no sound. */
function sound(hz: number, volume: number): { stop: () => void; gain: GainNode } | undefined {
  if (typeof AudioContext === "undefined") return undefined;
  const context = new AudioContext();
  const gain = context.createGain();
  gain.gain.value = volume;
  gain.connect(context.destination);
  const audible = hz > LOWEST_HEARD_HZ;
  const beats = context.createGain();
  beats.gain.value = audible ? 1 : 0.5;
  const note = context.createOscillator();
  note.frequency.value = audible ? hz : BEATEN_NOTE_HZ;
  note.connect(beats).connect(gain);
  if (!audible) {
    const depth = context.createGain();
    depth.gain.value = 0.5;
    const rate = context.createOscillator();
    rate.frequency.value = hz;
    rate.connect(depth).connect(beats.gain);
    rate.start();
  }
  note.start();
  return { stop: () => void context.close(), gain };
}

const LOWEST_HEARD_HZ = 45;
const BEATEN_NOTE_HZ = 90;
