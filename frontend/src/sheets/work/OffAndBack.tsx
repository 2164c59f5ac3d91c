/** What was taken off, in order, each in its bag; it goes back in the other order. Labels to print. */
import { type FormEvent, useState } from "react";

import { answered, client } from "../../api/client";
import type { OffLine } from "../../api/types";
import { useAsked } from "../../api/useAsked";
import { useBench } from "../../parts/bench";
import { counted } from "../../parts/counted";
import { day } from "../../parts/day";
import { Problem } from "../../parts/Problem";
import { useSettings } from "../../parts/settings";
import { fastenerInWords } from "./inWords";
import { useWork } from "./useWork";
import { typed } from "./typed";
import { wordsIn } from "../../parts/typedIn";

const HEAPS = ["good", "usable", "scrap"] as const;

export function OffAndBack() {
  const { sheet } = useBench();
  const { units, person } = useSettings();
  const { data, error } = useAsked({
    queryKey: ["off", sheet.id, units, person, sheet.revision],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/jobs/off", {
          params: { path: { rig_id: sheet.id }, query: { units, person } },
        }),
      ),
  });
  if (!data)
    return error ? <Problem of={error} className="py-3" /> : <p className="py-3 text-quiet">One moment.</p>;
  const still = data.off.filter(({ thing }) => thing.back_on === null && thing.goes_back);
  const back = data.off.filter(({ thing }) => thing.back_on !== null);
  const away = data.off.filter(({ thing }) => thing.back_on === null && !thing.goes_back);
  return (
    <div className="max-w-3xl">
      <TakeOff count={data.off.length} />
      <section aria-label="Off, and to go back" className="pt-4">
        <h2 className="border-b border-ink pb-1 font-semibold">
          Goes back, the last first{" "}
          <span className="font-normal text-quiet">{counted(still.length, "thing")} off</span>
        </h2>
        {still.length === 0 && <p className="py-2 text-quiet">Nothing is off that goes back.</p>}
        {[...still].reverse().map((line) => (
          <Thing key={line.id} line={line} number={data.off.indexOf(line) + 1} />
        ))}
      </section>
      {[
        ["Does not go back", away],
        ["Back on", back],
      ].map(([title, lines]) =>
        (lines as OffLine[]).length > 0 ? (
          <section key={title as string} className="pt-4">
            <h2 className="border-b border-ink pb-1 font-semibold">{title as string}</h2>
            {(lines as OffLine[]).map((line) => (
              <Thing key={line.id} line={line} number={data.off.indexOf(line) + 1} />
            ))}
          </section>
        ) : null,
      )}
      {data.off.length > 0 && <Labels lines={still.concat(away)} all={data.off} />}
    </div>
  );
}

function Thing({ line, number }: { line: OffLine; number: number }) {
  const { sheet, put } = useBench();
  const [problem, setProblem] = useState<string>();
  const { thing } = line;
  const set = async (to: Partial<OffLine["thing"]>) => {
    const refusal = await put({
      do: "record",
      table: "taken_off",
      id: line.id,
      version: line.version,
      record: { ...thing, ...to },
    });
    setProblem(refusal?.message);
  };
  return (
    <div className="border-b border-hair py-1">
      <p className="flex flex-wrap items-center gap-x-3">
        <span className="w-6 text-right text-quiet">{number}</span>
        <b className="flex-1 text-lg font-semibold">
          {thing.name}
          {thing.place && <span className="font-normal text-quiet"> {thing.place}</span>}
        </b>
        <span className="cond">{thing.bag ? `bag ${thing.bag}` : "no bag"}</span>
        <span className={`cond ${thing.heap === "scrap" ? "text-oxide" : ""}`}>{thing.heap}</span>
        {thing.back_on === null ? (
          <>
            {thing.goes_back && (
              <button className="btn min-h-12" onClick={() => void set({ back_on: sheet.today })}>
                back on
              </button>
            )}
            <button className="link" onClick={() => void set({ goes_back: !thing.goes_back })}>
              {thing.goes_back ? "does not go back" : "goes back after all"}
            </button>
          </>
        ) : (
          <button className="link" onClick={() => void set({ back_on: null })}>
            back {day(thing.back_on)}: not after all
          </button>
        )}
      </p>
      <p className="cond pl-9 text-quiet">
        {(thing.fasteners ?? []).map(fastenerInWords).join("; ")}
        {line.job_title && ` · ${line.job_title}`}
      </p>
      <Problem of={problem} />
    </div>
  );
}

