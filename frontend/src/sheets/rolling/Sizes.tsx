/** Two to six sizes side by side: drawn over one another, and in a table that is sorted by what matters. */
import { type FormEvent, useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import type { Size } from "../../api/types";
import { PlanButton } from "../../parts/PlanButton";
import { useBench } from "../../parts/bench";
import { Entry } from "../../parts/Entry";
import { useMeasure } from "../../parts/useMeasure";
import { useSettings } from "../../parts/settings";

type Column = {
  key: keyof Size;
  label: string;
  unit: string;
  places?: number;
  more: boolean;
  signed?: boolean;
};

/** `more`: the larger one is the better one. */
const COLUMNS: Column[] = [
  { key: "diameter_mm", label: "diameter", unit: "mm", more: true },
  { key: "width_mm", label: "width", unit: "mm", more: false },
  { key: "under_axles_mm", label: "under the axles", unit: "mm", more: true, signed: true },
  { key: "approach_deg", label: "approach", unit: "deg", places: 1, more: true },
  { key: "taller_pct", label: "gearing taller", unit: "pct", places: 1, more: false, signed: true },
  { key: "speedometer_error_pct", label: "speedometer", unit: "pct", places: 1, more: true, signed: true },
  { key: "top_gear_rpm", label: "rpm in top", unit: "rpm", more: false },
  { key: "load_spare_kg", label: "load to spare, axle", unit: "kg", more: true },
  { key: "height_mm", label: "overall height", unit: "mm", more: false },
  { key: "spare_room_mm", label: "spare's room left", unit: "mm", more: true },
];

export function Sizes() {
  const { sheet, stage, write } = useBench();
  const { units, person } = useSettings();
  const planned = sheet.changes.find(({ kind }) => kind === "tyres")?.fields.size;
  const found = sheet.figures["wheels.front_left.size"]?.value;
  const [sizes, setSizes] = useState<string[]>(() =>
    [found, planned].filter((size): size is string => typeof size === "string"),
  );
  const [typed, setTyped] = useState("");
  const [by, setBy] = useState<Column>();
  const beside = useAsked({
    queryKey: ["sizes", sheet.id, stage, sizes, sheet.revision],
    queryFn: () =>
      answered(
        client.POST("/api/rigs/{rig_id}/sizes", {
          params: { path: { rig_id: sheet.id }, query: { stage, units, person } },
          body: { sizes },
        }),
      ),
    enabled: sizes.length > 0,
    retry: false,
  });
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (!typed.trim() || sizes.length >= 6) return;
    setSizes([...sizes, typed.trim()]);
    setTyped("");
  };
  const rows = [...(beside.data?.sizes ?? [])];
  if (by)
    rows.sort((a, b) => {
      const [one, other] = [a[by.key], b[by.key]].map((value) =>
        typeof value === "number" ? value : -Infinity,
      );
      return ((other ?? 0) - (one ?? 0)) * (by.more ? 1 : -1);
    });
  const key = (column: Column) => `x_${column.unit}`;
  return (
    <>
      <form onSubmit={add} className="cond flex flex-wrap items-end gap-4 py-3">
        <Entry
          label="size as moulded"
          value={typed}
          set={setTyped}
          example="285/75R17 121/118S"
          className="w-64"
        />
        <button className="btn" disabled={sizes.length >= 6}>
          lay it beside
        </button>
        <span className="text-quiet">
          {sizes.length >= 6 ? "Six at most." : "Two to six, on this vehicle at this stage."}
        </span>
      </form>
      {beside.error && (
        <p role="alert" className="text-oxide">
          {beside.error.message}{" "}
          <button className="link" onClick={() => setSizes(sizes.slice(0, -1))}>
            take the last one away
          </button>
        </p>
      )}
      {rows.length > 0 && <Circles sizes={rows} />}
      <div className="sideways">
        <table className="cond w-full whitespace-nowrap [&_td]:pl-2.5 [&_th]:pl-2.5 [&_th]:whitespace-normal">
          <thead>
            <tr className="border-b border-ink align-bottom">
              <th className="text-left font-normal text-quiet">size</th>
              {COLUMNS.map((column) => (
                <th
                  key={column.key}
                  className="font-normal"
                  aria-sort={by === column ? "descending" : "none"}
                >
                  <button
                    className={`min-h-10 w-full text-right leading-tight ${by === column ? "font-semibold" : "text-quiet"}`}
                    onClick={() => setBy(by === column ? undefined : column)}
                  >
                    {column.label}
                    {write(0, key(column)).unit && `, ${write(0, key(column)).unit}`}
                  </button>
                </th>
              ))}
              <td />
            </tr>
          </thead>
          <tbody>
            {rows.map((size, index) => (
              <tr key={size.marks} className="border-b border-hair text-right">
                <td className="py-1 text-left font-semibold whitespace-nowrap">
                  {index + 1} {size.size}
                  {size.tyre.load_index !== null && (
                    <span className="font-normal text-quiet"> {size.tyre.load_index}</span>
                  )}
                  <span
                    className={`block text-sm font-normal ${size.rim === "first guess outside" ? "text-oxide" : "text-quiet"}`}
                  >
                    rim: {size.rim}
                  </span>
                </td>
                {COLUMNS.map((column) => {
                  const value = size[column.key];
                  return (
                    <td key={column.key} className={by === column && index === 0 ? "font-semibold" : ""}>
                      {typeof value === "number"
                        ? (column.signed && value > 0 ? "+" : "") +
                          write(
                            value,
                            key(column),
                            column.places === undefined ? {} : { places: column.places },
                          ).text
                        : "–"}
                    </td>
                  );
                })}
                <td className="pl-3 whitespace-nowrap">
                  <PlanButton kind="tyres" fields={{ size: size.marks }}>
                    plan it
                  </PlanButton>{" "}
                  <button
                    className="link"
                    aria-label={`take ${size.size} away`}
                    onClick={() => setSizes(sizes.filter((each) => each !== size.marks))}
                  >
                    ×
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}

/** Each size standing on the same ground, from the side and from the front. */
function Circles({ sizes }: { sizes: Size[] }) {
  const [ref, width] = useMeasure(640);
  const height = 190;
  const known = sizes.filter((size) => size.diameter_mm !== null);
  const tallest = Math.max(1, ...known.map((size) => size.diameter_mm ?? 0));
  const k = (height - 34) / tallest;
  const ground = height - 12;
  const dash = ["none", "7 4", "2 4", "10 3 2 3", "4 2", "1 3"];
  const middle = width * 0.3;
  return (
    <div ref={ref} className="on-strip bg-strip">
      <svg
        width={width}
        height={height}
        role="img"
        aria-label="The sizes over one another"
        className="cond block"
      >
        <line x1={0} x2={width} y1={ground} y2={ground} stroke="var(--chalk)" />
        {known.map((size, index) => {
          const r = ((size.diameter_mm ?? 0) / 2) * k;
          const half = (size.width_mm / 2) * k;
          const at = width * 0.55 + index * Math.min(110, (width * 0.42) / Math.max(1, known.length));
          const style = {
            fill: "none",
            stroke: "var(--chalk)",
            strokeWidth: 1.8,
            strokeDasharray: dash[index],
          };
          return (
            <g key={size.marks}>
              <circle cx={middle} cy={ground - r} r={r} {...style} />
              <text
                x={middle + index * 26 - known.length * 12}
                y={ground - 2 * r - 5}
                fontSize={13}
                fill="var(--chalk)"
              >
                {index + 1}
              </text>
              <rect x={at - half} y={ground - 2 * r} width={2 * half} height={2 * r} rx={9} {...style} />
              <text x={at} y={ground - 2 * r - 5} textAnchor="middle" fontSize={13} fill="var(--chalk)">
                {index + 1}
              </text>
            </g>
          );
        })}
      </svg>
    </div>
  );
}
