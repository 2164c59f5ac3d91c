/** The front on two arms: the right wheel moved through its travel, and camber, toe and roll centre as curves over it. */
import { scaleLinear } from "d3-scale";
import { useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import { useBench } from "../../parts/bench";
import { FigureButton } from "../../parts/FigureButton";
import { Problem } from "../../parts/Problem";
import { asText } from "../../parts/quantity";
import { useLook } from "../../parts/useLook";
import { useMeasure } from "../../parts/useMeasure";
import { WaitsFor } from "../../parts/WaitsFor";

function useArms() {
  const { key, params } = useLook();
  return useAsked({
    queryKey: ["front arms", ...key],
    queryFn: () => answered(client.GET("/api/rigs/{rig_id}/front-arms", { params })),
  });
}

type ArmsSheet = NonNullable<ReturnType<typeof useArms>["data"]>;
type Found = NonNullable<ArmsSheet["arms"]["value"]>;
type Pose = ArmsSheet["poses"][number];

export function Arms() {
  const { data, error } = useArms();
  const { sheet } = useBench();
  const [at, setAt] = useState<number>();
  if (!data)
    return error ? <Problem of={error} className="py-3" /> : <p className="py-3 text-quiet">One moment.</p>;
  const solid = sheet.figures["front_axle.build"]?.value === "solid";
  if (!data.arms.value)
    return (
      <section aria-label="Front arms" className="max-w-prose py-3">
        <p>
          {solid
            ? "The front axle is solid: nothing here moves by itself."
            : "A front on two arms: note where each joint sits, from the middle of the vehicle and above the ground."}
        </p>
        {!solid && <WaitsFor waits={data.arms.waits_for} />}
        {!solid && <Joints />}
      </section>
    );
  const rows = data.arms.value.calculated.travel;
  const ride = rows.findIndex(({ travel_mm }) => travel_mm === 0);
  const chosen = Math.min(at ?? Math.max(ride, 0), rows.length - 1);
  return (
    <section aria-label="Front arms" className="pt-3">
      <div className="grid gap-x-8 gap-y-4 wide:grid-cols-2">
        <Front poses={data.poses} chosen={chosen} ride={ride} />
        <Facts sheet={data} found={data.arms.value} chosen={chosen} />
      </div>
      <label className="cond no-print grid grid-cols-[9rem_minmax(0,1fr)] items-center gap-3 py-2">
        <span className="text-quiet">wheel through its travel</span>
        <input
          type="range"
          className="h-10 w-full accent-oxide"
          min={0}
          max={rows.length - 1}
          value={chosen}
          onChange={(event) => setAt(Number(event.target.value))}
        />
      </label>
      <Curves found={data.arms.value} chosen={chosen} />
      <Joints />
    </section>
  );
}

const HEIGHT = 300;

function Front({ poses, chosen, ride }: { poses: Pose[]; chosen: number; ride: number }) {
  const [ref, width] = useMeasure(420);
  const pose = poses[chosen];
  const still = poses[ride];
  if (!pose || !still) return null;
  const all = poses.flatMap((each) => [
    each.lower_inner,
    each.lower_outer,
    each.upper_inner,
    each.upper_outer,
    each.patch,
  ]);
  const ys = all.map(([y = 0]) => y);
  const zs = all.map(([, z = 0]) => z);
  const [left, low] = [Math.min(...ys) - 60, Math.min(...zs) - 20];
  const k = Math.min(
    (width - 20) / (Math.max(...ys) + 110 - left),
    (HEIGHT - 20) / (Math.max(...zs) + 60 - low),
  );
  const spot = ([y = 0, z = 0]: number[]) => ({ x: 10 + (y - left) * k, y: HEIGHT - 10 - (z - low) * k });
  const drawn = (of: Pose, ink: string, wide: number, dash?: string) => {
    const [a, b, c, d, p] = [of.lower_inner, of.lower_outer, of.upper_inner, of.upper_outer, of.patch].map(
      spot,
    );
    if (!a || !b || !c || !d || !p) return null;
    const lean = (of.leans_deg * Math.PI) / 180;
    const [tall, broad] = [620 * k, 110 * k];
    return (
      <g stroke={ink} fill="none" strokeDasharray={dash}>
        <path
          d={`M${a.x} ${a.y}L${b.x} ${b.y}M${c.x} ${c.y}L${d.x} ${d.y}M${b.x} ${b.y}L${d.x} ${d.y}`}
          strokeWidth={wide}
        />
        <rect
          x={p.x - broad}
          y={p.y - tall}
          width={2 * broad}
          height={tall}
          rx={broad * 0.4}
          strokeWidth={wide * 0.7}
          transform={`rotate(${(lean * 180) / Math.PI} ${p.x} ${p.y})`}
        />
        {[a, b, c, d].map((each, i) => (
          <circle key={i} cx={each.x} cy={each.y} r={4} fill="var(--ground)" strokeWidth={2} />
        ))}
      </g>
    );
  };
  const ground = spot([0, 0]).y;
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={HEIGHT}
        viewBox={`0 0 ${width} ${HEIGHT}`}
        role="img"
        aria-label="The right front wheel on its arms, from the front"
        className="block h-auto max-w-full"
      >
        <line x1={0} x2={width} y1={ground} y2={ground} stroke="var(--hair)" />
        {chosen !== ride && drawn(still, "var(--quiet)", 1, "4 3")}
        {drawn(pose, "var(--ink)", 3)}
      </svg>
    </div>
  );
}

