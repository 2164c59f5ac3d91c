/** The weigh-in: four scales walked through, or a weighbridge ticket; and what the weighing says of the guesses. */
import { type FormEvent, useEffect, useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import type { PadState } from "../../api/types";
import { useBench, useResults } from "../../parts/bench";
import { Choice, Entry } from "../../parts/Entry";
import { Problem } from "../../parts/Problem";
import { useSettings } from "../../parts/settings";
import { day } from "../../parts/day";
import { useKg, useMm } from "./useLoad";

export function WeighIn() {
  return (
    <div className="grid gap-x-8 gap-y-6 pt-3 wide:grid-cols-2">
      <Walk />
      <div className="grid content-start gap-6">
        <Ticket />
        <Says />
        <Corners />
        <Weighings />
      </div>
    </div>
  );
}

const PADS = { LF: "left front", RF: "right front", LR: "left rear", RR: "right rear" } as const;
const FAULTS = ["none", "never settles", "one silent"] as const;
type Fault = (typeof FAULTS)[number];

/** Switch on, zero all, roll on, wait until all have settled, ten readings each, note. */
function Walk() {
  const { sheet, stage, put } = useBench();
  const { units, person } = useSettings();
  const [at, setAt] = useState<number>();
  const [zeroed, setZeroed] = useState<number>();
  const [rolled, setRolled] = useState<number>();
  const [fault, setFault] = useState<Fault>("none");
  const [problem, setProblem] = useState<string>();
  const [noted, setNoted] = useState(false);
  const kg = useKg();
  useEffect(() => {
    if (at === undefined) return;
    const timer = setTimeout(() => setAt(at + 1), 1000);
    return () => clearTimeout(timer);
  }, [at]);
  const heard = useAsked({
    queryKey: ["scales", sheet.id, at, zeroed, rolled, fault],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/weigh-in/scales", {
          params: {
            path: { rig_id: sheet.id },
            query: {
              stage,
              units,
              person,
              at_s: at ?? 0,
              fault,
              ...(zeroed === undefined ? {} : { zeroed_s: zeroed }),
              ...(rolled === undefined ? {} : { rolled_s: rolled }),
            },
          },
        }),
      ),
    enabled: at !== undefined,
  });
  const pads = at === undefined ? [] : (heard.data?.pads ?? []);
  const silent = pads.filter((pad) => pad.silent);
  const means = pads.map((pad) => pad.mean_kg);
  const done = rolled !== undefined && pads.length === 4 && means.every((mean) => mean !== null && mean > 1);
  const restart = () => {
    setAt(undefined);
    setZeroed(undefined);
    setRolled(undefined);
  };
  const note = async () => {
    const { write } = { write: (mean: number | null) => `${(mean ?? 0).toFixed(1)} kg` };
    const refusal = await put({
      do: "weigh",
      weighing: {
        name: "",
        on: null,
        scale: "four scales, simulated",
        front: "",
        rear: "",
        total: "",
        corners: means.map(write) as [string, string, string, string],
        note: "",
      },
    });
    setProblem(refusal?.message);
    if (!refusal) {
      setNoted(true);
      restart();
    }
  };
  const waited = rolled === undefined || at === undefined ? 0 : at - rolled;
  return (
    <section aria-label="Four scales">
      <h2 className="flex items-baseline justify-between border-b border-ink pb-1 font-semibold">
        Four scales, simulated
        {at !== undefined && (
          <button className="link" onClick={restart}>
            begin again
          </button>
        )}
      </h2>
      <p className="py-1 text-sm">
        On the level, tyres at pressure, tanks noted, nobody and no tools in it, brakes off. Chock what may
        roll.
      </p>
      <ol className="cond grid gap-2">
        <Step n={1} done={at !== undefined} says="switch them on">
          <Choice bare label="a fault to try it with" value={fault} of={FAULTS} choose={setFault} />
          <button
            className="btn"
            onClick={() => {
              setNoted(false);
              setAt(0);
            }}
          >
            listen
          </button>
        </Step>
        <Step n={2} done={zeroed !== undefined} says="zero all, nothing on them">
          <button className="btn" onClick={() => setZeroed(at)} disabled={at === undefined}>
            zero all
          </button>
        </Step>
        <Step n={3} done={rolled !== undefined} says="roll it on, brakes off">
          <button className="btn" onClick={() => setRolled(at)} disabled={zeroed === undefined}>
            it stands on them
          </button>
        </Step>
        <Step n={4} done={done} says="wait until all four have settled">
          <span role="status" className="text-quiet">
            {rolled === undefined
              ? ""
              : silent.length > 0
                ? `${silent.map(({ pad }) => PADS[pad as keyof typeof PADS]).join(", ")} says nothing: look at its cable.`
                : done
                  ? "ten settled readings of each"
                  : waited > 30
                    ? "It does not settle: engine off, nobody in it, wind from the side?"
                    : "it still moves"}
          </span>
        </Step>
      </ol>
      {pads.length > 0 && <Plates pads={pads} on={rolled !== undefined} />}
      {pads.length > 0 && <p className="cond text-sm text-quiet">{heard.data?.lines.join("   ")}</p>}
      <Problem of={heard.error ?? problem} />
      {done && (
        <p className="flex flex-wrap items-center gap-4 pt-2">
          <b className="cond text-2xl font-bold">
            {kg(means.reduce<number>((sum, mean) => sum + (mean ?? 0), 0))}
          </b>
          <button className="btn-main" onClick={() => void note()}>
            note it, as it stands now
          </button>
        </p>
      )}
      {noted && <p role="status">Noted: both axles as it stood, and the four corners.</p>}
    </section>
  );
}

