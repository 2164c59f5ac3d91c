/** What is noted of a part and its planned change asks for: into the plan by one press. */
import { useState } from "react";

import type { ChangeLine, Part } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Problem } from "../../parts/Problem";

export function IntoThePlan({ change, part }: { change: ChangeLine; part: Part }) {
  const { catalogue, put, write } = useBench();
  const [problem, setProblem] = useState<string>();
  const asks = catalogue.kinds.find(({ name }) => name === change.kind)?.fields ?? [];
  const noted: Record<string, string | number | null> = Object.assign(
    {},
    ...Object.values(part.faces ?? {}).map((face) => face.fields ?? {}),
  );
  const flows = asks.filter(
    ({ key }) =>
      noted[key] !== undefined && noted[key] !== null && String(noted[key]) !== String(change.fields[key]),
  );
  if (flows.length === 0) return null;
  // With its unit, so that it means the same whatever units are shown.
  const typed = (key: string, value: unknown) =>
    typeof value === "number"
      ? Object.values(write(value, key, { exact: true }))
          .join(" ")
          .trim()
      : String(value);
  const take = async () => {
    const stands = Object.entries(change.fields).filter(([, value]) => value !== null);
    const fields = Object.fromEntries([
      ...stands.map(([key, value]) => [key, typed(key, value)]),
      ...flows.map(({ key }) => [key, typed(key, noted[key])]),
    ]);
    const refusal = await put({
      do: "edit",
      change: change.id,
      version: change.version,
      to: { typed: fields },
    });
    setProblem(refusal?.message);
  };
  return (
    <div className="no-print pt-3">
      <button className="btn" onClick={() => void take()}>
        take into step {change.step}:{" "}
        {flows.map(({ key, label }) => `${label} ${typed(key, noted[key])}`).join(" · ")}
      </button>
      <Problem of={problem} />
    </div>
  );
}
