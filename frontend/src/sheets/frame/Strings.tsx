/** Strings beside the wheels: toe of each, where the rear axle heads; the wheels from above with what is off enlarged. */
import { type FormEvent, useState } from "react";

import { useBench } from "../../parts/bench";
import { Field } from "../../parts/Field";
import { Problem } from "../../parts/Problem";
import { wordsIn } from "../../parts/typedIn";
import { type DatumSheet, useWritten } from "./useFrame";

const CORNERS = ["front_left", "front_right", "rear_left", "rear_right"] as const;
const NAMES = {
  front_left: "front left",
  front_right: "front right",
  rear_left: "rear left",
  rear_right: "rear right",
};
const TIMES = 20;

type Strung = NonNullable<DatumSheet["strings"]["value"]>[number];

export function Strings({ sheet }: { sheet: DatumSheet }) {
  const { put } = useBench();
  const { fine } = useWritten();
  return (
    <section aria-label="Strings" className="pt-5">
      <h2 className="border-b border-ink pb-1 font-semibold">
        Strings round the wheels{" "}
        <span className="font-normal text-quiet">toe of each, and where the rear axle heads</span>
      </h2>
      {sheet.runs.map(({ id, version, record }, at) => {
        const strung = sheet.strings.value?.find(({ name }) => name === record.name);
        const off = (place: string) => sheet.strings.doubt?.[`${at}.lines.${place}`] ?? 0;
        return (
          <section key={id} aria-label={record.name} className="keep py-2">
            <h3 className="cond flex flex-wrap items-baseline gap-x-4 font-semibold">
              {record.name}
              <span className="font-normal text-quiet">
                {record.taken_on} · read to ±{fine(strung?.off_mm ?? 3)} at {fine(record.rim_mm)} of rim
              </span>
              <button
                className="link no-print text-sm"
                onClick={() => void put({ do: "drop", table: "string_run", id, version })}
              >
                out <span className="sr-only">{record.name}</span>
              </button>
            </h3>
            {strung?.lines ? (
              <Lines lines={strung.lines} off={off} />
            ) : (
              <p className="text-oxide">{strung?.why_not}</p>
            )}
          </section>
        );
      })}
      <NewStrings />
    </section>
  );
}

type Found = NonNullable<Strung["lines"]>;

function Lines({ lines, off }: { lines: Found; off: (place: string) => number }) {
  const { fine } = useWritten();
  const total = (end: "front" | "rear") => (
    <>
      {fine(lines[`${end}_total_mm`])}{" "}
      <span className="font-normal text-quiet">±{fine(off(`${end}_total_mm`))}</span>
    </>
  );
  return (
    <div className="flex flex-wrap gap-x-8">
      <WheelsFromAbove lines={lines} />
      <dl className="cond min-w-64 flex-1">
        <Answer says="front axle, toe in">{total("front")}</Answer>
        <Answer says="rear axle, toe in">{total("rear")}</Answer>
        <Answer says="rear axle heads">
          {Math.abs(lines.thrust_deg).toFixed(2)}° {lines.thrust_deg >= 0 ? "right" : "left"}{" "}
          <span className="font-normal text-quiet">±{off("thrust_deg").toFixed(2)}</span>
        </Answer>
        <Answer says="front wheels, of that">
          {Math.abs(lines.steer_ahead_deg).toFixed(2)}° {lines.steer_ahead_deg >= 0 ? "right" : "left"}{" "}
          <span className="font-normal text-quiet">±{off("steer_ahead_deg").toFixed(2)}</span>
        </Answer>
      </dl>
    </div>
  );
}

function Answer({ says, children }: { says: string; children: React.ReactNode }) {
  return (
    <div className="flex justify-between gap-4 border-b border-hair py-1">
      <dt className="text-quiet">{says}</dt>
      <dd className="font-semibold">{children}</dd>
    </div>
  );
}

