/** The boxes of a bay in figures; what may come off first of those that have to come out. */
import { useState } from "react";

import { useBench } from "../../parts/bench";
import { Problem } from "../../parts/Problem";
import { type BoxLine, type RoomSheet, useWritten } from "./useFrame";

const AXES = ["x", "y", "z"] as const;

export function BoxTable({ sheet, boxes }: { sheet: RoomSheet; boxes: BoxLine[] }) {
  const { put } = useBench();
  const { mm } = useWritten();
  const [problem, setProblem] = useState<string>();
  const keep = (box: BoxLine, to: object) =>
    void put({
      do: "record",
      table: "room_box",
      id: box.id,
      version: box.version,
      record: { ...box.record, ...to },
    }).then((refusal) => setProblem(refusal?.message));
  const first = (box: BoxLine, name: string, on: boolean) => {
    const out = box.record.comes_out;
    if (!out) return;
    const accepts = out.accepts ?? [];
    keep(box, {
      comes_out: { ...out, accepts: on ? [...accepts, name] : accepts.filter((each) => each !== name) },
    });
  };
  return (
    <div className="sideways">
      <table className="cond w-full [&_td]:pr-3 [&_th]:pr-3">
        <thead>
          <tr className="text-left text-quiet [&>th]:font-normal">
            <th>what</th>
            <th>back</th>
            <th>right</th>
            <th>up</th>
            <th className="text-right">wants</th>
            <th className="text-right">moves</th>
            <th>comes out</th>
            <th>
              <span className="sr-only">take it out</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {boxes.map((box) => {
            const { record } = box;
            const way = sheet.bays.value?.ways_out.find(({ name }) => name === record.name);
            return (
              <tr key={box.id} className="border-b border-hair align-baseline">
                <td className="font-semibold">{record.name}</td>
                {AXES.map((axis) => (
                  <td key={axis} className="whitespace-nowrap">
                    {mm(record[axis][0] ?? 0)} to {mm(record[axis][1] ?? 0)}
                  </td>
                ))}
                <td className="text-right">{mm(record.wants_mm ?? 0)}</td>
                <td className="text-right">{mm(record.moves_mm ?? 0)}</td>
                <td>
                  {record.comes_out ? (
                    <>
                      {IN_WORDS[`${record.comes_out.axis}${record.comes_out.sign}`]}
                      {way?.blocked_by.map((name) => (
                        <label key={name} className="no-print ml-3 inline-flex min-h-10 items-center gap-2">
                          <input
                            type="checkbox"
                            className="size-6 accent-[var(--ink)]"
                            checked={(record.comes_out?.accepts ?? []).includes(name)}
                            onChange={(event) => first(box, name, event.target.checked)}
                          />
                          {name} off first
                        </label>
                      ))}
                    </>
                  ) : (
                    <span className="text-quiet">stays</span>
                  )}
                </td>
                <td className="no-print text-right">
                  <button
                    className="link text-sm"
                    onClick={() =>
                      void put({ do: "drop", table: "room_box", id: box.id, version: box.version })
                    }
                  >
                    out <span className="sr-only">{record.name}</span>
                  </button>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <Problem of={problem} />
    </div>
  );
}

const IN_WORDS: { [way: string]: string } = {
  z1: "up",
  "z-1": "down",
  "x-1": "forward",
  x1: "back",
  "y-1": "left",
  y1: "right",
};
