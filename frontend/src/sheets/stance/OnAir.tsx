/** Axles on air: what a gauge should read at this load, and what each corner loses while it stands. */
import { useBench, useResults } from "../../parts/bench";
import { FigureButton } from "../../parts/FigureButton";
import { WaitsFor } from "../../parts/WaitsFor";
import { asText } from "../../parts/quantity";

export function OnAir() {
  const { write } = useBench();
  const { air } = useResults().stance;
  if (air.value?.length === 0) return null;
  const sinks = (mm: number | null, end: string, side: string) => (
    <FigureButton path={`${end}_suspension.${side}_sinks_mm`} className="link">
      {side} {mm === null ? "not watched" : `${asText(write(mm, "length_mm", { places: 1 }))} an hour`}
    </FigureButton>
  );
  return (
    <section aria-label="On air" className="pt-5">
      <h2 className="border-b border-ink pb-1 font-semibold">On air</h2>
      {!air.value && <WaitsFor waits={air.waits_for} />}
      {air.value?.map((axle, at) => (
        <p key={axle.end} className="cond flex flex-wrap items-baseline gap-x-5 border-b border-hair py-1">
          <span className="font-semibold">{axle.end}</span>
          <span>
            <b className="text-2xl font-bold [font-stretch:80%]">
              {asText(write(axle.pressure_kpa, "pressure_kpa"))}
            </b>{" "}
            <span className="text-quiet">
              ±{asText(write(air.doubt?.[`${at}.pressure_kpa`] ?? 0, "pressure_kpa"))} at this load
            </span>
          </span>
          <span className="text-quiet">loses</span>
          {sinks(axle.left_mm_per_h, axle.end, "left")}
          {sinks(axle.right_mm_per_h, axle.end, "right")}
          {axle.apart_mm !== null && axle.apart_mm > 0 && (
            <span className="text-quiet">by morning {asText(write(axle.apart_mm, "length_mm"))} apart</span>
          )}
        </p>
      ))}
    </section>
  );
}
