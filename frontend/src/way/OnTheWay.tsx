/** The page for the way: made for a thumb and bad light, and for no network once it was opened. */
import { type ReactNode, useCallback, useEffect, useState } from "react";

import { Refusal, writeWith } from "../api/client";
import type { WayPage } from "../api/types";
import { counted } from "../parts/counted";
import { day } from "../parts/day";
import { fillWords, surfaceWord } from "../sheets/trip/surfaces";
import { canKeep, exchange, forget, keepHere, lastPage, note, type Noted, noted } from "./kept";
import { along, inTank } from "./left";
import { BARE, Note } from "./Note";
import { isoToday } from "./today";
import { bare, symbol, whole, written } from "./written";

const AGAIN_MS = 4000;

type State = "asking" | "there" | "away" | "signed out";

export function OnTheWay({ rig }: { rig: number }) {
  const [page, setPage] = useState(() => lastPage(rig));
  const [entries, setEntries] = useState<Noted[]>(() => noted(rig));
  const [state, setState] = useState<State>("asking");
  const [kept, setKept] = useState<boolean>();
  const [dark, setDark] = useState(() => localStorage.getItem("jorvak.way.dark") === "yes");

  useEffect(() => {
    document.documentElement.dataset["theme"] = dark ? "night" : "light";
    localStorage.setItem("jorvak.way.dark", dark ? "yes" : "no");
  }, [dark]);

  const meet = useCallback(async () => {
    try {
      await mayWrite();
      setPage(await exchange(rig));
      setState("there");
    } catch (error) {
      setState(error instanceof Refusal && error.problem.status === 401 ? "signed out" : "away");
    }
    setEntries(noted(rig));
  }, [rig]);

  useEffect(() => {
    const first = setTimeout(() => void meet());
    return () => clearTimeout(first);
  }, [meet]);
  // Asked again while there is something to give back, or nobody answered.
  const waiting = entries.some(({ problem }) => !problem);
  useEffect(() => {
    if (state === "there" && !waiting) return;
    const timer = setInterval(() => void meet(), AGAIN_MS);
    return () => clearInterval(timer);
  }, [state, waiting, meet]);
  useEffect(() => {
    if (state === "there") void keepHere().then(setKept, () => setKept(false));
  }, [state]);

  const add = (entry: Parameters<typeof note>[1]) => {
    note(rig, entry);
    setEntries(noted(rig));
    void meet();
  };
  const drop = (key: string) => {
    forget(rig, key);
    setEntries(noted(rig));
  };

  return (
    <main className="mx-auto max-w-xl px-4 pb-16">
      <header className="flex items-baseline justify-between border-b-2 border-ink py-2">
        <h1 className="cond text-xl font-semibold">{page ? page.name : "On the way"}</h1>
        <button className="link" onClick={() => setDark(!dark)}>
          {dark ? "by day" : "by night"}
        </button>
      </header>
      <Connection state={state} kept={kept} entries={entries} />
      {page ? (
        <>
          {page.verdict === "do-not-go" && (
            <p className="border-l-8 border-oxide pl-3 text-lg font-semibold text-oxide">
              The last answer was: do not go.
            </p>
          )}
          <Now page={page} entries={entries} />
          <Note page={page} add={add} />
          <Unsent entries={entries} page={page} drop={drop} />
          <Legs page={page} entries={entries} add={add} />
          <Keep page={page} />
          <Lists page={page} />
          <p className="pt-6">
            <a className="link" href={`/rigs/${rig}/trip`}>
              the Trip sheet
            </a>
          </p>
        </>
      ) : (
        <p className="py-6">
          {state === "away"
            ? "The application is not answering, and this page was not opened here before. Open it once where it does."
            : "One moment."}
        </p>
      )}
    </main>
  );
}

/** Beyond loopback a write carries the token of its session. */
async function mayWrite() {
  const response = await fetch("/api/session");
  const session = (await response.json()) as { token?: string | null };
  writeWith(session.token ?? undefined);
}

function Connection({ state, kept, entries }: { state: State; kept: boolean | undefined; entries: Noted[] }) {
  const unsent = entries.length;
  return (
    <p role="status" className={`py-2 ${state === "away" ? "font-semibold" : "text-quiet"}`}>
      {state === "there" && "The application is there. "}
      {state === "asking" && "Asking whether the application is there. "}
      {state === "away" && "No application here: everything is kept on this device. "}
      {state === "signed out" && (
        <>
          <a className="link" href="/">
            Sign in
          </a>{" "}
          to give back what is kept here.{" "}
        </>
      )}
      {unsent > 0 && `${unsent} ${unsent === 1 ? "thing waits" : "things wait"} to be given back. `}
      {state === "there" && kept && "This page opens without it from now on."}
      {!canKeep && "Over a plain connection this page cannot be kept: leave it open."}
    </p>
  );
}

