/** One reading after another: the point that is meant and the length that is asked are drawn, Enter goes on. */
import { type FormEvent, useRef, useState } from "react";

import { useBench } from "../../parts/bench";
import { Problem } from "../../parts/Problem";
import { type Asked, PointPicture } from "./PointPicture";
import type { DatumSheet, Station } from "./useFrame";

type Point = NonNullable<DatumSheet["tables"][number]["record"]["points"]>[number];
type Props = {
  /** Of a ladder, those that are read; else undefined. */
  stations: Station[] | undefined;
  /** Of a table of points, those that are read; else undefined. */
  points: Point[] | undefined;
  like: readonly Station[];
  take: (text: string) => Promise<boolean>;
};
type Step = Asked & { says: string };

const OF_A_STATION: Step[] = (["left", "right"] as const).flatMap((side) => [
  { side, axis: "x", says: `${side}: back from the front axle, by the plumb bob` },
  { side, axis: "y", says: `${side}: out from the middle line, to the ${side}` },
  { side, axis: "z", says: `${side}: up from the ground or the string grid` },
]);
const OF_A_POINT: Step[] = [
  { side: "right", axis: "x", says: "back from the front axle, by the plumb bob" },
  { side: "right", axis: "y", says: "right of the middle line; left of it is −" },
  { side: "right", axis: "z", says: "up from the ground or the string grid" },
];

export function ReadingWalk({ stations, points, like, take }: Props) {
  const { write } = useBench();
  const read = stations ?? points ?? [];
  const next = like.find(({ name }) => !read.some((each) => each.name === name));
  const [name, setName] = useState<string>();
  const [typed, setTyped] = useState<string[]>([]);
  const [problem, setProblem] = useState<string>();
  const field = useRef<HTMLInputElement>(null);
  const steps = stations ? OF_A_STATION : OF_A_POINT;
  const step = name === undefined ? undefined : steps[typed.length];
  const unit = write(0, "station_x_mm").unit;
  const goOn = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const text = field.current?.value.trim() ?? "";
    if (!text) return;
    setProblem(
      step && !/\d/.test(text) ? `“${text}” is no length: type for example 381, or 24 1/2 in.` : undefined,
    );
    if (!step) setName(text);
    else if (/\d/.test(text)) {
      const readings = [...typed, step.side === "left" && step.axis === "y" ? leftOf(text) : text];
      if (readings.length < steps.length) setTyped(readings);
      else if (await take(`${name}: ${readings.join(" ; ")}`)) startAgain();
      else return;
    }
    field.current?.focus();
  };
  const startAgain = () => {
    setName(undefined);
    setTyped([]);
  };
  const backOne = () => {
    if (typed.length === 0) startAgain();
    else setTyped(typed.slice(0, -1));
    field.current?.focus();
  };
  const meant = [...(stations ?? []), ...like].find((each) => each.name === name) ?? next;
  return (
    <form
      aria-label="Reading by reading"
      className="grid items-end gap-x-8 gap-y-2 pt-2 wide:grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)]"
      onSubmit={(event) => void goOn(event)}
    >
      <PointPicture stations={stations ?? []} points={points ?? []} meant={meant} asked={step} />
      <div>
        <label className="grid gap-1">
          <span>
            {step ? (
              <>
                <b className="font-semibold">{name}</b>, {step.says}, {unit}
              </>
            ) : (
              `${read.length + 1}. Which ${stations ? "station" : "point"}?`
            )}
          </span>
          <input
            key={`${name} ${typed.length}`}
            ref={field}
            className="field w-full text-3xl"
            defaultValue={step ? "" : (next?.name ?? "")}
            placeholder={step ? "" : "front horn"}
            inputMode={step ? "decimal" : "text"}
            autoComplete="off"
            autoFocus={step !== undefined}
          />
        </label>
        <p className="cond flex flex-wrap items-center gap-x-4 py-1">
          <button className="btn-main">{typed.length === steps.length - 1 ? "note it" : "next"}</button>
          {step && (
            <button type="button" className="link" onClick={backOne}>
              back one
            </button>
          )}
          {typed.length > 0 && (
            <span className="text-quiet">
              {typed.map((text, at) => (at === 3 ? ` | ${text}` : ` ${text}`)).join("")}
            </span>
          )}
        </p>
        <Problem of={problem} />
      </div>
    </form>
  );
}

/** What is read outwards on the left stands left of the middle; a sign that was typed is believed. */
const leftOf = (text: string) => (/^[-−+]/.test(text) ? text : `−${text}`);