function WheelsFromAbove({ lines }: { lines: Found }) {
  const toes = lines.wheels;
  const at = { front: 62, rear: 318 };
  return (
    <svg
      width={380}
      height={150}
      viewBox="0 0 380 150"
      role="img"
      aria-label={`The wheels from above, front left, toe ${TIMES} times enlarged`}
      className="cond block h-auto max-w-full text-[13px]"
    >
      <line x1={4} x2={376} y1={75} y2={75} stroke="var(--hair)" strokeDasharray="12 4 2 4" />
      {[14, 136].map((y) => (
        <line key={y} x1={4} x2={376} y1={y} y2={y} stroke="var(--zinc)" strokeWidth={0.8} />
      ))}
      {CORNERS.map((corner) => {
        const [end, side] = corner.split("_") as ["front" | "rear", "left" | "right"];
        const y = side === "left" ? 38 : 112;
        const toe = toes[corner].toe_deg;
        // Leading edge to the left: a wheel that toes in turns its leading edge to the middle.
        const turn = Math.max(-40, Math.min(40, toe * TIMES)) * (side === "left" ? -1 : 1);
        return (
          <g key={corner}>
            <rect
              x={at[end] - 30}
              y={y - 9}
              width={60}
              height={18}
              fill="var(--margin)"
              stroke="var(--ink)"
              strokeWidth={1.8}
              transform={`rotate(${turn} ${at[end]} ${y})`}
            />
            <text
              x={at[end] + (end === "front" ? 44 : -44)}
              y={y + 4}
              textAnchor={end === "front" ? "start" : "end"}
              fill="var(--ink)"
            >
              {toe.toFixed(2)}°
            </text>
          </g>
        );
      })}
      <g
        stroke="var(--oxide)"
        strokeWidth={2}
        transform={`rotate(${Math.max(-30, Math.min(30, lines.thrust_deg * TIMES))} ${at.rear} 75)`}
      >
        <line x1={at.rear} x2={at.front + 60} y1={75} y2={75} />
        <path d={`M${at.front + 60} 75l9 -4v8z`} fill="var(--oxide)" stroke="none" />
      </g>
    </svg>
  );
}

function NewStrings() {
  const { put, sheet } = useBench();
  const [problem, setProblem] = useState<string>();
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const word = wordsIn(new FormData(form));
    if (!word("name")) return setProblem("It wants a name, for example before the axle moved.");
    const wheel = (corner: string) => ({
      front_mm: word(`${corner} front`) || null,
      back_mm: word(`${corner} back`) || null,
    });
    const refusal = await put({
      do: "record",
      table: "string_run",
      id: 0,
      version: null,
      record: {
        name: word("name"),
        rim_mm: word("rim_mm") || null,
        off_mm: word("off_mm") || null,
        taken_on: sheet.today,
        ...Object.fromEntries(CORNERS.map((corner) => [corner, wheel(corner)])),
      },
    });
    setProblem(refusal?.stale ? `There are strings “${word("name")}” already.` : refusal?.message);
    if (!refusal) form.reset();
  };
  return (
    <details className="no-print py-1">
      <summary className="link cursor-pointer">lay strings</summary>
      <form aria-label="Strings" className="cond grid gap-2 py-2" onSubmit={(event) => void add(event)}>
        <div className="flex flex-wrap items-end gap-x-4">
          <Field label="name" name="name" width="w-44" />
          <Field label="rim, between the two places" name="rim_mm" width="w-28" />
          <Field label="read to ±" name="off_mm" width="w-20" value="0.5" />
        </div>
        {CORNERS.map((corner) => (
          <fieldset key={corner} className="flex flex-wrap items-end gap-x-4">
            <legend className="text-sm font-semibold">{NAMES[corner]}, string to rim</legend>
            <Field label="leading edge" name={`${corner} front`} />
            <Field label="trailing edge" name={`${corner} back`} />
          </fieldset>
        ))}
        <p>
          <button className="btn">note them</button>
        </p>
        <Problem of={problem} />
      </form>
    </details>
  );
}
