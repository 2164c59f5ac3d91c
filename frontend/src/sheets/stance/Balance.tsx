/** Where it would tip, what stands above it, how far its axles cross, and a level on the dash. */
import { useEffect, useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import { useBench, useResults } from "../../parts/bench";
import { Entry } from "../../parts/Entry";
import { useSettings } from "../../parts/settings";
import { useMeasure } from "../../parts/useMeasure";
import { Problem } from "../../parts/Problem";
import { Row } from "../../parts/Row";
import { WaitsFor } from "../../parts/WaitsFor";
import { asText } from "../../parts/quantity";

export function Balance() {
  return (
    <div className="grid gap-x-8 gap-y-6 pt-3 wide:grid-cols-2">
      <Tip />
      <Level />
      <Weighing />
      <div>
        <RoomAbove />
        <Flex />
      </div>
    </div>
  );
}

/** The rear of the vehicle leaning as far as it would at rest, as found and here. */
function Tip() {
  const { write } = useBench();
  const [ref, width] = useMeasure(360);
  const { stance } = useResults();
  const tip = stance.tip.value;
  if (!tip)
    return (
      <section>
        <h2 className="border-b border-ink pb-1 font-semibold">Where it would tip</h2>
        <WaitsFor waits={stance.tip.waits_for} />
      </section>
    );
  const HEIGHT = 190;
  const k = Math.min((width - 160) / tip.track_mm, (HEIGHT - 30) / (tip.centre.height_mm * 1.9));
  const [cx, ground] = [80 + (tip.track_mm * k) / 2, HEIGHT - 12];
  const off = stance.tip.doubt?.["calculated.tip_deg"] ?? 0;
  const centre = { x: cx, y: ground - tip.centre.height_mm * k };
  const foot = cx + (tip.track_mm / 2) * k;
  return (
    <section aria-label="Where it would tip">
      <h2 className="border-b border-ink pb-1 font-semibold">Where it would tip, at rest</h2>
      <div ref={ref}>
        <svg
          width={width}
          height={HEIGHT}
          role="img"
          aria-label={`Tips at ${tip.calculated.tip_deg.toFixed(0)} degrees`}
          className="cond block text-[13px]"
        >
          <line x1={0} x2={width} y1={ground} y2={ground} stroke="var(--ink)" strokeWidth={1.5} />
          {[-1, 1].map((side) => (
            <rect
              key={side}
              x={cx + side * (tip.track_mm / 2) * k - 13}
              y={ground - 52}
              width={26}
              height={52}
              rx={5}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={2}
            />
          ))}
          <line x1={foot} y1={ground} x2={centre.x} y2={centre.y} stroke="var(--oxide)" strokeWidth={2} />
          <line x1={foot} y1={ground} x2={foot} y2={centre.y - 20} stroke="var(--hair)" strokeWidth={1.5} />
          <circle cx={centre.x} cy={centre.y} r={8} fill="var(--oxide)" />
          <text x={centre.x - 14} y={centre.y + 4} textAnchor="end">
            {asText(write(tip.centre.height_mm, "z_mm"))}
          </text>
          <text x={foot + 8} y={centre.y + 10} fontSize={16} fontWeight={700}>
            {tip.calculated.tip_deg.toFixed(0)}°
          </text>
        </svg>
      </div>
      <dl className="cond">
        <Row label="side slope at which it would tip" path="body.cg_height_mm">
          <s className="font-normal text-quiet">{tip.found_deg.toFixed(1)}</s>{" "}
          {tip.calculated.tip_deg.toFixed(1)}°
          {off > 0.05 && <span className="text-quiet"> ±{off.toFixed(1)}</span>}
        </Row>
        <Row
          label={
            tip.centre.assumed
              ? "centre of gravity, nobody has weighed it"
              : "centre of gravity above the ground"
          }
          path="body.cg_height_mm"
        >
          {asText(write(tip.centre.height_mm, "z_mm"))}
        </Row>
        {tip.centre.no_height_kg > 0.5 && (
          <p className="py-1 text-sm text-quiet">
            {asText(write(tip.centre.no_height_kg, "mass_kg"))} of what changes bring have no height yet:
            counted as if at that of the body.
          </p>
        )}
      </dl>
      <p className="py-2 text-sm">
        <b className="font-semibold">A limit never to approach:</b> tyres, suspension, speed and uneven ground
        make the real one far lower.
      </p>
    </section>
  );
}

/** A simulated level: sentences come once a second, against a third of the tip angle as the widest that is taken. */
function Level() {
  const { sheet, stage } = useBench();
  const { units, person } = useSettings();
  const [second, setSecond] = useState<number>();
  useEffect(() => {
    if (second === undefined) return;
    const timer = setTimeout(() => setSecond(second + 1), 1000);
    return () => clearTimeout(timer);
  }, [second]);
  const reading = useAsked({
    queryKey: ["level", sheet.id, second, stage],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/level", {
          params: { path: { rig_id: sheet.id }, query: { stage, units, person, at_s: second ?? 0 } },
        }),
      ),
    enabled: second !== undefined,
  });
  const leans = second === undefined ? undefined : reading.data?.leaning;
  const tip = reading.data?.tip.value?.calculated.tip_deg;
  // The ring is half of the dial, however many degrees it is.
  const most = reading.data?.margin_deg;
  const [cx, cy, r] = [110, 100, 84];
  const scale = most === undefined ? 0 : r / (most * 2);
  const far = leans && most !== undefined ? Math.abs(leans.roll_deg) > most : false;
  return (
    <section aria-label="Level on the dash">
      <h2 className="flex items-baseline justify-between border-b border-ink pb-1 font-semibold">
        Level on the dash
        <button className="link" onClick={() => setSecond(second === undefined ? 0 : undefined)}>
          {second === undefined ? "listen to it, simulated" : "stop"}
        </button>
      </h2>
      <Problem of={reading.error} />
      <div className="flex gap-5 pt-2">
        <svg
          width={220}
          height={200}
          role="img"
          aria-label={leans ? `pitch ${leans.pitch_deg}, roll ${leans.roll_deg} degrees` : "level"}
          className="block shrink-0"
        >
          <circle cx={cx} cy={cy} r={r} fill="none" stroke="var(--ink)" strokeWidth={2} />
          <circle cx={cx} cy={cy} r={r / 2} fill="var(--tint)" stroke="var(--zinc)" strokeDasharray="5 4" />
          <line x1={cx - r} x2={cx + r} y1={cy} y2={cy} stroke="var(--hair)" />
          <line x1={cx} x2={cx} y1={cy - r} y2={cy + r} stroke="var(--hair)" />
          {leans && (
            <circle
              cx={cx + leans.roll_deg * scale}
              cy={cy - leans.pitch_deg * scale}
              r={9}
              fill={far ? "var(--oxide)" : "var(--ink)"}
            />
          )}
        </svg>
        <div className="cond">
          {leans ? (
            <>
              <p>
                <b className="text-3xl font-bold">{Math.abs(leans.roll_deg).toFixed(1)}°</b> to the{" "}
                {leans.roll_deg >= 0 ? "right" : "left"}
              </p>
              <p>
                <b className="text-3xl font-bold">{Math.abs(leans.pitch_deg).toFixed(1)}°</b> nose{" "}
                {leans.pitch_deg >= 0 ? "up" : "down"}
              </p>
              <p className={far ? "text-oxide" : "text-quiet"}>
                {far
                  ? `Beyond ${most?.toFixed(0) ?? "–"}°: turn back.`
                  : `The ring is ${most?.toFixed(0) ?? "–"}°, a third of the ${tip?.toFixed(0) ?? "–"}° at rest.`}
              </p>
              <p className="text-sm break-all text-quiet">{reading.data?.sentence}</p>
            </>
          ) : (
            <p className="text-quiet">
              Pitch and roll once a second, as a level on a serial port sends them (NMEA XDR).
            </p>
          )}
        </div>
      </div>
    </section>
  );
}

