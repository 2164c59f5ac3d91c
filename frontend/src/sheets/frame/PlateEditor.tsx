/** A plate drawn: its corners and holes are dragged, typed, or read from a drawing. */
import { type PointerEvent, useRef, useState } from "react";

import { answered, client } from "../../api/client";
import { Entry } from "../../parts/Entry";
import { Problem } from "../../parts/Problem";
import { TakeFile } from "../../parts/TakeFile";
import { useLook } from "../../parts/useLook";
import { useMeasure } from "../../parts/useMeasure";
import { type Given, useWritten } from "./useFrame";

type Hole = { x_mm: number; y_mm: number; diameter_mm: number };
type Taken = { what: "corner" | "hole"; at: number };
type Props = {
  given: Given;
  /** The same as the server read it last: what is drawn while a figure is still words. */
  read: Given;
  exact: (value: number, key: string) => string;
  set: (to: Given) => void;
  name: string;
};

const HEIGHT = 330;
const EDGE = 52;

/** What of the plate lies at the lower left, and how large a millimetre is drawn. */
type Scale = { low: [number, number]; k: number };

function scaleOf(xs: number[], ys: number[], width: number): Scale {
  const low: [number, number] = [Math.min(...xs), Math.min(...ys)];
  const wide = Math.max(Math.max(...xs) - low[0], 1);
  const high = Math.max(Math.max(...ys) - low[1], 1);
  return { low, k: Math.min((width - 2 * EDGE) / wide, (HEIGHT - 2 * EDGE) / high) };
}

