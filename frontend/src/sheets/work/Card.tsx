/** A job's card on one sheet of paper; and what comes back on it, entered in one pass by keyboard. */
import { type FormEvent, useState } from "react";
import { useSearchParams } from "react-router";

import type { JobLine, WorkJob } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Problem } from "../../parts/Problem";
import { type Mark, RigDrawing } from "../../rig/RigDrawing";
import { wanted } from "./Readings";
import { fastenerInWords } from "./inWords";
import { hours, useWork } from "./useWork";
import { typed } from "./typed";
import { wordsIn } from "../../parts/typedIn";

export function Card() {
  const { data: work, error } = useWork();
  const { sheet } = useBench();
  const [search, setSearch] = useSearchParams();
  if (!work)
    return error ? <Problem of={error} className="py-3" /> : <p className="py-3 text-quiet">One moment.</p>;
  const mine = work.jobs.filter(({ rig, job }) => rig === sheet.id && !job.done);
  const line = mine.find(({ job }) => job.key === search.get("job")) ?? mine[0];
  const choose = (key: string) => {
    const next = new URLSearchParams(search);
    next.set("job", key);
    setSearch(next, { replace: true });
  };
  if (!line) return <p className="py-4">Nothing is left to do on {sheet.name}: no card to print.</p>;
  return (
    <div className="grid gap-x-12 wide:grid-cols-[minmax(0,1fr)_320px]">
      <article className="job-sheet min-w-0 max-w-3xl">
        <label className="no-print flex flex-wrap items-center gap-3 pt-3">
          card of
          <select
            className="field max-w-full min-w-0 text-base"
            value={line.job.key}
            onChange={(event) => choose(event.target.value)}
          >
            {mine.map(({ job }) => (
              <option key={job.key} value={job.key}>
                {job.title}
              </option>
            ))}
          </select>
          <button className="btn" onClick={() => print()}>
            print it
          </button>
          <a
            className="link"
            href={`/api/rigs/${sheet.id}/card.pdf?job=${encodeURIComponent(line.job.key)}`}
            download
          >
            as PDF
          </a>
        </label>
        <Paper line={line} />
      </article>
      <Back key={line.job.key} line={line} />
    </div>
  );
}

const WIDTH = 340;
const HEIGHT = 150;

type Place = Mark["place"];
const PLACES: Record<WorkJob["area"], Place> = {
  "front-axle": "front-axle",
  "rear-axle": "rear-axle",
  wheels: "every-wheel",
  brakes: "both-axles",
  steering: "front-axle",
  driveline: "case",
  engine: "nose",
  fuel: "tail",
  frame: "middle",
  body: "middle",
  cabin: "middle",
  electrics: "nose",
  whole: "middle",
};

function Paper({ line }: { line: JobLine }) {
  const { sheet } = useBench();
  const { job } = line;
  return (
    <>
      <header className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-ink pt-2 pb-1">
        <h2 className="text-2xl font-semibold">{job.title}</h2>
        <p className="ml-auto">
          {hours(job.hours)} guessed{job.hands === 2 && ", two pairs of hands"}
        </p>
      </header>
      <div className="grid gap-x-6 min-[700px]:grid-cols-[1fr_340px] print:grid-cols-[1fr_340px]">
        <div className="pt-2 text-sm">
          <h3 className="font-semibold">Cautions</h3>
          <ul>
            {job.cautions.map((caution) => (
              <li key={caution} className="border-l-4 border-oxide py-0.5 pl-2">
                {caution}
              </li>
            ))}
          </ul>
        </div>
        <div className="on-strip mt-2 overflow-hidden bg-strip text-chalk">
          <div className="relative" style={{ width: WIDTH, height: HEIGHT }}>
            <RigDrawing
              form={sheet.form}
              figures={sheet.figures}
              found={sheet.outlines.found}
              here={sheet.outlines.planned}
              width={WIDTH}
              height={HEIGHT}
              margin={{ left: 10, right: 10, top: 24, bottom: 10 }}
              label={`${sheet.name}, where it is done`}
              marks={[{ place: PLACES[job.area], severity: "note", number: 1, above: 0 }]}
              picture
            />
          </div>
          <p className="cond px-2 pb-1 text-sm">1: {job.area.replace("-", " ")}</p>
        </div>
      </div>
      <div className="grid grid-cols-2 gap-x-6 pt-2">
        <div>
          <h3 className="border-b border-ink font-semibold">Tools</h3>
          <p className="min-h-6">{job.tools.join(", ") || "—"}</p>
          <h3 className="border-b border-ink pt-2 font-semibold">Parts</h3>
          {job.parts.length === 0 && <p className="min-h-6">—</p>}
          {job.parts.map((name) => (
            <p key={name}>□ {name}</p>
          ))}
        </div>
        <div>
          <h3 className="border-b border-ink font-semibold">Fasteners</h3>
          {job.fasteners.length === 0 && <p className="min-h-6">—</p>}
          {job.fasteners.map((each) => (
            <p key={each.where}>
              □ {fastenerInWords(each)}
              {each.state && `, ${each.state}`}
            </p>
          ))}
        </div>
      </div>
      <h3 className="border-b border-ink pt-3 font-semibold">Steps</h3>
      <ol>
        {job.steps.map((step, i) => (
          <li key={step.text} className="grid grid-cols-[1.5rem_1.5rem_1fr] border-b border-hair py-1">
            <span className="text-quiet">{i + 1}</span>
            <span aria-hidden>{step.done ? "☒" : "□"}</span>
            <span>
              {step.gate && <b>gate: nothing below before this. </b>}
              {step.text}
            </span>
          </li>
        ))}
      </ol>
      {job.readings.length > 0 && (
        <>
          <h3 className="border-b border-ink pt-3 font-semibold">Readings</h3>
          {job.readings.map((each) => (
            <p key={each.name} className="flex items-end gap-3 py-1">
              <span className="flex-1">
                {each.name} {wanted(each) && <span className="text-quiet">{wanted(each)}</span>}
              </span>
              <span className="inline-block h-7 w-40 border border-ink px-2">{each.value}</span>
            </p>
          ))}
        </>
      )}
      <p className="grid grid-cols-4 gap-4 pt-6 text-sm">
        {["hours", "odometer", "date", "name"].map((word) => (
          <span key={word} className="border-t border-ink">
            {word}
          </span>
        ))}
      </p>
    </>
  );
}

