/** Who sits where, what is filled, what is packed where, and what hangs behind; by trip where there are several. */
import { type FormEvent, useState } from "react";

import type { Table } from "../../api/outbox";
import type { Kept } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Choice, Entry } from "../../parts/Entry";
import { FigureButton } from "../../parts/FigureButton";
import { KnownMark } from "../../parts/KnownMark";
import { Problem } from "../../parts/Problem";

const PLACE_KINDS = [
  "inside",
  "bed",
  "drawer",
  "slide",
  "rack",
  "roof",
  "bar",
  "carrier",
  "hitch",
  "door",
] as const;
const HOLDS = ["diesel", "petrol", "water"] as const;
type FigureKey = { key: string; label: string; example: string };
const WHERE: FigureKey[] = [
  { key: "x_mm", label: "behind the front axle", example: "2500" },
  { key: "y_mm", label: "right of the middle", example: "-380" },
  { key: "z_mm", label: "above the ground", example: "820" },
];

export function Aboard() {
  return (
    <div className="grid gap-y-7 pt-3 [&>*]:min-w-0">
      <ForTrip />
      <Cargo />
      <Family
        table="place"
        title="Places"
        about="drawers, rack, floor, slide, carrier, door: what each may carry itself"
        example="left drawer"
        figures={[
          ...WHERE,
          { key: "limit_kg", label: "may carry", example: "60" },
          { key: "limit_off_road_kg", label: "off road", example: "40" },
        ]}
        choice={{ key: "kind", label: "it is", of: PLACE_KINDS, first: "inside" }}
        mark={{ key: "at_hand", label: "at hand" }}
      />
      <Family
        table="seat"
        title="Seats"
        about="who sits there, as dressed for the trip"
        example="driver"
        figures={[{ key: "crew_kg", label: "who sits in it", example: "80" }, ...WHERE]}
      />
      <Family
        table="tank"
        title="Tanks that were found on it"
        about="a tank that is fitted is a change of the plan"
        example="main"
        figures={[
          { key: "volume_l", label: "holds", example: "87" },
          { key: "weighed_l", label: "in it on the scale", example: "40" },
          { key: "aboard_l", label: "filled to, leaving", example: "87" },
          ...WHERE,
        ]}
        choice={{ key: "holds", label: "of", of: HOLDS, first: "diesel" }}
      />
      <Family
        table="trailer"
        title="Trailer"
        about="the first that comes along is pulled"
        example="boat trailer"
        figures={[
          { key: "mass_kg", label: "mass, loaded", example: "900" },
          { key: "nose_kg", label: "of it on the hitch", example: "70" },
        ]}
        mark={{ key: "braked", label: "braked" }}
      />
    </div>
  );
}

const FAMILY = {
  place: "places",
  seat: "seats",
  tank: "tanks",
  trailer: "trailers",
  cargo: "cargo",
} as const;
type Owned = keyof typeof FAMILY;

/** The trip that it is laden for; what is marked for others stays at home. */
function ForTrip() {
  const { sheet, put } = useBench();
  const { seat, tank, cargo, trailer } = sheet.records;
  const trips = [
    ...new Set([...seat, ...tank, ...cargo, ...trailer].flatMap(({ record }) => record.trips ?? [])),
  ];
  if (trips.length === 0) return null;
  return (
    <p className="cond flex items-center gap-3">
      <Choice
        bare
        label="laden for"
        value={sheet.brief.trip ?? ""}
        none="any trip: only what comes on every one"
        of={trips}
        choose={(trip) =>
          void put((now) => ({ do: "head", version: now.version, to: { trip: trip || null } }))
        }
      />
      <span className="text-quiet">is what it is laden for</span>
    </p>
  );
}

function Figures({ family, name, keys }: { family: string; name: string; keys: FigureKey[] }) {
  const { sheet, write } = useBench();
  return keys.map(({ key, label }) => {
    const path = `${family}.${name}.${key}`;
    const figure = sheet.figures[path];
    return (
      <td key={key} className="text-right whitespace-nowrap">
        <FigureButton path={path} label={`${name}, ${label}`}>
          {typeof figure?.value === "number" ? (
            <>
              <b className="font-semibold">{write(figure.value, key).text}</b>{" "}
              <KnownMark known={figure.known} />
            </>
          ) : (
            <span className="text-quiet underline underline-offset-4">{label}?</span>
          )}
        </FigureButton>
      </td>
    );
  });
}

