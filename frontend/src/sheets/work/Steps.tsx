/** Steps to tick; what a gate keeps closed cannot be ticked. */
import { useState } from "react";

import type { JobLine } from "../../api/types";
import { useBench } from "../../parts/bench";
import { day } from "../../parts/day";
import { Problem } from "../../parts/Problem";
import { Tick } from "../../parts/Tick";

export function Steps({ line, large = false }: { line: JobLine; large?: boolean }) {
  const { put } = useBench();
  const [problem, setProblem] = useState<string>();
  const { job } = line;
  const tick = async (step: string, done: boolean) => {
    const refusal = await put({ do: "tick", key: job.key, step, done });
    setProblem(refusal?.message);
    return refusal;
  };
  return (
    <>
      <ol aria-label="Steps">
        {job.steps.map((step) => (
          <li key={step.text} className="border-b border-hair">
            <label
              className={`flex items-start gap-3 ${large ? "min-h-14 py-3 text-lg" : "min-h-10 py-2"} ${step.closed ? "text-quiet" : ""}`}
            >
              <Tick
                large={large}
                checked={step.done !== null}
                disabled={step.closed || job.done}
                set={(to) => tick(step.text, to)}
              />
              <span className={step.done ? "line-through decoration-1" : ""}>
                {step.gate && <b className="cond text-oxide">gate </b>}
                {step.text}
                {step.done && (
                  <span className="cond text-sm text-quiet no-underline">
                    {" "}
                    {day(step.done.on)}
                    {step.done.by && `, ${step.done.by}`}
                  </span>
                )}
              </span>
            </label>
          </li>
        ))}
      </ol>
      <Problem of={problem} />
    </>
  );
}
