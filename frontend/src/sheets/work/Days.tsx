/** The days from now to the day of leaving, the chain that decides, what the plan breaks, and when it is ready really. */
import { useState } from "react";
import { Link } from "react-router";

import { answered, client } from "../../api/client";
import type { JobLine, Work } from "../../api/types";
import { useBench } from "../../parts/bench";
import { counted } from "../../parts/counted";
import { day } from "../../parts/day";
import { Problem } from "../../parts/Problem";
import { useNarrow } from "../../parts/useNarrow";
import { useSettings } from "../../parts/settings";
import { useSearch } from "../../parts/useSearch";
import { DayList } from "./DayList";
import { JobPanel } from "./JobPanel";
import { NewJob } from "./NewJob";
import { OrderNotes } from "./OrderNotes";
import { Tape } from "./Tape";
import { hours, useKeepWork, useWork } from "./useWork";
import { When } from "./When";

export function Days() {
  const { data: work, error } = useWork();
  const { sheet } = useBench();
  const [open, setOpen] = useState<string>();
  const narrow = useNarrow();
  if (!work)
    return error ? (
      <Problem of={error} className="py-3" />
    ) : (
      <p className="py-3 text-quiet">Laying it out.</p>
    );
  const opened = work.jobs.find(({ id }) => id === open);
  return (
    <>
      <Headline work={work} />
      {work.shop === null ? (
        <NoShop />
      ) : work.plan === null ? (
        <p role="alert" className="py-3 text-oxide">
          It cannot be laid on days: {work.cannot}
        </p>
      ) : narrow ? (
        <DayList work={work} open={(line) => setOpen(line.id)} />
      ) : (
        <Tape work={work} open={(line) => setOpen(line.id)} />
      )}
      {work.plan && <Lay work={work} />}
      <div className="grid gap-x-12 wide:grid-cols-[1fr_320px]">
        <div>
          {work.plan && <When work={work} />}
          <JobList work={work} open={(line) => setOpen(line.id)} />
          <NewJob />
          <p className="no-print flex flex-wrap gap-x-5">
            <a className="link" href={`/api/rigs/${sheet.id}/calendar.ics`} download>
              the days, ICS
            </a>
            <a className="link" href={`/api/rigs/${sheet.id}/lists/jobs.csv`} download>
              the jobs, CSV
            </a>
            <a className="link" href={`/api/rigs/${sheet.id}/lists.xlsx`} download>
              all lists, XLSX
            </a>
          </p>
        </div>
        <aside aria-label="What the plan breaks">
          <OrderNotes work={work} open={setOpen} />
          {work.plan && <Chain work={work} open={setOpen} />}
        </aside>
      </div>
      <JobPanel line={opened} work={work} close={() => setOpen(undefined)} />
    </>
  );
}

function Headline({ work }: { work: Work }) {
  const { sheet } = useBench();
  const mine = work.jobs.filter(({ rig, job }) => rig === sheet.id && !job.done && job.put_off === null);
  const ready = work.plan?.plan.rigs.find(({ name }) => name === String(sheet.id));
  const left = mine.reduce((sum, { left_h }) => sum + left_h, 0);
  const ratio = work.learnt?.ratio_sum ?? 1;
  const late = ready?.days_late ?? 0;
  return (
    <div className="flex flex-wrap items-end gap-x-10 gap-y-2 py-4">
      {ready && (
        <p className={late > 0 ? "text-oxide" : ""}>
          <span className="block text-sm text-quiet">
            {mine.length === 0 ? "nothing is left to do" : "laid out, ready"}
          </span>
          <b className="text-4xl leading-none font-bold [font-stretch:75%]">{shortDay(ready.finish)}</b>
          {late > 0 && <span className="pl-2 font-semibold">{late} days late</span>}
        </p>
      )}
      <p>
        <span className="block text-sm text-quiet">
          {counted(mine.length, "job")}, {hours(left)} by the guess
        </span>
        <b className="text-4xl leading-none font-bold [font-stretch:75%]">{hours(left * ratio)}</b>
      </p>
      <p className="max-w-md min-w-56 flex-1 text-quiet">
        {work.learnt && work.learnt.count > 0
          ? `Work here took ${work.learnt.ratio.toFixed(1)} times its guess in the middle of ${counted(work.learnt.count, "job")} (${work.learnt.ratio_low.toFixed(1)} to ${work.learnt.ratio_high.toFixed(1)}); a sum of them grows by ${ratio.toFixed(2)}.`
          : `Nobody has clocked a job here yet: what builders' guesses grow by, ${ratio.toFixed(2)} times, stands in.`}
        {work.found_later_h > 0 &&
          ` The survey has grown: ${hours(work.planned_h)} were found at first, ${hours(work.found_later_h)} later.`}
      </p>
    </div>
  );
}

export const shortDay = (iso: string) => day(iso).replace(/ \d{4}$/, "");

function NoShop() {
  return (
    <section className="border-y border-hair py-4">
      <p>
        <b>Nobody has said when there is somebody at the bench.</b> With the hours of a week, and who comes to
        help, the jobs are laid on days.
      </p>
      <Link className="btn-main mt-3" to="?view=shop">
        when is there somebody at the bench?
      </Link>
    </section>
  );
}

