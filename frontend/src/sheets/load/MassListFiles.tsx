/** The list of masses out as CSV and as a spreadsheet, and in as CSV. */
import { useState } from "react";

import { client } from "../../api/client";
import { newKey } from "../../api/key";
import { sheetOf } from "../../api/sheets";
import { useBench } from "../../parts/bench";
import { Problem } from "../../parts/Problem";
import { TakeFile } from "../../parts/TakeFile";
import { useSettings } from "../../parts/settings";

export function MassListFiles() {
  const { sheet, stage, looks, keep } = useBench();
  const { units, person } = useSettings();
  const [problem, setProblem] = useState<string>();
  const query = new URLSearchParams({ stage, units, person }).toString();
  const take = async (file: File | undefined) => {
    if (!file) return;
    try {
      keep(
        await sheetOf(
          client.POST("/api/rigs/{rig_id}/load/masses", {
            params: { path: { rig_id: sheet.id }, query: { stage, units, person, looks, key: newKey() } },
            body: file as never,
            bodySerializer: (body: unknown) => body as Blob,
            headers: { "Content-Type": "text/csv" },
          }),
        ),
      );
      setProblem(undefined);
    } catch (error) {
      setProblem(`${file.name}: ${(error as Error).message} Nothing was taken in.`);
    }
  };
  return (
    <p className="no-print flex flex-wrap gap-x-5 pt-2">
      <a className="link" href={`/api/rigs/${sheet.id}/load/masses.csv?${query}`} download>
        as CSV
      </a>
      <a className="link" href={`/api/rigs/${sheet.id}/load/masses.xlsx?${query}`} download>
        as a spreadsheet that recalculates
      </a>
      <TakeFile accept=".csv,text/csv" look="link" take={(file) => void take(file)}>
        take in a CSV
      </TakeFile>
      <Problem of={problem} />
    </p>
  );
}
