/** Every mass where it sits and as large as it is: from the side, from above, from behind. Each can be put elsewhere. */
import { type KeyboardEvent, type PointerEvent, useRef } from "react";

import type { Load, MassRow } from "../../api/types";
import { asFound } from "../../parts/asFound";
import { useBench } from "../../parts/bench";
import { useSteps } from "../../parts/steps";
import type { Frame } from "../../rig/scale";
import { RigDrawing } from "../../rig/RigDrawing";
import type { Silhouette } from "../../rig/silhouette";
import { idOf, type PutWhere } from "./moving";

type Props = {
  rows: MassRow[];
  load: Load | null | undefined;
  centreHeight: number | undefined;
  width: number;
  height: number;
  chosen: string | undefined;
  put: PutWhere | undefined;
  choose: (row: MassRow) => void;
  move: (row: MassRow, to: Partial<PutWhere>, done: boolean) => void;
  press: (x: number) => void;
};

/** Area is mass, and 100 kg are a disc of this radius. */
const RADIUS_OF_100 = 23;
export const radiusOf = (kg: number) => Math.max(4, RADIUS_OF_100 * Math.sqrt(Math.abs(kg) / 100));
const NO_SIDE = 0;

export function MassDrawing(props: Props) {
  const { sheet } = useBench();
  const { width, height } = props;
  const aside = width > 620 ? 190 : 0;
  return (
    <div className="flex">
      <div className="relative" style={{ width: width - aside, height }}>
        <RigDrawing
          form={sheet.form}
          figures={asFound(sheet)}
          found={sheet.outlines.found}
          here={sheet.outlines.loaded}
          width={width - aside}
          height={height}
          margin={{ left: 46, right: 46, top: 34, bottom: 26 }}
          label={`${sheet.name} laden, with every mass where it sits`}
        >
          {(f, body) => <FromTheSide {...props} f={f} body={body} width={width - aside} />}
        </RigDrawing>
      </div>
      {aside > 0 && <Aside {...props} width={aside} />}
    </div>
  );
}

