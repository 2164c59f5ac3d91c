/** The spine: two rails, the sheets as cross-members. On a tablet it lies along the top. */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { NavLink, useLocation } from "react-router";

import { answered, client } from "../api/client";
import { stageOnly, useBench } from "../parts/bench";
import { day } from "../parts/day";
import { useSettings } from "../parts/settings";
import { useNarrow } from "../parts/useNarrow";
import { useSession } from "../parts/useSession";
import { digitOf, SHEETS } from "./all";
import { GROUPS } from "./sheet";

type Props = { openLine: () => void; openHistory: () => void; openHelp: () => void };

export function Spine({ openLine, openHistory, openHelp }: Props) {
  const { sheet } = useBench();
  const search = stageOnly(useLocation().search);
  const narrow = useNarrow();
  if (narrow) return <FoldedSpine openLine={openLine} openHistory={openHistory} openHelp={openHelp} />;
  return (
    <header className="no-print flex flex-wrap items-center gap-x-5 gap-y-2 px-4 py-3 wide:sticky wide:top-0 wide:h-screen wide:overflow-y-auto wide:flex-col wide:flex-nowrap wide:items-stretch wide:self-start wide:border-r wide:border-ink wide:px-4 wide:py-5">
      <NavLink to="/" className="text-xl font-bold tracking-[0.18em] [font-stretch:118%]">
        JORVAK<span className="sr-only">, all rigs</span>
      </NavLink>
      <div className="wide:pt-2">
        <p className="text-lg leading-tight font-semibold">{sheet.name}</p>
        <p className="cond text-sm text-quiet">{sheet.vehicle}</p>
        <LeavesLine />
      </div>
      <nav aria-label="Sheets" className="w-full border-ink wide:w-auto wide:border-x-[3px]">
        <Groups search={search} />
      </nav>
      <Commands openLine={openLine} openHistory={openHistory} openHelp={openHelp} />
    </header>
  );
}

/** On a phone: whose rig, which sheet, and all else behind one press. */
function FoldedSpine(open: Props) {
  const { sheet } = useBench();
  const { pathname, search } = useLocation();
  const [unfolded, setUnfolded] = useState<string>();
  const here = SHEETS.find(({ path }) => path === pathname.split("/").pop());
  // Gone to another sheet, it is folded again.
  const isOpen = unfolded === pathname;
  return (
    <header className="no-print border-b border-ink">
      <div className="flex items-stretch">
        <button
          className="flex min-h-12 min-w-0 flex-1 items-center gap-2 px-4 text-left"
          aria-expanded={isOpen}
          onClick={() => setUnfolded(isOpen ? undefined : pathname)}
        >
          <span className="truncate text-lg font-semibold">{sheet.name}</span>
          <span className="text-quiet">· {here?.name}</span>
          <span aria-hidden className="ml-auto">
            {isOpen ? "▴" : "▾"}
          </span>
          <span className="sr-only">, all sheets</span>
        </button>
        <button
          className="grid min-h-12 w-14 place-items-center border-l border-hair text-xl font-semibold text-oxide"
          aria-label="type a change"
          onClick={open.openLine}
        >
          /
        </button>
      </div>
      {isOpen && (
        <div className="px-4 pb-3">
          <nav aria-label="Sheets">
            <ul className="grid grid-cols-2 gap-x-4">
              {SHEETS.map(({ name, path }) => (
                <li key={path} className="border-b border-hair">
                  <NavLink
                    to={{ pathname: `/rigs/${sheet.id}/${path}`, search: stageOnly(search) }}
                    className="flex min-h-12 items-center px-2 font-semibold aria-[current=page]:bg-ink aria-[current=page]:text-ground"
                  >
                    {name}
                  </NavLink>
                </li>
              ))}
              <li className="border-b border-hair">
                <NavLink to="/" className="flex min-h-12 items-center px-2">
                  all rigs
                </NavLink>
              </li>
            </ul>
          </nav>
          <LeavesLine />
          <Commands {...open} />
        </div>
      )}
    </header>
  );
}

