/** All masses, heaviest first, each with how it is known; guessed ones stand out, and which three to weigh is said. */
import type { MassRow } from "../../api/types";
import { useBench, useResults } from "../../parts/bench";
import { FigureButton } from "../../parts/FigureButton";
import { KnownMark } from "../../parts/KnownMark";
import { useSettings } from "../../parts/settings";
import { idOf } from "./moving";
import { MassListFiles } from "./MassListFiles";
import { useKg } from "./useLoad";

type Props = { rows: MassRow[]; chosen: string | undefined; choose: (row: MassRow) => void };

export function MassTable({ rows, chosen, choose }: Props) {
  const { write } = useBench();
  const { load } = useResults();
  const { units } = useSettings();
  const kg = useKg();
  const first = load.masses.value?.weigh_first ?? [];
  return (
    <section aria-label="All masses">
      <h2 className="flex items-baseline justify-between border-b border-ink pb-1 font-semibold">
        All masses, heaviest first{" "}
        <span className="font-normal text-quiet">{units === "metric" ? "kg" : "lb"}, on front and rear</span>
      </h2>
      {first.length > 0 && (
        <p className="cond py-1">
          <b className="font-semibold">Weigh these first:</b> {first.join(", ")}.
        </p>
      )}
      <table className="cond w-full">
        <tbody>
          {rows.map((row) => {
            const guessed = row.known === "assumed" && !row.weighed;
            return (
              <tr key={idOf(row)} className={`border-b border-hair ${chosen === idOf(row) ? "bg-tint" : ""}`}>
                <td>
                  <button
                    className="min-h-10 text-left"
                    aria-pressed={chosen === idOf(row)}
                    onClick={() => choose(row)}
                  >
                    <KnownMark known={row.weighed ? "measured" : row.known} />{" "}
                    <span className={guessed ? "underline decoration-dotted underline-offset-4" : ""}>
                      {row.label}
                    </span>
                    {row.place && <span className="text-quiet"> {row.place}</span>}
                    {row.x_mm === null && <span className="text-oxide"> nobody said where</span>}
                  </button>
                </td>
                <td className="text-right">
                  {row.path ? (
                    <FigureButton path={row.path} label={row.label}>
                      <b className="font-semibold">{write(row.kg, "mass_kg", { places: 0 }).text}</b>
                    </FigureButton>
                  ) : (
                    <b className="font-semibold">{write(row.kg, "mass_kg", { places: 0 }).text}</b>
                  )}
                  {row.off_kg >= 0.5 && (
                    <span className="text-sm text-quiet">
                      {" "}
                      ±{write(row.off_kg, "mass_kg", { places: 0 }).text}
                    </span>
                  )}
                </td>
                <td className="w-14 text-right text-quiet">
                  {write(row.front_kg, "mass_kg", { places: 0 }).text}
                </td>
                <td className="w-14 text-right text-quiet">
                  {write(row.rear_kg, "mass_kg", { places: 0 }).text}
                </td>
              </tr>
            );
          })}
        </tbody>
        <tfoot>
          <tr>
            <td className="py-1 text-quiet">beside the vehicle as found</td>
            <td className="text-right font-semibold">{kg(rows.reduce((sum, row) => sum + row.kg, 0))}</td>
          </tr>
        </tfoot>
      </table>
      {rows.length === 0 && (
        <p className="py-1 text-quiet">
          Nothing comes on it yet. Press / and type, for example crew 2 or goods 110 at 2500.
        </p>
      )}
      <MassListFiles />
    </section>
  );
}