function FromTheSide({
  f,
  body,
  rows,
  load,
  centreHeight,
  width,
  height,
  chosen,
  put,
  choose,
  move,
  press,
}: Props & { f: Frame; body: Silhouette }) {
  const svg = useRef<SVGSVGElement>(null);
  const dragged = useRef<{ row: MassRow; x: number; z: number; moved: boolean } | undefined>(undefined);
  const { step } = useSteps("load.mass_x_mm");
  const usual = body.height * 0.4;
  const at = (row: MassRow) => {
    const here = put && idOf(row) === chosen ? put : undefined;
    return { x: here?.x_mm ?? row.x_mm ?? body.wheelbase / 2, z: here?.z_mm ?? row.z_mm ?? usual };
  };
  const mmOf = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    const round = (mm: number) => Math.round(mm / step) * step;
    return {
      x: round((event.clientX - (box?.left ?? 0) - f.x(0)) / f.k),
      z: round((f.y(0) - (event.clientY - (box?.top ?? 0))) / f.k),
    };
  };
  const onMove = (event: PointerEvent) => {
    const held = dragged.current;
    if (!held) return;
    const to = mmOf(event);
    if (!held.moved && Math.hypot(to.x - held.x, to.z - held.z) * f.k < 4) return;
    held.moved = true;
    move(held.row, { x_mm: to.x, z_mm: Math.max(0, to.z) }, false);
  };
  const onUp = (event: PointerEvent) => {
    const held = dragged.current;
    dragged.current = undefined;
    if (!held) return;
    const to = mmOf(event);
    if (held.moved) move(held.row, { x_mm: to.x, z_mm: Math.max(0, to.z) }, true);
  };
  const onKey = (event: KeyboardEvent, row: MassRow) => {
    const by = STEPS[event.key];
    if (!by) return;
    event.preventDefault();
    const from = at(row);
    const far = event.shiftKey ? 100 : step;
    move(row, { x_mm: from.x + by[0] * far, z_mm: Math.max(0, from.z + by[1] * far) }, true);
  };
  const homes = rows.map((row) => ({ row, x: f.x(at(row).x), y: f.y(at(row).z), r: radiusOf(row.kg) }));
  const discs = apart(homes, put && chosen);
  const names = namesOf(discs, width, f.y(0));
  const centre =
    load && centreHeight !== undefined ? { x: f.x(load.cg_x_mm), y: f.y(centreHeight) } : undefined;
  return (
    <svg
      ref={svg}
      width={width}
      height={height}
      className="cond absolute inset-0 touch-none text-[12px] select-none"
      onPointerMove={onMove}
      onPointerUp={onUp}
      onPointerCancel={() => (dragged.current = undefined)}
    >
      <rect
        width={width}
        height={height}
        fill="transparent"
        onClick={(event) => {
          const box = svg.current?.getBoundingClientRect();
          press((event.clientX - (box?.left ?? 0) - f.x(0)) / f.k);
        }}
      >
        <title>Press a place: how much more may go there</title>
      </rect>
      {discs.map(({ row, x, y, r }) => {
        const aboard = row.what !== "change";
        const guessed = row.known === "assumed" && !row.weighed;
        return (
          <g
            key={idOf(row)}
            role="button"
            tabIndex={0}
            aria-label={`${row.label}, ${Math.round(row.kg)} kg${guessed ? ", guessed" : ""}`}
            aria-pressed={chosen === idOf(row)}
            className="cursor-grab"
            onPointerDown={(event) => {
              svg.current?.setPointerCapture(event.pointerId);
              const from = mmOf(event);
              dragged.current = { row, ...from, moved: false };
              choose(row);
            }}
            onFocus={() => choose(row)}
            onKeyDown={(event) => onKey(event, row)}
          >
            {/* As large as a thumb, however light it is. */}
            <circle cx={x} cy={y} r={Math.max(r, 14)} fill="transparent" />
            <circle
              cx={x}
              cy={y}
              r={r}
              fill={row.kg < 0 ? "none" : aboard ? "var(--strip-zinc)" : "var(--chalk)"}
              fillOpacity={aboard ? 0.75 : 0.9}
              stroke={chosen === idOf(row) ? "var(--strip-oxide)" : guessed ? "var(--rule)" : "var(--chalk)"}
              strokeWidth={chosen === idOf(row) ? 3 : 1.4}
              strokeDasharray={guessed ? "3 2.5" : undefined}
            />
            {r >= 11 && (
              <text
                x={x}
                y={y + 4}
                textAnchor="middle"
                fill="var(--rule)"
                fontWeight={700}
                pointerEvents="none"
              >
                {Math.round(row.kg)}
              </text>
            )}
          </g>
        );
      })}
      {names.map(({ x, y, text }) => (
        <text key={text} x={x} y={y} textAnchor="middle" fill="var(--chalk)" pointerEvents="none">
          {text}
        </text>
      ))}
      {centre && <Cross x={centre.x} y={centre.y} />}
    </svg>
  );
}

const STEPS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

export function Cross({ x, y }: { x: number; y: number }) {
  return (
    <g stroke="var(--strip-oxide)" strokeWidth={3.5} pointerEvents="none">
      <line x1={x - 11} x2={x + 11} y1={y} y2={y} />
      <line x1={x} x2={x} y1={y - 11} y2={y + 11} />
    </g>
  );
}

type Box = { x: number; y: number; w: number; h: number };
type Disc = { row: MassRow; x: number; y: number; r: number };
type Name = { x: number; y: number; text: string };

