/** Figures that are taken in one go: a form each, Enter to the next empty field, noted as one. */
import { type FormEvent, type KeyboardEvent, useState } from "react";

import type { FigureSpec } from "../../api/types";
import { useBench } from "../../parts/bench";
import { chosen, choicesOf } from "../../parts/chosen";
import { counted } from "../../parts/counted";
import { focusSoon } from "../../parts/focusSoon";
import { Problem } from "../../parts/Problem";
import { SignSketch } from "../../parts/SignSketch";
import { specOf } from "../../parts/specOf";

const WHEELS = ["front_left", "front_right", "rear_left", "rear_right", "spare"] as const;
/** The form of all that somebody waits for has no title of its own. */
type Form = { title: string; paths: string[]; at_each_wheel: string[] };

/** Which form is open; those of the catalogue, and one of all that a result waits for. */
export function TogetherForms({
  waits,
  setWaits,
}: {
  waits: Form | undefined;
  setWaits: (to: undefined) => void;
}) {
  const { catalogue } = useBench();
  const [title, setTitle] = useState<string>();
  const form = waits ?? catalogue.together.find((each) => each.title === title);
  return (
    <section aria-label="In one go" className="no-print border-b border-hair py-3">
      <p className="cond flex flex-wrap items-center gap-x-5">
        <b className="font-semibold">In one go:</b>
        {catalogue.together.map((each) => (
          <button
            key={each.title}
            className="link"
            aria-expanded={form?.title === each.title}
            onClick={() => {
              setWaits(undefined);
              setTitle(form?.title === each.title ? undefined : each.title);
            }}
          >
            {each.title}
          </button>
        ))}
      </p>
      {form && (
        <TogetherForm
          key={form.title}
          form={form}
          done={() => {
            setWaits(undefined);
            setTitle(undefined);
          }}
        />
      )}
    </section>
  );
}

/** Enter goes to the next field of the form that is still empty; in the last one it notes them. */
function toNextEmpty(event: KeyboardEvent<HTMLFormElement>) {
  const at = event.target as HTMLInputElement;
  if (event.key !== "Enter" || !at.matches("input, select")) return;
  const fields = [...event.currentTarget.querySelectorAll<HTMLInputElement>("input, select")];
  const next = fields.slice(fields.indexOf(at) + 1).find((field) => field.value === "");
  if (!next) return;
  event.preventDefault();
  next.focus();
}

function TogetherForm({ form, done }: { form: Form; done: () => void }) {
  const { sheet, catalogue, put } = useBench();
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [problem, setProblem] = useState<{ path: string; message: string }>();
  const specs = form.paths.flatMap((path) => specOf(catalogue, path) ?? []);
  const type = (path: string, text: string) => setTyped({ ...typed, [path]: text });
  const readings = readingsOf(form, typed);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (readings.length === 0) return setProblem({ path: "", message: "Nothing is typed yet." });
    const versions = Object.fromEntries(
      readings.flatMap(({ path }) =>
        sheet.versions[path] === undefined ? [] : [[path, sheet.versions[path]]],
      ),
    ) as Record<string, number>;
    const refusal = await put({ do: "readings", readings, versions });
    if (!refusal) return done();
    setProblem({ path: (refusal.problem.field as string | undefined) ?? "", message: refusal.message });
  };
  const isShaft = form.title.endsWith("shaft");
  return (
    <form
      onSubmit={(event) => void submit(event)}
      onKeyDown={toNextEmpty}
      aria-label={form.title}
      className="pt-2"
    >
      {isShaft && <ShaftSketch />}
      {form.at_each_wheel.length > 0 ? (
        <WheelTable form={form} typed={typed} type={type} wrong={problem?.path} />
      ) : (
        <ol className="cond grid gap-x-10 wide:grid-cols-2">
          {specs.map((spec, i) => (
            <li key={spec.path} className="flex items-center justify-between gap-3 border-b border-hair py-1">
              <label htmlFor={spec.path} className="flex-1 text-quiet">
                {isShaft && <b className="pr-2 font-semibold text-ink">{i + 1}</b>}
                {spec.label}
              </label>
              <Typed
                spec={spec}
                text={typed[spec.path] ?? ""}
                type={(text) => type(spec.path, text)}
                wrong={problem?.path === spec.path}
                first={i === 0}
              />
            </li>
          ))}
        </ol>
      )}
      {isShaft && <SignSketch path="_side_deg" />}
      <Problem of={problem?.message} />
      <p className="flex items-center gap-4 pt-3">
        <button className="btn-main">note {counted(readings.length, "figure")}</button>
        <button type="button" className="link" onClick={done}>
          cancel
        </button>
        <span className="cond text-sm text-quiet">
          Enter goes to the next empty field; one undo takes all back.
        </span>
      </p>
    </form>
  );
}

/** What was typed, a wheel at a time: its own, else what was typed for all of them. */
function readingsOf(form: Form, typed: Record<string, string>): { path: string; typed: string }[] {
  const own = form.paths.map((path) => ({ path, typed: typed[path]?.trim() ?? "" }));
  const wheels = form.at_each_wheel.flatMap((key) =>
    WHEELS.map((wheel) => ({
      path: `wheels.${wheel}.${key}`,
      typed: (typed[`wheels.${wheel}.${key}`] ?? "").trim() || (typed[`all ${key}`] ?? "").trim(),
    })),
  );
  return [...own, ...wheels].filter((reading) => reading.typed !== "");
}

type TypedProps = {
  spec: FigureSpec;
  text: string;
  type: (text: string) => void;
  wrong: boolean;
  first?: boolean;
  label?: string;
  held?: string | undefined;
};

