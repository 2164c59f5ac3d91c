/** One piece: what is typed of it, what it comes to, its template, and the ways it goes out. */
import { useState } from "react";

import { useBench } from "../../parts/bench";
import { Choice, Entry } from "../../parts/Entry";
import { Problem } from "../../parts/Problem";
import { asText } from "../../parts/quantity";
import { useSettings } from "../../parts/settings";
import { useRested } from "../../parts/useRested";
import { BentRail } from "./BentRail";
import { IntoLoad } from "./IntoLoad";
import { asTyped, FIELDS, fromTyped, type PieceField } from "./pieceFields";
import { PlateEditor } from "./PlateEditor";
import { TemplateDrawing } from "./TemplateDrawing";
import { type Given, type PieceLine, useTriedPiece } from "./useFrame";

/** What is typed is tried once the typing has paused. */
const PAUSE_MS = 250;

export function Piece({ piece }: { piece: PieceLine }) {
  const { put, sheet, write } = useBench();
  const { units } = useSettings();
  const { record } = piece;
  const kept = record.given as Given;
  const [typed, setTyped] = useState<Given>({});
  const [problem, setProblem] = useState<string>();
  const given = { ...kept, ...typed };
  const changed = Object.keys(typed).length > 0;
  const tried = useTriedPiece(record.sort, JSON.parse(useRested(JSON.stringify(given), PAUSE_MS)) as Given);
  const worked = changed ? (tried.data ?? piece.worked) : piece.worked;
  const keep = async (to: object) => {
    const refusal = await put({
      do: "record",
      table: "cut_piece",
      id: piece.id,
      version: piece.version,
      record: { ...record, ...to },
    });
    setProblem(refusal?.message);
  };
  const exact = (value: number, key: string) => {
    // Plain numbers, and lengths in the unit that is shown, as an input takes them back.
    const { text, unit } = write(value, key, { exact: true });
    if (unit === "" || unit === "mm" || unit === "°") return text;
    // What has no end in inches stands as it was drawn.
    return text.length > 8 && key.endsWith("_mm") ? `${value} mm` : asText({ text, unit });
  };
  const paper = (size: "A4" | "A3") =>
    `/api/rigs/${sheet.id}/frame/pieces/${piece.id}/template.pdf?paper=${size}&units=${units}`;
  return (
    <section aria-label={record.name} className="pb-4">
      <h2 className="flex flex-wrap items-baseline gap-x-4 py-1 text-lg font-semibold">
        {record.name}
        {record.for_what && (
          <span className="cond text-base font-normal text-quiet">for {record.for_what}</span>
        )}
        {changed && <span className="cond text-base font-normal text-oxide">tried, not kept</span>}
      </h2>
      <div className="cond no-print flex flex-wrap items-end gap-x-4 gap-y-2">
        {FIELDS[record.sort].map((field) => (
          <PieceEntry
            key={field.key}
            field={field}
            value={asTyped(given[field.key], field.key, exact)}
            set={(text) => setTyped({ ...typed, [field.key]: fromTyped(field, text) })}
          />
        ))}
        {changed && (
          <>
            <button
              className="btn-main"
              disabled={tried.error !== null}
              onClick={() =>
                void keep({
                  given: Object.fromEntries(Object.entries(given).filter(([, value]) => value !== null)),
                })
              }
            >
              keep it so
            </button>
            <button className="btn" onClick={() => setTyped({})}>
              as it was
            </button>
          </>
        )}
      </div>
      <Problem of={changed ? (tried.error ?? problem) : problem} className="py-1" />
      {record.sort === "plate" ? (
        <PlateEditor
          given={given}
          read={worked.given}
          exact={exact}
          set={(to) => setTyped({ ...typed, ...to })}
          name={record.name}
        />
      ) : (
        <TemplateDrawing template={worked.template} name={record.name} />
      )}
      {worked.bent.length > 1 && (
        <BentRail
          bent={worked.bent}
          height={Number(worked.answer["height_mm"] ?? kept["height_mm"] ?? 100)}
          deg={Number(worked.answer["angle_deg"])}
        />
      )}
      <ul className="cond max-w-prose py-2">
        {worked.template.says.map((line) => (
          <li key={line} className="border-b border-hair py-1">
            {line}
          </li>
        ))}
      </ul>
      <p className="cond no-print flex flex-wrap items-center gap-x-5">
        {!changed && (
          <>
            <a className="link" href={paper("A4")} download>
              template 1:1, A4
            </a>
            <a className="link" href={paper("A3")} download>
              A3
            </a>
            <a className="link" href={`/api/rigs/${sheet.id}/frame/pieces/${piece.id}/template.dxf`} download>
              DXF for the cutter
            </a>
          </>
        )}
        <button
          className="link text-sm"
          onClick={() => void put({ do: "drop", table: "cut_piece", id: piece.id, version: piece.version })}
        >
          out <span className="sr-only">{record.name}</span>
        </button>
      </p>
      <Stamped record={record} keep={keep} />
      {record.sort === "plate" && !changed && <IntoLoad piece={piece} keep={keep} />}
    </section>
  );
}

type EntryProps = { field: PieceField; value: string; set: (text: string) => void };

function PieceEntry({ field, value, set }: EntryProps) {
  if (field.yes)
    return (
      <label className="flex min-h-10 items-center gap-2">
        <input
          type="checkbox"
          className="size-6 accent-[var(--ink)]"
          checked={value === "true"}
          onChange={(event) => set(event.target.checked ? "true" : "false")}
        />
        {field.label}
      </label>
    );
  if (field.of)
    return <Choice label={field.label} value={value || (field.of[0] ?? "")} of={field.of} choose={set} />;
  return (
    <Entry
      label={field.label}
      value={value}
      set={set}
      example={field.example}
      className={field.list ? "w-44" : "w-28"}
    />
  );
}

/** What every sheet of it names: the material, and how many there are. */
function Stamped({ record, keep }: { record: PieceLine["record"]; keep: (to: object) => Promise<void> }) {
  const [material, setMaterial] = useState(record.material ?? "");
  const [count, setCount] = useState(String(record.count ?? 1));
  return (
    <form
      aria-label="What its sheets name"
      className="cond no-print flex flex-wrap items-end gap-x-4"
      onSubmit={(event) => {
        event.preventDefault();
        void keep({ material: material || null, count });
      }}
    >
      <Entry
        label="material, as it is bought"
        value={material}
        set={setMaterial}
        example="S355, 8 mm"
        className="w-52"
      />
      <Entry label="how many" value={count} set={setCount} example="1" className="w-20" />
      {(material !== (record.material ?? "") || count !== String(record.count ?? 1)) && (
        <button className="btn">keep it so</button>
      )}
    </form>
  );
}