function TakeOff({ count }: { count: number }) {
  const { sheet, put } = useBench();
  const { data: work } = useWork();
  const [problem, setProblem] = useState<string>();
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const given = new FormData(form);
    const word = wordsIn(given);
    if (!word("name")) {
      setProblem("Say what came off, for example: skid plate.");
      return;
    }
    const many = typed(word("count"));
    const size = {
      thread: word("thread") || null,
      length_mm: typed(word("long")),
    };
    const refusal = await put({
      do: "record",
      table: "taken_off",
      id: 0,
      version: null,
      record: {
        name: word("name"),
        place: word("place") || null,
        taken_on: sheet.today,
        bag: word("bag") || null,
        heap: word("heap"),
        goes_back: word("heap") !== "scrap",
        job: word("job") || null,
        fasteners:
          many !== null || size.thread
            ? [{ where: word("name"), count: many, ...size, head: word("head") || null }]
            : [],
      },
    });
    setProblem(refusal?.message);
    if (!refusal) {
      form.reset();
      (form.elements.namedItem("name") as HTMLInputElement).focus();
    }
  };
  const jobs = work?.jobs.filter(({ rig, job }) => rig === sheet.id && !job.done) ?? [];
  return (
    <form
      className="no-print grid grid-cols-2 gap-x-4 gap-y-2 pt-3 min-[700px]:grid-cols-4"
      onSubmit={(event) => void add(event)}
    >
      <Field label="came off" name="name" wide />
      <Field label="where from, which side" name="place" wide />
      <Field label="bag" name="bag" value={String(count + 1)} />
      <label className="grid">
        <span className="text-sm text-quiet">heap</span>
        <select name="heap" className="field text-base">
          {HEAPS.map((heap) => (
            <option key={heap}>{heap}</option>
          ))}
        </select>
      </label>
      <label className="col-span-2 grid">
        <span className="text-sm text-quiet">for which job</span>
        <select name="job" className="field text-base" defaultValue="">
          <option value="">none of the list</option>
          {jobs.map(({ job }) => (
            <option key={job.key} value={job.key}>
              {job.title}
            </option>
          ))}
        </select>
      </label>
      <Field label="fasteners" name="count" />
      <Field label="thread" name="thread" />
      <Field label="length, mm" name="long" />
      <Field label="head" name="head" />
      <p className="col-span-2 flex items-end">
        <button className="btn-main">it is off</button>
      </p>
      <Problem of={problem} className="col-span-full" />
    </form>
  );
}

type FieldProps = { label: string; name: string; wide?: boolean; value?: string };

function Field({ label, name, wide = false, value = "" }: FieldProps) {
  return (
    <label className={`grid ${wide ? "col-span-2" : ""}`}>
      <span className="text-sm text-quiet">{label}</span>
      <input key={value} name={name} className="field text-base" defaultValue={value} />
    </label>
  );
}

/** A label for each bag: where from, which side, its fasteners; cut from the sheet and put in. */
function Labels({ lines, all }: { lines: OffLine[]; all: OffLine[] }) {
  const { sheet } = useBench();
  return (
    <section aria-label="Labels" className="pt-5">
      <p className="no-print">
        <button className="btn" onClick={() => print()}>
          print the labels
        </button>
      </p>
      <div className="print-only grid grid-cols-2 gap-2">
        {lines.map((line) => (
          <div key={line.id} className="break-inside-avoid border border-dashed border-ink p-2">
            <p className="text-xl font-semibold">
              {line.thing.bag ? `bag ${line.thing.bag}` : `no. ${all.indexOf(line) + 1}`} · {line.thing.name}
            </p>
            <p>
              {sheet.name}
              {line.thing.place && `, ${line.thing.place}`}
            </p>
            <p>
              {(line.thing.fasteners ?? []).map(fastenerInWords).join("; ") ||
                "fasteners: ____________________"}
            </p>
            <p>
              {line.thing.heap} · {line.thing.taken_on ? day(line.thing.taken_on) : ""}
            </p>
          </div>
        ))}
      </div>
    </section>
  );
}
