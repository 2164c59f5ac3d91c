/** What the server says of the load beside what stands on the sheet. */
import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import type { LoadThen } from "../../api/types";
import { useBench } from "../../parts/bench";
import { useSettings } from "../../parts/settings";
import { asText } from "../../parts/quantity";

/** The load as found, today, as built and laden. */
export function useThroughout(): LoadThen[] {
  const { sheet, stage } = useBench();
  const { units, person } = useSettings();
  const asked = useAsked({
    queryKey: ["load throughout", sheet.id, stage, sheet.revision],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/load/throughout", {
          params: { path: { rig_id: sheet.id }, query: { stage, units, person } },
        }),
      ),
  });
  return asked.data?.moments ?? [];
}

/** A mass with its unit, as it is written. */
export function useKg() {
  const { write } = useBench();
  return (kg: number) => asText(write(kg, "mass_kg", { places: 0 }));
}

/** A length with its unit, as it is written. */
export function useMm() {
  const { write } = useBench();
  return (mm: number) => asText(write(mm, "x_mm", { places: 0 }));
}
