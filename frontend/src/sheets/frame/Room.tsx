/** Room: what sits in a bay from above and from the side, what is too close, what comes out how; bed, hoist, ramps, wheelbase. */
import { type FormEvent, useState } from "react";

import { useBench } from "../../parts/bench";
import { Cautions } from "../../parts/Cautions";
import { Choice } from "../../parts/Entry";
import { Field } from "../../parts/Field";
import { PickOne } from "../../parts/PickOne";
import { Problem } from "../../parts/Problem";
import { wordsIn } from "../../parts/typedIn";
import { BayDrawing } from "./BayDrawing";
import { BoxTable } from "./BoxTable";
import { BedHoistRamps } from "./BedHoistRamps";
import { MoveAxle } from "./MoveAxle";
import { useRoom } from "./useFrame";

const BAYS = ["engine bay", "cab", "bed", "frame"] as const;
type Bay = (typeof BAYS)[number];

export function Room() {
  const { data, error } = useRoom();
  const [chosen, setChosen] = useState<Bay>();
  if (!data)
    return error ? <Problem of={error} className="py-3" /> : <p className="py-3 text-quiet">One moment.</p>;
  const close = data.bays.value?.close ?? [];
  const bay =
    chosen ?? BAYS.find((each) => data.boxes.some(({ record }) => record.bay === each)) ?? "engine bay";
  const boxes = data.boxes.filter(({ record }) => record.bay === bay);
  return (
    <>
      <Cautions of={data.cautions} />
      <PickOne
        label="Bays"
        of={BAYS.map((each) => ({ id: each, name: each, alarm: close.some((pair) => pair.bay === each) }))}
        chosen={bay}
        choose={setChosen}
      />
      {boxes.length > 0 ? (
        <>
          <BayDrawing key={bay} sheet={data} boxes={boxes} />
          <BoxTable sheet={data} boxes={boxes} />
        </>
      ) : (
        <p className="max-w-prose py-3">
          Nothing is placed in the {bay} yet. Each thing as a box, from and to along each axis: what it wants
          round it, how far it moves on its mounts, and whether it has to come out one day.
        </p>
      )}
      <NewBox bay={bay} first={boxes.length === 0} />
      <BedHoistRamps sheet={data} />
      <MoveAxle />
    </>
  );
}

const ENDS = ["x from", "x to", "y from", "y to", "z from", "z to"] as const;
const LABELS = [
  "behind the front axle, from",
  "to",
  "right of the middle, from",
  "to",
  "above the ground, from",
  "to",
];

function NewBox({ bay, first }: { bay: Bay; first: boolean }) {
  const { put } = useBench();
  const [problem, setProblem] = useState<string>();
  const [out, setOut] = useState<"" | "up" | "down" | "forward" | "back">("");
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const word = wordsIn(new FormData(form));
    if (!word("name")) return setProblem("It wants a name, for example battery.");
    const empty = ENDS.find((end) => !word(end));
    if (empty) return setProblem(`${empty}: every side of it is a length, for example 420.`);
    const refusal = await put({
      do: "record",
      table: "room_box",
      id: 0,
      version: null,
      record: {
        name: word("name"),
        bay,
        x: [word("x from"), word("x to")],
        y: [word("y from"), word("y to")],
        z: [word("z from"), word("z to")],
        wants_mm: word("wants") || 0,
        moves_mm: word("moves") || 0,
        off_mm: word("off") || null,
        comes_out: WAYS[out],
      },
    });
    setProblem(refusal?.stale ? `There is a box “${word("name")}” already.` : refusal?.message);
    if (!refusal) form.reset();
  };
  return (
    <details className="no-print py-1" open={first}>
      <summary className="link cursor-pointer">place something in the {bay}</summary>
      <form
        aria-label="A box"
        className="cond flex flex-wrap items-end gap-x-4 gap-y-2 py-2"
        onSubmit={(event) => void add(event)}
      >
        <Field label="name" name="name" width="w-44" />
        {ENDS.map((end, i) => (
          <Field key={end} label={LABELS[i] ?? end} name={end} width="w-24" />
        ))}
        <Field label="wants round it" name="wants" />
        <Field label="moves" name="moves" />
        <Field label="read to ±" name="off" width="w-20" />
        <Choice
          label="comes out"
          value={out}
          none="stays"
          of={["up", "down", "forward", "back"] as const}
          choose={(way) => setOut(way)}
        />
        <button className="btn">place it</button>
        <Problem of={problem} className="w-full" />
      </form>
    </details>
  );
}

const WAYS = {
  "": null,
  up: { axis: "z", sign: 1 },
  down: { axis: "z", sign: -1 },
  forward: { axis: "x", sign: -1 },
  back: { axis: "x", sign: 1 },
} as const;
