/** A job whole, beside the tape: its steps and gates, what it wants and waits for, its hours, and its sign-off. */
import { type FormEvent, useState } from "react";

import type { Refusal } from "../../api/client";
import type { JobLine, Work, WorkJob } from "../../api/types";
import { useBench } from "../../parts/bench";
import { day } from "../../parts/day";
import { Panel } from "../../parts/Panel";
import { Problem } from "../../parts/Problem";
import { Link } from "react-router";
import { NoReturn } from "./NoReturn";
import { waitInWords } from "./inWords";
import { SignOff } from "./SignOff";
import { Steps } from "./Steps";
import { setting } from "./setting";
import { hours } from "./useWork";
import { Wanted } from "./Wanted";
import { AREAS, STAGES } from "./words";
import { wordsIn } from "../../parts/typedIn";

type Props = { line: JobLine | undefined; work: Work; close: () => void };

export function JobPanel({ line, work, close }: Props) {
  const { sheet } = useBench();
  const other = line && line.rig !== sheet.id ? work.rigs.find(({ id }) => id === line.rig) : undefined;
  return (
    <Panel title={line?.job.title ?? ""} open={line !== undefined} close={close} wide>
      {line && other && (
        <p className="py-3">
          This is {other.name}’s.{" "}
          <Link className="link" to={`/rigs/${other.id}/work`}>
            to the work of {other.name}
          </Link>
        </p>
      )}
      {line && !other && <JobWhole key={line.id} line={line} />}
    </Panel>
  );
}

function JobWhole({ line }: { line: JobLine }) {
  const { job } = line;
  return (
    <>
      <p className="pt-2 text-quiet">
        {job.stage}, {job.area.replace("-", " ")}
        {line.carries_safety && ", carries safety"}
        {job.when && ` · after ${job.when}`}
      </p>
      <p className="flex flex-wrap gap-x-5">
        <Link className="link" to={`?view=today&job=${encodeURIComponent(job.key)}`}>
          do it
        </Link>
        <Link className="link" to={`?view=card&job=${encodeURIComponent(job.key)}`}>
          its card, to print
        </Link>
      </p>
      <Steps line={line} />
      <Numbers line={line} />
      <Waits line={line} />
      <NoReturn line={line} />
      <Wanted line={line} />
      <Later line={line} />
      <ul className="border-t border-hair pt-3 text-sm text-quiet">
        {job.cautions.map((caution) => (
          <li key={caution} className="pb-1">
            {caution}
          </li>
        ))}
      </ul>
    </>
  );
}

function useSet(line: JobLine) {
  const { put } = useBench();
  const [problem, setProblem] = useState<string>();
  const set = async (to: Record<string, unknown>): Promise<Refusal | undefined> => {
    const refusal = await put(setting(line, to));
    setProblem(refusal?.message);
    return refusal;
  };
  return { set, problem };
}

/** Hours, hands and place, each kept as it is left. */
function Numbers({ line }: { line: JobLine }) {
  const { set, problem } = useSet(line);
  const { job } = line;
  const number = (text: string) => {
    const value = Number(text.trim().replace(",", "."));
    return text.trim() === "" ? null : Number.isFinite(value) ? value : text;
  };
  return (
    <section aria-label="What it wants" className="grid grid-cols-3 gap-x-4 gap-y-2 py-3">
      <label className="grid">
        <span className="text-sm text-quiet">hours guessed</span>
        <input
          key={job.hours}
          className="field"
          inputMode="decimal"
          defaultValue={Math.round(job.hours * 100) / 100}
          onBlur={(event) => {
            const to = number(event.target.value);
            if (to !== Math.round(job.hours * 100) / 100) void set({ hours: to });
          }}
        />
      </label>
      <Pick
        label="hands"
        value={String(job.hands)}
        of={["1", "2"]}
        keep={(to) => void set({ hands: Number(to) })}
      />
      <Pick
        label="may split"
        value={job.splits ? "yes" : "no"}
        of={["yes", "no"]}
        keep={(to) => void set({ splits: to === "yes" })}
      />
      <Pick label="stage" value={job.stage} of={STAGES} keep={(to) => void set({ stage: to })} />
      <Pick label="where" value={job.area} of={AREAS} keep={(to) => void set({ area: to })} />
      <label className="grid">
        <span className="text-sm text-quiet">held on</span>
        <input
          key={job.held_on}
          type="date"
          className="field text-base"
          defaultValue={job.held_on ?? ""}
          onBlur={(event) => {
            const to = event.target.value || null;
            if (to !== job.held_on) void set({ held_on: to });
          }}
        />
      </label>
      <label className="col-span-3 grid">
        <span className="text-sm text-quiet">needs, of which there is one each</span>
        <input
          key={job.needs.join()}
          className="field text-base"
          defaultValue={job.needs.join(", ")}
          placeholder="bay, welder"
          onBlur={(event) => {
            const to = words(event.target.value);
            if (to.join() !== job.needs.join()) void set({ needs: to });
          }}
        />
      </label>
      <Problem of={problem} className="col-span-3" />
    </section>
  );
}

