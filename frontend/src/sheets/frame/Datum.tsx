/** Datum: ladders station by station against their own line and over one another, and strings beside the wheels. */
import { useState } from "react";

import { useBench } from "../../parts/bench";
import { Cautions } from "../../parts/Cautions";
import { PickOne } from "../../parts/PickOne";
import { Problem } from "../../parts/Problem";
import { LadderDrawing } from "./LadderDrawing";
import { NewMeasured } from "./NewMeasured";
import { OverTable, StationTable } from "./StationTable";
import { StationWalk } from "./StationWalk";
import { Strings } from "./Strings";
import { type DatumSheet, useDatum, useWritten } from "./useFrame";

export function Datum() {
  const { data, error } = useDatum();
  if (!data)
    return error ? <Problem of={error} className="py-3" /> : <p className="py-3 text-quiet">One moment.</p>;
  return (
    <>
      <Cautions of={data.cautions} />
      <Measured sheet={data} />
      <Strings sheet={data} />
    </>
  );
}

function Measured({ sheet }: { sheet: DatumSheet }) {
  const [chosen, setChosen] = useState<string>();
  const every = [
    ...sheet.ladders.map(({ record }) => ({ name: record.name, own: record.of_what === "this frame" })),
    ...sheet.tables.map(({ record }) => ({ name: record.name, own: record.of_what === "this frame" })),
  ];
  const name = every.some((each) => each.name === chosen)
    ? chosen
    : (every.find(({ own }) => own) ?? every[0])?.name;
  return (
    <section aria-label="Ladders and points">
      {every.length > 1 && (
        <PickOne
          label="Ladders and tables of points"
          of={every.map((each) => ({ id: each.name, name: each.name }))}
          chosen={name}
          choose={setChosen}
        />
      )}
      {name === undefined ? (
        <p className="max-w-prose py-3">
          No frame is measured yet. String a grid beside it, level it across, and read left and right of each
          station: what is bent shows itself against the stations that are sound.
        </p>
      ) : (
        <One key={name} name={name} sheet={sheet} />
      )}
      <NewMeasured sheet={sheet} added={setChosen} />
    </section>
  );
}

function One({ name, sheet }: { name: string; sheet: DatumSheet }) {
  const { put } = useBench();
  const { fine } = useWritten();
  const [problem, setProblem] = useState<string>();
  const at = sheet.measured.value?.findIndex((each) => each.name === name) ?? -1;
  const stands = sheet.measured.value?.[at];
  const ladder = sheet.ladders.find(({ record }) => record.name === name);
  const table = sheet.tables.find(({ record }) => record.name === name);
  const line = ladder ?? table;
  if (!line) return null;
  const { record } = line;
  const off = (place: string) => sheet.measured.doubt?.[`${at}.${place}`] ?? 0;
  const others = [...sheet.ladders, ...sheet.tables].filter((each) => each.record.name !== name);
  const kept = ladder ? ("ladder" as const) : ("point_table" as const);
  const keep = (to: object) =>
    put({
      do: "record",
      table: kept,
      id: line.id,
      version: line.version,
      record: { ...record, ...to },
    }).then((refusal) => {
      setProblem(refusal?.message);
      return refusal;
    });
  return (
    <div>
      <p className="cond flex flex-wrap items-baseline gap-x-5 py-1 text-quiet">
        <span>
          {record.of_what}
          {record.taken_on && `, ${record.taken_on}`}
          {record.taken_by && ` by ${record.taken_by}`}
        </span>
        <span>
          readings to ±{fine(stands?.off_mm ?? 3)}, out beyond {fine(record.limit_mm ?? 3)}
        </span>
        <label className="no-print">
          laid over{" "}
          <select
            className="min-h-10 border-b border-ink bg-transparent"
            value={record.against ?? ""}
            onChange={(event) => void keep({ against: event.target.value || null })}
          >
            <option value="">nothing</option>
            {others.map((each) => (
              <option key={each.record.name}>{each.record.name}</option>
            ))}
          </select>
        </label>
        <button
          className="link no-print text-sm"
          onClick={() => void put({ do: "drop", table: kept, id: line.id, version: line.version })}
        >
          out <span className="sr-only">{name}</span>
        </button>
      </p>
      {ladder && stands?.line && (
        <LadderDrawing
          line={stands.line}
          over={stands.over ?? undefined}
          stations={ladder.record.stations ?? []}
          limit={record.limit_mm ?? 3}
          off={off}
        />
      )}
      {stands?.why_no_line && (ladder?.record.stations?.length ?? 0) > 0 && (
        <p className="py-2 text-oxide">{stands.why_no_line}</p>
      )}
      {ladder && stands?.line && (
        <StationTable
          line={stands.line}
          stations={ladder.record.stations ?? []}
          limit={record.limit_mm ?? 3}
          off={off}
          keep={(stations) => keep({ stations })}
        />
      )}
      {stands?.over && <OverTable over={stands.over} limit={record.limit_mm ?? 3} off={off} />}
      {stands?.why_not_over && <p className="py-2 text-oxide">{stands.why_not_over}</p>}
      <Problem of={problem} />
      <StationWalk
        ladder={ladder?.record}
        table={table?.record}
        like={sheet.ladders.find((each) => each.record.name === record.against)?.record.stations ?? []}
        keep={(to) => keep(to).then((refusal) => refusal?.message)}
      />
      {record.note && <p className="max-w-prose py-1 text-quiet">{record.note}</p>}
    </div>
  );
}
