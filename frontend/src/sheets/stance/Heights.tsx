/** What carries the rig how high: the lift as a stack at each axle, springs, shocks and hoses, and the ways up. */
import { useState } from "react";

import { answered, client, Refusal } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import type { Areas, Sheet, Way } from "../../api/types";
import { PlanButton } from "../../parts/PlanButton";
import { useBench, useResults } from "../../parts/bench";
import { Entry } from "../../parts/Entry";
import { FigureButton } from "../../parts/FigureButton";
import { money } from "../../parts/money";
import { useSettings } from "../../parts/settings";
import { useMeasure } from "../../parts/useMeasure";
import { Problem } from "../../parts/Problem";
import { Row } from "../../parts/Row";
import { WaitsFor } from "../../parts/WaitsFor";
import { asText } from "../../parts/quantity";
import { FromTheSpanner } from "./FromTheSpanner";
import { OnAir } from "./OnAir";

type Stance = Areas["stance"];
const ENDS = ["front", "rear"] as const;
type End = (typeof ENDS)[number];

export function Heights() {
  const { units } = useSettings();
  const { stance } = useResults();
  return (
    <>
      <div className="grid gap-x-8 gap-y-4 pt-3 wide:grid-cols-2">
        {ENDS.map((end) => (
          <Stack key={end} end={end} stance={stance} />
        ))}
      </div>
      <div className="grid gap-x-8 pt-5 wide:grid-cols-2">
        {ENDS.map((end) => (
          <Corner key={end} end={end} stance={stance} />
        ))}
      </div>
      <WaysUp key={units} />
      <OnAir />
      <FromTheSpanner />
      <Waiting />
    </>
  );
}

/** What tyre, springs and body add at one axle, each on top of the last; beside it the frame in every stance. */
function Stack({ end, stance }: { end: End; stance: Stance }) {
  const { sheet, write } = useBench();
  const [ref, width] = useMeasure(360);
  const lift = stance.lift.value?.[end];
  if (!lift) return <WaitsFor waits={stance.lift.waits_for} />;
  const HEIGHT = 176;
  const frame = (outline: Sheet["outlines"]["found"]) => outline[end]?.frame_rise_mm ?? 0;
  const levels = [
    { name: "as found", mm: 0, dash: "1.5 4" },
    { name: "today", mm: frame(sheet.outlines.today), dash: "6 4" },
    { name: "here", mm: lift.frame_rise_mm, dash: undefined },
    { name: "here, loaded", mm: frame(sheet.outlines.loaded), dash: "9 3 2 3" },
    { name: "planned", mm: frame(sheet.outlines.planned), dash: "12 4" },
  ];
  const rows = [
    ["tyre", lift.axle_rise_mm, 0],
    ["springs", lift.suspension_lift_mm, lift.axle_rise_mm],
    ["body", lift.body_lift_mm, lift.frame_rise_mm],
  ] as const;
  const all = [
    ...levels.map(({ mm }) => mm),
    ...rows.map(([, amount, from]) => from + amount),
    lift.axle_rise_mm,
  ];
  const [low, high] = [Math.min(0, ...all) - 8, Math.max(20, ...all) + 8];
  const y = (mm: number) => HEIGHT - 16 - ((mm - low) / (high - low)) * (HEIGHT - 36);
  const wide = Math.max(36, (width - 190) / 3);
  const signed = (value: number) => `${value > 0.5 ? "+" : ""}${write(value, "z_mm").text}`;
  const off = stance.lift.doubt?.[`${end}.frame_rise_mm`] ?? 0;
  // Levels that lie close share a line of text each, from the highest down.
  const labels = [...levels]
    .sort((a, b) => b.mm - a.mm)
    .map((level, i, sorted) => ({ ...level, at: spread(sorted, i, y) }));
  return (
    <section aria-label={`Height, ${end}`}>
      <h2 className="border-b border-ink pb-1 font-semibold">
        {end === "front" ? "Front" : "Rear"} axle{" "}
        <span className="font-normal text-quiet">frame {signed(lift.frame_rise_mm)}</span>
        <span className="font-normal text-quiet">
          {off > 0.5 && ` ±${write(off, "z_mm").text}`} {write(0, "z_mm").unit} against as found
        </span>
      </h2>
      <div ref={ref}>
        <svg
          width={width}
          height={HEIGHT}
          role="img"
          aria-label={`${end} lift as a stack`}
          className="cond block text-[13px]"
        >
          {rows.map(([name, amount, from], i) => (
            <g key={name}>
              <rect
                x={i * wide + 4}
                width={wide - 10}
                y={Math.min(y(from), y(from + amount))}
                height={Math.max(1.5, Math.abs(y(from) - y(from + amount)))}
                fill={amount < -0.5 ? "var(--oxide)" : "var(--zinc)"}
                opacity={0.85}
              />
              <text
                x={i * wide + wide / 2}
                y={Math.min(y(from), y(from + amount)) - 5}
                textAnchor="middle"
                fontWeight={700}
              >
                {signed(amount)}
              </text>
              <text x={i * wide + wide / 2} y={HEIGHT - 4} textAnchor="middle" fill="var(--quiet)">
                {name}
              </text>
            </g>
          ))}
          {labels.map(({ name, mm, dash, at }) => (
            <g key={name}>
              <line
                x1={4}
                x2={3 * wide + 6}
                y1={y(mm)}
                y2={y(mm)}
                stroke="var(--ink)"
                strokeWidth={name === "here" ? 2 : 1}
                strokeDasharray={dash}
              />
              <line x1={3 * wide + 6} x2={3 * wide + 26} y1={y(mm)} y2={at - 4} stroke="var(--hair)" />
              <text x={3 * wide + 30} y={at} fontWeight={name === "here" ? 700 : 400}>
                {name}
              </text>
              <text x={width - 2} y={at} textAnchor="end" fontWeight={name === "here" ? 700 : 400}>
                {signed(mm)}
              </text>
            </g>
          ))}
        </svg>
      </div>
      <Sides of={stance[`${end}_sides`].value} />
    </section>
  );
}

