/** The kit: parts with what each may carry. One without a rating is in no sum, and is not used. */
import { type FormEvent, useState } from "react";

import type { PullSheet } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Choice } from "../../parts/Entry";
import { Field } from "../../parts/Field";
import { FigureButton } from "../../parts/FigureButton";
import { KnownMark } from "../../parts/KnownMark";
import { Problem } from "../../parts/Problem";
import { wordsIn } from "../../parts/typedIn";
import { useWritten } from "./useRecovery";
import { AT_IN_WORDS } from "./words";

const SORTS = [
  "shackle",
  "block",
  "strap",
  "extension",
  "point",
  "ring",
  "stretching rope",
  "other",
] as const;
const ATS = ["rope", "block", "vehicle", "anchor"] as const;

export function Kit({ sheet }: { sheet: PullSheet }) {
  const { put } = useBench();
  const { kg } = useWritten();
  const [problem, setProblem] = useState<string>();
  return (
    <section aria-label="The kit" className="pt-4">
      <h2 className="border-b border-ink pb-1 font-semibold">
        The kit{" "}
        <span className="font-normal text-quiet">as it is marked; checked against every pull above</span>
      </h2>
      <div className="sideways">
        <table className="cond w-full">
          <thead>
            <tr className="text-left text-quiet">
              <th className="font-normal">part</th>
              <th className="font-normal">where</th>
              <th className="text-right font-normal">working load</th>
              <th className="text-right font-normal">breaks at</th>
              <th className="text-right font-normal">may carry</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {sheet.kit.map(({ id, version, record }) => {
              const allowed = sheet.allowed.find(({ name }) => name === record.name);
              return (
                <tr key={id} className="border-b border-hair">
                  <td className="pr-3">
                    {record.name} <span className="text-quiet">{record.sort}</span>
                  </td>
                  <td>
                    <Choice
                      bare
                      label={`${record.name}, where it is rigged`}
                      value={(allowed?.at ?? "anchor") as (typeof ATS)[number]}
                      of={ATS.map((value) => ({ value, text: AT_IN_WORDS[value] }))}
                      choose={(rigged_at) =>
                        void put({
                          do: "record",
                          table: "kit_part",
                          id,
                          version,
                          record: { ...record, rigged_at },
                        })
                      }
                    />
                  </td>
                  {(["wll_kg", "breaking_kg"] as const).map((key) => (
                    <KitFigure key={key} name={record.name} figure={key} />
                  ))}
                  <td
                    className={`text-right font-semibold whitespace-nowrap ${allowed?.allowed_kg == null ? "text-oxide" : ""}`}
                  >
                    {allowed?.allowed_kg == null ? "nobody knows" : kg(allowed.allowed_kg)}
                  </td>
                  <td className="no-print w-20 text-right">
                    <button
                      className="link text-sm"
                      onClick={() =>
                        void put({ do: "drop", table: "kit_part", id, version }).then((refusal) =>
                          setProblem(refusal?.message),
                        )
                      }
                    >
                      out <span className="sr-only">{record.name}</span>
                    </button>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      {sheet.kit.length === 0 && (
        <p className="py-1 text-quiet">
          Nothing yet: shackles, blocks, straps, and the points on the vehicle.
        </p>
      )}
      <Problem of={problem} />
      <NewPart />
      <p className="text-sm text-quiet">
        Where only a breaking strength is known, a sixth of it counts for a shackle, a fifth for all else,
        half for the winch’s rope.
      </p>
    </section>
  );
}

function KitFigure({ name, figure }: { name: string; figure: "wll_kg" | "breaking_kg" }) {
  const { sheet } = useBench();
  const { kg } = useWritten();
  const noted = sheet.figures[`kit.${name}.${figure}`];
  const label = figure === "wll_kg" ? "working load" : "breaks at";
  return (
    <td className="text-right whitespace-nowrap">
      <FigureButton path={`kit.${name}.${figure}`} label={`${name}, ${label}`}>
        {typeof noted?.value === "number" ? (
          <>
            {kg(noted.value)} <KnownMark known={noted.known} />
          </>
        ) : (
          <span className="text-quiet underline underline-offset-4">note</span>
        )}
      </FigureButton>
    </td>
  );
}

function NewPart() {
  const { put, write } = useBench();
  const [problem, setProblem] = useState<string>();
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const word = wordsIn(new FormData(form));
    if (!word("name")) return setProblem("It wants a name, for example bow shackle.");
    const typed = Object.fromEntries(
      ["wll_kg", "breaking_kg", "stretch_pct", "length_m"].flatMap((key) =>
        word(key) ? [[key, word(key)]] : [],
      ),
    );
    const refusal = await put({
      do: "record",
      table: "kit_part",
      id: 0,
      version: null,
      record: { name: word("name"), sort: word("sort") },
      typed,
      known: "plate",
    });
    setProblem(refusal?.stale ? `“${word("name")}” is in the kit already.` : refusal?.message);
    if (!refusal) form.reset();
  };
  const unit = write(0, "mass_kg").unit;
  return (
    <form
      aria-label="A part of the kit"
      className="no-print cond flex flex-wrap items-end gap-x-4 gap-y-2 py-2"
      onSubmit={(event) => void add(event)}
    >
      <Field label="part" name="name" width="w-44" />
      <label className="grid">
        <span className="text-sm text-quiet">it is a</span>
        <select name="sort" className="field text-base" defaultValue="shackle">
          {SORTS.map((sort) => (
            <option key={sort}>{sort}</option>
          ))}
        </select>
      </label>
      <Field label={`working load, ${unit}`} name="wll_kg" />
      <Field label={`or breaks at, ${unit}`} name="breaking_kg" />
      <Field label="rope: stretch, %" name="stretch_pct" />
      <Field label={`rope: length, ${write(0, "length_m").unit}`} name="length_m" />
      <button className="btn">add it</button>
      <Problem of={problem} className="w-full" />
    </form>
  );
}
