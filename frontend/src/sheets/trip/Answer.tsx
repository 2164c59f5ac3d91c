/** Go, go with these limits, or do not go: in one line, with what it rests on; and the brief. */
import { Link } from "react-router";

import type { Answers, Limit, Readiness } from "../../api/types";
import { useBench } from "../../parts/bench";
import { day } from "../../parts/day";
import { Brief } from "./Brief";
import { useAnswer, useFile } from "./useTrip";
import { Waiting } from "./Waiting";
import { asText } from "../../parts/quantity";

export const VERDICTS: Record<Readiness["verdict"], string> = {
  "do-not-go": "Do not go",
  "go-with-limits": "Go, with these limits",
  go: "Go",
};

export function Answer() {
  const { data, error } = useAnswer();
  const file = useFile();
  if (!data) return <Waiting error={error} />;
  const { answer } = data;
  return (
    <>
      <Verdict answers={data} />
      <p className="no-print flex flex-wrap gap-x-6">
        <a className="link" href={file("trip/dash.pdf")} download>
          the card for the dash, PDF
        </a>
        <a className="link" href={file("trip/book.pdf")} download>
          the trip&apos;s book, PDF
        </a>
        <a className="link" href={file("calendar.ics")} download>
          its days, ICS
        </a>
        <WayLink />
      </p>
      <div className="grid gap-x-12 wide:grid-cols-2">
        <div>
          <Against ready={answer} />
          <Limits title="See to before leaving" limits={answer.limits} kind="before" />
          <Limits title="Keep to on the way" limits={answer.limits} kind="on-the-way" />
          <Open ready={answer} />
        </div>
        <div>
          {data.other && <Other other={data.other} />}
          <Brief />
        </div>
      </div>
    </>
  );
}

function WayLink() {
  const { sheet } = useBench();
  return (
    <a className="link" href={`/way/${sheet.id}`}>
      the page for the way: open it once on the phone
    </a>
  );
}

function Verdict({ answers: { answer, trip, km, last_on } }: { answers: Answers }) {
  const { write } = useBench();
  const stops = answer.verdict === "do-not-go";
  const far = asText(write(km, "odometer_km", { places: 0 }));
  return (
    <section aria-label="The answer" className="border-b border-ink py-4">
      <p className="cond text-quiet">
        {trip}
        {answer.leaves_on && `, ${day(answer.leaves_on)}`}
        {last_on && last_on !== answer.leaves_on && ` to ${day(last_on)}`}
        {km > 0 && ` · ${far}`}
      </p>
      <div className="flex flex-wrap items-end gap-x-10 gap-y-3 pt-1">
        <p
          className={`border-l-8 pl-3 text-5xl leading-none font-bold [font-stretch:75%] max-[500px]:text-4xl ${stops ? "border-oxide text-oxide" : "border-ink"}`}
        >
          {VERDICTS[answer.verdict]}
        </p>
        {answer.days_left !== null && (
          <p className={answer.days_left < 0 ? "text-oxide" : ""}>
            <b className="text-4xl leading-none font-bold [font-stretch:75%]">{Math.abs(answer.days_left)}</b>{" "}
            {answer.days_left < 0 ? "days late" : answer.days_left === 1 ? "day" : "days"}
          </p>
        )}
        {answer.hours_per_week !== null && answer.hours_open > 0 && (
          <p>
            <b className="text-4xl leading-none font-bold [font-stretch:75%]">
              {answer.hours_per_week.toFixed(1)}
            </b>{" "}
            h a week
          </p>
        )}
        <p className="max-w-xl min-w-64 flex-1">
          {answer.when} {answer.sentence}
        </p>
      </div>
      <p className="pt-2 text-sm text-quiet">
        Local codes, the vehicle&apos;s manual and licensed practice decide; what is computed here does not
        replace them. A petrol smell in the cabin stops the trip.
      </p>
    </section>
  );
}

