/** Height from the spanner: a collar turned up, or a torsion bar's bolt by so many turns, and what that does. */
import { useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import { useBench } from "../../parts/bench";
import { Choice, Entry } from "../../parts/Entry";
import { Problem } from "../../parts/Problem";
import { asText } from "../../parts/quantity";
import { useLook } from "../../parts/useLook";
import { useRested } from "../../parts/useRested";

const PAUSE_MS = 250;
const KINDS = [
  { value: "collar", text: "a threaded collar" },
  { value: "rod", text: "a torsion bar’s bolt" },
] as const;

export function FromTheSpanner() {
  const { put, write } = useBench();
  const { key, params } = useLook();
  const [end, setEnd] = useState<"front" | "rear">("front");
  const [kind, setKind] = useState<"collar" | "rod">("collar");
  const [typed, setTyped] = useState({ step: "", turns: "", pitch: "", lever: "" });
  const [problem, setProblem] = useState<string>();
  const rested = useRested(JSON.stringify({ end, kind, ...typed }), PAUSE_MS);
  const asks = JSON.parse(rested) as { end: typeof end; kind: typeof kind } & typeof typed;
  const ready =
    asks.kind === "collar" ? asks.step !== "" : [asks.turns, asks.pitch, asks.lever].every(Boolean);
  const turned = useAsked({
    queryKey: ["spanner", rested, ...key],
    queryFn: ({ signal }) =>
      answered(client.POST("/api/rigs/{rig_id}/spanner", { params, body: asks, signal })),
    enabled: ready,
    retry: false,
  });
  const set = (what: keyof typeof typed) => (text: string) => setTyped({ ...typed, [what]: text });
  const data = ready && !turned.error ? turned.data : undefined;
  return (
    <section aria-label="From the spanner" className="no-print pt-5">
      <h2 className="border-b border-ink pb-1 font-semibold">
        From the spanner <span className="font-normal text-quiet">what a turn does to the height</span>
      </h2>
      <div className="cond flex flex-wrap items-end gap-x-5 gap-y-1 py-1">
        <Choice label="axle" value={end} of={["front", "rear"] as const} choose={setEnd} />
        <Choice label="what is turned" value={kind} of={KINDS} choose={setKind} />
        {kind === "collar" ? (
          <Entry label="turned up by" value={typed.step} set={set("step")} example="10" className="w-28" />
        ) : (
          <>
            <Entry label="turns" value={typed.turns} set={set("turns")} example="3.5" className="w-24" />
            <Entry
              label="pitch of its thread"
              value={typed.pitch}
              set={set("pitch")}
              example="1.5"
              className="w-36"
            />
            <Entry
              label="wheel over bolt"
              value={typed.lever}
              set={set("lever")}
              example="4.2"
              className="w-36"
            />
          </>
        )}
        {data && (
          <>
            <span className="min-h-10 self-end text-2xl font-bold [font-stretch:80%]">
              {asText(write(data.ride_mm, "length_mm"))}
            </span>
            {data.motion_ratio !== null && (
              <span className="text-quiet">spring moves {data.motion_ratio.toFixed(2)} of the wheel</span>
            )}
            <button
              className="btn"
              onClick={() =>
                void put({ do: "line", text: data.line }).then((refusal) => setProblem(refusal?.message))
              }
            >
              plan it
            </button>
          </>
        )}
      </div>
      <Problem of={ready ? (turned.error ?? problem) : problem} />
    </section>
  );
}
