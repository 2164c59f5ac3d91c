/** The walk along the frame: reading by reading with the point drawn, a line for a station, or a whole board pasted. */
import { type FormEvent, useRef, useState } from "react";

import { answered, client } from "../../api/client";
import { Problem } from "../../parts/Problem";
import { useLook } from "../../parts/useLook";
import { ReadingWalk } from "./ReadingWalk";
import type { DatumSheet, Station } from "./useFrame";

type Ladder = DatumSheet["ladders"][number]["record"];
type Points = DatumSheet["tables"][number]["record"];
type Props = {
  ladder: Ladder | undefined;
  table: Points | undefined;
  /** Stations of the ladder that it is laid over: what was read there is read here. */
  like: readonly Station[];
  keep: (to: object) => Promise<string | undefined>;
};
const WAYS = [
  { key: "walk", word: "reading by reading" },
  { key: "line", word: "as a line" },
  { key: "board", word: "paste a whole board" },
] as const;

export function StationWalk({ ladder, table, like, keep }: Props) {
  const { params } = useLook();
  const [problems, setProblems] = useState<string[]>([]);
  const [way, setWay] = useState<(typeof WAYS)[number]["key"]>("walk");
  const stations = ladder?.stations ?? [];
  const points = table?.points ?? [];
  /** Lines as they were scratched, read and kept; whether all of them could be. */
  const take = async (text: string): Promise<boolean> => {
    const refused = (why: string[]) => {
      setProblems(why);
      return false;
    };
    try {
      const { lines } = await answered(
        client.POST("/api/rigs/{rig_id}/frame/read", { params, body: { text } }),
      );
      const wrong = lines.flatMap((line) => {
        if (line.why_not) return [line.why_not];
        if (ladder && !line.station)
          return [`“${line.text}” is one point; a station has two: left, then right.`];
        if (table && !line.point) return [`“${line.text}” has two points; here each stands by itself.`];
        return [];
      });
      if (wrong.length > 0) return refused(wrong);
      const known = new Set((ladder ? stations : points).map(({ name }) => name));
      const readStations = lines.flatMap(({ station }) => station ?? []);
      const readPoints = lines.flatMap(({ point }) => point ?? []);
      const to = ladder
        ? { stations: replaced(stations, readStations) }
        : { points: replaced(points, readPoints) };
      const why = await keep(to);
      if (why) return refused([why]);
      setProblems(
        [...readStations, ...readPoints]
          .filter(({ name }) => known.has(name))
          .map(({ name }) => `${name} was there and is read anew.`),
      );
      return true;
    } catch (error) {
      return refused([(error as Error).message]);
    }
  };
  return (
    <section aria-label={ladder ? "Reading stations" : "Reading points"} className="no-print pt-3">
      <p className="cond flex flex-wrap items-center gap-x-5 text-sm">
        {WAYS.map(({ key, word }) => (
          <button
            key={key}
            type="button"
            aria-pressed={way === key}
            className={way === key ? "min-h-10 border-b-2 border-ink font-semibold" : "link"}
            onClick={() => setWay(key)}
          >
            {word}
          </button>
        ))}
      </p>
      {way === "walk" ? (
        <ReadingWalk stations={ladder && stations} points={table && points} like={like} take={take} />
      ) : (
        <LineForm
          key={way}
          ladder={ladder !== undefined}
          board={way === "board"}
          count={stations.length + points.length}
          take={take}
        />
      )}
      {problems.map((problem) => (
        <Problem key={problem} of={problem} />
      ))}
    </section>
  );
}

type LineProps = { ladder: boolean; board: boolean; count: number; take: (text: string) => Promise<boolean> };

function LineForm({ ladder, board, count, take }: LineProps) {
  const [text, setText] = useState("");
  const field = useRef<HTMLInputElement & HTMLTextAreaElement>(null);
  const read = async (event: FormEvent) => {
    event.preventDefault();
    if (!text.trim() || !(await take(text))) return;
    setText("");
    field.current?.focus();
  };
  const shape = ladder ? "front hanger  40 −381 610  40 381 610" : "front mount L  −300 −402 655";
  const what = ladder
    ? "station: name, left back right up, right back right up"
    : "point: name, back right up";
  const given = { ref: field, value: text, placeholder: shape, autoComplete: "off" };
  return (
    <form aria-label={ladder ? "The next station" : "The next point"} onSubmit={(event) => void read(event)}>
      <label className="grid gap-1">
        <span className="text-quiet">{board ? "the whole board, a line each" : `${count + 1}. ${what}`}</span>
        {board ? (
          <textarea
            {...given}
            className="field min-h-40 w-full font-mono"
            onChange={(event) => setText(event.target.value)}
          />
        ) : (
          <input
            {...given}
            className="field w-full text-xl"
            onChange={(event) => setText(event.target.value)}
          />
        )}
      </label>
      <p className="cond flex flex-wrap items-center gap-x-4 py-1">
        <button className="btn-main">read it</button>
        <span className="text-sm text-quiet">
          back from the front axle, right of the middle, up from the ground; inches such as 24 1/2 in are read
          too
        </span>
      </p>
    </form>
  );
}

/** Those that are there, with each that is read anew in its place, and new ones behind. */
function replaced<T extends { name: string; base?: boolean; mount?: unknown }>(old: T[], read: T[]): T[] {
  const anew = new Map(read.map((each) => [each.name, each]));
  const kept = old.map((each) => {
    const now = anew.get(each.name);
    anew.delete(each.name);
    // What is known of a station beside its place stays.
    return now ? { ...each, ...now, base: each.base, mount: each.mount } : each;
  });
  return [...kept, ...anew.values()];
}