/** Names where there is room for them, the heavier first; what is packed together has one, that of its place. */
function namesOf(discs: Disc[], width: number, ground: number): Name[] {
  const taken: Box[] = discs.map(({ x, y, r }) => ({ x: x - r, y: y - r, w: 2 * r, h: 2 * r }));
  const clear = (box: Box) =>
    box.x > 2 &&
    box.x + box.w < width - 2 &&
    box.y > 0 &&
    box.y + box.h < ground &&
    taken.every(
      (other) =>
        box.x + box.w < other.x ||
        other.x + other.w < box.x ||
        box.y + box.h < other.y ||
        other.y + other.h < box.y,
    );
  const named = new Set<string>();
  return discs.flatMap(({ row, x, y, r }) => {
    const words = row.place ?? row.label;
    if (named.has(words)) return [];
    const together = row.place === null ? [] : discs.filter((each) => each.row.place === row.place);
    const text = words.length > 22 ? `${words.slice(0, 21)}…` : words;
    const w = text.length * 5.6 + 4;
    const [top, bottom] = [
      Math.min(y - r, ...together.map((each) => each.y - each.r)),
      Math.max(y + r, ...together.map((each) => each.y + each.r)),
    ];
    const middle =
      together.length > 0 ? together.reduce((sum, each) => sum + each.x, 0) / together.length : x;
    const line = [top - 5, bottom + 13].find((at) => clear({ x: middle - w / 2, y: at - 11, w, h: 13 }));
    if (line === undefined) return [];
    named.add(words);
    taken.push({ x: middle - w / 2, y: line - 11, w, h: 13 });
    return [{ x: middle, y: line, text }];
  });
}

const ROUNDS = 60;

/** Discs beside one another instead of over one another, each as near to where it sits as that goes. */
function apart(discs: Disc[], held: string | undefined): Disc[] {
  const at = discs.map((disc) => ({ ...disc }));
  for (let round = 0; round < ROUNDS; round++) {
    at.forEach((one, i) => {
      for (const [j, other] of at.entries()) {
        if (j <= i) continue;
        const [dx, dy] = [other.x - one.x, other.y - one.y];
        const far = Math.hypot(dx, dy);
        const over = (one.r + other.r) * 0.96 - far;
        if (over <= 0) continue;
        // Two at one spot part along a direction of their own, the same each time.
        const way = far > 0.01 ? [dx / far, dy / far] : [Math.cos(i * 2.4 + j), Math.sin(i * 2.4 + j)];
        const [mine, theirs] =
          idOf(one.row) === held ? [0, 1] : idOf(other.row) === held ? [1, 0] : [0.5, 0.5];
        one.x -= (way[0] ?? 0) * over * mine * 0.8;
        one.y -= (way[1] ?? 0) * over * mine * 0.8;
        other.x += (way[0] ?? 0) * over * theirs * 0.8;
        other.y += (way[1] ?? 0) * over * theirs * 0.8;
      }
    });
    at.forEach((disc, i) => {
      const home = discs[i];
      if (!home || idOf(disc.row) === held) return;
      disc.x += (home.x - disc.x) * 0.06;
      disc.y += (home.y - disc.y) * 0.06;
    });
  }
  return at;
}

