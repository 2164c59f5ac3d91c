/**
 * A figure that is an input: press it, type what the tape says, Enter. The same control is a dimension line
 * on the drawing, a row of the Rig sheet and the button that a waiting result shows.
 */
import { type FormEvent, type ReactNode, useState } from "react";

import type { FigureSpec, Known } from "../api/types";
import { choicesOf } from "./chosen";
import { specOf } from "./specOf";
import { useBench } from "./bench";
import { FigureHistory } from "./FigureHistory";
import { focusSoon } from "./focusSoon";
import { day } from "./day";
import { useSettings } from "./settings";
import { OneOf } from "./OneOf";
import { SignSketch } from "./SignSketch";
import { TakenField } from "./TakenField";
import { TapePhotos } from "./TapePhotos";
import { useTaken } from "./useTaken";
import { Unfolds } from "./Unfolds";
import { Problem } from "./Problem";
import { asText } from "./quantity";

type Props = {
  path: string;
  children: ReactNode;
  className?: string;
  /** What it is, for those who cannot see where it stands. */
  label?: string;
};

export function FigureButton({ path, children, className = "", label }: Props) {
  const spec = useSpec(path);
  if (!spec) return <>{children}</>;
  return (
    <Unfolds
      name={spec.label}
      className={className}
      panelClassName="w-80"
      focus={(panel) => focusSoon(panel.querySelector<HTMLElement>("input, select"))}
      panel={(close) => <FigureForm spec={spec} done={close} />}
    >
      {label && <span className="sr-only">{label} </span>}
      {children}
    </Unfolds>
  );
}

/** The specification of a figure, of this vehicle's table. */
export function useSpec(path: string): FigureSpec | undefined {
  return specOf(useBench().catalogue, path);
}

/** What was typed into figures and is not noted, by rig and path. */
const DRAFTS = new Map<string, string>();

const WAYS_KNOWN = (["measured", "plate", "assumed"] as const).map((way) => ({ value: way, label: way }));

/** What stands there now, as the server keeps it. */
type Theirs = { value?: string; noted_by?: string };

function inWords(value: string | undefined): string {
  if (value === undefined) return "taken out";
  const parsed = JSON.parse(value) as number | string | number[];
  return Array.isArray(parsed) ? parsed.join(" ") : String(parsed);
}

