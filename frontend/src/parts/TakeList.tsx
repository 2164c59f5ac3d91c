/** A link that takes a list in as CSV, as one write, and says what is wrong with a file of which nothing was taken. */
import { useState } from "react";

import { client } from "../api/client";
import { newKey } from "../api/key";
import { sheetOf } from "../api/sheets";
import { useBench } from "./bench";
import { Problem } from "./Problem";
import { useSettings } from "./settings";
import { TakeFile } from "./TakeFile";

type Props = { to: "/api/rigs/{rig_id}/load/masses" | "/api/rigs/{rig_id}/recovery/connectors" };

export function TakeList({ to }: Props) {
  const { sheet, stage, looks, keep } = useBench();
  const { units, person } = useSettings();
  const [problem, setProblem] = useState<string>();
  const take = async (file: File) => {
    try {
      keep(
        await sheetOf(
          client.POST(to, {
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
    <>
      <TakeFile accept=".csv,text/csv" look="link" take={(file) => void take(file)}>
        take in a CSV
      </TakeFile>
      <Problem of={problem} className="w-full" />
    </>
  );
}
