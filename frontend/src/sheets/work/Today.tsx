/** The job at hand, for a thumb: its gate, its steps, the clock, readings, what went wrong. */
import { useState } from "react";
import { useSearchParams } from "react-router";

import { client } from "../../api/client";
import { newKey } from "../../api/key";
import { sheetOf } from "../../api/sheets";
import type { JobLine, Work } from "../../api/types";
import { useBench } from "../../parts/bench";
import { day } from "../../parts/day";
import { Problem } from "../../parts/Problem";
import { useSettings } from "../../parts/settings";
import { TakePhoto } from "../../parts/TakePhoto";
import { fastenerInWords, waitInWords } from "./inWords";
import { LogEntry } from "./LogEntry";
import { Readings } from "./Readings";
import { SignOff } from "./SignOff";
import { Steps } from "./Steps";
import { setting } from "./setting";
import { hours, piecesOf, useWork } from "./useWork";

export function Today() {
  const { data: work, error } = useWork();
  const { sheet } = useBench();
  const [search, setSearch] = useSearchParams();
  if (!work)
    return error ? <Problem of={error} className="py-3" /> : <p className="py-3 text-quiet">One moment.</p>;
  const mine = work.jobs.filter(({ rig, job }) => rig === sheet.id && !job.done && job.put_off === null);
  const asked = work.jobs.find(({ rig, job }) => rig === sheet.id && job.key === search.get("job"));
  const running = mine.find(({ job }) => job.running_since !== null);
  const line = asked ?? running ?? firstOf(work, mine);
  const choose = (key: string) => {
    const next = new URLSearchParams(search);
    next.set("job", key);
    setSearch(next, { replace: true });
  };
  if (!line) return <p className="py-4">Nothing is left to do on {sheet.name}.</p>;
  const soon = upNext(work, mine).filter(({ id }) => id !== line.id);
  return (
    <div className="max-w-2xl pb-10">
      <p className="pt-3 text-quiet">
        {day(work.today)}
        {running && running.id !== line.id && `: the clock of ${running.job.title} runs`}
      </p>
      <h2 className="text-2xl leading-tight font-semibold">{line.job.title}</h2>
      <p className="text-quiet">
        {hours(line.left_h)} left of {hours(line.job.hours)}
        {line.job.tools.length > 0 && ` · ${line.job.tools.join(", ")}`}
        {line.job.hands === 2 && " · two pairs of hands"}
      </p>
      {line.job.waits.length > 0 && (
        <p className="text-quiet">waits for {line.job.waits.map(waitInWords).join("; ")}</p>
      )}
      <Clock line={line} />
      <Steps line={line} large />
      <Readings line={line} />
      <Fasteners line={line} />
      <Photographs line={line} />
      <LogEntry line={line} />
      {!line.job.done && <SignOff line={line} />}
      <ul className="pt-2 text-sm text-quiet">
        {line.job.cautions.map((caution) => (
          <li key={caution} className="pb-1">
            {caution}
          </li>
        ))}
      </ul>
      {soon.length > 0 && (
        <section aria-label="Next" className="pt-5">
          <h3 className="border-b border-ink font-semibold">Next</h3>
          {soon.slice(0, 6).map((next) => (
            <button
              key={next.id}
              className="cond flex min-h-14 w-full items-center border-b border-hair text-lg font-semibold"
              onClick={() => choose(next.job.key)}
            >
              <span className="flex-1">{next.job.title}</span>
              <span className="font-normal text-quiet">{hours(next.left_h)}</span>
            </button>
          ))}
        </section>
      )}
    </div>
  );
}

/** What the plan has today, else the first that it has at all, else the first of the list. */
function firstOf(work: Work, mine: JobLine[]): JobLine | undefined {
  return upNext(work, mine)[0] ?? mine[0];
}

function upNext(work: Work, mine: JobLine[]): JobLine[] {
  const ids = [...new Set(piecesOf(work).map(({ line }) => line.id))];
  const laid = ids.flatMap((id) => mine.find((line) => line.id === id) ?? []);
  return [...laid, ...mine.filter((line) => !laid.includes(line))];
}

