/** The connector book: plugs of donor engines, cases and looms, pin by pin, old to new, tested or not; CSV out and in. */
import { type FormEvent, useState } from "react";

import type { PowerSheet } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Choice } from "../../parts/Entry";
import { Field } from "../../parts/Field";
import { Problem } from "../../parts/Problem";
import { TakeList } from "../../parts/TakeList";
import { counted } from "../../parts/counted";
import { wordsIn } from "../../parts/typedIn";

const TESTED = [
  { value: "no", text: "not tested" },
  { value: "continuity", text: "continuity" },
  { value: "polarity", text: "polarity" },
  { value: "both", text: "both" },
] as const;

type Plug = PowerSheet["connectors"][number];

export function ConnectorBook({ sheet }: { sheet: PowerSheet }) {
  const { sheet: rig, put } = useBench();
  const [problem, setProblem] = useState<string>();
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const word = wordsIn(new FormData(form));
    if (!word("name")) return setProblem("It wants a name, for example engine loom, plug A.");
    const refusal = await put({
      do: "record",
      table: "connector",
      id: 0,
      version: null,
      record: { name: word("name"), on_what: word("on_what") || null },
    });
    setProblem(refusal?.stale ? `There is a connector “${word("name")}” already.` : refusal?.message);
    if (!refusal) form.reset();
  };
  return (
    <section aria-label="Connector book" className="pt-5">
      <h2 className="border-b border-ink pb-1 font-semibold">
        Connector book{" "}
        <span className="font-normal text-quiet">a donor’s plugs, pin by pin, and where each goes</span>
      </h2>
      {sheet.connectors.map((plug) => (
        <OnePlug key={plug.id} plug={plug} />
      ))}
      <form
        aria-label="A connector"
        className="no-print cond flex flex-wrap items-end gap-x-4 gap-y-2 py-2"
        onSubmit={(event) => void add(event)}
      >
        <Field label="connector" name="name" width="w-48" />
        <Field label="on what" name="on_what" width="w-48" />
        <button className="btn">add the connector</button>
        <a className="link" href={`/api/rigs/${rig.id}/recovery/connectors.csv`} download>
          the book, CSV
        </a>
        <TakeList to="/api/rigs/{rig_id}/recovery/connectors" />
        <Problem of={problem} className="w-full" />
      </form>
    </section>
  );
}

function OnePlug({ plug: { id, version, record } }: { plug: Plug }) {
  const { put } = useBench();
  const [problem, setProblem] = useState<string>();
  const pins = record.pins ?? [];
  const keep = (to: typeof pins) =>
    put({ do: "record", table: "connector", id, version, record: { ...record, pins: to } }).then(
      (refusal) => {
        setProblem(refusal?.message);
        return refusal;
      },
    );
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const word = wordsIn(new FormData(form));
    if (!word("pin")) return setProblem("Say which pin: a number, or how it is marked.");
    if (pins.some(({ pin }) => pin === word("pin")))
      return setProblem(`Pin ${word("pin")} stands there already.`);
    const pin = {
      pin: word("pin"),
      colour: word("colour") || null,
      signal: word("signal") || null,
      to: word("to") || null,
      tested: "no" as const,
      reading: null,
    };
    const refusal = await keep([...pins, pin]);
    if (!refusal) {
      form.reset();
      form.querySelector("input")?.focus();
    }
  };
  const untested = pins.filter(({ tested }) => tested === "no").length;
  return (
    <section aria-label={record.name} className="keep pt-2">
      <h3 className="cond flex flex-wrap items-baseline gap-x-4 font-semibold">
        {record.name}
        {record.on_what && <span className="font-normal text-quiet">{record.on_what}</span>}
        <span className={`font-normal ${untested > 0 ? "text-oxide" : "text-quiet"}`}>
          {pins.length === 0
            ? "no pins yet"
            : untested > 0
              ? `${counted(untested, "pin")} of ${pins.length} not tested`
              : "every pin tested"}
        </span>
        <button
          className="link no-print text-sm"
          onClick={() => void put({ do: "drop", table: "connector", id, version })}
        >
          out <span className="sr-only">{record.name}</span>
        </button>
      </h3>
      <div className="sideways">
        <table className="cond w-full">
          <thead>
            <tr className="text-left text-quiet [&>th]:font-normal">
              <th>pin</th>
              <th>colour</th>
              <th>signal</th>
              <th>goes to</th>
              <th>tested</th>
              <th>reading</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {pins.map((pin, i) => (
              <tr key={pin.pin} className="border-b border-hair">
                <td className="font-semibold">{pin.pin}</td>
                <td>{pin.colour}</td>
                <td>{pin.signal}</td>
                <td>{pin.to ?? <span className="text-oxide">open</span>}</td>
                <td>
                  <Choice
                    bare
                    label={`pin ${pin.pin} of ${record.name}, tested`}
                    value={pin.tested ?? "no"}
                    of={TESTED}
                    choose={(tested) =>
                      void keep(pins.map((each, j) => (j === i ? { ...each, tested } : each)))
                    }
                  />
                </td>
                <td className="text-quiet">{pin.reading}</td>
                <td className="no-print text-right">
                  <button className="link text-sm" onClick={() => void keep(pins.filter((_, j) => j !== i))}>
                    out <span className="sr-only">pin {pin.pin}</span>
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <form
        aria-label={`A pin of ${record.name}`}
        className="no-print cond flex flex-wrap items-end gap-x-4"
        onSubmit={(event) => void add(event)}
      >
        <Field label="pin" name="pin" width="w-16" />
        <Field label="colour" name="colour" width="w-32" />
        <Field label="signal" name="signal" width="w-40" />
        <Field label="goes to" name="to" width="w-40" />
        <button className="btn">add the pin</button>
      </form>
      <Problem of={problem} />
    </section>
  );
}
