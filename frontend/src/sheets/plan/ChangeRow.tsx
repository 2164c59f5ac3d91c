/** One change in the order: its state, its money, its jobs with their cautions, ticked off when it is fitted. */
import { useState } from "react";
import { Link } from "react-router";

import type { Refusal } from "../../api/client";
import type { ChangeLine } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Choice } from "../../parts/Entry";
import { day } from "../../parts/day";
import { ChangeForm } from "./ChangeForm";
import { FitForm } from "./FitForm";
import { money } from "../../parts/money";
import { Problem } from "../../parts/Problem";
import { asText } from "../../parts/quantity";

const MARK: Record<ChangeLine["state"], string> = {
  idea: "◌",
  chosen: "□",
  bought: "◪",
  fitted: "■",
  dropped: "×",
};

export function ChangeRow({ change }: { change: ChangeLine }) {
  const { sheet, put, setStage, write } = useBench();
  const [open, setOpen] = useState<"jobs" | "fit" | "more">();
  const [problem, setProblem] = useState<string>();
  const here = sheet.here.findings.filter(
    (finding) => finding.change === change.id && finding.severity !== "note" && !finding.accepted,
  );
  const say = (refusal: Refusal | undefined) => setProblem(refusal?.message);
  const amount = (to: Record<string, unknown>) =>
    put({ do: "edit", change: change.id, version: change.version, to });
  const edit = (to: Record<string, unknown>) => amount(to).then(say);
  const move = (to: number) => put({ do: "move", change: change.id, version: change.version, to }).then(say);
  const others = sheet.changes.filter((other) => other.state !== "fitted");
  const first = others[0]?.step ?? 1;
  const movable = change.state !== "fitted";
  return (
    <li
      className={`change border-b border-hair py-0.5 ${change.state === "dropped" ? "text-quiet line-through" : ""}`}
    >
      <div className="cond flex flex-wrap items-center gap-x-3">
        <span className="w-5 text-right text-quiet">{change.step}</span>
        <span className="text-lg" aria-hidden>
          {MARK[change.state]}
        </span>
        <button
          className="min-h-10 min-w-32 flex-1 font-semibold leading-tight"
          onClick={() => setStage(String(change.step))}
        >
          {change.title}
        </button>
        {here.length > 0 && (
          <span className="text-oxide">
            {here[0]?.severity}
            {here.length > 1 && ` and ${here.length - 1} more`} here
          </span>
        )}
        {change.fitted ? (
          <span className="text-quiet">
            fitted {day(change.fitted.on)}
            {change.fitted.odometer_km !== null &&
              ` at ${asText(write(change.fitted.odometer_km, "odometer_km"))}`}
            {change.fitted.hours !== null && ` in ${change.fitted.hours} h`}
          </span>
        ) : (
          <>
            <AmountField
              label={change.gift ? "gift" : "cost"}
              value={change.cost}
              keep={(cost) => amount({ cost })}
            />
            <AmountField
              label="h"
              value={change.hours}
              placeholder={change.guessed_hours}
              keep={(hours) => amount({ hours })}
            />
            <Choice
              bare
              label={`State of ${change.title}`}
              value={change.state}
              of={["idea", "chosen", "bought", "dropped"] as const}
              choose={(state) => void edit({ state })}
            />
          </>
        )}
        {movable && (
          <span className="no-print flex">
            <MoveButton
              sign="↑"
              label={`${change.title}: earlier`}
              can={movable && change.step > first}
              move={() => move(change.step - 1)}
            />
            <MoveButton
              sign="↓"
              label={`${change.title}: later`}
              can={movable && change.step < sheet.changes.length}
              move={() => move(change.step + 1)}
            />
          </span>
        )}
        <span className="ml-auto flex items-center gap-x-3">
          {change.spent_to_here !== null && (
            <span className="w-16 text-right text-quiet" title="spent up to here">
              {money(change.spent_to_here)}
            </span>
          )}
          <button
            className="no-print link"
            aria-expanded={open === "more"}
            onClick={() => setOpen(open === "more" ? undefined : "more")}
          >
            edit
          </button>
          <button
            className="no-print link"
            aria-expanded={open === "jobs"}
            onClick={() => setOpen(open === "jobs" ? undefined : "jobs")}
          >
            {change.jobs.length === 1 ? "1 job" : `${change.jobs.length} jobs`}
          </button>
          {!change.fitted && change.state !== "dropped" && (
            <button
              className="no-print btn"
              aria-expanded={open === "fit"}
              onClick={() => setOpen(open === "fit" ? undefined : "fit")}
            >
              fitted
            </button>
          )}
        </span>
      </div>
      <Problem of={problem} className="pl-9" />
      {open === "fit" && <FitForm change={change} done={() => setOpen(undefined)} />}
      {open === "jobs" && <Jobs change={change} />}
      {open === "more" && (
        <>
          {change.fitted && (
            <p className="pl-9">
              <button className="no-print link" onClick={() => void edit({ state: "bought" })}>
                not fitted after all
              </button>
            </p>
          )}
          <ChangeForm change={change} done={() => setOpen(undefined)} />
        </>
      )}
    </li>
  );
}

