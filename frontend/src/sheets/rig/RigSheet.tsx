/** The rig: every figure that it can have, how each is known, and what still waits for one. */
import { type FormEvent, useState } from "react";
import { useLocation } from "react-router";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import type { Carrier, FigureSpec } from "../../api/types";
import { WaitsFor } from "../../parts/WaitsFor";
import { stageOnly, useBench } from "../../parts/bench";
import { chosen } from "../../parts/chosen";
import { Choice, Entry } from "../../parts/Entry";
import { FigureButton } from "../../parts/FigureButton";
import { FirstWithTheTape } from "../../parts/FirstWithTheTape";
import { KnownMark } from "../../parts/KnownMark";
import { useSettings } from "../../parts/settings";
import { Gaps } from "./Gaps";
import { Notebook } from "./Notebook";
import { Shares } from "./Shares";
import { TogetherForms } from "./Together";
import { Problem } from "../../parts/Problem";
import { asFound } from "../../parts/asFound";
import { specOf } from "../../parts/specOf";
import { day } from "../../parts/day";
import { asText } from "../../parts/quantity";

export function RigSheet() {
  const { sheet, stage, catalogue } = useBench();
  const { search } = useLocation();
  const [waits, setWaits] = useState<{ title: string; paths: string[]; at_each_wheel: string[] }>();
  const noted = catalogue.figures.filter((spec) => sheet.figures[spec.path]).length;
  return (
    <>
      <header className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-ink pb-2">
        <h1 className="text-2xl font-semibold">Rig</h1>
        <p className="text-quiet">
          as found · {noted} of {catalogue.figures.length} figures noted
        </p>
        <a className="link ml-auto" href={`/api/rigs/${sheet.id}/build-file`} download>
          save as a build file
        </a>
      </header>
      <FirstWithTheTape rigId={sheet.id} stage={stage} revision={sheet.revision} search={stageOnly(search)} />
      <Notebook />
      <TogetherForms waits={waits} setWaits={setWaits} />
      <NotKnownYet walk={(title, paths) => setWaits({ title, paths, at_each_wheel: [] })} />
      <div className="pt-2">
        {catalogue.headings.map(({ title, paths }) => (
          <Group key={title} name={title} paths={new Set(paths)} />
        ))}
      </div>
      <Points />
      <Gaps />
      <Shares />
    </>
  );
}

/** A group of figures: those that are noted, and on demand all that there can be. */
function Group({ name, paths }: { name: string; paths: ReadonlySet<string> }) {
  const { sheet, catalogue } = useBench();
  const [all, setAll] = useState(false);
  const specs = catalogue.figures.filter((spec) => paths.has(spec.path));
  const noted = specs.filter((spec) => sheet.figures[spec.path]);
  const few = specs.length <= 12;
  const shown = all || few ? specs : noted;
  return (
    <section className="pb-4">
      <h2 className="cond flex items-baseline gap-3 border-b border-ink pt-2 pb-1 font-semibold">
        {name}
        <span className="font-normal text-quiet">
          {noted.length} of {specs.length}
        </span>
        {!few && (
          <button className="link ml-auto" aria-expanded={all} onClick={() => setAll(!all)}>
            {all ? "only what is noted" : "everything that there can be"}
          </button>
        )}
      </h2>
      <div className="gap-x-10 [column-width:20rem] print:columns-2 print:text-sm">
        {shown.map((spec) => (
          <FigureRow key={spec.path} spec={spec} />
        ))}
        {shown.length === 0 && <p className="py-2 text-quiet">Nothing is noted yet.</p>}
      </div>
    </section>
  );
}

