/**
 * Circuits as they run, from battery to consumer: a line as thick as its cable, its fuse, its relay, its end. What is
 * wrong is broken and oxide; what is not noted is thin and dotted.
 */
import type { CircuitStands, PowerSheet } from "../../api/types";
import { useMeasure } from "../../parts/useMeasure";
import { feedsAny, inTree } from "./tree";
import { useWritten } from "./useRecovery";

type Props = {
  sheet: PowerSheet;
  on: string[];
  chosen: string | undefined;
  choose: (name: string | undefined) => void;
};

const ROW = 44;
const BATTERY_W = 108;

/** A circuit in its row, with how far it stands behind the battery. */
type Placed = { circuit: CircuitStands; depth: number; row: number };

export function CircuitDrawing({ sheet, on, chosen, choose }: Props) {
  const [ref, width] = useMeasure(760);
  const { amps, m } = useWritten();
  const circuits = sheet.circuits.value?.circuits ?? [];
  const groups = [
    { role: "starter" as const, of: circuits.filter((each) => each.battery === "starter") },
    { role: "second" as const, of: circuits.filter((each) => each.battery === "second") },
  ].filter(({ role, of }) => of.length > 0 || sheet.batteries.some((each) => each.role === role));
  let row = 0;
  const drawn = groups.map(({ role, of }) => {
    const from = row;
    const placed = inTree(of).map(({ circuit, depth }) => ({ circuit, depth, row: row++ }));
    if (placed.length === 0) row += 1;
    row += 0.4;
    return { role, placed, from, to: row - 0.4 };
  });
  const narrow = width < 620;
  const height = row * ROW + 8;
  const left = narrow ? 74 : BATTERY_W;
  const end = width - (narrow ? 118 : 210);
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        role="group"
        aria-label="Circuits from battery to consumer"
        className="cond block h-auto max-w-full text-[13px]"
      >
        {drawn.map(({ role, placed, from, to }) => {
          const top = from * ROW + 6;
          const high = Math.max((to - from) * ROW - 12, 40);
          const named = sheet.batteries.filter((each) => each.role === role);
          return (
            <g key={role}>
              <rect
                x={1}
                y={top}
                width={left - 26}
                height={high}
                fill="none"
                stroke="var(--ink)"
                strokeWidth={2}
              />
              <path
                d={`M${left - 34} ${top}v-5h-9v5M16 ${top}v-5h9v5`}
                stroke="var(--ink)"
                strokeWidth={2}
                fill="none"
              />
              <text x={9} y={top + 19} fontWeight={600}>
                {role === "starter" ? "starter" : "second"}
              </text>
              {!narrow && (
                <text x={9} y={top + 35} fill="var(--quiet)">
                  {named.length === 0 ? "not noted" : "battery"}
                </text>
              )}
              <line
                x1={left - 12}
                x2={left - 12}
                y1={top}
                y2={top + high}
                stroke="var(--ink)"
                strokeWidth={4}
              />
              {placed.map((each) => (
                <Circuit
                  key={each.circuit.name}
                  {...each}
                  left={left - 12 + each.depth * (narrow ? 18 : 70)}
                  feeds={placed.filter(({ circuit }) => circuit.behind === each.circuit.name)}
                  indent={narrow ? 18 : 70}
                  end={end}
                  width={width}
                  narrow={narrow}
                  on={on.includes(each.circuit.name) || feedsAny(each.circuit.name, circuits, on)}
                  chosen={chosen === each.circuit.name}
                  choose={() => choose(chosen === each.circuit.name ? undefined : each.circuit.name)}
                  amps={amps}
                  m={m}
                />
              ))}
            </g>
          );
        })}
      </svg>
    </div>
  );
}

type CircuitProps = Placed & {
  left: number;
  feeds: Placed[];
  indent: number;
  end: number;
  width: number;
  narrow: boolean;
  on: boolean;
  chosen: boolean;
  choose: () => void;
  amps: (a: number) => string;
  m: (m: number) => string;
};

/** A line is as thick as the root of its cable's cross-section. */
const thickness = (mm2: number) => Math.min(1.2 + Math.sqrt(mm2) * 1.1, 9);

