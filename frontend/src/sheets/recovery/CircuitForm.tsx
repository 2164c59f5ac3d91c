/** A circuit that is chosen: what it wants, its figures, how it runs; and a new one. */
import { type FormEvent, useState } from "react";

import type { CircuitStands, PowerSheet } from "../../api/types";
import { useBench } from "../../parts/bench";
import { figureHere } from "../../parts/figureHere";
import { Choice, Entry } from "../../parts/Entry";
import { Field } from "../../parts/Field";
import { Problem } from "../../parts/Problem";
import { Row } from "../../parts/Row";
import { asText } from "../../parts/quantity";
import { wordsIn } from "../../parts/typedIn";
import { useWritten } from "./useRecovery";

export const RUNS = ["always", "camp", "driving", "night", "winching"] as const;
const SORTS = ["load", "charger", "motor", "winch", "starter"] as const;
const PLACES = [
  { value: "cabin", text: "cabin" },
  { value: "engine-bay", text: "engine bay" },
] as const;

type RowProps = { sheet: PowerSheet; circuit: CircuitStands; close: () => void };

const FIGURES = [
  ["takes, in amps", "current_a"],
  ["takes, in watts", "power_w"],
  ["hours a day", "hours_per_day"],
  ["of the time, while driving", "duty_pct"],
  ["length, one way", "length_m"],
  ["cable", "area_mm2"],
  ["fuse", "fuse_a"],
] as const;

export function CircuitRow({ sheet, circuit, close }: RowProps) {
  const { sheet: rig, put, write } = useBench();
  const { amps } = useWritten();
  const [problem, setProblem] = useState<string>();
  const line = sheet.wired.find(({ record }) => record.name === circuit.name);
  const keep = (more: object) =>
    void put(
      line
        ? {
            do: "record",
            table: "circuit",
            id: line.id,
            version: line.version,
            record: { ...line.record, ...more },
          }
        : {
            do: "record",
            table: "circuit",
            id: 0,
            version: null,
            record: { name: circuit.name, runs: circuit.runs, ...more },
          },
    ).then((refusal) => setProblem(refusal?.message));
  const { wants } = circuit;
  const here = (key: string) => figureHere(rig, `circuits.${circuit.name}.${key}`);
  return (
    <section aria-label={circuit.name} className="border-l-4 border-ink bg-margin px-4 py-2">
      <h3 className="flex justify-between text-lg font-semibold">
        {circuit.name}
        <button className="link text-base" onClick={close}>
          close
        </button>
      </h3>
      {wants && (
        <p>
          It wants <b className="font-semibold">{wants.size_mm2} mm²</b> (
          {wants.limited_by === "drop"
            ? `${wants.most_drop_pct} % drop asks for ${wants.exact_mm2.toFixed(2)}`
            : wants.limited_by === "heat"
              ? "it would warm a thinner one"
              : "no fuse fits between its load and a thinner one"}
          ) and a fuse of <b className="font-semibold">{amps(wants.fuse_a, 0)}</b> within 200 mm of the
          battery.
        </p>
      )}
      {circuit.refused && <p className="text-oxide">{circuit.refused}</p>}
      {circuit.fuse_fits === false && (
        <p className="text-oxide">
          Its cable carries {amps(circuit.carries_a ?? 0)}, and the fuse of {circuit.fused_by} lets{" "}
          {amps(circuit.fuse_a ?? 0)} through.
        </p>
      )}
      {circuit.fused_by && circuit.fused_by !== circuit.name && (
        <p className="text-quiet">
          Protected by the fuse of {circuit.fused_by}, {amps(circuit.fuse_a ?? 0)}.
        </p>
      )}
      <div className="grid gap-x-10 wide:grid-cols-2">
        <dl className="cond">
          {FIGURES.map(([label, key]) => {
            const value = here(key)?.value;
            return (
              <Row key={key} label={label} path={`circuits.${circuit.name}.${key}`}>
                {typeof value === "number" ? (
                  asText(write(value, key, key === "length_m" ? { places: 1 } : {}))
                ) : (
                  <span className="font-normal text-quiet">not noted</span>
                )}
              </Row>
            );
          })}
        </dl>
        <div className="cond grid content-start gap-2">
          <div className="flex flex-wrap gap-x-5">
            <Choice
              label="it is"
              value={line?.record.sort ?? "load"}
              of={SORTS}
              choose={(sort) => keep({ sort })}
            />
            <Choice label="on" value={circuit.runs} of={RUNS} choose={(runs) => keep({ runs })} />
            <Choice
              label="runs through"
              value={line?.record.place ?? "cabin"}
              of={PLACES}
              choose={(place) => keep({ place })}
            />
            <Choice
              label="from"
              value={line?.record.battery ?? ""}
              none={`the ${circuit.battery} one, by when it runs`}
              of={["starter", "second"]}
              choose={(battery) => keep({ battery: battery || null })}
            />
            <Choice
              label="behind"
              value={circuit.behind ?? ""}
              none="the battery itself"
              of={sheet.wired.map(({ record }) => record.name).filter((name) => name !== circuit.name)}
              choose={(behind) => keep({ behind: behind || null })}
            />
            <Choice
              label="wired for"
              value={line?.record.for_change ? String(line.record.for_change) : ""}
              none="it is on it already"
              of={rig.changes.map(({ id, title }) => ({ value: String(id), text: title }))}
              choose={(change) => keep({ for_change: change ? Number(change) : null })}
            />
          </div>
          {(["relay", "connector", "earth", "route"] as const).map((key) => (
            <Words
              key={key}
              label={key}
              value={line?.record[key] ?? ""}
              keep={(text) => keep({ [key]: text || null })}
            />
          ))}
          <label className="flex min-h-10 items-center gap-2">
            <input
              type="checkbox"
              className="size-6 accent-[var(--ink)]"
              checked={line?.record.inverter ?? false}
              onChange={(event) => keep({ inverter: event.target.checked })}
            />
            through an inverter
          </label>
          {line && (
            <button
              className="link text-sm"
              onClick={() => {
                void put({ do: "drop", table: "circuit", id: line.id, version: line.version });
                close();
              }}
            >
              take the circuit out
            </button>
          )}
        </div>
      </div>
      <Problem of={problem} />
    </section>
  );
}