function Step({
  n,
  done,
  says,
  children,
}: {
  n: number;
  done: boolean;
  says: string;
  children: React.ReactNode;
}) {
  return (
    <li className="flex min-h-10 flex-wrap items-center gap-3 border-b border-hair">
      <span className="w-8 text-center font-semibold">{done ? "✓" : n}</span>
      <span className="flex-1">{says}</span>
      {!done || n === 4 ? children : null}
    </li>
  );
}

/** The four pads as they lie under the wheels. */
function Plates({ pads, on }: { pads: PadState[]; on: boolean }) {
  const kg = useKg();
  return (
    <div className="grid grid-cols-2 gap-3 py-3" aria-label="The four pads">
      {pads.map((pad) => (
        <div
          key={pad.pad}
          className={`border-2 px-3 py-2 ${pad.settled ? "border-ink" : "border-dashed border-quiet"}`}
        >
          <p className="cond text-quiet">{PADS[pad.pad as keyof typeof PADS]}</p>
          <p className="cond text-2xl font-bold">
            {pad.silent || pad.kg === null ? "says nothing" : kg(pad.kg)}
          </p>
          <p className="cond text-sm text-quiet">
            {!on ? "" : pad.settled ? `settled, ${pad.in_a_row} of 10` : "moves"}
          </p>
        </div>
      ))}
    </div>
  );
}

const EMPTY = { on: "", scale: "weighbridge", front: "", rear: "", total: "", note: "" };

/** A weighbridge ticket: the simple way. */
function Ticket() {
  const { put, write } = useBench();
  const [entry, setEntry] = useState(EMPTY);
  const [problem, setProblem] = useState<string>();
  const unit = write(0, "mass_kg").unit;
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const refusal = await put({
      do: "weigh",
      weighing: { ...entry, name: "", corners: null, on: entry.on || null },
    });
    setProblem(refusal?.message);
    if (!refusal) setEntry(EMPTY);
  };
  const field = (
    key: "front" | "rear" | "total" | "scale",
    label: string,
    example: string,
    wide = "w-28",
  ) => (
    <Entry
      label={label}
      className={wide}
      value={entry[key]}
      example={example}
      set={(text) => setEntry({ ...entry, [key]: text })}
    />
  );
  return (
    <section aria-label="Weighbridge ticket">
      <h2 className="border-b border-ink pb-1 font-semibold">A weighbridge ticket</h2>
      <form onSubmit={(event) => void submit(event)} className="cond flex flex-wrap items-end gap-4 pt-2">
        {field("front", `front axle, ${unit}`, "1216")}
        {field("rear", `rear axle, ${unit}`, "1166")}
        {field("total", `total, ${unit}`, "2382")}
        <label className="grid gap-1">
          <span className="text-quiet">on</span>
          <input
            type="date"
            className="field"
            value={entry.on}
            onChange={(event) => setEntry({ ...entry, on: event.target.value })}
          />
        </label>
        {field("scale", "which scale", "weighbridge", "w-44")}
        <button className="btn">note it</button>
      </form>
      <Problem of={problem} />
    </section>
  );
}

