/** The shop in which the vehicle stands: who works when, with what, when it is closed and who comes to help. */
import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";

import { answered, client, ofWrite } from "../../api/client";
import type { Shop, ShopLine, Work } from "../../api/types";
import { useAsked } from "../../api/useAsked";
import { useBench } from "../../parts/bench";
import { day } from "../../parts/day";
import { Problem } from "../../parts/Problem";
import { TakeFile } from "../../parts/TakeFile";
import { useSettings } from "../../parts/settings";
import { useWork } from "./useWork";
import { typed } from "./typed";
import { wordsIn } from "../../parts/typedIn";
import { Field } from "../../parts/Field";

export function ShopView() {
  const { data: work, error } = useWork();
  if (!work)
    return error ? <Problem of={error} className="py-3" /> : <p className="py-3 text-quiet">One moment.</p>;
  return (
    <>
      {work.shop ? <ShopForm key={work.shop.version} work={work} line={work.shop} /> : <NewShop />}
      <Files shop={work.shop} />
    </>
  );
}

const DAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];
const EVENINGS: Shop["bench_hours"] = [2, 2, 2, 2, 0, 6, 0];

function useShop() {
  const { person, units } = useSettings();
  const queries = useQueryClient();
  const [problem, setProblem] = useState<string>();
  const ask = async <T,>(request: Promise<T>): Promise<T | undefined> => {
    try {
      const answer = await request;
      setProblem(undefined);
      void queries.invalidateQueries({ queryKey: ["work"] });
      void queries.invalidateQueries({ queryKey: ["shops"] });
      return answer;
    } catch (error) {
      setProblem((error as Error).message);
      return undefined;
    }
  };
  const keep = (shop: Shop, line?: ShopLine) =>
    ask(
      answered(
        client.PUT("/api/shops", {
          params: { query: { person, units } },
          body: { id: line?.id ?? null, version: line?.version ?? null, shop },
        }),
      ),
    );
  const takeBack = (line: ShopLine) =>
    ask(
      answered(
        client.POST("/api/shops/{shop_id}/take-back", {
          params: { path: { shop_id: line.id }, query: { person, units } },
        }),
      ),
    );
  return { keep, takeBack, ask, problem, setProblem };
}

/** No shop yet: one of those that are there, or a new one. */
function NewShop() {
  const { sheet, put } = useBench();
  const { units, person } = useSettings();
  const { keep, problem } = useShop();
  const known = useAsked({
    queryKey: ["shops"],
    queryFn: () => answered(client.GET("/api/shops", { params: { query: { units, person } } })),
  });
  const stand = (name: string) => put({ do: "head", version: sheet.version, to: { shop: name } });
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const name = (new FormData(event.currentTarget).get("name") as string).trim();
    const made = await keep({
      name,
      people: [person === "bench" ? "you" : person],
      one_of: [],
      bench_hours: EVENINGS,
      bench_from: [19, 19, 19, 19, 8, 9, 8],
      closed: [],
      helpers: [],
    });
    if (made) await stand(made.shop.name);
  };
  return (
    <section className="py-4">
      <p>
        Jobs are laid on the days on which somebody is at the bench. Say first at which bench {sheet.name}{" "}
        stands.
      </p>
      {(known.data?.shops ?? []).map(({ shop }) => (
        <button key={shop.name} className="btn mt-3 mr-3" onClick={() => void stand(shop.name)}>
          it stands at {shop.name}
        </button>
      ))}
      <form className="flex flex-wrap items-end gap-3 pt-4" onSubmit={(event) => void add(event)}>
        <label className="grid">
          a new one, called
          <input name="name" className="field" defaultValue="home bench" />
        </label>
        <button className="btn-main">begin it</button>
      </form>
      <Problem of={problem} />
    </section>
  );
}