type MoveButtonProps = { sign: string; label: string; can: boolean; move: () => Promise<unknown> };

/** At the end of the order it does nothing, but it keeps the focus: the next key may go the other way. */
function MoveButton({ sign, label, can, move }: MoveButtonProps) {
  return (
    <button
      className="grid size-10 place-items-center aria-disabled:opacity-50"
      aria-label={label}
      aria-disabled={!can}
      onClick={() => can && void move()}
    >
      {sign}
    </button>
  );
}

type AmountFieldProps = {
  label: string;
  value: number | null;
  placeholder?: number;
  keep: (typed: string) => Promise<Refusal | undefined>;
};

/** A small number that is sent as typed when it is left; a refusal stands beneath it. */
function AmountField({ label, value, placeholder, keep }: AmountFieldProps) {
  const [refused, setRefused] = useState<string>();
  const leave = async (text: string) => {
    const typed = text.trim();
    if (typed === String(value ?? "")) return setRefused(undefined);
    setRefused((await keep(typed))?.message);
  };
  return (
    <span>
      <label className="flex items-baseline gap-1">
        <input
          key={String(value)}
          className={`min-h-10 w-16 border-b bg-transparent text-right ${refused ? "border-oxide text-oxide" : "border-ink"}`}
          defaultValue={value ?? ""}
          placeholder={placeholder?.toFixed(1) ?? "–"}
          inputMode="decimal"
          aria-invalid={refused !== undefined}
          onBlur={(event) => void leave(event.target.value)}
          onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
        />
        <span className="text-quiet">{label}</span>
      </label>
      <Problem of={refused} className="block max-w-64 text-sm" />
    </span>
  );
}

function Jobs({ change }: { change: ChangeLine }) {
  const { sheet } = useBench();
  return (
    <div className="job-card my-2 ml-9 grid gap-5 border-l-4 border-hair pl-4">
      {change.jobs.map((job) => (
        <article key={job.title}>
          <h3 className="text-lg font-semibold">
            {job.title} <span className="font-normal text-quiet">about {job.hours} h</span>
          </h3>
          {job.after && <p className="text-quiet">After {job.after}.</p>}
          <ul className="py-1">
            {job.steps.map((step) => (
              <li key={step} className="grid grid-cols-[24px_1fr]">
                <span aria-hidden>□</span>
                {step}
              </li>
            ))}
          </ul>
          <ul className="border-t border-oxide pt-1 text-sm">
            {job.cautions.map((caution) => (
              <li key={caution}>{caution}</li>
            ))}
          </ul>
        </article>
      ))}
      <p className="no-print">
        <Link className="link" to={`/rigs/${sheet.id}/work?view=card&job=change+${change.id}.1`}>
          its card, to print
        </Link>
      </p>
    </div>
  );
}
