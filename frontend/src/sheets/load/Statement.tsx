/** The weight statement: one sheet of paper, axle by axle, with limits, with what is guessed, and the caution. */
import { useBench, useResults } from "../../parts/bench";
import { day } from "../../parts/day";
import { WaitsFor } from "../../parts/WaitsFor";
import { useKg, useMm, useThroughout } from "./useLoad";

const NAMES = { found: "as found", today: "today", built: "as built", laden: "laden" } as const;

export function Statement() {
  const { sheet } = useBench();
  const { load } = useResults();
  const kg = useKg();
  const mm = useMm();
  const moments = useThroughout();
  const laden = load.laden.value;
  const rows = (load.masses.value?.rows ?? []).filter(({ kg: mass }) => Math.abs(mass) >= 0.5);
  const last = sheet.records.weighing.at(-1)?.record;
  const axle = sheet.figures["body.front_axle_kg"];
  const axlesAsNoted =
    axle === undefined
      ? ""
      : `Axle loads as found: ${axle.known}${axle.noted_on ? `, ${day(axle.noted_on)}` : ""}${axle.note ? ` (${axle.note})` : ""}.`;
  const limit = (key: string) => {
    const value = sheet.figures[`body.${key}`]?.value;
    return typeof value === "number" ? kg(value) : "not noted";
  };
  const guessed = rows.filter((row) => row.known === "assumed" && !row.weighed && row.off_kg >= 1);
  if (!laden)
    return (
      <p className="py-4">
        <WaitsFor waits={load.laden.waits_for} />
      </p>
    );
  return (
    <article className="pt-3" aria-label="Weight statement">
      <p className="no-print pb-3">
        <button className="btn" onClick={() => print()}>
          print it
        </button>
      </p>
      <h2 className="text-xl font-semibold">
        Weight statement: {sheet.name}
        {sheet.vehicle && `, ${sheet.vehicle}`}
      </h2>
      <p className="text-quiet">
        {day(sheet.today)}.{" "}
        {last
          ? `Last weighed${last.taken_on ? ` on ${day(last.taken_on)}` : ""}, ${last.scale}: ${kg(last.front_kg)} in front, ${kg(last.rear_kg)} behind.`
          : axlesAsNoted}
      </p>
      <table className="cond mt-3 w-full max-w-3xl">
        <thead>
          <tr className="border-b border-ink text-right">
            <th className="text-left font-normal text-quiet">kilograms on</th>
            <th>front axle</th>
            <th>rear axle</th>
            <th>total</th>
          </tr>
        </thead>
        <tbody>
          {moments.map(({ name, load: then }) => (
            <tr
              key={name}
              className={`border-b border-hair text-right ${name === "laden" ? "font-semibold" : ""}`}
            >
              <td className="py-1 text-left">{NAMES[name]}</td>
              {(["front_kg", "rear_kg", "total_kg"] as const).map((key) => (
                <td key={key}>
                  {then.value ? kg(then.value[key]) : "–"}
                  {then.value && (then.doubt?.[key] ?? 0) >= 0.5 && (
                    <span className="font-normal text-quiet"> ±{kg(then.doubt?.[key] ?? 0)}</span>
                  )}
                </td>
              ))}
            </tr>
          ))}
          <tr className="border-b border-ink text-right">
            <td className="py-1 text-left">permitted</td>
            <td>{limit("permitted_front_kg")}</td>
            <td>{limit("permitted_rear_kg")}</td>
            <td>{limit("permitted_kg")}</td>
          </tr>
          <tr className="text-right font-semibold">
            <td className="py-1 text-left">left, laden</td>
            {[laden.front_left_kg, laden.rear_left_kg, laden.payload_kg].map((left, i) => (
              <td key={i} className={left !== null && left < 0 ? "text-oxide" : ""}>
                {left === null ? "–" : left < 0 ? `${kg(-left)} over` : kg(left)}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
      <p className="cond pt-2">
        Centre of gravity laden: {mm(laden.cg_x_mm)} behind the front axle, {mm(Math.abs(laden.cg_y_mm))} to
        the {laden.cg_y_mm >= 0 ? "right" : "left"}.
      </p>
      <h3 className="mt-4 border-b border-ink font-semibold">What comes on it</h3>
      <ul className="cond columns-2 gap-8 text-sm print:columns-3">
        {rows.map((row) => (
          <li
            key={`${row.label} ${row.change ?? row.path ?? ""}`}
            className="flex justify-between gap-3 border-b border-hair"
          >
            <span>{row.label}</span>
            <span>{kg(row.kg)}</span>
          </li>
        ))}
      </ul>
      <h3 className="mt-4 border-b border-ink font-semibold">Guessed, not weighed</h3>
      <p className="cond text-sm">
        {guessed.length === 0
          ? "Nothing of a kilogram or more."
          : guessed.map((row) => `${row.label} ${kg(row.kg)} ±${kg(row.off_kg)}`).join("; ")}
      </p>
      <p className="mt-4 text-sm">
        Worked out on paper from what was noted; a scale decides. Springs, brakes and tyres never raise the
        permitted mass: only the authority does. The data plate, the vehicle&apos;s manual and local rules
        decide what it may carry and pull.
      </p>
    </article>
  );
}