/** What the last weighing says of the guesses, and the masses that it would have instead. */
function Says() {
  const { put } = useBench();
  const { load } = useResults();
  const kg = useKg();
  const mm = useMm();
  const [problem, setProblem] = useState<string>();
  const found = load.weighed_again.value;
  if (!found) return null;
  const { calculated: said } = found;
  const items = said.items.filter((item) => Math.abs(item.moved_kg) >= 0.1 || item.doubt_kg > 0);
  return (
    <section aria-label="What it says of the guesses">
      <h2 className="border-b border-ink pb-1 font-semibold">
        {found.now} against {found.before}
      </h2>
      <p className="cond pt-1 text-lg">
        {said.agrees ? (
          "It agrees with what was noted: "
        ) : (
          <b className="text-oxide">It does not agree with what was noted: </b>
        )}
        {kg(Math.abs(said.off_kg))} {said.off_kg >= 0 ? "more" : "less"} than expected
        {said.off_x_mm !== null &&
          !said.suspect &&
          `; something forgotten would stand ${mm(said.off_x_mm)} behind the front axle`}
        {said.suspect && `; most likely ${said.suspect}`}.
      </p>
      {items.length > 0 && (
        <table className="cond w-full">
          <tbody>
            {items.map((item, i) => (
              <tr key={`${item.name} ${i}`} className="border-b border-hair">
                <td className="py-1">{item.name}</td>
                <td className="text-right text-quiet">
                  <s>{kg(item.mass_kg - item.moved_kg)}</s>
                </td>
                <td className="text-right font-semibold">
                  {kg(item.mass_kg)} <span className="font-normal text-quiet">±{kg(item.doubt_kg)}</span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {items.length > 0 && (
        <button
          className="btn mt-2"
          onClick={() => void put({ do: "take over" }).then((refusal) => setProblem(refusal?.message))}
        >
          take these masses over
        </button>
      )}
      <Problem of={problem} />
    </section>
  );
}

const NEAR_50 = 2;

function Corners() {
  const { sheet, put, write } = useBench();
  const { load, stance } = useResults();
  const mm = useMm();
  const found = load.corners.value;
  if (!found) return null;
  const { calculated: c } = found;
  const off = Math.abs(c.cross_pct - 50);
  const plate = stance.sag.value?.plate_kg;
  const note = () =>
    put({
      do: "note",
      path: "body.cg_y_mm",
      typed: write(c.cg_y_mm, "y_mm", { exact: true }).text,
      known: "measured",
      doubt: "",
      note: `four scales, ${found.name}`,
      version: sheet.versions["body.cg_y_mm"] ?? null,
    });
  return (
    <section aria-label="Corner weights" className="cond">
      <h2 className="border-b border-ink pb-1 font-semibold">Corners, {found.name}</h2>
      <p className="pt-1">
        front {c.front_pct.toFixed(1)} %, left {c.left_pct.toFixed(1)} %,{" "}
        <b className="font-semibold">cross {c.cross_pct.toFixed(1)} %</b>
      </p>
      {off > NEAR_50 && (
        <p className="text-oxide">
          Cross is {off.toFixed(1)} from 50: a twisted frame, a tired spring, or a scale that is not level.{" "}
          {plate &&
            `A millimetre under one pad moves ${plate.toFixed(1)} kg at each corner: a shim tells which it is.`}
        </p>
      )}
      <p className="flex items-center gap-4">
        {mm(Math.abs(c.cg_y_mm))} to the {c.cg_y_mm >= 0 ? "right" : "left"}
        <button className="btn" onClick={() => void note()}>
          note it on the rig
        </button>
      </p>
    </section>
  );
}

/** Each weighing, before and after any change. */
function Weighings() {
  const { sheet, put } = useBench();
  const kg = useKg();
  const all = sheet.records.weighing;
  if (all.length === 0) return null;
  return (
    <section aria-label="Weighings">
      <h2 className="border-b border-ink pb-1 font-semibold">Weighings</h2>
      <ul className="cond">
        {all.map(({ id, version, record }) => (
          <li key={id} className="flex flex-wrap items-baseline gap-x-4 border-b border-hair py-1">
            <b className="font-semibold">{record.name}</b>
            <span className="text-quiet">
              {record.taken_on ? day(record.taken_on) : "no day noted"}, {record.scale}
            </span>
            <span className="ml-auto">
              {kg(record.front_kg)} + {kg(record.rear_kg)}
            </span>
            <button
              className="link text-sm"
              onClick={() => void put({ do: "drop", table: "weighing", id, version })}
            >
              take out <span className="sr-only">{record.name}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
