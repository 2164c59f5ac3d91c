/** What to measure next: a walk round the vehicle with the tape in hand, one large figure after the other. */
import { type FormEvent, Fragment, useState } from "react";

import { useMeasuring } from "../../api/useMeasuring";
import type { Measurement } from "../../api/types";
import { useBench } from "../../parts/bench";
import { choicesOf } from "../../parts/chosen";
import { FigureButton, useSpec } from "../../parts/FigureButton";
import { focusSoon } from "../../parts/focusSoon";
import { KnownMark } from "../../parts/KnownMark";
import { useMeasure } from "../../parts/useMeasure";
import { useWalk } from "../../parts/useWalk";
import { RigDrawing } from "../../rig/RigDrawing";
import { spotOf } from "./spotOf";
import { Problem } from "../../parts/Problem";
import { SignSketch } from "../../parts/SignSketch";
import { TapePhotos } from "../../parts/TapePhotos";
import { asFound } from "../../parts/asFound";
import { counted } from "../../parts/counted";
import { isOtherwiseNow } from "../../parts/useTaken";
import { asText } from "../../parts/quantity";

export function MeasureSheet() {
  const { sheet, stage } = useBench();
  const found = useMeasuring(sheet.id, stage, sheet.revision);
  const all = found.data?.next ?? [];
  const first = found.data?.first;
  const rest = all.filter((one) => one.fitted_first === null && !first?.paths.includes(one.path));
  const walk = useWalk(sheet.id, [...(first?.paths ?? []), ...rest.map(({ path }) => path)]);
  const now = walk.paths.flatMap((path) => all.find((one) => one.path === path) ?? []);
  const later = all.filter((one) => one.fitted_first !== null);
  const current = now[walk.place];
  return (
    <>
      <header className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-ink pb-2">
        <h1 className="text-2xl font-semibold">Measure next</h1>
        {found.data && (
          <p className="text-quiet">
            {first?.paths.length
              ? `the ${counted(first.paths.length, "figure")} that take most doubt away: about ${Math.round(first.minutes)} min` +
                (rest.length > 0 ? `; then ${rest.length} more` : "")
              : "nothing waits for a tape"}
          </p>
        )}
        {now.length > 1 && (
          <button className="link ml-auto" onClick={walk.begin}>
            order anew, most worth first
          </button>
        )}
      </header>
      <Problem of={found.error} />
      {found.data && !current && <NothingToMeasure />}
      {current && (
        <Walk key={current.path} one={current} place={walk.place} count={now.length} go={walk.go} />
      )}
      <div className="grid gap-x-10 pt-4 wide:grid-cols-2">
        <List title="In this order" rows={now} go={walk.go} current={current?.path} />
        <List title="Once it is fitted" rows={later} />
      </div>
      <NotByTape />
      <Assumed paths={found.data?.assumed ?? []} />
    </>
  );
}

function NothingToMeasure() {
  return (
    <p className="max-w-prose py-6">
      No finding waits for a tape today, and what decides is as sure as a tape makes it. Press a figure on the
      strip and say that it decides: what it hangs on will stand here.
    </p>
  );
}

