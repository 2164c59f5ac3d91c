/** A job is done: the reading at which it was, and what it took where nobody clocked it. */
import { type FormEvent, useState } from "react";

import type { JobLine } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Problem } from "../../parts/Problem";

export function SignOff({ line }: { line: JobLine }) {
  const { put } = useBench();
  const [problem, setProblem] = useState<string>();
  const { job } = line;
  const sign = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const given = new FormData(event.currentTarget);
    const number = (name: string) => {
      const text = ((given.get(name) as string | null) ?? "").trim().replace(",", ".");
      return text === "" ? null : Number(text);
    };
    const [odometer_km, took] = [number("odometer"), number("hours")];
    if (Number.isNaN(odometer_km) || Number.isNaN(took)) {
      setProblem("A reading and hours are numbers, for example 128410 and 2.5.");
      return;
    }
    const refusal = await put({ do: "sign", key: job.key, sign: true, odometer_km, hours: took });
    setProblem(refusal?.message);
  };
  return (
    <form
      className="flex flex-wrap items-end gap-3 border-t border-ink pt-3"
      onSubmit={(event) => void sign(event)}
    >
      <label className="grid">
        <span className="text-sm text-quiet">odometer, km</span>
        <input name="odometer" inputMode="decimal" className="field w-32 text-xl" />
      </label>
      {job.taken_h === 0 && (
        <label className="grid">
          <span className="text-sm text-quiet">took, h</span>
          <input name="hours" inputMode="decimal" className="field w-24 text-xl" />
        </label>
      )}
      <button className="btn-main min-h-14 text-lg">sign it off</button>
      <Problem of={problem} className="w-full" />
    </form>
  );
}
