/** Proving it: what to look at after what was fitted, the same test before and after one change, what falls due. */
import { type FormEvent, useState } from "react";

import { answered, client } from "../../api/client";
import type { CardLine, Proving } from "../../api/types";
import { useAsked } from "../../api/useAsked";
import { useBench } from "../../parts/bench";
import { day } from "../../parts/day";
import { Problem } from "../../parts/Problem";
import { useSettings } from "../../parts/settings";
import { typed } from "./typed";
import { wordsIn } from "../../parts/typedIn";
import { asText } from "../../parts/quantity";
import { Field } from "../../parts/Field";
import { FigureButton } from "../../parts/FigureButton";
import { specOf } from "../../parts/specOf";

export function Prove() {
  const { sheet } = useBench();
  const { units, person } = useSettings();
  const { data, error } = useAsked({
    queryKey: ["proving", sheet.id, units, person, sheet.revision, sheet.today],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/jobs/proving", {
          params: { path: { rig_id: sheet.id }, query: { units, person } },
        }),
      ),
  });
  if (!data)
    return error ? <Problem of={error} className="py-3" /> : <p className="py-3 text-quiet">One moment.</p>;
  return (
    <div className="grid gap-x-12 wide:grid-cols-2">
      <div>
        <Checks proving={data} />
        <Due proving={data} />
      </div>
      <Cards cards={data.cards} />
    </div>
  );
}

function Checks({ proving }: { proving: Proving }) {
  const { put } = useBench();
  const [problem, setProblem] = useState<string>();
  const asJob = async () => {
    const refusal = await put({
      do: "job",
      key: "hand commissioning",
      set: {
        title: "Prove it: the first drive and after",
        stage: "prove",
        area: "whole",
        hours: 3,
        steps: proving.checks.map(({ what }) => what),
      },
      was: {},
    });
    setProblem(refusal?.message ?? "It is among the jobs now, to tick.");
  };
  return (
    <section aria-label="What to look at" className="pt-3">
      <h2 className="border-b border-ink pb-1 font-semibold">What to look at, after what was fitted</h2>
      {proving.checks.length === 0 && (
        <p className="py-2 text-quiet">Nothing is done yet that wants proving.</p>
      )}
      <ol>
        {proving.checks.map(({ what, because }) => (
          <li key={what} className="border-b border-hair py-1">
            □ {what}
            <span className="cond block pl-5 text-sm text-quiet">
              {because.slice(0, 3).join(", ")}
              {because.length > 3 && ` and ${because.length - 3} more`}
            </span>
          </li>
        ))}
      </ol>
      {proving.checks.length > 0 && (
        <p className="no-print flex flex-wrap items-center gap-3 pt-2">
          <button className="btn" onClick={() => void asJob()}>
            make a job of it
          </button>
          <span role="status">{problem}</span>
        </p>
      )}
    </section>
  );
}

const WHEN = {
  over: "over",
  now: "now",
  "before-trip": "before the trip",
  "on-trip": "on the trip",
  later: "later",
};

function Due({ proving }: { proving: Proving }) {
  const { sheet, catalogue, put, write } = useBench();
  const [problem, setProblem] = useState<string>();
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const given = new FormData(form);
    const word = wordsIn(given);
    const number = (name: string) => typed(word(name));
    const refusal = await put({
      do: "record",
      table: "interval",
      id: 0,
      version: null,
      record: {
        name: word("name"),
        every_km: number("km"),
        every_months: number("months"),
        every_h: number("hours"),
        last_km: number("last_km"),
        last_h: number("last_h"),
        last_on: word("last_on") || null,
      },
    });
    setProblem(refusal?.message);
    if (!refusal) form.reset();
  };
  return (
    <section aria-label="What falls due" className="pt-5">
      <h2 className="border-b border-ink pb-1 font-semibold">
        What falls due, by true distance, day and engine hours
      </h2>
      {proving.due.map((row) => (
        <p key={row.name} className="cond flex flex-wrap gap-x-4 border-b border-hair py-1">
          <b className="flex-1 font-semibold">{row.name}</b>
          <span>
            {row.km_left != null && `${asText(write(row.km_left, "odometer_km", { places: 0 }))} left`}
            {row.km_left != null && (row.h_left ?? row.due_on) != null && ", "}
            {row.h_left != null && `${asText(write(row.h_left, "engine_h", { places: 0 }))} left`}
            {row.h_left != null && row.due_on != null && ", "}
            {row.due_on != null && day(row.due_on)}
          </span>
          <span
            className={
              row.state === "over" || row.state === "now" ? "font-semibold text-oxide" : "text-quiet"
            }
          >
            {WHEN[row.state]}
          </span>
        </p>
      ))}
      {proving.uncounted.map(({ name, reading }) => (
        <p key={`${name} ${reading}`} className="py-1 text-oxide">
          Nobody can count {name}: what is missing, or below the last one, is{" "}
          <FigureButton path={reading} className="link">
            {specOf(catalogue, reading)?.label ?? reading}
          </FigureButton>
        </p>
      ))}
      <form
        className="no-print flex flex-wrap items-end gap-3 pt-2"
        aria-label="An interval"
        onSubmit={(event) => void add(event)}
      >
        <Field label="what" name="name" width="w-44" />
        <Field width="w-28" label="every km" name="km" />
        <Field width="w-28" label="every months" name="months" />
        <Field width="w-28" label="every hours" name="hours" />
        <Field width="w-28" label="last at km" name="last_km" />
        <Field width="w-28" label="last at hours" name="last_h" />
        <label className="grid">
          <span className="text-sm text-quiet">last on</span>
          <input name="last_on" type="date" className="field text-base" defaultValue={sheet.today} />
        </label>
        <button className="btn">it falls due so</button>
        <Problem of={problem} className="w-full" />
      </form>
    </section>
  );
}

