/** How far a full tank or battery goes on each surface, and what must be carried so that no leg is short. */
import type { Legs } from "../../api/types";
import { useBench } from "../../parts/bench";
import { WaitsFor } from "../../parts/WaitsFor";
import { drivenBy } from "./goesBy";
import { SURFACES } from "./surfaces";
import { asText } from "../../parts/quantity";

export function Ranges({ legs }: { legs: Legs }) {
  const { write } = useBench();
  const way = legs.way.value;
  const driven = way && drivenBy(way);
  const written = (value: number, key: string) => asText(write(value, key, { places: 0 }));
  const off = (place: string, key: string) => {
    const by = legs.way.doubt?.[place];
    return by ? ` ±${write(by, key, { places: 0 }).text}` : "";
  };
  return (
    <section aria-label="How far it goes">
      <h2 className="border-b border-ink pb-1 font-semibold">
        How far it goes, with the reserve still in it
      </h2>
      {!way && <WaitsFor waits={legs.way.waits_for} />}
      {way && driven && (
        <>
          <dl className="cond">
            {SURFACES.filter(({ key }) => key in way.range_km).map(({ key, word }) => (
              <div key={key} className="flex items-baseline justify-between border-b border-hair py-1">
                <dt>{word}</dt>
                <dd>
                  <b className="text-xl">{written(way.range_km[key] ?? 0, "range_km")}</b>
                  <span className="text-quiet">{off(`range_km.${key}`, "range_km")}</span>
                </dd>
              </div>
            ))}
          </dl>
          <p className="max-w-prose py-2">
            The longest without a {driven.by === "charge" ? "charge" : "fill"} is{" "}
            {written(way.longest_without_fuel_km, "range_km")}. No leg is short with{" "}
            <b>{written(driven.carry, driven.key)}</b>
            {off(driven.carryAt, driven.key)} of {driven.by}:{" "}
            {driven.by === "charge" ? "the battery holds" : "the tanks hold"}{" "}
            {written(driven.holds, driven.key)}.
            {way.carry_water_l > 0 && (
              <>
                {" "}
                Water: <b>{written(way.carry_water_l, "fuel_l")}</b>, they hold{" "}
                {written(way.water_holds_l, "fuel_l")}.
              </>
            )}
          </p>
        </>
      )}
    </section>
  );
}
