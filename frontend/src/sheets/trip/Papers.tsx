/** Papers with their last day, countries with their rules as typed, and who knows the route and when to worry. */
import { type ComponentProps, type FormEvent, type ReactNode, useState } from "react";

import type { Table } from "../../api/outbox";
import type { TripPapers } from "../../api/types";
import { useBench } from "../../parts/bench";
import { day } from "../../parts/day";
import { Problem } from "../../parts/Problem";
import { Tick } from "../../parts/Tick";
import { useFile, usePapers } from "./useTrip";
import { Waiting } from "./Waiting";
import { wordsIn } from "../../parts/typedIn";

export function Papers() {
  const { data, error } = usePapers();
  if (!data) return <Waiting error={error} />;
  return (
    <div className="grid gap-x-12 wide:grid-cols-2">
      <div>
        <PaperList papers={data.papers} />
        <Countries countries={data.countries} />
      </div>
      <Contacts contacts={data.contacts} />
    </div>
  );
}

type Ask = { key: string; label: string; type?: "date" | "time"; long?: boolean; example?: string };

function Asked({ ask, ...rest }: { ask: Ask } & ComponentProps<"input">) {
  const { label, type = "text", long, example } = ask;
  return (
    <label className={`grid ${long ? "min-w-60 flex-1" : ""}`}>
      <span className="text-sm text-quiet">{label}</span>
      <input
        type={type}
        placeholder={example}
        className={`field text-base ${long ? "w-full" : "w-40"}`}
        {...rest}
      />
    </label>
  );
}

/** One more of a type of record, as it is typed. */
function Add({ table, asks, word }: { table: Table; asks: readonly Ask[]; word: string }) {
  const { put } = useBench();
  const [problem, setProblem] = useState<string>();
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const word = wordsIn(new FormData(form));
    const record = Object.fromEntries(asks.map(({ key }) => [key, word(key) || null]));
    if (!record["name"]) {
      setProblem("Say what it is called.");
      return;
    }
    const refusal = await put({ do: "record", table, id: 0, version: null, record });
    setProblem(refusal?.message);
    if (!refusal) form.reset();
  };
  return (
    <form
      className="no-print cond flex flex-wrap items-end gap-x-4 gap-y-2 py-2"
      aria-label={word}
      onSubmit={(event) => void add(event)}
    >
      {asks.map((ask) => (
        <Asked key={ask.key} ask={ask} name={ask.key} />
      ))}
      <button className="btn">{word}</button>
      <Problem of={problem} className="w-full" />
    </form>
  );
}

type RowProps = {
  table: Table;
  id: number;
  version: number;
  record: object;
  name: string;
  children: ReactNode;
  asks: readonly Ask[];
};

/** A record that is edited where it stands, or taken out. */
function Row({ table, id, version, record, name, children, asks }: RowProps) {
  const { put } = useBench();
  const [open, setOpen] = useState(false);
  const [problem, setProblem] = useState<string>();
  const keep = async (key: string, value: string) => {
    const refusal = await put({
      do: "record",
      table,
      id,
      version,
      record: { ...record, [key]: value || null },
    });
    setProblem(refusal?.message);
  };
  const drop = () =>
    void put({ do: "drop", table, id, version }).then((refusal) => setProblem(refusal?.message));
  const noted = record as Record<string, string | null | undefined>;
  return (
    <li className="border-b border-hair py-1">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <div className="flex-1">{children}</div>
        <button
          className="link no-print"
          aria-expanded={open}
          aria-label={`change ${name}`}
          onClick={() => setOpen(!open)}
        >
          change
        </button>
      </div>
      {open && (
        <div className="no-print cond flex flex-wrap items-end gap-x-4 gap-y-2 bg-tint px-2 pb-2">
          {asks
            .filter(({ key }) => key !== "name")
            .map((ask) => (
              <Asked
                key={ask.key}
                ask={ask}
                defaultValue={noted[ask.key] ?? ""}
                onBlur={({ target }) =>
                  target.value.trim() !== (noted[ask.key] ?? "") && void keep(ask.key, target.value.trim())
                }
              />
            ))}
          <button className="btn" onClick={drop}>
            take it out
          </button>
        </div>
      )}
      <Problem of={problem} />
    </li>
  );
}

const PAPER: readonly Ask[] = [
  { key: "name", label: "paper" },
  { key: "of_whom", label: "of" },
  { key: "ends_on", label: "last day", type: "date" },
  { key: "note", label: "note", long: true },
];

