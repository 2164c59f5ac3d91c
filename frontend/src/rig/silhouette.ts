/**
 * The body of a vehicle in side elevation, built from its own figures and its form. Front is at the left.
 *
 * Everything here is in millimetres on the conventions' axes: x from the front axle rearwards, z from the
 * ground up, as found. What is not known is drawn by proportion, and `guessed` says so.
 */
import type { Form, Sheet } from "../api/types";

export type Spot = [x: number, z: number];

export type Silhouette = {
  wheelbase: number;
  front: number;
  rear: number;
  height: number;
  sill: number;
  /** The upper contour, from the front bottom corner to the rear one. */
  contour: Spot[];
  windows: Spot[][];
  lines: Spot[][];
  /** A load deck behind a cab, as a closed outline. */
  deck: Spot[] | undefined;
  guessed: ReadonlySet<"wheelbase" | "front" | "rear" | "height">;
};

/** Overhangs and height as a share of the wheelbase, where nobody has measured them. */
const PROPORTION: Record<Form, { front: number; rear: number; height: number; wheelbase: number }> = {
  wagon: { front: 0.29, rear: 0.36, height: 0.69, wheelbase: 2700 },
  pickup: { front: 0.28, rear: 0.4, height: 0.57, wheelbase: 3100 },
  "double-cab": { front: 0.28, rear: 0.42, height: 0.58, wheelbase: 3100 },
  "cab-chassis": { front: 0.28, rear: 0.36, height: 0.6, wheelbase: 3200 },
  van: { front: 0.3, rear: 0.36, height: 0.78, wheelbase: 3000 },
  open: { front: 0.27, rear: 0.3, height: 0.8, wheelbase: 2100 },
};

/** `axleHeight` is the loaded radius of the tyre as found: sills lie a little above the axles. */
export function silhouette(form: Form, figures: Sheet["figures"], axleHeight?: number): Silhouette {
  const guessed = new Set<"wheelbase" | "front" | "rear" | "height">();
  const known = (path: string, what: "wheelbase" | "front" | "rear" | "height", typical: number) => {
    const value = figures[path]?.value;
    if (typeof value === "number") return value;
    guessed.add(what);
    return typical;
  };
  const share = PROPORTION[form];
  const wheelbase = known("body.wheelbase_mm", "wheelbase", share.wheelbase);
  const front = known("body.front_overhang_mm", "front", share.front * wheelbase);
  const rear = known("body.rear_overhang_mm", "rear", share.rear * wheelbase);
  const height = known("body.height_mm", "height", share.height * wheelbase);
  const sill = Math.min(0.3 * height, axleHeight === undefined ? 0.17 * wheelbase : 1.24 * axleHeight);
  const shape = SHAPES[form]({
    f: -front,
    b: wheelbase + rear,
    w: wheelbase,
    at: (t) => sill + t * (height - sill),
  });
  return { wheelbase, front, rear, height, sill, guessed, ...shape };
}

type Frame = { f: number; b: number; w: number; at: (share: number) => number };
type Shape = Pick<Silhouette, "contour" | "windows" | "lines" | "deck">;

/** A point of a line from a to b at height z. */
function along([ax, az]: Spot, [bx, bz]: Spot, z: number): number {
  return ax + ((bx - ax) * (z - az)) / (bz - az);
}

/** Windows between a slanted front and a slanted rear edge, cut by upright pillars. */
function glass(
  front: [Spot, Spot],
  rear: [Spot, Spot],
  pillars: number[],
  low: number,
  high: number,
  gap: number,
) {
  const edges = [...pillars, Infinity];
  let leftLow = along(front[0], front[1], low) + gap;
  let leftHigh = along(front[0], front[1], high) + gap;
  return edges.map((pillar): Spot[] => {
    const rightLow = pillar === Infinity ? along(rear[0], rear[1], low) - gap : pillar - gap / 3;
    const rightHigh = pillar === Infinity ? along(rear[0], rear[1], high) - gap : pillar - gap / 3;
    const window: Spot[] = [
      [leftLow, low],
      [leftHigh, high],
      [rightHigh, high],
      [rightLow, low],
    ];
    leftLow = leftHigh = pillar + gap / 3;
    return window;
  });
}

