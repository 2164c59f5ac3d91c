/** The vehicle in side elevation, to scale: as found dotted, at the stage solid, planned dashed and tinted. */
import type { Finding, Form, Outline, Sheet, WheelOutline } from "../api/types";
import { type Frame, frame } from "./scale";
import { tyrePath } from "./tyrePath";
import { type Silhouette, silhouette, type Spot } from "./silhouette";

/** A finding's number at its place on the rig. */
export type Mark = Pick<Finding, "place" | "severity"> & { number: number; above: number };

/** What is marked at several places. */
const SPOTS: Partial<Record<Finding["place"], Finding["place"][]>> = {
  "both-axles": ["front-axle", "rear-axle"],
  "every-wheel": ["front-axle", "rear-axle", "spare"],
};

/** Findings as marks: those of one place stand above one another. Notes and what is lived with have none. */
export function marksOf(findings: Finding[]): Mark[] {
  const at = new Map<string, number>();
  return findings.flatMap(({ place, severity, accepted }, index) => {
    if (severity === "note" || accepted) return [];
    const spots = SPOTS[place] ?? [place];
    const above = Math.max(...spots.map((spot) => at.get(spot) ?? 0));
    spots.forEach((spot) => at.set(spot, above + 1));
    return [{ number: index + 1, place, severity, above }];
  });
}

const TYPICAL_RADIUS = 0.135;

type Props = {
  form: Form;
  figures: Sheet["figures"];
  found: Outline;
  here: Outline;
  planned?: Outline;
  preview?: Outline | undefined;
  width: number;
  height: number;
  /** What the sheet is about: lit on the drawing. */
  lit?: "wheels" | "driveline" | undefined;
  marks?: Mark[];
  label: string;
  /** A picture of a form rather than of a vehicle: nothing on it is a guess. */
  picture?: boolean;
  children?: (frame: Frame, body: Silhouette) => React.ReactNode;
  margin?: { left: number; right: number; top: number; bottom: number };
};

export function RigDrawing(props: Props) {
  const {
    form,
    figures,
    found,
    here,
    planned,
    preview,
    width,
    height,
    lit,
    marks = [],
    label,
    picture = false,
    children,
  } = props;
  const built = silhouette(form, figures, found.front?.static_radius_mm);
  const body = picture ? { ...built, guessed: new Set<never>() } : built;
  const rises = [here, planned, preview].map((o) =>
    Math.max(o?.front?.body_rise_mm ?? 0, o?.rear?.body_rise_mm ?? 0),
  );
  const margin = props.margin ?? { left: 84, right: 84, top: 30, bottom: 34 };
  const f = frame(body, width, height, margin, Math.max(0, ...rises));
  const ground = f.y(0);
  const moved = changed(found, here);
  return (
    <>
      <svg width={width} height={height} role="img" aria-label={label} className="absolute inset-0">
        <line x1={0} x2={width} y1={ground} y2={ground} stroke="var(--chalk)" strokeWidth={1.5} />
        {planned && changed(here, planned) && (
          <Body f={f} body={body} outline={planned} found={found} kind="planned" />
        )}
        <Body f={f} body={body} outline={here} found={found} kind="here" />
        {moved && <Body f={f} body={body} outline={found} found={found} kind="found" />}
        <Frameline f={f} body={body} outline={here} lit={lit === "driveline"} />
        {(["front", "rear"] as const).map((end) => {
          const cx = end === "front" ? 0 : body.wheelbase;
          const wheel = here[end];
          return (
            <g key={end}>
              {planned?.[end] && differs(wheel, planned[end]) && (
                <Tyre f={f} cx={cx} wheel={planned[end]} kind="planned" />
              )}
              {wheel ? (
                <Tyre f={f} cx={cx} wheel={wheel} kind="here" lit={lit === "wheels"} />
              ) : (
                <UnknownTyre f={f} cx={cx} radius={TYPICAL_RADIUS * body.wheelbase} />
              )}
              {found[end] && differs(found[end], wheel) && (
                <Tyre f={f} cx={cx} wheel={found[end]} kind="found" />
              )}
              {preview?.[end] && differs(preview[end], wheel) && (
                <Tyre f={f} cx={cx} wheel={preview[end]} kind="preview" />
              )}
            </g>
          );
        })}
        {preview && changed(here, preview) && (
          <Body f={f} body={body} outline={preview} found={found} kind="preview" />
        )}
        {marks.map((mark) => (
          <MarkOnRig key={mark.number} mark={mark} f={f} body={body} here={here} />
        ))}
      </svg>
      {children?.(f, body)}
    </>
  );
}

type Kind = "found" | "here" | "planned" | "preview";