export function PlateEditor({ given, read: asRead, exact, set, name }: Props) {
  const [ref, width] = useMeasure(760);
  const { mm } = useWritten();
  const svg = useRef<SVGSVGElement>(null);
  const [taken, setTaken] = useState<Taken>();
  const [held, setHeld] = useState<Scale>();
  const [problem, setProblem] = useState<string>();
  const [said, setSaid] = useState<string>();
  const { params } = useLook();
  const outline = drawable(given["outline_mm"]) ?? drawable(asRead["outline_mm"]) ?? [];
  const holes = drawableHoles(given["holes"]) ?? drawableHoles(asRead["holes"]) ?? [];
  const xs = outline.map(([x]) => x);
  const ys = outline.map(([, y]) => y);
  // While something is dragged the scale stands still.
  const { low, k } = held ?? scaleOf(xs, ys, width);
  const x = (at: number) => EDGE + (at - low[0]) * k;
  const y = (at: number) => HEIGHT - EDGE - (at - low[1]) * k;
  const middle = {
    x: x((Math.min(...xs) + Math.max(...xs)) / 2),
    y: y((Math.min(...ys) + Math.max(...ys)) / 2),
  };
  const put = (what: Taken, to: [number, number]) => {
    if (what.what === "corner") set({ outline_mm: outline.map((each, i) => (i === what.at ? to : each)) });
    else
      set({ holes: holes.map((hole, i) => (i === what.at ? { ...hole, x_mm: to[0], y_mm: to[1] } : hole)) });
  };
  const move = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    if (!held || !taken || !box) return;
    const scale = width / box.width;
    const to = [
      Math.round(((event.clientX - box.left) * scale - EDGE) / k + low[0]),
      Math.round((HEIGHT - EDGE - (event.clientY - box.top) * scale) / k + low[1]),
    ];
    put(taken, [to[0] ?? 0, to[1] ?? 0]);
  };
  const hold = (what: Taken) => (event: PointerEvent) => {
    setTaken(what);
    setHeld(scaleOf(xs, ys, width));
    (event.target as Element).setPointerCapture(event.pointerId);
  };
  const addCorner = () => {
    // In the middle of the longest side.
    const sides = outline.map(([ax, ay], i) => {
      const [bx, by] = outline[(i + 1) % outline.length] ?? [0, 0];
      return {
        i,
        long: Math.hypot(bx - ax, by - ay),
        middle: [(ax + bx) / 2, (ay + by) / 2] as [number, number],
      };
    });
    const longest = sides.reduce((a, b) => (b.long > a.long ? b : a));
    set({ outline_mm: outline.toSpliced(longest.i + 1, 0, longest.middle) });
    setTaken({ what: "corner", at: longest.i + 1 });
  };
  const addHole = () => {
    const middle = [xs.reduce((a, b) => a + b, 0) / xs.length, ys.reduce((a, b) => a + b, 0) / ys.length];
    set({
      holes: [
        ...holes,
        { x_mm: Math.round(middle[0] ?? 0), y_mm: Math.round(middle[1] ?? 0), diameter_mm: 10.5 },
      ],
    });
    setTaken({ what: "hole", at: holes.length });
  };
  const read = async (file: File) => {
    try {
      const plate = await answered(
        client.POST("/api/rigs/{rig_id}/frame/plate-from-dxf", {
          params,
          body: file as never,
          bodySerializer: (body: unknown) => body as Blob,
          headers: { "Content-Type": "image/vnd.dxf" },
        }),
      );
      set({ outline_mm: plate.outline_mm, holes: plate.holes });
      setTaken(undefined);
      setProblem(undefined);
      setSaid(
        `${file.name}: ${plate.outline_mm.length} corners, ${plate.holes.length} holes, drawn in ${plate.unit}` +
          (plate.left_out.length > 0 ? `; left out: ${plate.left_out.join(", ")}.` : "."),
      );
    } catch (error) {
      setProblem(`${file.name}: ${(error as Error).message}`);
    }
  };
  return (
    <div className="keep">
      <div ref={ref}>
        <svg
          ref={svg}
          width={width}
          height={HEIGHT}
          viewBox={`0 0 ${width} ${HEIGHT}`}
          role="img"
          aria-label={`The plate ${name}`}
          className="cond block h-auto max-w-full touch-none text-[13px] select-none"
          onPointerMove={move}
          onPointerUp={() => setHeld(undefined)}
          onPointerCancel={() => setHeld(undefined)}
        >
          <path
            d={`${outline.map(([px, py], i) => `${i ? "L" : "M"}${x(px)} ${y(py)}`).join("")}Z`}
            fill="var(--margin)"
            stroke="var(--ink)"
            strokeWidth={2}
          />
          {outline.map(([ax, ay], i) => {
            const [bx, by] = outline[(i + 1) % outline.length] ?? [0, 0];
            const long = Math.hypot(bx - ax, by - ay);
            if (outline.length > 16 || long * k < 48) return null;
            const at = { x: (x(ax) + x(bx)) / 2, y: (y(ay) + y(by)) / 2 };
            // Outside, away from the middle.
            const away = Math.hypot(at.x - middle.x, at.y - middle.y) || 1;
            return (
              <text
                key={i}
                x={at.x + (26 * (at.x - middle.x)) / away}
                y={at.y + (14 * (at.y - middle.y)) / away + 4}
                textAnchor="middle"
                fill="var(--quiet)"
              >
                {mm(long, 1)}
              </text>
            );
          })}
          {holes.map((hole, i) => (
            <g key={i}>
              <circle
                cx={x(hole.x_mm)}
                cy={y(hole.y_mm)}
                r={Math.max((hole.diameter_mm / 2) * k, 3)}
                fill="var(--ground)"
                stroke={taken?.what === "hole" && taken.at === i ? "var(--oxide)" : "var(--ink)"}
                strokeWidth={2}
              />
              <circle
                cx={x(hole.x_mm)}
                cy={y(hole.y_mm)}
                r={20}
                fill="transparent"
                className="cursor-move"
                onPointerDown={hold({ what: "hole", at: i })}
              />
              <text
                // Towards the middle, where there is room.
                x={
                  x(hole.x_mm) +
                  (x(hole.x_mm) > middle.x + 1 ? -1 : 1) * (Math.max((hole.diameter_mm / 2) * k, 3) + 4)
                }
                textAnchor={x(hole.x_mm) > middle.x + 1 ? "end" : "start"}
                y={y(hole.y_mm) - 5}
                fill="var(--ink)"
              >
                ø {mm(hole.diameter_mm, 1)}
              </text>
            </g>
          ))}
          {outline.length <= 60 &&
            outline.map(([px, py], i) => (
              <g key={i}>
                <rect
                  x={x(px) - 5}
                  y={y(py) - 5}
                  width={10}
                  height={10}
                  fill={taken?.what === "corner" && taken.at === i ? "var(--oxide)" : "var(--ground)"}
                  stroke="var(--ink)"
                  strokeWidth={1.6}
                />
                <circle
                  cx={x(px)}
                  cy={y(py)}
                  r={20}
                  fill="transparent"
                  className="cursor-move"
                  onPointerDown={hold({ what: "corner", at: i })}
                />
              </g>
            ))}
        </svg>
      </div>
      <div className="cond no-print flex flex-wrap items-end gap-x-4 gap-y-1">
        <Chosen
          taken={taken}
          outline={(given["outline_mm"] as Typed[][] | undefined) ?? outline}
          holes={(given["holes"] as Record<keyof Hole, Typed>[] | null | undefined) ?? []}
          exact={exact}
          set={set}
          take={setTaken}
        />
        <button className="btn" onClick={addCorner}>
          add a corner
        </button>
        <button className="btn" onClick={addHole}>
          add a hole
        </button>
        <TakeFile accept=".dxf,image/vnd.dxf" look="link" take={(file) => void read(file)}>
          read a DXF
        </TakeFile>
        <Problem of={problem} className="w-full" />
        {said && <p className="w-full text-sm text-quiet">{said}</p>}
      </div>
    </div>
  );
}

