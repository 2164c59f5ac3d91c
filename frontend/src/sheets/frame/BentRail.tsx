/** The rail from the side, before and after its wedges are closed. */
import { useMeasure } from "../../parts/useMeasure";

type Props = { bent: number[][][]; height: number; deg: number };

const HEIGHT = 190;
const EDGE = 10;

export function BentRail({ bent, height, deg }: Props) {
  const [ref, width] = useMeasure(760);
  const [before = [], after = []] = bent;
  const all = [...before, ...after, ...after.map(([x = 0, y = 0]) => [x, y + height]), [0, height]];
  const xs = all.map(([x = 0]) => x);
  const ys = all.map(([, y = 0]) => y);
  const [low, high] = [Math.min(...ys), Math.max(...ys)];
  const left = Math.min(...xs);
  const k = Math.min((width - 2 * EDGE) / (Math.max(...xs) - left), (HEIGHT - 2 * EDGE) / (high - low));
  const at = ([x = 0, y = 0]: number[]) => `${EDGE + (x - left) * k} ${EDGE + (high - y) * k}`;
  const pieces = (line: number[][]) =>
    line.slice(1).map((to, i) => {
      const from = line[i] ?? [0, 0];
      const [dx, dy] = [(to[0] ?? 0) - (from[0] ?? 0), (to[1] ?? 0) - (from[1] ?? 0)];
      const long = Math.hypot(dx, dy);
      const up = [(-dy / long) * height, (dx / long) * height];
      const raised = ([x = 0, y = 0]: number[]) => [x + (up[0] ?? 0), y + (up[1] ?? 0)];
      return `M${at(from)}L${at(to)}L${at(raised(to))}L${at(raised(from))}Z`;
    });
  return (
    <figure className="keep py-1">
      <div ref={ref}>
        <svg
          width={width}
          height={HEIGHT}
          viewBox={`0 0 ${width} ${HEIGHT}`}
          role="img"
          aria-label={`The rail before, and bent by ${deg.toFixed(1)}°`}
          className="block h-auto max-w-full"
        >
          {pieces(before).map((d, i) => (
            <path key={i} d={d} fill="none" stroke="var(--quiet)" strokeWidth={1} strokeDasharray="4 4" />
          ))}
          {pieces(after).map((d, i) => (
            <path
              key={i}
              d={d}
              fill="var(--margin)"
              fillOpacity={0.8}
              stroke="var(--ink)"
              strokeWidth={1.8}
            />
          ))}
        </svg>
      </div>
      <figcaption className="cond text-sm text-quiet">
        dashed: before; hinged on the wall below, the wedges closed above. How far the cuts stand apart is
        yours.
      </figcaption>
    </figure>
  );
}
