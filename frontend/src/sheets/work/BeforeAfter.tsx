/** Photographs of before and after as a pair: one lies over the other, and is drawn aside. */
import { useState } from "react";

import type { LogEntry } from "../../api/types";

type Pair = { title: string; before: LogEntry; after: LogEntry };

export function BeforeAfter({ pictures }: { pictures: LogEntry[] }) {
  const pairs: Pair[] = [...new Set(pictures.map(({ job }) => job))].flatMap((job) => {
    const of = pictures.filter((entry) => entry.job === job);
    const after = of.find(({ moment }) => moment === "after");
    const before = of.filter(({ moment }) => moment === "before").at(-1);
    return before && after ? [{ title: before.job_title ?? before.text, before, after }] : [];
  });
  if (pairs.length === 0) return null;
  return (
    <section aria-label="Before and after" className="pt-3">
      <h2 className="border-b border-ink pb-1 font-semibold">Before and after</h2>
      {pairs.map((pair) => (
        <Sliding key={pair.title} pair={pair} />
      ))}
    </section>
  );
}

function Sliding({ pair: { title, before, after } }: { pair: Pair }) {
  const [part, setPart] = useState(50);
  return (
    <figure className="break-inside-avoid py-3">
      <div className="relative max-w-xl overflow-hidden border border-hair">
        <img src={`/api/photos/${after.file}`} alt={`${title}, after`} className="block w-full" />
        <img
          src={`/api/photos/${before.file}`}
          alt={`${title}, before`}
          className="absolute inset-0 size-full object-cover"
          style={{ clipPath: `inset(0 ${100 - part}% 0 0)` }}
        />
        <i aria-hidden className="absolute inset-y-0 w-0.5 bg-oxide" style={{ left: `${part}%` }} />
      </div>
      <label className="flex max-w-xl items-center gap-3">
        <span>after</span>
        <input
          type="range"
          className="min-h-10 flex-1"
          min={0}
          max={100}
          value={part}
          aria-label={`${title}: how much of before`}
          onChange={(event) => setPart(Number(event.target.value))}
        />
        <span>before</span>
      </label>
      <figcaption className="cond text-quiet">{title}</figcaption>
    </figure>
  );
}