function Circuit({
  circuit,
  row,
  left,
  feeds,
  indent,
  end,
  width,
  narrow,
  on,
  chosen,
  choose,
  amps,
  m,
}: CircuitProps) {
  const y = row * ROW + 24;
  const makers = circuit.sort === "winch" || circuit.sort === "starter";
  const bad = circuit.thick_enough === false || circuit.fuse_fits === false || circuit.refused !== null;
  const unfused = circuit.wired && !makers && circuit.fuse_a === null;
  const ink = bad ? "var(--oxide)" : "var(--ink)";
  const thick = circuit.noted_mm2 === null ? 1.4 : thickness(circuit.noted_mm2);
  const own = circuit.fused_by === circuit.name;
  const fuseX = left + 34;
  const last = feeds.at(-1);
  // What is off is drawn lighter, but for what is wrong with it; words stay as they are.
  const faint = on || chosen || bad || unfused ? 1 : 0.5;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-label={`${circuit.name}: ${saysOf(circuit, amps, m)}`}
      className="cursor-pointer"
      onClick={choose}
      onKeyDown={(event) => {
        if (event.key !== "Enter" && event.key !== " ") return;
        event.preventDefault();
        choose();
      }}
    >
      <rect
        x={left}
        y={y - 22}
        width={width - left}
        height={ROW - 2}
        fill={chosen ? "var(--tint)" : "transparent"}
      />
      <line
        x1={left}
        x2={end}
        y1={y}
        y2={y}
        stroke={ink}
        opacity={faint}
        strokeWidth={thick}
        strokeDasharray={!circuit.wired || circuit.noted_mm2 === null ? "2 4" : bad ? "10 5" : undefined}
      />
      {own && (
        <g>
          <rect
            x={fuseX - 12}
            y={y - 7}
            width={24}
            height={14}
            fill="var(--ground)"
            stroke={circuit.fuse_fits === false ? "var(--oxide)" : "var(--ink)"}
            strokeWidth={1.8}
          />
          <line
            x1={fuseX - 12}
            x2={fuseX + 12}
            y1={y}
            y2={y}
            stroke={circuit.fuse_fits === false ? "var(--oxide)" : "var(--ink)"}
          />
          <text x={fuseX} y={y - 11} textAnchor="middle">
            {circuit.fuse_a} A
          </text>
        </g>
      )}
      {unfused && (
        <g stroke="var(--oxide)" strokeWidth={2.4}>
          <path d={`M${fuseX - 8} ${y - 8}l16 16M${fuseX + 8} ${y - 8}l-16 16`} />
          <text x={fuseX} y={y - 12} textAnchor="middle" fill="var(--oxide)" stroke="none" fontWeight={600}>
            no fuse
          </text>
        </g>
      )}
      {!narrow && (
        <text
          x={Math.max(left + 92, (left + end) / 2 - 40)}
          y={y - 9}
          fill={bad ? "var(--oxide)" : "var(--quiet)"}
        >
          {saysOf(circuit, amps, m)}
        </text>
      )}
      {last && (
        <line
          x1={left + indent}
          x2={left + indent}
          y1={y}
          y2={last.row * ROW + 24}
          stroke="var(--ink)"
          strokeWidth={3}
        />
      )}
      {feeds.length > 0 ? (
        <rect
          x={end}
          y={y - 8}
          width={16}
          height={16}
          fill={on ? "var(--ink)" : "var(--ground)"}
          stroke={ink}
          strokeWidth={2}
        />
      ) : (
        <circle
          cx={end + 8}
          cy={y}
          r={8}
          fill={on ? "var(--ink)" : "var(--ground)"}
          stroke={ink}
          strokeWidth={2}
        />
      )}
      <text x={end + 22} y={y - 1} fontWeight={600} fill={bad || unfused ? "var(--oxide)" : undefined}>
        {short(circuit.name, narrow ? 14 : 26)}
      </text>
      <text x={end + 22} y={y + 14} fill="var(--quiet)">
        {circuit.current_a === null
          ? makers
            ? "by its own table"
            : "draw not noted"
          : amps(circuit.current_a)}
        {circuit.change !== null && ", planned"}
      </text>
    </g>
  );
}

const short = (text: string, most: number) => (text.length > most ? `${text.slice(0, most - 1)}…` : text);

/** What there is to say of a circuit's cable, in a few words. */
function saysOf(circuit: CircuitStands, amps: (a: number) => string, m: (m: number) => string): string {
  if (circuit.sort === "winch" || circuit.sort === "starter")
    return "by its maker’s leads, to an isolator within reach";
  if (circuit.refused !== null) return "no cable of the table will do";
  const { wants, noted_mm2: noted, drop_pct: drop } = circuit;
  if (!circuit.wired) return "how it is wired is not noted";
  if (!wants) return circuit.gaps.map(({ label }) => label).join(", ") + " not noted";
  const wanted = `${wants.size_mm2} mm² wanted`;
  const has = noted === null ? "cable not noted" : `${noted} mm²`;
  const lost = drop === null ? "" : `, ${drop.toFixed(1)} % lost`;
  const length = circuit.length_m === null ? "" : ` over ${m(circuit.length_m)}`;
  const fuse = circuit.fuse_fits === false ? `; its fuse lets ${amps(circuit.fuse_a ?? 0)} through` : "";
  return circuit.thick_enough === true && circuit.fuse_fits !== false
    ? `${has}${length}${lost}`
    : `${has}${length}, ${wanted}${lost}${fuse}`;
}
