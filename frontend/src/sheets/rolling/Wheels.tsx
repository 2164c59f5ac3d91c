/** Tyres and wheels by position: the set from above with the odd one marked, then every wheel; where each end stands. */
import type { Areas, WheelPlace, WheelSet } from "../../api/types";
import { WaitsFor } from "../../parts/WaitsFor";
import { useBench, useResults } from "../../parts/bench";
import { figureHere } from "../../parts/figureHere";
import { FigureButton } from "../../parts/FigureButton";
import { useMeasure } from "../../parts/useMeasure";
import { StandDrawing } from "./StandDrawing";
import { asText } from "../../parts/quantity";

const FIELDS = {
  diameter_mm: "diameter",
  construction: "construction",
  offset_mm: "offset",
  rim_width_in: "rim width",
  load_index: "load index",
  pattern: "pattern",
} as const;

const ROWS = [
  ["size", "size"],
  ["date_code", "date code"],
  ["rim_width_in", "rim width"],
  ["offset_mm", "offset"],
  ["bolt_circle_mm", "bolt circle"],
  ["centre_bore_mm", "centre bore"],
  ["pattern", "pattern"],
  ["circumference_mm", "roll-out"],
  ["pressure_kpa", "pressure"],
  ["mass_kg", "mass"],
] as const;

/** What has to mate is read to the tenth. */
const EXACT = new Set<string>(["bolt_circle_mm", "centre_bore_mm"]);

export function Wheels() {
  const { rolling } = useResults();
  const set = rolling.wheels.value;
  return (
    <>
      {set ? (
        <>
          <SetDrawing set={set} />
          <SetTable set={set} />
        </>
      ) : (
        <p className="py-3">
          <FigureButton path="wheels.front_left.size" className="link">
            waits for {rolling.wheels.waits_for?.label ?? "a size"}
          </FigureButton>
        </p>
      )}
      <Loads />
      {(["front", "rear"] as const).map((end) => (
        <StandBlock key={end} end={end} result={end === "front" ? rolling.front_stand : rolling.rear_stand} />
      ))}
    </>
  );
}

/** The vehicle from above, nose to the left, its wheels where they are; an odd one is filled and named. */
function SetDrawing({ set }: { set: WheelSet }) {
  const [ref, width] = useMeasure(640);
  const twins = set.wheels.some(({ position }) => position.endsWith("_inner"));
  const height = twins ? 190 : 160;
  const left = width * 0.2;
  const right = width * 0.62;
  const spots: Record<string, [number, number]> = {
    front_left: [left, height - 34],
    front_right: [left, 34],
    rear_left: [right, height - 34],
    rear_right: [right, 34],
    rear_left_inner: [right, height - 64],
    rear_right_inner: [right, 64],
    spare: [width * 0.86, height / 2],
  };
  const odd = (position: string) =>
    set.differences
      .filter((difference) => difference.odd.includes(position))
      .map(({ field }) => FIELDS[field as keyof typeof FIELDS]);
  const unknown = (position: string) =>
    set.differences.some((difference) => difference.unknown.includes(position));
  return (
    <div ref={ref} className="on-strip mt-3 bg-strip">
      <svg
        width={width}
        height={height}
        role="img"
        aria-label="The set of wheels from above"
        className="cond block"
      >
        <path
          d={`M${left - 60} ${height / 2} L${left - 30} 44 H${right + 60} V${height - 44} H${left - 30} Z`}
          fill="none"
          stroke="var(--strip-line)"
          strokeWidth={1.5}
        />
        <line x1={left} x2={left} y1={34} y2={height - 34} stroke="var(--strip-line)" strokeWidth={3} />
        <line x1={right} x2={right} y1={34} y2={height - 34} stroke="var(--strip-line)" strokeWidth={3} />
        {set.wheels.map(({ position, label, age }) => {
          const [cx, cy] = spots[position] ?? [0, 0];
          const differs = odd(position);
          const old = age && age.verdict !== "fresh";
          const low = cy > height / 2;
          const words = [
            ...differs,
            ...(unknown(position) ? ["not all known"] : []),
            ...(old ? [age.verdict] : []),
          ];
          return (
            <g key={position}>
              <rect
                x={cx - 34}
                y={cy - 12}
                width={68}
                height={24}
                fill={differs.length > 0 ? "var(--strip-oxide)" : "var(--strip-tyre)"}
                stroke={words.length > 0 ? "var(--strip-oxide)" : "var(--chalk)"}
                strokeWidth={words.length > 0 ? 2.5 : 1.5}
                strokeDasharray={unknown(position) ? "4 3" : "none"}
              />
              <text
                x={cx + 44}
                y={cy + (position === "spare" ? 30 : low ? 4 : 4)}
                textAnchor={position === "spare" ? "middle" : "start"}
                dx={position === "spare" ? -44 : 0}
                fontSize={13}
                fill={words.length > 0 ? "var(--strip-oxide)" : "var(--chalk-quiet)"}
              >
                {label}
                {words.length > 0 && `: ${words.join(", ")}`}
              </text>
            </g>
          );
        })}
      </svg>
    </div>
  );
}