/** What is too close to call and is settled by looking, asking or laying a part beside another. */
function NotByTape() {
  const { sheet } = useBench();
  const open = sheet.here.findings.filter(
    ({ severity, accepted, settled_by }) =>
      severity === "measure" && !accepted && settled_by.every(({ figure }) => !figure),
  );
  if (open.length === 0) return null;
  return (
    <section className="pt-6">
      <h2 className="border-b border-ink pb-1 font-semibold">Not by a tape</h2>
      <ul>
        {open.map((finding) => (
          <li key={finding.key} className="border-b border-hair py-2">
            {finding.text}{" "}
            <span className="text-quiet">{finding.settled_by.map(({ text }) => text).join(" ")}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

type WalkProps = { one: Measurement; place: number; count: number; go: (to: number) => void };

/** One figure: where on the vehicle, how it is taken, why, and a field for a thumb. */
function Walk({ one, place, count, go }: WalkProps) {
  const { sheet, put, write } = useBench();
  const spec = useSpec(one.path);
  const [typed, setTyped] = useState("");
  const [problem, setProblem] = useState<string>();
  const [ref, width] = useMeasure(0);
  if (!spec) return null;
  const unit = spec.shape === "number" ? write(0, one.path).unit : "";
  const onIt = sheet.changes.filter(({ fitted }) => fitted).length;
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!typed.trim()) return go(place + 1);
    const refusal = await put({
      do: "note",
      path: one.path,
      typed,
      known: spec.known,
      doubt: "",
      note: sheet.figures[one.path]?.note ?? "",
      version: sheet.versions[one.path] ?? null,
    });
    setProblem(refusal?.message);
    // The one that stood behind it: it comes up as this one drops out of the walk.
    if (!refusal) go(place + 1);
  };
  const noted = one.noted?.value;
  return (
    <section className="grid gap-4 border-b border-ink py-4 wide:grid-cols-[1fr_24rem]">
      <div ref={ref} className="on-strip relative h-60 bg-strip">
        {width > 0 && (
          <RigDrawing
            form={sheet.form}
            figures={asFound(sheet)}
            found={sheet.outlines.found}
            here={sheet.outlines.found}
            width={width > 900 ? width - 384 : width}
            height={240}
            margin={{ left: 50, right: 50, top: 34, bottom: 30 }}
            label={`${sheet.name}: where ${one.label} is taken`}
          >
            {(f, body) => {
              if (!spec) return null;
              const [x, z] = spotOf(spec, body, sheet);
              return (
                <svg
                  width={f.width}
                  height={f.height}
                  className="pointer-events-none absolute inset-0"
                  aria-hidden
                >
                  <line
                    x1={f.x(x)}
                    x2={f.x(x)}
                    y1={8}
                    y2={f.y(0)}
                    stroke="var(--strip-oxide)"
                    strokeDasharray="3 4"
                  />
                  <circle
                    cx={f.x(x)}
                    cy={f.y(z)}
                    r={11}
                    fill="none"
                    stroke="var(--strip-oxide)"
                    strokeWidth={3}
                  />
                </svg>
              );
            }}
          </RigDrawing>
        )}
      </div>
      <form onSubmit={(event) => void submit(event)} className="cond grid content-start gap-2">
        <p className="text-quiet">
          {place + 1} of {count} · <b className="font-semibold text-ink">{one.taking.station}</b>
          {one.must && <b className="font-semibold text-oxide"> · a finding waits for it</b>}
        </p>
        <label className="grid gap-1">
          <span className="text-xl font-semibold">{one.label}</span>
          <span className="flex items-baseline gap-3">
            {spec.shape === "choice" ? (
              <select
                className="field min-h-16 w-full text-3xl"
                value={typed}
                onChange={(event) => setTyped(event.target.value)}
              >
                <option value="">choose</option>
                {choicesOf(spec).map(({ value, text }) => (
                  <option key={value} value={value}>
                    {text}
                  </option>
                ))}
              </select>
            ) : (
              <input
                className="field min-h-16 w-full text-4xl font-semibold"
                value={typed}
                placeholder={typeof noted === "number" ? write(noted, one.path).text : spec.example}
                inputMode={spec.shape !== "number" || spec.below_zero || unit === "in" ? "text" : "decimal"}
                onChange={(event) => setTyped(event.target.value)}
                aria-invalid={problem !== undefined}
                autoComplete="off"
                ref={focusSoon}
              />
            )}
            <span className="text-2xl text-quiet">{unit}</span>
          </span>
        </label>
        <Problem of={problem} />
        <p className="text-quiet">
          {one.noted ? (
            <>
              noted: <KnownMark known={one.noted.known} /> {one.noted.known}
              {one.off !== null && ` ±${asText(write(one.off, one.path, { difference: true }))}`}
            </>
          ) : (
            "nobody has noted it yet"
          )}
        </p>
        <SignSketch path={one.path} />
        <p>{one.how}</p>
        {isOtherwiseNow(sheet, spec) && (
          <p className="text-quiet">It counts as it stands now, with {counted(onIt, "change")} fitted.</p>
        )}
        <div className="grid grid-cols-3 gap-2 pt-1">
          <button type="button" className="btn min-h-14 justify-center" onClick={() => go(place - 1)}>
            back
          </button>
          <button type="button" className="btn min-h-14 justify-center" onClick={() => go(place + 1)}>
            later
          </button>
          <button className="btn-main min-h-14 justify-center text-lg">note it</button>
        </div>
        <TapePhotos path={one.path} label={one.label} />
      </form>
      <p className="cond wide:col-span-2">
        <span className="text-quiet">Decides: </span>
        {one.decides.join(" · ")}
        {one.removes_pct >= 1 && (
          <span className="text-quiet"> Takes away up to {one.removes_pct.toFixed(0)} % of a ±.</span>
        )}
      </p>
    </section>
  );
}

type ListProps = {
  title: string;
  rows: Measurement[];
  go?: (to: number) => void;
  current?: string | undefined;
};

function List({ title, rows, go, current }: ListProps) {
  const { write } = useBench();
  if (rows.length === 0) return null;
  return (
    <section>
      <h2 className="border-b border-ink pb-1 font-semibold">{title}</h2>
      <ol className="cond">
        {rows.map((one, index) => (
          <Fragment key={one.path}>
            {go && one.taking.station !== rows[index - 1]?.taking.station && (
              <li className="pt-2 text-sm text-quiet">{one.taking.station}</li>
            )}
            <li className="border-b border-hair">
              <button
                className={`flex min-h-10 w-full items-center gap-3 text-left ${one.path === current ? "font-semibold" : ""}`}
                onClick={() => go?.(index)}
                disabled={!go}
              >
                <span className="w-6 text-quiet">{index + 1}</span>
                <span className="flex-1">
                  {one.label}
                  {one.fitted_first && <span className="text-quiet"> after {one.fitted_first}</span>}
                </span>
                {one.off !== null && (
                  <span className="text-quiet">
                    ±{asText(write(one.off, one.path, { difference: true }))}
                  </span>
                )}
                <span className="w-14 text-right">
                  {one.removes_pct >= 1 && `−${one.removes_pct.toFixed(0)} %`}
                </span>
              </button>
            </li>
          </Fragment>
        ))}
      </ol>
    </section>
  );
}

/** Typical values that stand in, visibly; they can be measured or cleared. */
function Assumed({ paths }: { paths: string[] }) {
  const { put } = useBench();
  if (paths.length === 0) return null;
  return (
    <section className="pt-6">
      <h2 className="flex items-baseline justify-between border-b border-ink pb-1 font-semibold">
        <span>Only assumed, {paths.length}</span>
        <button className="link" onClick={() => void put({ do: "clear assumed", paths })}>
          clear them all
        </button>
      </h2>
      <ul className="cond gap-x-10 [column-width:20rem]">
        {paths.map((path) => (
          <AssumedRow key={path} path={path} />
        ))}
      </ul>
    </section>
  );
}

function AssumedRow({ path }: { path: string }) {
  const { sheet, put, write } = useBench();
  const spec = useSpec(path);
  const value = sheet.figures[path]?.value;
  const why = sheet.figures[path]?.note;
  if (!spec || value === undefined) return null;
  return (
    <li className="flex items-center justify-between gap-3 border-b border-hair">
      <FigureButton path={path} className="flex-1">
        <span className="text-quiet">{spec.label}</span>{" "}
        <b className="font-semibold">
          {typeof value === "number" ? asText(write(value, path)) : String(value)}
        </b>
        {why && <span className="block text-sm text-quiet">{why}</span>}
      </FigureButton>
      <button
        className="link text-sm"
        aria-label={`clear ${spec.label}`}
        onClick={() => void put({ do: "clear assumed", paths: [path] })}
      >
        clear
      </button>
    </li>
  );
}
