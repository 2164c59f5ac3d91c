/** The list of masses out as CSV and as a spreadsheet, and in as CSV. */
import { useBench } from "../../parts/bench";
import { useSettings } from "../../parts/settings";
import { TakeList } from "../../parts/TakeList";

export function MassListFiles() {
  const { sheet, stage } = useBench();
  const { units, person } = useSettings();
  const query = new URLSearchParams({ stage, units, person }).toString();
  return (
    <div className="no-print flex flex-wrap gap-x-5 pt-2">
      <a className="link" href={`/api/rigs/${sheet.id}/load/masses.csv?${query}`} download>
        as CSV
      </a>
      <a className="link" href={`/api/rigs/${sheet.id}/load/masses.xlsx?${query}`} download>
        as a spreadsheet that recalculates
      </a>
      <TakeList to="/api/rigs/{rig_id}/load/masses" />
    </div>
  );
}
