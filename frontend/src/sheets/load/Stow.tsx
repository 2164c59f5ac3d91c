/** Where each thing should go, by a solver that proves it, against the way it is packed now; a list to pack by. */
import { useState } from "react";

import { answered, client } from "../../api/client";
import type { Packing } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Problem } from "../../parts/Problem";
import { useSettings } from "../../parts/settings";
import { useSearch } from "../../parts/useSearch";
import { useKg, useMm } from "./useLoad";

const LIMIT_S = 10;

export function Stow() {
  const { sheet, stage, put } = useBench();
  const { units, person } = useSettings();
  const [found, setFound] = useState<{ packing: Packing; revision: number }>();
  const search = useSearch(
    (key) =>
      answered(
        client.POST("/api/rigs/{rig_id}/load/stow", {
          params: { path: { rig_id: sheet.id }, query: { stage, units, person, key } },
          body: { limit_s: LIMIT_S },
        }),
      ),
    ({ packing }) => setFound({ packing, revision: sheet.revision }),
  );
  const [problem, setProblem] = useState<string>();
  const packing = found?.packing;
  const moves = packing?.moves.filter((move) => move.now !== move.to) ?? [];
  const packSo = async () => {
    if (!packing) return;
    const refusal = await put({
      do: "pack",
      places: Object.fromEntries(packing.moves.map(({ thing, to }) => [thing, to])),
    });
    setProblem(refusal?.message);
    if (!refusal) setFound(undefined);
  };
  return (
    <div className="pt-3">
      <p className="no-print flex flex-wrap items-center gap-4">
        <button className="btn-main" onClick={() => void search.begin()} disabled={search.searching}>
          where should each thing go?
        </button>
        {!search.searching ? (
          <span className="text-quiet">
            The axles first, then the side beyond 10 mm, then as low as it goes. What stays there, what is
            kept apart and what is wanted at hand is held.
          </span>
        ) : (
          <>
            <progress className="h-3 w-32" aria-label="It is searched" />
            <span role="status">{search.best ? `best so far: ${search.best}` : "It is searched."}</span>
            <button className="btn" onClick={search.stop}>
              that is enough
            </button>
          </>
        )}
      </p>
      <Problem of={search.problem ?? problem} className="pt-2" />
      {packing && (
        <>
          {found.revision !== sheet.revision && (
            <p role="status" className="pt-2 text-oxide">
              The rig has moved on since: search again.
            </p>
          )}
          <Outcomes packing={packing} />
          <PackBy packing={packing} />
          <p className="no-print flex flex-wrap items-center gap-4 pt-3">
            <button
              className="btn"
              onClick={() => void packSo()}
              disabled={moves.length === 0 || found.revision !== sheet.revision}
            >
              {moves.length === 0 ? "it is packed so" : `have it packed so, ${moves.length} things move`}
            </button>
            <button className="btn" onClick={() => print()}>
              print the list
            </button>
          </p>
        </>
      )}
    </div>
  );
}

function Outcomes({ packing }: { packing: Packing }) {
  const kg = useKg();
  const mm = useMm();
  const { now, then } = packing;
  const rows = [
    ["over the limits", kg(now.over_kg), kg(then.over_kg), then.over_kg > 0.5],
    ["to the side", side(now.cg_y_mm, mm), side(then.cg_y_mm, mm), false],
    ["centre of gravity, high", mm(now.cg_z_mm), mm(then.cg_z_mm), false],
    ["front axle", kg(now.front_kg), kg(then.front_kg), false],
    ["rear axle", kg(now.rear_kg), kg(then.rear_kg), false],
  ] as const;
  return (
    <section aria-label="What it does" className="pt-4">
      <table className="cond w-full max-w-xl">
        <thead>
          <tr className="border-b border-ink text-left">
            <th />
            <th className="text-right font-normal text-quiet">as packed now</th>
            <th className="text-right font-semibold">packed so</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([label, was, is, bad]) => (
            <tr key={label} className="border-b border-hair">
              <td className="py-1 text-quiet">{label}</td>
              <td className="text-right">{was}</td>
              <td className={`text-right text-lg font-semibold ${bad ? "text-oxide" : ""}`}>{is}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="pt-1 text-sm text-quiet">
        {packing.proven
          ? "Proven: no other way is better."
          : "The best that was found in time; a better one may exist."}
        {packing.no_limit.length > 0 &&
          ` Nobody noted what these may carry, so nothing holds them back: ${packing.no_limit.join(", ")}.`}
      </p>
    </section>
  );
}

const side = (mm: number, write: (mm: number) => string) =>
  `${write(Math.abs(mm))} ${mm >= 0 ? "right" : "left"}`;

/** Place by place, to be ticked off while packing. */
function PackBy({ packing }: { packing: Packing }) {
  const { sheet } = useBench();
  const kg = useKg();
  const places = sheet.records.place
    .map(({ record }) => record.name)
    .filter((name) => packing.moves.some(({ to }) => to === name));
  return (
    <section aria-label="List to pack by" className="pt-5">
      <h2 className="border-b border-ink pb-1 font-semibold">{sheet.name}, to pack by</h2>
      <div className="columns-1 gap-8 wide:columns-2 print:columns-2">
        {places.map((place) => {
          const things = packing.moves.filter(({ to }) => to === place);
          return (
            <section key={place} className="break-inside-avoid pt-3">
              <h3 className="cond flex justify-between border-b border-hair font-semibold">
                {place}{" "}
                <span className="font-normal text-quiet">
                  {kg(things.reduce((sum, each) => sum + each.kg, 0))}
                </span>
              </h3>
              <ul className="cond">
                {things.map(({ thing, kg: mass, now }) => (
                  <li key={thing} className="flex gap-2 py-[2px]">
                    <span aria-hidden className="mt-1 inline-block size-4 border border-ink" />
                    <span className="flex-1">
                      {thing}
                      {now !== place && (
                        <span className="text-quiet"> {now === null ? "had no place" : `from ${now}`}</span>
                      )}
                    </span>
                    <span>{kg(mass)}</span>
                  </li>
                ))}
              </ul>
            </section>
          );
        })}
      </div>
    </section>
  );
}
