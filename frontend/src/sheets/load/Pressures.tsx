/** Pressures for what is aboard, by surface, and how long the compressor takes back up; the trailer behind. */
import { useBench, useResults } from "../../parts/bench";
import { FigureButton } from "../../parts/FigureButton";
import { Row } from "../../parts/Row";
import { WaitsFor } from "../../parts/WaitsFor";
import { useKg } from "./useLoad";
import { asText } from "../../parts/quantity";

export function Pressures() {
  return (
    <div className="grid gap-x-8 gap-y-6 pt-3 wide:grid-cols-[minmax(0,6fr)_minmax(0,5fr)]">
      <Tyres />
      <Trailer />
    </div>
  );
}

const SURFACES: Record<string, string> = { "soft-sand": "soft sand" };

function Tyres() {
  const { write } = useBench();
  const { rolling } = useResults();
  const kg = useKg();
  const found = rolling.pressures.value;
  const kpa = (value: number | null) =>
    value === null ? "–" : asText(write(value, "pressure_kpa", { places: 0 }));
  if (!found)
    return (
      <section aria-label="Pressures">
        <h2 className="border-b border-ink pb-1 font-semibold">Pressures, laden</h2>
        <WaitsFor waits={rolling.pressures.waits_for} />
      </section>
    );
  return (
    <section aria-label="Pressures">
      <h2 className="border-b border-ink pb-1 font-semibold">
        Pressures, laden <span className="font-normal text-quiet">cold</span>
      </h2>
      <table className="cond w-full">
        <thead>
          <tr className="border-b border-ink text-left">
            <th className="font-normal text-quiet">on the road</th>
            <th className="text-right font-semibold">front</th>
            <th className="text-right font-semibold">rear</th>
            <th className="text-right font-normal text-quiet" />
            <th />
          </tr>
        </thead>
        <tbody>
          <tr className="border-b border-hair">
            <td className="py-1 text-quiet">on each tyre</td>
            <td className="text-right">{kg(found.front.stands_on_it_kg)}</td>
            <td className="text-right">{kg(found.rear.stands_on_it_kg)}</td>
            <td />
            <td />
          </tr>
          <tr className="border-b border-hair">
            <td className="py-1 text-quiet">that asks for</td>
            <td className="text-right">
              {found.front.asks_kpa === null ? "more than it can" : kpa(found.front.asks_kpa)}
            </td>
            <td className="text-right">
              {found.rear.asks_kpa === null ? "more than it can" : kpa(found.rear.asks_kpa)}
            </td>
            <td />
            <td />
          </tr>
          <tr className="border-b border-ink">
            <td className="py-1 text-quiet">set for the load</td>
            {(["front", "rear"] as const).map((end) => (
              <td key={end} className="text-right">
                <FigureButton
                  path={`aims.${end}_laden_kpa`}
                  className="text-lg font-semibold underline underline-offset-4"
                >
                  {found[end].set_kpa === null ? "not yet" : kpa(found[end].set_kpa)}
                </FigureButton>
              </td>
            ))}
            <td className="text-right text-quiet">not above</td>
            <td className="text-right text-quiet">back up, all four</td>
          </tr>
          {found.surfaces.map((row) => (
            <tr key={row.surface} className="border-b border-hair">
              <td className="py-1">{SURFACES[row.surface] ?? row.surface}</td>
              <td className="text-right font-semibold">
                {row.front_kpa === null ? "does not carry it" : kpa(row.front_kpa)}
              </td>
              <td className="text-right font-semibold">
                {row.rear_kpa === null ? "does not carry it" : kpa(row.rear_kpa)}
              </td>
              <td className="text-right">{asText(write(row.max_kmh, "speed_kmh", { places: 0 }))}</td>
              <td className="text-right">
                {row.minutes !== null ? (
                  `${row.minutes.toFixed(0)} min`
                ) : (
                  <FigureButton
                    path="body.compressor_l_per_min"
                    className="text-quiet underline underline-offset-4"
                  >
                    which compressor?
                  </FigureButton>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="pt-1 text-sm">
        Practice: schools differ by a fifth either way. Up again before the road: heat kills soft tyres. The
        tyre maker&apos;s own table beats this one.
      </p>
    </section>
  );
}

function Trailer() {
  const { write } = useBench();
  const { load } = useResults();
  const kg = useKg();
  const found = load.towing.value;
  const left = (rest: number | null) =>
    rest === null ? "no limit noted" : rest < 0 ? `${kg(-rest)} over` : `${kg(rest)} left`;
  const off = (place: string) => {
    const by = load.towing.doubt?.[place] ?? 0;
    return by >= 0.5 && <span className="text-quiet"> ±{write(by, "mass_kg", { places: 0 }).text}</span>;
  };
  return (
    <section aria-label="Trailer">
      <h2 className="border-b border-ink pb-1 font-semibold">
        Behind it, laden {found && <span className="font-normal text-quiet">{found.trailer}</span>}
      </h2>
      {!found ? (
        <p>
          <WaitsFor waits={load.towing.waits_for} />
          <span className="block text-sm text-quiet">Press / and type, for example trailer 900 nose 70.</span>
        </p>
      ) : (
        <dl className="cond">
          <Row label="trailer" path={`trailers.${found.trailer}.mass_kg`} bad={(found.tow_left_kg ?? 1) < 0}>
            {kg(found.trailer_kg)} <span className="font-normal">{left(found.tow_left_kg)}</span>
          </Row>
          <Row
            label="on the hitch"
            path={`trailers.${found.trailer}.nose_kg`}
            bad={(found.hitch_left_kg ?? 1) < 0 || found.nose_low}
          >
            {kg(found.nose_kg)}, {found.nose_pct.toFixed(1)} %{" "}
            <span className="font-normal">
              {found.nose_low ? "too little: it sways" : left(found.hitch_left_kg)}
            </span>
          </Row>
          <Row label="train" path="body.permitted_train_kg" bad={(found.train_left_kg ?? 1) < 0}>
            {kg(found.train_kg)}
            {off("train_kg")} <span className="font-normal">{left(found.train_left_kg)}</span>
          </Row>
          <Row
            label="vehicle with the nose on it"
            path="body.permitted_kg"
            bad={(found.total_left_kg ?? 1) < 0}
          >
            {kg(found.total_kg)}
            {off("total_kg")} <span className="font-normal">{left(found.total_left_kg)}</span>
          </Row>
          <Row label="rear axle" path="body.permitted_rear_kg" bad={(found.rear_left_kg ?? 1) < 0}>
            {kg(found.rear_kg)}
            {off("rear_kg")} <span className="font-normal">{left(found.rear_left_kg)}</span>
          </Row>
          <Row label="the front axle loses" path="body.hitch_x_mm">
            {found.steering_lost_pct.toFixed(1)} %
          </Row>
        </dl>
      )}
    </section>
  );
}