function SetTable({ set }: { set: WheelSet }) {
  const { sheet, write } = useBench();
  const here = (path: string) => figureHere(sheet, path);
  const inWords = (path: string, key: string) => {
    const value = here(path)?.value;
    if (value === undefined) return undefined;
    return typeof value === "number"
      ? write(value, key, EXACT.has(key) ? { places: 1 } : {}).text
      : String(value);
  };
  const odd = (position: string, key: string) =>
    set.differences.some(({ field, odd: which }) => field === key && which.includes(position));
  return (
    <div className="sideways">
      <table className="cond w-full">
        <thead>
          <tr className="border-b border-ink text-left text-quiet">
            <td />
            {set.wheels.map(({ position, label }) => (
              <th key={position} className="font-normal">
                {label}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {ROWS.map(([key, label]) => (
            <tr key={key} className="border-b border-hair">
              <td className="text-quiet">
                {label}
                {write(0, key).unit && `, ${write(0, key).unit}`}
              </td>
              {set.wheels.map(({ position, label: at, age }) => {
                const path = `wheels.${position}.${key}`;
                const text = inWords(path, key);
                return (
                  <td key={position}>
                    <FigureButton
                      path={path}
                      label={`${label}, ${at}`}
                      className={
                        odd(position, key)
                          ? "font-semibold text-oxide"
                          : text
                            ? "font-semibold"
                            : "text-quiet"
                      }
                    >
                      {text ?? "–"}
                      {key === "date_code" && age?.age_years != null && (
                        <span className={age.verdict === "fresh" ? "font-normal text-quiet" : "text-oxide"}>
                          {" "}
                          {age.age_years.toFixed(1)} y
                        </span>
                      )}
                    </FigureButton>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** What stands on a tyre here, what it carries, and the pressure that carries it. */
function Loads() {
  const { sheet, write } = useBench();
  const { rolling } = useResults();
  const kg = (value: number) => asText(write(value, "mass_kg"));
  return (
    <section aria-label="Load and pressure" className="pt-4">
      <h2 className="border-b border-ink pb-1 font-semibold">What stands on a tyre here</h2>
      {(["front", "rear"] as const).map((end) => {
        const result = end === "front" ? rolling.front_tyre_load : rolling.rear_tyre_load;
        const value = result.value;
        const used = sheet.figures[`wheels.${end}_left.pressure_kpa`]?.value;
        const off = result.doubt?.stands_on_it_kg;
        return (
          <p key={end} className="cond flex flex-wrap items-baseline gap-x-5 border-b border-hair py-1">
            <b className="w-14 font-semibold">{end}</b>
            {!value && <WaitsFor waits={result.waits_for} />}
            {value && (
              <>
                <span>
                  <b className="text-lg font-semibold">{kg(value.stands_on_it_kg)}</b>
                  {off ? <span className="text-quiet"> ±{write(off, "mass_kg").text}</span> : null} of{" "}
                  {kg(value.carries_kg)}
                  {value.divided && <span className="text-quiet"> (a car’s mark, divided by 1.10)</span>}
                  {value.tyres > 2 && <span className="text-quiet"> each of twins</span>}
                </span>
                {value.calculated ? (
                  <span>
                    {value.calculated.pressure_kpa === null || value.calculated.pressure_kpa === undefined ? (
                      <b className="text-oxide">no pressure carries that</b>
                    ) : (
                      <>
                        wants{" "}
                        <b className="text-lg font-semibold">
                          {asText(write(value.calculated.pressure_kpa, "pressure_kpa"))}
                        </b>
                        {value.calculated.floor_governs && (
                          <span className="text-quiet"> the floor for the road; walking pace below it</span>
                        )}
                      </>
                    )}
                  </span>
                ) : (
                  <FigureButton path={`wheels.${end}_left.reference_pressure_kpa`} className="link">
                    at which pressure is that load rated?
                  </FigureButton>
                )}
                <FigureButton
                  path={`wheels.${end}_left.pressure_kpa`}
                  className="text-quiet underline underline-offset-4"
                >
                  {typeof used === "number"
                    ? `in use ${asText(write(used, "pressure_kpa"))}`
                    : "say the pressure in use"}
                </FigureButton>
              </>
            )}
          </p>
        );
      })}
    </section>
  );
}

type StandResult = Areas["rolling"]["front_stand"];

function StandBlock({ end, result }: { end: "front" | "rear"; result: StandResult }) {
  return (
    <section aria-label={`Where the ${end} wheels stand`} className="pt-5">
      <h2 className="border-b border-ink pb-1 font-semibold">Where the {end} wheels stand</h2>
      {result.value ? (
        <StandRow end={end} stand={result.value} doubt={result.doubt ?? {}} />
      ) : (
        <WaitsFor waits={result.waits_for} />
      )}
    </section>
  );
}

function StandRow({
  end,
  stand,
  doubt,
}: {
  end: "front" | "rear";
  stand: WheelPlace;
  doubt: Record<string, number>;
}) {
  const { write } = useBench();
  const mm = (value: number, signed = false) =>
    `${signed && value > 0 ? "+" : ""}${asText(write(value, "length_mm"))}`;
  const off = (place: string) => (doubt[place] ? ` ±${write(doubt[place], "length_mm").text}` : "");
  const { fit } = stand;
  const rows: [string, string, string?][] = [
    ["backspacing", `${mm(fit.stock_backspacing_mm)} → ${mm(fit.new_backspacing_mm)}`],
    [
      "inner edge, towards frame and suspension",
      mm(fit.inner_edge_change_mm, true) + off("fit.inner_edge_change_mm"),
    ],
    ["outer edge, towards the lip", mm(fit.outer_edge_change_mm, true) + off("fit.outer_edge_change_mm")],
    ["track", mm(fit.track_change_mm, true) + off("fit.track_change_mm")],
  ];
  if (end === "front")
    rows.push([
      fit.new_scrub_radius_mm == null ? "scrub radius changes by" : "scrub radius",
      fit.new_scrub_radius_mm == null
        ? mm(fit.scrub_radius_change_mm, true)
        : `${mm(fit.new_scrub_radius_mm - fit.scrub_radius_change_mm)} → ${mm(fit.new_scrub_radius_mm)}` +
          off("fit.new_scrub_radius_mm"),
    ]);
  return (
    <div className="grid gap-x-8 gap-y-2 pt-2 wide:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
      <StandDrawing end={end} stand={stand} />
      <dl className="cond">
        {rows.map(([label, value]) => (
          <div key={label} className="flex items-baseline justify-between gap-4 border-b border-hair py-1">
            <dt className="text-quiet">{label}</dt>
            <dd className="font-semibold whitespace-nowrap">{value}</dd>
          </div>
        ))}
        <div className="flex items-baseline justify-between gap-4 border-b border-hair py-1">
          <dt className="text-quiet">the body covers it by</dt>
          <dd>
            <FigureButton
              path={`body.${end}_cover_mm`}
              className={`font-semibold underline underline-offset-4 ${stand.cover_left_mm !== null && stand.cover_left_mm < 0 ? "text-oxide" : ""}`}
            >
              {stand.cover_left_mm === null ? "measure it" : mm(stand.cover_left_mm) + off("cover_left_mm")}
            </FigureButton>
          </dd>
        </div>
        <div className="flex items-baseline justify-between gap-4 border-b border-hair py-1">
          <dt className="text-quiet">
            studs reach into their nuts{stand.stud_mm ? `, ${stand.stud_mm} wanted` : ""}
          </dt>
          <dd>
            <FigureButton
              path={`${end}_hub.stud_engaged_mm`}
              className={`font-semibold underline underline-offset-4 ${stand.studs_engaged_mm !== null && stand.stud_mm !== null && stand.studs_engaged_mm < stand.stud_mm ? "text-oxide" : ""}`}
            >
              {stand.studs_engaged_mm === null ? "measure it" : mm(stand.studs_engaged_mm)}
            </FigureButton>
          </dd>
        </div>
      </dl>
    </div>
  );
}
