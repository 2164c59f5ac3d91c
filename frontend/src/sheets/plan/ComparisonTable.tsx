/** Moments or options side by side: each drawn, then only the figures that differ or matter. */
import type { ReactNode } from "react";

import type { Comparison } from "../../api/types";
import { useBench } from "../../parts/bench";
import { RigDrawing } from "../../rig/RigDrawing";
import { money } from "../../parts/money";
import { asFound } from "../../parts/asFound";

type Column = Comparison["columns"][number];
type Props = {
  comparison: Comparison;
  heads?: (column: Column) => ReactNode;
  feet?: (column: Column) => ReactNode;
};

export function ComparisonTable({ comparison, heads, feet }: Props) {
  const { sheet, write } = useBench();
  const { columns, rows, alike } = comparison;
  return (
    <div className="sideways">
      <table className="cond w-full table-fixed min-w-[34rem] print:min-w-0">
        <thead>
          <tr className="align-top">
            <th className="w-40 pr-2 text-left text-sm font-normal text-quiet">
              {alike.length > 0 && `alike: ${alike.join(", ")}`}
            </th>
            {columns.map((column) => (
              <th key={column.label} className="px-2 text-left font-normal">
                <span
                  className="no-print relative block overflow-hidden bg-strip max-[37.4rem]:hidden"
                  style={{ height: 78 }}
                >
                  <RigDrawing
                    form={sheet.form}
                    figures={asFound(sheet)}
                    found={sheet.outlines.found}
                    here={column.outline}
                    width={190}
                    height={78}
                    margin={{ left: 8, right: 8, top: 8, bottom: 8 }}
                    label={`${sheet.name}, ${column.label}`}
                  />
                </span>
                <b className="text-lg font-semibold">{column.label}</b>
                {heads?.(column)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.key} className="border-t border-hair">
              <th
                scope="row"
                className={`text-left ${row.matters ? "font-semibold" : "font-normal text-quiet"}`}
              >
                {row.label}
              </th>
              {row.cells.map((cell, index) => {
                const written =
                  cell.value === null ? undefined : write(cell.value, row.key, { places: row.places });
                const off = cell.off > 0 ? write(cell.off, row.key, { places: row.places }).text : undefined;
                return (
                  <td key={index} className="px-2 whitespace-nowrap">
                    {written ? (
                      <>
                        <b className="text-lg font-semibold">{written.text}</b>{" "}
                        <span className="text-sm text-quiet">
                          {off && !/^[0.]+$/.test(off) && `±${off} `}
                          {written.unit}
                        </span>
                      </>
                    ) : (
                      <span className="text-quiet">not known</span>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
          <Line label="money" columns={columns}>
            {({ money: sums }) => (
              <>
                <b className="text-lg font-semibold">{money(sums.spent)}</b>{" "}
                {sums.left !== null && (
                  <span className={sums.left < 0 ? "text-oxide" : "text-quiet"}>
                    {sums.left < 0 ? `${money(-sums.left)} over` : `${money(sums.left)} left`}
                  </span>
                )}
              </>
            )}
          </Line>
          <Line label="hours" columns={columns}>
            {({ hours }) => <b className="text-lg font-semibold">{hours.toFixed(1)}</b>}
          </Line>
          <Line label="upsets, unlike the others" columns={columns}>
            {({ own_findings: own }) =>
              own.length === 0 ? (
                <span className="text-quiet">nothing of its own</span>
              ) : (
                <ul className="text-sm">
                  {own.map((finding) => (
                    <li key={finding.key} className="py-0.5">
                      <b className={finding.severity === "stop" ? "text-oxide" : ""}>{finding.severity}</b>{" "}
                      {finding.text}
                    </li>
                  ))}
                </ul>
              )
            }
          </Line>
        </tbody>
        {feet && (
          <tfoot>
            <tr className="border-t border-ink align-top">
              <td />
              {columns.map((column) => (
                <td key={column.label} className="px-2 py-2">
                  {feet(column)}
                </td>
              ))}
            </tr>
          </tfoot>
        )}
      </table>
    </div>
  );
}

type LineProps = { label: string; columns: Column[]; children: (column: Column) => ReactNode };

function Line({ label, columns, children }: LineProps) {
  return (
    <tr className="border-t border-hair align-top">
      <th scope="row" className="text-left font-normal text-quiet">
        {label}
      </th>
      {columns.map((column) => (
        <td key={column.label} className="px-2">
          {children(column)}
        </td>
      ))}
    </tr>
  );
}
