/** What holds the axles: track bar, caster bought against the pinion, half shafts, rear links and their centre. */
import type { Areas } from "../../api/types";
import { PlanButton } from "../../parts/PlanButton";
import { useBench, useResults } from "../../parts/bench";
import { useMeasure } from "../../parts/useMeasure";
import { Off, Row } from "../../parts/Row";
import { WaitsFor } from "../../parts/WaitsFor";
import { asText } from "../../parts/quantity";

type Stance = Areas["stance"];

export function Links() {
  const { stance } = useResults();
  return (
    <div className="grid gap-x-8 gap-y-6 pt-3 wide:grid-cols-2">
      <CasterAgainstPinion stance={stance} />
      <TrackBar stance={stance} />
      <HalfShafts stance={stance} />
      <RearLinks stance={stance} />
      <p className="text-sm text-quiet wide:col-span-2">
        Bush bolts only hand-tight until the weight is on the wheels, then torque at ride height: see Height
        and springs.
      </p>
    </div>
  );
}

const degrees = (value: number, places = 1) => `${value.toFixed(places).replace("-", "−")}°`;

/** Every degree given back to the caster is taken from the pinion: both on one picture. */
function CasterAgainstPinion({ stance }: { stance: Stance }) {
  const [ref, width] = useMeasure(360);
  const state = stance.caster.value;
  const shaft = useResults().driveline.front_shaft.value;
  const ride = shaft?.places.find(({ place }) => place === "ride")?.calculated;
  if (!state)
    return (
      <section>
        <h2 className="border-b border-ink pb-1 font-semibold">Caster against the pinion</h2>
        <WaitsFor waits={stance.caster.waits_for} />
      </section>
    );
  const HEIGHT = 190;
  const low = Math.min(-1, state.caster_deg - 2);
  const high = Math.max(7, state.found_deg + 2, state.caster_deg + 4.5);
  const x = (deg: number) => 40 + ((deg - low) / (high - low)) * (width - 60);
  const joint = ride?.pinion_joint_deg;
  const y = (deg: number) => HEIGHT - 34 - (Math.max(0, Math.min(10, deg)) / 10) * (HEIGHT - 60);
  const bought = [0, 1, 2, 3, 4].map((more) => ({
    more,
    caster: state.caster_deg + more,
    pinion: -state.pinion_up_deg - more,
  }));
  return (
    <section aria-label="Caster against the pinion">
      <h2 className="border-b border-ink pb-1 font-semibold">
        Caster against the pinion{" "}
        <span className="font-normal text-quiet">
          {state.on_arms ? "an axle on arms" : "an axle that keeps to the frame"}
        </span>
      </h2>
      <div ref={ref}>
        <svg
          width={width}
          height={HEIGHT}
          role="img"
          aria-label={`Caster ${degrees(state.caster_deg)}, lowest ${degrees(state.lowest_deg)}`}
          className="cond block text-[13px]"
        >
          <rect
            x={x(low)}
            width={Math.max(0, x(state.lowest_deg) - x(low))}
            y={20}
            height={HEIGHT - 54}
            fill="var(--oxide)"
            opacity={0.16}
          />
          <text x={x(low) + 4} y={34} fill="var(--oxide)">
            too little
          </text>
          <line x1={x(low)} x2={x(high)} y1={HEIGHT - 34} y2={HEIGHT - 34} stroke="var(--ink)" />
          {[...Array(Math.ceil(high - low) + 1).keys()].map((i) => {
            const deg = Math.ceil(low) + i;
            return deg > high ? null : (
              <text key={deg} x={x(deg)} y={HEIGHT - 18} textAnchor="middle" fill="var(--quiet)">
                {degrees(deg, 0)}
              </text>
            );
          })}
          <text x={width - 4} y={HEIGHT - 3} textAnchor="end" fill="var(--quiet)">
            caster
          </text>
          <line
            x1={x(state.found_deg)}
            x2={x(state.found_deg)}
            y1={40}
            y2={HEIGHT - 34}
            stroke="var(--quiet)"
            strokeDasharray="1.5 4"
            strokeWidth={1.5}
          />
          <text x={x(state.found_deg)} y={HEIGHT - 40} textAnchor="middle" fill="var(--quiet)">
            found
          </text>
          <line
            x1={x(state.caster_deg)}
            x2={x(state.caster_deg)}
            y1={40}
            y2={HEIGHT - 34}
            stroke="var(--ink)"
            strokeWidth={3}
          />
          {joint !== undefined && (
            <path
              d={bought
                .map(({ caster, more }, i) => `${i ? "L" : "M"}${x(caster)} ${y(Math.abs(joint - 0) + more)}`)
                .join("")}
              stroke="var(--zinc)"
              strokeWidth={2}
              fill="none"
            />
          )}
          {joint !== undefined && (
            <text x={x(state.caster_deg) + 6} y={y(joint) + 16} fill="var(--zinc)">
              {degrees(joint)}
            </text>
          )}
          {joint !== undefined && (
            <text
              x={Math.min(width - 8, x(state.caster_deg + 4))}
              y={y(joint + 4) - 8}
              textAnchor="end"
              fill="var(--zinc)"
            >
              pinion joint
            </text>
          )}
        </svg>
      </div>
      <dl className="cond">
        <Row label="as found" path="steering.caster_deg">
          {degrees(state.found_deg)}
        </Row>
        <Row
          label={state.on_arms ? "the lift turns the axle" : "the rake takes"}
          path="steering.arm_length_mm"
        >
          {state.rotation_deg < 0 ? "+" : ""}
          {degrees(-state.rotation_deg)}
        </Row>
        {Math.abs(state.gained_deg) > 0.01 && (
          <Row label="arms, wedges and shackles turn it by" path="steering.caster_gained_deg">
            {state.gained_deg > 0 ? "+" : ""}
            {degrees(state.gained_deg)}
          </Row>
        )}
        <Row
          label={`comes to; lowest ${degrees(state.lowest_deg)}${state.lowest_noted ? "" : ", assumed"}`}
          path="steering.caster_low_deg"
          bad={state.caster_deg < state.lowest_deg}
        >
          {degrees(state.caster_deg)}
          <Off value={stance.caster.doubt?.["caster_deg"]} />
        </Row>
        <Row label="and the pinion has turned up by" path="front_shaft.pinion_side_deg">
          {degrees(state.pinion_up_deg)}
          {joint !== undefined && <span className="text-quiet"> its joint bends {degrees(joint)}</span>}
        </Row>
      </dl>
      <p className="cond no-print flex flex-wrap gap-4">
        {[1, 2, 3].map((more) => (
          <PlanButton key={more} kind="arms" fields={{ caster_deg: more }}>
            plan arms, caster +{more}°
          </PlanButton>
        ))}
      </p>
    </section>
  );
}

