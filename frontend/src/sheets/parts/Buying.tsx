/** Is it ordered? Every part from wanted to fitted in one list: who brings it, when, and what waits for it. */
import { type FormEvent, useState } from "react";

import { answered, client, ofWrite } from "../../api/client";
import { newKey } from "../../api/key";
import type { Bought, Kept, Orders, Part } from "../../api/types";
import { useAsked } from "../../api/useAsked";
import { useBench } from "../../parts/bench";
import { Choice } from "../../parts/Entry";
import { counted } from "../../parts/counted";
import { day } from "../../parts/day";
import { money } from "../../parts/money";
import { OneOf } from "../../parts/OneOf";
import { Problem } from "../../parts/Problem";
import { TakeFile } from "../../parts/TakeFile";
import { useSettings } from "../../parts/settings";
import { Tick } from "../../parts/Tick";
import { Counter } from "./Counter";
import { useKeepPart } from "./useKeepPart";

export const STATES = [
  "wanted",
  "priced",
  "ordered",
  "on-its-way",
  "here",
  "checked",
  "fitted",
  "returned",
  "sold",
] as const;
type State = (typeof STATES)[number];
const NOT_ORDERED: readonly State[] = ["wanted", "priced"];
const COMING: readonly State[] = ["ordered", "on-its-way"];
const WAYS = [
  { value: "open", label: "not fitted yet" },
  { value: "supplier", label: "by supplier" },
  { value: "all", label: "all" },
] as const;

export function Buying() {
  const { sheet } = useBench();
  const { units, person } = useSettings();
  const [way, setWay] = useState<(typeof WAYS)[number]["value"]>("open");
  const { data, error } = useAsked({
    queryKey: ["orders", sheet.id, units, person, sheet.revision, sheet.today],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/orders", {
          params: { path: { rig_id: sheet.id }, query: { units, person } },
        }),
      ),
  });
  if (!data)
    return error ? <Problem of={error} className="py-3" /> : <p className="py-3 text-quiet">One moment.</p>;
  const rows = data.parts.filter(
    ({ state }) => way === "all" || !["fitted", "returned", "sold"].includes(state),
  );
  const groups =
    way === "supplier" ? [...new Set(rows.map(({ supplier }) => supplier ?? "nobody said from whom"))] : [""];
  return (
    <>
      <Answer rows={data.parts} />
      <div className="cond no-print max-w-xl pt-2">
        <OneOf label="Which parts are shown" value={way} ways={WAYS} choose={setWay} />
      </div>
      {groups.map((group) => (
        <section key={group} aria-label={group || "Parts"}>
          {group && <h2 className="border-b border-ink pt-4 font-semibold">{group}</h2>}
          {rows
            .filter(({ supplier }) => group === "" || (supplier ?? "nobody said from whom") === group)
            .map((row) => {
              const kept = sheet.records.part.find(({ record }) => record.name === row.name);
              return kept && <Line key={row.name} row={row} kept={kept} />;
            })}
        </section>
      ))}
      <Wanted />
      <Lists orders={data} />
      <Donors orders={data} />
    </>
  );
}

/** The answer in one look. */
function Answer({ rows }: { rows: readonly Bought[] }) {
  const not = rows.filter(({ state }) => NOT_ORDERED.includes(state));
  const coming = rows.filter(({ state }) => COMING.includes(state));
  const late = rows.filter(({ overdue_days }) => overdue_days > 0);
  const here = rows.filter(({ state }) => state === "here");
  const blocking = not.filter(({ waits }) => waits.length > 0);
  const figures = [
    [not.length, "not ordered", blocking.length > 0],
    [coming.length, "on the way", false],
    [late.length, "overdue", late.length > 0],
    [here.length, "here, not checked", here.length > 0],
  ] as const;
  return (
    <div className="flex flex-wrap items-end gap-x-10 gap-y-2 py-4">
      {figures.map(([count, words, bad]) => (
        <p key={words} className={bad ? "text-oxide" : ""}>
          <b className="text-4xl leading-none font-bold [font-stretch:75%]">{count}</b> {words}
        </p>
      ))}
      {blocking.length > 0 && (
        <p className="max-w-md min-w-56 flex-1">
          {blocking[0]?.waits[0]} waits for {blocking[0]?.name}, which nobody has ordered
          {blocking.length > 1 && `; ${blocking.length - 1} more like it`}.
        </p>
      )}
    </div>
  );
}

