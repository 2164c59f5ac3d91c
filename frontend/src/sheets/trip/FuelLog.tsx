/** The log of fuel: what was filled after what was driven; consumption and factors come of it. */
import { type FormEvent, useState } from "react";

import type { FillLine, Legs, Surface } from "../../api/types";
import { useBench } from "../../parts/bench";
import { counted } from "../../parts/counted";
import { day } from "../../parts/day";
import { FigureButton } from "../../parts/FigureButton";
import { Problem } from "../../parts/Problem";
import { WaitsFor } from "../../parts/WaitsFor";
import { SURFACES, surfaceWord } from "./surfaces";
import { useFile } from "./useTrip";
import { wordsIn } from "../../parts/typedIn";
import { asText } from "../../parts/quantity";
import { Field } from "../../parts/Field";

export function FuelLog({ fills, consumption }: { fills: FillLine[]; consumption: Legs["consumption"] }) {
  const file = useFile();
  const [all, setAll] = useState(false);
  const shown = all ? fills : fills.slice(-6);
  return (
    <section aria-label="Fuel from one's own log">
      <h2 className="border-b border-ink pb-1 font-semibold">What it takes</h2>
      <Takes consumption={consumption} fills={fills.length} />
      <h3 className="pt-3 font-semibold">Fills, each with what was driven before it</h3>
      {fills.length === 0 && (
        <p className="max-w-prose py-1 text-quiet">
          None yet. From one full fill to the next, with the kilometres by surface: consumption and factors
          come of them, with their ±, and count from then on.
        </p>
      )}
      <ul>
        {shown.map((line) => (
          <FillRow key={line.id} line={line} />
        ))}
      </ul>
      {fills.length > shown.length && (
        <button className="link" onClick={() => setAll(true)}>
          all {fills.length}
        </button>
      )}
      {fills.length > 0 && (
        <a className="link no-print pl-6" href={file("lists/fills.csv")} download>
          the fills, CSV
        </a>
      )}
      <NewFill />
    </section>
  );
}

function Takes({ consumption, fills }: { consumption: Legs["consumption"]; fills: number }) {
  const { write } = useBench();
  const takes = consumption.value;
  if (!takes)
    return (
      <p className="py-2">
        <WaitsFor waits={consumption.waits_for} />
      </p>
    );
  if (Object.keys(takes.wh_per_km).length > 0) return <MotorTakes consumption={consumption} />;
  const unit = write(0, "consumption_l_per_100km").unit;
  return (
    <>
      <p className="py-1 text-quiet">
        {takes.stretches > 0
          ? `Out of ${counted(takes.stretches, "run")} of your own log from full to full.`
          : fills > 0
            ? "No fill to the full with a distance before it yet: these are as noted."
            : "As noted; a log of fills says it better."}{" "}
        <FigureButton path="trip.consumption_l_per_100km" className="link">
          {takes.stretches > 0 ? "what was believed before" : "consumption on the road"}
        </FigureButton>
      </p>
      <dl className="cond">
        {SURFACES.filter(({ key }) => key in takes.l_per_100km).map(({ key, word }) => {
          const off = consumption.doubt?.[`l_per_100km.${key}`];
          return (
            <div key={key} className="flex items-baseline justify-between border-b border-hair py-1">
              <dt>{word}</dt>
              <dd>
                <b className="text-xl">{(takes.l_per_100km[key] ?? 0).toFixed(1)}</b> {unit}
                {off ? <span className="text-quiet"> ±{off.toFixed(1)}</span> : null}
                <span className="text-quiet"> × {(takes.factors[key] ?? 0).toFixed(2)}</span>
              </dd>
            </div>
          );
        })}
      </dl>
    </>
  );
}

