/** A new ladder or table of points: this frame, the maker's sheet, or a donor. */
import { type FormEvent, useState } from "react";

import { useBench } from "../../parts/bench";
import { Choice } from "../../parts/Entry";
import { Field } from "../../parts/Field";
import { Problem } from "../../parts/Problem";
import { wordsIn } from "../../parts/typedIn";
import type { DatumSheet } from "./useFrame";

const WHATS = ["this frame", "maker's sheet", "donor"] as const;
const SORTS = [
  { value: "ladder", text: "stations, left and right" },
  { value: "point_table", text: "single points" },
] as const;

export function NewMeasured({ sheet, added }: { sheet: DatumSheet; added: (name: string) => void }) {
  const { put, sheet: rig } = useBench();
  const [what, setWhat] = useState<(typeof WHATS)[number]>("this frame");
  const [sort, setSort] = useState<(typeof SORTS)[number]["value"]>("ladder");
  const [problem, setProblem] = useState<string>();
  const first = sheet.ladders.length + sheet.tables.length === 0;
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const word = wordsIn(new FormData(form));
    const name = word("name");
    if (!name) return setProblem("It wants a name, for example as found, or maker's sheet.");
    const refusal = await put({
      do: "record",
      table: sort,
      id: 0,
      version: null,
      record: {
        name,
        of_what: what,
        off_mm: word("off_mm") || null,
        limit_mm: word("limit_mm") || 3,
        taken_on: what === "maker's sheet" ? null : rig.today,
      },
    });
    setProblem(refusal?.stale ? `There is one called “${name}” already.` : refusal?.message);
    if (!refusal) {
      form.reset();
      added(name);
    }
  };
  return (
    <details className="no-print py-1" open={first}>
      <summary className="link cursor-pointer">measure another, or note a sheet</summary>
      <form
        aria-label="A ladder or points"
        className="cond flex flex-wrap items-end gap-x-4 gap-y-2 py-2"
        onSubmit={(event) => void add(event)}
      >
        <Field label="name" name="name" width="w-44" />
        <Choice label="of what" value={what} of={WHATS} choose={setWhat} />
        <Choice label="as" value={sort} of={SORTS} choose={setSort} />
        <Field label="read to ±" name="off_mm" width="w-20" value={first ? "1" : undefined} />
        <Field label="out beyond" name="limit_mm" width="w-20" value="3" />
        <button className="btn">begin it</button>
        <Problem of={problem} className="w-full" />
      </form>
    </details>
  );
}
