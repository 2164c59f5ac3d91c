/** Ground typed, or drawn by its points: pulled, added between two, taken out. Nose and travel to the left. */
import { useRef, useState } from "react";

import { useMeasure } from "../../parts/useMeasure";
import { useBench } from "../../parts/bench";
import { useSteps } from "../../parts/steps";
import { Problem } from "../../parts/Problem";
import { asText } from "../../parts/quantity";

type Corners = [number, number][];
const HEIGHT = 170;
const MOST_PULLED = 60;

type Props = { corners: number[][]; set: (corners: number[][]) => void };

export function GroundEditor({ corners: given, set }: Props) {
  const corners = given.map(([cx = 0, cz = 0]): [number, number] => [cx, cz]);
  const ground = useSteps("stance.ground_mm");
  const { write } = useBench();
  const [ref, width] = useMeasure(760);
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const [chosen, setChosen] = useState<number>();
  const taken = useRef<{ index: number; x: number; y: number; was: [number, number] } | null>(null);
  const xs = corners.map(([x]) => x);
  const zs = corners.map(([, z]) => z);
  const [low, high] = [Math.min(...xs) - 600, Math.max(...xs) + 600];
  const deep = Math.max(...zs) - Math.min(...zs);
  const k = Math.min(width / (high - low), (HEIGHT - 50) / Math.max(deep, 300));
  const x = (mm: number) => width / 2 - (mm - (low + high) / 2) * k;
  const y = (mm: number) => HEIGHT / 2 - (mm - (Math.max(...zs) + Math.min(...zs)) / 2) * k;
  const lines = () =>
    corners.map(([cx, cz]) => `${Math.round(cx * 10) / 10}, ${Math.round(cz * 10) / 10}`).join("\n");
  const move = (index: number, to: [number, number]) => {
    const before = corners[index - 1]?.[0] ?? -Infinity;
    const after = corners[index + 1]?.[0] ?? Infinity;
    set(
      corners.map((corner, i) =>
        i === index
          ? [Math.min(after, Math.max(before, Math.round(to[0] / 5) * 5)), Math.round(to[1] / 5) * 5]
          : corner,
      ),
    );
  };
  const take = () => {
    const rows = (typed ?? "").split("\n").filter((row) => row.trim());
    const read: Corners = [];
    for (const [index, row] of rows.entries()) {
      const [cx, cz, more] = row
        .trim()
        .split(/[\s,;]+/)
        .map(Number);
      if (
        cx === undefined ||
        cz === undefined ||
        more !== undefined ||
        !Number.isFinite(cx) ||
        !Number.isFinite(cz)
      )
        return setProblem(`Line ${index + 1}: two numbers in mm, along and up, such as 1200, 340.`);
      const last = read.at(-1);
      if (last && cx < last[0])
        return setProblem(`Line ${index + 1} goes back: give them in the direction of travel.`);
      read.push([cx, cz]);
    }
    if (read.length === 0) return setProblem("Give at least one point, such as 0, 0.");
    setProblem(undefined);
    setTyped(undefined);
    set(read);
  };
  if (!open)
    return (
      <button className="link no-print" onClick={() => setOpen(true)}>
        draw or type the ground
      </button>
    );
  return (
    <section aria-label="Ground" className="no-print cond">
      <h2 className="flex items-baseline justify-between border-b border-ink font-semibold">
        Ground by its points
        <button className="link" onClick={() => setOpen(false)}>
          done
        </button>
      </h2>
      <div className="grid gap-4 wide:grid-cols-[minmax(0,1fr)_14rem]">
        <div ref={ref} className="min-w-0">
          <svg width={width} height={HEIGHT} role="img" aria-label="Ground by its points" className="block">
            <path
              d={`M${width} ${y(corners[0]?.[1] ?? 0)}${corners.map(([cx, cz]) => `L${x(cx)} ${y(cz)}`).join("")}L0 ${y(corners.at(-1)?.[1] ?? 0)}`}
              stroke="var(--ink)"
              strokeWidth={2}
              fill="none"
            />
            {corners.length <= MOST_PULLED &&
              corners.map(([cx, cz], index) => (
                <circle
                  key={index}
                  cx={x(cx)}
                  cy={y(cz)}
                  r={chosen === index ? 9 : 7}
                  fill={chosen === index ? "var(--oxide)" : "var(--ground)"}
                  stroke="var(--oxide)"
                  strokeWidth={2}
                  className="cursor-move touch-none"
                  tabIndex={0}
                  role="button"
                  aria-label={`point ${index + 1}: ${Math.round(cx)} along, ${Math.round(cz)} up`}
                  onFocus={() => setChosen(index)}
                  onPointerDown={(event) => {
                    event.currentTarget.setPointerCapture(event.pointerId);
                    taken.current = { index, x: event.clientX, y: event.clientY, was: [cx, cz] };
                    setChosen(index);
                  }}
                  onPointerMove={(event) => {
                    const start = taken.current;
                    if (start)
                      move(start.index, [
                        start.was[0] - (event.clientX - start.x) / k,
                        start.was[1] - (event.clientY - start.y) / k,
                      ]);
                  }}
                  onPointerUp={() => (taken.current = null)}
                  onKeyDown={(event) => {
                    const step = event.shiftKey ? 10 * ground.step : ground.step;
                    const by = {
                      ArrowLeft: [step, 0],
                      ArrowRight: [-step, 0],
                      ArrowUp: [0, step],
                      ArrowDown: [0, -step],
                    }[event.key];
                    if (by) {
                      event.preventDefault();
                      move(index, [cx + (by[0] ?? 0), cz + (by[1] ?? 0)]);
                    }
                    if (event.key === "Delete" && corners.length > 1)
                      set(corners.filter((_, i) => i !== index));
                  }}
                />
              ))}
          </svg>
          <p className="flex flex-wrap items-center gap-4">
            {chosen !== undefined && corners[chosen] && (
              <>
                <span>
                  {asText(write(corners[chosen][0], "x_mm"))} along,{" "}
                  {asText(write(corners[chosen][1], "z_mm"))} up
                </span>
                <button
                  className="link"
                  onClick={() => {
                    const [one, other] = [corners[chosen], corners[chosen + 1]];
                    if (!one) return;
                    const between: [number, number] = other
                      ? [(one[0] + other[0]) / 2, (one[1] + other[1]) / 2]
                      : [one[0] + 1000, one[1]];
                    set([...corners.slice(0, chosen + 1), between, ...corners.slice(chosen + 1)]);
                  }}
                >
                  a point after it
                </button>
                {corners.length > 1 && (
                  <button
                    className="link"
                    onClick={() => {
                      set(corners.filter((_, i) => i !== chosen));
                      setChosen(undefined);
                    }}
                  >
                    take it out
                  </button>
                )}
              </>
            )}
            {corners.length > MOST_PULLED && <span>Too many points to pull: type them, or read a file.</span>}
          </p>
        </div>
        <div>
          <label className="grid gap-1">
            <span className="text-quiet">along, up, in mm</span>
            <textarea
              className="h-36 border border-ink bg-transparent px-2"
              value={typed ?? lines()}
              onChange={(event) => setTyped(event.target.value)}
            />
          </label>
          {typed !== undefined && (
            <button className="btn mt-2" onClick={take}>
              drive over this
            </button>
          )}
          <Problem of={problem} />
        </div>
      </div>
    </section>
  );
}
