/** Before and after: figures at four moments with what moved; and what becomes of the trip's log. */
import { useState } from "react";

import type { HomeSheet, LedgerLine } from "../../api/types";
import { useBench } from "../../parts/bench";
import { day } from "../../parts/day";
import { Problem } from "../../parts/Problem";
import { Tick } from "../../parts/Tick";
import { surfaceWord } from "./surfaces";
import { useHome, useTake } from "./useTrip";
import { Waiting } from "./Waiting";
import { wordsIn } from "../../parts/typedIn";
import { asText } from "../../parts/quantity";
import { Field } from "../../parts/Field";

const MOMENTS = [
  { key: "found", word: "as found" },
  { key: "built", word: "as built" },
  { key: "leaving", word: "leaving" },
  { key: "home", word: "back home" },
] as const;

export function Home() {
  const { data, error } = useHome();
  if (!data) return <Waiting error={error} />;
  return (
    <>
      <Ledger lines={data.ledger} />
      <div className="grid gap-x-12 wide:grid-cols-2">
        <TripLog home={data} />
        <NeverUsed home={data} />
      </div>
    </>
  );
}

function Ledger({ lines }: { lines: LedgerLine[] }) {
  const { put } = useBench();
  const [problem, setProblem] = useState<string>();
  const take = async (moment: (typeof MOMENTS)[number]["key"]) => {
    setProblem((await put({ do: "ledger now", moment }))?.message);
  };
  return (
    <section aria-label="Figures at four moments">
      <h2 className="pt-4 pb-1 font-semibold">Figures at four moments</h2>
      <div className="sideways">
        <table className="cond w-full min-w-[46rem]">
          <thead>
            <tr className="border-y border-ink text-left">
              <th className="py-1 font-semibold">figure</th>
              {MOMENTS.map(({ key, word }) => (
                <th key={key} className="px-2 text-right font-semibold">
                  {word}
                </th>
              ))}
              <th className="pl-4 font-semibold">what moved, beyond its ±</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line) => (
              <LedgerRow key={line.row.key} line={line} />
            ))}
          </tbody>
        </table>
      </div>
      <div className="no-print flex flex-wrap items-end gap-x-4 gap-y-2 pt-2">
        <span className="text-quiet">Take over what the rig&apos;s own figures say today, as</span>
        {MOMENTS.map(({ key, word }) => (
          <button key={key} className="btn" onClick={() => void take(key)}>
            {word}
          </button>
        ))}
        <OwnFigure />
        <Problem of={problem} className="w-full" />
      </div>
    </section>
  );
}

function LedgerRow({ line: { row, versions } }: { line: LedgerLine }) {
  const { put, write } = useBench();
  const [problem, setProblem] = useState<string>();
  const unit = row.unit || write(0, row.key).unit;
  const places = row.key.endsWith("_deg") || row.key.endsWith("_v") || row.key.endsWith("km") ? 1 : undefined;
  // As it is shown: what is left as it stands is not written anew.
  const shown = (value: number) => write(value, row.key, places === undefined ? {} : { places }).text;
  const keep = async (moment: string, typed: string) => {
    const cell = row.cells.find((each) => each.moment === moment);
    const version = cell ? (versions[cell.entry] ?? null) : null;
    const refusal =
      typed === "" && cell && version !== null
        ? await put({ do: "drop", table: "ledger_entry", id: cell.entry, version })
        : await put({
            do: "record",
            table: "ledger_entry",
            id: cell?.entry ?? 0,
            version,
            record: { what: row.key, moment, value: typed },
          });
    setProblem(refusal?.message);
  };
  return (
    <tr className="border-b border-hair align-baseline">
      <th scope="row" className="py-1 text-left font-normal" title={row.how}>
        {row.label} <span className="text-quiet">{unit}</span>
      </th>
      {MOMENTS.map(({ key, word }) => {
        const cell = row.cells.find(({ moment }) => moment === key);
        return (
          <td key={key} className="px-1 text-right">
            <input
              aria-label={`${row.label}, ${word}`}
              inputMode="decimal"
              className="w-20 border-b border-hair bg-transparent py-2 text-right text-base font-semibold focus:border-ink"
              key={cell ? `${cell.entry} ${cell.value}` : "none"}
              defaultValue={cell ? shown(cell.value) : ""}
              onBlur={(event) => {
                const typed = event.target.value.trim();
                if (typed !== (cell ? shown(cell.value) : "")) void keep(key, typed);
              }}
              onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
            />
          </td>
        );
      })}
      <td className="max-w-80 pl-4">
        {row.moves.map((move) => (
          <span key={move.since} className={`block ${move.moved ? "" : "text-quiet"}`}>
            {move.by > 0 ? "+" : ""}
            {write(move.by, row.key, places === undefined ? {} : { places }).text} ±
            {write(move.off, row.key, places === undefined ? {} : { places }).text} {moveWord(move.until)}
            {move.moved ? `: ${move.means}` : ""}
          </span>
        ))}
        <Problem of={problem} />
      </td>
    </tr>
  );
}