/** What is not known yet and keeps a result from being had: each result with all that it waits for. */
function NotKnownYet({ walk }: { walk: (title: string, paths: string[]) => void }) {
  const { sheet, stage, catalogue } = useBench();
  const { units, person } = useSettings();
  const all = useAsked({
    queryKey: ["waits", sheet.id, stage, sheet.revision],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/waits", {
          params: { path: { rig_id: sheet.id }, query: { stage, units, person } },
        }),
      ),
    enabled: sheet.not_known.length > 0,
  });
  const rows = sheet.not_known;
  if (rows.length === 0) return null;
  return (
    <section aria-label="Not known yet" className="border-b border-hair py-3">
      <h2 className="font-semibold">Not known yet</h2>
      <ul className="cond">
        {rows.map(({ label, waits }) => {
          const more = (all.data?.waits[label] ?? []).filter((path) => path !== waits.path);
          return (
            <li key={label} className="flex flex-wrap items-baseline gap-x-2">
              <span className="w-48 text-quiet">{label}</span>
              <WaitsFor waits={waits} />
              {more.length > 0 && (
                <>
                  <span className="text-quiet">
                    and {more.map((path) => specOf(catalogue, path)?.label ?? path).join(" · ")}
                  </span>
                  <button
                    className="link no-print"
                    onClick={() => walk(`for ${label}`, [...(waits.path ? [waits.path] : []), ...more])}
                  >
                    all {more.length + 1} in one go
                  </button>
                </>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function FigureRow({ spec }: { spec: FigureSpec }) {
  const { sheet, write } = useBench();
  const { units } = useSettings();
  const figure = sheet.figures[spec.path];
  const value = figure?.value as number | string | number[] | undefined;
  const written =
    typeof value === "number"
      ? inFour(write(value, spec.path, { exact: units === "metric" }), units === "metric")
      : {
          text: Array.isArray(value)
            ? value.map((ratio) => ratio.toFixed(2)).join(" ")
            : value && chosen(spec, value),
          unit: "",
        };
  return (
    <FigureButton
      path={spec.path}
      className={`cond flex w-full break-inside-avoid items-center justify-between gap-4 border-b border-hair hover:bg-tint ${figure ? "" : "print:hidden"}`}
    >
      <span className="text-quiet">{spec.label}</span>
      {figure ? (
        <span className="text-right">
          <b className="font-semibold">{written.text}</b> <span className="text-quiet">{written.unit}</span>{" "}
          <KnownMark known={figure.known} />
          {figure.taken === "as it stood" && figure.noted_on && (
            <span className="text-quiet"> as it stood {day(figure.noted_on)}</span>
          )}
        </span>
      ) : (
        <span className="text-quiet">–</span>
      )}
    </FigureButton>
  );
}

/** Four digits say all that a tape does; more only where they stand before the point. */
function inFour(written: { text: string; unit: string }, metric: boolean) {
  const whole = Math.trunc(Math.abs(Number(written.text))).toString().length;
  return metric
    ? { ...written, text: String(Number(Number(written.text).toPrecision(Math.max(4, whole)))) }
    : written;
}

function Points() {
  const { sheet, put, write } = useBench();
  const points = sheet.here.outline.points;
  if (points.length === 0)
    return (
      <section>
        <h2 className="border-b border-ink pb-1 font-semibold">Underside</h2>
        <p className="py-2 text-quiet">
          No point has been measured yet. Angles and ground clearance come from them: on level ground, on its
          own wheels, from the front axle back and from the ground up.
        </p>
        <NewPoint />
      </section>
    );
  return (
    <>
      <table className="cond w-full">
        <caption className="border-b border-ink pb-1 text-left font-semibold">
          Underside, at the stage of the mark{" "}
          <span className="font-normal text-quiet">press a height to correct it</span>
        </caption>
        <thead>
          <tr className="text-left text-quiet">
            <th className="font-normal">point</th>
            <th className="font-normal">carried by</th>
            <th className="text-right font-normal">behind the front axle</th>
            <th className="text-right font-normal">above the ground</th>
            <th className="w-20">
              <span className="sr-only">take out</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {points.map((point) => {
            const found = asFound(sheet)[`points.${point.name}.z_mm`]?.value as number | undefined;
            const now = write(point.z_mm, "z_mm");
            const old = found === undefined ? undefined : write(found, "z_mm");
            return (
              <tr key={point.name} className="border-b border-hair">
                <td>{point.name}</td>
                <td className="text-quiet">{point.on}</td>
                <td className="text-right">
                  <FigureButton path={`points.${point.name}.x_mm`}>
                    {asText(write(point.x_mm, "x_mm"))}
                  </FigureButton>
                </td>
                <td className="text-right">
                  <FigureButton path={`points.${point.name}.z_mm`}>
                    {old && old.text !== now.text && <s className="text-quiet">{old.text}</s>}{" "}
                    <b className="font-semibold">{now.text}</b> <span className="text-quiet">{now.unit}</span>
                  </FigureButton>
                </td>
                <td className="text-right">
                  {sheet.points[point.name] && (
                    <button
                      className="link text-sm"
                      onClick={() => void put({ do: "drop point", name: point.name })}
                    >
                      take out <span className="sr-only">{point.name}</span>
                    </button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <NewPoint />
    </>
  );
}

const CARRIERS: Carrier[] = ["frame", "body", "front-axle", "rear-axle"];
const NO_POINT = { name: "", on: "frame" as Carrier, x: "", z: "" };

function NewPoint() {
  const { put, write } = useBench();
  const [entry, setEntry] = useState(NO_POINT);
  const [problem, setProblem] = useState<string>();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const refusal = await put({ do: "point", ...entry });
    setProblem(
      refusal?.stale
        ? `There is a point “${entry.name}” already: press its height to correct it.`
        : refusal?.message,
    );
    if (!refusal) setEntry(NO_POINT);
  };
  const unit = write(0, "x_mm").unit;
  const field = (key: "name" | "x" | "z", label: string, example: string) => (
    <Entry
      label={label}
      className="w-44"
      value={entry[key]}
      example={example}
      set={(text) => setEntry({ ...entry, [key]: text })}
    />
  );
  return (
    <form
      onSubmit={(event) => void submit(event)}
      className="cond py-3"
      aria-label="Add a point of the underside"
    >
      <div className="flex flex-wrap items-end gap-4">
        {field("name", "point", "case guard")}
        <Choice
          label="carried by"
          value={entry.on}
          of={CARRIERS}
          choose={(on) => setEntry({ ...entry, on })}
        />
        {field("x", `behind the front axle, ${unit}`, "1340, or −790 ahead")}
        {field("z", `above the ground, ${unit}`, "286")}
        <button className="btn">add the point</button>
      </div>
      <Problem of={problem} />
    </form>
  );
}
