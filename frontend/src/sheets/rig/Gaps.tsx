/** Places that a tyre may touch, measured from the centre of the present wheel. */
import { type FormEvent, useState } from "react";

import { useBench } from "../../parts/bench";
import { Choice, Entry } from "../../parts/Entry";
import { FigureButton } from "../../parts/FigureButton";
import { KnownMark } from "../../parts/KnownMark";
import { Problem } from "../../parts/Problem";

const AXES = [
  { key: "x_mm", label: "behind it", example: "470" },
  { key: "y_mm", label: "outboard of it", example: "95" },
  { key: "z_mm", label: "above it", example: "88" },
] as const;
const CARRIERS = [
  { value: "body", text: "on the body" },
  { value: "frame", text: "on the frame" },
] as const;
type Carrier = (typeof CARRIERS)[number]["value"];
const NOTHING = { name: "", axle: "front", carried_by: "" as Carrier | "", x_mm: "", y_mm: "", z_mm: "" };

export function Gaps() {
  const { sheet, put, write } = useBench();
  const [entry, setEntry] = useState(NOTHING);
  const [problem, setProblem] = useState<string>();
  const unit = write(0, "x_mm").unit;
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const { name, axle, carried_by, ...typed } = entry;
    if (!name.trim()) return setProblem("What may the tyre touch? For example: liner behind.");
    const refusal = await put({
      do: "record",
      table: "gap",
      id: 0,
      version: null,
      record: { name: name.trim(), axle, carried_by: carried_by || null },
      typed,
    });
    setProblem(refusal?.stale ? `There is a place “${name}” already.` : refusal?.message);
    if (!refusal) setEntry(NOTHING);
  };
  const field = (key: "name" | "x_mm" | "y_mm" | "z_mm", label: string, example: string) => (
    <Entry
      key={key}
      label={label}
      className="w-36"
      value={entry[key]}
      example={example}
      set={(text) => setEntry({ ...entry, [key]: text })}
    />
  );
  return (
    <section className="pt-6">
      <table className="cond w-full">
        <caption className="border-b border-ink pb-1 text-left font-semibold">
          Around the tyres{" "}
          <span className="font-normal text-quiet">from the present wheel&apos;s centre, at ride height</span>
        </caption>
        <tbody>
          {sheet.records.gap.map(({ id, version, record: gap }) => (
            <tr key={id} className="border-b border-hair">
              <td>{gap.name}</td>
              <td className="text-quiet">{gap.axle}</td>
              <td>
                <Choice
                  bare
                  label={`What carries ${gap.name}`}
                  value={gap.carried_by ?? ""}
                  none="on body or frame?"
                  of={CARRIERS}
                  choose={(carried_by) =>
                    void put({
                      do: "record",
                      table: "gap",
                      id,
                      version,
                      record: { ...gap, carried_by: carried_by || null },
                    })
                  }
                />
              </td>
              {AXES.map(({ key, label }) => {
                const path = `gaps.${gap.name}.${key}`;
                const figure = sheet.figures[path];
                return (
                  <td key={key} className="text-right">
                    <FigureButton path={path} label={`${gap.name} ${label}`}>
                      {typeof figure?.value === "number" ? (
                        <>
                          <b className="font-semibold">{write(figure.value, key).text}</b>{" "}
                          <KnownMark known={figure.known} />
                        </>
                      ) : (
                        <span className="text-quiet">–</span>
                      )}
                    </FigureButton>
                  </td>
                );
              })}
              <td className="w-20 text-right">
                <button
                  className="link text-sm"
                  onClick={() => void put({ do: "drop", table: "gap", id, version })}
                >
                  take out <span className="sr-only">{gap.name}</span>
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <form
        onSubmit={(event) => void submit(event)}
        className="cond py-3"
        aria-label="Add a place by the tyre"
      >
        <div className="flex flex-wrap items-end gap-4">
          {field("name", "place", "liner behind")}
          <Choice
            label="at the wheel"
            value={entry.axle}
            of={["front", "rear"]}
            choose={(axle) => setEntry({ ...entry, axle })}
          />
          <Choice
            label="carried"
            value={entry.carried_by}
            none="by body or frame?"
            of={CARRIERS}
            choose={(carried_by) => setEntry({ ...entry, carried_by })}
          />
          {AXES.map(({ key, label, example }) => field(key, `${label}, ${unit}`, example))}
          <button className="btn">add the place</button>
        </div>
        <Problem of={problem} />
      </form>
    </section>
  );
}
