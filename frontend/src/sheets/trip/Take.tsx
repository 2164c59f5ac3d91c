/** What to take: wanted by the trip and by this vehicle; what comes along, ticked off and weighed as it goes in. */
import { type FormEvent, useState } from "react";
import { Link } from "react-router";

import type { Take as TakeAnswer } from "../../api/types";
import { useBench } from "../../parts/bench";
import { FigureButton } from "../../parts/FigureButton";
import { Problem } from "../../parts/Problem";
import { Tick } from "../../parts/Tick";
import { useFile, useTake } from "./useTrip";
import { Waiting } from "./Waiting";
import { wordsIn } from "../../parts/typedIn";
import { asText } from "../../parts/quantity";

type Wanted = TakeAnswer["asked"]["wanted"][number];
type Carried = TakeAnswer["asked"]["taken"][number];

const SORTS = { oil: "oil", spare: "spares", tool: "tools", recovery: "recovery gear" } as const;

export function Take() {
  const { data, error } = useTake();
  const { sheet, write } = useBench();
  const file = useFile();
  if (!data) return <Waiting error={error} />;
  const { asked } = data;
  const kg = (value: number) => asText(write(value, "mass_kg", { places: 0 }));
  const inside = asked.taken.filter(({ packed_on }) => packed_on !== null).length;
  return (
    <div className="grid gap-x-12 wide:grid-cols-2">
      <section aria-label="Wanted">
        <h2 className="border-b border-ink pt-4 pb-1 font-semibold">Wanted by this trip and this vehicle</h2>
        {asked.wanted.length === 0 && (
          <p className="py-2 text-quiet">Nothing: no leg, no fastener, nothing due.</p>
        )}
        {(Object.keys(SORTS) as (keyof typeof SORTS)[]).map((sort) => {
          const those = asked.wanted.filter((each) => each.sort === sort);
          return those.length === 0 ? null : (
            <div key={sort}>
              <h3 className="cond pt-2 text-quiet">{SORTS[sort]}</h3>
              <ul>
                {those.map((each) => (
                  <WantedRow key={each.name} wanted={each} />
                ))}
              </ul>
            </div>
          );
        })}
        {asked.sizes_unknown.length > 0 && (
          <p className="max-w-prose py-2 text-quiet">
            No size is noted of {asked.sizes_unknown.slice(0, 5).join(", ")}
            {asked.sizes_unknown.length > 5 && ` and ${asked.sizes_unknown.length - 5} more`}: note thread and
            torque on the job&apos;s card, and the spanners are counted here.{" "}
            <Link className="link" to={`/rigs/${sheet.id}/work?view=card`}>
              the cards
            </Link>
          </p>
        )}
      </section>
      <section aria-label="Comes along">
        <h2 className="border-b border-ink pt-4 pb-1 font-semibold">Comes along</h2>
        <p className="py-2" role="status">
          <b className="text-4xl leading-none font-bold [font-stretch:75%]">{kg(asked.packed_kg)}</b> in of{" "}
          {kg(asked.whole_kg)}, {inside} of {asked.taken.length} things
        </p>
        <ul>
          {asked.taken.map((each) => (
            <CarriedRow key={each.cargo} carried={each} />
          ))}
        </ul>
        <p className="no-print flex flex-wrap gap-x-6">
          <Link className="link" to={`/rigs/${sheet.id}/load?view=stow`}>
            where each should go
          </Link>
          <a className="link" href={file("lists/take.csv")} download>
            this list, CSV
          </a>
        </p>
      </section>
    </div>
  );
}

function WantedRow({ wanted }: { wanted: Wanted }) {
  const { put } = useBench();
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<string>();
  const take = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const given = new FormData(event.currentTarget);
    const word = wordsIn(given);
    const refusal = await put({
      do: "record",
      table: "cargo",
      id: 0,
      version: null,
      record: {
        name: word("name"),
        sort: wanted.sort,
        for_what: wanted.for_what,
      },
      typed: word("kg") ? { mass_kg: word("kg") } : {},
      known: given.get("weighed") === "on" ? "measured" : "assumed",
    });
    setProblem(refusal?.message);
    if (!refusal) setAsking(false);
  };
  return (
    <li className="border-b border-hair py-1">
      <span className="flex flex-wrap items-baseline gap-x-3">
        <b className="flex-1 font-semibold">{wanted.name}</b>
        {wanted.answered_by ? (
          <span className="text-quiet">comes along</span>
        ) : (
          <button className="link no-print" aria-expanded={asking} onClick={() => setAsking(!asking)}>
            take it
          </button>
        )}
      </span>
      <span className="text-sm text-quiet">{wanted.because}</span>
      {asking && (
        <form className="cond flex flex-wrap items-end gap-3 py-2" onSubmit={(event) => void take(event)}>
          <label className="grid">
            <span className="text-sm text-quiet">what</span>
            <input
              name="name"
              defaultValue={wanted.name.replace(/[./]/g, " ").slice(0, 60)}
              className="field w-56 text-base"
            />
          </label>
          <label className="grid">
            <span className="text-sm text-quiet">weighs</span>
            <input name="kg" className="field w-24 text-base" autoFocus />
          </label>
          <label className="flex min-h-10 items-center gap-2">
            <input type="checkbox" name="weighed" className="size-6 accent-[var(--ink)]" /> on a scale
          </label>
          <button className="btn">it comes along</button>
          <Problem of={problem} className="w-full" />
        </form>
      )}
    </li>
  );
}

function CarriedRow({ carried }: { carried: Carried }) {
  const { put, write } = useBench();
  const [problem, setProblem] = useState<string>();
  const tick = async (packed: boolean) => {
    const refusal = await put({ do: "carried", cargo: carried.cargo, packed });
    setProblem(refusal?.message);
    return refusal;
  };
  const path = `cargo.${carried.name}.mass_kg`;
  return (
    <li className="cond flex flex-wrap items-center gap-x-3 border-b border-hair">
      <label className="flex min-h-11 flex-1 items-center gap-3">
        <Tick large checked={carried.packed_on !== null} set={tick} />
        <span>
          {carried.name}
          <span className="block text-sm text-quiet">{carried.place ?? "no place yet"}</span>
        </span>
      </label>
      <FigureButton path={path} className="link" label={`${carried.name}, mass`}>
        {carried.kg === null ? (
          <span className="text-oxide">weigh it</span>
        ) : (
          <span>
            {asText(write(carried.kg, "mass_kg", { places: 1 }))}
            {!carried.weighed && <span className="font-normal text-quiet"> guessed</span>}
          </span>
        )}
      </FigureButton>
      <Problem of={problem} className="w-full" />
    </li>
  );
}
