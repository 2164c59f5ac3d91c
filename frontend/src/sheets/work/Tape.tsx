/** Days as a folded tape: a week a row, each day as wide as its bench hours, the jobs laid on it. */
import { type KeyboardEvent, type PointerEvent, useState } from "react";

import type { JobLine, TapeDay, Work } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Problem } from "../../parts/Problem";
import { setting } from "./setting";
import { type Piece, piecesOf, spanOf } from "./useWork";

const LANE = 26;
const LETTERS = ["M", "T", "W", "T", "F", "S", "S"];
const NARROWEST = 0.28;

type Dragged = { line: JobLine; to: string | undefined };
/** A job that was let go on a day, until the plan with it there takes the place of the one it was dropped in. */
type Dropped = { id: string; on: string; of: Work };

export function Tape({ work, open }: { work: Work; open: (line: JobLine) => void }) {
  const { sheet, put } = useBench();
  const [dragged, setDragged] = useState<Dragged>();
  const [dropped, setDropped] = useState<Dropped>();
  const [problem, setProblem] = useState<string>();
  const pieces = dropped?.of === work ? withDropped(piecesOf(work), dropped, work) : piecesOf(work);
  const weeks = inWeeks(work.days);
  const widths = LETTERS.map((_, i) => Math.max(NARROWEST, ...weeks.map((week) => week[i]?.hours ?? 0)));
  const columns = widths.map((width) => `${width}fr`).join(" ");
  const lanes = Math.max(1, work.shop?.shop.people.length ?? 1);
  const hold = async (line: JobLine, on: string) => {
    setDropped({ id: line.id, on, of: work });
    const refusal = await put(setting(line, { held_on: on }));
    setProblem(refusal?.message);
    if (refusal) setDropped(undefined);
  };
  const warning = dragged?.to === undefined ? undefined : whatBreaks(work, pieces, dragged.line, dragged.to);
  return (
    <section aria-label="Bench days" className="pt-1">
      <div className="cond grid pl-16 text-quiet" style={{ gridTemplateColumns: columns }} aria-hidden>
        {LETTERS.map((letter, i) => (
          <span key={i}>{(widths[i] ?? 0) > NARROWEST ? letter : ""}</span>
        ))}
      </div>
      {weeks.map((week) => {
        const first = week.find((each) => each !== undefined);
        if (!first) return null;
        const inWeek = namedOnce(pieces.filter(({ on }) => week.some((each) => each?.on === on)));
        return (
          <div key={first.on} className="flex break-inside-avoid">
            <p className="cond w-16 shrink-0 pt-3 text-sm text-quiet">{monthDay(week[0]?.on ?? first.on)}</p>
            <div className="grid flex-1" style={{ gridTemplateColumns: columns }}>
              {week.map((each, i) =>
                each === undefined ? (
                  <span key={i} />
                ) : (
                  <DayCell
                    key={each.on}
                    day={each}
                    firstClosed={each.closed !== null && week[i - 1]?.closed !== each.closed}
                    widest={widths[i] ?? 1}
                    lanes={lanes}
                    work={work}
                    pieces={inWeek.filter(({ on }) => on === each.on)}
                    dragged={dragged}
                    onDrag={setDragged}
                    drop={(line, on) => void hold(line, on)}
                    open={open}
                  />
                ),
              )}
            </div>
          </div>
        );
      })}
      <p aria-live="polite" className="min-h-6 pt-1">
        {dragged && (
          <>
            <b>{dragged.line.job.title}</b>
            {dragged.to === undefined ? ", drop it on a day" : ` held on ${monthDay(dragged.to)}`}
            {warning && <span className="text-oxide"> {warning}</span>}
          </>
        )}
      </p>
      <Problem of={problem} />
      <p className="cond flex flex-wrap gap-x-5 text-sm text-quiet">
        <span>full: an hour more makes it ready later</span>
        <span>light: it has time</span>
        <span>hatched below: it dries, or is away</span>
        <span>double line: a helper is there</span>
        <span>▼ held on its day</span>
        {work.rigs.length > 1 && <span>dotted: another vehicle than {sheet.name}</span>}
      </p>
    </section>
  );
}

type CellProps = {
  day: TapeDay;
  firstClosed: boolean;
  widest: number;
  lanes: number;
  work: Work;
  pieces: NamedPiece[];
  dragged: Dragged | undefined;
  onDrag: (dragged: Dragged | undefined) => void;
  drop: (line: JobLine, on: string) => void;
  open: (line: JobLine) => void;
};