/** A field that shows what stands there, and takes another. */
function Typed({ spec, text, type, wrong, first = false, label, held }: TypedProps) {
  const { sheet, write } = useBench();
  const value = sheet.figures[spec.path]?.value;
  const stands =
    typeof value === "number"
      ? write(value, spec.path, { exact: true }).text
      : Array.isArray(value)
        ? value.join(" ")
        : value && chosen(spec, value);
  const unit = spec.shape === "number" ? write(0, spec.path).unit : "";
  if (spec.shape === "choice")
    return (
      <select
        id={label ? undefined : spec.path}
        aria-label={label}
        className="field w-36 text-base"
        value={text}
        onChange={(event) => type(event.target.value)}
      >
        <option value="">{stands ?? "choose"}</option>
        {choicesOf(spec).map((one) => (
          <option key={one.value} value={one.value}>
            {one.text}
          </option>
        ))}
      </select>
    );
  return (
    <span className="flex items-baseline gap-1">
      <input
        id={label ? undefined : spec.path}
        aria-label={label}
        className={`field text-base ${label ? "w-24" : "w-32"}`}
        value={text}
        placeholder={held ?? stands ?? spec.example}
        onChange={(event) => type(event.target.value)}
        aria-invalid={wrong}
        autoComplete="off"
        ref={first ? focusSoon : undefined}
      />
      {!label && <span className="w-10 text-sm text-quiet">{unit}</span>}
    </span>
  );
}

type WheelTableProps = {
  form: Form;
  typed: Record<string, string>;
  type: (path: string, text: string) => void;
  wrong: string | undefined;
};

/** The same for all five first, then the odd one. */
function WheelTable({ form, typed, type, wrong }: WheelTableProps) {
  const { catalogue, write } = useBench();
  return (
    <div className="sideways">
      <table className="cond">
        <thead>
          <tr className="text-left text-quiet [&>th]:pr-3 [&>th]:font-normal">
            <th />
            <th className="text-ink">all five</th>
            {WHEELS.map((wheel) => (
              <th key={wheel}>{wheel.replace("_", " ")}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {form.at_each_wheel.map((key, row) => {
            const spec = specOf(catalogue, `wheels.front_left.${key}`);
            if (!spec) return null;
            const name = spec.label.replace(/, front left$/, "");
            const unit = spec.shape === "number" ? write(0, spec.path).unit : "";
            const all = typed[`all ${key}`] ?? "";
            return (
              <tr key={key} className="border-b border-hair">
                <th scope="row" className="pr-4 text-left font-normal text-quiet">
                  {name}
                  {unit && `, ${unit}`}
                </th>
                <td className="pr-3">
                  <Typed
                    spec={{ ...spec, path: `all ${key}` }}
                    text={all}
                    type={(text) => type(`all ${key}`, text)}
                    wrong={false}
                    first={row === 0}
                    label={`${name}, all five`}
                    held={spec.example}
                  />
                </td>
                {WHEELS.map((wheel) => {
                  const path = `wheels.${wheel}.${key}`;
                  return (
                    <td key={wheel} className="pr-3">
                      <Typed
                        spec={{ ...spec, path }}
                        text={typed[path] ?? ""}
                        type={(text) => type(path, text)}
                        wrong={wrong === path}
                        label={`${name}, ${wheel.replace("_", " ")}`}
                        held={all || undefined}
                      />
                    </td>
                  );
                })}
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

/** A shaft between its two joints, with the number of each field where it is taken. */
function ShaftSketch() {
  const mark = (n: string, x: number, y: number) => (
    <g key={n}>
      <circle cx={x} cy={y} r={9} fill="var(--ground)" stroke="var(--ink)" />
      <text x={x} y={y + 4} textAnchor="middle" fontSize={11} fontWeight={700}>
        {n}
      </text>
    </g>
  );
  return (
    <svg
      viewBox="0 0 520 150"
      className="cond h-36 w-full max-w-2xl"
      role="img"
      aria-label="A shaft between its joints: 1 to 3 at the case, 4 to 6 at the axle, 7 and 8 the slip, 9 and 10 the tube"
    >
      <g stroke="var(--ink)" strokeWidth={2} fill="none">
        <path d="M 20 138 H 500" strokeWidth={1} />
        <path d="M 40 20 V 138" strokeWidth={1} strokeDasharray="3 4" />
        <path d="M 90 34 H 150 V 66 H 90 Z" />
        <path d="M 150 50 L 176 52" />
        <circle cx={182} cy={53} r={6} />
        <path d="M 188 54 L 250 66 M 246 60 L 244 73 M 250 66 L 400 95" strokeWidth={5} />
        <circle cx={406} cy={96} r={6} />
        <path d="M 412 97 L 436 99" />
        <circle cx={460} cy={102} r={26} />
        <path d="M 182 60 V 138 M 406 104 V 138" strokeWidth={1} strokeDasharray="3 4" />
        <path d="M 40 126 H 182" strokeWidth={1} />
      </g>
      <text x={44} y={16} fontSize={12} fill="var(--quiet)">
        front axle
      </text>
      <text x={96} y={28} fontSize={12} fill="var(--quiet)">
        case
      </text>
      <text x={440} y={68} fontSize={12} fill="var(--quiet)">
        axle
      </text>
      {mark("1", 110, 126)}
      {mark("2", 182, 100)}
      {mark("3", 166, 32)}
      {mark("4", 300, 126)}
      {mark("5", 406, 124)}
      {mark("6", 424, 78)}
      {mark("7", 236, 46)}
      {mark("8", 262, 48)}
      {mark("9", 330, 64)}
      {mark("10", 354, 68)}
    </svg>
  );
}
