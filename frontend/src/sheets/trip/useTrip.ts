/** A question of the trip, asked anew when somebody wrote to the rig. */
import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import { useBench } from "../../parts/bench";
import { useSettings } from "../../parts/settings";

type View = { stage: string; units: "metric" | "inch"; person: string };
export type OfRig = { path: { rig_id: number }; query: View };

function useTrip<T>(what: string, ask: (params: OfRig) => Promise<T>) {
  const { sheet, stage } = useBench();
  const { units, person } = useSettings();
  return useAsked({
    queryKey: ["trip", what, sheet.id, units, person, sheet.revision, sheet.today, stage],
    queryFn: () => ask({ path: { rig_id: sheet.id }, query: { stage, units, person } }),
  });
}

export const useAnswer = () =>
  useTrip("answer", (params) => answered(client.GET("/api/rigs/{rig_id}/trip", { params })));
export const useLegs = () =>
  useTrip("legs", (params) => answered(client.GET("/api/rigs/{rig_id}/trip/legs", { params })));
export const useTake = () =>
  useTrip("take", (params) => answered(client.GET("/api/rigs/{rig_id}/trip/take", { params })));
export const useEvening = () =>
  useTrip("evening", (params) => answered(client.GET("/api/rigs/{rig_id}/trip/evening", { params })));
export const usePapers = () =>
  useTrip("papers", (params) => answered(client.GET("/api/rigs/{rig_id}/trip/papers", { params })));
export const useHome = () =>
  useTrip("home", (params) => answered(client.GET("/api/rigs/{rig_id}/trip/home", { params })));

/** The address of a file of the trip, in the units of whoever asks. */
export function useFile() {
  const { sheet } = useBench();
  const { units } = useSettings();
  return (name: string) => `/api/rigs/${sheet.id}/${name}?units=${units}`;
}
