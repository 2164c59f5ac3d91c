/** That a change is on the vehicle: when, at which reading, what it took, and which figures were taken with it on. */
import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";

import { answered, client } from "../../api/client";
import type { ChangeLine } from "../../api/types";
import { useBench } from "../../parts/bench";
import { day } from "../../parts/day";
import { focusSoon } from "../../parts/focusSoon";
import { useSpec } from "../../parts/FigureButton";
import { Problem } from "../../parts/Problem";
import { asText } from "../../parts/quantity";

export function FitForm({ change, done }: { change: ChangeLine; done: () => void }) {
  const { sheet, put, write } = useBench();
  const [entry, setEntry] = useState({ on: sheet.today, odometer: "", hours: "" });
  const [otherwise, setOtherwise] = useState<string[]>([]);
  const since = useNotedSince(change.id, entry.on);
  // What was noted on a later day was mostly taken with it on; on the very day nobody can tell.
  const withIt = since.paths.filter(
    (path) => (sheet.figures[path]?.noted_on ?? "") > entry.on !== otherwise.includes(path),
  );
  const [problem, setProblem] = useState<{ field?: string | null; message: string }>();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!entry.on) return setProblem({ field: "on", message: "On which day?" });
    // What was noted since is asked before, and never passed over because the question was still on its way.
    if (!since.asked && (await since.ask()).length > 0) return;
    const refusal = await put({
      do: "fit",
      change: change.id,
      version: change.version,
      ...entry,
      measured_with: withIt,
    });
    if (refusal) setProblem({ field: refusal.problem.field ?? null, message: refusal.message });
    else done();
  };
  const field = (key: "on" | "odometer" | "hours", label: string, example: string, type = "text") => (
    <label className="grid gap-1">
      <span className="font-semibold">{label}</span>
      <input
        className="field w-44"
        type={type}
        value={entry[key]}
        max={type === "date" ? sheet.today : undefined}
        placeholder={example}
        aria-invalid={problem?.field === key}
        onChange={(event) => setEntry({ ...entry, [key]: event.target.value })}
        ref={key === "odometer" ? focusSoon : undefined}
      />
    </label>
  );
  return (
    // What is wrong is said in our own words, and nothing is lost.
    <form
      noValidate
      onSubmit={(event) => void submit(event)}
      className="my-2 ml-9 grid gap-3 border-l-4 border-ink pl-4"
    >
      <div className="flex flex-wrap items-end gap-5">
        {field("on", "Fitted on", "", "date")}
        {field("odometer", `Odometer, ${write(0, "odometer_km").unit}`, "128 400")}
        {field("hours", "Hours it took", change.guessed_hours.toFixed(1))}
        <button className="btn-main">it is fitted</button>
        <button type="button" className="link" onClick={done}>
          not yet
        </button>
      </div>
      {since.paths.length > 0 && (
        <fieldset className="grid gap-1 border-t border-oxide pt-2">
          <legend className="sr-only">Figures noted since that day</legend>
          <p>
            Noted since that day, and otherwise with this on the vehicle. Tick those that were taken{" "}
            <b className="font-semibold">with it on</b>; the others stay what they are.
          </p>
          {since.paths.map((path) => (
            <label key={path} className="flex min-h-10 items-center gap-2">
              <input
                type="checkbox"
                className="size-5"
                checked={withIt.includes(path)}
                onChange={() =>
                  setOtherwise(
                    otherwise.includes(path)
                      ? otherwise.filter((other) => other !== path)
                      : [...otherwise, path],
                  )
                }
              />
              <NotedLine path={path} />
            </label>
          ))}
        </fieldset>
      )}
      <Problem of={problem ?? since.error} />
    </form>
  );
}

function NotedLine({ path }: { path: string }) {
  const { sheet, write } = useBench();
  const spec = useSpec(path);
  const noted = sheet.figures[path];
  if (!noted) return null;
  const inWords = typeof noted.value === "number" ? asText(write(noted.value, path)) : String(noted.value);
  return (
    <span>
      {spec?.label ?? path} <b className="font-semibold">{inWords}</b>
      {noted.noted_on && <span className="text-quiet">, noted {day(noted.noted_on)}</span>}
    </span>
  );
}

/** Which figures were noted since a day and would be read otherwise with a change fitted on that day. */
function useNotedSince(change: number, on: string) {
  const { sheet } = useBench();
  const enabled = on !== "" && on < sheet.today;
  const { data, error, refetch } = useQuery({
    queryKey: ["noted since", sheet.id, sheet.revision, change, on],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/changes/{change_id}/noted-since", {
          params: { path: { rig_id: sheet.id, change_id: change }, query: { on } },
        }),
      ),
    enabled,
  });
  return {
    paths: (enabled && data?.paths) || [],
    asked: !enabled || data !== undefined,
    ask: async () => (await refetch()).data?.paths ?? [],
    error,
  };
}