const SHEET_OF: Record<string, { to: string; word: string }> = {
  survey: { to: "survey", word: "in the survey" },
  work: { to: "work?view=today", word: "in the work" },
  measure: { to: "measure", word: "measure" },
  trip: { to: "trip?view=papers", word: "among the papers" },
  legs: { to: "trip?view=legs", word: "the legs" },
};

function Go({ sheet: of }: { sheet: string }) {
  const { sheet } = useBench();
  const where = SHEET_OF[of];
  return where ? (
    <Link className="link no-print ml-auto" to={`/rigs/${sheet.id}/${where.to}`}>
      {where.word}
    </Link>
  ) : null;
}

function Against({ ready }: { ready: Readiness }) {
  if (ready.against.length === 0) return null;
  return (
    <section aria-label="Against going">
      <h2 className="border-b border-oxide pt-4 pb-1 font-semibold text-oxide">Against going</h2>
      <ul>
        {ready.against.map(({ text, sheet, finding }) => (
          <li
            key={finding ?? text}
            className="flex min-h-10 flex-wrap items-baseline gap-x-3 border-b border-hair py-1"
          >
            <span className="flex-1">{text}</span>
            <Go sheet={sheet} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function Limits({ title, limits, kind }: { title: string; limits: Limit[]; kind: Limit["kind"] }) {
  const those = limits.filter((limit) => limit.kind === kind);
  if (those.length === 0) return null;
  return (
    <section aria-label={title}>
      <h2 className="border-b border-ink pt-4 pb-1 font-semibold">{title}</h2>
      <ul>
        {those.map(({ sentence, comes_from, sheet }) => (
          <li key={sentence} className="border-b border-hair py-1">
            <span className="flex flex-wrap items-baseline gap-x-3">
              <b className="flex-1 font-semibold">{sentence}</b>
              <Go sheet={sheet} />
            </span>
            {!sentence.includes(comes_from) && (
              <span className="block max-w-prose text-sm text-quiet">{comes_from}</span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Open({ ready }: { ready: Readiness }) {
  const { sheet, setStage } = useBench();
  if (ready.open.length === 0) return null;
  return (
    <section aria-label="Still to be done">
      <h2 className="flex items-baseline justify-between border-b border-ink pt-4 pb-1 font-semibold">
        Still to be done
        <Link className="link no-print" to={`/rigs/${sheet.id}/work`}>
          when really: the days of the work
        </Link>
      </h2>
      <ol className="cond">
        {ready.open.map((item) => (
          <li key={item.title} className="flex items-baseline gap-3 border-b border-hair">
            <button
              className="min-h-10 flex-1"
              onClick={() =>
                setStage(String(sheet.changes.find((c) => c.id === item.change)?.step ?? "planned"))
              }
            >
              {item.title}
            </button>
            <span className="text-quiet">{item.state}</span>
            <span className="w-24 text-right">
              {item.hours.toFixed(1)} h{item.guessed && <span className="text-quiet"> guessed</span>}
            </span>
          </li>
        ))}
      </ol>
      {ready.bench_hours_left !== null && (
        <p className="py-1 text-quiet">
          {Math.round(ready.bench_hours_left)} h at the bench until then, for all that stand there.
        </p>
      )}
    </section>
  );
}

/** The other answer: as it stands today where the first is as planned, and the other way round. */
function Other({ other }: { other: Readiness }) {
  return (
    <section aria-label={other.as_planned ? "As planned" : "If it left as it stands"} className="pt-4">
      <h2 className="border-b border-ink pb-1 font-semibold">
        {other.as_planned ? "If all of the plan were done" : "If it left as it stands today"}
      </h2>
      <p className="py-1">
        <b className={other.verdict === "do-not-go" ? "text-oxide" : ""}>{VERDICTS[other.verdict]}.</b>{" "}
        {other.sentence}
      </p>
      <ul>
        {other.against.map(({ text, finding }) => (
          <li key={finding ?? text} className="border-b border-hair py-1 text-sm">
            {text}
          </li>
        ))}
      </ul>
    </section>
  );
}