/** Started and stopped; the clock runs on where the page is closed or the server is gone. */
function Clock({ line }: { line: JobLine }) {
  const { put } = useBench();
  const [problem, setProblem] = useState<string>();
  const [typing, setTyping] = useState(false);
  const { job } = line;
  if (job.done) return null;
  const running = job.running_since !== null;
  const clock = async (run: boolean, typed: number | null) => {
    const refusal = await put({ do: "clock", key: job.key, run, hours: typed });
    setProblem(refusal?.message);
    if (refusal) setTyping(true);
    else setTyping(false);
  };
  return (
    <>
      <p className="flex flex-wrap items-center gap-3 py-3">
        <button
          className={`min-h-14 px-5 text-lg ${running ? "btn" : "btn-main"}`}
          onClick={() => void clock(!running, null)}
        >
          {running ? "stop the clock" : "start the clock"}
        </button>
        <span className="text-lg">
          {running && job.running_since ? `runs since ${clockTime(job.running_since)}, ` : ""}
          {hours(job.taken_h)} so far
        </span>
        <button className="link" onClick={() => setTyping(!typing)}>
          type hours
        </button>
      </p>
      {typing && (
        <form
          className="flex items-end gap-3 pb-2"
          onSubmit={(event) => {
            event.preventDefault();
            const text = (new FormData(event.currentTarget).get("hours") as string).trim().replace(",", ".");
            const value = Number(text);
            if (text === "" || !Number.isFinite(value)) setProblem("Type how many hours, for example 1.5.");
            else void clock(false, value);
          }}
        >
          <label className="grid">
            <span className="text-sm text-quiet">hours worked</span>
            <input name="hours" inputMode="decimal" className="field w-28 text-xl" autoFocus />
          </label>
          <button className="btn min-h-12">add them</button>
        </form>
      )}
      <Problem of={problem} />
    </>
  );
}

const TIME = new Intl.DateTimeFormat("en-GB", { hour: "2-digit", minute: "2-digit" });
const clockTime = (iso: string) => TIME.format(new Date(iso));

/** A photograph of before, of after, or of what is to be seen. */
function Photographs({ line }: { line: JobLine }) {
  const { sheet, stage, looks } = useBench();
  const { units, person } = useSettings();
  const send = (moment: "before" | "after" | undefined) => (file: File) =>
    sheetOf(
      client.POST("/api/rigs/{rig_id}/jobs/photo", {
        params: {
          path: { rig_id: sheet.id },
          query: {
            stage,
            units,
            person,
            looks,
            key: newKey(),
            text: `${line.job.title}${moment ? `, ${moment}` : ""}`,
            job: line.job.key,
            ...(moment ? { moment } : {}),
          },
        },
        body: file as never,
        bodySerializer: (body: unknown) => body as Blob,
        headers: { "Content-Type": "application/octet-stream" },
      }),
    );
  return (
    <p className="flex flex-wrap gap-2 pt-3">
      <TakePhoto label="photograph, before" send={send("before")} className="btn min-h-12" />
      <TakePhoto label="after" send={send("after")} className="btn min-h-12" />
      <TakePhoto label="of something" send={send(undefined)} className="btn min-h-12" />
    </p>
  );
}

function Fasteners({ line }: { line: JobLine }) {
  const { put } = useBench();
  const { fasteners } = line.job;
  if (fasteners.length === 0) return null;
  const set = (at: number, state: string) =>
    void put(
      setting(line, { fasteners: fasteners.map((each, i) => (i === at ? { ...each, state } : each)) }),
    );
  return (
    <section aria-label="Fasteners" className="pt-3">
      <h3 className="border-b border-hair font-semibold">Fasteners</h3>
      {fasteners.map((each, i) => (
        <p key={each.where} className="flex min-h-12 flex-wrap items-center gap-x-3 border-b border-hair">
          <span className="flex-1">
            {fastenerInWords(each)}
            {each.once_only && each.state === "reuse" && (
              <b className="text-oxide"> used once only: not these again</b>
            )}
          </span>
          {(["new", "reuse"] as const).map((state) => (
            <button
              key={state}
              aria-pressed={each.state === state}
              className={`btn ${each.state === state ? "bg-ink text-ground" : ""}`}
              onClick={() => set(i, state)}
            >
              {state}
            </button>
          ))}
        </p>
      ))}
    </section>
  );
}
