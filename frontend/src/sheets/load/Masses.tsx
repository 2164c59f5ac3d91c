/** Masses where they sit, both axles against their limits, and what one put elsewhere does. */
import { useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import type { MassRow, MassTried } from "../../api/types";
import { useBench, useResults } from "../../parts/bench";
import { Problem } from "../../parts/Problem";
import { useMeasure } from "../../parts/useMeasure";
import { useSettings } from "../../parts/settings";
import { WaitsFor } from "../../parts/WaitsFor";
import { AxleBars } from "./AxleBars";
import { MassDrawing } from "./MassDrawing";
import { MassTable } from "./MassTable";
import { idOf, nearestPlace, type PutWhere, writesOf } from "./moving";
import { RoomTable } from "./RoomTable";
import { useKg, useMm, useThroughout } from "./useLoad";

export function Masses() {
  const { sheet, stage, put: send, write } = useBench();
  const { units, person } = useSettings();
  const { load, stance } = useResults();
  const [ref, width] = useMeasure(760);
  const [chosen, setChosen] = useState<string>();
  const [tried, setTried] = useState<{ row: MassRow; to: PutWhere }>();
  const [pressed, setPressed] = useState<number>();
  const [problem, setProblem] = useState<string>();
  const moments = useThroughout();
  const rows = load.masses.value?.rows ?? [];
  const asked = useAsked({
    queryKey: ["mass tried", sheet.id, stage, sheet.revision, tried && idOf(tried.row), tried?.to],
    queryFn: () => tryIt(sheet.id, { stage, units, person }, tried),
    enabled: tried !== undefined,
  });
  const outcome = tried ? asked.data : undefined;
  const laden = outcome?.load.value ?? load.laden.value;
  const row = rows.find((each) => idOf(each) === chosen);

  const move = (of: MassRow, to: Partial<PutWhere>, done: boolean) => {
    const place = of.path?.startsWith("cargo.")
      ? nearestPlace(sheet, to.x_mm ?? of.x_mm ?? 0, to.z_mm ?? of.z_mm ?? 0)
      : undefined;
    const where: PutWhere = place === undefined ? to : { ...to, place };
    setTried({ row: of, to: where });
    if (!done) return;
    const writes = writesOf(of, where, sheet, write);
    void (async () => {
      for (const each of writes) {
        const refusal = await send(each);
        setProblem(refusal?.message);
      }
      setTried(undefined);
    })();
  };

  if (!load.masses.value)
    return (
      <p className="py-4">
        <WaitsFor waits={load.masses.waits_for} />
      </p>
    );
  return (
    <>
      <section
        aria-label="Masses on the vehicle"
        className="on-strip no-print -mx-6 bg-strip px-3 pb-3 text-chalk"
      >
        <div ref={ref}>
          <MassDrawing
            rows={rows}
            load={laden}
            centreHeight={outcome?.tip.value?.centre.height_mm ?? stance.tip.value?.centre.height_mm}
            width={width}
            height={310}
            chosen={chosen}
            put={tried?.to}
            choose={(of) => setChosen(idOf(of))}
            move={move}
            press={setPressed}
          />
          <AxleBars
            moments={moments.map((each) =>
              each.name === "laden" && outcome
                ? { ...each, load: { ...each.load, value: outcome.load.value } }
                : each,
            )}
            width={width}
          />
        </div>
      </section>
      <Problem of={problem ?? asked.error} className="pt-2" />
      <div className="grid gap-x-8 gap-y-5 pt-3 wide:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
        <div>
          <Left />
          <Sag />
          {row && <Chosen row={row} tried={tried?.to} outcome={outcome} />}
          <RoomTable pressed={pressed} />
        </div>
        <MassTable rows={rows} chosen={chosen} choose={(of) => setChosen(idOf(of))} />
      </div>
    </>
  );
}

async function tryIt(
  rig: number,
  query: { stage: string; units: "metric" | "inch"; person: string },
  tried: { row: MassRow; to: PutWhere } | undefined,
): Promise<MassTried> {
  const { row, to } = tried ?? {};
  return answered(
    client.POST("/api/rigs/{rig_id}/load/tried", {
      params: { path: { rig_id: rig }, query },
      body: {
        change: row?.change ?? null,
        path: row?.path ?? null,
        x_mm: null,
        y_mm: null,
        z_mm: null,
        place: null,
        ...to,
      },
    }),
  );
}

/** What is left first: of the whole, and of the axle that has less. */
function Left() {
  const { load } = useResults();
  const kg = useKg();
  const { write } = useBench();
  const laden = load.laden.value;
  if (!laden) return <WaitsFor waits={load.laden.waits_for} />;
  const off = (place: string) => load.laden.doubt?.[place] ?? 0;
  const near = (place: string) =>
    off(place) > 0 ? ` ±${write(off(place), "mass_kg", { places: 0 }).text}` : "";
  const left = laden.payload_kg;
  return (
    <section aria-label="What is left" className="cond">
      <p className="flex items-baseline gap-3">
        <b className={`text-5xl font-bold ${left !== null && left < 0 ? "text-oxide" : ""}`}>
          {left === null ? "–" : write(left, "mass_kg", { places: 0 }).text}
        </b>
        <span className="text-lg">
          {left === null
            ? "no permitted mass is noted"
            : `${write(0, "mass_kg").unit} left, laden${near("payload_kg")}${left < 0 ? ": over its permitted mass" : ""}`}
        </span>
      </p>
      {(["front", "rear"] as const).map((end) => {
        const rest = laden[`${end}_left_kg`];
        if (rest === null) return null;
        return (
          <p key={end} className={rest < 0 ? "text-lg font-semibold text-oxide" : "text-lg"}>
            {rest < 0 ? `${kg(-rest)} over` : `${kg(rest)} left`} on the {end} axle{near(`${end}_left_kg`)}
          </p>
        );
      })}
    </section>
  );
}

/** How far the load lets it down. */
function Sag() {
  const { load, stance } = useResults();
  const mm = useMm();
  const found = stance.sag.value;
  if (!load.laden.value) return null;
  if (!found) return <WaitsFor waits={stance.sag.waits_for} />;
  const { front_sag_mm: front, rear_sag_mm: rear, rake_change_deg: rake } = found.calculated;
  return (
    <p className="cond text-quiet">
      Against as built it comes down {mm(front)} in front and {mm(rear)} behind: {Math.abs(rake).toFixed(1)}°
      nose {rake < 0 ? "up" : "down"}.
    </p>
  );
}

/** The mass that is chosen: where it is, and what it does where it is tried. */
function Chosen({
  row,
  tried,
  outcome,
}: {
  row: MassRow;
  tried: PutWhere | undefined;
  outcome: MassTried | undefined;
}) {
  const { load, stance } = useResults();
  const kg = useKg();
  const mm = useMm();
  const was = load.laden.value;
  const now = outcome?.load.value;
  const where = [
    [tried?.x_mm ?? row.x_mm, "behind the front axle"],
    [tried?.y_mm ?? row.y_mm, "right of the middle"],
    [tried?.z_mm ?? row.z_mm, "high"],
  ] as const;
  return (
    <section aria-label={row.label} className="cond mt-4 border-l-4 border-ink pl-3">
      <h2 className="font-semibold">
        {row.label}, {kg(row.kg)}
      </h2>
      <p className="text-quiet">
        {tried?.place ??
          row.place ??
          where
            .map(([at, words]) => (at === null ? `${words}: nobody said` : `${mm(at)} ${words}`))
            .join(", ")}
      </p>
      <p>
        {kg(row.front_kg)} in front, {kg(row.rear_kg)} behind
      </p>
      {now && was && (
        <dl>
          <Change label="front axle" was={kg(was.front_kg)} now={kg(now.front_kg)} />
          <Change label="rear axle" was={kg(was.rear_kg)} now={kg(now.rear_kg)} />
          <Change label="to the right" was={mm(was.cg_y_mm)} now={mm(now.cg_y_mm)} />
          {outcome.tip.value && (
            <Change
              label="tips at rest, laden"
              was={stance.tip.value ? `${stance.tip.value.calculated.tip_deg.toFixed(1)}°` : "–"}
              now={`${outcome.tip.value.calculated.tip_deg.toFixed(1)}°`}
            />
          )}
          {outcome.rake.value && <Change label="rake" was="" now={mm(outcome.rake.value.rake_mm)} />}
          {outcome.angles.value?.departure && (
            <Change label="departure" was="" now={`${outcome.angles.value.departure.deg.toFixed(1)}°`} />
          )}
          {outcome.pressures.value?.rear.asks_kpa && (
            <Change
              label="rear tyres ask for"
              was=""
              now={`${outcome.pressures.value.rear.asks_kpa.toFixed(0)} kPa`}
            />
          )}
        </dl>
      )}
    </section>
  );
}

function Change({ label, was, now }: { label: string; was: string; now: string }) {
  return (
    <div className="flex justify-between gap-4 border-b border-hair py-[2px]">
      <dt className="text-quiet">{label}</dt>
      <dd>
        {was && was !== now && <s className="text-quiet">{was}</s>} <b className="font-semibold">{now}</b>
      </dd>
    </div>
  );
}
