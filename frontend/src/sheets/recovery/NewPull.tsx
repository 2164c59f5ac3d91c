/** A pull that is foreseen, as it is typed. */
import { type FormEvent, useState } from "react";

import type { PullSheet } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Field } from "../../parts/Field";
import { Problem } from "../../parts/Problem";
import { wordsIn } from "../../parts/typedIn";
import { GROUNDS, MIRED } from "./words";

export function NewPull({ sheet, added }: { sheet: PullSheet; added: (id: number) => void }) {
  const { put, write } = useBench();
  const [problem, setProblem] = useState<string>();
  const ropes = sheet.kit.filter(({ record }) => record.sort === "stretching rope");
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const word = wordsIn(new FormData(form));
    if (!word("name")) return setProblem("Say which pull it is, for example mired on the dyke.");
    const byRope = word("by") === "rope";
    const typed: Record<string, string> = { slope_deg: word("slope") || "0" };
    if (word("out") && !byRope) typed["rope_out_m"] = word("out");
    if (byRope && word("speed")) typed["speed_kmh"] = word("speed");
    if (byRope && word("pulling")) typed["pulling_kg"] = word("pulling");
    const refusal = await put({
      do: "record",
      table: "pull",
      id: 0,
      version: null,
      record: {
        name: word("name"),
        surface: word("surface"),
        mired: word("mired"),
        pulled_by: byRope ? "rope" : "winch",
        anchor: byRope ? "vehicle" : "tree",
        rope: byRope ? (ropes[0]?.record.name ?? null) : null,
      },
      typed,
      known: "assumed",
    });
    setProblem(refusal?.stale ? `“${word("name")}” is among them already.` : refusal?.message);
    if (!refusal) {
      form.reset();
      added(0);
    }
  };
  return (
    <details className="no-print py-2">
      <summary className="link cursor-pointer">another pull that may come</summary>
      <form
        aria-label="A pull"
        className="cond flex flex-wrap items-end gap-x-4 gap-y-2"
        onSubmit={(event) => void add(event)}
      >
        <Field label="which" name="name" width="w-48" />
        <label className="grid">
          <span className="text-sm text-quiet">it stands on</span>
          <select name="surface" className="field text-base" defaultValue="grass">
            {GROUNDS.map(({ value, text }) => (
              <option key={value} value={value}>
                {text}
              </option>
            ))}
          </select>
        </label>
        <label className="grid">
          <span className="text-sm text-quiet">how deep</span>
          <select name="mired" className="field text-base" defaultValue="no">
            {MIRED.map(({ value, text }) => (
              <option key={value} value={value}>
                {text}
              </option>
            ))}
          </select>
        </label>
        <Field label="slope, ° uphill" name="slope" />
        <label className="grid">
          <span className="text-sm text-quiet">pulled by</span>
          <select name="by" className="field text-base" defaultValue="winch">
            <option value="winch">the winch</option>
            <option value="rope">a stretching rope and another vehicle</option>
          </select>
        </label>
        <Field label={`rope out, ${write(0, "rope_out_m").unit}`} name="out" />
        <Field label={`rope: speed, ${write(0, "speed_kmh").unit}`} name="speed" />
        <Field label={`rope: the other weighs, ${write(0, "mass_kg").unit}`} name="pulling" />
        <button className="btn">add the pull</button>
        <Problem of={problem} className="w-full" />
      </form>
    </details>
  );
}
