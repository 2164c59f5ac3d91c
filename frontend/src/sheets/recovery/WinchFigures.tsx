/** The winch: its figures, and the maker's table of what it draws. */
import { type FormEvent, useState } from "react";

import type { PullSheet } from "../../api/types";
import { useBench } from "../../parts/bench";
import { figureHere } from "../../parts/figureHere";
import { FigureButton, useSpec } from "../../parts/FigureButton";
import { KnownMark } from "../../parts/KnownMark";
import { Problem } from "../../parts/Problem";
import { WaitsFor } from "../../parts/WaitsFor";
import { asText } from "../../parts/quantity";
import { wordsIn } from "../../parts/typedIn";
import { useWritten } from "./useRecovery";

const PATHS = [
  "winch.rated_kg",
  "winch.rope",
  "winch.rope_length_m",
  "winch.rope_diameter_mm",
  "winch.rope_breaking_kg",
  "winch.drum_diameter_mm",
  "winch.drum_width_mm",
  "winch.mount_kg",
] as const;

export function WinchFigures({ sheet }: { sheet: PullSheet }) {
  const { kg } = useWritten();
  const mass = sheet.against_mass.value;
  return (
    <section aria-label="The winch" className="pt-4">
      <h2 className="border-b border-ink pb-1 font-semibold">The winch</h2>
      {mass ? (
        <p className="py-1">
          {kg(mass.rated_kg)} on its first layer: <b className="font-semibold">{mass.over_mass.toFixed(2)}</b>{" "}
          times what it weighs laden, 1.5 are wanted.
        </p>
      ) : (
        <p className="py-1">
          <WaitsFor waits={sheet.against_mass.waits_for} />; or plan one:{" "}
          <code>winch 4300 kg rated 38 kg at -700</code> in the line.
        </p>
      )}
      <dl className="cond grid gap-x-10 wide:grid-cols-2">
        {PATHS.map((path) => (
          <WinchFigure key={path} path={path} />
        ))}
      </dl>
      <Table sheet={sheet} />
    </section>
  );
}

function WinchFigure({ path }: { path: string }) {
  const { sheet, write } = useBench();
  const spec = useSpec(path);
  const here = figureHere(sheet, path);
  return (
    <div className="flex items-baseline justify-between gap-4 border-b border-hair">
      <dt>
        <FigureButton path={path} className="text-left text-quiet underline underline-offset-4">
          {spec?.label}
        </FigureButton>
      </dt>
      <dd className="font-semibold">
        {typeof here?.value === "number" ? (
          <>
            {asText(write(here.value, path))} <KnownMark known={here.known} />
          </>
        ) : (
          ((here?.value as string | undefined) ?? <span className="font-normal text-quiet">not noted</span>)
        )}
      </dd>
    </div>
  );
}

/** The maker's table: a line for each pull on the first layer. */
function Table({ sheet }: { sheet: PullSheet }) {
  const { put, write } = useBench();
  const { kg, amps } = useWritten();
  const [problem, setProblem] = useState<string>();
  const [table] = sheet.tables;
  const rows = table?.record.table_rows ?? [];
  const send = async (to: object[]) => {
    const refusal = table
      ? await put({
          do: "record",
          table: "winch_table",
          id: table.id,
          version: table.version,
          record: { ...table.record, table_rows: to },
        })
      : await put({
          do: "record",
          table: "winch_table",
          id: 0,
          version: null,
          record: { name: "from its sheet", table_rows: to },
        });
    setProblem(refusal?.message);
    return refusal;
  };
  const [pending, setPending] = useState<object>();
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const word = wordsIn(new FormData(form));
    if (!word("pull_kg") || !word("amps") || !word("m_per_min"))
      return setProblem("A line has a pull, what it draws then, and the rope that comes in: 2000, 245, 3.9.");
    const row = {
      pull_kg: word("pull_kg"),
      amps: word("amps"),
      m_per_min: Number(word("m_per_min").replace(",", ".")),
    };
    // A table begins with two lines: with one nothing lies between.
    if (rows.length === 0 && !pending) {
      setPending(row);
      setProblem(undefined);
      form.reset();
      return;
    }
    const refusal = await send([...rows, ...(pending ? [pending] : []), row]);
    if (!refusal) {
      setPending(undefined);
      form.reset();
    }
  };
  return (
    <section aria-label="The winch’s own table" className="pt-2">
      <h3 className="font-semibold">
        What it draws, by its own table <span className="font-normal text-quiet">on the first layer</span>
      </h3>
      <table className="cond">
        <tbody>
          {rows.map((row, i) => (
            <tr key={row.pull_kg} className="border-b border-hair [&>td]:pr-6">
              <td className="text-right">{kg(row.pull_kg)}</td>
              <td className="text-right">{amps(row.amps, 0)}</td>
              <td className="text-right">{row.m_per_min} m a minute</td>
              <td className="no-print">
                {rows.length > 2 && (
                  <button className="link text-sm" onClick={() => void send(rows.filter((_, j) => j !== i))}>
                    out
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {pending && <p className="text-quiet">One line is there; the table is kept with its second.</p>}
      <form
        aria-label="A line of the table"
        className="no-print cond flex flex-wrap items-end gap-x-4"
        onSubmit={(event) => void add(event)}
      >
        {(
          [
            ["pull_kg", `pull, ${write(0, "mass_kg").unit}`],
            ["amps", "draws, A"],
            ["m_per_min", "rope, m a minute"],
          ] as const
        ).map(([name, label]) => (
          <label key={name} className="grid">
            <span className="text-sm text-quiet">{label}</span>
            <input name={name} className="field w-28 text-base" autoComplete="off" />
          </label>
        ))}
        <button className="btn">add the line</button>
      </form>
      <Problem of={problem} />
    </section>
  );
}