/** What is in the tank, how far that goes on the leg that comes, and what that leg is. */
function Now({ page, entries }: { page: WayPage; entries: Noted[] }) {
  const legs = along(page, entries);
  const next = legs.findIndex(({ behind }) => !behind);
  const leg = page.legs[next];
  const { litres: left, unread } = inTank(page, entries);
  const per = leg && page.l_per_100km[leg.surface];
  const range = left !== null && per ? (left / (1 + page.reserve_pct / 100) / per) * 100 : undefined;
  const pressure = leg && page.pressures.find((each) => each.leg === leg.name);
  return (
    <section aria-label="Now" className="border-b border-ink pb-3">
      {leg ? (
        <p className="cond text-quiet">
          next, leg {next + 1} of {page.legs.length}
        </p>
      ) : (
        <p className="cond text-quiet">
          {page.legs.length > 0 ? "all legs are behind" : "no legs are noted"}
        </p>
      )}
      {leg && (
        <>
          <p className="cond text-2xl leading-tight font-semibold">{leg.name}</p>
          <p className="text-lg">
            {written(page, leg.km, "distance")} {surfaceWord(leg.surface)}
            {leg.days ? `, ${leg.days} d` : ""}
            {pressure?.front_kpa && pressure.rear_kpa
              ? ` · tyres ${bare(page, pressure.front_kpa, "pressure")} / ${written(page, pressure.rear_kpa, "pressure")}`
              : ""}
            {pressure?.max_kmh ? `, to ${written(page, pressure.max_kmh, "speed")}` : ""}
          </p>
          {(leg.fills_fuel || leg.fills_water) && (
            <p className="font-semibold">
              Fill {fillWords(page.goes_by, leg.fills_fuel, leg.fills_water)} first.
            </p>
          )}
          {leg.note && <p>{leg.note}</p>}
        </>
      )}
      <p className="pt-2">
        {page.goes_by === "charge" ? (
          <ByThePlan page={page} behind={next < 0 ? page.legs.length : next} />
        ) : left === null ? (
          <span className="text-quiet">
            Nobody can say what is in the tank: no tank or consumption is noted.
          </span>
        ) : (
          <>
            <b
              className={`text-5xl leading-none font-bold [font-stretch:75%] ${left < 0 ? "text-oxide" : ""}`}
            >
              {bare(page, left, "volume")}
            </b>{" "}
            {symbol(page, "volume")} in the tank by the plan
            {range !== undefined && leg && (
              <>
                , <b>{written(page, range, "distance")}</b> of {surfaceWord(leg.surface)} with the reserve
                left
              </>
            )}
            {unread > 0 && (
              <span className="block text-quiet">
                without {counted(unread, "fill")} that only the application can read
              </span>
            )}
          </>
        )}
      </p>
      <Odometer page={page} entries={entries} />
    </section>
  );
}

/** What the plan leaves in the battery at the end of the leg that is driven next; the dash says what is in it now. */
function ByThePlan({ page, behind }: { page: WayPage; behind: number }) {
  const left = page.legs[behind]?.charge_left_kwh;
  if (left == null) return <span className="text-quiet">The dash says what is in the battery.</span>;
  return (
    <>
      <b className={`text-5xl leading-none font-bold [font-stretch:75%] ${left < 0 ? "text-oxide" : ""}`}>
        {whole(left)}
      </b>{" "}
      kWh left at its end by the plan
    </>
  );
}

/** The odometer as it was read last, and what has truly gone: its own count times what tyres and gears make of it. */
function Odometer({ page, entries }: { page: WayPage; entries: Noted[] }) {
  const typed = entries.findLast(({ odometer }) => odometer)?.odometer;
  if (page.odometer_km === null && !typed) return null;
  const apart = Math.abs(page.true_per_indicated - 1) > 0.005;
  return (
    <p className="cond text-quiet">
      odometer {typed ?? written(page, page.odometer_km ?? 0, "distance")}
      {page.true_km !== null && `, ${written(page, page.true_km, "distance")} truly gone on this trip`}
      {apart && `; each 100 that it counts are ${Math.round(page.true_per_indicated * 100)}`}
    </p>
  );
}

type Add = (entry: Parameters<typeof note>[1]) => void;

