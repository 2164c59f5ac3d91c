/** The stations in figures: width, what is to the side, high, ahead and twisted, each with its ±; what is sound, what is mounted. */
import type { MeasuredFrame } from "../../api/types";
import { Choice } from "../../parts/Entry";
import { Tick } from "../../parts/Tick";
import { type Station, useWritten } from "./useFrame";

const MOUNTS = ["axle", "steering", "body", "engine", "other"] as const;

type Props = {
  line: NonNullable<MeasuredFrame["line"]>;
  stations: Station[];
  limit: number;
  off: (place: string) => number;
  keep: (stations: Station[]) => Promise<unknown>;
};

export function StationTable({ line, stations, limit, off, keep }: Props) {
  const { mm } = useWritten();
  const middle = (at: number) => (stations[at]?.left[0] ?? 0) + (stations[at]?.right[0] ?? 0);
  const order = stations.map((_, at) => at).sort((a, b) => middle(a) - middle(b));
  const change = (at: number, to: Partial<Station>) =>
    keep(stations.map((each, i) => (i === at ? { ...each, ...to } : each)));
  return (
    <div className="sideways">
      <table className="cond w-full [&_td]:pr-3 [&_th]:pr-3" aria-label="Stations">
        <thead>
          <tr className="text-left text-quiet [&>th]:font-normal">
            <th>station</th>
            <th className="text-right">width</th>
            <th className="text-right">to the side</th>
            <th className="text-right">high</th>
            <th className="text-right">right behind left</th>
            <th className="text-right">twist</th>
            <th>base</th>
            <th>mounted there</th>
            <th>
              <span className="sr-only">take it out</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {line.stations.map((row, at) => {
            const station = stations[at];
            if (!station) return null;
            const place = `line.stations.${at}`;
            const twisted = ((row.twist_deg * Math.PI) / 180) * row.width_mm;
            return (
              <tr key={row.name} className="border-b border-hair">
                <td className="font-semibold">
                  <span className="font-normal text-quiet">{order.indexOf(at) + 1}</span> {row.name}
                </td>
                <td className="text-right">{mm(row.width_mm)}</td>
                <Cell value={row.side_mm} off={off(`${place}.side_mm`)} limit={limit} />
                <Cell value={row.height_mm} off={off(`${place}.height_mm`)} limit={limit} />
                <Cell value={row.lead_mm} off={off(`${place}.lead_mm`)} limit={limit} />
                <td className={`text-right ${Math.abs(twisted) > limit ? "font-semibold text-oxide" : ""}`}>
                  {row.twist_deg.toFixed(2)}°{" "}
                  <span className="font-normal text-quiet">±{off(`${place}.twist_deg`).toFixed(2)}</span>
                </td>
                <td>
                  {(station.base ?? true) && <span className="print-only">base</span>}
                  <label className="no-print inline-grid min-h-10 min-w-10 place-items-center">
                    <Tick checked={station.base ?? true} set={(base) => change(at, { base })} />
                    <span className="sr-only">{row.name} is sound</span>
                  </label>
                </td>
                <td>
                  <Choice
                    bare
                    label={`mounted at ${row.name}`}
                    value={station.mount ?? ""}
                    none="nothing"
                    of={MOUNTS}
                    choose={(mount) => void change(at, { mount: mount || null })}
                  />
                </td>
                <td className="no-print text-right">
                  <button
                    className="link text-sm"
                    onClick={() => void keep(stations.filter((_, i) => i !== at))}
                  >
                    out <span className="sr-only">{row.name}</span>
                  </button>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="cond py-1 text-sm text-quiet">
        The line runs {Math.abs(line.yaw_deg).toFixed(2)}° to the {line.yaw_deg >= 0 ? "right" : "left"}{" "}
        towards the rear of the grid and stands {Math.abs(line.pitch_deg).toFixed(2)}° nose{" "}
        {line.pitch_deg >= 0 ? "up" : "down"}.
      </p>
    </div>
  );
}

function Cell({ value, off, limit }: { value: number; off: number; limit: number }) {
  const { fine } = useWritten();
  return (
    <td
      className={`text-right whitespace-nowrap ${Math.abs(value) > limit ? "font-semibold text-oxide" : ""}`}
    >
      {fine(value)} <span className="font-normal text-quiet">±{fine(off)}</span>
    </td>
  );
}

type OverProps = {
  over: NonNullable<MeasuredFrame["over"]>;
  limit: number;
  off: (place: string) => number;
};

export function OverTable({ over, limit, off }: OverProps) {
  const { fine } = useWritten();
  const worst = [...over.points.map((point, at) => ({ ...point, at }))].sort(
    (a, b) => b.distance_mm - a.distance_mm,
  );
  return (
    <section aria-label={`Over ${over.other}`} className="keep pt-2">
      <h2 className="border-b border-ink pb-1 font-semibold">
        Laid over {over.other}{" "}
        <span className="font-normal text-quiet">
          turned and shifted until its base lies best: {fine(over.rms_mm)} apart
        </span>
      </h2>
      <div className="sideways">
        <table className="cond w-full">
          <thead>
            <tr className="text-left text-quiet [&>th]:font-normal">
              <th>point</th>
              <th className="text-right">off</th>
              <th className="text-right">back</th>
              <th className="text-right">right</th>
              <th className="text-right">up</th>
            </tr>
          </thead>
          <tbody>
            {worst.map((point) => (
              <tr key={point.name} className="border-b border-hair">
                <td>{point.name}</td>
                <td className={`text-right font-semibold ${point.distance_mm > limit ? "text-oxide" : ""}`}>
                  {fine(point.distance_mm)}{" "}
                  <span className="font-normal text-quiet">
                    ±{fine(off(`over.points.${point.at}.distance_mm`))}
                  </span>
                </td>
                {point.off_mm.map((value, axis) => (
                  <td key={axis} className="text-right text-quiet">
                    {fine(value)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {over.unmatched.length > 0 && (
        <p className="cond text-sm text-quiet">In one of them only: {over.unmatched.join(", ")}.</p>
      )}
    </section>
  );
}
