/** The margin: what this upsets, worst first, tied by number to its place on the rig. */
import { Collapsible } from "radix-ui";

import { type FormEvent, useState } from "react";

import type { Finding, Settle, Sheet } from "../api/types";
import { useBench } from "./bench";
import { chosen } from "./chosen";
import { day } from "./day";
import { FigureButton, useSpec } from "./FigureButton";
import { figureHere } from "./figureHere";
import { focusSoon } from "./focusSoon";
import { KnownMark } from "./KnownMark";
import { Problem } from "./Problem";
import { counted } from "./counted";
import { asText } from "./quantity";

export function FindingsMargin() {
  const { sheet, preview } = useBench();
  const here = preview?.here ?? sheet.here;
  const { findings } = here;
  const numbered = findings.map((finding, index) => ({ finding, number: index + 1 }));
  const isLight = (finding: Finding) => finding.severity === "note" || finding.accepted !== null;
  const heavy = numbered.filter(({ finding }) => !isLight(finding));
  const light = numbered.filter(({ finding }) => isLight(finding));
  const accepted = light.filter(({ finding }) => finding.accepted).length;
  return (
    <aside aria-label="What this affects" className="border-hair bg-margin p-5 wide:border-l">
      <h2 className="border-b border-ink pb-2 font-semibold">
        What this affects{" "}
        <span className="font-normal text-quiet">
          {preview ? "if you press Enter" : stageName(sheet.stage, sheet)}
        </span>
      </h2>
      {findings.length === 0 && here.only_assumed.checks.length === 0 && (
        <p className="pt-3 text-quiet">Nothing that is known here.</p>
      )}
      <ol>
        {heavy.map(({ finding, number }) => (
          <FindingNote key={finding.key} finding={finding} number={number} />
        ))}
      </ol>
      <OnlyAssumed of={here.only_assumed} />
      {light.length > 0 && (
        <Collapsible.Root>
          <Collapsible.Trigger className="cond min-h-11 w-full border-b border-hair font-semibold text-quiet">
            {counted(light.filter((n) => !n.finding.accepted).length, "note")}
            {accepted > 0 && `, ${accepted} lived with`}
          </Collapsible.Trigger>
          <Collapsible.Content>
            <ol>
              {light.map(({ finding, number }) => (
                <FindingNote key={finding.key} finding={finding} number={number} />
              ))}
            </ol>
          </Collapsible.Content>
        </Collapsible.Root>
      )}
    </aside>
  );
}

/** Checks that raise nothing, and that on assumed figures alone: once, with the figures that would tell. */
function OnlyAssumed({ of: { checks, figures } }: { of: Sheet["here"]["only_assumed"] }) {
  if (checks.length === 0) return null;
  return (
    <section aria-label="Only on assumed figures" className="border-b border-hair py-3 pl-10">
      <p className="cond font-semibold text-quiet">measure</p>
      <p>
        {counted(checks.length, "check")} {checks.length === 1 ? "passes" : "pass"} on assumed figures alone,
        and {checks.length === 1 ? "says" : "say"} nothing yet: {checks.map(inWords).join(", ")}.
      </p>
      <ul>
        {figures.slice(0, MOST_FIGURES).map((path) => (
          <li key={path}>
            <MeasureFigure path={path} />
          </li>
        ))}
      </ul>
    </section>
  );
}

const MOST_FIGURES = 5;
const inWords = (code: string) => code.replaceAll("-", " ");

function MeasureFigure({ path }: { path: string }) {
  const spec = useSpec(path);
  return (
    <FigureButton path={path} className="link">
      Measure {spec?.label}
    </FigureButton>
  );
}

export function stageName(stage: string | number, sheet: { changes: { title: string }[] }): string {
  if (typeof stage === "number" && stage > 0)
    return `after step ${stage}, ${sheet.changes[stage - 1]?.title ?? ""}`;
  return (
    { "as-found": "as found", today: "today", planned: "as planned", laden: "laden" }[String(stage)] ??
    "as found"
  );
}

export function FindingNote({ finding, number }: { finding: Finding; number: number }) {
  const { sheet } = useBench();
  const stop = finding.severity === "stop";
  const raised = sheet.changes.find((change) => change.id === finding.change);
  return (
    <li className="grid grid-cols-[28px_1fr] gap-x-3 border-b border-hair py-3">
      <span
        className={`mt-0.5 grid size-6 place-items-center text-sm font-bold ${
          stop ? "bg-oxide text-ground" : "rounded-full border-2 border-ink"
        }`}
      >
        {number}
      </span>
      <div>
        <p className={`cond font-semibold ${stop ? "text-oxide" : "text-quiet"}`}>{finding.severity}</p>
        <p>{finding.text}</p>
        {raised && <p className="cond text-sm text-quiet">raised by {raised.title}</p>}
        <ul>
          {finding.settled_by.map((settle) => (
            <li key={settle.text}>
              <SettleBy settle={settle} />
            </li>
          ))}
        </ul>
        <div className="flex flex-wrap items-start gap-x-4">
          <Evidence finding={finding} />
          <LiveWithIt finding={finding} />
        </div>
      </div>
    </li>
  );
}

