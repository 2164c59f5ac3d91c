/** The rig strip: this vehicle, to scale, along the top of every sheet. */
import { marksOf, RigDrawing } from "../rig/RigDrawing";
import { TyreDetail } from "../rig/TyreDetail";
import { useBench } from "./bench";
import { DimensionLines } from "./DimensionLines";
import { Headlines } from "./Headlines";
import { useMeasure } from "./useMeasure";
import { asFound } from "./asFound";

type Props = { lit?: "wheels" | "driveline" | undefined; height: number };

const ON_STRIP = [
  "ground_clearance_mm",
  "approach_deg",
  "breakover_deg",
  "departure_deg",
  "height_mm",
  "crawl_ratio",
];

/** Width of the figures at the left and of the tyre at the right, where there is room for them. */
const ASIDE = 272;

const NOT_NOTED = {
  known: "measured" as const,
  doubt: null,
  fitted_after: [],
  note: null,
  noted_by: null,
  noted_on: null,
  taken: null,
};

export function Strip({ lit, height }: Props) {
  const { sheet, preview } = useBench();
  const [ref, width] = useMeasure(0);
  const findings = preview?.here.findings ?? sheet.here.findings;
  const marks = marksOf(findings);
  const rows = (preview?.headlines ?? sheet.headlines).filter((row) => ON_STRIP.includes(row.key));
  const wide = width > 900;
  const middle = wide ? width - 2 * ASIDE : width;
  const here = sheet.here.outline;
  // What is typed for a figure of the outline moves the drawing before it is put in.
  const { path, value } = preview?.typed ?? {};
  const noted = path ? sheet.figures[path] : undefined;
  const figures =
    path && typeof value === "number" && path.startsWith("body.")
      ? { ...asFound(sheet), [path]: { ...(noted ?? NOT_NOTED), value } }
      : asFound(sheet);
  return (
    <section aria-label="The rig" className="on-strip no-print bg-strip text-chalk">
      <div ref={ref} className="flex items-stretch">
        {wide && (
          <div className="shrink-0 py-3 pl-6" style={{ width: ASIDE }}>
            <Headlines rows={rows} onStrip />
          </div>
        )}
        <div className="relative min-w-0 flex-1" style={{ height }}>
          {width > 0 && (
            <RigDrawing
              form={sheet.form}
              figures={figures}
              found={sheet.outlines.found}
              here={here}
              planned={sheet.outlines.planned}
              preview={preview?.here.outline}
              width={middle}
              height={height}
              lit={lit}
              marks={marks}
              label={`${sheet.name} in side elevation`}
            >
              {(f, body) => <DimensionLines f={f} body={body} lit={lit} />}
            </RigDrawing>
          )}
        </div>
        {wide && (
          <div className="grid shrink-0 content-end justify-start px-3 pb-[30px]" style={{ width: ASIDE }}>
            <TyreDetail
              found={sheet.outlines.found.front}
              here={here.front}
              preview={preview?.here.outline.front}
              size={Math.min(150, height - 56)}
            />
          </div>
        )}
      </div>
      {!wide && width > 0 && (
        <div className="px-5 pb-2 [&_dl]:grid [&_dl]:grid-cols-2 [&_dl]:gap-x-8">
          <Headlines rows={rows} onStrip />
        </div>
      )}
    </section>
  );
}
