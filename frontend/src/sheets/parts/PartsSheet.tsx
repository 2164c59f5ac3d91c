/** Parts: one list over the build, where each is and how far its faces are settled; face by face against what it meets. */
import { useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import type { ChangeLine, FacePair, Kept } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Choice } from "../../parts/Entry";
import { counted } from "../../parts/counted";
import { FigureButton } from "../../parts/FigureButton";
import { money } from "../../parts/money";
import { OneOf } from "../../parts/OneOf";
import { Problem } from "../../parts/Problem";
import { useSettings } from "../../parts/settings";
import { Views } from "../../parts/Views";
import { Buying } from "./Buying";
import { Chains } from "./Chains";
import { FacePairs } from "./FacePairs";
import { HEAPS, NewFace, NewPart, PLACES, PLACE_NAMES } from "./NewPart";
import { IntoThePlan } from "./IntoThePlan";
import { useKeepPart } from "./useKeepPart";
import { asText } from "../../parts/quantity";

const FILTERS = [
  { value: "all", label: "all" },
  ...PLACES.map((place) => ({ value: place, label: PLACE_NAMES[place] })),
] as const;
/** Columns for which a phone has no room. */
const ON_A_DESK = "max-[37.4rem]:hidden";
type Filter = (typeof FILTERS)[number]["value"];

export function PartsSheet() {
  return (
    <Views
      sheet="Parts"
      views={[
        { key: "faces", name: "faces", View: Faces },
        { key: "ordered", name: "is it ordered?", View: Buying },
        { key: "chains", name: "chains", View: Chains },
      ]}
    />
  );
}

function Faces() {
  const { sheet, stage } = useBench();
  const { units, person } = useSettings();
  const [filter, setFilter] = useState<Filter>("all");
  const [chosen, setChosen] = useState<number>();
  const asked = useAsked({
    queryKey: ["faces", sheet.id, sheet.revision],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/faces", {
          params: { path: { rig_id: sheet.id }, query: { stage, units, person } },
        }),
      ),
  });
  const pairs = asked.data?.pairs ?? [];
  const parts = sheet.records.part;
  const shown = parts.filter(({ record }) => filter === "all" || record.place === filter);
  const open = pairs.filter((pair) => unsettled(pair) > 0).length;
  return (
    <>
      <header className="pt-3">
        <p className="text-quiet">
          {counted(parts.length, "part")}, one record each, wherever it is
          {pairs.length > 0 &&
            ` · ${open === 0 ? "every pair of faces agrees" : `${open} of ${counted(pairs.length, "pair")} of faces not settled`}`}
        </p>
      </header>
      <Problem of={asked.error} />
      <div className="cond no-print max-w-xl pt-3">
        <OneOf label="Which parts are shown" value={filter} ways={FILTERS} choose={setFilter} />
      </div>
      {parts.length === 0 && (
        <p className="max-w-prose py-4">
          No part is in the record yet. A part has a place here from the day it is wanted: then its faces can
          be held against what it meets before it is paid for.
        </p>
      )}
      {shown.length > 0 && (
        <div className="sideways">
          <table className="cond mt-3 w-full">
            <thead>
              <tr className="border-b border-ink text-left text-quiet [&>th]:pr-4 [&>th]:font-normal">
                <th>part</th>
                <th>where</th>
                <th>faces</th>
                <th className={ON_A_DESK}>what waits for it</th>
                <th className={`text-right ${ON_A_DESK}`}>mass</th>
                <th className={`text-right ${ON_A_DESK}`}>price</th>
              </tr>
            </thead>
            <tbody>
              {shown.map((kept) => (
                <PartRow
                  key={kept.id}
                  kept={kept}
                  pairs={pairs.filter(
                    (pair) => pair.part === kept.record.name || pair.other === kept.record.name,
                  )}
                  open={chosen === kept.id}
                  press={() => setChosen(chosen === kept.id ? undefined : kept.id)}
                />
              ))}
            </tbody>
          </table>
        </div>
      )}
      <NewPart />
    </>
  );
}

/** How many rows of a pair do not agree, or are not known. */
const unsettled = (pair: FacePair) => pair.rows.filter(({ verdict }) => verdict !== "agrees").length;

type RowProps = { kept: Kept<"part">; pairs: FacePair[]; open: boolean; press: () => void };