function PaperList({ papers }: { papers: TripPapers["papers"] }) {
  return (
    <section aria-label="Papers">
      <h2 className="border-b border-ink pt-4 pb-1 font-semibold">Papers, with their last day</h2>
      {papers.length === 0 && (
        <p className="py-2 text-quiet">None yet: passports, insurance, test, permits.</p>
      )}
      <ul>
        {papers.map(({ id, version, paper, days_beyond }) => (
          <Row key={id} table="paper" id={id} version={version} record={paper} name={paper.name} asks={PAPER}>
            <b className="font-semibold">{paper.name}</b>
            {paper.of_whom && <span className="text-quiet"> of {paper.of_whom}</span>}{" "}
            <span className={days_beyond !== null && days_beyond < 0 ? "font-semibold text-oxide" : ""}>
              {paper.ends_on ? `until ${day(paper.ends_on)}` : "nobody noted its last day"}
              {days_beyond !== null && days_beyond < 0 && `, ${-days_beyond} days before the trip ends`}
            </span>
            {paper.note && <span className="block text-sm text-quiet">{paper.note}</span>}
          </Row>
        ))}
      </ul>
      <Add table="paper" asks={PAPER} word="a paper" />
    </section>
  );
}

const COUNTRY: readonly Ask[] = [
  { key: "name", label: "country" },
  { key: "from_on", label: "from", type: "date" },
  { key: "until_on", label: "until", type: "date" },
  { key: "tyres", label: "wants on the wheels", long: true },
  { key: "tyres_from", label: "each year from", example: "11-01" },
  { key: "tyres_until", label: "until", example: "04-15" },
  { key: "rules", label: "rules, as you know them", long: true },
];

function Countries({ countries }: { countries: TripPapers["countries"] }) {
  const { put } = useBench();
  return (
    <section aria-label="Countries">
      <h2 className="border-b border-ink pt-5 pb-1 font-semibold">Countries of the way</h2>
      <p className="max-w-prose py-1 text-sm text-quiet">
        Rules are as you type them; the local code decides. Dates of a tyre rule are month and day: 11-01.
      </p>
      <ul>
        {countries.map(({ id, version, country, season }) => (
          <Row
            key={id}
            table="country"
            id={id}
            version={version}
            record={country}
            name={country.name}
            asks={COUNTRY}
          >
            <b className="font-semibold">{country.name}</b>{" "}
            {country.from_on && <span className="text-quiet">from {day(country.from_on)} </span>}
            {country.until_on && <span className="text-quiet">until {day(country.until_on)}</span>}
            {country.rules && <span className="block max-w-prose">{country.rules}</span>}
            {country.tyres && (
              <label className="flex min-h-10 items-center gap-3">
                <Tick
                  checked={country.tyres_met ?? false}
                  set={(to) =>
                    put({
                      do: "record",
                      table: "country",
                      id,
                      version,
                      record: { ...country, tyres_met: to },
                    })
                  }
                />
                <span className={season && !country.tyres_met ? "text-oxide" : ""}>
                  {country.tyres}
                  {season ? `, ${season}: while you are there` : ", not while you are there"}
                </span>
              </label>
            )}
          </Row>
        ))}
      </ul>
      <Add table="country" asks={COUNTRY} word="a country" />
    </section>
  );
}

const CONTACT: readonly Ask[] = [
  { key: "name", label: "who" },
  { key: "reach", label: "how to reach", long: true },
  { key: "worry_on", label: "worries from", type: "date" },
  { key: "worry_at", label: "at", type: "time" },
  { key: "knows", label: "knows", long: true },
  { key: "if_late", label: "and then does", long: true },
];

function Contacts({ contacts }: { contacts: TripPapers["contacts"] }) {
  const file = useFile();
  return (
    <section aria-label="Who knows the route">
      <h2 className="border-b border-ink pt-4 pb-1 font-semibold">Who knows the route, and when to worry</h2>
      {contacts.length === 0 && (
        <p className="py-2 text-quiet">Nobody yet. Somebody at home should know the way and the hour.</p>
      )}
      <ul>
        {contacts.map(({ id, version, contact }) => (
          <Row
            key={id}
            table="contact"
            id={id}
            version={version}
            record={contact}
            name={contact.name}
            asks={CONTACT}
          >
            <b className="font-semibold">{contact.name}</b>
            {contact.reach && <span>, {contact.reach}</span>}
            {(contact.worry_on || contact.worry_at) && (
              <span className="block text-lg">
                worries from {contact.worry_on && day(contact.worry_on)}
                {contact.worry_at && ` at ${contact.worry_at}`} on
              </span>
            )}
            {contact.knows && <span className="block max-w-prose text-quiet">knows {contact.knows}</span>}
            {contact.if_late && <span className="block max-w-prose">{contact.if_late}</span>}
          </Row>
        ))}
      </ul>
      <Add table="contact" asks={CONTACT} word="somebody" />
      <p className="no-print">
        <a className="link" href={file("trip/book.pdf")} download>
          the sheet to leave behind is the last of the book, PDF
        </a>
      </p>
    </section>
  );
}
