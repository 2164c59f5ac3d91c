/** Two parts side by side, face by face; what nobody knows becomes a list for the yard, with room for the answer. */
import { useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import type { SideBySide } from "../../api/types";
import { PlanButton } from "../../parts/PlanButton";
import { useBench } from "../../parts/bench";
import { Choice } from "../../parts/Entry";
import { useSettings } from "../../parts/settings";
import { Problem } from "../../parts/Problem";

const SWAPPED = ["transfer-case", "axle", "gearbox", "shaft", "wheel", "spring"];

export function Swap() {
  const { sheet } = useBench();
  const { units, person } = useSettings();
  const parts = sheet.records.part
    .filter(({ record: part }) => SWAPPED.includes(part.kind))
    .map(({ record: part }) => part);
  const donor = parts.find(({ place }) => place === "donor") ?? parts.find(({ place }) => place === "wanted");
  const [chosen, setChosen] = useState<{ old?: string; new?: string }>({});
  const after = chosen.new ?? donor?.name ?? "";
  const kind = parts.find(({ name }) => name === after)?.kind;
  const before =
    chosen.old ??
    parts.find((part) => part.kind === kind && part.name !== after && part.place !== "donor")?.name ??
    "";
  const beside = useAsked({
    queryKey: ["beside", sheet.id, before, after, sheet.revision],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/side-by-side", {
          params: {
            path: { rig_id: sheet.id },
            query: { stage: "planned", units, person, old: before, new: after },
          },
        }),
      ),
    enabled: before !== "" && after !== "",
  });
  const names = parts.map(({ name }) => name);
  return (
    <section aria-label="Side by side" className="py-4">
      <h2 className="text-lg font-semibold">Swap: old and donor side by side</h2>
      {parts.length < 2 ? (
        <p className="text-quiet">
          Note both parts on the Rig sheet, the old one and the donor’s, with their faces as far as they are
          known.
        </p>
      ) : (
        <div className="cond no-print flex flex-wrap gap-6 py-2">
          <Choice
            label="what is there"
            value={before}
            none="choose"
            of={names}
            choose={(old) => setChosen({ ...chosen, old })}
          />
          <Choice
            label="what comes"
            value={after}
            none="choose"
            of={names}
            choose={(name) => setChosen({ ...chosen, new: name })}
          />
        </div>
      )}
      <Problem of={beside.error} />
      {beside.data && before && after && <Beside beside={beside.data.beside} earlier={beside.earlier} />}
    </section>
  );
}

/** The list alone goes to the printer. */
function printList() {
  document.documentElement.dataset.print = "yard";
  window.print();
  delete document.documentElement.dataset.print;
}

function Beside({ beside, earlier }: { beside: SideBySide; earlier: boolean }) {
  const { swap } = beside;
  const unknown = beside.measure_new.length;
  const inWords = (value: unknown) =>
    value === null || value === undefined ? (
      <span className="text-quiet">not known</span>
    ) : (
      String(value as string)
    );
  const words = (field: string) => field.replace(/_(mm|deg|nm|kg|l)$/, "").replaceAll("_", " ");
  return (
    <>
      <div className="sideways">
        <table className="cond w-full">
          <thead>
            <tr className="border-b border-ink text-left text-quiet">
              <th className="font-normal">face</th>
              <td />
              <th className="font-normal">{beside.old}</th>
              <th className="font-normal">{beside.new}</th>
              <td />
            </tr>
          </thead>
          <tbody>
            {beside.rows.map((row, index) => (
              <tr key={`${row.face} ${row.field}`} className="border-b border-hair">
                <td className="py-1 text-quiet">
                  {beside.rows[index - 1]?.face === row.face ? "" : row.face}
                </td>
                <td>{words(row.field)}</td>
                <td className="font-semibold">{inWords(row.old)}</td>
                <td className="font-semibold">{inWords(row.new)}</td>
                <td className={row.verdict === "alike" ? "text-quiet" : "text-oxide"}>{row.verdict}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {swap && (
        <p className="no-print cond flex flex-wrap items-center gap-4 pt-3">
          <PlanButton kind={swap.kind} fields={swap.fields} className="btn" disabled={earlier}>
            plan {swap.title}
          </PlanButton>
          <span className="text-quiet">
            with what is known of it:{" "}
            {Object.keys(swap.fields)
              .map((field) => words(field) + (field.endsWith("_mm") ? " length" : ""))
              .join(", ")}
          </span>
        </p>
      )}
      {unknown > 0 && (
        <section className="yard-list pt-4">
          <h3 className="flex flex-wrap items-baseline justify-between gap-3 border-b border-ink font-semibold">
            To measure in the yard, {beside.new}: {unknown}
            <button className="no-print link" onClick={printList}>
              print the list
            </button>
          </h3>
          <ol className="cond wide:columns-2 wide:gap-x-10">
            {beside.measure_new.map((each) => (
              <li key={each} className="flex break-inside-avoid items-end gap-3 py-2">
                <span className="size-4 border border-ink" aria-hidden />
                {each}
                <span className="h-6 flex-1 border-b border-ink" aria-hidden />
              </li>
            ))}
          </ol>
        </section>
      )}
    </>
  );
}