function PartRow({ kept, pairs, open, press }: RowProps) {
  const { sheet, put, write } = useBench();
  const { record: part } = kept;
  const { keep, problem } = useKeepPart(kept);
  const mass = sheet.figures[`parts.${part.name}.mass_kg`]?.value;
  const waiting = sheet.changes.filter(
    ({ fields, state }) =>
      state !== "fitted" && (fields["part"] === part.name || fields["adapter"] === part.name),
  );
  return (
    <>
      <tr className="border-b border-hair align-top [&>td]:py-1 [&>td]:pr-4">
        <td>
          <button className="min-h-10 text-left font-semibold" aria-expanded={open} onClick={press}>
            {open ? "▾ " : "▸ "}
            {part.name}
          </button>
          <span className="block text-sm text-quiet">
            {part.kind.replace("-", " ")}
            {part.donor && ` · ${part.donor}`}
          </span>
          {part.note && <span className="block max-w-60 text-sm text-quiet">{part.note}</span>}
        </td>
        <td>
          <Choice
            bare
            label={`Where ${part.name} is`}
            value={part.place}
            of={PLACES.map((place) => ({ value: place, text: PLACE_NAMES[place] }))}
            choose={(place) => void keep(() => ({ place, state: null }))}
          />
          {part.place === "shelf" && (
            <span className="block">
              <Choice
                bare
                label={`How good ${part.name} is`}
                value={part.heap ?? ""}
                none="which heap"
                of={HEAPS}
                choose={(heap) => void keep(() => ({ heap: heap || null }))}
              />
            </span>
          )}
        </td>
        <td className="pt-3!">
          <FaceState part={Object.keys(part.faces ?? {}).length} pairs={pairs} />
        </td>
        <td className={`pt-3! ${ON_A_DESK}`}>
          {waiting.map((change: ChangeLine) => (
            <span key={change.id} className="block">
              step {change.step}: {change.title} <span className="text-quiet">{change.state}</span>
            </span>
          ))}
          {waiting.length === 0 && <span className="text-quiet">–</span>}
        </td>
        <td className={`text-right ${ON_A_DESK}`}>
          <FigureButton path={`parts.${part.name}.mass_kg`} label={`mass of ${part.name}`}>
            {typeof mass === "number" ? (
              asText(write(mass, "mass_kg"))
            ) : (
              <span className="text-quiet">weigh it</span>
            )}
          </FigureButton>
        </td>
        <td className={`pt-3! text-right ${ON_A_DESK}`}>
          {part.price === null || part.price === undefined ? "–" : money(part.price)}
        </td>
      </tr>
      {(open || problem) && (
        <tr>
          <td colSpan={6} className="border-b border-ink pb-4 wide:pl-6">
            <Problem of={problem} />
            {waiting
              .filter(({ fields }) => fields["part"] === part.name)
              .map((change) => (
                <IntoThePlan key={change.id} change={change} part={part} />
              ))}
            <FacePairs kept={kept} pairs={pairs} />
            <NewFace part={part} keep={keep} />
            <p className="no-print">
              <button
                className="link"
                onClick={() => void put({ do: "drop", table: "part", id: kept.id, version: kept.version })}
              >
                take the part out
              </button>
            </p>
          </td>
        </tr>
      )}
    </>
  );
}

/** How far the faces of a part are settled, in words and a sign of its own each. */
function FaceState({ part, pairs }: { part: number; pairs: FacePair[] }) {
  if (part === 0 && pairs.length === 0) return <span className="text-quiet">none noted</span>;
  const of = (verdict: string) =>
    pairs.filter(({ rows }) => rows.some((row) => row.verdict === verdict)).length;
  const wrong = of("differs");
  const unknown = pairs.filter(
    ({ rows }) =>
      rows.every((row) => row.verdict !== "differs") && rows.some((row) => row.verdict === "not known"),
  ).length;
  const good = pairs.length - wrong - unknown;
  return (
    <>
      {wrong > 0 && (
        <span className="block font-semibold text-oxide">
          ≠ {wrong} {wrong === 1 ? "does" : "do"} not mate
        </span>
      )}
      {unknown > 0 && <span className="block font-semibold">? {unknown} not known</span>}
      {good > 0 && (
        <span className="block">
          = {counted(good, "pair")} {good === 1 ? "agrees" : "agree"}
        </span>
      )}
      {pairs.length === 0 && <span className="text-quiet">{counted(part, "face")}, meets nothing yet</span>}
    </>
  );
}
