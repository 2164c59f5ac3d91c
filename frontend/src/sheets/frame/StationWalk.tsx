/** The walk along the frame: one station after another as it is read, or a whole board pasted; each line as it was understood. */
import { type FormEvent, useRef, useState } from "react";

import { answered, client } from "../../api/client";
import { Problem } from "../../parts/Problem";
import { useLook } from "../../parts/useLook";
import type { DatumSheet } from "./useFrame";

type Ladder = DatumSheet["ladders"][number]["record"];
type Points = DatumSheet["tables"][number]["record"];
type Props = {
  ladder: Ladder | undefined;
  table: Points | undefined;
  keep: (to: object) => Promise<string | undefined>;
};

export function StationWalk({ ladder, table, keep }: Props) {
  const { params } = useLook();
  const [text, setText] = useState("");
  const [problems, setProblems] = useState<string[]>([]);
  const [board, setBoard] = useState(false);
  const field = useRef<HTMLInputElement & HTMLTextAreaElement>(null);
  const stations = ladder?.stations ?? [];
  const points = table?.points ?? [];
  const read = async (event: FormEvent) => {
    event.preventDefault();
    if (!text.trim()) return;
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
      if (wrong.length > 0) return setProblems(wrong);
      const known = new Set((ladder ? stations : points).map(({ name }) => name));
      const readStations = lines.flatMap(({ station }) => station ?? []);
      const readPoints = lines.flatMap(({ point }) => point ?? []);
      const to = ladder
        ? { stations: replaced(stations, readStations) }
        : { points: replaced(points, readPoints) };
      const refused = await keep(to);
      if (refused) return setProblems([refused]);
      setProblems(
        [...readStations, ...readPoints]
          .filter(({ name }) => known.has(name))
          .map(({ name }) => `${name} was there and is read anew.`),
      );
      setText("");
      field.current?.focus();
    } catch (error) {
      setProblems([(error as Error).message]);
    }
  };
  const shape = ladder ? "front hanger  40 −381 610  40 381 610" : "front mount L  −300 −402 655";
  const what = ladder
    ? "station: name, left back right up, right back right up"
    : "point: name, back right up";
  return (
    <form
      aria-label={ladder ? "The next station" : "The next point"}
      className="no-print pt-3"
      onSubmit={(event) => void read(event)}
    >
      <label className="grid gap-1">
        <span className="text-quiet">
          {board ? "the whole board, a line each" : `${stations.length + points.length + 1}. ${what}`}
        </span>
        {board ? (
          <textarea
            ref={field}
            className="field min-h-40 w-full font-mono"
            value={text}
            placeholder={shape}
            onChange={(event) => setText(event.target.value)}
          />
        ) : (
          <input
            ref={field}
            className="field w-full text-xl"
            value={text}
            placeholder={shape}
            autoComplete="off"
            onChange={(event) => setText(event.target.value)}
          />
        )}
      </label>
      <p className="cond flex flex-wrap items-center gap-x-4 py-1">
        <button className="btn-main">read it</button>
        <button type="button" className="link" onClick={() => setBoard(!board)}>
          {board ? "one at a time" : "paste a whole board"}
        </button>
        <span className="text-sm text-quiet">
          back from the front axle, right of the middle, up from the ground; inches such as 24 1/2 in are read
          too
        </span>
      </p>
      {problems.map((problem) => (
        <Problem key={problem} of={problem} />
      ))}
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