const READINGS = [
  { key: "front_level_kg", label: "front axle, level", example: "1090" },
  { key: "front_raised_kg", label: "front axle, rear raised", example: "1128" },
  { key: "raise_mm", label: "rear raised by", example: "420" },
] as const;

/** Centre of gravity from two weighings, kept as the rig's figure. */
function Weighing() {
  const { sheet, stage, put, write } = useBench();
  const { units, person } = useSettings();
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [problem, setProblem] = useState<string>();
  const [got, setGot] = useState<{ height_mm: number; off_mm: number }>();
  const weigh = async () => {
    try {
      setGot(
        await answered(
          client.POST("/api/rigs/{rig_id}/centre-of-gravity", {
            params: { path: { rig_id: sheet.id }, query: { stage, units, person } },
            body: { typed },
          }),
        ),
      );
      setProblem(undefined);
    } catch (error) {
      setGot(undefined);
      setProblem(error instanceof Error ? error.message : undefined);
    }
  };
  return (
    <section aria-label="Centre of gravity by weighing">
      <h2 className="border-b border-ink pb-1 font-semibold">Weigh the height of its centre of gravity</h2>
      <p className="py-1 text-sm">
        Scales under the front wheels; suspension locked, tyres hard; the rear axle lifted. Rear on a jack is
        dangerous work: stands, chocks, nobody under it.
      </p>
      <form
        className="cond flex flex-wrap items-end gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void weigh();
        }}
      >
        {READINGS.map(({ key, label, example }) => (
          <Entry
            key={key}
            className="w-40"
            label={`${label}, ${write(0, key).unit}`}
            example={example}
            value={typed[key] ?? ""}
            set={(text) => setTyped({ ...typed, [key]: text })}
          />
        ))}
        <button className="btn">work it out</button>
      </form>
      <Problem of={problem} />
      {got && (
        <p className="cond flex flex-wrap items-center gap-4 pt-2">
          <b className="text-2xl font-bold">
            {asText(write(got.height_mm, "z_mm"))} ±{write(got.off_mm, "z_mm").text}
          </b>
          <button
            className="btn"
            onClick={() =>
              void put((now) => ({
                do: "note",
                path: "body.cg_height_mm",
                typed: write(got.height_mm, "z_mm", { exact: true }).text,
                known: "measured",
                doubt: write(got.off_mm, "z_mm", { exact: true }).text,
                note: "weighed with the rear axle raised",
                version: now.versions["body.cg_height_mm"] ?? null,
              })).then((refusal) => {
                setProblem(refusal?.message);
                if (!refusal) setGot(undefined);
              })
            }
          >
            note it on the rig
          </button>
        </p>
      )}
    </section>
  );
}

