/** What shafts and half shafts must stand: by engine and by grip, which governs, against what they are rated for. */
import { WaitsFor } from "../../parts/WaitsFor";
import { useBench, useResults } from "../../parts/bench";
import { FigureButton } from "../../parts/FigureButton";

export function Strength() {
  const { write } = useBench();
  const { driveline } = useResults();
  const torque = (value: number) => write(value, "torque_nm").text;
  const rated = (path: string, rating: number | null, asked: number) => (
    <FigureButton
      path={path}
      className={`underline underline-offset-4 ${rating !== null && asked > rating ? "text-oxide" : "text-zinc"}`}
      label="rating"
    >
      {rating === null ? "not noted" : torque(rating)}
    </FigureButton>
  );
  return (
    <section aria-label="Torque" className="py-4">
      <h2 className="flex flex-wrap items-baseline gap-x-3 text-lg font-semibold">
        Torque in low{" "}
        <span className="cond text-base font-normal text-quiet">
          {write(0, "torque_nm").unit}, loaded to what the axle may weigh; a wheel that lands spinning puts
          several times as much there
        </span>
      </h2>
      <div className="sideways">
        <table className="cond w-full">
          <thead>
            <tr className="border-b border-ink text-right text-quiet">
              <th className="text-left font-normal">axle</th>
              <th className="font-normal">engine could put</th>
              <th className="font-normal">tyres hold</th>
              <th className="font-normal">shaft gets</th>
              <th className="font-normal">rated</th>
              <th className="font-normal">half shaft gets</th>
              <th className="font-normal">rated</th>
            </tr>
          </thead>
          <tbody>
            {(["front", "rear"] as const).map((end) => {
              const result = end === "front" ? driveline.front_strength : driveline.rear_strength;
              const value = result.value;
              if (!value)
                return (
                  <tr key={end} className="border-b border-hair">
                    <td className="py-1">{end}</td>
                    <td colSpan={6} className="text-right">
                      <WaitsFor waits={result.waits_for} />
                    </td>
                  </tr>
                );
              const { calculated: by } = value;
              const off = result.doubt?.["calculated.shaft_nm"];
              return (
                <tr key={end} className="border-b border-hair text-right">
                  <td className="py-1 text-left">{end}</td>
                  <td className={by.governs === "engine" ? "font-semibold" : "text-quiet"}>
                    {torque(by.shaft_by_engine_nm)}
                  </td>
                  <td className={by.governs === "grip" ? "font-semibold" : "text-quiet"}>
                    {torque(by.shaft_by_grip_nm)}
                  </td>
                  <td>
                    <b className="font-semibold">{torque(by.shaft_nm)}</b>
                    {off ? <span className="text-quiet"> ±{torque(off)}</span> : null}
                  </td>
                  <td>{rated(`${end}_shaft.rating_nm`, value.shaft_rating_nm, by.shaft_nm)}</td>
                  <td className="font-semibold">{torque(by.half_shaft_nm)}</td>
                  <td>
                    {rated(`${end}_axle.half_shaft_rating_nm`, value.half_shaft_rating_nm, by.half_shaft_nm)}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </section>
  );
}
