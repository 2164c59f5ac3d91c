/** Wheels of another offset or width, tried at one end: what they come to, and how they go into the order. */
import { useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import type { WheelPlace } from "../../api/types";
import { useBench } from "../../parts/bench";
import { useSettings } from "../../parts/settings";

export function useTriedWheels(end: "front" | "rear", stand: WheelPlace) {
  const { sheet, stage, put } = useBench();
  const { units, person } = useSettings();
  const at = stand.here;
  const [wanted, setWanted] = useState<{ offset?: number; rim?: number }>({});
  const [refused, setRefused] = useState<string>();
  const offset = wanted.offset ?? at.offset_mm;
  const rim = wanted.rim ?? at.rim_width_in;
  const changed = offset !== at.offset_mm || rim !== at.rim_width_in;
  const trial = useAsked({
    queryKey: ["stand", sheet.id, end, stage, offset, rim, sheet.revision],
    queryFn: ({ signal }) =>
      answered(
        client.POST("/api/rigs/{rig_id}/stands/{end}", {
          params: { path: { rig_id: sheet.id, end }, query: { stage, units, person } },
          body: { offset_mm: offset, rim_width_in: rim },
          signal,
        }),
      ),
    enabled: changed,
  });
  const plan = async () => {
    const refusal = await put({
      do: "draft",
      kind: "wheels",
      fields: { rim_width_in: rim, offset_mm: offset },
    });
    setRefused(refusal?.message);
    if (!refusal) setWanted({});
  };
  return {
    offset,
    rim,
    setOffset: (to: number) => setWanted({ ...wanted, offset: Math.max(-150, Math.min(150, to)) }),
    setRim: (to: number) => setWanted({ ...wanted, rim: to }),
    tried: changed ? (trial.data?.stand ?? undefined) : undefined,
    problem: refused ?? trial.error?.message,
    plan,
  };
}
