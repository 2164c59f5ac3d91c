/** The vehicle by zones: press one, and the survey is that zone's. The number is what stands there undecided. */
import type { SurveyItem } from "../../api/types";
import { useBench } from "../../parts/bench";
import { useMeasure } from "../../parts/useMeasure";
import { useNarrow } from "../../parts/useNarrow";
import { RigDrawing } from "../../rig/RigDrawing";
import type { Frame } from "../../rig/scale";
import type { Silhouette } from "../../rig/silhouette";
import { asFound } from "../../parts/asFound";

type Zone = SurveyItem["zone"];
export const ZONES: Zone[] = [
  "front",
  "engine",
  "cabin",
  "frame",
  "under",
  "rear",
  "left",
  "right",
  "wheels",
  "electrics",
];

/** Zones on the side view; left, right and electrics have no place of their own on it and stand beside. */
const PLACED: Partial<Record<Zone, (body: Silhouette) => [number, number]>> = {
  front: (body) => [-body.front * 0.9, body.sill * 1.5],
  engine: (body) => [-body.front * 0.05, body.height * 0.66],
  cabin: (body) => [body.wheelbase * 0.5, body.height * 0.76],
  frame: (body) => [body.wheelbase * 0.62, body.sill * 1.7],
  under: (body) => [body.wheelbase * 0.48, body.sill * 0.62],
  rear: (body) => [body.wheelbase + body.rear * 0.9, body.height * 0.6],
  wheels: (body) => [body.wheelbase, body.sill * 0.72],
};

type Props = {
  zone: Zone | undefined;
  choose: (zone: Zone) => void;
  /** Numbers of the items that still want a decision. */
  open: Set<number>;
};

export function ZoneDrawing({ zone, choose, open }: Props) {
  const { sheet } = useBench();
  const [ref, width] = useMeasure(0);
  const beside = ZONES.filter((each) => !PLACED[each]);
  const place = (each: Zone, f?: Frame, body?: Silhouette) => {
    const spot = f && body && PLACED[each]?.(body);
    return (
      <ZoneButton
        key={each}
        zone={each}
        chosen={zone === each}
        choose={choose}
        open={open}
        {...(spot && f ? { style: { left: f.x(spot[0]), top: f.y(spot[1]) } } : {})}
      />
    );
  };
  if (useNarrow())
    return (
      <div className="on-strip mt-3 grid grid-cols-2 gap-1 bg-strip p-2 text-chalk">
        {ZONES.map((each) => place(each))}
      </div>
    );
  return (
    <div ref={ref} className="on-strip relative mt-3 h-64 bg-strip text-chalk">
      {width > 0 && (
        <RigDrawing
          form={sheet.form}
          figures={asFound(sheet)}
          found={sheet.outlines.found}
          here={sheet.outlines.found}
          width={width}
          height={256}
          margin={{ left: 60, right: 60, top: 30, bottom: 28 }}
          label={`${sheet.name} by zones`}
        >
          {(f, body) => ZONES.filter((each) => PLACED[each]).map((each) => place(each, f, body))}
        </RigDrawing>
      )}
      <div className="absolute top-2 right-3 grid gap-1">{beside.map((each) => place(each))}</div>
    </div>
  );
}

type ZoneButtonProps = {
  zone: Zone;
  chosen: boolean;
  choose: (zone: Zone) => void;
  open: Set<number>;
  style?: { left: number; top: number };
};

function ZoneButton({ zone, chosen, choose, open, style }: ZoneButtonProps) {
  const { sheet } = useBench();
  const items = sheet.records.survey_item.filter(({ record: item }) => item.zone === zone);
  const undecided = items.filter(({ id }) => open.has(id)).length;
  return (
    <button
      aria-pressed={chosen}
      onClick={() => choose(zone)}
      style={style}
      className={`cond min-h-10 border px-2 whitespace-nowrap ${style ? "absolute -translate-x-1/2 -translate-y-1/2" : ""} ${
        chosen ? "border-chalk bg-chalk text-rule" : "border-strip-line bg-strip"
      }`}
    >
      {zone} {items.length > 0 && <span className={chosen ? "" : "text-chalk-quiet"}>{items.length}</span>}
      {undecided > 0 && (
        <b className={`font-semibold ${chosen ? "" : "text-strip-oxide"}`}> {undecided} open</b>
      )}
    </button>
  );
}