const signed = (value: number, places: number) =>
  `${value > 0 ? "+" : ""}${value.toFixed(places).replace("-", "−")}`;

function Facts({ sheet, found, chosen }: { sheet: ArmsSheet; found: Found; chosen: number }) {
  const { write } = useBench();
  const row = found.calculated.travel[chosen];
  const off = (place: string) => sheet.arms.doubt?.[`calculated.${place}`] ?? 0;
  if (!row) return null;
  const mm = (value: number) => asText(write(value, "length_mm"));
  const steer = found.calculated.bump_steer_deg_per_100mm;
  return (
    <dl className="cond self-start">
      <Fact says="wheel">
        {row.travel_mm === 0
          ? "at ride"
          : `${mm(Math.abs(row.travel_mm))} ${row.travel_mm > 0 ? "up" : "down"}`}
      </Fact>
      <Fact says="camber there">{signed(row.camber_deg, 2)}°</Fact>
      <Fact says="toe in there">
        {row.toe_deg == null ? "the tie rod is not noted" : `${signed(row.toe_deg, 2)}°`}
      </Fact>
      <Fact says="wider by, each side">{mm(row.track_mm)}</Fact>
      <Fact says="roll centre">
        {row.roll_centre_mm == null ? "none: the line stands upright" : mm(row.roll_centre_mm)}
      </Fact>
      <Fact
        says={`camber at ride, lifted ${mm(found.lift_mm)}`}
        alarm={Math.abs(found.calculated.camber_at_ride_deg) > 1}
      >
        {signed(found.calculated.camber_at_ride_deg, 2)}° ±{off("camber_at_ride_deg").toFixed(2)}
      </Fact>
      {steer != null && (
        <Fact says="steers itself, over 100 mm" alarm={Math.abs(steer) > 0.5}>
          {signed(steer, 2)}° ±{off("bump_steer_deg_per_100mm").toFixed(2)}
        </Fact>
      )}
    </dl>
  );
}

function Fact({
  says,
  alarm = false,
  children,
}: {
  says: string;
  alarm?: boolean;
  children: React.ReactNode;
}) {
  return (
    <div className="flex justify-between gap-4 border-b border-hair py-1">
      <dt className="text-quiet">{says}</dt>
      <dd className={`text-right font-semibold ${alarm ? "text-oxide" : ""}`}>{children}</dd>
    </div>
  );
}

const CURVES = [
  { key: "camber_deg", name: "camber, °" },
  { key: "toe_deg", name: "toe in, °" },
  { key: "roll_centre_mm", name: "roll centre above the ground" },
] as const;
const LOW = 130;

