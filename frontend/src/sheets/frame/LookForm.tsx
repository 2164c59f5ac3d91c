/** What is noted of a first look: typed in place; a pull of Recovery and masses of Load come in by one press. */
import { useState } from "react";

import { useBench } from "../../parts/bench";
import { Choice, Entry } from "../../parts/Entry";
import { Problem } from "../../parts/Problem";
import { asText } from "../../parts/quantity";
import type { LookLine, StrengthSheet } from "./useFrame";
import { useWritten } from "./useFrame";

type Record_ = LookLine["record"];
type Row = { key: string; label: string; example: string; wide?: true };

const ROWS: Record<Record_["sort"], readonly Row[]> = {
  bolts: [
    { key: "bolts", label: "bolts, x y each", example: "0 0; 126 0; 126 62; 0 62", wide: true },
    { key: "thread", label: "thread", example: "M12x1.25" },
    { key: "at_mm", label: "pulled at, x y z", example: "63 20 70", wide: true },
    { key: "force_n", label: "peak, N, x y z", example: "1500 -5200 2600", wide: true },
    { key: "direction", label: "way of the pull, x y z", example: "-1 0 0.1", wide: true },
  ],
  bar: [
    { key: "section.od_mm", label: "outside", example: "42.4" },
    { key: "section.width_mm", label: "width", example: "40" },
    { key: "section.height_mm", label: "height", example: "40" },
    { key: "section.wall_mm", label: "wall", example: "3" },
    { key: "length_mm", label: "free length", example: "900" },
    { key: "load_kg", label: "carries besides", example: "40" },
    { key: "bump", label: "on a bump, times", example: "3" },
  ],
  hinge: [
    { key: "load_kg", label: "carries besides", example: "38" },
    { key: "out_mm", label: "its centre, out", example: "420" },
    { key: "spacing_mm", label: "between hinges", example: "310" },
    { key: "rated_n", label: "one is rated, N", example: "4000" },
    { key: "bump", label: "on a bump, times", example: "3" },
  ],
};
const OF_SECTION = {
  tube: ["od_mm", "wall_mm"],
  box: ["width_mm", "height_mm", "wall_mm"],
  flat: ["width_mm", "height_mm"],
  round: ["od_mm"],
} as const;
const LISTS = ["bolts", "at_mm", "force_n", "direction"];

