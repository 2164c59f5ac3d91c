/** The strip on one line: the vehicle small, and what the sheet is about beside it. */
import type { Headline } from "../api/types";
import { RigDrawing } from "../rig/RigDrawing";
import { asFound } from "./asFound";
import { useBench } from "./bench";

const WIDTH = 92;
const HEIGHT = 44;

type Props = { rows: Headline[]; unfold: () => void };

export function FoldedStrip({ rows, unfold }: Props) {
  const { sheet, preview, write } = useBench();
  return (
    <div className="flex items-center gap-4 overflow-hidden bg-strip pr-2 pl-3 text-chalk">
      <span className="relative shrink-0" style={{ width: WIDTH, height: HEIGHT }}>
        <RigDrawing
          form={sheet.form}
          figures={asFound(sheet)}
          found={sheet.outlines.found}
          here={sheet.here.outline}
          preview={preview?.here.outline}
          width={WIDTH}
          height={HEIGHT}
          margin={{ left: 4, right: 4, top: 5, bottom: 5 }}
          label={`${sheet.name}, small`}
          picture
        />
      </span>
      <p
        className="cond flex min-w-0 flex-1 gap-x-4 sideways text-sm whitespace-nowrap"
        tabIndex={0}
        aria-label="The figures of this sheet"
        role="group"
      >
        {rows.map((row) => {
          const shown = row.value !== null && row.turned ? -row.value : row.value;
          const { text, unit } =
            shown === null ? { text: "–", unit: "" } : write(shown, row.key, { places: row.places });
          return (
            <span key={row.key}>
              <span className="text-chalk-quiet">{row.label}</span> <b className="font-semibold">{text}</b>{" "}
              <span className="text-chalk-quiet">{unit}</span>
            </span>
          );
        })}
      </p>
      <button
        className="min-h-11 shrink-0 px-2 underline underline-offset-4"
        aria-expanded={false}
        onClick={unfold}
      >
        unfold
      </button>
    </div>
  );
}