/** What one side is lifted by where it is not what the other is. */
function Sides({ of: sides }: { of: Stance["front_sides"]["value"] | undefined }) {
  const { write } = useBench();
  if (!sides || Math.abs(sides.left_mm - sides.right_mm) < 0.5) return null;
  const inWords = (mm: number) => `${mm > 0.5 ? "+" : ""}${asText(write(mm, "lift_mm"))}`;
  return (
    <p className="cond text-oxide">
      left {inWords(sides.left_mm)}, right {inWords(sides.right_mm)}: the middle is what stands above
    </p>
  );
}

/** Where the words of a level stand: at its height, and never on those above. */
function spread(sorted: { mm: number }[], index: number, y: (mm: number) => number): number {
  const LINE = 17;
  let at = 14;
  sorted.slice(0, index + 1).forEach(({ mm }, i) => {
    at = Math.min(Math.max(y(mm) + 4, i === 0 ? 14 : at + LINE), 172 - (sorted.length - 1 - i) * LINE);
  });
  return at;
}

function Corner({ end, stance }: { end: End; stance: Stance }) {
  const { write } = useBench();
  const spring = stance[`${end}_corner`];
  const shock = stance[`${end}_shock`];
  const lines = stance[`${end}_lines`];
  const at = `${end}_suspension`;
  const mm = (value: number) => asText(write(value, "z_mm"));
  const off = (result: { doubt?: Record<string, number> }, place: string) => {
    const value = result.doubt?.[place] ?? 0;
    return value > 0.5 ? ` ±${write(value, "z_mm").text}` : "";
  };
  const answer = spring.value?.calculated;
  return (
    <section aria-label={`Spring and shock, ${end}`} className="cond pb-4">
      <h2 className="border-b border-ink pb-1 font-semibold">
        {end === "front" ? "Front" : "Rear"} spring and shock
      </h2>
      {answer ? (
        <dl>
          <Row label="rides at" path={`${at}.rate_n_per_mm`}>
            {answer.frequency_hz === null ? "–" : `${answer.frequency_hz.toFixed(2)} Hz`}
            <span className="text-quiet">
              {" "}
              {answer.frequency_hz === null
                ? ""
                : answer.frequency_hz > 1.5
                  ? "hard off road; 1.0 to 1.5 rides well"
                  : answer.frequency_hz < 1
                    ? "soft; 1.0 to 1.5 rides well"
                    : "rides well off road"}
            </span>
          </Row>
          <Row label="loaded" path={`${at}.free_length_mm`}>
            {mm(answer.ride_length_mm)}
            {off(spring, "calculated.ride_length_mm")}
          </Row>
          {answer.sag_mm > 0.5 && (
            <Row
              label={`sags by what came on it, ${spring.value?.laden ? "laden" : "as built, nobody aboard"}`}
              path={`${at}.rate_n_per_mm`}
            >
              {mm(answer.sag_mm)}
            </Row>
          )}
          {answer.coil_bind_left_mm !== undefined && answer.coil_bind_left_mm !== null && (
            <Row
              label="before its coils touch at full bump"
              path={`${at}.solid_length_mm`}
              bad={answer.coil_bind_left_mm < 0}
            >
              {mm(answer.coil_bind_left_mm)}
              {off(spring, "calculated.coil_bind_left_mm")}
            </Row>
          )}
          {answer.seated_by_mm !== undefined && answer.seated_by_mm !== null && (
            <Row
              label={
                spring.value?.retained
                  ? "pressed at full droop; held in its seats"
                  : "still pressed at full droop"
              }
              path={`${at}.spring_retained`}
              bad={answer.seated_by_mm < 0 && !spring.value?.retained}
            >
              {mm(answer.seated_by_mm)}
              {off(spring, "calculated.seated_by_mm")}
            </Row>
          )}
        </dl>
      ) : (
        <WaitsFor waits={spring.waits_for} />
      )}
      {shock.value ? <Stroke shock={shock.value} end={end} /> : <WaitsFor waits={shock.waits_for} />}
      {lines.value ? (
        <dl>
          {lines.value.map((line, i) => (
            <Row
              key={line.key}
              label={`${line.name} keeps ${line.on_its_way ? "at the worst of droop and lock" : "at full droop"}, ${mm(line.left_mm - line.spare_mm)} wanted`}
              path={line.on_its_way ? `${end}_lines.${line.key}_length_mm` : `${at}.${line.key}_spare_mm`}
              bad={line.spare_mm < 0}
            >
              {mm(line.left_mm)}
              {off(lines, `${i}.left_mm`)}
            </Row>
          ))}
        </dl>
      ) : (
        <WaitsFor waits={lines.waits_for} />
      )}
    </section>
  );
}

