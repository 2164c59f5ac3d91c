/** What a figure was, as its own small line of values: when, by whom, and how far it moved. */
import { useInfiniteQuery } from "@tanstack/react-query";
import { useState } from "react";

import { answered, client } from "../api/client";
import { useBench } from "./bench";
import { asText } from "./quantity";

const WIDTH = 260;
const HEIGHT = 34;
/** So many of the latest values are drawn: more would be a smear. */
const DRAWN = 40;
/** So many stand there in words before somebody asks for earlier ones. */
const SHOWN = 5;

export function FigureHistory({ path }: { path: string }) {
  const { sheet, write } = useBench();
  const [shown, setShown] = useState(SHOWN);
  const found = useInfiniteQuery({
    queryKey: ["history", sheet.id, path],
    initialPageParam: undefined as number | undefined,
    queryFn: ({ pageParam }) =>
      answered(
        client.GET("/api/rigs/{rig_id}/figure-history", {
          params: { path: { rig_id: sheet.id }, query: { path, before: pageParam } },
        }),
      ),
    getNextPageParam: ({ more, noted }) => (more ? noted[0]?.entry : undefined),
  });
  const every = [...(found.data?.pages ?? [])].reverse().flatMap((page) => page.noted);
  const noted = every.slice(-DRAWN);
  const earlier = () => {
    setShown(shown + 4 * SHOWN);
    if (shown + 4 * SHOWN > every.length && found.hasNextPage) void found.fetchNextPage();
  };
  if (noted.length < 2) return null;
  const numbers = noted.map(({ figure }) => (typeof figure?.value === "number" ? figure.value : undefined));
  const known = numbers.filter((value) => value !== undefined);
  const [low, high] = [Math.min(...known), Math.max(...known)];
  const y = (value: number) => HEIGHT - 8 - ((value - low) / (high - low || 1)) * (HEIGHT - 16);
  const x = (index: number) => 6 + (index / (noted.length - 1)) * (WIDTH - 12);
  const spots = numbers.flatMap((value, index) => (value === undefined ? [] : [[x(index), y(value)]]));
  return (
    <figure className="cond text-sm text-quiet">
      {known.length > 1 && (
        <svg width={WIDTH} height={HEIGHT} aria-hidden>
          <polyline
            points={spots.map((spot) => spot.join()).join(" ")}
            fill="none"
            stroke="var(--zinc)"
            strokeWidth={1.5}
          />
          {spots.map(([cx, cy]) => (
            <circle key={cx} cx={cx} cy={cy} r={3} fill="var(--zinc)" />
          ))}
        </svg>
      )}
      <figcaption>
        {(shown < every.length || found.hasNextPage) && (
          <button type="button" className="link" onClick={earlier}>
            earlier
          </button>
        )}
        <ol>
          {every.slice(-shown).map(({ at, person, figure, entry }) => (
            <li key={`${entry} ${at}`}>
              {figure === null
                ? "taken out"
                : typeof figure.value === "number"
                  ? asText(write(figure.value, path))
                  : String(figure.value)}
              {figure?.taken === "as it stood" && ", as it stood"}, {person},{" "}
              {new Date(at).toLocaleDateString("en-GB", { day: "numeric", month: "short" })}
            </li>
          ))}
        </ol>
      </figcaption>
    </figure>
  );
}
