/** Speedometer and distance: what corrects it, a drive against satellite speed, and what the odometer hides. */
import { WaitsFor } from "../../parts/WaitsFor";
import { useBench, useResults } from "../../parts/bench";
import { FigureButton } from "../../parts/FigureButton";
import { Drive } from "./Drive";
import { asText } from "../../parts/quantity";

export function Distance() {
  return (
    <>
      <div className="grid gap-x-8 gap-y-4 pt-3 wide:grid-cols-2">
        <Correction />
        <TrueDistance />
      </div>
      <Drive />
    </>
  );
}

function Correction() {
  const { sheet, write, put } = useBench();
  const { rolling } = useResults();
  const state = rolling.speedometer.value;
  const gears = rolling.driven_gears;
  const tyre = rolling.rear_tyre.value;
  const plan = (by: string) => void put({ do: "draft", kind: "speedometer", fields: { by } });
  return (
    <section aria-label="Correction">
      <h2 className="border-b border-ink pb-1 font-semibold">What corrects it</h2>
      {!state ? (
        <WaitsFor waits={rolling.speedometer.waits_for} />
      ) : (
        <table className="cond w-full">
          <tbody>
            <tr className="border-b border-hair">
              <td className="py-1">programming</td>
              <td className="text-right">
                {tyre ? (
                  <>
                    roll-out{" "}
                    <b className="font-semibold">{asText(write(tyre.circumference_mm, "length_mm"))}</b>,{" "}
                    {state.turns_per_km.toFixed(0)} turns in a km
                  </>
                ) : (
                  "–"
                )}
              </td>
              <td className="pl-4 text-right whitespace-nowrap">
                <button className="link" onClick={() => plan("programming")}>
                  plan it
                </button>
              </td>
            </tr>
            <tr className="border-b border-hair">
              <td className="py-1">its pulses</td>
              <td className="text-right">
                {state.pulses_per_km === null ? (
                  <FigureButton path="speedometer.pulses_per_km" className="link">
                    say how many it takes for a km
                  </FigureButton>
                ) : (
                  <>
                    <b className="font-semibold">{state.pulses_per_km.toFixed(0)}</b> in a km instead of{" "}
                    <FigureButton
                      path="speedometer.pulses_per_km"
                      className="underline underline-offset-4"
                      label="pulses that it takes for a km"
                    >
                      {String(sheet.figures["speedometer.pulses_per_km"]?.value)}
                    </FigureButton>
                  </>
                )}
              </td>
              <td />
            </tr>
            <tr className="border-b border-hair">
              <td className="py-1">a converter</td>
              <td className="text-right">
                set to <b className="font-semibold">{state.calculated.factor.toFixed(3)}</b> of its pulses
              </td>
              <td className="pl-4 text-right whitespace-nowrap">
                <button className="link" onClick={() => plan("converter")}>
                  plan it
                </button>
              </td>
            </tr>
            <tr className="border-b border-hair align-top">
              <td className="py-1">a driven gear</td>
              <td className="text-right">
                {!gears.value ? (
                  <WaitsFor waits={gears.waits_for} />
                ) : (
                  <>
                    <span className="text-quiet">
                      exactly {gears.value.calculated.driven_teeth_exact.toFixed(2)} teeth;{" "}
                    </span>
                    {gears.value.exist.length === 0 ? (
                      <FigureButton path="speedometer.driven_available" className="link">
                        say which exist
                      </FigureButton>
                    ) : (
                      gears.value.exist.slice(0, 3).map(({ teeth, error_pct }, index) => (
                        <span key={teeth} className={index === 0 ? "font-semibold" : "text-quiet"}>
                          {index > 0 && " · "}
                          {teeth}: {error_pct > 0 ? "+" : ""}
                          {error_pct.toFixed(1)} %
                        </span>
                      ))
                    )}
                  </>
                )}
              </td>
              <td className="pl-4 text-right whitespace-nowrap">
                <button className="link" onClick={() => plan("driven-gear")}>
                  plan it
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      )}
    </section>
  );
}

function TrueDistance() {
  const { sheet, write } = useBench();
  const result = useResults().rolling.distance;
  const km = (value: number) => asText(write(value, "distance_km"));
  const distance = result.value;
  const since = distance && sheet.changes.find(({ step }) => step === distance.since);
  return (
    <section aria-label="True distance">
      <h2 className="border-b border-ink pb-1 font-semibold">What the odometer hides</h2>
      {!distance ? (
        <WaitsFor waits={result.waits_for} />
      ) : (
        <>
          <p className="leading-none">
            <b className="text-4xl font-bold [font-stretch:75%]">
              {write(distance.calculated.true_km, "distance_km").text}
            </b>{" "}
            <span className="text-quiet">{write(0, "distance_km").unit} truly</span>
          </p>
          <p className="pt-1">
            since {since?.title}; the odometer counted {km(distance.calculated.indicated_km)}
            {Math.abs(distance.hidden_km) >= 0.5 && (
              <b className="text-oxide">
                , {km(Math.abs(distance.hidden_km))} {distance.hidden_km > 0 ? "too few" : "too many"}
              </b>
            )}
            . It counts {distance.factor.toFixed(3)} of the truth now; every interval of oil and nuts is
            counted truly.
          </p>
          <FigureButton path="odometer.reading_km" className="link">
            odometer now
          </FigureButton>
        </>
      )}
    </section>
  );
}