const words = (text: string) =>
  text
    .split(",")
    .map((word) => word.trim())
    .filter(Boolean);

type PickProps = { label: string; value: string; of: readonly string[]; keep: (to: string) => void };

function Pick({ label, value, of, keep }: PickProps) {
  return (
    <label className="grid">
      <span className="text-sm text-quiet">{label}</span>
      <select className="field text-base" value={value} onChange={(event) => keep(event.target.value)}>
        {of.map((each) => (
          <option key={each}>{each}</option>
        ))}
      </select>
    </label>
  );
}

const WAITS: readonly WorkJob["waits"][number]["for_what"][] = [
  "drying",
  "machine-shop",
  "part",
  "date",
  "helper",
];

function Waits({ line }: { line: JobLine }) {
  const { set, problem } = useSet(line);
  const { job } = line;
  const [what, setWhat] = useState<(typeof WAITS)[number]>("drying");
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const given = new FormData(form);
    const word = wordsIn(given);
    const long = word("hours");
    const refusal = await set({
      waits: [
        ...job.waits,
        {
          for_what: what,
          hours:
            long === ""
              ? null
              : Number.isFinite(Number(long.replace(",", ".")))
                ? Number(long.replace(",", "."))
                : long,
          part: word("part") || null,
          until: word("until") || null,
        },
      ],
    });
    if (!refusal) form.reset();
  };
  return (
    <section aria-label="What it waits for" className="border-t border-hair py-3">
      <h3 className="font-semibold">It waits for</h3>
      <ul>
        {job.waits.map((wait, i) => (
          <li key={i} className="flex min-h-10 items-center gap-3">
            <span className="flex-1">{waitInWords(wait)}</span>
            <button
              className="link"
              onClick={() => void set({ waits: job.waits.filter((_, at) => at !== i) })}
            >
              no more
            </button>
          </li>
        ))}
      </ul>
      <form className="flex flex-wrap items-end gap-3" onSubmit={(event) => void add(event)}>
        <Pick label="another" value={what} of={WAITS} keep={(to) => setWhat(to as typeof what)} />
        {(what === "drying" || what === "machine-shop") && (
          <label className="grid">
            <span className="text-sm text-quiet">hours by the clock, after it</span>
            <input name="hours" inputMode="decimal" className="field w-28" placeholder="48" />
          </label>
        )}
        {what === "part" && (
          <label className="grid">
            <span className="text-sm text-quiet">which part</span>
            <input name="part" className="field w-40" />
          </label>
        )}
        {(what === "part" || what === "date") && (
          <label className="grid">
            <span className="text-sm text-quiet">{what === "part" ? "due" : "until"}</span>
            <input name="until" type="date" className="field" />
          </label>
        )}
        <button className="btn">it waits for that</button>
      </form>
      <Problem of={problem} />
    </section>
  );
}

/** Signed off, put off, or put right. */
function Later({ line }: { line: JobLine }) {
  const { put } = useBench();
  const { set, problem } = useSet(line);
  const [said, setSaid] = useState<string>();
  const [asking, setAsking] = useState<"off" | "sign">();
  const { job } = line;
  if (job.done)
    return (
      <p className="flex flex-wrap items-center gap-4 border-t border-hair py-3">
        <span>
          {job.signed
            ? `Signed off ${day(job.signed.on)}${job.signed.by ? ` by ${job.signed.by}` : ""}`
            : "Done: it is on the vehicle"}
          {job.taken_h > 0 && `, in ${hours(job.taken_h)} of ${hours(job.hours)} guessed`}
        </span>
        {job.signed && (
          <button
            className="link"
            onClick={() =>
              void put({ do: "sign", key: job.key, sign: false, odometer_km: null, hours: null })
            }
          >
            not done after all
          </button>
        )}
      </p>
    );
  return (
    <section className="border-t border-hair py-3">
      <p className="flex flex-wrap gap-3">
        <button className="btn-main" onClick={() => setAsking(asking === "sign" ? undefined : "sign")}>
          sign it off
        </button>
        {job.put_off === null ? (
          <button className="btn" onClick={() => setAsking(asking === "off" ? undefined : "off")}>
            put it off past the trip
          </button>
        ) : (
          <button className="btn" onClick={() => void set({ put_off: null })}>
            do it before the trip
          </button>
        )}
      </p>
      {asking === "sign" && <SignOff line={line} />}
      {asking === "off" && (
        <form
          className="flex flex-wrap items-end gap-3 pt-2"
          onSubmit={(event) => {
            event.preventDefault();
            const reason = (new FormData(event.currentTarget).get("reason") as string).trim();
            if (!reason) setSaid("Say why it can wait.");
            else void set({ put_off: reason }).then((refusal) => !refusal && setAsking(undefined));
          }}
        >
          <label className="grid flex-1">
            <span className="text-sm text-quiet">
              why it can wait{line.carries_safety && ": it carries safety, and is said at readiness"}
            </span>
            <input name="reason" className="field" autoFocus />
          </label>
          <button className="btn-main">put it off</button>
        </form>
      )}
      <Problem of={said ?? problem} />
    </section>
  );
}
