/** The stage rule: ticks are the changes in order; drag the mark, or press [ and ], and everything follows. */
import { Slider } from "radix-ui";

import type { ChangeLine } from "../api/types";
import { useBench } from "./bench";
import { useMeasure } from "./useMeasure";
import { useNarrow } from "./useNarrow";

/** The place of a stage on the rule: 0 is as found, K is after the K-th change; behind the last it is laden. */
export function placeOf(stage: string | number, steps: number, fitted: number): number {
  if (stage === "as-found") return 0;
  if (stage === "laden") return steps + 1;
  if (stage === "today") return fitted;
  return stage === "planned" ? steps : Math.min(Number(stage), steps);
}

/** A rival of a question that is open, or decided otherwise, is no moment of the order. */
export const isRival = ({ option, on_plan }: ChangeLine) => option !== null && !on_plan;

export function useStageRule() {
  const { sheet, stage, setStage } = useBench();
  const counted = sheet.changes.filter((change) => !isRival(change));
  const steps = counted.length;
  const fitted = counted.filter((change) => change.state === "fitted").length;
  const upTo = Number(stage);
  const passed = Number.isNaN(upTo) ? stage : counted.filter(({ step }) => step <= upTo).length;
  const place = placeOf(passed, steps, fitted);
  const go = (to: number) => {
    const next = Math.max(0, Math.min(steps + 1, to));
    if (next > steps) setStage("laden");
    else
      setStage(
        next === steps ? "planned" : next === 0 ? "as-found" : String(counted[next - 1]?.step ?? next),
      );
  };
  return { counted, steps, fitted, place, go };
}

/** The room that a label is given. */
const LABEL_PX = 150;

export function StageRule() {
  const { counted, steps, fitted, place, go } = useStageRule();
  // The mark is 20 px wide and stays on the rule, so the ends of the scale lie half of it inside.
  const at = (index: number) => {
    const share = index / (steps + 1);
    return `calc(${100 * share}% + ${10 - 20 * share}px)`;
  };
  // Labels need room: where ticks stand close only every few are written, and always that of the mark.
  const [ref, width] = useMeasure(900);
  const spacing = Math.max(width, 1) / (steps + 1);
  const every = Math.max(1, Math.ceil(LABEL_PX / spacing));
  const ticks = [
    { title: "as found", state: "fitted" as const },
    ...counted.map(({ title, state }) => ({ title, state })),
    { title: "laden", state: "laden" as const },
  ];
  const last = ticks.length - 1;
  // Beside the label of the last tick that of the mark ends at its mark.
  const beforeLaden = place === last - 1;
  const shiftOf = (index: number) =>
    index === last
      ? "-translate-x-2.5"
      : beforeLaden && index === place
        ? "-translate-x-[calc(100%-10px)]"
        : "-translate-x-1/2";
  const narrow = useNarrow();
  return (
    <section aria-label="Stages" className="on-strip no-print relative bg-rule px-16 pt-1 pb-2 text-chalk">
      {/* Under a thumb the ticks lie too close to one another. */}
      {narrow && (
        <>
          <StepButton
            label="one step back"
            sign="‹"
            side="left-1"
            go={() => go(place - 1)}
            off={place === 0}
          />
          <StepButton
            label="one step on"
            sign="›"
            side="right-1"
            go={() => go(place + 1)}
            off={place === last}
          />
        </>
      )}
      <Slider.Root
        min={0}
        max={steps + 1}
        step={1}
        value={[place]}
        onValueChange={([to]) => go(to ?? 0)}
        className="relative flex h-8 touch-none items-center select-none"
      >
        <Slider.Track className="relative h-[2px] w-full bg-strip-line">
          {fitted > 0 && (
            <span className="absolute h-[4px] -translate-y-px bg-chalk" style={{ width: at(fitted) }} />
          )}
        </Slider.Track>
        {ticks.map((tick, index) => (
          <span
            key={index}
            aria-hidden
            title={tick.title}
            className="absolute grid h-8 w-4 -translate-x-1/2 place-items-center"
            style={{ left: at(index) }}
          >
            <span className={`h-4 w-[3px] ${TICK[tick.state]}`} />
          </span>
        ))}
        <Slider.Thumb
          aria-label="Stage"
          aria-valuetext={
            place === 0 ? "as found" : place === last ? "laden" : `after ${ticks[place]?.title ?? ""}`
          }
          className="block h-7 w-5 bg-strip-oxide [clip-path:polygon(0_0,100%_0,100%_60%,50%_100%,0_60%)] focus-visible:bg-chalk"
        />
      </Slider.Root>
      <div ref={ref} className={`cond relative text-sm ${narrow ? "min-h-10" : "h-5"}`}>
        {steps === 0 && (
          <span className={`text-chalk-quiet ${narrow ? "" : "absolute left-1/4"}`}>
            nothing is planned yet: press / and type a change, for example tyre 285/75R17
          </span>
        )}
        {ticks.map((tick, index) => {
          const written =
            index === place ||
            (index === last && !narrow) ||
            (!narrow &&
              index % every === 0 &&
              Math.abs(index - place) * spacing >= LABEL_PX * (beforeLaden ? 1.5 : 1) &&
              last - index >= every);
          if (!written) return null;
          const today = index === fitted && fitted > 0;
          return (
            <button
              key={index}
              onClick={() => go(index)}
              className={`${narrow ? "mx-auto block min-h-10 max-w-full" : `absolute -top-1 max-w-36 ${shiftOf(index)}`} truncate px-1 py-1 whitespace-nowrap ${
                index === place
                  ? "font-semibold text-strip-oxide"
                  : index <= fitted
                    ? "text-chalk"
                    : "text-chalk-quiet"
              } ${tick.state === "dropped" ? "line-through" : ""}`}
              style={narrow ? {} : { left: at(index) }}
            >
              {tick.title}
              {narrow && index > 0 && index < last && ` · step ${index} of ${steps}`}
              {today ? " · today" : ""}
              {tick.state === "idea" ? "?" : ""}
            </button>
          );
        })}
      </div>
    </section>
  );
}

type StepProps = { label: string; sign: string; side: string; go: () => void; off: boolean };

function StepButton({ label, sign, side, go, off }: StepProps) {
  return (
    <button
      aria-label={label}
      className={`absolute top-0 z-10 grid h-14 w-12 place-items-center text-3xl ${side}`}
      onClick={go}
      disabled={off}
    >
      {sign}
    </button>
  );
}

const TICK = {
  fitted: "bg-chalk",
  bought: "bg-strip-zinc",
  chosen: "bg-strip-zinc",
  idea: "border border-strip-zinc bg-transparent",
  dropped: "h-2 bg-strip-line",
  laden: "border-x-2 border-chalk bg-transparent",
};
