/** The head of a sheet on paper: which vehicle, at which stage, on which day, by whom; pages count themselves. */
import { asFound } from "../parts/asFound";
import { useBench } from "../parts/bench";
import { day } from "../parts/day";
import { stageName } from "../parts/Findings";
import { formName } from "../parts/forms";
import { useSettings } from "../parts/settings";
import { RigDrawing } from "../rig/RigDrawing";

const WIDTH = 150;
const HEIGHT = 64;

type Props = { sheetName: string; atNoStage: boolean };

export function TitleBlock({ sheetName, atNoStage }: Props) {
  const { sheet } = useBench();
  const { person, units } = useSettings();
  return (
    <div className="title-block print-only mb-3 border-y-2 border-ink">
      <div className="flex items-center gap-4">
        <span className="relative shrink-0" style={{ width: WIDTH, height: HEIGHT }}>
          <RigDrawing
            form={sheet.form}
            figures={asFound(sheet)}
            found={sheet.outlines.found}
            here={sheet.here.outline}
            width={WIDTH}
            height={HEIGHT}
            margin={{ left: 4, right: 4, top: 5, bottom: 5 }}
            label={`${sheet.name}, in the head of the page`}
            picture
          />
        </span>
        <p className="flex-1">
          <b className="font-semibold">{sheetName}</b>
          {!atNoStage && `, ${stageName(sheet.stage, sheet)}`}
          <span className="block">
            {sheet.name} · {sheet.vehicle || formName(sheet.form)} · {day(sheet.today)}
          </span>
        </p>
        <p className="cond text-right text-sm">
          printed by {person}
          <span className="block">{units === "metric" ? "metric" : "inches"}</span>
        </p>
      </div>
    </div>
  );
}
