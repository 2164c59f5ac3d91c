/** The batteries that are on it: what each holds, what parts it from the others, what charges it. */
import { type FormEvent, useState } from "react";

import type { PowerSheet } from "../../api/types";
import { useBench } from "../../parts/bench";
import { figureHere } from "../../parts/figureHere";
import { Field } from "../../parts/Field";
import { FigureButton } from "../../parts/FigureButton";
import { Problem } from "../../parts/Problem";
import { WaitsFor } from "../../parts/WaitsFor";
import { asText } from "../../parts/quantity";
import { wordsIn } from "../../parts/typedIn";
import { Line } from "./Taken";
import { useWritten } from "./useRecovery";

export function Batteries({ sheet }: { sheet: PowerSheet }) {
  const { sheet: rig, put, write } = useBench();
  const [problem, setProblem] = useState<string>();
  const here = (path: string) => figureHere(rig, path);
  return (
    <section aria-label="Batteries">
      <h2 className="border-b border-ink pb-1 font-semibold">Batteries</h2>
      <ul className="cond">
        {sheet.batteries.map((battery) => {
          const found = sheet.found.find(({ record }) => record.name === battery.name);
          const at = `batteries.${battery.name}`;
          return (
            <li key={battery.name} className="border-b border-hair py-1">
              <p className="flex flex-wrap items-baseline justify-between gap-x-4">
                <b className="font-semibold">{battery.name}</b>
                <span className="text-quiet">
                  {battery.role === "starter" ? "starts the engine" : "feeds the house"}
                  {battery.isolator && `, parted by a ${battery.isolator}`}
                  {battery.change !== null && ", planned"}
                </span>
                {found && (
                  <button
                    className="link no-print text-sm"
                    onClick={() =>
                      void put({ do: "drop", table: "battery", id: found.id, version: found.version }).then(
                        (refusal) => setProblem(refusal?.message),
                      )
                    }
                  >
                    out <span className="sr-only">{battery.name}</span>
                  </button>
                )}
              </p>
              <p className="flex flex-wrap gap-x-5">
                {(["capacity_ah", "chemistry", "charger_a"] as const).map((key) => {
                  const value = here(`${at}.${key}`)?.value as number | string | undefined;
                  return (
                    <FigureButton key={key} path={`${at}.${key}`} className="underline underline-offset-4">
                      {value === undefined ? (
                        <span className="text-quiet">
                          {key === "capacity_ah"
                            ? "capacity?"
                            : key === "chemistry"
                              ? "chemistry?"
                              : "charger?"}
                        </span>
                      ) : typeof value === "number" ? (
                        `${key === "charger_a" ? "charger " : ""}${asText(write(value, key))}`
                      ) : value === "lithium" ? (
                        "lithium iron phosphate"
                      ) : (
                        value
                      )}
                    </FigureButton>
                  );
                })}
              </p>
            </li>
          );
        })}
      </ul>
      {sheet.batteries.length === 0 && (
        <p className="py-1 text-quiet">
          None noted. A planned one is typed in the line: battery 105 Ah lead.
        </p>
      )}
      <Charging sheet={sheet} />
      <NewBattery />
      <Problem of={problem} />
    </section>
  );
}

function Charging({ sheet }: { sheet: PowerSheet }) {
  const { amps } = useWritten();
  const charging = sheet.charging.value;
  if (!charging)
    return sheet.batteries.length > 0 ? (
      <p className="py-1">
        Filling it again: <WaitsFor waits={sheet.charging.waits_for} />
      </p>
    ) : null;
  return (
    <dl className="cond pt-1">
      <Line
        label={`${charging.name}, from ${charging.from_pct.toFixed(0)} % to full at ${amps(charging.charger_a, 0)}`}
      >
        {charging.hours.toFixed(1)} h <span className="font-normal text-quiet">of driving</span>
      </Line>
      <Line label="of that until the current falls">{charging.hours_to_taper.toFixed(1)} h</Line>
    </dl>
  );
}

function NewBattery() {
  const { put } = useBench();
  const [problem, setProblem] = useState<string>();
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const word = wordsIn(new FormData(form));
    if (!word("name")) return setProblem("It wants a name, for example starter battery.");
    const refusal = await put({
      do: "record",
      table: "battery",
      id: 0,
      version: null,
      record: { name: word("name"), role: word("role") },
      typed: { capacity_ah: word("capacity_ah"), chemistry: word("chemistry") },
      known: "plate",
    });
    setProblem(refusal?.stale ? `There is a battery “${word("name")}” already.` : refusal?.message);
    if (!refusal) form.reset();
  };
  return (
    <form
      aria-label="A battery that was found"
      className="no-print cond flex flex-wrap items-end gap-x-4 gap-y-2 py-2"
      onSubmit={(event) => void add(event)}
    >
      <Field label="found on it" name="name" width="w-40" />
      <Field label="capacity, Ah" name="capacity_ah" width="w-20" />
      <label className="grid">
        <span className="text-sm text-quiet">chemistry</span>
        <select name="chemistry" className="field text-base" defaultValue="lead">
          <option value="lead">lead</option>
          <option value="lithium">lithium iron phosphate</option>
        </select>
      </label>
      <label className="grid">
        <span className="text-sm text-quiet">for</span>
        <select name="role" className="field text-base" defaultValue="starter">
          <option value="starter">the engine</option>
          <option value="second">the house</option>
        </select>
      </label>
      <button className="btn">add it</button>
      <Problem of={problem} className="w-full" />
    </form>
  );
}