/** A figure as it stands: a number in the core's unit, or what is typed and not read yet. */
type Typed = number | string;

type ChosenProps = {
  taken: Taken | undefined;
  outline: Typed[][];
  holes: Record<keyof Hole, Typed>[];
  exact: Props["exact"];
  set: (to: Given) => void;
  take: (what: Taken | undefined) => void;
};

/** Which corner or hole, by number, and where it sits: for the keyboard, and for what a tape says. */
function Chosen({ taken, outline, holes, exact, set, take }: ChosenProps) {
  const all = [
    ...outline.map((_, at) => ({ value: `corner ${at}`, text: `corner ${at + 1}` })),
    ...holes.map((_, at) => ({ value: `hole ${at}`, text: `hole ${at + 1}` })),
  ];
  const corner = taken?.what === "corner" ? outline[taken.at] : undefined;
  const hole = taken?.what === "hole" ? holes[taken.at] : undefined;
  const shown = (value: Typed | undefined) =>
    typeof value === "number" ? exact(value, "length_mm") : (value ?? "");
  const other = <T,>(of: T[], to: T) => of.map((each, i) => (i === taken?.at ? to : each));
  const move = (axis: 0 | 1, text: string) => {
    if (corner) set({ outline_mm: other(outline, axis ? [corner[0] ?? 0, text] : [text, corner[1] ?? 0]) });
    if (hole) set({ holes: other(holes, { ...hole, [axis ? "y_mm" : "x_mm"]: text }) });
  };
  const gone = () => {
    if (corner) set({ outline_mm: outline.filter((_, i) => i !== taken?.at) });
    else set({ holes: holes.filter((_, i) => i !== taken?.at) });
    take(undefined);
  };
  return (
    <>
      <label className="grid content-start gap-1">
        <span className="text-quiet">corner or hole</span>
        <select
          className="field"
          value={taken ? `${taken.what} ${taken.at}` : ""}
          onChange={(event) => {
            const [what, at] = event.target.value.split(" ");
            take(what ? { what: what as Taken["what"], at: Number(at) } : undefined);
          }}
        >
          <option value="">none</option>
          {all.map(({ value, text }) => (
            <option key={value} value={value}>
              {text}
            </option>
          ))}
        </select>
      </label>
      {(corner ?? hole) && (
        <>
          <Entry
            label="along"
            value={shown(corner ? corner[0] : hole?.x_mm)}
            set={(text) => move(0, text)}
            example="40"
            className="w-24"
          />
          <Entry
            label="up"
            value={shown(corner ? corner[1] : hole?.y_mm)}
            set={(text) => move(1, text)}
            example="25"
            className="w-24"
          />
          {hole && (
            <Entry
              label="diameter"
              value={shown(hole.diameter_mm)}
              set={(text) => set({ holes: other(holes, { ...hole, diameter_mm: text }) })}
              example="12.5"
              className="w-24"
            />
          )}
          <button className="btn" onClick={gone}>
            take it away
          </button>
        </>
      )}
    </>
  );
}

/** The corners, where all of them are numbers. */
function drawable(of: unknown): [number, number][] | undefined {
  const corners = (of as unknown[][] | null | undefined) ?? [];
  return corners.every((each) => each.every((value) => typeof value === "number"))
    ? (corners as [number, number][])
    : undefined;
}

function drawableHoles(of: unknown): Hole[] | undefined {
  const holes = (of as Record<keyof Hole, unknown>[] | null | undefined) ?? [];
  return holes.every((each) => Object.values(each).every((value) => typeof value === "number"))
    ? (holes as Hole[])
    : undefined;
}
