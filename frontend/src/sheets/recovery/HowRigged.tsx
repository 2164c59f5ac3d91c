/** How a pull is rigged beyond its lines: bridle, stretching rope, the other vehicle, and what is left out of the kit. */
import { useState } from "react";

import type { PullSheet, PullStands } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Choice } from "../../parts/Entry";
import { FigureButton } from "../../parts/FigureButton";
import { Problem } from "../../parts/Problem";
import { asText } from "../../parts/quantity";
import { useWritten } from "./useRecovery";
import type { Foreseen } from "./words";

type Props = { sheet: PullSheet; pull: Foreseen; stands: PullStands };

export function HowRigged({ sheet, pull, stands }: Props) {
  const { put } = useBench();
  const { kg } = useWritten();
  const [problem, setProblem] = useState<string>();
  const { id, version, record } = pull;
  const byRope = record.pulled_by === "rope";
  const keep = (more: object) =>
    void put({ do: "record", table: "pull", id, version, record: { ...record, ...more } }).then((refusal) =>
      setProblem(refusal?.message),
    );
  const names = sheet.kit.map((part) => part.record.name);
  const ropes = sheet.kit
    .filter((part) => part.record.sort === "stretching rope")
    .map((part) => part.record.name);
  const at = `pulls.${record.name}`;
  const anchored = useNumber(`${at}.anchor_kg`);
  return (
    <div className="cond no-print flex flex-wrap items-end gap-x-5 gap-y-1 pt-1">
      {byRope && (
        <>
          <Choice
            label="with"
            value={record.rope ?? ""}
            none="no rope yet"
            of={ropes}
            choose={(rope) => keep({ rope: rope || null })}
          />
          <PullFigure at={at} of="pulling_kg" label="the other vehicle weighs" />
          <PullFigure at={at} of="drive_kg" label="it keeps on pulling" />
        </>
      )}
      {!byRope && record.anchor === "vehicle" && (
        <>
          <PullFigure at={at} of="anchor_kg" label="the anchor weighs" />
          {anchored !== undefined && stands.winched && (
            <span>
              {kg(stands.winched.anchor_kg)} pull on a vehicle of {kg(anchored)}
            </span>
          )}
        </>
      )}
      <label className="flex min-h-10 items-center gap-2">
        <input
          type="checkbox"
          className="size-6 accent-[var(--ink)]"
          checked={record.bridle ?? false}
          onChange={(event) => keep({ bridle: event.target.checked })}
        />
        bridle on the vehicle
      </label>
      {record.bridle && (
        <>
          {(["left", "right"] as const).map((side) => (
            <span key={side} className="flex items-end gap-x-3">
              <PullFigure at={at} of={`${side}_deg`} label={`${side} leg off the pull`} />
              <Choice
                label={`${side} point`}
                value={record[`${side}_point`] ?? ""}
                none="not chosen"
                of={names}
                choose={(point) => keep({ [`${side}_point`]: point || null })}
              />
            </span>
          ))}
        </>
      )}
      {(record.left_out ?? []).map((name) => (
        <button
          key={name}
          className="link text-sm"
          onClick={() => keep({ left_out: (record.left_out ?? []).filter((each) => each !== name) })}
        >
          rig {name} again
        </button>
      ))}
      <button className="link text-sm" onClick={() => void put({ do: "drop", table: "pull", id, version })}>
        take this pull out
      </button>
      <Problem of={problem} className="w-full" />
    </div>
  );
}

function useNumber(path: string): number | undefined {
  const value = useBench().sheet.figures[path]?.value;
  return typeof value === "number" ? value : undefined;
}

function PullFigure({ at, of, label }: { at: string; of: string; label: string }) {
  const { write } = useBench();
  const value = useNumber(`${at}.${of}`);
  return (
    <FigureButton path={`${at}.${of}`} className="text-left underline underline-offset-4">
      <span className="text-quiet">{label}</span> {value === undefined ? "?" : asText(write(value, of))}
    </FigureButton>
  );
}