function TrackBar({ stance }: { stance: Stance }) {
  const { sheet, write } = useBench();
  const bar = stance.bar.value;
  if (!bar && sheet.figures["front_axle.build"]?.value === "independent") return null;
  const mm = (value: number) => asText(write(value, "z_mm", { places: 1 }));
  return (
    <section aria-label="Track bar">
      <h2 className="border-b border-ink pb-1 font-semibold">Track bar</h2>
      {!bar ? (
        <WaitsFor waits={stance.bar.waits_for} />
      ) : (
        <>
          <dl className="cond">
            <Row label="pulls the axle aside" path="steering.track_bar_mm" bad={Math.abs(bar.shift_mm) > 5}>
              {mm(Math.abs(bar.calculated.side_shift_mm))}
              {bar.settled && <span className="text-quiet">, taken back</span>}
            </Row>
            <Row label="a bar that puts it back is long" path="steering.track_bar">
              {mm(bar.calculated.recentre_length_mm)}
            </Row>
            <Row label="stands at" path="steering.track_bar_drop_mm">
              {degrees(bar.calculated.angle_deg)}
            </Row>
            {bar.link_apart_deg !== null && (
              <Row
                label="from parallel with the drag link, 2° at most"
                path="steering.drag_link_mm"
                bad={Math.abs(bar.link_apart_deg) > 2}
              >
                {degrees(Math.abs(bar.link_apart_deg))}
                <Off value={stance.bar.doubt?.["link_apart_deg"]} />
              </Row>
            )}
          </dl>
          {!bar.settled && (
            <PlanButton kind="track-bar" fields={{ by: "adjustable" }} className="link no-print">
              plan an adjustable bar
            </PlanButton>
          )}
        </>
      )}
    </section>
  );
}

