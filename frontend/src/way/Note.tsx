/** What is noted on the way: a fill, what broke or was seen, the odometer. */
import { type FormEvent, useState } from "react";

import type { WayPage } from "../api/types";
import { SURFACES } from "../sheets/trip/surfaces";
import type { note } from "./kept";
import { isoToday } from "./today";
import { symbol } from "./written";
import { wordsIn } from "../parts/typedIn";

type Entry = Parameters<typeof note>[1];
type Props = { page: WayPage; add: (entry: Entry) => void };
type Kind = "fill" | "log" | "odometer";

const KINDS: readonly { key: Kind; word: string }[] = [
  { key: "fill", word: "a fill" },
  { key: "log", word: "what happened" },
  { key: "odometer", word: "odometer" },
];
const HAPPENED = [
  { key: "note", word: "seen, done, met" },
  { key: "went-wrong", word: "it broke" },
  { key: "temporary-fix", word: "patched, must be done right" },
  { key: "found", word: "found: look at it at home" },
] as const;

/** An entry of which nothing is said yet. */
export const BARE: Omit<Entry, "kind" | "on"> = {
  text: "",
  log_kind: "note",
  litres: "",
  full: true,
  driven: {},
  odometer: "",
  leg: null,
  undo: false,
};

export function Note({ page, add }: Props) {
  const [kind, setKind] = useState<Kind>();
  const [problem, setProblem] = useState<string>();
  const keep = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const given = new FormData(event.currentTarget);
    const word = wordsIn(given);
    if (kind === undefined) return;
    const wanted = { fill: "litres", log: "text", odometer: "odometer" } as const;
    if (!word(wanted[kind])) {
      setProblem(
        { fill: "Say how much went in.", log: "Say what happened.", odometer: "Type the reading." }[kind],
      );
      return;
    }
    add({
      ...BARE,
      kind,
      on: word("on") || isoToday(),
      text: word("text"),
      log_kind: (word("log_kind") || "note") as Entry["log_kind"],
      litres: word("litres"),
      full: kind !== "fill" || given.get("full") === "on",
      driven: Object.fromEntries(SURFACES.flatMap(({ key }) => (word(key) ? [[key, word(key)]] : []))),
      odometer: word("odometer"),
    });
    setKind(undefined);
    setProblem(undefined);
  };
  return (
    <section aria-label="Note" className="pt-3">
      <div className="grid grid-cols-3 gap-2">
        {KINDS.filter(({ key }) => key !== "fill" || page.goes_by === "fuel").map(({ key, word }) => (
          <button
            key={key}
            aria-expanded={kind === key}
            className={`btn min-h-14 justify-center text-center ${kind === key ? "bg-ink text-ground" : ""}`}
            onClick={() => setKind(kind === key ? undefined : key)}
          >
            {word}
          </button>
        ))}
      </div>
      {kind && (
        <form
          key={kind}
          className="grid gap-3 bg-tint p-3"
          aria-label={KINDS.find(({ key }) => key === kind)?.word}
          onSubmit={keep}
        >
          {kind === "fill" && <FillFields page={page} />}
          {kind === "log" && (
            <>
              <label className="grid">
                <span className="text-quiet">it is</span>
                <select name="log_kind" className="field">
                  {HAPPENED.map(({ key, word }) => (
                    <option key={key} value={key}>
                      {word}
                    </option>
                  ))}
                </select>
              </label>
              <label className="grid">
                <span className="text-quiet">what</span>
                <textarea name="text" rows={3} className="field" autoFocus />
              </label>
            </>
          )}
          <Big
            label={kind === "odometer" ? "it reads" : "odometer, where it was read"}
            name="odometer"
            focus={kind === "odometer"}
          />
          <label className="grid">
            <span className="text-quiet">on</span>
            <input name="on" type="date" defaultValue={isoToday()} className="field" />
          </label>
          <button className="btn-main min-h-14 justify-center">keep it</button>
          {problem && (
            <p role="alert" className="text-oxide">
              {problem}
            </p>
          )}
        </form>
      )}
    </section>
  );
}

function FillFields({ page }: { page: WayPage }) {
  const surfaces = SURFACES.filter(
    ({ key }) => key === "road" || page.legs.some(({ surface }) => surface === key),
  );
  return (
    <>
      <Big label={`went in, ${symbol(page, "volume")}`} name="litres" focus />
      <label className="flex min-h-12 items-center gap-3">
        <input type="checkbox" name="full" defaultChecked className="size-8 accent-[var(--ink)]" /> to the
        full
      </label>
      <fieldset className="grid grid-cols-2 gap-3">
        <legend className="text-quiet">driven since the fill before, {symbol(page, "distance")}</legend>
        {surfaces.map(({ key, word }) => (
          <Big key={key} label={word} name={key} />
        ))}
      </fieldset>
      <label className="grid">
        <span className="text-quiet">where</span>
        <input name="text" className="field" />
      </label>
    </>
  );
}

function Big({ label, name, focus = false }: { label: string; name: string; focus?: boolean }) {
  return (
    <label className="grid">
      <span className="text-quiet">{label}</span>
      <input name={name} inputMode="decimal" autoFocus={focus} className="field w-full text-xl" />
    </label>
  );
}
