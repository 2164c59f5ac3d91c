/** When really: each day with how likely it is that all is ready by then, what that hangs on, and what could wait. */
import { useState } from "react";

import { answered, client } from "../../api/client";
import type { CouldWait, Finding, Outlook, Waiting, Work } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Problem } from "../../parts/Problem";
import { useSettings } from "../../parts/settings";
import { useSearch } from "../../parts/useSearch";
import { monthDay } from "./Tape";
import { setting } from "./setting";
import { hours } from "./useWork";

type Answer = { outlook: Outlook; findings: Finding[]; revision: number };

export function When({ work }: { work: Work }) {
  const { sheet } = useBench();
  const { units, person } = useSettings();
  const [found, setFound] = useState<Answer>();
  const search = useSearch(
    (key) =>
      answered(
        client.POST("/api/rigs/{rig_id}/jobs/when", {
          params: { path: { rig_id: sheet.id }, query: { units, person, key } },
        }),
      ),
    setFound,
  );
  const stale = found !== undefined && found.revision !== work.revision;
  return (
    <section aria-label="When really" className="pt-4">
      <h2 className="border-b border-ink pb-1 font-semibold">When really</h2>
      <p className="no-print flex flex-wrap items-center gap-3 pt-2">
        <button className="btn-main" disabled={search.searching} onClick={() => void search.begin()}>
          {found ? "count again" : "how likely is each day?"}
        </button>
        {search.searching && (
          <progress
            className="h-3 w-32"
            aria-label="Runs are counted"
            max={search.of || undefined}
            value={search.of ? search.done : undefined}
          />
        )}
        {stale && <span className="text-oxide">The work has moved on since.</span>}
      </p>
      <Problem of={search.problem} />
      {found && <Chances work={work} found={found} />}
      {found && <Wait work={work} />}
    </section>
  );
}

const pct = (p: number) => (p > 0.995 ? "over 99 %" : p < 0.005 ? "under 1 %" : `${Math.round(100 * p)} %`);