function DayCell({ day, firstClosed, widest, lanes, work, pieces, dragged, onDrag, drop, open }: CellProps) {
  const { sheet } = useBench();
  const part = (h: number) => `${(100 * h) / widest}%`;
  const inLanes = lanesOf(pieces);
  const leaving = work.rigs.filter(({ leaves_on }) => leaves_on === day.on);
  const isToday = day.on === work.today;
  return (
    <div
      data-day={day.on}
      className={`relative border-b border-hair ${dragged?.to === day.on ? "bg-tint" : ""}`}
      style={{ height: lanes * LANE + 20 }}
    >
      {isToday && (
        <i role="img" aria-label="today" className="absolute top-0 bottom-0 left-0 w-[3px] bg-ink" />
      )}
      <i className="absolute bottom-0 left-0 h-1.5 w-px bg-ink" aria-hidden />
      {day.closed !== null && (
        <span
          title={day.closed}
          className={`cond absolute inset-x-0 top-3 text-xs text-quiet ${firstClosed ? "" : "overflow-hidden"}`}
          style={{ height: lanes * LANE, background: HATCH }}
        >
          {firstClosed && <span className="bg-ground pr-1 whitespace-nowrap">{day.closed}</span>}
        </span>
      )}
      {day.visits.map(({ from_h, hours }, i) => (
        <i
          key={i}
          role="img"
          aria-label="a helper is there"
          className="absolute top-1 h-[5px] border-y border-ink"
          style={{ left: part(from_h), width: part(Math.min(hours, day.hours - from_h)) }}
        />
      ))}
      {inLanes.map(({ piece, lane }) => (
        <PieceButton
          named={piece.named}
          key={`${piece.line.id} ${piece.from_h}`}
          piece={piece}
          critical={work.plan?.plan.critical.includes(piece.line.id) ?? false}
          mine={piece.line.rig === sheet.id}
          style={{
            left: part(piece.from_h),
            width: piece.to_h > piece.from_h ? part(piece.to_h - piece.from_h) : 10,
            // What takes no hours needs no hand: it is a mark on the first.
            top: 12 + (piece.to_h > piece.from_h ? lane : 0) * LANE,
            height: LANE - 2,
          }}
          dragged={dragged}
          onDrag={onDrag}
          drop={drop}
          open={open}
        />
      ))}
      <Waits day={day} work={work} lanes={lanes} />
      {leaving.map(({ id, name }) => (
        <span
          key={id}
          className="cond absolute -top-1 bottom-0 left-0 border-l-4 border-oxide pl-1 text-sm font-semibold whitespace-nowrap text-oxide"
        >
          {id === sheet.id ? "leaves" : `${name} leaves`}
        </span>
      ))}
    </div>
  );
}

const HATCH = "repeating-linear-gradient(135deg, transparent 0 6px, var(--hair) 6px 7px)";
const DRIES = "repeating-linear-gradient(135deg, transparent 0 3px, var(--zinc) 3px 4px)";

/** What dries or is away on a day: a hatched line below it. */
function Waits({ day, work, lanes }: { day: TapeDay; work: Work; lanes: number }) {
  const waits = waitsOf(work).filter(({ from, to }) => from <= day.on && day.on <= to);
  return (
    <>
      {waits.slice(0, 2).map(({ line, what }, i) => (
        <i
          key={line.id}
          title={`${line.job.title}: ${what}`}
          className="absolute inset-x-0 h-[5px]"
          style={{ top: 12 + lanes * LANE + i * 4 - 2, background: DRIES }}
        />
      ))}
    </>
  );
}

/** Waits that pass after jobs, from the day on which each ends to that on which it has waited. */
function waitsOf(work: Work) {
  const pieces = piecesOf(work);
  return work.jobs.flatMap((line) => {
    const long = line.job.waits
      .filter(({ for_what }) => for_what === "drying" || for_what === "machine-shop")
      .reduce((sum, { hours }) => sum + (hours ?? 0), 0);
    const span = spanOf(pieces, line.id);
    if (!span || long === 0) return [];
    const to = new Date(`${span.last}T12:00:00Z`);
    to.setUTCHours(to.getUTCHours() + long);
    return [{ line, from: span.last, to: to.toISOString().slice(0, 10), what: `${long} h by the clock` }];
  });
}

type PieceProps = {
  piece: Piece;
  named: boolean;
  critical: boolean;
  mine: boolean;
  style: { left: string; width: string | number; top: number; height: number };
  dragged: Dragged | undefined;
  onDrag: (dragged: Dragged | undefined) => void;
  drop: (line: JobLine, on: string) => void;
  open: (line: JobLine) => void;
};

