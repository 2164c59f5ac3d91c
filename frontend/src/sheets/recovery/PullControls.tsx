/** What is tried of a pull: slope, rope out, angles, ground, lines; and noting it as it is tried. */
import { useState } from "react";

import type { PullStands, PullTrial, Winch } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Choice } from "../../parts/Entry";
import { Problem } from "../../parts/Problem";
import { Slider } from "../../parts/Slider";
import { ANCHORS, anchorWord, type Foreseen, GROUNDS, MIRED } from "./words";
import { useWritten } from "./useRecovery";

type Props = {
  pull: Foreseen;
  stands: PullStands;
  trial: PullTrial;
  set: (trial: PullTrial) => void;
  winch: Winch | null | undefined;
};

/** Figures of a pull, and the unit in which they are noted. */
const FIGURES = [
  ["slope_deg", "°"],
  ["rope_out_m", " m"],
  ["included_angle_deg", "°"],
  ["redirect_deg", "°"],
  ["speed_kmh", " km/h"],
] as const;

export function PullControls({ pull, stands, trial, set, winch }: Props) {
  const { put } = useBench();
  const { m, kmh } = useWritten();
  const [problem, setProblem] = useState<string>();
  const { record } = pull;
  const byRope = record.pulled_by === "rope";
  const lines = trial.lines ?? record.lines ?? 1;
  const redirected = lines === 1 && (trial.redirected ?? record.redirected ?? false);
  const changed = Object.keys(trial).length > 0;
  const slope = trial.slope_deg ?? stands.slope_deg;
  const angle = (redirected ? trial.redirect_deg : trial.included_angle_deg) ?? stands.angle_deg ?? 0;
  const write = async (more: object, typed: Record<string, string> = {}) => {
    const refusal = await put({
      do: "record",
      table: "pull",
      id: pull.id,
      version: pull.version,
      record: { ...record, ...more },
      typed,
      known: "assumed",
    });
    setProblem(refusal?.message);
    return refusal;
  };
  const keep = async () => {
    const typed = Object.fromEntries(
      FIGURES.flatMap(([key, unit]) => (trial[key] == null ? [] : [[key, `${trial[key]}${unit}`]])),
    );
    const { surface, mired } = trial;
    const refusal = await write(
      { lines, redirected, ...(surface == null ? {} : { surface }), ...(mired == null ? {} : { mired }) },
      typed,
    );
    if (!refusal) set({});
  };
  return (
    <div className="no-print pt-2" role="group" aria-label="Tried">
      <div className="grid gap-x-10 wide:grid-cols-2">
        <Slider
          of="recovery.slope_deg"
          label="slope"
          value={slope ?? 0}
          written={slope === null ? "not noted" : `${slope.toFixed(1)}°`}
          set={(slope_deg) => set({ ...trial, slope_deg })}
        />
        {!byRope && (
          <Slider
            of="recovery.rope_out_m"
            label="rope out"
            value={trial.rope_out_m ?? stands.rope_out_m ?? 0.5}
            written={
              stands.rope_out_m == null && trial.rope_out_m == null
                ? "not noted"
                : m(trial.rope_out_m ?? stands.rope_out_m ?? 0)
            }
            set={(rope_out_m) => set({ ...trial, rope_out_m })}
          />
        )}
        {!byRope && lines === 2 && (
          <Slider
            of="recovery.included_angle_deg"
            label="between the legs"
            value={angle}
            written={`${angle.toFixed(0)}°`}
            set={(included_angle_deg) => set({ ...trial, included_angle_deg })}
          />
        )}
        {redirected && (
          <Slider
            of="recovery.redirect_deg"
            label="turned, between legs"
            value={angle}
            written={`${angle.toFixed(0)}°`}
            set={(redirect_deg) => set({ ...trial, redirect_deg })}
          />
        )}
        {byRope && <SpeedSlider pull={record.name} trial={trial} set={set} kmh={kmh} />}
      </div>
      {winch && !byRope && (
        <p className="cond text-sm text-quiet">
          {m(winch.usable_rope_m)} of {m(winch.rope_m)} may come off; {winch.min_wraps} wraps stay on.
        </p>
      )}
      <div className="cond flex flex-wrap items-end gap-x-5 gap-y-2 pt-1">
        <Choice
          label="it stands on"
          value={trial.surface ?? record.surface ?? "grass"}
          of={GROUNDS}
          choose={(surface) => set({ ...trial, surface })}
        />
        <Choice
          label="how deep"
          value={trial.mired ?? record.mired ?? "no"}
          of={MIRED}
          choose={(mired) => set({ ...trial, mired })}
        />
        {!byRope && (
          <>
            <Choice
              label="the anchor"
              value={record.anchor ?? "tree"}
              of={ANCHORS.map((value) => ({ value, text: anchorWord(value) }))}
              choose={(anchor) => void write({ anchor })}
            />

            <Choice
              label="lines"
              value={String(lines)}
              of={["1", "2", "3", "4", "5", "6"]}
              choose={(to) => set({ ...trial, lines: Number(to), redirected: false })}
            />
            {lines === 1 && (
              <label className="flex min-h-10 items-center gap-2">
                <input
                  type="checkbox"
                  className="size-6 accent-[var(--ink)]"
                  checked={redirected}
                  onChange={(event) =>
                    set({
                      ...trial,
                      lines: 1,
                      redirected: event.target.checked,
                      redirect_deg: event.target.checked ? (trial.redirect_deg ?? 90) : null,
                    })
                  }
                />
                turned by a block
              </label>
            )}
          </>
        )}
        {changed && (
          <>
            <button className="btn-main" onClick={() => void keep()}>
              note it so
            </button>
            <button className="btn" onClick={() => set({})}>
              as it was
            </button>
          </>
        )}
      </div>
      <Problem of={problem} />
    </div>
  );
}

type SpeedProps = {
  pull: string;
  trial: PullTrial;
  set: (trial: PullTrial) => void;
  kmh: (kmh: number) => string;
};

function SpeedSlider({ pull, trial, set, kmh }: SpeedProps) {
  const { sheet } = useBench();
  const noted = sheet.figures[`pulls.${pull}.speed_kmh`]?.value;
  const speed = trial.speed_kmh ?? (typeof noted === "number" ? noted : 0);
  return (
    <Slider
      of="recovery.speed_kmh"
      label="rope comes tight at"
      value={speed}
      written={kmh(speed)}
      set={(speed_kmh) => set({ ...trial, speed_kmh })}
    />
  );
}
