/** The rig and how it is looked at, as every question of a sheet names them. */
import { useBench } from "./bench";
import { useSettings } from "./settings";

export function useLook() {
  const { sheet, stage } = useBench();
  const { units, person } = useSettings();
  return {
    key: [sheet.id, stage, units, person, sheet.revision, sheet.today],
    params: { path: { rig_id: sheet.id }, query: { stage, units, person } },
  };
}
