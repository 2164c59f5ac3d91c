/** What is written down during a job: found, went wrong and how it was got round, a temporary fix that stays open. */
import { type FormEvent, useState } from "react";

import type { JobLine } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Problem } from "../../parts/Problem";

const KINDS = [
  ["note", "a note"],
  ["found", "found"],
  ["went-wrong", "this went wrong"],
  ["temporary-fix", "a temporary fix"],
] as const;

export function LogEntry({ line }: { line: JobLine | undefined }) {
  const { put, sheet } = useBench();
  const [kind, setKind] = useState<(typeof KINDS)[number][0]>();
  const [problem, setProblem] = useState<string>();
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const text = (new FormData(event.currentTarget).get("text") as string).trim();
    if (!text) {
      setProblem("Say in a few words what it is.");
      return;
    }
    const refusal = await put({
      do: "record",
      table: "log_line",
      id: 0,
      version: null,
      record: {
        kind,
        text,
        noted_on: sheet.today,
        job: line?.job.key ?? null,
        system: line?.job.system ?? null,
      },
    });
    setProblem(refusal?.message);
    if (!refusal) setKind(undefined);
  };
  return (
    <section aria-label="Write down" className="py-3">
      <p className="flex flex-wrap gap-2">
        {KINDS.map(([key, name]) => (
          <button
            key={key}
            aria-pressed={kind === key}
            className={`btn min-h-12 ${kind === key ? "bg-ink text-ground" : ""}`}
            onClick={() => setKind(kind === key ? undefined : key)}
          >
            {name}
          </button>
        ))}
      </p>
      {kind && (
        <form className="grid gap-2 pt-2" onSubmit={(event) => void add(event)}>
          <textarea name="text" rows={3} autoFocus aria-label="What it is" className="field text-lg" />
          {kind === "temporary-fix" && (
            <p className="text-quiet">
              It stays open, and is said at readiness, until somebody closes it in the log.
            </p>
          )}
          <button className="btn-main min-h-12 justify-self-start">write it down</button>
        </form>
      )}
      <Problem of={problem} />
    </section>
  );
}