/** From above and from behind: what the side does not show. */
function Aside({ rows, load, centreHeight, width, height, chosen, choose, move }: Props) {
  const { sheet } = useBench();
  const value = (path: string, usual: number) => {
    const found = sheet.figures[path]?.value;
    return typeof found === "number" ? found : usual;
  };
  const wide = value("body.width_mm", 1800);
  const wheelbase = value("body.wheelbase_mm", 2700);
  const front = value("body.front_overhang_mm", 800);
  const rear = value("body.rear_overhang_mm", 1000);
  const tall = value("body.height_mm", 1900);
  const top = 28;
  const room = height * 0.6 - top;
  const k = Math.min(room / (front + wheelbase + rear), (width - 50) / wide);
  const cx = width / 2;
  const x = (y: number) => cx + y * k;
  const y = (mm: number) => top + (front + mm) * k;
  const base = height - 10;
  const kb = Math.min((height * 0.4 - 50) / tall, (width - 50) / wide);
  const steps = (event: KeyboardEvent, row: MassRow) => {
    const by = { ArrowLeft: -10, ArrowRight: 10 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    move(row, { y_mm: (row.y_mm ?? 0) + (event.shiftKey ? 10 * by : by) }, true);
  };
  return (
    <svg width={width} height={height} className="cond text-[12px]">
      <text x={cx} y={13} textAnchor="middle" fill="var(--chalk-quiet)">
        from above
      </text>
      <rect
        x={x(-wide / 2)}
        y={y(-front)}
        width={wide * k}
        height={(front + wheelbase + rear) * k}
        fill="var(--strip-body)"
        stroke="var(--chalk)"
      />
      {[0, wheelbase].map((axle) => (
        <line
          key={axle}
          x1={x(-wide / 2)}
          x2={x(wide / 2)}
          y1={y(axle)}
          y2={y(axle)}
          stroke="var(--chalk-quiet)"
          strokeDasharray="2 3"
        />
      ))}
      <line
        x1={cx}
        x2={cx}
        y1={y(-front) - 3}
        y2={y(wheelbase + rear) + 3}
        stroke="var(--chalk-quiet)"
        strokeDasharray="2 3"
      />
      {rows.map((row) => (
        <circle
          key={idOf(row)}
          role="button"
          tabIndex={0}
          aria-label={`${row.label}, ${row.y_mm === null ? "side not noted" : `${row.y_mm} mm right of the middle`}`}
          cx={x(row.y_mm ?? NO_SIDE)}
          cy={y(row.x_mm ?? wheelbase / 2)}
          r={Math.max(2.5, radiusOf(row.kg) * 0.55)}
          fill={row.y_mm === null ? "none" : row.what === "change" ? "var(--chalk)" : "var(--strip-zinc)"}
          fillOpacity={0.85}
          stroke={chosen === idOf(row) ? "var(--strip-oxide)" : "var(--chalk)"}
          strokeWidth={chosen === idOf(row) ? 3 : 1}
          strokeDasharray={row.y_mm === null ? "2 2" : undefined}
          className="cursor-pointer"
          onClick={() => choose(row)}
          onFocus={() => choose(row)}
          onKeyDown={(event) => steps(event, row)}
        />
      ))}
      {load && <Cross x={x(load.cg_y_mm)} y={y(load.cg_x_mm)} />}
      <text x={cx} y={height * 0.6 + 24} textAnchor="middle" fill="var(--chalk-quiet)">
        from behind
      </text>
      <rect
        x={cx - (wide * kb) / 2}
        y={base - tall * kb}
        width={wide * kb}
        height={tall * kb * 0.84}
        fill="var(--strip-body)"
        stroke="var(--chalk)"
      />
      {[-1, 1].map((side) => (
        <rect
          key={side}
          x={cx + side * (wide * kb) * 0.4 - 5}
          y={base - tall * kb * 0.34}
          width={10}
          height={tall * kb * 0.34}
          fill="var(--strip-tyre)"
          stroke="var(--chalk)"
        />
      ))}
      {rows.map((row) => (
        <circle
          key={idOf(row)}
          cx={cx + (row.y_mm ?? NO_SIDE) * kb}
          cy={base - (row.z_mm ?? tall * 0.4) * kb}
          r={Math.max(1.5, radiusOf(row.kg) * 0.4)}
          fill={row.y_mm === null ? "none" : row.what === "change" ? "var(--chalk)" : "var(--strip-zinc)"}
          fillOpacity={0.8}
          stroke="var(--chalk)"
          strokeWidth={0.6}
        />
      ))}
      {load && centreHeight !== undefined && (
        <Cross x={cx + load.cg_y_mm * kb} y={base - centreHeight * kb} />
      )}
    </svg>
  );
}