type ShockValue = NonNullable<Stance["front_shock"]["value"]>;

/** The stroke from closed to open, what travel takes of it around ride, and the spare wanted at either end. */
function Stroke({ shock, end }: { shock: ShockValue; end: End }) {
  const { write } = useBench();
  const [ref, width] = useMeasure(340);
  const { calculated } = shock;
  const whole = shock.open_mm - shock.closed_mm;
  const from = shock.ride_mm - (shock.ride_mm - shock.closed_mm - calculated.bump_left_mm);
  const to = shock.ride_mm + (shock.open_mm - shock.ride_mm - calculated.droop_left_mm);
  const low = Math.min(shock.closed_mm, from) - 12;
  const high = Math.max(shock.open_mm, to) + 12;
  const x = (mm: number) => ((mm - low) / (high - low)) * width;
  const mm = (value: number) => write(value, "z_mm").text;
  const short = calculated.extend_bump_stop_mm > 0.05 || calculated.limit_droop_mm > 0.05;
  return (
    <div ref={ref} className="py-2">
      <svg
        width={width}
        height={66}
        role="img"
        aria-label={`${end} shock: ${Math.round(calculated.bump_left_mm)} left at full bump, ${Math.round(calculated.droop_left_mm)} at full droop`}
        className="block text-[13px]"
      >
        <rect
          x={x(shock.closed_mm)}
          width={x(shock.open_mm) - x(shock.closed_mm)}
          y={22}
          height={18}
          fill="var(--tint)"
          stroke="var(--ink)"
        />
        {[shock.closed_mm, shock.open_mm - 10].map((edge) => (
          <rect key={edge} x={x(edge)} width={x(edge + 10) - x(edge)} y={22} height={18} fill="var(--hair)" />
        ))}
        <line x1={x(from)} x2={x(to)} y1={31} y2={31} stroke="var(--zinc)" strokeWidth={8} />
        <line
          x1={x(shock.ride_mm)}
          x2={x(shock.ride_mm)}
          y1={16}
          y2={46}
          stroke="var(--ink)"
          strokeWidth={2}
        />
        <g fill="var(--quiet)">
          <text x={x(shock.closed_mm)} y={14}>
            closed {mm(shock.closed_mm)}
          </text>
          <text x={x(shock.open_mm)} y={14} textAnchor="end">
            open {mm(shock.open_mm)}
          </text>
          <text x={x(shock.ride_mm)} y={60} textAnchor="middle">
            ride {mm(shock.ride_mm)}
          </text>
        </g>
        <g fontWeight={700}>
          <text x={0} y={60} fill={shock.bump_spare_mm < 0 ? "var(--oxide)" : "var(--ink)"}>
            {mm(calculated.bump_left_mm)} left at bump
          </text>
          <text
            x={width}
            y={60}
            textAnchor="end"
            fill={shock.droop_spare_mm < 0 ? "var(--oxide)" : "var(--ink)"}
          >
            {mm(calculated.droop_left_mm)} left at droop
          </text>
        </g>
      </svg>
      {short && whole > 0 && (
        <p className="flex flex-wrap gap-x-4">
          {calculated.extend_bump_stop_mm > 0.05 && (
            <PlanButton
              kind="bump-stops"
              fields={{ longer_mm: Math.ceil(calculated.extend_bump_stop_mm), axle: end }}
            >
              plan a bump stop {Math.ceil(calculated.extend_bump_stop_mm)} longer
            </PlanButton>
          )}
          {calculated.limit_droop_mm > 0.05 && (
            <PlanButton
              kind="straps"
              fields={{ shorter_mm: Math.ceil(calculated.limit_droop_mm), axle: end }}
            >
              plan straps, droop {Math.ceil(calculated.limit_droop_mm)} less
            </PlanButton>
          )}
        </p>
      )}
    </div>
  );
}

