/** What is to be read during a job, against the range that is wanted; kept as each box is left. */
import { useState } from "react";

import type { JobLine } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Problem } from "../../parts/Problem";

import { setting } from "./setting";
export function Readings({ line }: { line: JobLine }) {
  const { put, sheet } = useBench();
  const [problem, setProblem] = useState<string>();
  const { readings } = line.job;
  if (readings.length === 0) return null;
  const keep = async (at: number, text: string) => {
    const plain = text.trim().replace(",", ".");
    const value = plain === "" ? null : Number(plain);
    if (value !== null && !Number.isFinite(value)) {
      setProblem(`${readings[at]?.name}: “${text}” is no number. Type for example 0.15.`);
      return;
    }
    if (value === (readings[at]?.value ?? null)) return;
    const refusal = await put(
      setting(line, {
        readings: readings.map((each, i) => (i === at ? { ...each, value, on: sheet.today } : each)),
      }),
    );
    setProblem(refusal?.message);
  };
  return (
    <section aria-label="Readings" className="pt-3">
      <h3 className="border-b border-hair font-semibold">Readings</h3>
      {readings.map((each, i) => (
        <label key={each.name} className="flex min-h-14 items-center gap-3 border-b border-hair">
          <span className="flex-1">
            {each.name}
            {wanted(each) && <span className="text-quiet"> {wanted(each)}</span>}
          </span>
          {isOff(each) && <b className="text-oxide">outside</b>}
          <input
            key={each.value}
            inputMode="decimal"
            className="field w-28 text-xl"
            defaultValue={each.value ?? ""}
            onBlur={(event) => void keep(i, event.target.value)}
          />
        </label>
      ))}
      <Problem of={problem} />
    </section>
  );
}

type Reading = JobLine["job"]["readings"][number];

export function wanted({ low, high }: Reading): string | undefined {
  if (low != null && high != null) return `${low} to ${high}`;
  if (low != null) return `at least ${low}`;
  return high != null ? `at most ${high}` : undefined;
}

const isOff = ({ value, low, high }: Reading) =>
  value != null && ((low != null && value < low) || (high != null && value > high));
