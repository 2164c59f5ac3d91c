/** The days as a list, for a phone: what is laid on each, those without work left out. */
import type { JobLine, Work } from "../../api/types";
import { useBench } from "../../parts/bench";
import { monthDay } from "./Tape";
import { hours, piecesOf } from "./useWork";

export function DayList({ work, open }: { work: Work; open: (line: JobLine) => void }) {
  const { sheet } = useBench();
  const pieces = piecesOf(work);
  const days = [...new Set(pieces.map(({ on }) => on))];
  return (
    <section aria-label="Bench days">
      <ol>
        {days.map((on) => (
          <li key={on} className="flex gap-3 border-b border-hair">
            <span className="cond w-14 shrink-0 pt-2 text-quiet">{monthDay(on)}</span>
            <ul className="min-w-0 flex-1">
              {pieces
                .filter((piece) => piece.on === on)
                .map(({ line, from_h, to_h, with_helper }) => (
                  <li key={`${line.id} ${from_h}`}>
                    <button
                      className="cond flex min-h-11 w-full items-center gap-2"
                      onClick={() => open(line)}
                    >
                      <span
                        aria-hidden
                        className={`size-3 shrink-0 border border-zinc ${work.plan?.plan.critical.includes(line.id) ? "bg-zinc" : "bg-tint"}`}
                      />
                      <span className="flex-1 font-semibold">
                        {line.job.title}
                        {line.rig !== sheet.id && (
                          <span className="font-normal text-quiet">
                            {" "}
                            {work.rigs.find(({ id }) => id === line.rig)?.name}
                          </span>
                        )}
                        {with_helper && <span className="font-normal text-quiet"> with the helper</span>}
                      </span>
                      <span>{hours(to_h - from_h)}</span>
                    </button>
                  </li>
                ))}
            </ul>
          </li>
        ))}
      </ol>
    </section>
  );
}