const moveWord = (until: string) =>
  ({ built: "by the build", leaving: "until leaving", home: "on the trip" })[until] ?? "";

/** A figure of one's own, by its name: read at one of the moments. */
function OwnFigure() {
  const { put } = useBench();
  const [problem, setProblem] = useState<string>();
  return (
    <form
      className="cond flex flex-wrap items-end gap-3"
      aria-label="A figure of your own"
      onSubmit={(event) => {
        event.preventDefault();
        const form = event.currentTarget;
        const given = new FormData(form);
        const word = wordsIn(given);
        void put({
          do: "record",
          table: "ledger_entry",
          id: 0,
          version: null,
          record: {
            what: word("what"),
            moment: word("moment"),
            value: word("value"),
            off: word("off") || null,
          },
        }).then((refusal) => {
          setProblem(refusal?.message);
          if (!refusal) form.reset();
        });
      }}
    >
      <Field label="a figure of your own" name="what" width="w-48" />
      <label className="grid">
        <span className="text-sm text-quiet">at</span>
        <select name="moment" className="field text-base">
          {MOMENTS.map(({ key, word }) => (
            <option key={key} value={key}>
              {word}
            </option>
          ))}
        </select>
      </label>
      <Field label="reads" name="value" />
      <Field label="±" name="off" />
      <button className="btn">note it</button>
      <Problem of={problem} />
    </form>
  );
}

const BECOMES = ["survey item", "job", "change", "nothing"] as const;
type Became = (typeof BECOMES)[number];

/** What happened on the way; each line may become an item of the survey, a job, the idea of a change, or nothing. */
function TripLog({ home: { home, ids } }: { home: HomeSheet }) {
  const { put, write } = useBench();
  const [problem, setProblem] = useState<string>();
  const become = async (line: number, what: Became) => {
    setProblem((await put({ do: "becomes", line, what }))?.message);
  };
  const far = (km: number) => asText(write(km, "leg_km", { places: 0 }));
  return (
    <section aria-label="The trip's log">
      <h2 className="border-b border-ink pt-5 pb-1 font-semibold">
        The trip&apos;s log, and what becomes of it
      </h2>
      <p className="py-1 text-quiet">
        {home.legs_driven} of {home.legs} legs are behind
        {home.true_km !== null && `, ${far(home.true_km)} of true distance`}
        {Object.entries(home.km).map(([surface, km]) => `, ${far(km)} ${surfaceWord(surface as never)}`)}
        {home.litres > 0 && `, ${asText(write(home.litres, "fuel_l", { places: 0 }))} filled`}.
      </p>
      {home.lines.length === 0 && (
        <p className="py-1 text-quiet">Nothing was noted on the way yet: the page for the way keeps it.</p>
      )}
      <ul>
        {home.lines.map((line, at) => (
          <li key={ids[at]} className="border-b border-hair py-1">
            <span className="cond text-sm text-quiet">
              {day(line.noted_on)}
              {line.odometer_km != null && `, at ${far(line.odometer_km)}`} · {line.kind.replace("-", " ")}
            </span>
            <span className="block">{line.text}</span>
            {line.became ? (
              <span className="text-quiet">became {line.became}</span>
            ) : (
              <span className="no-print flex flex-wrap gap-2">
                {BECOMES.map((what) => (
                  <button key={what} className="btn" onClick={() => void become(ids[at] ?? 0, what)}>
                    {what}
                  </button>
                ))}
              </span>
            )}
          </li>
        ))}
      </ul>
      <Problem of={problem} />
    </section>
  );
}

function NeverUsed({ home: { home } }: { home: HomeSheet }) {
  const { put, write } = useBench();
  const { data } = useTake();
  const kg = (value: number | null) =>
    value === null ? "not weighed" : asText(write(value, "mass_kg", { places: 1 }));
  const taken = data?.asked.taken ?? [];
  return (
    <section aria-label="Used, or carried for nothing">
      <h2 className="border-b border-ink pt-5 pb-1 font-semibold">Used, or carried for nothing</h2>
      <p className="py-1" role="status">
        <b className="text-3xl leading-none font-bold [font-stretch:75%]">{kg(home.never_used_kg)}</b> were
        carried for nothing.
        {home.not_said > 0 && <span className="text-quiet"> Of {home.not_said} things nobody has said.</span>}
      </p>
      <ul>
        {taken.map((each) => (
          <li key={each.cargo} className="cond flex flex-wrap items-center gap-x-4 border-b border-hair">
            <span className="flex-1">
              {each.name} <span className="text-quiet">{kg(each.kg)}</span>
            </span>
            {([true, false] as const).map((used) => (
              <label key={String(used)} className="flex min-h-10 items-center gap-2">
                <Tick
                  checked={each.used === used}
                  set={(to) =>
                    to ? put({ do: "carried", cargo: each.cargo, used }) : Promise.resolve(undefined)
                  }
                />
                {used ? "used" : "never"}
              </label>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}
