/** Whether the gears hold the cruising speed on the pass, and how steep low first climbs. */
import { WaitsFor } from "../../parts/WaitsFor";
import { useBench, useResults } from "../../parts/bench";
import { FigureButton } from "../../parts/FigureButton";
import { asText } from "../../parts/quantity";

export function Pulling() {
  return (
    <div className="grid gap-x-8 gap-y-4 pt-4 wide:grid-cols-2">
      <Holding />
      <Climbing />
      <Slipping />
    </div>
  );
}

function Holding() {
  const { write } = useBench();
  const result = useResults().rolling.grade;
  const grade = result.value;
  return (
    <section aria-label="Holding a grade">
      <h2 className="border-b border-ink pb-1 font-semibold">Will it hold, or hunt?</h2>
      {!grade ? (
        <WaitsFor waits={result.waits_for} />
      ) : (
        <>
          <p className="cond text-quiet">
            {asText(write(grade.speed_kmh, "speed_kmh"))} on{" "}
            <FigureButton path="aims.pass_grade_pct" className="underline underline-offset-4">
              {grade.grade_pct} %
            </FigureButton>{" "}
            at{" "}
            <FigureButton path="aims.pass_altitude_m" className="underline underline-offset-4">
              {asText(write(grade.altitude_m, "altitude_m"))}
            </FigureButton>
            , as it weighs here
          </p>
          <table className="cond w-full">
            <thead>
              <tr className="border-b border-hair text-right text-quiet">
                <th className="text-left font-normal">gear</th>
                <th className="font-normal">rpm</th>
                <th className="font-normal">needs</th>
                <th className="font-normal">has</th>
                <th className="font-normal">reserve</th>
              </tr>
            </thead>
            <tbody>
              {grade.gears.slice(-3).map((gear, index) => {
                const { hold } = gear;
                const number = grade.gears.length - Math.min(3, grade.gears.length) + index + 1;
                return (
                  <tr key={gear.ratio} className="border-b border-hair text-right">
                    <td className="text-left">
                      <b className="font-semibold">{number}</b>{" "}
                      <span className="text-quiet">{gear.ratio.toFixed(2)}</span>
                    </td>
                    <td>{Math.round(gear.rpm)}</td>
                    <td>{asText(write(hold.power_kw, "power_kw"))}</td>
                    <td>
                      {hold.available_kw == null
                        ? "not known here"
                        : write(hold.available_kw, "power_kw").text}
                    </td>
                    <td className={hold.holds && gear.turns ? "font-semibold" : "font-semibold text-oxide"}>
                      {!gear.turns
                        ? "does not turn so"
                        : hold.reserve_pct == null
                          ? "–"
                          : `${hold.reserve_pct > 0 ? "+" : ""}${Math.round(hold.reserve_pct)} %`}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          <p className="pt-1">
            {grade.tallest === null
              ? "No gear holds it."
              : grade.tallest === grade.gears.length - 1
                ? "Top gear holds it."
                : `It hunts: gear ${grade.tallest + 1} is the tallest that holds it.`}
          </p>
        </>
      )}
    </section>
  );
}

function Climbing() {
  const { write } = useBench();
  const result = useResults().stance.climb;
  const climb = result.value;
  const off = result.doubt?.["calculated.climb_deg"];
  return (
    <section aria-label="Grade in low first">
      <h2 className="border-b border-ink pb-1 font-semibold">How steep in low</h2>
      {!climb ? (
        <WaitsFor waits={result.waits_for} />
      ) : (
        <>
          <p className="leading-none">
            <b className="text-4xl font-bold [font-stretch:75%]">{climb.calculated.climb_deg.toFixed(0)}°</b>{" "}
            <span className="text-quiet">
              {off ? `±${off.toFixed(1)} ` : ""}limited by {climb.calculated.limited_by},{" "}
              {climb.overall_ratio.toFixed(1)} : 1{climb.backwards ? " backwards" : ""}
            </span>
          </p>
          <dl className="cond pt-2">
            {(
              [
                ["by torque", climb.calculated.torque_limit_deg],
                ["by grip, dry and loose", climb.calculated.traction_limit_deg],
                ["by tipping over the rear axle", climb.calculated.tip_limit_deg],
              ] as const
            ).map(
              ([label, deg]) =>
                deg != null && (
                  <div key={label} className="flex justify-between border-b border-hair py-1">
                    <dt className="text-quiet">{label}</dt>
                    <dd className="font-semibold">{deg.toFixed(0)}°</dd>
                  </div>
                ),
            )}
          </dl>
          <p className="pt-1 text-quiet">
            {climb.crawl_speed_kmh !== null &&
              `It walks ${write(climb.crawl_speed_kmh, "speed_kmh", { places: 1 }).text} ${write(0, "speed_kmh").unit} at idle. `}
            A limit, never a recommendation.
          </p>
        </>
      )}
    </section>
  );
}

const KIND_NAMES = {
  open: "open",
  "traction-aid": "open, traction aid",
  "limited-slip": "limited slip",
  selectable: "locked",
  locked: "locked",
} as const;

/** One side slippery: what each axle puts down by its differential, and by the others. */
function Slipping() {
  const { write } = useBench();
  const { slipping } = useResults().rolling;
  const found = slipping.value;
  const kn = (n: number) => asText(write(n, "force_n", { places: 0 }));
  return (
    <section aria-label="One side slippery">
      <h2 className="border-b border-ink pb-1 font-semibold">One side slippery</h2>
      {!found ? (
        <WaitsFor waits={slipping.waits_for} />
      ) : (
        <>
          <p className="cond text-quiet">
            one wheel of each axle on {found.dry.toFixed(1)}, gravel, the other on {found.slippery.toFixed(1)}
            , wet grass; as it weighs here
          </p>
          <table className="cond w-full">
            <thead>
              <tr className="border-b border-hair text-right text-quiet">
                <th className="text-left font-normal">differential</th>
                {found.axles.map(({ end }) => (
                  <th key={end} className="font-normal">
                    {end}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {found.axles[0]?.with_kinds.map(({ kind }, at) => (
                <tr key={kind} className="border-b border-hair text-right">
                  <td className="text-left">{KIND_NAMES[kind]}</td>
                  {found.axles.map((axle) => {
                    const here = KIND_NAMES[axle.noted ?? "open"] === KIND_NAMES[kind];
                    const { force_n, share_pct } = axle.with_kinds[at]?.calculated ?? axle.calculated;
                    return (
                      <td key={axle.end} className={here ? "font-bold" : "text-quiet"}>
                        {kn(force_n)} {share_pct !== null && `· ${Math.round(share_pct)} %`}
                        {here && (axle.noted ? " · its own" : " · taken so")}
                      </td>
                    );
                  })}
                </tr>
              ))}
            </tbody>
          </table>
          <p className="cond text-sm">
            {found.axles
              .filter(({ noted }) => noted === null)
              .map(({ end }) => (
                <FigureButton key={end} path={`${end}_axle.differential`} className="link mr-4">
                  note the {end} differential
                </FigureButton>
              ))}
          </p>
        </>
      )}
    </section>
  );
}
