/** Dimension lines on the drawing, which are inputs: press one, type, the drawing moves. */
import type { Frame } from "../rig/scale";
import type { Silhouette } from "../rig/silhouette";
import { useBench } from "./bench";
import { FigureButton } from "./FigureButton";
import { asFound } from "./asFound";

type Props = { f: Frame; body: Silhouette; lit?: "wheels" | "driveline" | undefined };

export function DimensionLines({ f, body, lit }: Props) {
  const { sheet, preview } = useBench();
  const height = (preview?.here ?? sheet.here).results.stance.height?.value;
  const ground = f.y(0);
  const below = ground + 17;
  const x = {
    nose: f.x(-body.front),
    front: f.x(0),
    rear: f.x(body.wheelbase),
    tail: f.x(body.wheelbase + body.rear),
  };
  const top = f.y(body.height);
  const right = Math.min(f.width - 30, x.tail + 34);
  return (
    <>
      <svg width={f.width} height={f.height} className="pointer-events-none absolute inset-0" aria-hidden>
        <g stroke="var(--chalk-quiet)" strokeWidth={1}>
          {[x.nose, x.front, x.rear, x.tail].map((at, i) => (
            <line key={i} x1={at} x2={at} y1={ground + 6} y2={below + 5} />
          ))}
          <line x1={x.nose} x2={x.tail} y1={below} y2={below} />
          <line x1={right} x2={right} y1={top} y2={ground} />
          <line x1={right - 5} x2={right + 5} y1={top} y2={top} />
          {lit === "driveline" &&
            [x.front, f.x(body.wheelbase * 0.46), x.rear].map((at) => (
              <line key={at} x1={at} x2={at} y1={24} y2={ground - 40} opacity={0.35} />
            ))}
        </g>
      </svg>
      <Label path="body.front_overhang_mm" x={(x.nose + x.front) / 2} y={below} short="front" />
      <Label path="body.wheelbase_mm" x={(x.front + x.rear) / 2} y={below} short="wheelbase" />
      <Label path="body.rear_overhang_mm" x={(x.rear + x.tail) / 2} y={below} short="rear" />
      <Label
        path="body.height_mm"
        x={right}
        y={(top + ground) / 2}
        short="height"
        now={height?.height_mm}
        upright
      />
      {lit === "driveline" && (
        <>
          <Ratio path="front_axle.ratio" name="front" x={x.front} />
          <Ratio path="transfer.low_ratio" name="case low" x={f.x(body.wheelbase * 0.46)} />
          <Ratio path="rear_axle.ratio" name="rear" x={x.rear} />
        </>
      )}
    </>
  );
}

type LabelProps = {
  path: string;
  x: number;
  y: number;
  short: string;
  /** The value at the stage, where a change has moved it away from that as found. */
  now?: number | undefined;
  upright?: boolean;
};

function Label({ path, x, y, short, now, upright }: LabelProps) {
  const { sheet, write } = useBench();
  const value = asFound(sheet)[path]?.value;
  const found = typeof value === "number" ? write(value, path).text : undefined;
  const written = now === undefined ? found : write(now, path).text;
  return (
    <span
      className="absolute grid -translate-x-1/2 -translate-y-1/2 place-items-center"
      style={{ left: x, top: y, height: upright ? 40 : 34 }}
    >
      <FigureButton
        path={path}
        className="cond min-w-10 px-1 text-center whitespace-nowrap text-chalk"
        label={written ? short : ""}
      >
        <span className="bg-strip px-1">
          {written ? (
            <b className="font-semibold">{written}</b>
          ) : (
            <span className="text-strip-oxide">{short} ?</span>
          )}
        </span>
      </FigureButton>
    </span>
  );
}

function Ratio({ path, name, x }: { path: string; name: string; x: number }) {
  const { sheet } = useBench();
  const found = sheet.figures[path]?.value as number | undefined;
  const set = sheet.here.changed[path]?.figure?.value as number | undefined;
  const now = set ?? found;
  return (
    <span className="absolute top-0 -translate-x-1/2" style={{ left: x }}>
      <FigureButton path={path} className="cond px-1 whitespace-nowrap text-chalk">
        {name}{" "}
        {found !== undefined && set !== undefined && found !== set && (
          <s className="text-chalk-quiet">{found.toFixed(2)}</s>
        )}{" "}
        {now !== undefined ? (
          <b className="font-semibold">{now.toFixed(2)}</b>
        ) : (
          <span className="text-strip-oxide">?</span>
        )}
      </FigureButton>
    </span>
  );
}