function Chances({ work, found: { outlook, findings } }: { work: Work; found: Answer }) {
  const { sheet } = useBench();
  const { days, chance } = outlook;
  const leaves = work.rigs.find(({ id }) => id === sheet.id)?.leaves_on;
  const by = leaves && days.filter(({ on }) => on <= leaves).at(-1);
  const certain = days.at(-1);
  const p = leaves == null ? undefined : by ? by.p : certain && leaves > certain.on ? 1 : 0;
  const drivers = chance.drivers.filter(({ share }) => share > 0.04);
  const title = (id: string | null) => {
    if (id === null) return "how good the guesses are here altogether";
    const job = work.jobs.find((line) => id === line.id || id === `${line.id}:wait`);
    return `${job?.job.title ?? id}${id.endsWith(":wait") ? ", its wait" : ""}`;
  };
  return (
    <>
      {p !== undefined && leaves != null && (
        <p className="pt-3">
          <b className={`text-4xl leading-none font-bold [font-stretch:75%] ${p < 0.5 ? "text-oxide" : ""}`}>
            {pct(p)}
          </b>{" "}
          that all is ready by {monthDay(leaves)}
        </p>
      )}
      {days.length > 1 && <Row days={days} leaves={leaves ?? undefined} />}
      <p className="cond text-quiet">
        one of ten times by {chance.finish_p10 ? monthDay(chance.finish_p10) : "beyond a year"}, half of them
        by {chance.finish_p50 ? monthDay(chance.finish_p50) : "beyond a year"}, nine of ten by{" "}
        {chance.finish_p90 ? monthDay(chance.finish_p90) : "beyond a year"}
      </p>
      {findings.map((finding) => (
        <p key={finding.key} className="border-b border-hair py-2">
          <b className={finding.severity === "stop" ? "text-oxide" : "text-quiet"}>{finding.severity}</b>{" "}
          {finding.text}
        </p>
      ))}
      {drivers.length > 0 && (
        <>
          <h3 className="pt-3 font-semibold">It hangs most on</h3>
          <ul className="cond">
            {drivers.map(({ id, share }) => (
              <li key={id ?? "own"} className="flex items-center gap-3 border-b border-hair py-1">
                <span className="w-10 text-right">{Math.round(100 * share)} %</span>
                <i aria-hidden className="h-2 bg-zinc" style={{ width: `${Math.max(2, 90 * share)}px` }} />
                <span className="flex-1">{title(id)}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

/** A row of days, each as dark as it is likely that all is ready by then; the day of leaving as a hard mark. */
function Row({ days, leaves }: { days: Outlook["days"]; leaves: string | undefined }) {
  const [first, last] = [days[0], days.at(-1)];
  if (!first || !last) return null;
  const at = leaves === undefined ? -1 : days.findIndex(({ on }) => on > leaves);
  const mark =
    leaves === undefined || leaves < first.on || leaves > last.on ? undefined : at < 0 ? days.length : at;
  return (
    <figure className="pt-3">
      <div className="relative flex h-6" role="img" aria-label="How likely each day is">
        {days.map(({ on, p }) => (
          <i
            key={on}
            title={`${monthDay(on)}: ${pct(p)}`}
            className="h-full flex-1 border-r border-ground bg-zinc"
            style={{ opacity: 0.06 + 0.94 * p }}
          />
        ))}
        {mark !== undefined && (
          <i
            className="absolute -top-1.5 -bottom-1.5 w-1 bg-oxide"
            style={{ left: `${(100 * mark) / days.length}%` }}
          />
        )}
      </div>
      <figcaption className="cond flex justify-between text-sm text-quiet">
        <span>{monthDay(first.on)}</span>
        {mark !== undefined && leaves !== undefined && (
          <span className="text-oxide">leaves {monthDay(leaves)}</span>
        )}
        <span>{monthDay(last.on)}</span>
      </figcaption>
    </figure>
  );
}

/** What could be put off past the trip, one after another, and the chance with each. */
function Wait({ work }: { work: Work }) {
  const { sheet, put } = useBench();
  const { units, person } = useSettings();
  const [found, setFound] = useState<Waiting>();
  const [problem, setProblem] = useState<string>();
  const search = useSearch(
    (key) =>
      answered(
        client.POST("/api/rigs/{rig_id}/jobs/could-wait", {
          params: { path: { rig_id: sheet.id }, query: { units, person, key } },
        }),
      ),
    ({ waiting }) => setFound(waiting),
  );
  const line = (id: string) => work.jobs.find((each) => each.id === id);
  const putOff = async (each: CouldWait) => {
    for (const id of [each.job, ...each.with_it]) {
      const job = line(id);
      if (!job) continue;
      const refusal = await put(setting(job, { put_off: "so that the date holds" }));
      setProblem(refusal?.message);
      if (refusal) return;
    }
  };
  return (
    <div className="pt-3">
      <p className="no-print flex flex-wrap items-center gap-3">
        <button className="btn" disabled={search.searching} onClick={() => void search.begin()}>
          what could wait until after the trip?
        </button>
        {search.searching && (
          <>
            <progress
              className="h-3 w-32"
              aria-label="It is tried"
              max={search.of || undefined}
              value={search.of ? search.done : undefined}
            />
            <button className="btn" onClick={search.stop}>
              that is enough
            </button>
          </>
        )}
      </p>
      <Problem of={search.problem ?? problem} />
      {found?.could_wait.length === 0 && (
        <p className="py-2">
          Nothing that may wait makes the date likelier: what is left carries safety, or proves.
        </p>
      )}
      {found && found.could_wait.length > 0 && (
        <ol className="cond">
          {found.could_wait.map((each, i) => {
            const job = line(each.job);
            if (!job || job.job.put_off !== null) return null;
            return (
              <li key={each.job} className="flex flex-wrap items-center gap-x-3 border-b border-hair">
                <span className="min-w-40 flex-1">
                  {i > 0 && "and "}
                  <b className="font-semibold">{job.job.title}</b>
                  {each.with_it.length > 0 &&
                    `, with ${each.with_it.map((id) => line(id)?.job.title).join(", ")}`}
                  <span className="text-quiet">
                    {" "}
                    ({hours(each.hours)}, carries no safety: undone until you are back)
                  </span>
                </span>
                <b>{pct(each.p)}</b>
                <button className="btn no-print" onClick={() => void putOff(each)}>
                  put it off
                </button>
              </li>
            );
          })}
        </ol>
      )}
      {found && found.not_these.length > 0 && (
        <>
          <h3 className="pt-3 font-semibold">Better not these</h3>
          <ul className="cond">
            {found.not_these.map(({ job, why }) => (
              <li key={job} className="border-b border-hair py-1">
                <b className="font-semibold">{line(job)?.job.title}</b>{" "}
                <span className="text-quiet">without it: {why}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
