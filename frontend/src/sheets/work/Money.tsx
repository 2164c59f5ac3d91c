/** The purse: paid, committed and to come with its ±, against the ceiling; row by row, and what was spent for nothing. */
import { type FormEvent, useState } from "react";

import { answered, client } from "../../api/client";
import type { MoneyRow, Purse } from "../../api/types";
import { useAsked } from "../../api/useAsked";
import { useBench } from "../../parts/bench";
import { money } from "../../parts/money";
import { OneOf } from "../../parts/OneOf";
import { Problem } from "../../parts/Problem";
import { useSettings } from "../../parts/settings";
import { typed } from "./typed";
import { wordsIn } from "../../parts/typedIn";
import { Field } from "../../parts/Field";

const BY = [
  { value: "source", label: "by what" },
  { value: "area", label: "by place" },
  { value: "option", label: "by option" },
  { value: "state", label: "by how far" },
] as const;
type By = (typeof BY)[number]["value"];

export function Money() {
  const { sheet } = useBench();
  const { units, person } = useSettings();
  const [by, setBy] = useState<By>("source");
  const { data, error } = useAsked({
    queryKey: ["money", sheet.id, units, person, sheet.revision],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/money", {
          params: { path: { rig_id: sheet.id }, query: { units, person } },
        }),
      ),
  });
  if (!data)
    return error ? <Problem of={error} className="py-3" /> : <p className="py-3 text-quiet">One moment.</p>;
  const groups = [...new Set(data.spent.rows.map((row) => groupOf(row, by)))].sort();
  return (
    <div className="max-w-3xl">
      <Total purse={data} />
      <div className="cond no-print max-w-xl pt-3">
        <OneOf label="How the rows are gathered" value={by} ways={BY} choose={setBy} />
      </div>
      {groups.map((group) => {
        const rows = data.spent.rows.filter((row) => groupOf(row, by) === group);
        return (
          <section key={group} aria-label={group} className="pt-4">
            <h2 className="flex border-b border-ink font-semibold">
              <span className="flex-1">{group}</span>
              <span>{money(rows.reduce((sum, row) => sum + signed(row), 0))}</span>
            </h2>
            {rows.map((row, i) => (
              <p key={i} className="cond flex gap-x-4 border-b border-hair py-1">
                <span className="flex-1">
                  {row.name}
                  {row.wasted && <b className="text-oxide"> spent for nothing</b>}
                </span>
                <span className="text-quiet">{row.state.replace("-", " ")}</span>
                <span className="w-24 text-right">
                  {money(signed(row))}
                  {row.doubt > 0 && <span className="text-quiet"> ±{money(row.doubt)}</span>}
                </span>
              </p>
            ))}
          </section>
        );
      })}
      {data.spent.unpriced.length > 0 && (
        <p className="pt-3 text-oxide">Nobody has priced: {data.spent.unpriced.join(", ")}.</p>
      )}
      <NewInvoice currency={data.currency} />
    </div>
  );
}

const groupOf = (row: MoneyRow, by: By) =>
  by === "area"
    ? (row.area ?? "nowhere in particular").replace("-", " ")
    : by === "option"
      ? (row.option ?? "of no option")
      : by === "state"
        ? row.state.replace("-", " ")
        : row.source;
const signed = (row: MoneyRow) =>
  row.state === "leftover" || row.state === "taken-off" ? -row.amount : row.amount;