function RoomAbove() {
  const { write } = useBench();
  const { stance } = useResults();
  const height = stance.height.value;
  const mm = (value: number) => asText(write(value, "z_mm"));
  const off = stance.height.doubt?.["height_mm"] ?? 0;
  return (
    <section aria-label="Room above">
      <h2 className="border-b border-ink pb-1 font-semibold">Room above</h2>
      {!height ? (
        <WaitsFor waits={stance.height.waits_for} />
      ) : (
        <dl className="cond">
          <Row label="overall height" path="body.height_mm">
            {mm(height.height_mm)}
            {off > 0.5 && <span className="text-quiet"> ±{write(off, "z_mm").text}</span>}
          </Row>
          <Row
            label="under the garage door"
            path="aims.garage_height_mm"
            bad={(height.garage_left_mm ?? 1) < 0}
          >
            {height.garage_left_mm === null ? "not noted" : mm(height.garage_left_mm)}
          </Row>
          <Row
            label="under the ferry or gate"
            path="aims.ferry_height_mm"
            bad={(height.ferry_left_mm ?? 1) < 0}
          >
            {height.ferry_left_mm === null ? "not noted" : mm(height.ferry_left_mm)}
          </Row>
          <Row
            label="in the container"
            path="aims.container_height_mm"
            bad={(height.container_left_mm ?? 1) < 0}
          >
            {height.container_left_mm === null ? "not noted" : mm(height.container_left_mm)}
          </Row>
        </dl>
      )}
    </section>
  );
}

function Flex() {
  const { write } = useBench();
  const { stance } = useResults();
  const flex = stance.flex.value;
  return (
    <section aria-label="Axles crossed" className="pt-5">
      <h2 className="border-b border-ink pb-1 font-semibold">Axles crossed, three wheels down</h2>
      {!flex ? (
        <WaitsFor waits={stance.flex.waits_for} />
      ) : (
        <dl className="cond">
          <Row label="front axle, rear axle" path="front_suspension.droop_mm">
            {flex.front_deg.toFixed(1)}°, {flex.rear_deg.toFixed(1)}°
          </Row>
          <Row label="one wheel up by" path="rear_suspension.droop_mm">
            {asText(write(flex.calculated.wheel_lift_mm, "z_mm"))}
          </Row>
          <Row label="up a ramp of 20°" path="body.front_track_mm">
            {asText(write(flex.calculated.ramp_distance_mm, "z_mm"))}
            <span className="text-quiet"> index {flex.calculated.ramp_index.toFixed(0)}</span>
          </Row>
        </dl>
      )}
    </section>
  );
}
