/** The rig strip: this vehicle, to scale, along the top of every sheet. */
import { useEffect, useRef, useState } from "react";

import type { Headline } from "../api/types";
import { marksOf, RigDrawing } from "../rig/RigDrawing";
import { TyreDetail } from "../rig/TyreDetail";
import { useBench } from "./bench";
import { DimensionLines } from "./DimensionLines";
import { FoldedStrip } from "./FoldedStrip";
import { Headlines } from "./Headlines";
import { useMeasure } from "./useMeasure";
import { useNarrow } from "./useNarrow";
import { asFound } from "./asFound";

type Props = {
  lit?: "wheels" | "driveline" | undefined;
  height: number;
  /** Keys of the headlines that it shows. */
  shows?: readonly string[];
};

/** What it shows where a sheet is about the whole vehicle. */
const WHOLE = [
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

/** Whether somebody folded the strip, or unfolded it; on a phone it begins folded. */
function useFolded() {
  const narrow = useNarrow();
  const [chosen, setChosen] = useState(() => localStorage.getItem(FOLDED));
  const choose = (folded: boolean) => {
    localStorage.setItem(FOLDED, String(folded));
    setChosen(String(folded));
  };
  return [chosen === null ? narrow : chosen === "true", choose] as const;
}

const FOLDED = "jorvak.strip-folded";

export function Strip(props: Props) {
  const { sheet, preview } = useBench();
  const [folded, fold] = useFolded();
  const [gone, setGone] = useState(false);
  const whole = useRef<HTMLDivElement>(null);
  const { shows = WHOLE } = props;
  const all = preview?.headlines ?? sheet.headlines;
  const rows = shows.flatMap((key) => all.find((row) => row.key === key) ?? []);
  useEffect(() => {
    const element = whole.current;
    if (!element) return;
    const observer = new IntersectionObserver(([seen]) => setGone(!(seen?.isIntersecting ?? true)));
    observer.observe(element);
    return () => observer.disconnect();
  }, [folded]);
  if (folded)
    return (
      <section aria-label="The rig" className="on-strip no-print sticky top-0 z-20">
        <FoldedStrip rows={rows} unfold={() => fold(false)} />
      </section>
    );
  return (
    <>
      {/* Scrolled away, it stays on one line; it takes no room of its own, so that nothing jumps. */}
      {gone && (
        <div className="on-strip no-print sticky top-0 z-20 h-0">
          <div className="absolute inset-x-0 top-0">
            <FoldedStrip rows={rows} unfold={() => scrollTo({ top: 0 })} />
          </div>
        </div>
      )}
      <div ref={whole}>
        <WholeStrip {...props} rows={rows} fold={() => fold(true)} />
      </div>
    </>
  );
}

type WholeProps = Omit<Props, "shows"> & { rows: Headline[]; fold: () => void };

function WholeStrip({ lit, height, rows, fold }: WholeProps) {
  const { sheet, preview } = useBench();
  const narrow = useNarrow();
  const [ref, width] = useMeasure(0);
  const findings = preview?.here.findings ?? sheet.here.findings;
  const marks = marksOf(findings);
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
    <section aria-label="The rig" className="on-strip no-print relative bg-strip text-chalk">
      <button
        className="cond absolute top-1 right-2 z-10 min-h-10 px-2 text-sm text-chalk-quiet underline underline-offset-4"
        aria-expanded
        onClick={fold}
      >
        fold
      </button>
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
        <div className={`px-5 pb-2 ${narrow ? "" : "[&_dl]:grid [&_dl]:grid-cols-2 [&_dl]:gap-x-8"}`}>
          <Headlines rows={rows} onStrip />
        </div>
      )}
    </section>
  );
}
