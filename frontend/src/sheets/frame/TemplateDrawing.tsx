/** A template as it will be printed, to the scale of the screen: cut lines full, folds dashed, marks fine. */
import { useMeasure } from "../../parts/useMeasure";
import type { Template } from "./useFrame";

const LOOK = {
  cut: { stroke: "var(--ink)", width: 2 },
  fold: { stroke: "var(--zinc)", width: 1.6, dash: "8 4" },
  mark: { stroke: "var(--quiet)", width: 1, dash: "2 3" },
};
const EDGE = 14;
const MOST = 340;

export function TemplateDrawing({ template, name }: { template: Template; name: string }) {
  const [ref, width] = useMeasure(760);
  const k = Math.min((width - 2 * EDGE) / template.width_mm, MOST / template.height_mm);
  const height = Math.max(template.height_mm * k, 40) + 2 * EDGE;
  const x = (mm: number) => EDGE + mm * k;
  const y = (mm: number) => EDGE + (template.height_mm - mm) * k;
  return (
    <figure className="keep py-2">
      <div ref={ref}>
        <svg
          width={width}
          height={height}
          viewBox={`0 0 ${width} ${height}`}
          role="img"
          aria-label={`The template of ${name}`}
          className="cond block h-auto max-w-full text-[13px]"
        >
          {template.lines.map(({ layer, points, closed }, i) => {
            const look = LOOK[layer];
            const d = points.map(([px = 0, py = 0], j) => `${j ? "L" : "M"}${x(px)} ${y(py)}`).join("");
            return (
              <path
                key={i}
                d={closed ? `${d}Z` : d}
                fill="none"
                stroke={look.stroke}
                strokeWidth={look.width}
                strokeDasharray={"dash" in look ? look.dash : undefined}
              />
            );
          })}
          {template.holes.map((hole, i) => (
            <circle
              key={i}
              cx={x(hole.x_mm)}
              cy={y(hole.y_mm)}
              r={(hole.diameter_mm / 2) * k}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={2}
            />
          ))}
          {template.words.map((word, i) => (
            <text key={i} x={x(word.x_mm)} y={y(word.y_mm)} fill="var(--ink)">
              {word.text}
            </text>
          ))}
        </svg>
      </div>
    </figure>
  );
}
