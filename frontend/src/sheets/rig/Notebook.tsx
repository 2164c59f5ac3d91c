/** Lines of a notebook, pasted or typed: what is understood of each stands beside it before anything is noted. */
import { useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import { useBench } from "../../parts/bench";
import { counted } from "../../parts/counted";
import { KnownMark } from "../../parts/KnownMark";
import { Problem } from "../../parts/Problem";
import { useSettings } from "../../parts/settings";
import { useRested } from "../../parts/useRested";

const EXAMPLE = `wheelbase 2740, track 1540/1530
weight front 1120, rear 980
265/70R17 all five
front spring 415 free, 34 N/mm`;
const REST_MS = 250;

export function Notebook() {
  const { sheet, stage, put } = useBench();
  const { units, person } = useSettings();
  const [open, setOpen] = useState(false);
  const [text, setText] = useState("");
  const [problem, setProblem] = useState<string>();
  const rested = useRested(text, REST_MS);
  const found = useAsked({
    queryKey: ["notebook", sheet.id, units, rested],
    queryFn: () =>
      answered(
        client.POST("/api/rigs/{rig_id}/notebook/read", {
          params: { path: { rig_id: sheet.id }, query: { stage, units, person } },
          body: { text: rested },
        }),
      ),
    enabled: rested.trim() !== "",
  });
  const lines = rested.trim() ? (found.data?.lines ?? []) : [];
  const figures = lines.reduce(
    (sum, line) => sum + line.figures.reduce((of, { paths }) => of + paths.length, 0),
    0,
  );
  const changes = lines.filter(({ change, ask }) => change !== null && ask === null).length;
  const note = async () => {
    const refusal = await put({ do: "notebook", text });
    setProblem(refusal?.message);
    // What asks stays, to be mended.
    if (!refusal) setText(lines.flatMap(({ line, ask }) => (ask === null ? [] : [line])).join("\n"));
  };
  if (!open)
    return (
      <p className="no-print">
        <button className="btn mt-3" onClick={() => setOpen(true)}>
          type or paste a notebook
        </button>
      </p>
    );
  return (
    <section aria-label="Notebook" className="no-print pt-3">
      <h2 className="border-b border-ink pb-1 font-semibold">
        Notebook <span className="font-normal text-quiet">a line each, as it is scratched on the tape</span>
      </h2>
      <div className="grid gap-x-6 wide:grid-cols-2">
        <textarea
          aria-label="Lines of a notebook"
          className="cond min-h-64 w-full resize-y border-b-2 border-ink bg-transparent py-2 text-lg leading-8"
          value={text}
          placeholder={EXAMPLE}
          onChange={(event) => setText(event.target.value)}
          autoFocus
          spellCheck={false}
        />
        <ul className="cond" aria-label="What was understood">
          {lines.map((line, i) => (
            <li key={`${i} ${line.line}`} className="border-b border-hair py-1">
              {line.ask !== null && line.change === null ? (
                <>
                  <b className="font-semibold text-oxide">?</b> {line.line}
                  <span className="block text-oxide">{line.ask}</span>
                </>
              ) : (
                <>
                  {line.change && <b className="font-semibold">plan: {line.change}</b>}
                  {line.ask && <span className="block text-oxide">{line.ask}</span>}
                  {line.figures.map((figure, n) => (
                    <span key={figure.paths[0]}>
                      {n > 0 && " · "}
                      <span className="text-quiet">{figure.label}</span>{" "}
                      <b className="font-semibold">{figure.written}</b>
                    </span>
                  ))}
                  {line.guessed && line.figures.length > 0 && (
                    <span>
                      {" "}
                      <KnownMark known="assumed" /> assumed
                    </span>
                  )}
                  {line.note && <span className="text-quiet"> (beside it: {line.note})</span>}
                </>
              )}
            </li>
          ))}
        </ul>
      </div>
      <p className="flex flex-wrap items-center gap-4 pt-2">
        <button
          className="btn-main"
          disabled={figures + changes === 0 || rested !== text || found.earlier}
          onClick={() => void note()}
        >
          note {counted(figures, "figure")}
          {changes > 0 && ` and plan ${counted(changes, "change")}`}
        </button>
        <button className="link" onClick={() => setOpen(false)}>
          close
        </button>
        <Problem of={problem ?? found.error} />
      </p>
    </section>
  );
}