/** Told apart by line, not by colour alone: dotted, solid, long dashes, dash and dot. */
const STROKE: Record<Kind, { stroke: string; strokeWidth: number; strokeDasharray?: string }> = {
  found: { stroke: "var(--chalk)", strokeWidth: 1.2, strokeDasharray: "1.5 3.5" },
  here: { stroke: "var(--chalk)", strokeWidth: 1.8 },
  planned: { stroke: "var(--strip-zinc)", strokeWidth: 1.4, strokeDasharray: "9 4" },
  preview: { stroke: "var(--strip-oxide)", strokeWidth: 2, strokeDasharray: "10 3 2 3" },
};

const differs = (a: WheelOutline | null | undefined, b: WheelOutline | null | undefined) =>
  a?.radius_mm !== b?.radius_mm || a?.static_radius_mm !== b?.static_radius_mm;

const stands = (a: WheelOutline | null | undefined, b: WheelOutline | null | undefined) =>
  differs(a, b) || a?.frame_rise_mm !== b?.frame_rise_mm || a?.body_rise_mm !== b?.body_rise_mm;

/** Whether one stands otherwise than the other: by its tyres, its springs, its body. */
const changed = (a: Outline, b: Outline) => stands(a.front, b.front) || stands(a.rear, b.rear);

/** How much higher the body stands at x than as found. */
/** How much higher frame or body stand at a place along the vehicle than as found. */
function lifted(outline: Outline, body: Silhouette, what: "frame" | "body") {
  const front = outline.front?.[`${what}_rise_mm`] ?? 0;
  const rear = outline.rear?.[`${what}_rise_mm`] ?? front;
  return (x: number) => front + ((rear - front) * x) / body.wheelbase;
}

function Body({
  f,
  body,
  outline,
  found,
  kind,
}: {
  f: Frame;
  body: Silhouette;
  outline: Outline;
  found: Outline;
  kind: Kind;
}) {
  const lift = lifted(outline, body, "body");
  const sketchy = body.guessed.size > 0 && kind === "here";
  const fill = kind === "here" ? "var(--strip-body)" : "none";
  return (
    <g {...STROKE[kind]} {...(sketchy ? { strokeDasharray: "5 4" } : {})} strokeLinejoin="round">
      <path d={outlinePath(f, body, found, lift)} fill={fill} />
      {kind === "here" && (
        <g stroke="var(--chalk-quiet)" strokeWidth={0.9} fill="none" strokeDasharray="none">
          {body.lines.map((line, i) => (
            <path key={i} d={f.path(line, lift, false)} opacity={0.55} />
          ))}
          {body.windows.map((window, i) => (
            <path key={i} d={f.path(window, lift)} fill="var(--strip)" />
          ))}
          {body.deck && <path d={f.path(body.deck, lift)} fill="var(--strip-body)" stroke="var(--chalk)" />}
        </g>
      )}
    </g>
  );
}

/** The contour, closed along the sill with an arch cut out over each axle. */
export function outlinePath(f: Frame, body: Silhouette, found: Outline, lift: (x: number) => number): string {
  const arch = (x: number, wheel: WheelOutline | null) => {
    const radius = (wheel?.radius_mm ?? TYPICAL_RADIUS * body.wheelbase) * 1.2;
    const centre = wheel?.static_radius_mm ?? TYPICAL_RADIUS * body.wheelbase;
    const half = Math.sqrt(Math.max(0, radius ** 2 - (body.sill - centre) ** 2));
    const r = radius * f.k;
    const at = (sx: number): Spot => [sx, body.sill];
    const [from, to] = [at(x + half), at(x - half)];
    return (
      `L${f.x(from[0])} ${f.y(from[1] + lift(x))}` + `A${r} ${r} 0 0 0 ${f.x(to[0])} ${f.y(to[1] + lift(x))}`
    );
  };
  return f.path(body.contour, lift, false) + arch(body.wheelbase, found.rear) + arch(0, found.front) + "Z";
}

function Tyre({
  f,
  cx,
  wheel,
  kind,
  lit,
}: {
  f: Frame;
  cx: number;
  wheel: WheelOutline;
  kind: Kind;
  lit?: boolean;
}) {
  const centre = { cx: f.x(cx), cy: f.y(wheel.static_radius_mm) };
  return (
    <g>
      <path
        d={tyrePath(wheel, f.k, f.x(cx), f.y(0))}
        {...STROKE[kind]}
        fill={kind === "here" ? "var(--strip-tyre)" : "none"}
        {...(lit ? { strokeWidth: 2.6 } : {})}
      />
      {kind === "here" && (
        <g fill="none" stroke="var(--chalk-quiet)" strokeWidth={1}>
          <circle {...centre} r={(wheel.rim_mm / 2) * f.k} />
          <circle {...centre} r={3} fill="var(--chalk)" stroke="none" />
        </g>
      )}
    </g>
  );
}

