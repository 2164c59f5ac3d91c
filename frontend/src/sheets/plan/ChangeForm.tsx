/** A change by its kind's own fields: a new one, or one that stands in the order. Everything is typed as on a tape. */
import { type FormEvent, useState } from "react";

import type { ChangeLine, Kind, MassKnown } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Choice, Entry } from "../../parts/Entry";
import { focusSoon } from "../../parts/focusSoon";
import { Problem } from "../../parts/Problem";

type Props = { change?: ChangeLine; option?: string; done: () => void };
type Typed = Record<string, string>;

const PLACED = [
  { key: "mass", from: "mass_kg", label: "mass", example: 48 },
  { key: "mass_off", from: "mass_off_kg", label: "±", example: 2 },
  { key: "x", from: "mass_x_mm", label: "behind the front axle", example: -780 },
  { key: "y", from: "mass_y_mm", label: "right of the middle", example: -320 },
  { key: "z", from: "mass_z_mm", label: "above the ground", example: 560 },
] as const;

const MASS_KNOWN: { value: MassKnown; text: string }[] = [
  { value: "assumed", text: "guessed" },
  { value: "plate", text: "the maker’s" },
  { value: "measured", text: "weighed" },
];

const MONEY = [
  { key: "cost", label: "cost", example: "640" },
  { key: "paid", label: "of it paid", example: "0" },
  { key: "credit", label: "old parts sold for", example: "0" },
  { key: "hours", label: "hours", example: "4" },
] as const;

export function ChangeForm({ change, option, done }: Props) {
  const { catalogue, sheet, put, write } = useBench();
  const [kindName, setKindName] = useState(change?.kind ?? "equipment");
  const kind = catalogue.kinds.find((each) => each.name === kindName) ?? catalogue.kinds[0];
  const [typed, setTyped] = useState<Typed>(() => (change && kind ? asTyped(change, kind, write) : {}));
  const [placed, setPlaced] = useState<Typed>(() => placedOf(change, write));
  const [weighed, setWeighed] = useState<MassKnown>(change?.mass_known ?? "assumed");
  const [sums, setSums] = useState<Typed>(() => sumsOf(change));
  const [gift, setGift] = useState(change?.gift ?? false);
  const [of, setOf] = useState(change?.option ?? option ?? "");
  const [note, setNote] = useState(change?.note ?? "");
  const [problem, setProblem] = useState<{ field: string | null; message: string }>();
  if (!kind) return null;
  const options = sheet.records.question.flatMap(({ record: question }) =>
    question.options.map((name) => `${question.key}/${name}`),
  );

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const amounts = Object.fromEntries(MONEY.map(({ key }) => [key, sums[key] ?? ""]));
    const places = {
      mass: placed.mass ?? "",
      mass_off: placed.mass_off ?? "",
      x: placed.x ?? "",
      y: placed.y ?? "",
      z: placed.z ?? "",
      mass_known: weighed,
    };
    const refusal = change
      ? await put({
          do: "edit",
          change: change.id,
          version: change.version,
          to: { typed, ...places, ...amounts, gift, note: note.trim() || null, option: of || null },
        })
      : await put({
          do: "change",
          kind: kind.name,
          typed,
          placed: { ...places, cost: sums.cost ?? "" },
          option: of || null,
        });
    if (refusal) setProblem({ field: refusal.problem.field ?? null, message: refusal.message });
    else done();
  };

  const field = (
    key: string,
    label: string,
    value: string,
    set: (text: string) => void,
    example: string,
    wide = false,
  ) => (
    <Entry
      key={key}
      label={label}
      className={wide ? "w-80 max-w-full" : "w-36"}
      value={value}
      set={set}
      example={example}
      invalid={problem?.field === key}
    />
  );
  return (
    <form
      onSubmit={(event) => void submit(event)}
      className="cond no-print my-2 grid gap-4 border-l-4 border-ink py-2 pl-4"
      aria-label={change ? `Edit ${change.title}` : "Add a change"}
    >
      <div className="flex flex-wrap items-end gap-x-5 gap-y-3">
        {!change && (
          <Choice
            label="kind"
            value={kind.name}
            focus={focusSoon}
            of={catalogue.kinds.map(({ name }) => name)}
            choose={(name) => {
              setKindName(name);
              setTyped({});
            }}
          />
        )}
        {kind.fields.map((form) => {
          const path = `fields.${form.key}`;
          const set = (text: string) => setTyped({ ...typed, [form.key]: text });
          const value = typed[form.key] ?? "";
          const unit = form.quantity ? write(0, form.key).unit : "";
          const label = `${form.label}${unit ? `, ${unit}` : ""}${form.required ? "" : " (if known)"}`;
          if (form.choices.length > 0 || form.yes_no)
            return (
              <Choice
                key={form.key}
                label={form.label}
                value={value}
                none="–"
                of={form.yes_no ? ["yes", "no"] : form.choices}
                choose={set}
              />
            );
          return field(path, label, value, set, form.example, !form.quantity);
        })}
      </div>
      <div className="flex flex-wrap items-end gap-x-5 gap-y-3">
        {PLACED.map(({ key, from, label, example }) =>
          field(
            key,
            `${label}, ${write(0, from).unit}`,
            placed[key] ?? "",
            (text) => setPlaced({ ...placed, [key]: text }),
            write(example, from, { places: 0 }).text,
          ),
        )}
        <Choice label="the mass is" value={weighed} of={MASS_KNOWN} choose={setWeighed} />
        {MONEY.filter(({ key }) => change || key === "cost").map(({ key, label, example }) =>
          field(key, label, sums[key] ?? "", (text) => setSums({ ...sums, [key]: text }), example),
        )}
        {change && (
          <label className="flex min-h-10 items-center gap-2">
            <input
              type="checkbox"
              className="size-5"
              checked={gift}
              onChange={(e) => setGift(e.target.checked)}
            />
            a gift; the cost is its retail price
          </label>
        )}
        {options.length > 0 && (
          <Choice
            label="belongs to the option"
            value={of}
            none="none: it stands for itself"
            of={options}
            choose={setOf}
          />
        )}
      </div>
      {change && (
        <label className="grid gap-1">
          <span className="text-quiet">note</span>
          <input className="field text-base" value={note} onChange={(event) => setNote(event.target.value)} />
        </label>
      )}
      <Problem of={problem} />
      <p>
        <button className="btn-main">{change ? "keep it" : "put it into the order"}</button>{" "}
        <button type="button" className="link" onClick={done}>
          cancel
        </button>
      </p>
    </form>
  );
}

type Write = ReturnType<typeof useBench>["write"];

function asTyped(change: ChangeLine, kind: Kind, write: Write): Typed {
  const filled: Typed = {};
  for (const { key, yes_no } of kind.fields) {
    const value = change.fields[key] as number | string | boolean | null | undefined;
    if (value === null || value === undefined) continue;
    if (yes_no) filled[key] = value ? "yes" : "no";
    else filled[key] = typeof value === "number" ? write(value, key, { exact: true }).text : String(value);
  }
  return filled;
}

function placedOf(change: ChangeLine | undefined, write: Write): Typed {
  const filled: Typed = {};
  for (const { key, from } of PLACED) {
    const value = change?.[from];
    if (value !== null && value !== undefined) filled[key] = write(value, from, { exact: true }).text;
  }
  return filled;
}

function sumsOf(change: ChangeLine | undefined): Typed {
  const filled: Typed = {};
  for (const { key } of MONEY) {
    const value = change?.[key];
    if (value !== null && value !== undefined) filled[key] = String(value);
  }
  return filled;
}