function Total({ purse: { spent, currency } }: { purse: Purse }) {
  const { purse } = spent;
  const parts = [
    ["paid", purse.paid],
    ["committed", purse.committed],
    ["to come", purse.to_come],
  ] as const;
  const ceiling = spent.ceiling ?? 0;
  const end = Math.max(ceiling, purse.total + purse.doubt, 1);
  const share = (amount: number) => `${(100 * amount) / end}%`;
  return (
    <section aria-label="The purse" className="pt-4">
      <p className="flex flex-wrap items-end gap-x-8 gap-y-1">
        <span>
          <b className="text-4xl leading-none font-bold [font-stretch:75%]">{money(purse.total)}</b>{" "}
          {currency} ±{money(purse.doubt)}
        </span>
        {spent.ceiling != null && (
          <span className={(purse.left ?? 0) < 0 ? "text-oxide" : ""}>
            {money(Math.abs(purse.left ?? 0))} {(purse.left ?? 0) < 0 ? "over" : "below"} the ceiling of{" "}
            {money(spent.ceiling)}; {Math.round(100 * (purse.p_over ?? 0))} % that it is passed
          </span>
        )}
      </p>
      <div
        className="relative mt-3 flex h-8 border border-ink"
        role="img"
        aria-label="Paid, committed and to come against the ceiling"
      >
        {parts.map(([name, amount], i) => (
          <i
            key={name}
            className={`h-full border-r border-ground ${["bg-ink", "bg-zinc", "bg-tint"][i]}`}
            style={{ width: share(amount) }}
          />
        ))}
        {spent.ceiling != null && (
          <i className="absolute -inset-y-1.5 w-1 bg-oxide" style={{ left: share(spent.ceiling) }} />
        )}
      </div>
      <p className="cond flex flex-wrap gap-x-6 pt-1">
        {parts.map(([name, amount]) => (
          <span key={name}>
            {name} <b>{money(amount)}</b>
          </span>
        ))}
        {purse.gifts > 0 && <span>gifts {money(purse.gifts)}, in what it is worth</span>}
        {purse.taken_off > 0 && <span>old parts sold {money(purse.taken_off)}</span>}
        {purse.leftover > 0 && <span>sold unused {money(purse.leftover)}</span>}
        <span>
          what is in it <b>{money(purse.worth)}</b>
        </span>
        {spent.wasted > 0 && <b className="text-oxide">spent for nothing {money(spent.wasted)}</b>}
      </p>
      <p className="text-sm text-quiet">
        {spent.learnt_from >= 3
          ? `What was billed came to ${spent.guess_ratio.toFixed(2)} times what was thought, in ${spent.learnt_from} changes: so does what is to come.`
          : `Too few changes are billed to tell what guesses grow by: what is to come may be ±${Math.round(100 * spent.guess_spread)} % off.`}
        {spent.worked != null &&
          ` At the shop’s rate the hours worked are ${money(spent.worked)}, those to come ${money(spent.to_work ?? 0)}.`}
      </p>
    </section>
  );
}

function NewInvoice({ currency }: { currency: string }) {
  const { sheet, put } = useBench();
  const [problem, setProblem] = useState<string>();
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const given = new FormData(form);
    const word = wordsIn(given);
    const rate = word("rate");
    const refusal = await put({
      do: "record",
      table: "invoice",
      id: 0,
      version: null,
      record: {
        what: word("what"),
        amount: word("amount"),
        currency: word("currency") || null,
        rate: typed(rate),
        billed_on: word("billed_on") || null,
        paid: word("paid") === "on",
        for_change: word("for") ? Number(word("for")) : null,
        wasted: word("wasted") === "on",
      },
    });
    setProblem(refusal?.message);
    if (!refusal) form.reset();
  };
  return (
    <form
      className="no-print flex flex-wrap items-end gap-3 pt-5"
      aria-label="An invoice"
      onSubmit={(event) => void add(event)}
    >
      <Field label="an invoice for" name="what" width="w-56" />
      <Field width="w-28" label="amount" name="amount" />
      <Field width="w-28" label={`currency, if not ${currency || "ours"}`} name="currency" />
      <Field width="w-28" label="one of it was worth" name="rate" />
      <label className="grid">
        <span className="text-sm text-quiet">of</span>
        <input name="billed_on" type="date" className="field text-base" defaultValue={sheet.today} />
      </label>
      <label className="grid">
        <span className="text-sm text-quiet">for which change</span>
        <select name="for" className="field max-w-56 text-base" defaultValue="">
          <option value="">none of the plan</option>
          {sheet.changes.map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
      </label>
      <label className="flex min-h-10 items-center gap-2">
        <input type="checkbox" name="paid" defaultChecked className="size-6 accent-[var(--ink)]" /> paid
      </label>
      <label className="flex min-h-10 items-center gap-2">
        <input type="checkbox" name="wasted" className="size-6 accent-[var(--ink)]" /> for nothing
      </label>
      <button className="btn">enter it</button>
      <Problem of={problem} className="w-full" />
    </form>
  );
}