/** A finding can be accepted with a reason; it comes back by itself when the figures under it move. */
function LiveWithIt({ finding }: { finding: Finding }) {
  const { sheet, put } = useBench();
  const [reason, setReason] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const kept = sheet.records.accepted.find(({ record }) => record.finding === finding.key);
  if (finding.accepted && kept)
    return (
      <p className="cond text-sm text-quiet">
        lived with: “{finding.accepted.reason}” {finding.accepted.accepted_by}
        {finding.accepted.accepted_on && `, ${day(finding.accepted.accepted_on)}`}{" "}
        <button
          className="link"
          onClick={() => void put({ do: "drop", table: "accepted", id: kept.id, version: kept.version })}
        >
          not any more
        </button>
      </p>
    );
  const makeAJob = async () => {
    const title = finding.text.length > 90 ? `${finding.text.slice(0, 88)}…` : finding.text;
    const key = `finding ${finding.key}`.slice(0, 200);
    const steps = finding.settled_by.map(({ text }) => text);
    const refusal = await put({ do: "job", key, set: { title, steps, hours: 1 }, was: {} });
    setProblem(refusal?.message ?? "It is among the jobs now.");
  };
  if (reason === undefined)
    return (
      <>
        <button
          className="cond min-h-10 text-sm text-quiet underline decoration-dotted underline-offset-4"
          onClick={() => setReason("")}
        >
          live with it
        </button>{" "}
        <button
          className="cond ml-3 min-h-10 text-sm text-quiet underline decoration-dotted underline-offset-4"
          onClick={() => void makeAJob()}
        >
          make a job of it
        </button>
        <Problem of={problem} />
      </>
    );
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!reason.trim()) return setProblem("Why? A few words: you will want them later.");
    const refusal = await put({ do: "accept", finding: finding.key, reason });
    setProblem(refusal?.message);
    if (!refusal) setReason(undefined);
  };
  return (
    <form onSubmit={(event) => void submit(event)} className="grid gap-1">
      <label>
        <span className="cond text-sm text-quiet">Why it may stay. It returns when its figures move.</span>
        <input
          className="field w-full text-base"
          value={reason}
          ref={focusSoon}
          maxLength={1000}
          onChange={(event) => setReason(event.target.value)}
        />
      </label>
      {finding.severity === "stop" && NOT_LIVED_WITH.includes(finding.system) && (
        <p className="text-sm text-quiet">
          A stop of brakes, steering or fuel holds the trip back all the same.
        </p>
      )}
      <Problem of={problem} />
      <span>
        <button className="btn">accept it</button>{" "}
        <button type="button" className="link" onClick={() => setReason(undefined)}>
          no
        </button>
      </span>
    </form>
  );
}

/** Systems of which a stop says do not go, whoever lives with it. */
const NOT_LIVED_WITH: readonly Finding["system"][] = ["brakes", "steering", "fuel"];

function SettleBy({ settle }: { settle: Settle }) {
  const { put } = useBench();
  if (settle.draft) {
    const { kind, fields } = settle.draft;
    return (
      <button className="link" onClick={() => void put({ do: "draft", kind, fields })}>
        add: {settle.text}
      </button>
    );
  }
  if (settle.figure)
    return (
      <FigureButton path={settle.figure} className="link">
        {settle.text}
      </FigureButton>
    );
  return <p className="py-1">{settle.text}.</p>;
}

function Evidence({ finding }: { finding: Finding }) {
  if (finding.figures.length === 0) return null;
  return (
    <Collapsible.Root>
      <Collapsible.Trigger className="cond min-h-10 text-sm text-quiet underline decoration-dotted underline-offset-4">
        rests on {counted(finding.figures.length, "figure")}
      </Collapsible.Trigger>
      <Collapsible.Content>
        <ul className="text-sm">
          {finding.figures.map((path) => (
            <RestsOn key={path} path={path} />
          ))}
        </ul>
      </Collapsible.Content>
    </Collapsible.Root>
  );
}

/** A figure under a result: its mark, its name, its value at the stage, and the change that set it. */
export function RestsOn({ path }: { path: string }) {
  const { sheet, write } = useBench();
  const spec = useSpec(path);
  const set = sheet.here.changed[path];
  const figure = figureHere(sheet, path);
  const by = set && sheet.changes.find((change) => change.id === set.change);
  if (!figure || !spec) return null;
  const value = figure.value as number | string | number[];
  const written =
    typeof value === "number"
      ? asText(write(value, path))
      : Array.isArray(value)
        ? value.map((ratio) => ratio.toFixed(2)).join(" ")
        : chosen(spec, value);
  return (
    <li className="flex items-baseline gap-1.5">
      <KnownMark known={figure.known} />
      <span>
        {by ? (
          <>
            {spec.label} <b className="font-semibold">{written}</b>{" "}
            <span className="text-quiet">by {by.title}</span>
          </>
        ) : (
          <FigureButton path={path} className="-my-2">
            {spec.label} <b className="font-semibold">{written}</b>
          </FigureButton>
        )}
      </span>
    </li>
  );
}