/** The half shaft from the front: at ride, full droop and full bump, against the cone that its joint bends. */
function HalfShafts({ stance }: { stance: Stance }) {
  const { sheet } = useBench();
  const [ref, width] = useMeasure(360);
  const state = stance.half_shafts.value;
  const reach = sheet.figures["half_shafts.reach_mm"]?.value;
  if (!state || typeof reach !== "number") {
    if (sheet.figures["front_axle.build"]?.value !== "independent") return null;
    return (
      <section>
        <h2 className="border-b border-ink pb-1 font-semibold">Half shafts</h2>
        <WaitsFor waits={stance.half_shafts.waits_for} />
      </section>
    );
  }
  const HEIGHT = 200;
  const k = Math.min(
    (width - 130) / reach,
    (HEIGHT / 2 - 10) / (reach * Math.tan(((state.inner_limit_deg + 4) * Math.PI) / 180)),
  );
  const [x0, y0] = [20, HEIGHT / 2];
  const at = (deg: number) => [x0 + reach * k, y0 + reach * k * Math.tan((deg * Math.PI) / 180)] as const;
  const { calculated } = state;
  const limit = at(state.inner_limit_deg);
  const up = at(-state.inner_limit_deg);
  return (
    <section aria-label="Half shafts">
      <h2 className="border-b border-ink pb-1 font-semibold">
        Half shafts{" "}
        <span className="font-normal text-quiet">
          inner joint to {state.inner_limit_deg.toFixed(0)}°{state.assumed ? ", assumed" : ""}
        </span>
      </h2>
      <div ref={ref}>
        <svg
          width={width}
          height={HEIGHT}
          role="img"
          aria-label={`Half shaft: ${degrees(calculated.inner_worst_deg)} at most`}
          className="cond block text-[13px]"
        >
          <path d={`M${x0} ${y0}L${limit[0]} ${limit[1]}L${up[0]} ${up[1]}Z`} fill="var(--tint)" />
          {(
            [
              ["bump", calculated.bump_deg, "6 4"],
              ["ride", calculated.ride_deg, undefined],
              ["droop", calculated.droop_deg, "6 4"],
            ] as const
          ).map(([name, deg, dash]) => {
            const end = at(deg);
            const over = deg > state.inner_limit_deg;
            return (
              <g key={name}>
                <line
                  x1={x0}
                  y1={y0}
                  x2={end[0]}
                  y2={end[1]}
                  stroke={over ? "var(--oxide)" : "var(--ink)"}
                  strokeWidth={dash ? 1.5 : 3.5}
                  strokeDasharray={dash}
                />
                <text x={end[0] + 5} y={end[1] + 4} fill={over ? "var(--oxide)" : "var(--ink)"}>
                  {name} {degrees(deg)}
                </text>
              </g>
            );
          })}
          <circle cx={x0} cy={y0} r={6} fill="var(--ground)" stroke="var(--ink)" strokeWidth={2} />
        </svg>
      </div>
      <dl className="cond">
        <Row label="inner joint, left" path="half_shafts.inner_limit_deg" bad={calculated.inner_left_deg < 0}>
          {degrees(calculated.inner_left_deg)}
          <Off value={stance.half_shafts.doubt?.["calculated.inner_left_deg"]} />
        </Row>
        <Row
          label={`outer joint at ${state.lock_deg.toFixed(0)}° of lock, left`}
          path="half_shafts.outer_limit_deg"
          bad={calculated.outer_left_deg < 0}
        >
          {degrees(calculated.outer_left_deg)}
          <Off value={stance.half_shafts.doubt?.["calculated.outer_left_deg"]} />
        </Row>
      </dl>
      {state.limit_droop_mm > 0.05 && (
        <PlanButton
          kind="straps"
          fields={{ shorter_mm: Math.ceil(state.limit_droop_mm), axle: "front" }}
          className="link no-print"
        >
          plan straps: {Math.ceil(state.limit_droop_mm)} mm less droop clears it
        </PlanButton>
      )}
    </section>
  );
}