type FamilyProps = {
  table: Exclude<Owned, "cargo">;
  title: string;
  about: string;
  example: string;
  figures: FigureKey[];
  choice?: { key: string; label: string; of: readonly string[]; first: string };
  mark?: { key: string; label: string };
};

function Family({ table, title, about, example, figures, choice, mark }: FamilyProps) {
  const { sheet, put, write } = useBench();
  const [entry, setEntry] = useState<Record<string, string>>({});
  const [problem, setProblem] = useState<string>();
  const family = FAMILY[table];
  const keep = (id: number, version: number | null, record: object, typed?: Record<string, string>) =>
    put({ do: "record", table: table as Table, id, version, record, ...(typed ? { typed } : {}) });
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const { name = "", ...typed } = entry;
    if (!name.trim()) return setProblem(`It wants a name, for example ${example}.`);
    const record = {
      name: name.trim(),
      ...(choice ? { [choice.key]: entry[choice.key] ?? choice.first } : {}),
    };
    const refusal = await keep(0, null, record, typed);
    setProblem(refusal?.stale ? `There is one called “${name}” already.` : refusal?.message);
    if (!refusal) setEntry({});
  };
  return (
    <section aria-label={title}>
      <h2 className="border-b border-ink pb-1 font-semibold">
        {title} <span className="font-normal text-quiet">{about}</span>
      </h2>
      <div className="sideways">
        <table className="cond w-full">
          <thead>
            <tr className="text-left text-quiet">
              <th className="font-normal" />
              {figures.map(({ key, label }) => (
                <th key={key} className="text-right font-normal">
                  {label}, {write(0, key).unit}
                </th>
              ))}
              <th />
            </tr>
          </thead>
          <tbody>
            {sheet.records[table].map(({ id, version, record }) => {
              const values = record as Record<string, unknown> & { name: string };
              return (
                <tr key={id} className="border-b border-hair">
                  <td className="pr-3">
                    {record.name}
                    {choice && (
                      <>
                        {" "}
                        <Choice
                          bare
                          label={`${record.name}, ${choice.label}`}
                          value={String(values[choice.key])}
                          of={choice.of}
                          choose={(to) => void keep(id, version, { ...record, [choice.key]: to })}
                        />
                      </>
                    )}
                    {mark && (
                      <label className="ml-3 inline-flex min-h-10 items-center gap-1 text-quiet">
                        <input
                          type="checkbox"
                          className="size-5 accent-ink"
                          checked={values[mark.key] === true}
                          onChange={(event) =>
                            void keep(id, version, { ...record, [mark.key]: event.target.checked })
                          }
                        />
                        {mark.label}
                        <span className="sr-only"> {record.name}</span>
                      </label>
                    )}
                  </td>
                  <Figures family={family} name={record.name} keys={figures} />
                  <td className="w-20 text-right">
                    <button
                      className="link text-sm"
                      onClick={() => void put({ do: "drop", table, id, version })}
                    >
                      take out <span className="sr-only">{record.name}</span>
                    </button>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      <form
        onSubmit={(event) => void submit(event)}
        className="cond no-print flex flex-wrap items-end gap-4 py-2"
        aria-label={`Add to ${title}`}
      >
        <Entry
          label="name"
          className="w-40"
          value={entry.name ?? ""}
          example={example}
          set={(name) => setEntry({ ...entry, name })}
        />
        {choice && (
          <Choice
            label={choice.label}
            value={entry[choice.key] ?? choice.first}
            of={choice.of}
            choose={(to) => setEntry({ ...entry, [choice.key]: to })}
          />
        )}
        {figures.map(({ key, label, example: such }) => (
          <Entry
            key={key}
            label={`${label}, ${write(0, key).unit}`}
            className="w-32"
            value={entry[key] ?? ""}
            example={such}
            set={(text) => setEntry({ ...entry, [key]: text })}
          />
        ))}
        <button className="btn">add it</button>
      </form>
      <Problem of={problem} />
    </section>
  );
}

/** Things to carry: what each weighs, where it is packed, and what it wants. */
function Cargo() {
  const { sheet, put, write } = useBench();
  const [entry, setEntry] = useState({
    name: "",
    mass: "",
    known: "assumed" as "assumed" | "measured",
    place: "",
  });
  const [problem, setProblem] = useState<string>();
  const places = sheet.records.place.map(({ record }) => record.name);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const name = entry.name.trim();
    if (!name) return setProblem("It wants a name, for example stove and pans.");
    const refusal = await put({
      do: "record",
      table: "cargo",
      id: 0,
      version: null,
      record: { name, place: entry.place || null },
      typed: { mass_kg: entry.mass },
      known: entry.known,
    });
    setProblem(refusal?.stale ? `“${name}” is on the list already.` : refusal?.message);
    if (!refusal) setEntry({ ...entry, name: "", mass: "" });
  };
  return (
    <section aria-label="Things to carry">
      <h2 className="border-b border-ink pb-1 font-semibold">
        Things to carry{" "}
        <span className="font-normal text-quiet">a guess is mostly too low: a kitchen scale is quick</span>
      </h2>
      <div className="sideways">
        <table className="cond w-full">
          <thead>
            <tr className="text-left text-quiet">
              <th />
              <th className="text-right font-normal">mass, {write(0, "mass_kg").unit}</th>
              <th className="pl-4 font-normal">packed into</th>
              {WANTS.map(({ key, label }) => (
                <th key={key} className="w-20 text-center font-normal">
                  {label}
                </th>
              ))}
              <th className="pl-3 font-normal">kept apart from</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {sheet.records.cargo.map((thing) => (
              <Thing key={thing.id} thing={thing} places={places} />
            ))}
          </tbody>
        </table>
      </div>
      <form
        onSubmit={(event) => void submit(event)}
        className="cond no-print flex flex-wrap items-end gap-4 py-2"
        aria-label="Add to Things to carry"
      >
        <Entry
          label="what"
          className="w-44"
          value={entry.name}
          example="stove and pans"
          set={(name) => setEntry({ ...entry, name })}
        />
        <Entry
          label={`mass, ${write(0, "mass_kg").unit}`}
          className="w-24"
          value={entry.mass}
          example="9.5"
          set={(mass) => setEntry({ ...entry, mass })}
        />
        <Choice
          label="known"
          value={entry.known}
          of={[
            { value: "assumed", text: "guessed" },
            { value: "measured", text: "weighed" },
          ]}
          choose={(known) => setEntry({ ...entry, known })}
        />
        <Choice
          label="packed into"
          value={entry.place}
          none="no place yet"
          of={places}
          choose={(place) => setEntry({ ...entry, place })}
        />
        <button className="btn">add it</button>
      </form>
      <Problem of={problem} />
    </section>
  );
}

const WANTS = [
  { key: "pinned", label: "stays there" },
  { key: "at_hand", label: "at hand" },
  { key: "at_home", label: "stays at home" },
] as const;

function Thing({ thing, places }: { thing: Kept<"cargo">; places: string[] }) {
  const { sheet, put } = useBench();
  const { id, version, record } = thing;
  const [problem, setProblem] = useState<string>();
  const others = sheet.records.cargo.map((each) => each.record.name).filter((name) => name !== record.name);
  const keep = async (to: object) => {
    const refusal = await put({ do: "record", table: "cargo", id, version, record: { ...record, ...to } });
    setProblem(refusal?.message);
  };
  const apart = record.apart ?? [];
  return (
    <tr className={`border-b border-hair ${record.at_home ? "text-quiet line-through" : ""}`}>
      <td className="pr-3">
        {record.name}
        <Problem of={problem} />
      </td>
      <Figures family="cargo" name={record.name} keys={[{ key: "mass_kg", label: "mass", example: "14" }]} />
      <td className="pl-4">
        <Choice
          bare
          label={`${record.name} is packed into`}
          value={record.place ?? ""}
          none="no place yet"
          of={record.place && !places.includes(record.place) ? [...places, record.place] : places}
          choose={(place) => void keep({ place: place || null })}
        />
      </td>
      {WANTS.map(({ key, label }) => (
        <td key={key} className="text-center">
          <label className="inline-flex min-h-10 min-w-10 items-center justify-center">
            <input
              type="checkbox"
              className="size-5 accent-ink"
              checked={record[key] === true}
              onChange={(event) => void keep({ [key]: event.target.checked })}
            />
            <span className="sr-only">
              {record.name} {label}
            </span>
          </label>
        </td>
      ))}
      <td>
        <Choice
          bare
          label={`${record.name} is kept apart from`}
          value={apart[0] ?? ""}
          none="nothing"
          of={others}
          choose={(name) => void keep({ apart: name ? [name] : [] })}
          className="max-w-40"
        />
      </td>
      <td className="w-20 text-right">
        <button
          className="link text-sm"
          onClick={() => void put({ do: "drop", table: "cargo", id, version })}
        >
          take out <span className="sr-only">{record.name}</span>
        </button>
      </td>
    </tr>
  );
}
