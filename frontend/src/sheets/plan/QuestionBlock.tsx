/** A question in its place of the order: its options side by side until one is chosen, with the reason kept. */
import { type FormEvent, useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import type { ChangeLine, Kept } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Choice, Entry } from "../../parts/Entry";
import { day } from "../../parts/day";
import { focusSoon } from "../../parts/focusSoon";
import { useSettings } from "../../parts/settings";
import { ChangeForm } from "./ChangeForm";
import { ChangeRow } from "./ChangeRow";
import { ComparisonTable } from "./ComparisonTable";
import { Problem } from "../../parts/Problem";

type Props = { kept: Kept<"question">; changes: ChangeLine[] };

export function QuestionBlock({ kept, changes }: Props) {
  const { put } = useBench();
  const { record: question } = kept;
  const [open, setOpen] = useState(question.chosen === null);
  const [showChanges, setShowChanges] = useState(false);
  return (
    <li className="border-b border-hair py-2">
      <div className="cond flex flex-wrap items-baseline gap-x-4">
        <span className="w-5 text-lg text-oxide" aria-hidden>
          {question.chosen ? "" : "?"}
        </span>
        <button
          className="min-h-10 text-lg font-semibold"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {question.ask}
        </button>
        {question.chosen ? (
          <span>
            <b className="font-semibold">{question.chosen}</b>{" "}
            <span className="text-quiet">
              “{question.reason}” {question.decided_by}
              {question.decided_on && `, ${day(question.decided_on)}`}
            </span>
          </span>
        ) : (
          <span className="text-oxide">open: none of its options is counted yet</span>
        )}
        <span className="ml-auto flex gap-4">
          <button
            className="no-print link"
            aria-expanded={showChanges}
            onClick={() => setShowChanges(!showChanges)}
          >
            {changes.length === 1 ? "1 change" : `${changes.length} changes`}
          </button>
          {changes.length === 0 && (
            <button
              className="no-print link"
              onClick={() => void put({ do: "drop", table: "question", id: kept.id, version: kept.version })}
            >
              take it out
            </button>
          )}
        </span>
      </div>
      {open && <Options kept={kept} />}
      {showChanges && (
        <ol className="ml-9 border-l-4 border-hair pl-3">
          {changes.map((change) => (
            <ChangeRow key={change.id} change={change} />
          ))}
        </ol>
      )}
    </li>
  );
}

function Options({ kept }: { kept: Kept<"question"> }) {
  const { sheet, catalogue } = useBench();
  const { units, person } = useSettings();
  const { record: question } = kept;
  const [adding, setAdding] = useState<string>();
  const found = useAsked({
    queryKey: ["comparison", sheet.id, question.key, units, sheet.revision],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/comparison", {
          params: { path: { rig_id: sheet.id }, query: { question: question.key, units, person } },
        }),
      ),
  });
  if (found.error) return <Problem of={found.error} />;
  if (!found.data) return <p className="text-quiet">Working it out.</p>;
  const topic = catalogue.topics.find(({ key }) => key === question.topic);
  return (
    <div className="py-2 pl-9">
      <ComparisonTable
        comparison={found.data.comparison}
        heads={(column) => (
          <ul className="text-sm text-quiet">
            {column.changes.map((title) => (
              <li key={title}>{title}</li>
            ))}
            {column.changes.length === 0 && <li>no change in it yet</li>}
            <li>
              <button className="link" onClick={() => setAdding(column.option ?? undefined)}>
                add a change to it
              </button>
            </li>
          </ul>
        )}
        feet={(column) => <Choose kept={kept} option={column.option ?? ""} />}
      />
      {adding && (
        <ChangeForm key={adding} option={`${question.key}/${adding}`} done={() => setAdding(undefined)} />
      )}
      {topic && (
        <section className="cond pt-3">
          <h2 className="border-b border-hair font-semibold">How the trade sees it: {topic.ask}</h2>
          <ul>
            {topic.schools.map((school) => (
              <li key={school.name} className="grid gap-x-4 border-b border-hair py-1 wide:grid-cols-3">
                <b className="font-semibold">{school.name}</b>
                <span>buys {school.buys}</span>
                <span className="text-quiet">costs {school.costs}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

function Choose({ kept, option }: { kept: Kept<"question">; option: string }) {
  const { put } = useBench();
  const { record: question } = kept;
  const [reason, setReason] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const decide = async (chosen: string | null, why: string) => {
    const refusal = await put({
      do: "decide",
      key: question.key,
      version: kept.version,
      chosen,
      reason: why,
    });
    setProblem(refusal?.message);
    if (!refusal) setReason(undefined);
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void decide(option, reason ?? "");
  };
  if (question.chosen === option)
    return (
      <button className="link" onClick={() => void decide(null, "")}>
        open it again
      </button>
    );
  if (reason === undefined)
    return (
      <button className="btn" onClick={() => setReason("")}>
        choose {option}
      </button>
    );
  return (
    <form onSubmit={submit} className="grid gap-1">
      <label>
        <span className="text-sm text-quiet">because</span>
        <input
          className="field w-full text-base"
          value={reason}
          ref={focusSoon}
          onChange={(event) => setReason(event.target.value)}
        />
      </label>
      <Problem of={problem} />
      <button className="btn-main">choose it</button>
    </form>
  );
}

export function AskForm({ done }: { done: () => void }) {
  const { put, catalogue } = useBench();
  const [entry, setEntry] = useState({ ask: "", options: "", topic: "" });
  const [problem, setProblem] = useState<string>();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const options = entry.options
      .split(",")
      .map((option) => option.trim())
      .filter(Boolean);
    if (!entry.ask.trim()) return setProblem("What is to be decided? For example: how does it get 40 mm?");
    if (options.length < 2) return setProblem("Give two options or more, with commas between.");
    const record = {
      key: entry.ask.trim().replaceAll("/", " ").slice(0, 40).trim(),
      ask: entry.ask.trim(),
      options,
      topic: entry.topic || null,
    };
    const refusal = await put({ do: "record", table: "question", id: 0, version: null, record });
    setProblem(refusal?.stale ? "There is a question that begins just like this one." : refusal?.message);
    if (!refusal) done();
  };
  return (
    <form
      onSubmit={(event) => void submit(event)}
      className="cond no-print my-2 grid gap-4 border-l-4 border-ink py-2 pl-4"
      aria-label="Ask a question"
    >
      <div className="flex flex-wrap items-end gap-5">
        <Entry
          label="what is to be decided"
          className="min-w-72 flex-1"
          value={entry.ask}
          focus={focusSoon}
          example="How does it get 40 mm?"
          set={(ask) => setEntry({ ...entry, ask })}
        />
        <Entry
          label="options, with commas between"
          className="min-w-72 flex-1"
          value={entry.options}
          example="springs, spacers, trim"
          set={(options) => setEntry({ ...entry, options })}
        />
        <Choice
          label="the trade has a word on"
          value={entry.topic}
          none="none of these"
          of={catalogue.topics.map(({ key, ask }) => ({ value: key, text: ask }))}
          choose={(topic) => setEntry({ ...entry, topic })}
        />
      </div>
      <Problem of={problem} />
      <p>
        <button className="btn-main">ask it</button>{" "}
        <button type="button" className="link" onClick={done}>
          cancel
        </button>
      </p>
    </form>
  );
}
