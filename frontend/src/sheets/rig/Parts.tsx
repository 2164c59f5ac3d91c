/** Parts, each one record wherever it is: fitted, on the shelf, wanted, or in a donor; and what its faces meet. */
import { type FormEvent, useState } from "react";

import type { Kept, Part } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Choice, Entry } from "../../parts/Entry";
import { FigureButton } from "../../parts/FigureButton";
import { money } from "../../parts/money";
import { Problem } from "../../parts/Problem";

const PLACES = ["fitted", "shelf", "wanted", "donor"] as const;
const HEAPS = ["good", "usable", "scrap"] as const;
const KINDS = [
  "transfer-case",
  "gearbox",
  "axle",
  "shaft",
  "adapter",
  "tyre",
  "wheel",
  "spring",
  "shock",
  "brake",
  "winch",
  "bumper",
  "equipment",
  "other",
] as const;
const NOTHING = { name: "", kind: "other", place: "shelf", donor: "", price: "", mass_kg: "" };

export function Parts() {
  const { sheet } = useBench();
  return (
    <section className="pt-6">
      <h2 className="cond border-b border-ink pb-1 font-semibold">
        Parts{" "}
        <span className="font-normal text-quiet">
          one record each, wherever it is; what is taken off stays here
        </span>
      </h2>
      {PLACES.map((place) => {
        const here = sheet.records.part.filter(({ record: part }) => part.place === place);
        return (
          here.length > 0 && (
            <div key={place} className="grid gap-x-4 border-b border-hair wide:grid-cols-[7rem_1fr]">
              <h3 className="cond pt-2 text-quiet">
                {{ fitted: "fitted", shelf: "on the shelf", wanted: "wanted", donor: "in a donor" }[place]}
              </h3>
              <ul>
                {here.map((kept) => (
                  <PartRow key={kept.id} kept={kept} />
                ))}
              </ul>
            </div>
          )
        );
      })}
      <NewPart />
    </section>
  );
}

/** What becomes of a part, from what it is when the write's turn comes. */
type Change = (part: Part) => Partial<Part>;

function PartRow({ kept }: { kept: Kept<"part"> }) {
  const { sheet, put, write } = useBench();
  const { record: part } = kept;
  const [open, setOpen] = useState(false);
  const [problem, setProblem] = useState<string>();
  const keep = async (to: Change) => {
    const refusal = await put((now) => {
      const { id, version, record: current } = now.records.part.find((each) => each.id === kept.id) ?? kept;
      return { do: "record", table: "part", id, version, record: { ...current, ...to(current) } };
    });
    setProblem(refusal?.message);
  };
  const mass = sheet.figures[`parts.${part.name}.mass_kg`]?.value;
  const faces = Object.keys(part.faces ?? {}).length;
  const meetings = sheet.here.results.driveline.mating?.value ?? [];
  const wrong = meetings.filter(({ part: of, outcome }) => of === part.name && !outcome.fits).length;
  return (
    <li className="border-b border-hair last:border-b-0">
      <div className="cond flex flex-wrap items-center gap-x-4">
        <button
          className="min-h-10 min-w-40 flex-1 font-semibold"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {part.name} <span className="font-normal text-quiet">{part.kind}</span>
        </button>
        {part.donor && <span className="text-quiet">{part.donor}</span>}
        {wrong > 0 && (
          <span className="text-oxide">{wrong === 1 ? "1 face" : `${wrong} faces`} to settle</span>
        )}
        {faces > 0 && wrong === 0 && (
          <span className="text-quiet">{faces === 1 ? "1 face" : `${faces} faces`}</span>
        )}
        <FigureButton path={`parts.${part.name}.mass_kg`} label={`mass of ${part.name}`}>
          {typeof mass === "number" ? (
            Object.values(write(mass, "mass_kg")).join(" ")
          ) : (
            <span className="text-quiet">weigh it</span>
          )}
        </FigureButton>
        {part.price !== null && part.price !== undefined && <span>{money(part.price)}</span>}
        <Choice
          bare
          label={`Where ${part.name} is`}
          value={part.place}
          of={PLACES}
          choose={(place) => void keep(() => ({ place }))}
        />
        {part.place === "shelf" && (
          <Choice
            bare
            label={`How good ${part.name} is`}
            value={part.heap ?? ""}
            none="which heap"
            of={HEAPS}
            choose={(heap) => void keep(() => ({ heap: heap || null }) as Partial<Part>)}
          />
        )}
      </div>
      {part.note && <p className="text-sm text-quiet">{part.note}</p>}
      <Problem of={problem} />
      {open && <Faces kept={kept} keep={keep} />}
    </li>
  );
}

