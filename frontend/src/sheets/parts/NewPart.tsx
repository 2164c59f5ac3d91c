/** A new part, and a new face of one. */
import { type FormEvent, useState } from "react";

import type { Part } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Choice, Entry } from "../../parts/Entry";
import { Problem } from "../../parts/Problem";
import type { KeepPart } from "./useKeepPart";

export const PLACES = ["fitted", "shelf", "wanted", "donor", "gone"] as const;
export const HEAPS = ["good", "usable", "scrap"] as const;
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

export const PLACE_NAMES = {
  fitted: "fitted",
  shelf: "on the shelf",
  wanted: "wanted",
  donor: "in a donor",
  gone: "gone again",
} as const;

/** A face by its kind brings the fields that have to be known of it, all still to be measured. */
export function NewFace({ part, keep }: { part: Part; keep: KeepPart }) {
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
      className="cond no-print flex flex-wrap items-end gap-4 py-3"
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

export function NewPart() {
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
      of={choices.map((each) => ({
        value: each,
        text: PLACE_NAMES[each as keyof typeof PLACE_NAMES] ?? each.replace("-", " "),
      }))}
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