function Line({ row, kept }: { row: Bought; kept: Kept<"part"> }) {
  const { sheet } = useBench();
  const { keep, problem } = useKeepPart(kept);
  const [open, setOpen] = useState(false);
  const part = kept.record;
  const move = (state: string) =>
    void keep(() => ({
      state: state as State,
      ...(state === "ordered" && !part.ordered_on ? { ordered_on: sheet.today } : {}),
      ...(state === "here" && !part.here_on ? { here_on: sheet.today } : {}),
    }));
  return (
    <div className="border-b border-hair py-1">
      <div className="cond flex flex-wrap items-center gap-x-4">
        <button
          className="min-h-10 min-w-40 flex-1 font-semibold"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {open ? "▾ " : "▸ "}
          {row.name}
        </button>
        <span className={`w-40 ${row.overdue_days > 0 ? "font-semibold text-oxide" : "text-quiet"}`}>
          {row.overdue_days > 0
            ? `${counted(row.overdue_days, "day")} overdue`
            : row.due_on && COMING.includes(row.state)
              ? `due ${day(row.due_on)}`
              : ""}
        </span>
        <span className="w-20 text-right">{row.price == null ? "–" : money(row.price)}</span>
        <Choice
          bare
          label={`How far ${row.name} is`}
          value={row.state}
          of={STATES.map((state) => ({ value: state, text: state.replaceAll("-", " ") }))}
          choose={move}
        />
      </div>
      <p className="cond pl-4 text-sm text-quiet">
        {row.supplier ?? "nobody said from whom"}
        {row.waits.length > 0 ? ` · wanted by ${row.waits.join(", ")}` : " · nothing waits for it"}
        {row.kit_missing > 0 && <b className="text-oxide"> · {row.kit_missing} of its kit not ticked</b>}
        {row.for_nothing && <b className="text-oxide"> · bought for a change that is dropped</b>}
      </p>
      <Problem of={problem} />
      {open && <Details kept={kept} />}
    </div>
  );
}

function Details({ kept }: { kept: Kept<"part"> }) {
  const { sheet } = useBench();
  const { keep, problem } = useKeepPart(kept);
  const part = kept.record;
  const text = (label: string, key: keyof Part, type = "text") => (
    <label className="grid">
      <span className="text-sm text-quiet">{label}</span>
      <input
        key={String(part[key] ?? "")}
        type={type}
        className="field w-36 text-base"
        defaultValue={String(part[key] ?? "")}
        onBlur={(event) => {
          const to = event.target.value.trim() || null;
          if (to !== (part[key] == null ? null : String(part[key]))) void keep(() => ({ [key]: to }));
        }}
      />
    </label>
  );
  return (
    <div className="pb-3 pl-4">
      <div className="flex flex-wrap gap-4">
        {text("supplier", "supplier")}
        {text("ordered", "ordered_on", "date")}
        {text("due", "due_on", "date")}
        {text("came", "here_on", "date")}
        {text("price", "price")}
        {text("paid", "paid")}
        {part.state === "sold" && text("sold for", "sold_for")}
        <Choice
          label="for which change"
          value={String(part.for_change ?? "")}
          none="none of the plan"
          of={sheet.changes.map(({ id, title }) => ({ value: String(id), text: title }))}
          choose={(id) => void keep(() => ({ for_change: id ? Number(id) : null }))}
        />
      </div>
      {["wanted", "priced"].includes(part.state ?? "") && <Counter part={part} />}
      <Kit part={part} keep={(kit) => keep(() => ({ kit }))} />
      <Problem of={problem} />
    </div>
  );
}