/** Bumper, nose and bonnet up to the foot of the windscreen, shared by all that have one ahead of the driver. */
function nose({ f, at }: Frame, cowl: Spot, lip: number): Spot[] {
  const length = cowl[0] - f;
  return [
    [f + 0.05 * length, at(0)],
    [f, at(0.05)],
    [f, at(0.2)],
    [f + 0.035 * length, at(0.23)],
    [f + 0.045 * length, at(lip - 0.05)],
    [f + 0.11 * length, at(lip)],
    [f + 0.6 * length, at(lip + 0.05)],
    cowl,
  ];
}

const SHAPES: Record<Form, (frame: Frame) => Shape> = {
  wagon(frame) {
    const { b, w, at } = frame;
    const cowl: Spot = [0.24 * w, at(0.52)];
    const brow: Spot = [0.4 * w, at(0.95)];
    const tail: Spot = [b - 0.115 * w, at(0.95)];
    const hip: Spot = [b - 0.02 * w, at(0.57)];
    return {
      contour: [
        ...nose(frame, cowl, 0.42),
        brow,
        [0.5 * w, at(0.99)],
        [0.72 * w, at(1)],
        [b - 0.17 * w, at(0.985)],
        tail,
        hip,
        [b, at(0.42)],
        [b - 0.006 * w, at(0.2)],
        [b, at(0.17)],
        [b, at(0.05)],
        [b - 0.06 * w, at(0)],
      ],
      windows: [
        ...glass([cowl, brow], [hip, tail], [0.58 * w, 0.93 * w], at(0.56), at(0.88), 0.024 * w).slice(0, 2),
        // The belt steps up behind the rear door.
        [
          [0.938 * w, at(0.64)],
          [0.938 * w, at(0.88)],
          [along(hip, tail, at(0.88)) - 0.024 * w, at(0.88)],
          [along(hip, tail, at(0.64)) - 0.024 * w, at(0.64)],
        ],
      ],
      lines: [
        [cowl, [0.93 * w, at(0.52)], [0.95 * w, at(0.6)], [b - 0.03 * w, at(0.6)]],
        [
          [0.58 * w, at(0.52)],
          [0.58 * w, at(0.03)],
        ],
        [
          [0.26 * w, at(0.5)],
          [0.26 * w, at(0.03)],
        ],
      ],
      deck: undefined,
    };
  },
  pickup(frame) {
    const { b, w, at } = frame;
    const cowl: Spot = [0.2 * w, at(0.55)];
    const brow: Spot = [0.32 * w, at(0.95)];
    const back: Spot = [0.69 * w, at(0.93)];
    const foot: Spot = [0.715 * w, at(0.5)];
    return {
      contour: [
        ...nose(frame, cowl, 0.48),
        brow,
        [0.39 * w, at(1)],
        [0.62 * w, at(1)],
        back,
        foot,
        [0.735 * w, at(0.5)],
        [0.735 * w, at(0.53)],
        [b - 0.006 * w, at(0.53)],
        [b, at(0.44)],
        [b, at(0.05)],
        [b - 0.04 * w, at(0)],
      ],
      windows: glass([cowl, brow], [foot, back], [0.47 * w], at(0.58), at(0.89), 0.02 * w),
      lines: [
        [cowl, [0.71 * w, at(0.54)]],
        [
          [0.735 * w, at(0.5)],
          [0.735 * w, at(0)],
        ],
        [
          [0.47 * w, at(0.54)],
          [0.47 * w, at(0.03)],
        ],
      ],
      deck: undefined,
    };
  },
  "double-cab"(frame) {
    const { b, w, at } = frame;
    const cowl: Spot = [0.16 * w, at(0.55)];
    const brow: Spot = [0.27 * w, at(0.95)];
    const back: Spot = [0.84 * w, at(0.93)];
    const foot: Spot = [0.87 * w, at(0.5)];
    return {
      contour: [
        ...nose(frame, cowl, 0.48),
        brow,
        [0.34 * w, at(1)],
        [0.74 * w, at(1)],
        back,
        foot,
        [0.885 * w, at(0.5)],
        [0.885 * w, at(0.53)],
        [b - 0.006 * w, at(0.53)],
        [b, at(0.44)],
        [b, at(0.05)],
        [b - 0.04 * w, at(0)],
      ],
      windows: glass([cowl, brow], [foot, back], [0.47 * w, 0.66 * w], at(0.58), at(0.89), 0.02 * w),
      lines: [
        [cowl, [0.86 * w, at(0.54)]],
        [
          [0.885 * w, at(0.5)],
          [0.885 * w, at(0)],
        ],
        [
          [0.48 * w, at(0.54)],
          [0.48 * w, at(0.03)],
        ],
        [
          [0.72 * w, at(0.54)],
          [0.72 * w, at(0.1)],
        ],
      ],
      deck: undefined,
    };
  },
  "cab-chassis"(frame) {
    const { b, w, at } = frame;
    const cowl: Spot = [0.17 * w, at(0.56)];
    const brow: Spot = [0.28 * w, at(0.95)];
    const back: Spot = [0.53 * w, at(0.93)];
    const foot: Spot = [0.545 * w, at(0.1)];
    return {
      contour: [
        ...nose(frame, cowl, 0.49),
        brow,
        [0.35 * w, at(1)],
        [0.48 * w, at(1)],
        back,
        foot,
        [0.545 * w, at(0)],
        [b, at(0)],
      ],
      windows: glass([cowl, brow], [foot, back], [], at(0.59), at(0.89), 0.022 * w),
      lines: [[cowl, [0.53 * w, at(0.55)]]],
      deck: [
        [0.575 * w, at(0.22)],
        [0.575 * w, at(0.62)],
        [0.59 * w, at(0.62)],
        [0.59 * w, at(0.3)],
        [b, at(0.3)],
        [b, at(0.22)],
      ],
    };
  },
  van(frame) {
    const { f, b, w, at } = frame;
    const cowl: Spot = [f + 0.2 * w, at(0.42)];
    const brow: Spot = [0.2 * w, at(0.9)];
    const tail: Spot = [b - 0.015 * w, at(0.94)];
    const hip: Spot = [b, at(0.4)];
    return {
      contour: [
        [f + 0.03 * w, at(0)],
        [f, at(0.05)],
        [f + 0.004 * w, at(0.22)],
        [f + 0.03 * w, at(0.33)],
        cowl,
        brow,
        [0.3 * w, at(0.985)],
        [0.42 * w, at(1)],
        [b - 0.08 * w, at(1)],
        tail,
        hip,
        [b, at(0.04)],
        [b - 0.03 * w, at(0)],
      ],
      windows: glass(
        [cowl, brow],
        [
          [0.42 * w, at(0)],
          [0.42 * w, at(1)],
        ],
        [0.12 * w],
        at(0.47),
        at(0.76),
        0.022 * w,
      ),
      lines: [
        [
          [0.44 * w, at(0.9)],
          [0.44 * w, at(0.03)],
        ],
        [
          [0.78 * w, at(0.9)],
          [0.78 * w, at(0.03)],
        ],
        [
          [0.44 * w, at(0.4)],
          [b - 0.01 * w, at(0.4)],
        ],
      ],
      deck: undefined,
    };
  },
  open(frame) {
    const { b, w, at } = frame;
    const cowl: Spot = [0.27 * w, at(0.56)];
    return {
      contour: [
        ...nose(frame, cowl, 0.48),
        [0.34 * w, at(0.55)],
        [0.4 * w, at(0.36)],
        [0.66 * w, at(0.36)],
        [0.72 * w, at(0.5)],
        [b - 0.02 * w, at(0.52)],
        [b, at(0.4)],
        [b, at(0.06)],
        [b - 0.05 * w, at(0)],
      ],
      windows: [
        [
          [0.275 * w, at(0.58)],
          [0.36 * w, at(1)],
          [0.38 * w, at(1)],
          [0.3 * w, at(0.58)],
        ],
      ],
      lines: [
        [
          [0.74 * w, at(0.52)],
          [0.76 * w, at(0.97)],
          [0.8 * w, at(1)],
          [b - 0.1 * w, at(0.52)],
        ],
        [
          [0.5 * w, at(0.36)],
          [0.52 * w, at(0.62)],
        ],
      ],
      deck: undefined,
    };
  },
};