/** The faces of a part, what each meets, and what does not agree. */
function Faces({ kept, keep }: { kept: Kept<"part">; keep: (to: Change) => Promise<void> }) {
  const { sheet, put } = useBench();
  const { record: part } = kept;
  const meetings = sheet.here.results.driveline.mating?.value ?? [];
  return (
    <div className="cond my-2 ml-4 border-l-4 border-hair pl-4">
      {Object.entries(part.faces ?? {}).map(([name, face]) => (
        <div key={name} className="border-b border-hair py-1">
          <p>
            <b className="font-semibold">{name}</b> <span className="text-quiet">{face.kind}</span>{" "}
            {face.meets && <>goes onto {face.meets.replace("/", ", ")}</>}
          </p>
          <dl className="flex flex-wrap gap-x-5">
            {Object.entries(face.fields ?? {}).map(([key, value]) => (
              <label key={key} className="flex items-baseline gap-1">
                <span className="text-quiet">{key.replaceAll("_", " ")}</span>
                <input
                  key={String(value)}
                  className={`min-h-10 w-24 border-b bg-transparent ${value === null ? "border-oxide" : "border-hair"}`}
                  defaultValue={value ?? ""}
                  placeholder="measure it"
                  onBlur={(event) => {
                    const text = event.target.value.trim();
                    const next = text === "" ? null : text;
                    if (next === (value === null ? null : String(value))) return;
                    void keep(({ faces }) => {
                      const here = faces?.[name] ?? face;
                      const fields = { ...here.fields, [key]: next };
                      return { faces: { ...faces, [name]: { ...here, fields } } };
                    });
                  }}
                  onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
                />
              </label>
            ))}
          </dl>
        </div>
      ))}
      <ul>
        {meetings
          .filter((meeting) => meeting.part === part.name)
          .map(({ name, outcome }) => (
            <li key={name} className={outcome.mismatches.length > 0 ? "text-oxide" : ""}>
              {outcome.fits ? "fits: " : outcome.mismatches.length > 0 ? "does not mate: " : "not known: "}
              {name}
              {[...outcome.mismatches, ...outcome.unknown].map(
                ({ field }) => ` · ${field.replaceAll("_", " ")}`,
              )}
            </li>
          ))}
      </ul>
      <NewFace part={part} keep={keep} />
      <p>
        <button
          className="link"
          onClick={() => void put({ do: "drop", table: "part", id: kept.id, version: kept.version })}
        >
          take the part out
        </button>
      </p>
    </div>
  );
}

/** A face by its kind brings the fields that have to be known of it, all still to be measured. */
function NewFace({ part, keep }: { part: Part; keep: (to: Change) => Promise<void> }) {
  const { sheet, catalogue } = useBench();
  const [entry, setEntry] = useState({ name: "", kind: "flange", meets: "" });
  const others = sheet.records.part.flatMap(({ record: other }) =>
    other.name === part.name ? [] : Object.keys(other.faces ?? {}).map((face) => `${other.name}/${face}`),
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const name = entry.name.trim().replaceAll("/", " ");
    if (!name) return;
    const fields = Object.fromEntries((catalogue.faces[entry.kind] ?? []).map((key) => [key, null]));
    const face = { kind: entry.kind, fields, meets: entry.meets || null };
    void keep(({ faces }) => ({ faces: { ...faces, [name]: face } }));
    setEntry({ ...entry, name: "" });
  };
  return (
    <form
      onSubmit={submit}
      className="flex flex-wrap items-end gap-4 py-2"
      aria-label={`Add a face to ${part.name}`}
    >
      <Entry
        label="face"
        className="w-36"
        value={entry.name}
        example="rear flange"
        set={(name) => setEntry({ ...entry, name })}
      />
      <Choice
        label="kind"
        value={entry.kind}
        of={Object.keys(catalogue.faces)}
        choose={(kind) => setEntry({ ...entry, kind })}
      />
      <Choice
        label="goes onto"
        className="max-w-48"
        value={entry.meets}
        none="nothing said"
        of={others}
        choose={(meets) => setEntry({ ...entry, meets })}
      />
      <button className="btn">add the face</button>
    </form>
  );
}

function NewPart() {
  const { put, write } = useBench();
  const [entry, setEntry] = useState(NOTHING);
  const [problem, setProblem] = useState<string>();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!entry.name.trim()) return setProblem("What is it called? For example: donor case.");
    const { name, kind, place, donor, mass_kg, price } = entry;
    const refusal = await put({
      do: "record",
      table: "part",
      id: 0,
      version: null,
      record: { name: name.trim(), kind, place, donor: donor.trim() || null, price },
      typed: { mass_kg },
    });
    setProblem(refusal?.stale ? `There is a part “${name}” already.` : refusal?.message);
    if (!refusal) setEntry(NOTHING);
  };
  const field = (key: keyof typeof NOTHING, label: string, example: string, wide = false) => (
    <Entry
      label={label}
      className={wide ? "w-52" : "w-28"}
      value={entry[key]}
      example={example}
      set={(text) => setEntry({ ...entry, [key]: text })}
    />
  );
  const pick = (key: "kind" | "place", label: string, choices: readonly string[]) => (
    <Choice
      label={label}
      value={entry[key]}
      of={choices}
      choose={(word) => setEntry({ ...entry, [key]: word })}
    />
  );
  return (
    <form onSubmit={(event) => void submit(event)} className="cond py-3" aria-label="Add a part">
      <div className="flex flex-wrap items-end gap-4">
        {field("name", "part", "donor case", true)}
        {pick("kind", "kind", KINDS)}
        {pick("place", "where", PLACES)}
        {entry.place === "donor" && field("donor", "which donor", "grey pickup behind the shed", true)}
        {field("mass_kg", `mass, ${write(0, "mass_kg").unit}`, "54")}
        {field("price", "price", "420")}
        <button className="btn">add the part</button>
      </div>
      <Problem of={problem} />
    </form>
  );
}
