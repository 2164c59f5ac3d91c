/** Any moment of the order beside any other. */
import { useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import { useBench } from "../../parts/bench";
import { useSettings } from "../../parts/settings";
import { ComparisonTable } from "./ComparisonTable";
import { Problem } from "../../parts/Problem";

export function CompareMoments() {
  const { sheet } = useBench();
  const [open, setOpen] = useState(false);
  const [moments, setMoments] = useState(["as-found", "planned"]);
  const names = [
    { value: "as-found", label: "as found" },
    { value: "today", label: "today" },
    ...sheet.changes.map(({ step, title }) => ({ value: String(step), label: `after ${step}, ${title}` })),
    { value: "planned", label: "as planned" },
  ];
  return (
    <section className="no-print py-4">
      <h2 className="flex flex-wrap items-baseline gap-x-4 border-b border-ink pb-1 font-semibold">
        <button className="min-h-10" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? "−" : "+"} Compare two moments
        </button>
        {open &&
          moments.map((moment, index) => (
            <label key={index} className="font-normal">
              <span className="text-quiet">{index === 0 ? "of" : "with"}</span>{" "}
              <select
                className="field max-w-56 text-base"
                value={moment}
                onChange={(event) =>
                  setMoments(moments.map((m, i) => (i === index ? event.target.value : m)))
                }
              >
                {names.map(({ value, label }) => (
                  <option key={value} value={value}>
                    {label}
                  </option>
                ))}
              </select>
            </label>
          ))}
      </h2>
      {open && <Compared moments={moments} names={names} />}
    </section>
  );
}

function Compared({ moments, names }: { moments: string[]; names: { value: string; label: string }[] }) {
  const { sheet } = useBench();
  const { units, person } = useSettings();
  const stages = moments.join(",");
  const found = useAsked({
    queryKey: ["comparison", sheet.id, stages, units, sheet.revision],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/comparison", {
          params: { path: { rig_id: sheet.id }, query: { stages, units, person } },
        }),
      ),
  });
  if (found.error) return <Problem of={found.error} />;
  if (!found.data) return <p className="text-quiet">Working it out.</p>;
  const { comparison } = found.data;
  const named = comparison.columns.map((column) => ({
    ...column,
    label: names.find(({ value }) => value === String(column.stage))?.label ?? column.label,
  }));
  if (new Set(named.map((column) => column.label)).size < named.length)
    return <p className="py-2 text-quiet">That is the same moment twice.</p>;
  return <ComparisonTable comparison={{ ...comparison, columns: named }} />;
}