/** Words that are kept when they are left. */
function Words({ label, value, keep }: { label: string; value: string; keep: (text: string) => void }) {
  const [text, setText] = useState<string>();
  return (
    <div
      onBlur={() => text !== undefined && text.trim() !== value && (keep(text.trim()), setText(undefined))}
    >
      <Entry label={label} value={text ?? value} set={setText} example={EXAMPLES[label] ?? ""} />
    </div>
  );
}

const EXAMPLES: Record<string, string> = {
  relay: "beside the battery",
  connector: "two-pin, weather-proof",
  earth: "left inner fender",
  route: "left sill, sleeve, grommet",
};

export function NewCircuit({ sheet }: { sheet: PowerSheet }) {
  const { put, write } = useBench();
  const [problem, setProblem] = useState<string>();
  const unwired = sheet.circuits.value?.circuits.filter(({ wired }) => !wired).map(({ name }) => name) ?? [];
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const word = wordsIn(new FormData(form));
    if (!word("name")) return setProblem("It wants a name, for example work lamps.");
    const typed = Object.fromEntries(
      ["current_a", "length_m", "area_mm2", "fuse_a"].flatMap((key) => (word(key) ? [[key, word(key)]] : [])),
    );
    const refusal = await put({
      do: "record",
      table: "circuit",
      id: 0,
      version: null,
      record: { name: word("name"), sort: word("sort"), runs: word("runs"), place: word("place") },
      typed,
      known: "measured",
    });
    setProblem(refusal?.stale ? `There is a circuit “${word("name")}” already.` : refusal?.message);
    if (!refusal) form.reset();
  };
  return (
    <form
      aria-label="A circuit"
      className="no-print cond flex flex-wrap items-end gap-x-4 gap-y-2 py-2"
      onSubmit={(event) => void add(event)}
    >
      <label className="grid">
        <span className="text-sm text-quiet">circuit</span>
        <input name="name" list="unwired" className="field w-44 text-base" autoComplete="off" />
        <datalist id="unwired">
          {unwired.map((name) => (
            <option key={name} value={name} />
          ))}
        </datalist>
      </label>
      <Field label="takes, A" name="current_a" width="w-20" />
      <Field label={`length, ${write(0, "length_m").unit}`} name="length_m" width="w-20" />
      <Field label="cable, mm²" name="area_mm2" width="w-20" />
      <Field label="fuse, A" name="fuse_a" width="w-20" />
      <Select label="it is" name="sort" of={SORTS.map((value) => ({ value, text: value }))} />
      <Select label="on" name="runs" of={RUNS.map((value) => ({ value, text: value }))} first="driving" />
      <Select label="runs through" name="place" of={PLACES} />
      <button className="btn">add the circuit</button>
      <Problem of={problem} className="w-full" />
    </form>
  );
}

type SelectProps = {
  label: string;
  name: string;
  of: readonly { value: string; text: string }[];
  first?: string;
};

function Select({ label, name, of, first }: SelectProps) {
  return (
    <label className="grid">
      <span className="text-sm text-quiet">{label}</span>
      <select name={name} className="field text-base" defaultValue={first ?? of[0]?.value}>
        {of.map(({ value, text }) => (
          <option key={value} value={value}>
            {text}
          </option>
        ))}
      </select>
    </label>
  );
}
