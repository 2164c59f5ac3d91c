/** What to measure next, for what stands on a stage. */
import { useSettings } from "../parts/settings";
import { answered, client } from "./client";
import { useAsked } from "./useAsked";

export function useMeasuring(rigId: number, stage: string, revision: number) {
  const { units, person } = useSettings();
  return useAsked({
    queryKey: ["measure", rigId, stage, units, revision],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/measure", {
          params: { path: { rig_id: rigId }, query: { stage, units, person } },
        }),
      ),
  });
}
