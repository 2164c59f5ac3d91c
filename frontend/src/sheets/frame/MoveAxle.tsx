/** The wheelbase changed: the rear axle moved, and before it is planned all that it touches. */
import { useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import { useBench } from "../../parts/bench";
import { Entry } from "../../parts/Entry";
import { Problem } from "../../parts/Problem";
import { useLook } from "../../parts/useLook";
import { useRested } from "../../parts/useRested";

export function MoveAxle() {
  const { put } = useBench();
  const { key, params } = useLook();
  const [typed, setTyped] = useState("");
  const [problem, setProblem] = useState<string>();
  const by = useRested(typed.trim(), 250);
  const tried = useAsked({
    queryKey: ["frame", "wheelbase", by, ...key],
    queryFn: ({ signal }) =>
      answered(client.POST("/api/rigs/{rig_id}/frame/wheelbase/try", { params, body: { move: by }, signal })),
    enabled: by !== "",
    retry: false,
  });
  const plan = async () => {
    const refusal = await put({ do: "line", text: `axle-move ${typed}` });
    setProblem(refusal?.message);
    if (!refusal) setTyped("");
  };
  return (
    <section aria-label="The wheelbase changed" className="keep pt-5">
      <h2 className="border-b border-ink pb-1 font-semibold">
        The rear axle moved <span className="font-normal text-quiet">and all that it touches</span>
      </h2>
      <div className="cond no-print flex flex-wrap items-end gap-x-4">
        <Entry label="back by (forward: −)" value={typed} set={setTyped} example="150" className="w-40" />
        {typed.trim() !== "" && !tried.error && (
          <button className="btn-main" onClick={() => void plan()}>
            plan it
          </button>
        )}
      </div>
      <Problem of={by !== "" ? (tried.error ?? problem) : problem} className="py-1" />
      {by !== "" && tried.data && !tried.error && (
        <table className="cond mt-2 w-full max-w-2xl">
          <thead>
            <tr className="text-left text-quiet [&>th]:font-normal">
              <th>what it touches</th>
              <th className="text-right">now</th>
              <th className="text-right">then</th>
            </tr>
          </thead>
          <tbody>
            {tried.data.rows.map((row) => (
              <tr key={row.label} className="border-b border-hair">
                <td>{row.label}</td>
                <td className="text-right text-quiet">{row.before}</td>
                <td className="text-right font-semibold">{row.after}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