function Legs({ page, entries, add }: { page: WayPage; entries: Noted[]; add: Add }) {
  const legs = along(page, entries);
  const tick = (leg: number, behind: boolean) =>
    add({ ...BARE, kind: "leg", on: isoToday(), leg, undo: !behind });
  return (
    <section aria-label="Legs">
      <Title>Legs</Title>
      {page.legs.length === 0 && (
        <p className="py-1 text-quiet">None yet: they are typed on the Trip sheet.</p>
      )}
      <ol>
        {page.legs.map((leg, at) => {
          const of = legs[at];
          return (
            <li key={leg.id} className="border-b border-hair">
              <label className="flex min-h-12 items-center gap-3 py-1">
                <input
                  type="checkbox"
                  className="size-8 shrink-0 accent-[var(--ink)]"
                  checked={of?.behind ?? false}
                  onChange={(event) => tick(leg.id, event.target.checked)}
                />
                <span className={`flex-1 ${of?.behind ? "text-quiet line-through" : ""}`}>
                  <span className="cond text-lg leading-tight">{leg.name}</span>
                  <span className="block text-sm text-quiet">
                    {written(page, leg.km, "distance")} {surfaceWord(leg.surface)}
                    {leg.fills_fuel && `, ${page.goes_by} first`}
                    {leg.fills_water && ", water first"}
                  </span>
                </span>
                {leg.charge_left_kwh !== null ? (
                  <span
                    className={`cond text-right ${leg.charge_left_kwh < 0 ? "font-semibold text-oxide" : ""}`}
                  >
                    {whole(leg.charge_left_kwh)} kWh
                    <span className="block text-sm text-quiet">left then</span>
                  </span>
                ) : of && of.left_l !== null ? (
                  <span className={`cond text-right ${of.left_l < 0 ? "font-semibold text-oxide" : ""}`}>
                    {written(page, of.left_l, "volume")}
                    <span className="block text-sm text-quiet">left then</span>
                  </span>
                ) : null}
              </label>
            </li>
          );
        })}
      </ol>
    </section>
  );
}

const WORDS = { fill: "fill", log: "noted", odometer: "odometer", leg: "leg" } as const;

function Unsent({ entries, page, drop }: { entries: Noted[]; page: WayPage; drop: (key: string) => void }) {
  if (entries.length === 0) return null;
  const says = (entry: Noted) =>
    entry.kind === "leg"
      ? `${page.legs.find(({ id }) => id === entry.leg)?.name ?? "a leg"} ${entry.undo ? "is not behind" : "is behind"}`
      : entry.kind === "fill"
        ? `${entry.litres}${entry.full ? "" : ", not full"}`
        : entry.kind === "odometer"
          ? entry.odometer
          : entry.text;
  return (
    <section aria-label="Kept on this device">
      <Title>Kept on this device</Title>
      <ul>
        {entries.map((entry) => (
          <li key={entry.key} className="flex flex-wrap items-baseline gap-x-3 border-b border-hair py-1">
            <span className="flex-1">
              <span className="text-quiet">
                {WORDS[entry.kind]}, {day(entry.on)}:
              </span>{" "}
              {says(entry)}
            </span>
            <button className="link" onClick={() => drop(entry.key)}>
              out
            </button>
            {entry.problem && (
              <span role="alert" className="w-full text-oxide">
                {entry.problem}
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Keep({ page }: { page: WayPage }) {
  if (page.limits.length === 0) return null;
  return (
    <section aria-label="Keep to">
      <Title>Keep to</Title>
      <ul>
        {page.limits.map((limit) => (
          <li key={limit} className="border-b border-hair py-1 font-semibold">
            {limit}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Lists({ page }: { page: WayPage }) {
  return (
    <>
      <section aria-label="Noted">
        <Title>Noted so far</Title>
        {page.noted.length === 0 && <p className="py-1 text-quiet">Nothing yet.</p>}
        <ul>
          {page.noted.map((line, at) => (
            <li key={at} className="border-b border-hair py-1">
              {line}
            </li>
          ))}
        </ul>
      </section>
      {page.contacts.length > 0 && (
        <section aria-label="Who knows the route">
          <Title>Who knows the route</Title>
          {page.contacts.map((contact) => (
            <p key={contact.name} className="border-b border-hair py-1">
              <b className="font-semibold">{contact.name}</b>
              {contact.reach && `, ${contact.reach}`}
              {contact.worry_on && <span className="block">worries from {day(contact.worry_on)} on</span>}
            </p>
          ))}
        </section>
      )}
      {page.papers.length > 0 && (
        <section aria-label="Papers">
          <Title>Papers</Title>
          <ul>
            {page.papers.map((paper) => (
              <li key={paper} className="border-b border-hair py-1">
                {paper}
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

function Title({ children }: { children: ReactNode }) {
  return <h2 className="border-b border-ink pt-6 pb-1 font-semibold">{children}</h2>;
}
