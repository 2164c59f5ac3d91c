/** What the plan breaks and who or what is missing, each with what mends it; and the order with the reason of each rule. */
import { Collapsible } from "radix-ui";
import { type FormEvent, useState } from "react";

import type { Work } from "../../api/types";
import { useBench } from "../../parts/bench";
import { FindingNote } from "../../parts/Findings";
import { Problem } from "../../parts/Problem";
import { monthDay } from "./Tape";

import { setting } from "./setting";
export function OrderNotes({ work, open }: { work: Work; open: (id: string) => void }) {
  const { sheet, put } = useBench();
  const [problem, setProblem] = useState<string>();
  const title = (id: string) => work.jobs.find((each) => each.id === id)?.job.title ?? id;
  const mine = work.broken.filter(({ job }) => work.jobs.find(({ id }) => id === job)?.rig === sheet.id);
  const letGo = async (id: string) => {
    const line = work.jobs.find((each) => each.id === id);
    if (!line) return;
    const refusal = await put(setting(line, { held_on: null }));
    setProblem(refusal?.message);
  };
  const edges = work.edges.filter(
    ({ before }) => work.jobs.find(({ id }) => id === before)?.rig === sheet.id,
  );
  const ofWork = sheet.here.findings.filter(({ code, accepted }) => OF_WORK.includes(code) && !accepted);
  return (
    <section aria-label="The order" className="pt-4">
      <h2 className="border-b border-ink pb-1 font-semibold">What the plan breaks, and what is missing</h2>
      {mine.length + work.findings.length + work.undated.length + ofWork.length === 0 && (
        <p className="py-2 text-quiet">Nothing.</p>
      )}
      {mine.map((each) => (
        <div key={each.job} className="border-b border-hair py-2">
          <p>
            <b className={each.severity === "stop" ? "text-oxide" : "text-quiet"}>{each.severity}</b>{" "}
            {title(each.job)} is held on {monthDay(each.held_on)}
            {each.before ? `, before ${title(each.before)}: ${each.because}.` : `: ${each.because}.`}{" "}
            {each.begins && `The plan begins it on ${monthDay(each.begins)}.`}
          </p>
          <p className="no-print flex flex-wrap gap-x-4">
            <button className="link" onClick={() => void letGo(each.job)}>
              let it go from that day
            </button>
            {each.before && each.why !== "after" && (
              <Overrule work={work} job={each.job} before={each.before} />
            )}
          </p>
        </div>
      ))}
      {work.findings.map((finding) => (
        <p key={finding.key} className="border-b border-hair py-2">
          <b className="text-quiet">{finding.severity}</b> {finding.text}{" "}
          <span className="text-quiet">{finding.settled_by.map(({ text }) => text).join(". ")}.</span>
        </p>
      ))}
      {work.undated.map(({ job, part, was_due }) => (
        <p key={`${job} ${part}`} className="border-b border-hair py-2">
          <b className="text-quiet">watch</b>{" "}
          <button className="font-semibold underline underline-offset-4" onClick={() => open(job)}>
            {title(job)}
          </button>{" "}
          waits for {part},{" "}
          {was_due
            ? `which was due ${monthDay(was_due)} and is not here`
            : "and nobody knows when that comes"}
          : the plan does not wait for it.
        </p>
      ))}
      <ol>
        {ofWork.map((finding, i) => (
          <FindingNote key={finding.key} finding={finding} number={i + 1} />
        ))}
      </ol>
      <Problem of={problem} />
      <Collapsible.Root>
        <Collapsible.Trigger className="link no-print">
          the order, and why ({edges.length} rules hold)
        </Collapsible.Trigger>
        <Collapsible.Content>
          <ol className="cond">
            {edges.map((edge) => (
              <li
                key={`${edge.before} ${edge.after}`}
                className="flex flex-wrap items-baseline gap-x-2 border-b border-hair py-1"
              >
                <span className="min-w-56 flex-1">
                  {title(edge.before)} → {title(edge.after)}{" "}
                  <span className="text-quiet">{edge.because}</span>
                </span>
                {edge.why !== "after" && <Overrule work={work} job={edge.after} before={edge.before} />}
              </li>
            ))}
          </ol>
        </Collapsible.Content>
      </Collapsible.Root>
    </section>
  );
}

/** Findings of the rig that the work mends. */
const OF_WORK = [
  "cut-before-measured",
  "closed-too-soon",
  "one-time-fastener",
  "put-off",
  "temporary-fix",
  "overdue",
  "order-broken",
  "part-not-checked",
  "left-over",
];

/** A rule of order that is not to hold here, with the reason, which stays visible. */
function Overrule({ work, job, before }: { work: Work; job: string; before: string }) {
  const { put } = useBench();
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<string>();
  const line = work.jobs.find(({ id }) => id === job);
  const other = work.jobs.find(({ id }) => id === before);
  if (!line || !other) return null;
  const overrule = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const reason = (new FormData(event.currentTarget).get("reason") as string).trim();
    if (!reason) {
      setProblem("Say why it need not wait here.");
      return;
    }
    const refusal = await put(
      setting(line, {
        overruled: [...line.job.overruled, { before: other.job.key, reason, on: work.today }],
      }),
    );
    setProblem(refusal?.message);
  };
  return asking ? (
    <form className="flex w-full flex-wrap items-center gap-2" onSubmit={(event) => void overrule(event)}>
      <label className="flex flex-1 items-center gap-2">
        not here, because <input name="reason" autoFocus className="field min-w-32 flex-1 text-base" />
      </label>
      <button className="btn">overrule it</button>
      <Problem of={problem} />
    </form>
  ) : (
    <button className="link no-print" onClick={() => setAsking(true)}>
      not here, because…
    </button>
  );
}