function PieceButton({ piece, named, critical, mine, style, dragged, onDrag, drop, open }: PieceProps) {
  const { line } = piece;
  const [from, setFrom] = useState<[number, number]>();
  const over = (event: PointerEvent) =>
    document
      .elementsFromPoint(event.clientX, event.clientY)
      .map((element) => (element as HTMLElement).dataset["day"])
      .find((found) => found !== undefined);
  const far = (event: PointerEvent) =>
    from !== undefined && Math.hypot(event.clientX - from[0], event.clientY - from[1]) > 6;
  const onKey = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7 }[event.key];
    if (by === undefined || !mine) return;
    event.preventDefault();
    const to = new Date(`${line.job.held_on ?? piece.on}T12:00:00Z`);
    to.setUTCDate(to.getUTCDate() + by);
    drop(line, to.toISOString().slice(0, 10));
  };
  const look = critical ? "border-ground bg-zinc text-ground" : "border-zinc bg-tint text-ink";
  return (
    <button
      aria-label={`${line.job.title}${critical ? ", decides" : ""}${piece.with_helper ? ", with the helper" : ""}`}
      className={`cond absolute z-10 touch-none overflow-hidden border px-1 text-left text-sm leading-tight whitespace-nowrap ${look} ${mine ? "" : "border-dotted opacity-70"} ${dragged?.line.id === line.id ? "opacity-50" : ""}`}
      style={style}
      onKeyDown={onKey}
      onPointerDown={(event) => {
        if (!mine || event.button !== 0) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        setFrom([event.clientX, event.clientY]);
      }}
      onPointerMove={(event) => {
        if (far(event)) onDrag({ line, to: over(event) });
      }}
      onPointerUp={(event) => {
        const moved = far(event);
        setFrom(undefined);
        onDrag(undefined);
        const to = over(event);
        if (moved && to !== undefined) drop(line, to);
        else if (!moved) open(line);
      }}
      onPointerCancel={() => {
        setFrom(undefined);
        onDrag(undefined);
      }}
      onClick={(event) => {
        // A press without a pointer: Enter, space, or what speaks the page.
        if (event.detail === 0 || !mine) open(line);
      }}
    >
      {line.job.held_on === piece.on && (
        <span role="img" aria-label="held">
          ▼{" "}
        </span>
      )}
      {named && line.job.title}
    </button>
  );
}

/** What a day would come before: the first rule that a job held there breaks, in words. */
function whatBreaks(work: Work, pieces: Piece[], line: JobLine, on: string): string | undefined {
  const title = (id: string) => work.jobs.find((each) => each.id === id)?.job.title ?? "";
  const before = work.edges.find(
    (edge) => edge.after === line.id && (spanOf(pieces, edge.before)?.last ?? "") > on,
  );
  if (before)
    return `comes before ${title(before.before)}, which ends ${monthDay(spanOf(pieces, before.before)?.last ?? on)}: ${before.because}`;
  if (on < work.today) return "is over";
  const there = work.days.find((each) => each.on === on);
  if (there?.hours === 0) return "has no bench hours";
  return undefined;
}

/** The pieces with a job that was just dropped on its day, at the day's beginning; the plan says the rest. */
function withDropped(pieces: Piece[], { id, on }: Dropped, work: Work): Piece[] {
  const its = pieces.filter(({ line }) => line.id === id);
  const [first] = its;
  if (!first) return pieces;
  const needed = its.reduce((sum, { from_h, to_h }) => sum + to_h - from_h, 0);
  const room = work.days.find((day) => day.on === on)?.hours ?? 0;
  const line = { ...first.line, job: { ...first.line.job, held_on: on } };
  const held = { ...first, line, on, from_h: 0, to_h: Math.min(needed, room) };
  return [held, ...pieces.filter((piece) => !its.includes(piece))];
}

/** A shorter piece has no room for a name. */
const LEAST_NAMED_H = 0.7;

type NamedPiece = Piece & { named: boolean };

/** Of the pieces of a week the longest of each job is named: there is room for its name. */
function namedOnce(pieces: Piece[]): NamedPiece[] {
  const long = ({ from_h, to_h }: Piece) => to_h - from_h;
  return pieces.map((piece) => {
    const others = pieces.filter(({ line }) => line.id === piece.line.id);
    const longest = others.reduce((best, each) => (long(each) > long(best) + 1e-6 ? each : best));
    return { ...piece, named: longest === piece && long(piece) >= LEAST_NAMED_H };
  });
}

function lanesOf(pieces: NamedPiece[]): { piece: NamedPiece; lane: number }[] {
  const ends: number[] = [];
  return pieces.map((piece) => {
    if (piece.to_h <= piece.from_h) return { piece, lane: 0 };
    const free = ends.findIndex((end) => end <= piece.from_h + 1e-6);
    const lane = free >= 0 ? free : ends.length;
    ends[lane] = piece.to_h;
    return { piece, lane };
  });
}

/** Days in weeks, Monday first; where a week begins before the first day its places are empty. */
function inWeeks(days: TapeDay[]): (TapeDay | undefined)[][] {
  const weeks: (TapeDay | undefined)[][] = [];
  for (const each of days) {
    const at = (new Date(`${each.on}T12:00:00Z`).getUTCDay() + 6) % 7;
    if (weeks.length === 0 || at === 0) weeks.push(Array<TapeDay | undefined>(7).fill(undefined));
    const week = weeks.at(-1);
    if (week) week[at] = each;
  }
  return weeks;
}

const SHORT = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short" });
export const monthDay = (iso: string) => SHORT.format(new Date(`${iso}T12:00:00`));
