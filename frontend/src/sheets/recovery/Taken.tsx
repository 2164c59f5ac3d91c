/** What it takes to move it, and what that takes out of the battery. */
import type { ReactNode } from "react";

import type { PullStands } from "../../api/types";
import { useBench } from "../../parts/bench";
import { NearIcon } from "./near";
import { nearness } from "./nearness";
import { useWritten } from "./useRecovery";

type TakenProps = { stands: PullStands; off: (place: string) => number };

export function Taken({ stands, off }: TakenProps) {
  const { kg, m } = useWritten();
  const near = (place: string) =>
    off(place) > 0.5 ? <span className="font-normal text-quiet"> ±{kg(off(place))}</span> : null;
  const { winched, stretched, bridle } = stands;
  return (
    <section aria-label="What it takes">
      <h3 className="border-b border-ink pb-1 font-semibold">What it takes</h3>
      <dl className="cond">
        <Line label="it weighs, laden">{kg(stands.mass_kg)}</Line>
        {stands.surface_kg !== null && stands.slope_kg !== null && stands.with_margin_kg !== null && (
          <>
            <Line label="the ground holds">{kg(stands.surface_kg)}</Line>
            <Line label={stands.slope_kg >= 0 ? "the slope holds" : "the slope helps"}>
              {kg(Math.abs(stands.slope_kg))}
            </Line>
            <Line label="with a quarter more to be sure">
              <span className="text-xl">{kg(stands.with_margin_kg)}</span>
              {near("with_margin_kg")}
            </Line>
            {stands.with_margin_kg === 0 && (
              <p className="py-1">It rolls by itself: hold it, do not pull it.</p>
            )}
          </>
        )}
        {winched && (
          <>
            <Line
              label={`on the rope, ${winched.lines === 1 ? "one line" : `${winched.lines} lines`} (× ${winched.advantage.toFixed(2)})`}
              bad={!winched.enough}
            >
              {kg(winched.rope_kg)}
              {near("winched.rope_kg")}
            </Line>
            <Line label={`the winch pulls on layer ${winched.layer}`} bad={!winched.enough}>
              {kg(winched.winch_kg)}
            </Line>
            <p className={`py-1 font-semibold ${winched.enough ? "" : "text-oxide"}`}>
              {winched.enough
                ? winched.left_kg < off("winched.left_kg")
                  ? `Too close to call: ${kg(winched.left_kg)} left on the rope, ±${kg(off("winched.left_kg"))}.`
                  : `Enough, with ${kg(winched.left_kg)} left on the rope.`
                : winched.lines_needed === null
                  ? "Not enough, and not with six lines either: dig it out first, or a stronger winch."
                  : `Not enough: with ${winched.lines_needed} lines the winch is.`}
            </p>
          </>
        )}
        {stretched && (
          <>
            <Line label="peak of the stretching rope, at most">
              {kg(stretched.peak_kg)}
              {near("stretched.peak_kg")}
            </Line>
            <Line label="of what the rope breaks at, 50 % at most" bad={!stretched.ok}>
              {stretched.share_pct.toFixed(0)} %
            </Line>
            <Line label="it stretches by">{m(stretched.stretch_m)}</Line>
            <p className={`py-1 font-semibold ${stretched.moves ? "" : "text-oxide"}`}>
              {stretched.moves
                ? "That would move it, if it holds as thought."
                : "That does not move it: dig, use boards, or winch. A faster pull is no answer."}
            </p>
          </>
        )}
        {bridle && (
          <>
            <Line label="bridle, left leg" bad={nearness(bridle.left_kg, bridle.left_allowed_kg) === "over"}>
              <NearIcon of={nearness(bridle.left_kg, bridle.left_allowed_kg)} /> {kg(bridle.left_kg)}
            </Line>
            <Line
              label="bridle, right leg"
              bad={nearness(bridle.right_kg, bridle.right_allowed_kg) === "over"}
            >
              <NearIcon of={nearness(bridle.right_kg, bridle.right_allowed_kg)} /> {kg(bridle.right_kg)}
            </Line>
            <Line label="pulls the rails together with">{kg(bridle.side_kg)}</Line>
          </>
        )}
      </dl>
    </section>
  );
}

export function Line({
  label,
  children,
  bad = false,
}: {
  label: string;
  children: ReactNode;
  bad?: boolean;
}) {
  return (
    <div className="flex items-baseline justify-between gap-4 border-b border-hair py-1">
      <dt className="text-quiet">{label}</dt>
      <dd className={`text-right font-semibold whitespace-nowrap ${bad ? "text-oxide" : ""}`}>{children}</dd>
    </div>
  );
}

/** What the winch draws over the rope that is out, and what that leaves in the battery. */
export function Drawn({ stands: { drawn, no_draw: noDraw } }: { stands: PullStands }) {
  const { write } = useBench();
  const { amps } = useWritten();
  if (noDraw)
    return (
      <section aria-label="What the winch draws">
        <h3 className="border-b border-ink pb-1 font-semibold">What the winch draws</h3>
        <p className="py-1 text-oxide">{noDraw}</p>
      </section>
    );
  if (!drawn) return null;
  const lead = drawn.chemistry === "lead";
  return (
    <section aria-label="What the winch draws">
      <h3 className="border-b border-ink pb-1 font-semibold">What the winch draws</h3>
      <dl className="cond">
        <Line label="current">{amps(drawn.amps, 0)}</Line>
        <Line label="rope comes in">{drawn.m_per_min.toFixed(1)} m a minute</Line>
        <Line label="all rope that is out is in after">{drawn.minutes.toFixed(1)} min</Line>
        <Line label={`out of ${drawn.battery}`}>
          {write(drawn.drawn_ah, "drawn_ah", { places: 1 }).text} Ah
        </Line>
        <Line label={lead ? "of it; lead gives half at such a draw, so it counts double" : "of it"}>
          {drawn.battery_pct.toFixed(0)} %
        </Line>
      </dl>
      <p className="py-1 text-sm text-quiet">
        Engine on
        {drawn.alternator_a > 0.5 ? `, which gives ${amps(drawn.alternator_a, 0)} at idle meanwhile` : ""}.
        Pulls short, and let it cool between them.
      </p>
    </section>
  );
}
