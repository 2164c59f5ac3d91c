/** Before the point of no return: what a job rests on that nobody measured, and what lies behind what it closes. */
import { type FormEvent, useState } from "react";

import type { JobLine } from "../../api/types";
import { useBench } from "../../parts/bench";
import { FigureButton } from "../../parts/FigureButton";
import { Problem } from "../../parts/Problem";
import { setting } from "./setting";
import { typed } from "./typed";
import { wordsIn } from "../../parts/typedIn";
import { Field } from "../../parts/Field";

const WORDS = {
  cuts: "It cuts",
  coats: "It coats over",
  "lets-tension-go": "It lets tension go",
  closes: "It closes",
};

export function NoReturn({ line }: { line: JobLine }) {
  const { put } = useBench();
  const [problem, setProblem] = useState<string>();
  const { job } = line;
  const set = async (to: Record<string, unknown>) => {
    const refusal = await put(setting(line, to));
    setProblem(refusal?.message);
  };
  const add = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const given = new FormData(form);
    const word = wordsIn(given);
    const number = (name: string) => typed(word(name)) ?? 0;
    const item = {
      name: word("name"),
      hours_to_reopen: number("reopen"),
      chance_pct: number("chance"),
      hours_now: number("now"),
      done: false,
    };
    void set({ behind: [...job.behind, item] });
    form.reset();
  };
  return (
    <section aria-label="Before the point of no return" className="border-t border-hair py-3">
      <h3 className="font-semibold">
        {job.no_return ? `${WORDS[job.no_return]}: before that` : "What it closes over"}
      </h3>
      {line.guesses.length > 0 && (
        <>
          <p className="text-oxide">Nobody measured what it rests on. The quickest to read first:</p>
          <ul>
            {line.guesses.slice(0, 6).map(({ path, label, minutes }) => (
              <li key={path} className="flex items-center gap-3">
                <FigureButton path={path} className="link">
                  {label}
                </FigureButton>
                <span className="text-quiet">about {Math.round(minutes)} min</span>
              </li>
            ))}
          </ul>
        </>
      )}
      {line.reach_back.map((row) => (
        <p key={row.name} className="flex flex-wrap items-center gap-3 border-b border-hair">
          <label className="flex min-h-10 flex-1 items-center gap-3">
            <input
              type="checkbox"
              className="size-6 accent-[var(--ink)]"
              onChange={() =>
                void set({
                  behind: job.behind.map((each) => (each.name === row.name ? { ...each, done: true } : each)),
                })
              }
            />
            {row.name}
          </label>
          <span className={row.do_now ? "font-semibold text-oxide" : "text-quiet"}>
            {row.do_now
              ? `do it now: saves ${row.worth_h.toFixed(1)} h on the average`
              : `leave it: costs ${(-row.worth_h).toFixed(1)} h more than it saves`}
          </span>
        </p>
      ))}
      <form className="flex flex-wrap items-end gap-3 pt-2" aria-label="Something behind it" onSubmit={add}>
        <Field label="what lies behind it" name="name" width="w-40" required />
        <Field label="h to open again" name="reopen" />
        <Field label="% that it is needed" name="chance" />
        <Field label="h now" name="now" />
        <button className="btn">behind it</button>
      </form>
      <Problem of={problem} />
    </section>
  );
}