function ShopForm({ work, line }: { work: Work; line: ShopLine }) {
  const { sheet, put } = useBench();
  const { keep, takeBack, problem, setProblem } = useShop();
  const { shop } = line;
  const to = (changes: Partial<Shop>) => void keep({ ...shop, ...changes }, line);
  const hoursOf = (text: string) => Number(text.trim().replace(",", ".") || "0");
  const week = (key: "bench_hours" | "bench_from", at: number, text: string) => {
    const value = hoursOf(text);
    if (!Number.isFinite(value)) {
      setProblem(`Hours are a number in quarters, for example 2.25; “${text}” is none.`);
      return;
    }
    if (value !== shop[key]?.[at]) to({ [key]: shop[key]?.map((old, i) => (i === at ? value : old)) });
  };
  const total = shop.bench_hours.reduce((sum, each) => sum + each, 0);
  return (
    <section aria-label="The shop" className="py-4">
      <h2 className="flex flex-wrap items-baseline gap-x-4 border-b border-ink pb-1 font-semibold">
        {shop.name}
        <span className="font-normal text-quiet">
          {total} h a week each, {(shop.people ?? []).length} at the bench ·{" "}
          {work.rigs.map(({ name }) => name).join(", ")}
        </span>
      </h2>
      <div className="sideways">
        <table className="cond mt-2">
          <thead>
            <tr className="text-left text-quiet">
              <th>
                <span className="sr-only">what</span>
              </th>
              {DAYS.map((name) => (
                <th key={name} className="px-2 font-normal">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {(["bench_hours", "bench_from"] as const).map((key) => (
              <tr key={key}>
                <th className="pr-3 text-left font-normal text-quiet">
                  {key === "bench_hours" ? "hours at the bench" : "from, by the clock"}
                </th>
                {DAYS.map((name, at) => (
                  <td key={name}>
                    <input
                      key={shop[key]?.[at]}
                      aria-label={`${name}, ${key === "bench_hours" ? "hours at the bench" : "from"}`}
                      className="field w-14"
                      inputMode="decimal"
                      defaultValue={shop[key]?.[at]}
                      onBlur={(event) => week(key, at, event.target.value)}
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="grid gap-x-12 pt-4 wide:grid-cols-2">
        <Words
          label="who works here"
          of={shop.people ?? []}
          keep={(people) => to({ people })}
          hint="Runa, Piet"
        />
        <Words
          label="of what there is one, at one job at a time"
          of={shop.one_of ?? []}
          keep={(one_of) => to({ one_of })}
          hint="bay, welder"
        />
      </div>
      <Helpers shop={shop} to={to} today={work.today} />
      <ClosedDays shop={shop} to={to} today={work.today} />
      <p className="flex flex-wrap gap-x-5 pt-3">
        {line.undo && (
          <button className="link" onClick={() => void takeBack(line)}>
            take the last change back ({line.undo})
          </button>
        )}
        <button
          className="link"
          onClick={() => void put({ do: "head", version: sheet.version, to: { shop: null } })}
        >
          {sheet.name} does not stand here
        </button>
      </p>
      <Problem of={problem} />
    </section>
  );
}

type WordsProps = { label: string; of: readonly string[]; keep: (to: string[]) => void; hint: string };

function Words({ label, of, keep, hint }: WordsProps) {
  return (
    <label className="grid">
      <span className="text-quiet">{label}</span>
      <input
        key={of.join()}
        className="field"
        placeholder={hint}
        defaultValue={of.join(", ")}
        onBlur={(event) => {
          const next = event.target.value
            .split(",")
            .map((word) => word.trim())
            .filter(Boolean);
          if (next.join() !== of.join()) keep(next);
        }}
      />
    </label>
  );
}

type PartProps = { shop: Shop; to: (changes: Partial<Shop>) => void; today: string };

function Helpers({ shop, to, today }: PartProps) {
  const helpers = shop.helpers ?? [];
  const add = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const given = new FormData(event.currentTarget);
    const word = wordsIn(given);
    const number = (name: string) => (typed(word(name)) ?? 0) as number;
    to({
      helpers: [
        ...helpers,
        {
          name: word("name") || "helper",
          first: word("first"),
          hours: number("hours"),
          from_h: number("from"),
          every_weeks: word("every") === "" ? null : number("every"),
          last: null,
        },
      ],
    });
    event.currentTarget.reset();
  };
  return (
    <section className="pt-4">
      <h3 className="border-b border-hair font-semibold">Who comes to help</h3>
      {helpers.map((helper, i) => (
        <p key={i} className="flex min-h-10 items-center gap-3 border-b border-hair">
          <span className="flex-1">
            {helper.name}, {helper.hours} h from {day(helper.first)}
            {helper.every_weeks
              ? `, every ${helper.every_weeks === 1 ? "week" : `${helper.every_weeks} weeks`}`
              : ", once"}
            {(helper.from_h ?? 0) > 0 && `, ${helper.from_h} h after the bench day begins`}
          </span>
          <button className="link" onClick={() => to({ helpers: helpers.filter((_, at) => at !== i) })}>
            comes no more
          </button>
        </p>
      ))}
      <form className="flex flex-wrap items-end gap-3 pt-2" onSubmit={add}>
        <Field label="who" name="name" width="w-36" />
        <Field label="first day" name="first" type="date" value={today} />
        <Field label="hours" name="hours" value="4" />
        <Field label="after the beginning, h" name="from" value="0" />
        <Field label="every … weeks (empty: once)" name="every" value="2" />
        <button className="btn">comes</button>
      </form>
    </section>
  );
}

function ClosedDays({ shop, to, today }: PartProps) {
  const closed = shop.closed ?? [];
  const add = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const given = new FormData(event.currentTarget);
    const word = wordsIn(given);
    to({
      closed: [
        ...closed,
        { first: word("first"), last: word("last") || word("first"), why: word("why") || null },
      ],
    });
  };
  return (
    <section className="pt-4">
      <h3 className="border-b border-hair font-semibold">Closed</h3>
      {closed.map((each, i) => (
        <p key={i} className="flex min-h-10 items-center gap-3 border-b border-hair">
          <span className="flex-1">
            {each.first === each.last ? day(each.first) : `${day(each.first)} to ${day(each.last)}`}
            {each.why && `, ${each.why}`}
          </span>
          <button className="link" onClick={() => to({ closed: closed.filter((_, at) => at !== i) })}>
            open after all
          </button>
        </p>
      ))}
      <form className="flex flex-wrap items-end gap-3 pt-2" onSubmit={add}>
        <Field label="from" name="first" type="date" value={today} />
        <Field label="to" name="last" type="date" value={today} />
        <Field label="why" name="why" width="w-36" />
        <button className="btn">closed then</button>
      </form>
    </section>
  );
}

/** The shop as a file, out and in. */
function Files({ shop }: { shop: ShopLine | null }) {
  const { person } = useSettings();
  const { ask, problem } = useShop();
  const takeIn = async (file: File) => {
    const version =
      shop && (await file.text()).includes(`"${shop.shop.name}"`) ? `&version=${shop.version}` : "";
    await ask(
      fetch(`/api/shops/file?person=${encodeURIComponent(person)}${version}`, {
        method: "POST",
        headers: ofWrite({ "Content-Type": "application/json" }),
        body: file,
      }).then(async (response) => {
        if (!response.ok) throw new Error(((await response.json()) as { detail: string }).detail);
      }),
    );
  };
  return (
    <p className="no-print flex flex-wrap items-center gap-5 border-t border-hair pt-3">
      {shop && (
        <a className="link" href={`/api/shops/${shop.id}/file`} download>
          the shop as a file
        </a>
      )}
      <TakeFile accept="application/json,.json" look="link" take={(file) => void takeIn(file)}>
        take in a shop’s file
      </TakeFile>
      <Problem of={problem} />
    </p>
  );
}
