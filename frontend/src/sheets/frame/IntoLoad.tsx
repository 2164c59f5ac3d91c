/** A plate's mass and place straight into Load: as a change of its own, which follows when the plate is cut otherwise. */
import { useState } from "react";

import { useBench } from "../../parts/bench";
import { Choice, Entry } from "../../parts/Entry";
import { Problem } from "../../parts/Problem";
import { type PieceLine, useWritten } from "./useFrame";

const LIES = [
  { value: "flat", text: "flat" },
  { value: "upright along", text: "upright, along the vehicle" },
  { value: "upright across", text: "upright, across it" },
] as const;

type Props = { piece: PieceLine; keep: (to: object) => Promise<void> };

export function IntoLoad({ piece, keep }: Props) {
  const { put, sheet } = useBench();
  const { kg, mm } = useWritten();
  const { record } = piece;
  const [place, setPlace] = useState((record.origin_mm ?? []).map(String));
  const [problem, setProblem] = useState<string>();
  const change = sheet.changes.find(({ id }) => id === record.for_change);
  const mass = piece.mass_kg ?? 0;
  const placed = (cg: number[]) => ({
    mass: `${mass.toFixed(3)} kg`,
    x: `${(cg[0] ?? 0).toFixed(1)} mm`,
    y: `${(cg[1] ?? 0).toFixed(1)} mm`,
    z: `${(cg[2] ?? 0).toFixed(1)} mm`,
    mass_off: "",
  });
  const take = async (cg: number[]) => {
    const before = new Set(sheet.changes.map(({ id }) => id));
    const refusal = change
      ? await put({ do: "edit", change: change.id, version: change.version, to: placed(cg) })
      : await put({
          do: "change",
          kind: "bracket",
          typed: { name: record.name },
          placed: { ...placed(cg), mass_known: "assumed", cost: "" },
          option: null,
        });
    setProblem(refusal?.message);
    if (refusal || change) return;
    const linked = await put((now) => ({
      do: "record",
      table: "cut_piece",
      id: piece.id,
      version: piece.version,
      record: { ...record, for_change: now.changes.find(({ id }) => !before.has(id))?.id ?? null },
    }));
    setProblem(linked?.message);
  };
  const stale = change && Math.abs((piece.load_kg ?? 0) - mass) > 0.005;
  return (
    <section aria-label="Into Load" className="no-print pt-3">
      <h3 className="border-b border-ink pb-1 font-semibold">
        Into Load <span className="font-normal text-quiet">{kg(mass, 2)} of it</span>
      </h3>
      <form
        className="cond flex flex-wrap items-end gap-x-4 gap-y-1"
        onSubmit={(event) => {
          event.preventDefault();
          void keep({ origin_mm: place.map((each) => each || null) });
        }}
      >
        {["corner 0, 0: behind the front axle", "right of the middle", "above the ground"].map(
          (label, axis) => (
            <Entry
              key={label}
              label={label}
              value={place[axis] ?? ""}
              set={(text) => setPlace([0, 1, 2].map((i) => (i === axis ? text : (place[i] ?? ""))))}
              example={["1300", "-420", "500"][axis] ?? ""}
              className="w-40"
            />
          ),
        )}
        <Choice
          label="it lies"
          value={record.lies ?? "flat"}
          of={LIES}
          choose={(lies) => void keep({ lies })}
        />
        <button className="btn">it sits there</button>
      </form>
      {piece.cg_mm && (
        <p className="cond flex flex-wrap items-center gap-x-4 py-1">
          <span>
            centre of gravity {mm(piece.cg_mm[0] ?? 0)} back, {mm(piece.cg_mm[1] ?? 0)} right,{" "}
            {mm(piece.cg_mm[2] ?? 0)} up
          </span>
          {(!change || stale) && (
            <button className="btn" onClick={() => void take(piece.cg_mm ?? [])}>
              {change
                ? `${piece.in_load} has ${kg(piece.load_kg ?? 0, 2)}: take the new mass`
                : "put it into Load"}
            </button>
          )}
          {change && !stale && <span className="text-quiet">in Load as {piece.in_load}</span>}
        </p>
      )}
      <Problem of={problem} />
    </section>
  );
}