/** What is on the card that came back: a number for each step that is ticked, the readings, the hours. */
function Back({ line }: { line: JobLine }) {
  const { put } = useBench();
  const [problem, setProblem] = useState<string>();
  const [kept, setKept] = useState(false);
  const { job } = line;
  const open = job.steps.map((step, i) => ({ step, number: i + 1 })).filter(({ step }) => step.done === null);
  const send = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const given = new FormData(event.currentTarget);
    const word = wordsIn(given);
    const numbers = word("steps") === "all" ? open.map(({ number }) => number) : numbersIn(word("steps"));
    const wrong = numbers.find((number) => !job.steps[number - 1]);
    if (wrong !== undefined) {
      setProblem(
        `There is no step ${wrong} on this card: it has ${job.steps.length}. Type for example 1-3 5, or all.`,
      );
      return;
    }
    const readings: Record<string, number> = {};
    for (const each of job.readings) {
      const text = word(`reading ${each.name}`).replace(",", ".");
      if (text === "") continue;
      if (!Number.isFinite(Number(text))) {
        setProblem(`${each.name}: “${text}” is no number.`);
        return;
      }
      readings[each.name] = Number(text);
    }
    const number = (name: string) => typed(word(name)) as number | null;
    const unread = ["hours", "odometer"].find((name) => typeof typed(word(name)) === "string");
    if (unread) {
      setProblem(`${unread}: “${word(unread)}” is no number.`);
      return;
    }
    const refusal = await put({
      do: "from paper",
      key: job.key,
      steps: numbers.flatMap((at) => job.steps[at - 1]?.text ?? []),
      readings,
      hours: number("hours"),
      odometer_km: number("odometer"),
      sign: word("sign") === "on",
    });
    setProblem(refusal?.message);
    setKept(!refusal);
  };
  return (
    <form
      className="no-print pt-3"
      aria-label="What came back on paper"
      onSubmit={(event) => void send(event)}
    >
      <h2 className="border-b border-ink pb-1 font-semibold">What came back on paper</h2>
      <label className="grid pt-2">
        <span className="text-sm text-quiet">steps that are ticked: 1-3 5, or all</span>
        <input name="steps" className="field" />
      </label>
      {job.readings.map((each) => (
        <label key={each.name} className="grid pt-2">
          <span className="text-sm text-quiet">{each.name}</span>
          <input
            name={`reading ${each.name}`}
            inputMode="decimal"
            className="field"
            defaultValue={each.value ?? ""}
          />
        </label>
      ))}
      <div className="grid grid-cols-2 gap-3 pt-2">
        <label className="grid">
          <span className="text-sm text-quiet">hours</span>
          <input name="hours" inputMode="decimal" className="field" />
        </label>
        <label className="grid">
          <span className="text-sm text-quiet">odometer, km</span>
          <input name="odometer" inputMode="decimal" className="field" />
        </label>
      </div>
      <label className="flex min-h-12 items-center gap-3">
        <input type="checkbox" name="sign" className="size-6 accent-[var(--ink)]" /> it is signed off on the
        card
      </label>
      <button className="btn-main">enter it</button>
      {kept && <p role="status">Entered.</p>}
      <Problem of={problem} />
    </form>
  );
}

/** ``1-3 5``: the numbers 1, 2, 3 and 5. What is none gives one that is on no card. */
function numbersIn(text: string): number[] {
  return text
    .split(/[\s,]+/)
    .filter(Boolean)
    .flatMap((word) => {
      const [from, to] = word.split("-").map(Number);
      if (from === undefined || !Number.isInteger(from)) return [0];
      if (to === undefined) return [from];
      return Number.isInteger(to) && to >= from && to - from < 100
        ? Array.from({ length: to - from + 1 }, (_, i) => from + i)
        : [0];
    });
}
