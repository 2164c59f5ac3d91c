/** What an axle keeps of all that may end, where it is on its way, and what happens on it. */
import { useEffect, useRef } from "react";

import type { Cycle } from "../../api/types";
import { PlanButton } from "../../parts/PlanButton";
import { useBench, useResults } from "../../parts/bench";
import { gapAt, leftAt, valueAt } from "./onItsWay";
import { asText } from "../../parts/quantity";

type ReadingProps = { cycle: Cycle; up: number; steer: number; go: (up: number, steer: number) => void };

export function Readings({ cycle, up, steer, go }: ReadingProps) {
  const { write } = useBench();
  const mm = (value: number) => asText(write(value, "z_mm"));
  const rooms = useResults().stance.room;
  const shock = valueAt(cycle.shock_left_mm, cycle, up);
  const joints = valueAt(cycle.joints_deg, cycle, up);
  const half = valueAt(cycle.half_shaft_deg, cycle, up);
  const next = useRef(-1);
  useEffect(() => {
    if (cycle.end !== "front" || cycle.events.length === 0) return;
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.matches("select, textarea");
      if (event.key !== "e" || typing || event.ctrlKey || event.metaKey) return;
      next.current = (next.current + 1) % cycle.events.length;
      const to = cycle.events[next.current];
      if (to) go(to.up_mm, to.steer_deg);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  });
  return (
    <section aria-label={`${cycle.end} axle on its way`} className="cond">
      <h2 className="border-b border-ink pb-1 font-semibold">
        {cycle.end === "front" ? "Front" : "Rear"} axle
      </h2>
      <table className="w-full">
        <tbody>
          {cycle.rooms.map((room) => {
            const gap = gapAt(cycle, room, up, steer);
            const verdict = rooms.value?.find(({ name }) => name === room.name)?.room?.verdict;
            const index = rooms.value?.findIndex(({ name }) => name === room.name) ?? -1;
            const off = rooms.doubt?.[`${index}.room.gap_mm`] ?? 0;
            const close = Math.abs(room.least_mm) < off;
            return (
              <tr key={room.name} className="border-b border-hair [&>td]:py-1">
                <td>
                  {room.name}
                  <span className="block text-sm text-oxide">
                    {close ? "too close to call" : verdict === "touch" || room.least_mm < 0 ? "touches" : ""}
                  </span>
                </td>
                <td className={`text-right font-semibold whitespace-nowrap ${gap <= 0 ? "text-oxide" : ""}`}>
                  {mm(gap)}
                </td>
                <td>
                  {room.trim_mm !== null && room.trim_mm > 0 && (
                    <PlanButton kind="trim" fields={{ what: room.name, by_mm: room.trim_mm }}>
                      trim it by {room.trim_mm}
                    </PlanButton>
                  )}
                  {room.stop_mm !== null && room.stop_mm > 0 && (
                    <PlanButton
                      kind="bump-stops"
                      fields={{ longer_mm: Math.ceil(room.stop_mm ?? 0), axle: cycle.end }}
                      className="link pl-3"
                    >
                      or a stop {Math.ceil(room.stop_mm)} longer
                    </PlanButton>
                  )}
                </td>
                <td className="pl-3 text-right whitespace-nowrap text-quiet">
                  least {mm(room.least_mm)}
                  {off > 0.5 && ` ±${write(off, "z_mm").text}`}
                </td>
              </tr>
            );
          })}
          {shock && (
            <Reading
              label="stroke left before it closes, before it opens"
              written={`${mm(shock.closing_mm)}, ${mm(shock.opening_mm)}`}
              bad={Math.min(shock.closing_mm, shock.opening_mm) < 0}
            />
          )}
          {cycle.lines.map((line) => {
            const left = (line.frame ? leftAt(cycle, line, up) : line.left_mm[0]) ?? 0;
            return (
              <Reading
                key={line.name}
                label={`${line.name} keeps, ${line.frame ? "at the worst lock" : "measured at full droop"}`}
                written={mm(left)}
                bad={left < 0}
              />
            );
          })}
          {joints && (
            <Reading
              label="shaft's joints, at the case and at the axle"
              written={`${joints.case_deg.toFixed(1)}°, ${joints.axle_deg.toFixed(1)}°`}
            />
          )}
          {half !== undefined && <Reading label="half shaft, inner joint" written={`${half.toFixed(1)}°`} />}
        </tbody>
      </table>
      {cycle.events.length > 0 ? (
        <ol aria-label="Events" className="pt-2">
          {cycle.end === "front" && (
            <li className="text-sm text-quiet">
              <kbd>e</kbd> stops at each in turn
            </li>
          )}
          {cycle.events.map((event) => (
            <li key={event.what}>
              <button
                className={`link ${event.bad ? "text-oxide" : ""}`}
                onClick={() => go(event.up_mm, event.steer_deg)}
              >
                {event.what} at {event.up_mm >= 0 ? "+" : "−"}
                {mm(Math.abs(event.up_mm))}
                {event.steer_deg !== 0 &&
                  `, ${Math.abs(event.steer_deg).toFixed(0)}° ${event.steer_deg > 0 ? "out" : "in"}`}
              </button>
            </li>
          ))}
        </ol>
      ) : (
        <p className="pt-2 text-quiet">
          {cycle.rooms.length === 0
            ? "No place by this tyre was measured: on the Rig sheet, around the tyres."
            : "Nothing comes within 25 mm."}
        </p>
      )}
    </section>
  );
}

function Reading({ label, written, bad = false }: { label: string; written: string; bad?: boolean }) {
  return (
    <tr className="border-b border-hair [&>td]:py-1">
      <td className="text-quiet" colSpan={2}>
        {label}
      </td>
      <td className={`text-right font-semibold ${bad ? "text-oxide" : ""}`} colSpan={2}>
        {written}
      </td>
    </tr>
  );
}