function Cards({ cards }: { cards: CardLine[] }) {
  const { put } = useBench();
  const [problem, setProblem] = useState<string>();
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const given = new FormData(form);
    const word = wordsIn(given);
    const refusal = await put({
      do: "record",
      table: "test_card",
      id: 0,
      version: null,
      record: {
        name: word("name"),
        unit: word("unit") || null,
        how: word("how") || null,
        one_change: word("change") || null,
      },
    });
    setProblem(refusal?.message);
    if (!refusal) form.reset();
  };
  return (
    <section aria-label="Tests" className="pt-3">
      <h2 className="border-b border-ink pb-1 font-semibold">The same test, before and after one change</h2>
      {cards.length === 0 && (
        <p className="py-2 text-quiet">
          A test that is driven the same way twice tells what a change did: braking from a speed, seconds to a
          speed, volts at idle, degrees on a hill.
        </p>
      )}
      {cards.map((line) => (
        <TestRows key={line.id} line={line} />
      ))}
      <form
        className="no-print grid grid-cols-2 gap-3 pt-3"
        aria-label="A test"
        onSubmit={(event) => void add(event)}
      >
        <Field label="test" name="name" width="w-full" />
        <Field label="unit" name="unit" width="w-full" />
        <Field label="how it is driven" name="how" width="w-full" />
        <Field label="the one change" name="change" width="w-full" />
        <p>
          <button className="btn">a new test</button>
        </p>
        <Problem of={problem} className="col-span-2" />
      </form>
    </section>
  );
}

function TestRows({ line }: { line: CardLine }) {
  const { sheet, put } = useBench();
  const [problem, setProblem] = useState<string>();
  const { card, moved } = line;
  const add = async (key: "before" | "after", form: HTMLFormElement) => {
    const text = (new FormData(form).get("value") as string).trim().replace(",", ".");
    if (text === "" || !Number.isFinite(Number(text))) {
      setProblem("A run is a number, for example 21.4.");
      return;
    }
    const refusal = await put({
      do: "record",
      table: "test_card",
      id: line.id,
      version: line.version,
      record: { ...card, [key]: [...(card[key] ?? []), { value: Number(text), on: sheet.today }] },
    });
    setProblem(refusal?.message);
    if (!refusal) form.reset();
  };
  const written = (value: number | null | undefined) =>
    value == null ? "–" : `${Math.round(value * 100) / 100}`;
  return (
    <div className="border-b border-hair py-2">
      <p>
        <b className="font-semibold">{card.name}</b>
        {card.unit && <span className="text-quiet">, {card.unit}</span>}
        {card.one_change && <span className="text-quiet"> · the one change: {card.one_change}</span>}
      </p>
      {card.how && <p className="text-sm text-quiet">{card.how}</p>}
      <div className="grid grid-cols-2 gap-4">
        {(["before", "after"] as const).map((key) => (
          <div key={key}>
            <p className="cond">
              {key}: {(card[key] ?? []).map(({ value }) => value).join(", ") || "not driven"}{" "}
              <b className="text-xl">{written(moved[key])}</b>
            </p>
            <form
              className="no-print flex items-end gap-2"
              onSubmit={(event) => {
                event.preventDefault();
                void add(key, event.currentTarget);
              }}
            >
              <input
                name="value"
                inputMode="decimal"
                aria-label={`${card.name}, a run ${key}`}
                className="field w-24 text-lg"
              />
              <button className="btn">a run</button>
            </form>
          </div>
        ))}
      </div>
      <p className="pt-1">
        <b className={moved.verdict === "moved" ? "" : "text-quiet"}>
          {moved.difference != null && `${moved.difference > 0 ? "+" : ""}${written(moved.difference)}`}
          {moved.off != null && ` ±${written(moved.off)}`} {moved.verdict}
        </b>{" "}
        <span className="text-quiet">{moved.says}</span>
      </p>
      <Problem of={problem} />
    </div>
  );
}
