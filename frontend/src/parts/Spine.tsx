/** The spine: two rails, the sheets as cross-members. On a tablet it lies along the top. */
import { NavLink, useLocation } from "react-router";

import { stageOnly, useBench } from "./bench";
import { day } from "./day";
import { useSettings } from "./settings";

export const SHEETS = [
  { path: "rig", name: "Rig" },
  { path: "survey", name: "Survey" },
  { path: "measure", name: "Measure" },
  { path: "plan", name: "Plan" },
  { path: "rolling", name: "Rolling" },
  { path: "driveline", name: "Driveline" },
  { path: "stance", name: "Stance" },
  { path: "trip", name: "Trip" },
] as const;

type Props = { openLine: () => void; openHistory: () => void; openHelp: () => void };

export function Spine({ openLine, openHistory, openHelp }: Props) {
  const { sheet, put } = useBench();
  const { units, theme, person, choose } = useSettings();
  const search = stageOnly(useLocation().search);
  return (
    <header className="no-print flex flex-wrap items-center gap-x-5 gap-y-2 px-4 py-3 wide:sticky wide:top-0 wide:h-screen wide:flex-col wide:flex-nowrap wide:items-stretch wide:self-start wide:border-r wide:border-ink wide:px-4 wide:py-5">
      <NavLink to="/" className="text-xl font-bold tracking-[0.18em] [font-stretch:118%]">
        JORVAK<span className="sr-only">, all rigs</span>
      </NavLink>
      <div className="wide:pt-2">
        <p className="text-lg leading-tight font-semibold">{sheet.name}</p>
        <p className="cond text-sm text-quiet">{sheet.vehicle}</p>
        <LeavesLine />
      </div>
      <nav aria-label="Sheets" className="w-full border-ink wide:w-auto wide:border-x-[3px]">
        <ol className="flex border-y border-ink wide:flex-col wide:border-y-0">
          {SHEETS.map(({ path, name }, index) => (
            <li
              key={path}
              className="flex-1 border-l border-hair first:border-l-0 wide:border-t wide:border-l-0 wide:first:border-t"
            >
              <NavLink
                to={{ pathname: `/rigs/${sheet.id}/${path}`, search }}
                className="flex min-h-11 items-center gap-3 px-3 font-semibold aria-[current=page]:bg-ink aria-[current=page]:text-ground wide:w-full"
              >
                <span className="cond text-sm font-normal opacity-75">{index + 1}</span>
                {name}
              </NavLink>
            </li>
          ))}
          <li className="hidden wide:block wide:border-t wide:border-hair" aria-hidden />
        </ol>
      </nav>
      <div className="cond flex flex-1 flex-wrap items-center gap-x-4 wide:flex-col wide:items-stretch wide:justify-end">
        <button className="flex min-h-10 items-center gap-2" onClick={openLine}>
          <kbd className="grid h-6 min-w-6 place-items-center border border-ink px-1 text-sm">/</kbd> type a
          change
        </button>
        <button
          className="min-h-10"
          disabled={!sheet.undo}
          onClick={() => void put({ do: "undo" })}
          title={sheet.undo ? `take back: ${sheet.undo}` : undefined}
        >
          undo{" "}
          {sheet.undo && <span className="block max-w-36 truncate text-sm text-quiet">{sheet.undo}</span>}
        </button>
        {sheet.redo && (
          <button
            className="min-h-10"
            onClick={() => void put({ do: "redo" })}
            title={`do again: ${sheet.redo}`}
          >
            redo
          </button>
        )}
        <button className="min-h-10" onClick={openHistory}>
          history
        </button>
        <button
          className="min-h-10"
          onClick={() => choose({ units: units === "metric" ? "inch" : "metric" })}
        >
          {units === "metric" ? "metric" : "inches"} <span className="text-quiet">u</span>
        </button>
        <button className="min-h-10" onClick={() => choose({ theme: theme === "light" ? "night" : "light" })}>
          {theme === "light" ? "daylight" : "night bay"} <span className="text-quiet">n</span>
        </button>
        <button className="min-h-10" onClick={openHelp}>
          keys <span className="text-quiet">?</span>
        </button>
        <label className="text-sm text-quiet">
          working{" "}
          <input
            key={person}
            className="min-h-8 w-24 border-b border-hair bg-transparent text-ink"
            defaultValue={person}
            maxLength={80}
            onBlur={(event) => choose({ person: event.target.value.trim() || "bench" })}
            onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
          />
        </label>
      </div>
    </header>
  );
}

function LeavesLine() {
  const { sheet } = useBench();
  const leaves = sheet.brief.leaves_on;
  const days = sheet.days_left;
  if (leaves === null || days === null)
    return <p className="cond text-sm text-quiet">no day of leaving yet</p>;
  return (
    <p className={`cond text-sm ${days < 0 ? "font-semibold text-oxide" : "text-quiet"}`}>
      {days < 0 ? `should have left ${-days} days ago` : `leaves ${day(leaves)} · ${days} days`}
    </p>
  );
}
