/** The five ways to choose a ratio side by side, over the ratios that exist for this axle. */
import type { Areas, Waits } from "../../api/types";
import { WaitsFor } from "../../parts/WaitsFor";
import { useBench } from "../../parts/bench";
import { FigureButton } from "../../parts/FigureButton";
import { money } from "../../parts/money";

type Regearing = NonNullable<Areas["rolling"]["regearing"]["value"]>;

const NAMES: Record<string, string> = {
  restore: "restore",
  pull: "pull",
  cruise: "cruise",
  rpm: "engine speed",
  crawl: "crawl",
};

export function Schools({ regearing, waits }: { regearing: Regearing | null; waits: Waits | null }) {
  const { put, sheet } = useBench();
  const { currency } = sheet.brief;
  if (!regearing)
    return (
      <section className="pt-5">
        <h2 className="border-b border-ink pb-1 font-semibold">Which axle ratio</h2>
        <WaitsFor waits={waits} />
      </section>
    );
  const take = (ratio: number) =>
    void put({ do: "draft", kind: "gears", fields: { axle: regearing.axle, ratio } });
  return (
    <section className="pt-5">
      <h2 className="border-b border-ink pb-1">
        <b className="font-semibold">Which axle ratio: five ways to choose</b>{" "}
        <span className="text-quiet">over the ratios that exist for the {regearing.axle} axle</span>
      </h2>
      <div className="grid grid-cols-2 gap-x-5 gap-y-4 pt-2 wide:grid-cols-5 wide:divide-x wide:divide-hair">
        {regearing.schools.map((school) => {
          const pick = regearing.candidates.find((c) => c.calculated.ratio === school.pick);
          return (
            <div key={school.aim} className="flex flex-col wide:[&:not(:first-child)]:pl-4">
              <h3 className="font-semibold">{NAMES[school.aim]}</h3>
              {school.pick !== null ? (
                <>
                  <p className="leading-none">
                    <b className="text-4xl font-bold [font-stretch:75%]">{school.pick.toFixed(2)}</b>
                  </p>
                  <p className="cond text-sm text-quiet">ideal {school.ideal_ratio?.toFixed(2)}</p>
                  <p className="cond flex-1 py-1 text-sm">
                    {school.buys}; {school.costs}.{" "}
                    {pick && pick.cost !== null && (
                      <b className="font-semibold">
                        {money(pick.cost)} {currency}
                        {regearing.axles > 1 && ", both axles"}.
                      </b>
                    )}
                  </p>
                  {pick?.fitted ? (
                    <p className="cond min-h-10 py-2 text-quiet">in the {regearing.axle} axle here</p>
                  ) : (
                    <button className="btn self-start" onClick={() => take(school.pick ?? 0)}>
                      take {school.pick.toFixed(2)} {regearing.axle}
                      <span className="sr-only"> to {NAMES[school.aim]}</span>
                    </button>
                  )}
                </>
              ) : school.waits_for ? (
                <WaitsFor
                  waits={{ path: school.waits_for, label: school.waits_label ?? "", impossible: false }}
                />
              ) : (
                <p className="cond text-sm">
                  No ratio that exists meets it
                  {school.ideal_ratio !== null && `: ideal ${school.ideal_ratio.toFixed(2)}`}.{" "}
                  {school.instead}
                </p>
              )}
            </div>
          );
        })}
      </div>
      <RatioTable regearing={regearing} take={take} />
    </section>
  );
}

function RatioTable({ regearing, take }: { regearing: Regearing; take: (ratio: number) => void }) {
  const { write } = useBench();
  return (
    <div className="sideways">
      <table className="cond mt-5 w-full text-right">
        <thead>
          <tr className="border-b border-ink text-quiet [&>th]:px-2 [&>th]:font-normal">
            <th>ratio</th>
            <th>feels like</th>
            <th>against found, %</th>
            <th>rpm cruising</th>
            <th>crawl</th>
            <th>{write(0, "speed_kmh").unit} at idle</th>
            <th>price{regearing.axles > 1 && ", both axles"}</th>
            <th className="text-left">schools</th>
            <th>
              <span className="sr-only">take it</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {regearing.candidates.map(
            ({ calculated: c, schools, fitted, needs_other_carrier, cost, carrier_cost }) => (
              <tr
                key={c.ratio}
                className={`h-10 border-b border-hair [&>td]:px-2 ${fitted ? "bg-tint font-semibold" : ""}`}
              >
                <td>{c.ratio.toFixed(2)}</td>
                <td>{c.effective_ratio.toFixed(2)}</td>
                <td>
                  {c.change_from_stock_pct >= 0 ? "+" : "−"}
                  {Math.abs(c.change_from_stock_pct).toFixed(1)}
                </td>
                <td>{c.rpm === null ? "–" : Math.round(c.rpm)}</td>
                <td>{c.crawl_ratio === null ? "–" : c.crawl_ratio.toFixed(1)}</td>
                <td>
                  {c.crawl_speed_kmh === null
                    ? "–"
                    : write(c.crawl_speed_kmh, "speed_kmh", { places: 2 }).text}
                </td>
                <td>
                  {fitted ? (
                    ""
                  ) : cost === null ? (
                    <FigureButton path="aims.gear_set_cost" className="link" label="price of a set of gears">
                      ask
                    </FigureButton>
                  ) : (
                    money(cost)
                  )}
                </td>
                <td className="text-left">
                  {[...schools.map((aim) => NAMES[aim]), ...(fitted ? ["here"] : [])].join(" · ")}
                  {needs_other_carrier && (
                    <span className="font-normal text-quiet">
                      {" "}
                      needs another carrier
                      {cost !== null && carrier_cost === null && (
                        <FigureButton
                          path="aims.carrier_cost"
                          className="link"
                          label="price of another carrier"
                        >
                          , its price
                        </FigureButton>
                      )}
                    </span>
                  )}
                </td>
                <td>
                  {!fitted && (
                    <button className="link" onClick={() => take(c.ratio)}>
                      take<span className="sr-only"> {c.ratio.toFixed(2)}</span>
                    </button>
                  )}
                </td>
              </tr>
            ),
          )}
        </tbody>
      </table>
    </div>
  );
}