function UnknownTyre({ f, cx, radius }: { f: Frame; cx: number; radius: number }) {
  return (
    <circle
      cx={f.x(cx)}
      cy={f.y(radius * 0.94)}
      r={radius * f.k}
      fill="var(--strip-tyre)"
      stroke="var(--chalk-quiet)"
      strokeDasharray="3 5"
    />
  );
}

function Frameline({
  f,
  body,
  outline,
  lit,
}: {
  f: Frame;
  body: Silhouette;
  outline: Outline;
  lit: boolean;
}) {
  const lift = lifted(outline, body, "frame");
  const z = body.sill * 1.02;
  const ends: Spot[] = [
    [-body.front * 0.82, z],
    [body.wheelbase + body.rear * 0.88, z],
  ];
  const axleZ = (end: "front" | "rear") =>
    outline[end]?.static_radius_mm ?? TYPICAL_RADIUS * body.wheelbase * 0.94;
  const box: Spot = [body.wheelbase * 0.46, z * 1.08 + lift(body.wheelbase * 0.46)];
  const shafts: Spot[] = [[0, axleZ("front")], box, [body.wheelbase, axleZ("rear")]];
  return (
    <g>
      <path d={f.path(ends, lift, false)} stroke="var(--chalk-quiet)" strokeWidth={2.5} opacity={0.8} />
      {lit && (
        <g stroke="var(--strip-oxide)" strokeWidth={2} fill="none">
          <path d={f.path(shafts, undefined, false)} />
          <rect x={f.x(box[0]) - 7} y={f.y(box[1]) - 6} width={14} height={12} fill="var(--strip)" />
        </g>
      )}
      {outline.points.map((point) => (
        <circle
          key={point.name}
          cx={f.x(point.x_mm)}
          cy={f.y(point.z_mm)}
          r={2}
          fill="var(--chalk)"
          opacity={0.9}
        >
          <title>{point.name}</title>
        </circle>
      ))}
    </g>
  );
}

const STACK = 4;

function MarkOnRig({ mark, f, body, here }: { mark: Mark; f: Frame; body: Silhouette; here: Outline }) {
  const radius = here.rear?.static_radius_mm ?? TYPICAL_RADIUS * body.wheelbase;
  // Several findings at one place stand above one another, and beside one another where they are many.
  const above = ((mark.above % STACK) * 21) / f.k;
  const beside = Math.floor(mark.above / STACK) * 21;
  const places: Record<Finding["place"], Spot[]> = {
    "front-axle": [[0, radius + above]],
    "rear-axle": [[body.wheelbase, radius + above]],
    "both-axles": [
      [0, radius + above],
      [body.wheelbase, radius + above],
    ],
    "every-wheel": [
      [0, radius + above],
      [body.wheelbase, radius + above],
      [body.wheelbase + body.rear * 0.6, body.height * 0.55 + above],
    ],
    dash: [[body.wheelbase * 0.3, body.height * 0.5 + above]],
    case: [[body.wheelbase * 0.46, body.sill + above]],
    roof: [[body.wheelbase * 0.6, body.height + above]],
    nose: [[-body.front, body.sill * 1.3 + above]],
    tail: [[body.wheelbase + body.rear, body.sill * 1.3 + above]],
    middle: [[body.wheelbase * 0.6, body.sill + above]],
    spare: [[body.wheelbase + body.rear * 0.6, body.height * 0.55 + above]],
  };
  const stop = mark.severity === "stop";
  return (
    <>
      {places[mark.place].map(([x, z], i) => {
        const inwards = x < body.wheelbase / 2 ? 1 : -1;
        const at = { x: f.x(x) + inwards * beside, y: f.y(z) };
        return (
          <g
            key={i}
            fill={stop ? "var(--strip-oxide)" : "var(--strip)"}
            stroke="var(--strip-oxide)"
            strokeWidth={1.5}
          >
            {stop ? (
              <rect x={at.x - 10} y={at.y - 10} width={20} height={20} />
            ) : (
              <circle cx={at.x} cy={at.y} r={10} />
            )}
            <text
              x={at.x}
              y={at.y + 4.5}
              textAnchor="middle"
              stroke="none"
              fill={stop ? "var(--rule)" : "var(--strip-oxide)"}
              fontSize={13}
              fontWeight={700}
            >
              {mark.number}
            </text>
          </g>
        );
      })}
    </>
  );
}