/** What a kit holds, ticked off when it arrives. */
function Kit({ part, keep }: { part: Part; keep: (kit: NonNullable<Part["kit"]>) => Promise<void> }) {
  const kit = part.kit ?? [];
  const add = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const words = (new FormData(form).get("items") as string)
      .split(",")
      .map((word) => word.trim())
      .filter(Boolean);
    const items = words.map((word) => {
      const found = /^(\d+)\s*(?:x|×)?\s+(.+)$/.exec(word);
      return { name: found?.[2] ?? word, count: Number(found?.[1] ?? 1), here: false };
    });
    if (items.length > 0) void keep([...kit, ...items]);
    form.reset();
  };
  return (
    <section aria-label={`The kit of ${part.name}`} className="pt-2">
      {kit.length > 0 && <h3 className="font-semibold">Its list, ticked when it is there</h3>}
      {kit.map((item, i) => (
        <label key={i} className="flex min-h-10 items-center gap-3">
          <Tick
            checked={item.here ?? false}
            set={(here) => keep(kit.map((each, at) => (at === i ? { ...each, here } : each)))}
          />
          {item.count !== 1 && `${item.count} `}
          {item.name}
        </label>
      ))}
      <form className="no-print flex flex-wrap items-end gap-3" onSubmit={add}>
        <label className="grid flex-1">
          <span className="text-sm text-quiet">what its kit should hold: 10 bolts M12, 2 bushes</span>
          <input name="items" className="field text-base" />
        </label>
        <button className="btn">onto its list</button>
      </form>
    </section>
  );
}

function Wanted() {
  const { put } = useBench();
  const [problem, setProblem] = useState<string>();
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const name = (new FormData(form).get("name") as string).trim();
    if (!name) {
      setProblem("Say what is wanted, for example: ring gear bolts.");
      return;
    }
    const refusal = await put({
      do: "record",
      table: "part",
      id: 0,
      version: null,
      record: { name, place: "wanted", state: "wanted" },
    });
    setProblem(refusal?.message);
    if (!refusal) form.reset();
  };
  return (
    <form className="no-print flex flex-wrap items-end gap-3 pt-3" onSubmit={(event) => void add(event)}>
      <label className="grid">
        <span className="text-sm text-quiet">also wanted</span>
        <input name="name" className="field w-64" />
      </label>
      <button className="btn">put it on the list</button>
      <Problem of={problem} />
    </form>
  );
}

/** Price lists and confirmations in; the counter asked where its orders are; the list out. */
function Lists({ orders }: { orders: Orders }) {
  const { sheet, put, keep } = useBench();
  const { units, person } = useSettings();
  const [problem, setProblem] = useState<string>();
  const takeIn = async (file: File) => {
    const query = new URLSearchParams({ units, person, key: newKey() });
    const response = await fetch(`/api/rigs/${sheet.id}/orders/csv?${query.toString()}`, {
      method: "POST",
      headers: ofWrite({ "Content-Type": "text/csv" }),
      body: file,
    });
    const answer: unknown = await response.json();
    if (!response.ok) setProblem((answer as { detail: string }).detail);
    else {
      setProblem(undefined);
      keep(answer as typeof sheet);
    }
  };
  const ask = async () => {
    const refusal = await put({ do: "where is it" });
    setProblem(refusal?.message);
  };
  return (
    <p className="no-print flex flex-wrap items-center gap-x-5 pt-4">
      <TakeFile accept=".csv,text/csv" look="link" take={(file) => void takeIn(file)}>
        take in a price list or a confirmation, CSV
      </TakeFile>
      {orders.parts.some(({ state }) => COMING.includes(state)) && (
        <button className="link" onClick={() => void ask()}>
          ask the counter where it is
        </button>
      )}
      <a className="link" href={`/api/rigs/${sheet.id}/lists/parts.csv`} download>
        this list, CSV
      </a>
      <a className="link" href={`/api/rigs/${sheet.id}/lists.xlsx`} download>
        all lists, XLSX
      </a>
      <Problem of={problem} className="w-full" />
    </p>
  );
}

/** What to take off a donor, the most worth for its minutes first, and what to read off while there. */
function Donors({ orders }: { orders: Orders }) {
  if (orders.donors.length === 0) return null;
  return (
    <section aria-label="At the donor" className="pt-5">
      <h2 className="border-b border-ink pb-1 font-semibold">
        At the donor, the most worth for its minutes first
      </h2>
      <ol className="cond">
        {orders.donors.map((each) => (
          <li key={each.name} className="grid grid-cols-[1.5rem_1fr_auto] gap-x-3 border-b border-hair py-1">
            <span aria-hidden>□</span>
            <span>
              <b className="font-semibold">{each.name}</b> <span className="text-quiet">{each.donor}</span>
              {each.reads.length > 0 && (
                <span className="block text-sm text-quiet">read off: {each.reads.join("; ")}</span>
              )}
            </span>
            <span className="text-right">
              {each.worth == null ? "no worth noted" : money(each.worth)}
              {each.minutes == null ? ", nobody has timed it" : `, ${each.minutes} min`}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