function FigureForm({ spec, done }: { spec: FigureSpec; done: () => void }) {
  const { sheet, put, write } = useBench();
  const { units } = useSettings();
  const noted = sheet.figures[spec.path];
  const written = (): string => {
    const value = noted?.value as number | string | number[] | undefined;
    if (value === undefined) return "";
    if (typeof value === "number") return write(value, spec.path, { exact: true }).text;
    return Array.isArray(value) ? value.map((ratio) => String(Number(ratio.toFixed(6)))).join(" ") : value;
  };
  // What was typed and not noted, by a press beside the dialog, is there again when it is opened.
  const draft = `${sheet.id} ${spec.path}`;
  const [kept] = useState(() => DRAFTS.get(draft));
  const [typed, setTypedNow] = useState(() => kept ?? written());
  const setTyped = (text: string) => {
    setTypedNow(text);
    if (text === written()) DRAFTS.delete(draft);
    else DRAFTS.set(draft, text);
  };
  // What stood there as a guess goes with its ± and its reason as soon as another value is typed.
  const stands = noted?.known === "assumed" && typed !== written() ? undefined : noted;
  const [chosen, setChosen] = useState<{ known?: Known; doubt?: string; remark?: string }>({});
  const known = chosen.known ?? stands?.known ?? spec.known;
  const doubt =
    chosen.doubt ??
    (stands?.doubt == null ? "" : write(stands.doubt, spec.path, { exact: true, difference: true }).text);
  const remark = chosen.remark ?? stands?.note ?? "";
  const took = useTaken(spec, typed !== written(), known);
  const [problem, setProblem] = useState<string>();
  const [theirs, setTheirs] = useState<Theirs>();
  const unit = typeof noted?.value === "number" || spec.shape === "number" ? write(0, spec.path).unit : "";

  const note = async (text: string | null) => {
    const refusal = await put({
      do: "note",
      path: spec.path,
      typed: text,
      known,
      doubt,
      note: remark,
      ...took.fields,
      version: sheet.versions[spec.path] ?? null,
    });
    if (!refusal) {
      DRAFTS.delete(draft);
      return done();
    }
    setProblem(refusal.stale ? undefined : refusal.message);
    if (refusal.stale) setTheirs((refusal.problem.theirs as Theirs | undefined) ?? {});
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void note(typed);
  };

  return (
    <form onSubmit={submit} className="grid gap-3">
      <label className="grid gap-1">
        <span>
          <b className="font-semibold">{spec.label}</b>{" "}
          {!took.matters && <span className="text-quiet">as found</span>}
        </span>
        {spec.shape === "choice" ? (
          <select className="field" value={typed} onChange={(e) => setTyped(e.target.value)}>
            <option value="" disabled>
              choose
            </option>
            {choicesOf(spec).map(({ value, text }) => (
              <option key={value} value={value}>
                {text}
              </option>
            ))}
          </select>
        ) : (
          <span className="flex items-baseline gap-2">
            <input
              className="field w-full text-2xl font-semibold"
              value={typed}
              onChange={(e) => setTyped(e.target.value)}
              onFocus={(e) => e.target.select()}
              placeholder={units === "inch" && unit === "in" ? "38 5/16" : spec.example}
              aria-invalid={problem !== undefined}
              autoComplete="off"
              spellCheck={false}
            />
            <span className="text-quiet">{unit}</span>
          </span>
        )}
      </label>
      {kept !== undefined && kept === typed && (
        <p className="cond text-sm text-oxide">
          Typed before and not noted yet.{" "}
          <button type="button" className="link" onClick={() => setTyped(written())}>
            forget it
          </button>
        </p>
      )}
      <SignSketch path={spec.path} />
      {spec.how && <p className="cond text-sm text-quiet">{spec.how}</p>}
      <Problem of={problem} />
      {theirs && (
        <section role="alert" className="border-l-4 border-oxide pl-3">
          <p>
            {theirs.noted_by ?? "Somebody"} noted it meanwhile. Nothing of yours was written yet: which one
            stands?
          </p>
          <p className="grid gap-2 pt-1">
            <button type="button" className="btn" onClick={done}>
              theirs: {inWords(theirs.value)}
            </button>
            <button className="btn">yours: {typed}</button>
          </p>
        </section>
      )}
      <OneOf
        label="How it is known"
        value={known}
        ways={WAYS_KNOWN}
        choose={(now) => setChosen({ ...chosen, known: now })}
      />
      {took.matters && <TakenField taken={took.taken} on={took.on} set={took.set} setOn={took.setOn} />}
      <div className="flex gap-4">
        {spec.shape === "number" && (
          <label className="flex w-24 items-baseline gap-1">
            ±
            <input
              className="field w-full text-base"
              value={doubt}
              onChange={(e) => setChosen({ ...chosen, doubt: e.target.value })}
              placeholder="usual"
              autoComplete="off"
            />
          </label>
        )}
        <label className="flex flex-1 items-baseline gap-1">
          <span className="text-quiet">note</span>
          <input
            className="field w-full text-base"
            value={remark}
            onChange={(e) => setChosen({ ...chosen, remark: e.target.value })}
            maxLength={4000}
          />
        </label>
      </div>
      {noted?.noted_by && (
        <p className="text-quiet">
          noted by {noted.noted_by}
          {noted.noted_on ? ` on ${day(noted.noted_on)}` : ""}
          {noted.taken === "as it stood" && ", as it stood then"}
        </p>
      )}
      <TapePhotos path={spec.path} label={spec.label} />
      {noted && <FigureHistory path={spec.path} />}
      {!noted && spec.typical !== null && (
        <button
          type="button"
          className="link"
          onClick={() => {
            setTyped(write(spec.typical ?? 0, spec.path, { exact: true }).text);
            setChosen({ ...chosen, known: "assumed" });
          }}
        >
          take what is typical: {asText(write(spec.typical, spec.path))}, as assumed
        </button>
      )}
      <div className="flex justify-between gap-2">
        <button className="btn-main">note it</button>
        {noted && (
          <button type="button" className="link" onClick={() => void note(null)}>
            take it out
          </button>
        )}
      </div>
    </form>
  );
}
