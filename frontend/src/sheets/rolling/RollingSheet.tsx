/** Rolling: tyres, gears and speedometer at the stage of the mark, and the schools of regearing. */
import { lazy } from "react";

import { useBench, useResults } from "../../parts/bench";
import { figureHere } from "../../parts/figureHere";
import { FigureButton } from "../../parts/FigureButton";
import { Views } from "../../parts/Views";
import { WorkingButton } from "../../parts/Working";
import { GearChart } from "./GearChart";
import { Pulling } from "./Pulling";
import { Schools } from "./Schools";
import { SpeedometerChart } from "./SpeedometerChart";
import { WaitsFor } from "../../parts/WaitsFor";
import { asText } from "../../parts/quantity";

const VIEWS = [
  { key: "gears", name: "Gears", View: Gears },
  {
    key: "wheels",
    name: "Wheels",
    View: lazy(async () => ({ default: (await import("./Wheels")).Wheels })),
  },
  {
    key: "sizes",
    name: "Size against size",
    View: lazy(async () => ({ default: (await import("./Sizes")).Sizes })),
  },
  {
    key: "distance",
    name: "Speedometer and distance",
    View: lazy(async () => ({ default: (await import("./Distance")).Distance })),
  },
] as const;

export function RollingSheet() {
  return <Views sheet="Rolling" views={VIEWS} />;
}

function Gears() {
  const { sheet } = useBench();
  const { rolling } = useResults();
  return (
    <>
      <div className="grid gap-x-8 gap-y-4 pt-3 wide:grid-cols-[minmax(0,1.45fr)_minmax(0,1fr)]">
        <section aria-label="Engine speed over road speed" className="min-w-0">
          <GearChart
            found={sheet.found_gears.value}
            here={rolling.gears.value}
            waits={rolling.gears.waits_for}
          />
        </section>
        <section className="min-w-0">
          <SpeedometerBlock />
          <Crawl />
        </section>
      </div>
      <Schools regearing={rolling.regearing.value} waits={rolling.regearing.waits_for} />
      <Pulling />
    </>
  );
}

type BigProps = { value: string; unit: string; old?: string | undefined; off?: string | undefined };

function Big({ value, unit, old, off }: BigProps) {
  return (
    <p className="leading-none">
      <b className="text-4xl font-bold [font-stretch:75%]">{value}</b>{" "}
      {old && old !== value && <s className="text-quiet">{old}</s>}{" "}
      <span className="text-quiet">
        {off && `±${off} `}
        {unit}
      </span>
    </p>
  );
}

function SpeedometerBlock() {
  const { sheet, preview, write } = useBench();
  const result = useResults().rolling.speedometer;
  const state = result.value;
  if (!state)
    return (
      <div>
        <h2 className="font-semibold">Speedometer</h2>
        <WaitsFor waits={result.waits_for} />
      </div>
    );
  const error = state.calculated.error_pct;
  const row = state.calculated.rows.find((r) => r.indicated_kmh === 100) ?? state.calculated.rows[0];
  const shown = row && asText(write(row.indicated_kmh, "speed_kmh"));
  const isTrue = row && write(row.true_kmh, "speed_kmh", { places: 1 });
  const off = row && result.doubt?.[`calculated.rows.${state.calculated.rows.indexOf(row)}.true_kmh`];
  const headline = (preview?.headlines ?? sheet.headlines).find((h) => h.key === "speedometer_error_pct");
  return (
    <div className="border-b border-hair pb-3">
      <h2 className="font-semibold">Speedometer shows {shown}, true</h2>
      {isTrue && (
        <Big
          value={isTrue.text}
          unit={isTrue.unit}
          off={off ? write(off, "speed_kmh", { places: 1 }).text : undefined}
        />
      )}
      <p className="pt-1">
        {Math.abs(error) < 0.05
          ? "Reads true"
          : `Reads ${Math.abs(error).toFixed(1)} % ${error < 0 ? "low" : "high"}`}
        , {state.calculated.within_band ? "within" : <b className="text-oxide">outside</b>} the permitted
        band.
      </p>
      {headline && headline.off > 0 && (
        <WorkingButton row={headline} className="text-quiet underline decoration-dotted underline-offset-4">
          ±{headline.off.toFixed(1)} %
          {result.unsure.includes("calculated.within_band") && ": too close to call, see what it hangs on"}
        </WorkingButton>
      )}
      <SpeedometerChart state={state} />
    </div>
  );
}

function Crawl() {
  const { sheet } = useBench();
  const { crawl } = useResults().rolling;
  return (
    <div className="pt-3">
      <h2 className="font-semibold">Crawl ratio</h2>
      <WaitsFor waits={crawl.waits_for} />
      {crawl.value && (
        <>
          <Big
            value={crawl.value.crawl_ratio.toFixed(1)}
            old={sheet.found_crawl.value?.crawl_ratio.toFixed(1)}
            unit=": 1"
          />
          <CrawlSpeed kmh={crawl.value.crawl_speed_kmh ?? undefined} />
        </>
      )}
    </div>
  );
}

function CrawlSpeed({ kmh }: { kmh: number | undefined }) {
  const { sheet, write } = useBench();
  if (figureHere(sheet, "engine.driven_by")?.value === "battery")
    return <p className="pt-1">A motor has no idle: it walks as slowly as it is asked to.</p>;
  if (kmh === undefined)
    return (
      <FigureButton path="engine.idle_rpm" className="link">
        walking speed waits for idle
      </FigureButton>
    );
  const written = write(kmh, "speed_kmh", { places: 2 });
  return (
    <p className="pt-1">
      Walks at {written.text} {written.unit} at idle.
    </p>
  );
}