/** What a motor takes on each surface: pressed, it is noted as the charging post measured it. */
function MotorTakes({ consumption }: { consumption: Legs["consumption"] }) {
  const { write } = useBench();
  const takes = consumption.value?.wh_per_km ?? {};
  return (
    <>
      <p className="py-1 text-quiet">
        A battery drives it. What nobody has driven is what it takes on the road times what the surface takes
        of an engine: charge to the full, drive one surface, charge again, and note it.
      </p>
      <dl className="cond">
        {SURFACES.map(({ key, word }) => {
          const off = consumption.doubt?.[`wh_per_km.${key}`];
          const by = takes[key];
          return (
            <div key={key} className="flex items-baseline justify-between border-b border-hair py-1">
              <dt>
                <FigureButton path={`traction.${key}_wh_per_km`} className="link">
                  {word}
                </FigureButton>
              </dt>
              <dd>
                {by === undefined ? (
                  <span className="text-quiet">not known</span>
                ) : (
                  <b className="text-xl">{asText(write(by, "takes_wh_per_km", { places: 0 }))}</b>
                )}
                {off ? (
                  <span className="text-quiet"> ±{write(off, "takes_wh_per_km", { places: 0 }).text}</span>
                ) : null}
              </dd>
            </div>
          );
        })}
      </dl>
    </>
  );
}

function FillRow({ line: { id, version, fill } }: { line: FillLine }) {
  const { put, write } = useBench();
  const [problem, setProblem] = useState<string>();
  const driven = Object.entries(fill.driven ?? {}).map(
    ([surface, km]) => `${asText(write(km, "leg_km", { places: 0 }))} ${surfaceWord(surface as Surface)}`,
  );
  const drop = () =>
    void put({ do: "drop", table: "fill", id, version }).then((refusal) => setProblem(refusal?.message));
  return (
    <li className="cond flex flex-wrap items-baseline gap-x-4 border-b border-hair">
      <span className="text-quiet">{day(fill.filled_on)}</span>
      <b className="font-semibold">{asText(write(fill.litres, "fuel_l"))}</b>
      {!fill.full && <span>not full</span>}
      <span className="flex-1">
        {driven.length > 0 ? driven.join(", ") : "nothing driven noted: it counts for nothing"}
      </span>
      <button
        className="link no-print"
        aria-label={`take out the fill of ${day(fill.filled_on)}`}
        onClick={drop}
      >
        out
      </button>
      <Problem of={problem} className="w-full" />
    </li>
  );
}

function NewFill() {
  const { sheet, put } = useBench();
  const [problem, setProblem] = useState<string>();
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const given = new FormData(form);
    const word = wordsIn(given);
    const driven = Object.fromEntries(SURFACES.flatMap(({ key }) => (word(key) ? [[key, word(key)]] : [])));
    if (!word("litres")) {
      setProblem("Say how much went in, for example 62 l.");
      return;
    }
    const refusal = await put({
      do: "record",
      table: "fill",
      id: 0,
      version: null,
      record: {
        filled_on: word("on") || sheet.today,
        litres: word("litres"),
        full: given.get("full") === "on",
        driven,
        odometer_km: word("odometer") || null,
      },
    });
    setProblem(refusal?.message);
    if (!refusal) form.reset();
  };
  return (
    <form
      className="no-print cond flex flex-wrap items-end gap-x-4 gap-y-2 pt-2"
      aria-label="A fill"
      onSubmit={(event) => void add(event)}
    >
      <label className="grid">
        <span className="text-sm text-quiet">on</span>
        <input name="on" type="date" defaultValue={sheet.today} className="field text-base" />
      </label>
      <Field label="went in" name="litres" />
      <label className="flex min-h-10 items-center gap-2">
        <input type="checkbox" name="full" defaultChecked className="size-6 accent-[var(--ink)]" /> to the
        full
      </label>
      {SURFACES.map(({ key, word }) => (
        <Field key={key} label={`driven, ${word}`} name={key} />
      ))}
      <Field label="odometer" name="odometer" />
      <button className="btn">note the fill</button>
      <Problem of={problem} className="w-full" />
    </form>
  );
}
