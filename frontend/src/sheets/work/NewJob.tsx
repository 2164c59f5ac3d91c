/** A job by hand: what no change, survey or interval brings. */
import { type FormEvent, useState } from "react";

import { useBench } from "../../parts/bench";
import { Problem } from "../../parts/Problem";
import { AREAS, STAGES } from "./words";
import { wordsIn } from "../../parts/typedIn";

export function NewJob() {
  const { put } = useBench();
  const [open, setOpen] = useState(false);
  const [problem, setProblem] = useState<string>();
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const given = new FormData(form);
    const word = wordsIn(given);
    const title = word("title");
    if (!title) {
      setProblem("Say what is to be done, for example: axle to the machine shop.");
      return;
    }
    const wait = Number(word("wait").replace(",", "."));
    const took = Number(word("hours").replace(",", "."));
    if (!Number.isFinite(wait) || !Number.isFinite(took)) {
      setProblem("Hours are a number, for example 2.5.");
      return;
    }
    const refusal = await put({
      do: "job",
      key: `hand ${title}`,
      was: {},
      set: {
        title,
        hours: took,
        stage: word("stage"),
        area: word("area"),
        ...(wait > 0 ? { waits: [{ for_what: "machine-shop", hours: wait }] } : {}),
      },
    });
    setProblem(refusal?.message);
    if (!refusal) {
      form.reset();
      setOpen(false);
    }
  };
  if (!open)
    return (
      <button className="link no-print" onClick={() => setOpen(true)}>
        a job by hand
      </button>
    );
  return (
    <form className="grid max-w-xl grid-cols-2 gap-3 py-3" onSubmit={(event) => void add(event)}>
      <label className="col-span-2 grid">
        what is to be done
        <input name="title" autoFocus className="field" />
      </label>
      <label className="grid">
        stage
        <select name="stage" defaultValue="assemble" className="field">
          {STAGES.map((stage) => (
            <option key={stage}>{stage}</option>
          ))}
        </select>
      </label>
      <label className="grid">
        where
        <select name="area" defaultValue="body" className="field">
          {AREAS.map((area) => (
            <option key={area}>{area}</option>
          ))}
        </select>
      </label>
      <label className="grid">
        hours of work
        <input name="hours" inputMode="decimal" className="field" defaultValue="1" />
      </label>
      <label className="grid">
        then away or drying, hours
        <input name="wait" inputMode="decimal" className="field" defaultValue="0" />
      </label>
      <p className="col-span-2 flex gap-3">
        <button className="btn-main">add it</button>
        <button type="button" className="btn" onClick={() => setOpen(false)}>
          not now
        </button>
      </p>
      <Problem of={problem} className="col-span-2" />
    </form>
  );
}