export function LookForm({ sheet, line }: { sheet: StrengthSheet; line: LookLine }) {
  const { put, write } = useBench();
  const { kg } = useWritten();
  const { record } = line;
  const [typed, setTyped] = useState<{ [key: string]: string }>({});
  const [problem, setProblem] = useState<string>();
  const keep = async (to: object) => {
    const refusal = await put({
      do: "record",
      table: "strength_look",
      id: line.id,
      version: line.version,
      record: { ...record, ...to },
    });
    setProblem(refusal?.message);
    if (!refusal) setTyped({});
  };
  const shown = (key: string) =>
    typed[key] ??
    asShown(
      noted(record, key),
      (value) => asText(write(value, key, { exact: true })),
      // Bare numbers are read in the unit that is shown, so they are shown in it.
      (value) => asDecimal(write(value, key === "bolts" ? "length_mm" : key, { exact: true }).text),
    );
  const section = record.section ?? null;
  const submit = () => {
    const to: { [key: string]: unknown } = {};
    for (const [key, text] of Object.entries(typed)) {
      if (key.startsWith("section.")) continue;
      to[key] = LISTS.includes(key) ? listed(key, text) : text.trim() || null;
    }
    const parts = Object.entries(typed).filter(([key]) => key.startsWith("section."));
    if (parts.length > 0 && section)
      to["section"] = Object.fromEntries([
        ["kind", section.kind],
        ...OF_SECTION[section.kind].map((key) => [key, typed[`section.${key}`] ?? section[key] ?? null]),
      ]);
    void keep(to);
  };
  const rows = ROWS[record.sort].filter(({ key }) => {
    if (key.startsWith("section."))
      return section !== null && (OF_SECTION[section.kind] as readonly string[]).includes(key.slice(8));
    if (key === "force_n") return record.pull === null || record.pull === undefined;
    if (key === "direction") return record.pull != null;
    return true;
  });
  return (
    <form
      aria-label={`What is noted of ${record.name}`}
      className="cond no-print flex flex-wrap items-end gap-x-4 gap-y-1 pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      {record.sort === "bolts" && (
        <>
          <Choice
            label="the pull"
            value={record.pull ?? ""}
            none="typed, below"
            of={sheet.pulls}
            choose={(pull) => void keep({ pull: pull || null, direction: record.direction ?? [-1, 0, 0] })}
          />
          <Choice
            label="class"
            value={record.grade ?? ""}
            none="not known"
            of={["8.8", "10.9", "12.9", "5", "8"] as const}
            choose={(grade) => void keep({ grade: grade || null })}
          />
          <Choice
            label="threads"
            value={record.condition ?? ""}
            none="dry, until said"
            of={["dry", "oiled", "greased"] as const}
            choose={(condition) => void keep({ condition: condition || null })}
          />
        </>
      )}
      {record.sort === "bar" && (
        <>
          <Choice
            label="section"
            value={section?.kind ?? ""}
            none="not known"
            of={["tube", "box", "flat", "round"] as const}
            choose={(kind) => void keep({ section: kind ? BEGINS[kind] : null })}
          />
          <Choice
            label="of"
            value={record.material ?? ""}
            none="not known"
            of={["steel", "aluminium"] as const}
            choose={(material) => void keep({ material: material || null })}
          />
          <Choice
            label="held"
            value={record.support ?? ""}
            none="not known"
            of={["both-ends", "cantilever"] as const}
            choose={(support) => void keep({ support: support || null })}
          />
          <Choice
            label="load"
            value={record.spread ? "spread" : "at one place"}
            of={["spread", "at one place"] as const}
            choose={(how) => void keep({ spread: how === "spread" })}
          />
          <Choice
            label="welded where it bends"
            value={record.welded ? "yes" : "no"}
            of={["no", "yes"] as const}
            choose={(how) => void keep({ welded: how === "yes" })}
          />
        </>
      )}
      {rows.map(({ key, label, example, wide }) => (
        <Entry
          key={key}
          label={label}
          value={shown(key)}
          set={(text) => setTyped({ ...typed, [key]: text })}
          example={example}
          className={wide ? "w-52" : "w-28"}
        />
      ))}
      {Object.keys(typed).length > 0 && <button className="btn-main">keep it so</button>}
      {record.sort !== "bolts" && sheet.masses.length > 0 && (
        <fieldset className="flex w-full flex-wrap gap-x-5">
          <legend className="text-quiet">it carries, from Load</legend>
          {sheet.masses.map(({ id, title, kg: mass }) => (
            <label key={id} className="flex min-h-10 items-center gap-2">
              <input
                type="checkbox"
                className="size-6 accent-[var(--ink)]"
                checked={(record.carries ?? []).includes(id)}
                onChange={(event) =>
                  void keep({
                    carries: event.target.checked
                      ? [...(record.carries ?? []), id]
                      : (record.carries ?? []).filter((each) => each !== id),
                  })
                }
              />
              {title} <span className="text-quiet">{kg(mass, 0)}</span>
            </label>
          ))}
        </fieldset>
      )}
      <Problem of={problem} className="w-full" />
    </form>
  );
}

const BEGINS = {
  tube: { kind: "tube", od_mm: 42.4, wall_mm: 2.6 },
  box: { kind: "box", width_mm: 40, height_mm: 40, wall_mm: 3 },
  flat: { kind: "flat", width_mm: 40, height_mm: 8 },
  round: { kind: "round", od_mm: 20 },
};

function noted(record: Record_, key: string): unknown {
  if (key.startsWith("section.")) return record.section?.[key.slice(8) as "od_mm"];
  return record[key as keyof Record_];
}

type Writes = (value: number) => string;

/** Several numbers with spaces between them, several places with semicolons. */
function asShown(value: unknown, exact: Writes, bare: Writes): string {
  if (value === null || value === undefined) return "";
  if (!Array.isArray(value)) return typeof value === "number" ? exact(value) : String(value as string);
  const places = value.map((each) =>
    Array.isArray(each) ? each.map(Number).map(bare).join(" ") : bare(Number(each)),
  );
  return places.join(value.some(Array.isArray) ? "; " : " ");
}

/** A figure as a tape has it, with no space in it: 5 1/2 is 5.5. */
function asDecimal(text: string): string {
  const [whole = "", part] = text.split(" ");
  const [top, bottom] = (part ?? (whole.includes("/") ? whole : "")).split("/");
  if (!bottom) return text;
  const sign = text.startsWith("−") || text.startsWith("-") ? -1 : 1;
  const plain = part ? Math.abs(Number(whole.replace("−", "-"))) : 0;
  return String(sign * (plain + Math.abs(Number((top ?? "0").replace("−", "-"))) / Number(bottom)));
}

function listed(key: string, text: string): unknown {
  const numbers = (of: string) =>
    of
      .trim()
      .split(/[\s,]+/)
      .filter(Boolean);
  if (!text.trim()) return key === "bolts" ? [] : null;
  return key === "bolts"
    ? text
        .split(";")
        .filter((each) => each.trim())
        .map(numbers)
    : numbers(text);
}
