/** Driveline: the lines of shafts in space, two parts side by side, strength, what shakes. */
import { useBench, useResults } from "../../parts/bench";
import { stageName } from "../../parts/Findings";
import { Shakes } from "./Shakes";
import { ShaftBlock } from "./ShaftBlock";
import { Strength } from "./Strength";
import { Swap } from "./Swap";

export function DrivelineSheet() {
  const { sheet, preview } = useBench();
  const { driveline } = useResults();
  return (
    <>
      <header className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-ink pb-2">
        <h1 className="text-2xl font-semibold">Driveline</h1>
        <p className="text-quiet">{preview ? "if you press Enter" : stageName(sheet.stage, sheet)}</p>
      </header>
      {(["rear", "front"] as const).map((end) => (
        <ShaftBlock
          key={`${end} ${sheet.stage}`}
          end={end}
          result={end === "rear" ? driveline.rear_shaft : driveline.front_shaft}
        />
      ))}
      <Strength />
      <Swap />
      <Shakes />
    </>
  );
}
