/** The line: type a change in the trade's shorthand and see what it would do before Enter. */
import { type FormEvent, type KeyboardEvent, useEffect, useRef, useState } from "react";

import { useLocation, useNavigate } from "react-router";

import { answered, client, Refusal, Unreachable } from "../api/client";
import { stageOnly, useBench } from "../parts/bench";
import { Headlines } from "../parts/Headlines";
import { useSettings } from "../parts/settings";
import { sheetNamed } from "./all";
import { asText } from "../parts/quantity";

const REST_MS = 120;
/** What was typed last, the latest first: arrow up brings it back. */
const LAST = "jorvak.lines";
const MOST_LAST = 20;
/** What is half typed, which a page that is loaded again puts among them. */
const HALF = "jorvak.line";

function lastLines(): string[] {
  try {
    return JSON.parse(sessionStorage.getItem(LAST) ?? "[]") as string[];
  } catch {
    return [];
  }
}

function keepLine(text: string) {
  const line = text.trim();
  if (!line) return;
  const others = lastLines().filter((each) => each !== line);
  sessionStorage.setItem(LAST, JSON.stringify([line, ...others].slice(0, MOST_LAST)));
}

export function LineBar({ close: shut }: { close: () => void }) {
  const { sheet, stage, looks, put, preview, setPreview, write, catalogue } = useBench();
  const { units, person } = useSettings();
  const [text, setText] = useState("");
  const [back, setBack] = useState(-1);
  const [problem, setProblem] = useState<string>();
  // Whether the preview has its doubt: what it upsets is only said then.
  const [sure, setSure] = useState(false);
  const latest = useRef(0);
  const navigate = useNavigate();
  const search = stageOnly(useLocation().search);

  useEffect(() => {
    keepLine(sessionStorage.getItem(HALF) ?? "");
    return () => sessionStorage.removeItem(HALF);
  }, []);

  useEffect(() => {
    sessionStorage.setItem(HALF, text);
    const ask = ++latest.current;
    if (!text.trim() || sheetNamed(text)) return;
    const abort = new AbortController();
    const look = async (quick: boolean) => {
      const answer = await answered(
        client.POST("/api/rigs/{rig_id}/preview", {
          params: { path: { rig_id: sheet.id }, query: { stage, units, person, looks } },
          body: { text, quick },
          signal: abort.signal,
        }),
      );
      if (ask !== latest.current) return;
      setPreview(answer.preview ?? undefined, text);
      setProblem(answer.problem ?? undefined);
      setSure(!quick);
    };
    // The drawing follows the keys; the doubt, which takes longer, once they rest.
    look(true)
      .then(() => new Promise((rested) => setTimeout(rested, REST_MS)))
      .then(() => (ask === latest.current ? look(false) : undefined))
      .catch((error: unknown) => {
        if (ask !== latest.current) return;
        setPreview(undefined);
        if (error instanceof Refusal) setProblem(error.message);
        else if (error instanceof Unreachable)
          setProblem(
            "The application is not answering. What you typed stays here; Enter keeps it until it is back.",
          );
      });
    return () => abort.abort();
    // A newer version of the rig means a newer preview.
  }, [text, sheet.id, sheet.changes, sheet.figures, stage, units, person, looks, setPreview]);

  useEffect(() => () => setPreview(undefined), [setPreview]);

  const type = (to: string) => {
    setText(to);
    if (to.trim() && !sheetNamed(to)) return;
    setPreview(undefined);
    setProblem(undefined);
  };

  const close = () => {
    keepLine(text);
    shut();
  };

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === "Escape") return close();
    const by = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    const lines = lastLines();
    const to = Math.max(-1, Math.min(lines.length - 1, back + by));
    setBack(to);
    type(lines[to] ?? "");
  };

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!text.trim()) {
      setProblem(`Type a change, for example ${catalogue.kinds.map((kind) => kind.example).join(", or ")}.`);
      return;
    }
    const named = sheetNamed(text);
    if (named) {
      shut();
      void navigate({ pathname: `/rigs/${sheet.id}/${named.path}`, search });
      return;
    }
    const refusal = await put({ do: "line", text });
    if (refusal) return setProblem(refusal.message);
    close();
  };

  const gears = preview?.here.results.rolling.gears?.value;
  const rows =
    preview?.headlines.filter((row, i) => row.value !== null && row.value !== preview.before[i]?.value) ?? [];
  const speeds = preview?.engine_speeds ?? [];
  return (
    <section aria-label="Type a change" className="no-print border-b-2 border-ink bg-margin px-6 py-3">
      <form onSubmit={(event) => void submit(event)} className="flex items-center gap-3">
        <label htmlFor="line" className="text-2xl font-semibold text-oxide">
          /
        </label>
        <input
          id="line"
          aria-label="Type a change or a figure"
          aria-describedby="line-says"
          className="min-h-11 flex-1 border-b-2 border-ink bg-transparent text-2xl font-semibold"
          value={text}
          onChange={(event) => type(event.target.value)}
          onKeyDown={onKeyDown}
          placeholder="tyre 285/75R17"
          autoFocus
          autoComplete="off"
          spellCheck={false}
        />
        <button className="btn-main">Enter</button>
        <button type="button" className="btn" onClick={close}>
          close
        </button>
      </form>
      <div id="line-says" aria-live="polite" className="pt-2">
        {problem && <p className="text-oxide">{problem}</p>}
        {sheetNamed(text) && <p>Enter goes to the sheet {sheetNamed(text)?.name}.</p>}
        {!problem && !preview && !sheetNamed(text) && (
          <p className="text-quiet">
            {catalogue.kinds.map((kind) => kind.example).join(" · ")} · or a figure:{" "}
            {catalogue.figures
              .filter((spec) => ["body.wheelbase_mm", "gearbox.gears", "engine.idle_rpm"].includes(spec.path))
              .map((spec) => `${spec.label.split(",")[0] ?? ""} ${spec.example}`)
              .join(" · ")}
          </p>
        )}
        {preview && (
          <div className="grid gap-x-10 gap-y-2 wide:grid-cols-[4fr_5fr_auto]">
            <div>
              <h3 className="font-semibold">
                {preview.typed.title}
                {preview.step !== null && (
                  <span className="font-normal text-quiet">, would be step {preview.step}</span>
                )}
              </h3>
              {(sure ? preview.raised : []).map((finding) => (
                <p key={finding.key} className="border-l-4 border-oxide pl-2 text-sm">
                  <b>{finding.severity}</b> {finding.text}
                </p>
              ))}
              {(sure ? preview.lost : []).map((finding) => (
                <p key={finding.key} className="border-l-4 border-dotted border-quiet pl-2 text-sm">
                  <b>cannot be said any more</b> {finding.text}
                </p>
              ))}
              {(sure ? preview.settled : []).map((finding) => (
                <p key={finding.key} className="border-l-4 border-zinc pl-2 text-sm">
                  <b>settles</b> {finding.text}
                </p>
              ))}
            </div>
            <div className="[&_dl]:grid [&_dl]:grid-cols-2 [&_dl]:gap-x-6">
              <Headlines rows={rows} />
            </div>
            {gears && speeds.length > 0 && (
              <table className="cond self-start text-right text-sm">
                <caption className="text-left text-quiet">
                  engine speed at {asText(write(gears.speeds_kmh[0] ?? 0, "speed_kmh"))}
                </caption>
                <tbody>
                  {speeds.map(({ gear, rpm, was_rpm: was }) => (
                    <tr key={gear} className="border-b border-hair">
                      <th scope="row" className="pr-4 font-normal text-quiet">
                        {gear}
                      </th>
                      <td className="pr-3 text-quiet">{was ? <s>{was}</s> : null}</td>
                      <td className="font-semibold">{rpm}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
        )}
      </div>
    </section>
  );
}