/** Lift asked the other way round: so much up, and the ways that reach it. */
function WaysUp() {
  const { sheet, stage, put, write } = useBench();
  const { units, person } = useSettings();
  const [front, setFront] = useState(() => write(50, "z_mm").text);
  const [rear, setRear] = useState("");
  const unit = write(0, "z_mm").unit;
  const level = rear.trim() === "";
  const ways = useAsked({
    queryKey: ["ways", sheet.id, front, rear, level, stage, units, sheet.revision],
    queryFn: ({ signal }) =>
      answered(
        client.GET("/api/rigs/{rig_id}/ways-up", {
          params: {
            path: { rig_id: sheet.id },
            query: { stage, units, person, front, rear, level },
          },
          signal,
        }),
      ),
    retry: false,
  });
  const data = ways.data;
  const refused = ways.error instanceof Refusal ? ways.error.problem.field : undefined;
  return (
    <section aria-label="Ways up" className="pt-4">
      <h2 className="border-b border-ink pb-1 font-semibold">
        So much up: which ways reach it{" "}
        <span className="font-normal text-quiet">on top of the stage, one at a time</span>
      </h2>
      <div className="cond no-print flex flex-wrap items-end gap-5 py-2">
        <Entry
          label={`ride height change in front, ${unit}`}
          className="w-40"
          value={front}
          set={setFront}
          example="50"
          invalid={refused === "front"}
        />
        <Entry
          label={`at the rear, ${unit}`}
          className="w-40"
          value={rear}
          set={setRear}
          example={data && level ? `${write(data.rear_mm, "z_mm").text}, level loaded` : "level when loaded"}
          invalid={refused === "rear"}
        />
        {level && data && !data.no_rake && (
          <p className="pb-2">Level with its load the rear comes up {asText(write(data.rear_mm, "z_mm"))}.</p>
        )}
        {level && data?.no_rake && (
          <FigureButton path="body.rake_from_mm" className="link">
            level waits for the rake as found
          </FigureButton>
        )}
      </div>
      <Problem of={ways.error} />
      {data && (
        <table className="cond w-full">
          <tbody>
            {data.ways.map((way) => (
              <WayRow
                key={`${way.end} ${way.name}`}
                way={way}
                earlier={ways.earlier}
                take={(w) => void put({ do: "draft", kind: w.kind, fields: w.fields })}
              />
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

type WayRowProps = { way: Way; earlier: boolean; take: (draft: NonNullable<Way["draft"]>) => void };

function WayRow({ way, earlier, take }: WayRowProps) {
  const { write, sheet } = useBench();
  const mm = (value: number) => asText(write(value, "z_mm"));
  const worth = sheet.figures["aims.hour_rate"]?.value;
  const bad = way.raised.filter(
    ({ severity }) => severity === "stop" || severity === "measure" || severity === "watch",
  );
  return (
    <tr className="border-b border-hair align-baseline [&>td]:py-1 [&>td]:pr-3">
      <td className="text-quiet">{way.end}</td>
      <td>
        <b className="font-semibold">{way.draft?.title ?? way.name}</b>
        <span className="block text-sm text-quiet">{way.says}</span>
      </td>
      <td className="text-right whitespace-nowrap">
        {way.reached_mm === null ? "" : `+${mm(way.reached_mm)}`}
      </td>
      <td className="text-right whitespace-nowrap text-quiet">
        {way.hours === null ? "" : `${way.hours.toFixed(1)} h`}
        {way.hours !== null &&
          typeof worth === "number" &&
          worth > 0 &&
          ` ≈ ${money(way.hours * worth)} ${sheet.brief.currency}`}
      </td>
      <td className="text-sm">
        {bad.length === 0 && way.draft ? (
          <span className="text-quiet">upsets nothing more</span>
        ) : (
          bad.map((finding) => (
            <span key={finding.key} className={`block ${finding.severity === "stop" ? "text-oxide" : ""}`}>
              {finding.severity}: {finding.text}
            </span>
          ))
        )}
      </td>
      <td className="text-right whitespace-nowrap">
        {way.draft && (
          <button className="link" disabled={earlier} onClick={() => way.draft && take(way.draft)}>
            plan it<span className="sr-only">: {way.draft.title}</span>
          </button>
        )}
      </td>
    </tr>
  );
}

const FOR_THE_WEIGHT = [
  "springs",
  "coil-spacers",
  "blocks",
  "shackles",
  "lift",
  "arms",
  "links",
  "track-bar",
  "axle",
];

/** Fasteners that are only torqued with the weight on the wheels. */
function Waiting() {
  const { sheet } = useBench();
  const touched = sheet.changes.filter(({ kind, on_plan }) => on_plan && FOR_THE_WEIGHT.includes(kind));
  if (touched.length === 0) return null;
  return (
    <section aria-label="Torque at ride height" className="pt-5">
      <h2 className="border-b border-ink pb-1 font-semibold">
        Hand-tight until the weight is on the wheels{" "}
        <span className="font-normal text-quiet">
          then torque at ride height, by the vehicle&apos;s manual
        </span>
      </h2>
      <ol className="cond">
        {touched.map((change) => (
          <li key={change.id} className="flex gap-3 border-b border-hair py-1">
            <span className="mt-1 size-4 shrink-0 border border-ink" aria-hidden />
            <span>
              <b className="font-semibold">{change.title}</b>
              <span className="block text-sm text-quiet">
                {change.jobs
                  .flatMap(({ steps }) => steps)
                  .filter((step) => /weight|torque|hand-tight/i.test(step))
                  .join(" ")}
              </span>
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