/** The search for the best plan: begun by itself where a plan is by rules of thumb alone. */
function Lay({ work }: { work: Work }) {
  const { sheet } = useBench();
  const { units, person } = useSettings();
  const keep = useKeepWork();
  const search = useSearch(
    (key) =>
      answered(
        client.POST("/api/rigs/{rig_id}/jobs/lay", {
          params: { path: { rig_id: sheet.id }, query: { units, person, key } },
          body: { limit_s: 10, again: work.plan?.searched ?? false },
        }),
      ),
    keep,
  );
  if (!work.plan || work.plan.plan.by_day.length === 0) return null;
  const { searched, plan } = work.plan;
  return (
    <div className="no-print flex flex-wrap items-center gap-x-4 py-2">
      {search.searching ? (
        <>
          <progress className="h-3 w-32" aria-label="The best plan is searched" />
          <span role="status">{search.best ? `best so far: ${search.best}` : "It is searched."}</span>
          <button className="btn" onClick={search.stop}>
            that is enough
          </button>
        </>
      ) : (
        <>
          <button className="btn" onClick={() => void search.begin()}>
            {searched ? "search again" : "search for a better plan"}
          </button>
          <span className="text-quiet">
            {searched
              ? plan.proven
                ? "Proven: with these people, days and waits nothing is ready earlier."
                : "The best that was found in time; a better one may exist."
              : "Laid by rules of thumb, at once."}
          </span>
        </>
      )}
      <Problem of={search.problem} />
    </div>
  );
}

/** The jobs for which an hour more makes it ready later, in their order. */
function Chain({ work, open }: { work: Work; open: (id: string) => void }) {
  const lines = new Map(work.jobs.map((line) => [line.id, line]));
  const chain = (work.plan?.plan.critical ?? []).flatMap((id) => lines.get(id) ?? []);
  if (chain.length === 0) return null;
  const longest = [...chain].sort((a, b) => b.left_h - a.left_h).slice(0, MOST_IN_CHAIN);
  const shown = chain.filter((line) => longest.includes(line));
  return (
    <section aria-label="The chain that decides" className="pt-4">
      <h2 className="border-b border-ink pb-1 font-semibold">The chain that decides</h2>
      <p className="flex flex-wrap items-center gap-x-2">
        {shown.map((line, i) => (
          <span key={line.id} className="flex items-center gap-x-2">
            {i > 0 && <span aria-hidden>→</span>}
            <button className="link" onClick={() => open(line.id)}>
              {line.job.title}
            </button>
          </span>
        ))}
      </p>
      <p className="text-sm text-quiet">
        {chain.length > shown.length &&
          `And ${chain.length - shown.length} shorter ones: with ${people(work)} at the bench nearly all work decides. `}
        An hour more at any of these, and it is ready later: so in this plan; another may be as good.
      </p>
    </section>
  );
}

const MOST_IN_CHAIN = 9;
const people = (work: Work) => {
  const count = work.shop?.shop.people?.length ?? 1;
  return count === 1 ? "one" : String(count);
};

/** Every job of this vehicle, in the order of the plan, those that are done last. */
function JobList({ work, open }: { work: Work; open: (line: JobLine) => void }) {
  const { sheet } = useBench();
  const place = new Map((work.plan?.plan.order ?? []).map((id, at) => [id, at]));
  const mine = work.jobs
    .filter(({ rig }) => rig === sheet.id)
    .sort((a, b) => rank(a) - rank(b) || (place.get(a.id) ?? 999) - (place.get(b.id) ?? 999));
  if (mine.length === 0)
    return (
      <p className="py-4 text-quiet">
        There is no work yet: chosen changes, decisions of the survey and what falls due bring their jobs.
      </p>
    );
  return (
    <section aria-label="Jobs" className="pt-5">
      <h2 className="border-b border-ink pb-1 font-semibold">Jobs</h2>
      <ol className="cond">
        {mine.map((line) => (
          <li key={line.id} className="flex flex-wrap items-baseline gap-x-3 border-b border-hair">
            <button
              className={`min-h-10 min-w-40 flex-1 font-semibold ${line.job.done ? "text-quiet line-through" : ""}`}
              onClick={() => open(line)}
            >
              {line.job.title}
            </button>
            {line.job.put_off !== null && <span className="text-quiet">put off: {line.job.put_off}</span>}
            {line.open_gate && <span className="text-oxide">gate: {line.open_gate}</span>}
            {line.job.running_since && <b className="text-oxide">clock runs</b>}
            <span className="text-quiet">
              {line.job.stage} · {line.job.area.replace("-", " ")}
            </span>
            <span className="w-28 text-right">
              {line.job.done
                ? line.job.taken_h > 0
                  ? `took ${hours(line.job.taken_h)}`
                  : "done"
                : `${hours(line.job.hours)}${line.job.own_hours ? "" : " usual"}`}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}

const rank = ({ job }: JobLine) => (job.done ? 2 : job.put_off !== null ? 1 : 0);
