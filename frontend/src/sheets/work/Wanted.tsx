/** What a job is made of besides: its steps and gates as lines, parts, fasteners and readings with their range. */
import { type FormEvent, useState } from "react";

import type { JobLine } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Problem } from "../../parts/Problem";
import { wanted } from "./Readings";
import { setting } from "./setting";
import { fastenerInWords } from "./inWords";
import { typed } from "./typed";
import { wordsIn } from "../../parts/typedIn";

const GATE = "gate: ";

export function Wanted({ line }: { line: JobLine }) {
  const { put, sheet } = useBench();
  const [problem, setProblem] = useState<string>();
  const { job } = line;
  const set = async (to: Record<string, unknown>) => {
    const refusal = await put(setting(line, to));
    setProblem(refusal?.message);
    return refusal;
  };
  const lines = job.steps.map(({ text, gate }) => (gate ? `${GATE}${text}` : text)).join("\n");
  const keepSteps = (text: string) => {
    if (text.trim() === lines.trim()) return;
    const rows = text
      .split("\n")
      .map((row) => row.trim())
      .filter(Boolean);
    const bare = (row: string) => (row.toLowerCase().startsWith(GATE) ? row.slice(GATE.length).trim() : row);
    const refusal = put({
      do: "job",
      key: job.key,
      set: {
        steps: rows.map(bare),
        gates: rows.filter((row) => row.toLowerCase().startsWith(GATE)).map(bare),
      },
      was: {},
    });
    void refusal.then((said) => setProblem(said?.message));
  };
  return (
    <section aria-label="Steps, parts, fasteners, readings" className="border-t border-hair py-3">
      <label className="grid">
        <span className="text-sm text-quiet">
          steps, a line each; “gate:” before one that closes what follows
        </span>
        <textarea
          key={lines}
          rows={Math.max(3, job.steps.length)}
          className="field text-base"
          defaultValue={lines}
          onBlur={(event) => keepSteps(event.target.value)}
        />
      </label>
      <label className="grid pt-2">
        <span className="text-sm text-quiet">parts that go in, by their names in Parts</span>
        <input
          key={job.parts.join()}
          list="parts-of-rig"
          className="field text-base"
          defaultValue={job.parts.join(", ")}
          onBlur={(event) => {
            const to = event.target.value
              .split(",")
              .map((word) => word.trim())
              .filter(Boolean);
            if (to.join() !== job.parts.join()) void set({ parts: to });
          }}
        />
        <datalist id="parts-of-rig">
          {sheet.records.part.map(({ id, record }) => (
            <option key={id} value={record.name} />
          ))}
        </datalist>
      </label>
      <h3 className="pt-3 font-semibold">Fasteners</h3>
      {job.fasteners.map((each, i) => (
        <p key={i} className="flex min-h-10 items-center gap-3 border-b border-hair">
          <span className="flex-1">{fastenerInWords(each)}</span>
          <button
            className="link"
            onClick={() => void set({ fasteners: job.fasteners.filter((_, at) => at !== i) })}
          >
            not these
          </button>
        </p>
      ))}
      <Row
        name="Fasteners of a place"
        fields={[
          ["where", "where", true],
          ["count", "count"],
          ["thread", "thread"],
          ["torque", "torque, Nm"],
        ]}
        add="these too"
        keep={(word, number) =>
          set({
            fasteners: [
              ...job.fasteners,
              {
                where: word("where"),
                count: number("count"),
                thread: word("thread") || null,
                torque_nm: number("torque"),
              },
            ],
          })
        }
      />
      <h3 className="pt-3 font-semibold">Readings</h3>
      {job.readings.map((each, i) => (
        <p key={i} className="flex min-h-10 items-center gap-3 border-b border-hair">
          <span className="flex-1">
            {each.name} <span className="text-quiet">{wanted(each)}</span>
          </span>
          <button
            className="link"
            onClick={() => void set({ readings: job.readings.filter((_, at) => at !== i) })}
          >
            not this
          </button>
        </p>
      ))}
      <Row
        name="A reading"
        fields={[
          ["reading", "what is read, with its unit", true],
          ["low", "at least"],
          ["high", "at most"],
        ]}
        add="read this too"
        keep={(word, number) =>
          set({
            readings: [...job.readings, { name: word("reading"), low: number("low"), high: number("high") }],
          })
        }
      />
      <Problem of={problem} />
    </section>
  );
}

type RowProps = {
  name: string;
  fields: readonly (readonly [key: string, label: string, wide?: boolean])[];
  add: string;
  keep: (word: (key: string) => string, number: (key: string) => number | string | null) => Promise<unknown>;
};

function Row({ name, fields, add, keep }: RowProps) {
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const given = new FormData(form);
    const word = wordsIn(given);
    const number = (key: string) => typed(word(key));
    const refusal = await keep(word, number);
    if (!refusal) form.reset();
  };
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      aria-label={name}
      onSubmit={(event) => void submit(event)}
    >
      {fields.map(([key, label, wide]) => (
        <label key={key} className="grid">
          <span className="text-sm text-quiet">{label}</span>
          <input name={key} required={wide} className={`field text-base ${wide ? "w-44" : "w-20"}`} />
        </label>
      ))}
      <button className="btn">{add}</button>
    </form>
  );
}