function Commands({ openLine, openHistory, openHelp }: Props) {
  const { sheet, put } = useBench();
  const { units, theme, choose } = useSettings();
  return (
    <div className="cond flex flex-1 flex-wrap items-center gap-x-4 wide:flex-col wide:items-stretch wide:justify-end">
      <button className="flex min-h-10 items-center gap-2 wide:min-h-8" onClick={openLine}>
        <kbd className="grid h-6 min-w-6 place-items-center border border-ink px-1 text-sm">/</kbd> type a
        change
      </button>
      <button
        className="min-h-10 wide:min-h-8"
        disabled={!sheet.undo}
        onClick={() => void put({ do: "undo" })}
        title={sheet.undo ? `take back: ${sheet.undo}` : undefined}
      >
        undo {sheet.undo && <span className="block max-w-36 truncate text-sm text-quiet">{sheet.undo}</span>}
      </button>
      {sheet.redo && (
        <button
          className="min-h-10 wide:min-h-8"
          onClick={() => void put({ do: "redo" })}
          title={`do again: ${sheet.redo}`}
        >
          redo
        </button>
      )}
      <button className="min-h-10 wide:min-h-8" onClick={openHistory}>
        history
      </button>
      <button
        className="min-h-10 wide:min-h-8"
        onClick={() => choose({ units: units === "metric" ? "inch" : "metric" })}
      >
        {units === "metric" ? "metric" : "inches"} <span className="text-quiet">u</span>
      </button>
      <button
        className="min-h-10 wide:min-h-8"
        onClick={() => choose({ theme: theme === "light" ? "night" : "light" })}
      >
        {theme === "light" ? "daylight" : "night bay"} <span className="text-quiet">n</span>
      </button>
      <button className="min-h-10 wide:min-h-8" onClick={openHelp}>
        guide <span className="text-quiet">?</span>
      </button>
      <Working />
    </div>
  );
}

/** The sheets that are built, in their groups. Where there is little room a group is folded until it is opened. */
function Groups({ search }: { search: string }) {
  const { sheet } = useBench();
  const at = useLocation().pathname.split("/").pop();
  const groups = GROUPS.map(({ name, sheets }) => ({
    name,
    entries: SHEETS.filter((entry) => (sheets as readonly string[]).includes(entry.name)),
  })).filter(({ entries }) => entries.length > 0);
  const home = groups.find(({ entries }) => entries.some(({ path }) => path === at))?.name;
  const [opened, setOpened] = useState<{ at: string | undefined; name: string }>();
  // Gone to another sheet, its group is the one that stands open.
  const open = opened?.at === at ? opened?.name : home;
  return (
    <ul className="flex flex-wrap border-y border-ink wide:flex-col wide:border-y-0">
      {groups.map(({ name, entries }) => {
        const folded = entries.length > 1 && name !== open;
        return (
          <li
            key={name}
            className="flex border-l border-hair first:border-l-0 wide:block wide:border-t wide:border-l-0 wide:border-ink wide:last:border-b"
          >
            {folded && (
              <button
                className="cond min-h-11 px-3 text-sm text-quiet wide:hidden"
                aria-expanded={false}
                onClick={(event) => {
                  const group = event.currentTarget.parentElement;
                  setOpened({ at, name });
                  // The button goes with what it opened: whoever came by keys goes on at the first sheet.
                  requestAnimationFrame(() => group?.querySelector("a")?.focus());
                }}
              >
                {name} <span aria-hidden>›</span>
              </button>
            )}
            <span className="cond hidden px-3 pt-1 text-xs text-quiet wide:block">{name}</span>
            <ol className={`${folded ? "hidden wide:block" : "flex flex-wrap wide:block"}`}>
              {entries.map((entry) => (
                <li key={entry.path} className="flex-1 border-l border-hair first:border-l-0 wide:border-l-0">
                  <NavLink
                    to={{ pathname: `/rigs/${sheet.id}/${entry.path}`, search }}
                    className="flex min-h-11 items-center gap-3 px-3 font-semibold aria-[current=page]:bg-ink aria-[current=page]:text-ground wide:min-h-8 wide:w-full"
                  >
                    <span
                      className={`cond w-2 text-sm font-normal opacity-75 max-[30rem]:hidden ${digitOf(entry) ? "" : "hidden wide:block"}`}
                    >
                      {digitOf(entry)}
                    </span>
                    {entry.name}
                  </NavLink>
                </li>
              ))}
            </ol>
          </li>
        );
      })}
    </ul>
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

/** Who works: by what is typed there on this machine, by who signed in beyond it. */
function Working() {
  const { person, choose } = useSettings();
  const queries = useQueryClient();
  const session = useSession().data;
  const signOut = async () => {
    await answered(client.DELETE("/api/session"));
    await queries.resetQueries();
  };
  if (session?.guarded)
    return (
      <p className="text-sm text-quiet">
        working <span className="text-ink">{person}</span>{" "}
        <button className="link min-h-10 wide:min-h-8" onClick={() => void signOut()}>
          sign out
        </button>
      </p>
    );
  return (
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
  );
}