/** The rear links from the side, their lines to where they meet, and the line of force. */
function RearLinks({ stance }: { stance: Stance }) {
  const { sheet, write } = useBench();
  const [ref, width] = useMeasure(360);
  const links = stance.links.value;
  const wheelbase = sheet.figures["body.wheelbase_mm"]?.value;
  if (!links || typeof wheelbase !== "number") {
    if (sheet.figures["rear_suspension.spring"]?.value === "leaf") return null;
    return (
      <section>
        <h2 className="border-b border-ink pb-1 font-semibold">Rear links</h2>
        <WaitsFor waits={stance.links.waits_for} />
      </section>
    );
  }
  const HEIGHT = 220;
  const { calculated, upper, lower } = links;
  const k = Math.min((width - 40) / (wheelbase + 500), (HEIGHT - 40) / 1000);
  const x = (mm: number) => 30 + mm * k;
  const y = (mm: number) => HEIGHT - 24 - mm * k;
  const centre =
    calculated.ic_x_mm === null || calculated.ic_z_mm === null
      ? undefined
      : ([calculated.ic_x_mm, calculated.ic_z_mm] as const);
  const height = links.anti_squat_height_mm ?? undefined;
  const shown = centre && centre[0] > -400 && centre[0] < wheelbase + 500;
  return (
    <section aria-label="Rear links">
      <h2 className="border-b border-ink pb-1 font-semibold">Rear links</h2>
      <div ref={ref}>
        <svg
          width={width}
          height={HEIGHT}
          role="img"
          aria-label={`Anti-squat ${calculated.anti_squat_pct?.toFixed(0) ?? "not said"} per cent`}
          className="cond block text-[13px]"
        >
          <line x1={0} x2={width} y1={y(0)} y2={y(0)} stroke="var(--ink)" />
          {[0, wheelbase].map((at) => {
            const radius = sheet.here.outline[at === 0 ? "front" : "rear"]?.static_radius_mm ?? 370;
            return (
              <circle key={at} cx={x(at)} cy={y(radius)} r={radius * k} fill="none" stroke="var(--quiet)" />
            );
          })}
          <line
            x1={x(-100)}
            x2={x(wheelbase)}
            y1={y(links.cg_height_mm)}
            y2={y(links.cg_height_mm)}
            stroke="var(--hair)"
          />
          <text x={x(0) + 4} y={y(links.cg_height_mm) - 4} fill="var(--quiet)">
            height of the centre of gravity
          </text>
          {[upper, lower].map((link, i) => (
            <g key={i}>
              {shown && (
                <line
                  x1={x(link.axle.x_mm)}
                  y1={y(link.axle.z_mm)}
                  x2={x(centre[0])}
                  y2={y(centre[1])}
                  stroke="var(--quiet)"
                  strokeDasharray="3 4"
                />
              )}
              <line
                x1={x(link.frame.x_mm)}
                y1={y(link.frame.z_mm)}
                x2={x(link.axle.x_mm)}
                y2={y(link.axle.z_mm)}
                stroke="var(--ink)"
                strokeWidth={4}
              />
            </g>
          ))}
          {shown && <circle cx={x(centre[0])} cy={y(centre[1])} r={5} fill="var(--oxide)" />}
          {height !== undefined && (
            <line x1={x(wheelbase)} y1={y(0)} x2={x(0)} y2={y(height)} stroke="var(--zinc)" strokeWidth={2} />
          )}
        </svg>
      </div>
      <dl className="cond">
        <Row label="anti-squat" path="rear_links.upper_frame_z_mm">
          {calculated.anti_squat_pct === null
            ? "cannot be said"
            : `${calculated.anti_squat_pct.toFixed(0)} %`}
          <Off value={stance.links.doubt?.["calculated.anti_squat_pct"]} unit=" %" />
        </Row>
        <Row label="where their lines meet" path="rear_links.lower_frame_z_mm">
          {centre
            ? `${asText(write(centre[0], "x_mm"))} behind the front axle, ${asText(write(centre[1], "z_mm"))} up`
            : "nowhere: the links are parallel"}
        </Row>
      </dl>
    </section>
  );
}
