/** The plan: changes in their order, money along it against the ceiling, open questions unfolded in their place. */
import { useState } from "react";

import type { ChangeLine, Kept } from "../../api/types";
import { useBench } from "../../parts/bench";
import { isRival } from "../../parts/StageRule";
import { ChangeForm } from "./ChangeForm";
import { ChangeRow } from "./ChangeRow";
import { CompareMoments } from "./CompareMoments";
import { Money } from "./Money";
import { AskForm, QuestionBlock } from "./QuestionBlock";

type Entry = { change: ChangeLine } | { question: Kept<"question">; changes: ChangeLine[] };

export function PlanSheet() {
  const { sheet } = useBench();
  const [adding, setAdding] = useState<"change" | "question">();
  const counted = sheet.changes.filter((change) => !isRival(change));
  const rivals = sheet.changes.length - counted.length;
  const fitted = counted.filter((change) => change.state === "fitted").length;
  const entries = inOrder(sheet.changes, sheet.records.question);
  return (
    <>
      <header className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-ink pb-2">
        <h1 className="text-2xl font-semibold">Plan</h1>
        <p className="text-quiet">
          {counted.length} changes in order, {fitted} fitted
          {rivals > 0 && `; ${rivals} wait for a question`}
        </p>
        <span className="no-print ml-auto flex gap-4">
          <button
            className="link"
            aria-expanded={adding === "change"}
            onClick={() => setAdding(adding === "change" ? undefined : "change")}
          >
            add a change
          </button>
          <button
            className="link"
            aria-expanded={adding === "question"}
            onClick={() => setAdding(adding === "question" ? undefined : "question")}
          >
            ask a question
          </button>
        </span>
      </header>
      {adding === "change" && <ChangeForm done={() => setAdding(undefined)} />}
      {adding === "question" && <AskForm done={() => setAdding(undefined)} />}
      {sheet.changes.length > 0 && <Money />}
      {entries.length === 0 ? (
        <p className="py-6">
          Nothing is planned yet. Press <kbd className="border border-ink px-1">/</kbd> and type a change, for
          example <b>tyre 285/75R17</b> or <b>gears rear 4.10</b>.
        </p>
      ) : (
        <ol>
          {entries.map((entry) =>
            "change" in entry ? (
              <ChangeRow key={entry.change.id} change={entry.change} />
            ) : (
              <QuestionBlock key={entry.question.record.key} kept={entry.question} changes={entry.changes} />
            ),
          )}
        </ol>
      )}
      {sheet.changes.length > 0 && <CompareMoments />}
    </>
  );
}

/** The order as it is shown: a question stands where the first change of its options does. */
function inOrder(changes: ChangeLine[], questions: Kept<"question">[]): Entry[] {
  const asked = (change: ChangeLine) =>
    questions.find(({ record: question }) => change.option?.startsWith(`${question.key}/`));
  const seen = new Set<Kept<"question">>();
  const entries: Entry[] = [];
  for (const change of changes) {
    const question = asked(change);
    if (!question) entries.push({ change });
    else if (!seen.has(question)) {
      seen.add(question);
      entries.push({ question, changes: changes.filter((other) => asked(other) === question) });
    }
  }
  const bare = questions.filter((question) => !seen.has(question));
  return [...entries, ...bare.map((question) => ({ question, changes: [] }))];
}
