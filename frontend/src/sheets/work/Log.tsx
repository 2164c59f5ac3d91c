/** One line of time over the whole build, the latest first; open temporary fixes before all else. */
import { type FormEvent, useState } from "react";

import { answered, client } from "../../api/client";
import type { LogEntry as Entry } from "../../api/types";
import { useAsked } from "../../api/useAsked";
import { useBench } from "../../parts/bench";
import { day } from "../../parts/day";
import { Problem } from "../../parts/Problem";
import { useSettings } from "../../parts/settings";
import { BeforeAfter } from "./BeforeAfter";
import { LogEntry } from "./LogEntry";
import { hours } from "./useWork";

const AT_FIRST = 200;
const WORDS: Record<Entry["kind"], string> = {
  note: "note",
  found: "found",
  "went-wrong": "went wrong",
  "temporary-fix": "temporary fix",
  decision: "decided",
  photograph: "photograph",
  reading: "read",
  hours: "worked",
  signed: "signed off",
  fitted: "fitted",
  off: "taken off",
  back: "back on",
};

export function Log() {
  const { sheet } = useBench();
  const { units, person } = useSettings();
  const [upto, setUpto] = useState(AT_FIRST);
  const { data: log, error } = useAsked({
    queryKey: ["log", sheet.id, units, person, sheet.revision, upto],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/jobs/log", {
          params: { path: { rig_id: sheet.id }, query: { units, person, upto } },
        }),
      ),
  });
  if (!log)
    return error ? <Problem of={error} className="py-3" /> : <p className="py-3 text-quiet">One moment.</p>;
  const days = [...new Set(log.entries.map(({ on }) => on))];
  return (
    <div className="max-w-3xl">
      <p className="no-print flex flex-wrap gap-x-5 pt-2">
        <a className="link" href={`/api/rigs/${sheet.id}/report.html`} target="_blank" rel="noreferrer">
          report, to print
        </a>
        <a className="link" href={`/api/rigs/${sheet.id}/report.pdf`} download>
          report, PDF
        </a>
        <a className="link" href={`/api/rigs/${sheet.id}/report.pdf?money=true`} download>
          with money
        </a>
        <a className="link" href={`/api/rigs/${sheet.id}/lists/log.csv`} download>
          the log, CSV
        </a>
      </p>
      <LogEntry line={undefined} />
      {log.open.length > 0 && (
        <section aria-label="Open temporary fixes">
          <h2 className="border-b border-oxide pb-1 font-semibold text-oxide">Temporary, and still so</h2>
          {log.open.map((entry) => (
            <OpenFix key={entry.id} entry={entry} />
          ))}
        </section>
      )}
      <BeforeAfter pictures={log.pictured} />
      {log.count === 0 && <p className="py-3 text-quiet">Nothing is written down yet.</p>}
      {days.map((on) => (
        <section
          key={on}
          className="grid grid-cols-[7rem_1fr] gap-x-4 border-b border-hair py-2 max-[600px]:grid-cols-1"
        >
          <h3 className="cond font-semibold">{day(on)}</h3>
          <ul>
            {log.entries
              .filter((entry) => entry.on === on)
              .map((entry, i) => (
                <li key={i} className="pb-1">
                  <span className="cond text-quiet">{WORDS[entry.kind]}</span>{" "}
                  {entry.hours != null && <b>{hours(entry.hours)} </b>}
                  {entry.text}
                  {entry.job_title && entry.kind !== "hours" && entry.kind !== "signed" && (
                    <span className="text-quiet"> · {entry.job_title}</span>
                  )}
                  {entry.by && <span className="cond text-sm text-quiet"> {entry.by}</span>}
                  {entry.file && (
                    <a href={`/api/photos/${entry.file}`} target="_blank" rel="noreferrer">
                      <img
                        src={`/api/photos/${entry.file}`}
                        alt={entry.text}
                        loading="lazy"
                        className="mt-1 h-24 border border-hair"
                      />
                    </a>
                  )}
                </li>
              ))}
          </ul>
        </section>
      ))}
      <p className="flex flex-wrap items-center gap-4 py-3 text-quiet">
        {log.count} entries, {hours(log.hours)} worked
        {log.entries.length < log.count && (
          <button className="btn" onClick={() => setUpto(log.count)}>
            all of them
          </button>
        )}
      </p>
    </div>
  );
}

function OpenFix({ entry }: { entry: Entry }) {
  const { put } = useBench();
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<string>();
  const resolve = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const how = (new FormData(event.currentTarget).get("how") as string).trim();
    if (!how) {
      setProblem("Say how it was put right.");
      return;
    }
    const refusal = await put({ do: "resolve", line: entry.id ?? 0, how });
    setProblem(refusal?.message);
  };
  return (
    <div className="border-b border-hair py-2">
      <p>
        {entry.text}{" "}
        <span className="text-quiet">
          {day(entry.on)}
          {entry.system && `, ${entry.system}`}
        </span>
      </p>
      {asking ? (
        <form className="flex flex-wrap items-end gap-3" onSubmit={(event) => void resolve(event)}>
          <label className="grid flex-1">
            <span className="text-sm text-quiet">how it was put right</span>
            <input name="how" className="field" autoFocus />
          </label>
          <button className="btn-main">it is put right</button>
          <Problem of={problem} />
        </form>
      ) : (
        <button className="link" onClick={() => setAsking(true)}>
          put right
        </button>
      )}
    </div>
  );
}