function Curves({ found, chosen }: { found: Found; chosen: number }) {
  const rows = found.calculated.travel;
  return (
    <div className="grid gap-x-8 wide:grid-cols-3">
      {CURVES.map(({ key, name }) => {
        const points = rows.flatMap((row, i) =>
          row[key] == null ? [] : [{ at: row.travel_mm, value: row[key], i }],
        );
        return points.length > 1 ? <Curve key={key} name={name} points={points} chosen={chosen} /> : null;
      })}
    </div>
  );
}

type CurveProps = { name: string; points: { at: number; value: number; i: number }[]; chosen: number };

function Curve({ name, points, chosen }: CurveProps) {
  const [ref, width] = useMeasure(300);
  const { write } = useBench();
  const values = points.map(({ value }) => value);
  const spread = Math.max(...values) - Math.min(...values);
  const room = Math.max(spread * 0.08, 0.05);
  const x = scaleLinear([points[0]?.at ?? 0, points.at(-1)?.at ?? 1], [34, width - 10]);
  const y = scaleLinear([Math.min(...values, 0) - room, Math.max(...values, 0) + room], [LOW - 24, 12]);
  const here = points.find(({ i }) => i === chosen);
  const isLength = name.startsWith("roll");
  const written = (value: number) => (isLength ? write(value, "length_mm").text : signed(value, 1));
  return (
    <figure ref={ref} className="keep">
      <svg
        width={width}
        height={LOW}
        viewBox={`0 0 ${width} ${LOW}`}
        role="img"
        aria-label={`${name}, over the travel of the wheel`}
        className="cond block h-auto max-w-full text-[13px]"
      >
        <line x1={34} x2={width - 10} y1={y(0)} y2={y(0)} stroke="var(--hair)" />
        <line x1={x(0)} x2={x(0)} y1={8} y2={LOW - 22} stroke="var(--hair)" />
        {[Math.min(...values), Math.max(...values)].map((value) => (
          <text key={value} x={0} y={y(value) + 4} fill="var(--quiet)">
            {written(value)}
          </text>
        ))}
        <path
          d={points.map(({ at, value }, i) => `${i ? "L" : "M"}${x(at)} ${y(value)}`).join("")}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={2.2}
        />
        {here && <circle cx={x(here.at)} cy={y(here.value)} r={5} fill="var(--oxide)" />}
        <text x={34} y={LOW - 6} fill="var(--quiet)">
          droop
        </text>
        <text x={width - 10} y={LOW - 6} textAnchor="end" fill="var(--quiet)">
          bump
        </text>
      </svg>
      <figcaption className="cond text-sm font-semibold">{name}</figcaption>
    </figure>
  );
}

const JOINTS = [
  ["lower_inner", "lower arm, inner"],
  ["lower_outer", "lower arm, outer"],
  ["upper_inner", "upper arm, inner"],
  ["upper_outer", "upper arm, outer"],
  ["rod_inner", "tie rod, inner"],
  ["rod_outer", "tie rod, outer"],
] as const;

/** The joints as they were measured: from the middle, and above the ground. */
function Joints() {
  const { sheet, write } = useBench();
  const noted = (path: string) => {
    const value = sheet.figures[path]?.value;
    return typeof value === "number" ? asText(write(value, "length_mm")) : "not noted";
  };
  const button = (path: string, label: string) => (
    <FigureButton path={path} label={label} className="link">
      {noted(path)}
    </FigureButton>
  );
  return (
    <table className="cond mt-3 w-full max-w-xl">
      <thead>
        <tr className="text-left text-quiet [&>th]:font-normal">
          <th>joint, right side</th>
          <th>from the middle</th>
          <th>above the ground</th>
        </tr>
      </thead>
      <tbody>
        {JOINTS.map(([key, name]) => (
          <tr key={key} className="border-b border-hair">
            <td>{name}</td>
            <td>{button(`front_arms.${key}_y_mm`, `${name}, from the middle`)}</td>
            <td>{button(`front_arms.${key}_z_mm`, `${name}, above the ground`)}</td>
          </tr>
        ))}
        <tr className="border-b border-hair">
          <td>tie rod’s end behind the steering axis</td>
          <td>{button("front_arms.steer_arm_mm", "tie rod's end behind the steering axis")}</td>
          <td />
        </tr>
      </tbody>
    </table>
  );
}
