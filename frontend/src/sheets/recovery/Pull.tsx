/** Pulls that are foreseen: one at a time on its slope, rigged until it is enough and nothing is over. */
import { useState } from "react";

import type { PullSheet, PullStands, PullTrial } from "../../api/types";
import { useBench } from "../../parts/bench";
import { PickOne } from "../../parts/PickOne";
import { Problem } from "../../parts/Problem";
import { WaitsFor } from "../../parts/WaitsFor";
import { Cautions } from "../../parts/Cautions";
import { DrumDrawing } from "./DrumDrawing";
import { FromAbove } from "./FromAbove";
import { Gaps } from "./Gaps";
import { HowRigged } from "./HowRigged";
import { Kit } from "./Kit";
import { Carried, LinesTable } from "./Carried";
import { PullControls } from "./PullControls";
import { NewPull } from "./NewPull";
import { SlopeDrawing } from "./SlopeDrawing";
import type { Foreseen } from "./words";
import { usePulls, useTriedPull } from "./useRecovery";
import { WinchFigures } from "./WinchFigures";
import { Drawn, Taken } from "./Taken";

export function Pull() {
  const { data, error } = usePulls();
  const [chosen, setChosen] = useState<number>();
  if (!data)
    return error ? <Problem of={error} className="py-3" /> : <p className="py-3 text-quiet">One moment.</p>;
  const pull = data.foreseen.find(({ id }) => id === chosen) ?? data.foreseen[0];
  return (
    <>
      <Cautions of={data.cautions} />
      {data.foreseen.length > 1 && (
        <PickOne
          label="Pulls foreseen"
          of={data.foreseen.map(({ id, record }) => ({ id, name: record.name }))}
          chosen={pull?.id}
          choose={setChosen}
        />
      )}
      {pull ? (
        <OnePull key={pull.id} sheet={data} pull={pull} />
      ) : (
        <p className="max-w-prose py-3">
          No pull is foreseen yet. Say how it may stand one day, and what each part of the kit carries then
          follows.
        </p>
      )}
      <NewPull sheet={data} added={setChosen} />
      <Kit sheet={data} />
      <WinchFigures sheet={data} />
    </>
  );
}

function OnePull({ sheet, pull }: { sheet: PullSheet; pull: Foreseen }) {
  const [trial, setTrial] = useState<PullTrial>({});
  const tried = useTriedPull(pull.id, trial);
  const noted = sheet.pulls.value?.find(({ name }) => name === pull.record.name);
  const at = sheet.pulls.value?.findIndex(({ name }) => name === pull.record.name) ?? -1;
  const changed = Object.keys(trial).length > 0;
  const stands: PullStands | null | undefined = changed ? (tried.data?.tried.stands ?? noted) : noted;
  const off = (place: string) => (changed ? 0 : (sheet.pulls.doubt?.[`${at}.${place}`] ?? 0));
  const { sheet: rig, put } = useBench();
  const leaveOut = (name: string) =>
    void put({
      do: "record",
      table: "pull",
      id: pull.id,
      version: pull.version,
      record: { ...pull.record, left_out: [...(pull.record.left_out ?? []), name] },
    });
  if (!stands)
    return (
      <p className="py-3">
        <WaitsFor waits={sheet.pulls.waits_for ?? tried.data?.tried.waits_for} />
      </p>
    );
  const asTried = { ...pull.record, ...changedRecord(trial) };
  return (
    <section aria-label={pull.record.name} className="border-b border-ink pb-4">
      <h2 className="flex flex-wrap items-baseline gap-x-4 py-1 text-lg font-semibold">
        {rig.name}, {pull.record.name}
        {changed && <span className="cond text-base font-normal text-oxide">tried, not noted</span>}
      </h2>
      <Problem of={tried.error} />
      {stands.slope_deg !== null && (
        <SlopeDrawing pull={asTried} stands={stands} trial={trial} set={setTrial} />
      )}
      <Gaps stands={stands} />
      <PullControls pull={pull} stands={stands} trial={trial} set={setTrial} winch={sheet.winch.value} />
      <HowRigged sheet={sheet} pull={pull} stands={stands} />
      <div className="grid gap-x-10 gap-y-4 pt-3 wide:grid-cols-2">
        <Taken stands={stands} off={off} />
        {stands.winched && <Carried stands={stands} winched={stands.winched} off={off} leaveOut={leaveOut} />}
        {stands.winched && tried.data && (
          <LinesTable
            unrated={stands.unrated}
            rows={tried.data.tried.by_lines}
            lines={stands.winched.lines}
            needed={stands.winched.lines_needed}
            take={(lines) => setTrial({ ...trial, lines, redirected: false })}
          />
        )}
        <FromAbove pull={asTried} stands={stands} trial={trial} set={setTrial} />
        {sheet.winch.value && pull.record.pulled_by !== "rope" && (
          <DrumDrawing winch={sheet.winch.value} stands={stands} />
        )}
        <Drawn stands={stands} />
      </div>
    </section>
  );
}

/** Of what is tried, what belongs to the pull itself. */
function changedRecord({ lines, redirected, surface, mired }: PullTrial) {
  const several = lines != null && lines > 1;
  return {
    ...(lines == null ? {} : { lines }),
    ...(several ? { redirected: false } : redirected == null ? {} : { redirected }),
    ...(surface == null ? {} : { surface }),
    ...(mired == null ? {} : { mired }),
  };
}
