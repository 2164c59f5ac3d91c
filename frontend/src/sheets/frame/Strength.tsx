/** Strength: first looks at bolts, bars and hinges. What passes is not ruled out, and never good: what was not looked at stands beside it. */
import { type FormEvent, useState } from "react";

import type { LookStands } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Cautions } from "../../parts/Cautions";
import { Choice } from "../../parts/Entry";
import { Field } from "../../parts/Field";
import { Problem } from "../../parts/Problem";
import { wordsIn } from "../../parts/typedIn";
import { BarDrawing, BoltsDrawing, HingeDrawing } from "./LookDrawing";
import { LookForm } from "./LookForm";
import { type LookLine, type StrengthSheet, useStrength, useWritten } from "./useFrame";

export function Strength() {
  const { data, error } = useStrength();
  if (!data)
    return error ? <Problem of={error} className="py-3" /> : <p className="py-3 text-quiet">One moment.</p>;
  return (
    <>
      <Cautions of={data.cautions} />
      {data.lines.map((line) => (
        <Look key={`${line.id} ${line.version}`} sheet={data} line={line} />
      ))}
      {data.lines.length === 0 && (
        <p className="max-w-prose py-3">
          Nothing is looked at yet. A winch’s mount, a bar that carries, the hinges of a carrier: a first look
          can say no before anything is cut, and never proves a yes.
        </p>
      )}
      <NewLook first={data.lines.length === 0} />
    </>
  );
}

function Look({ sheet, line }: { sheet: StrengthSheet; line: LookLine }) {
  const { put } = useBench();
  const { record } = line;
  const at = sheet.looks.value?.findIndex(({ name }) => name === record.name) ?? -1;
  const stands = sheet.looks.value?.[at];
  if (!stands) return null;
  const off = (place: string) => sheet.looks.doubt?.[`${at}.${place}`] ?? 0;
  return (
    <section aria-label={record.name} className="border-b border-ink py-3">
      <h2 className="flex flex-wrap items-baseline gap-x-4 text-lg font-semibold">
        {record.name}
        <button
          className="link no-print text-sm"
          onClick={() => void put({ do: "drop", table: "strength_look", id: line.id, version: line.version })}
        >
          out <span className="sr-only">{record.name}</span>
        </button>
      </h2>
      <div className="grid gap-x-8 gap-y-2 wide:grid-cols-[minmax(0,1fr)_20rem]">
        <div>
          {record.sort === "bolts" && <BoltsDrawing record={record} stands={stands} />}
          {record.sort === "bar" && <BarDrawing record={record} stands={stands} />}
          {record.sort === "hinge" && <HingeDrawing record={record} stands={stands} />}
        </div>
        <Verdict stands={stands} off={off} />
      </div>
      <LookForm sheet={sheet} line={line} />
      {record.note && <p className="max-w-prose text-quiet">{record.note}</p>}
    </section>
  );
}

function Verdict({ stands, off }: { stands: LookStands; off: (place: string) => number }) {
  const { mm, kg, n, nm } = useWritten();
  const { factor, least, bolt } = stands;
  const about = off("factor");
  return (
    <div className="cond">
      {factor === null ? (
        <p className="text-2xl font-semibold text-oxide">{stands.cannot ? "cannot be" : "not known"}</p>
      ) : (
        <>
          <p className="text-4xl leading-tight font-bold [font-stretch:75%]">
            {factor.toFixed(factor < 10 ? 2 : 1)}{" "}
            <span className="text-lg font-normal text-quiet">
              ±{about.toFixed(2)} times what it gets, {least} asked for
            </span>
          </p>
          <p className={factor < least + about ? "font-semibold text-oxide" : "font-semibold"}>
            {factor < least - about
              ? "too weak"
              : factor < least + about
                ? "too close to call"
                : "not ruled out by this look"}
          </p>
        </>
      )}
      {stands.cannot && <p className="text-oxide">{stands.cannot}</p>}
      {stands.gaps.map((gap) => (
        <p key={gap} className="text-oxide">
          nobody has noted {gap}
        </p>
      ))}
      <p className="py-1 text-quiet">not looked at: {stands.not_in_it}</p>
      <dl>
        {stands.load_kg !== null && <Fact says="carries">{kg(stands.load_kg)}</Fact>}
        {stands.force_n && <Fact says="pull, at its peak">{n(Math.hypot(...stands.force_n))}</Fact>}
        {stands.stress_mpa !== null && <Fact says="stress">{stands.stress_mpa.toFixed(0)} MPa</Fact>}
        {stands.deflection_mm !== null && (
          <Fact says="gives, on the bump">{mm(stands.deflection_mm, 1)}</Fact>
        )}
        {stands.resultant_n !== null && <Fact says="one hinge may get">{n(stands.resultant_n)}</Fact>}
        {bolt && (
          <>
            <Fact says="torque of each">
              {nm(bolt.torque_nm)} <span className="font-normal text-quiet">the manual’s own beats it</span>
            </Fact>
            <Fact says="shears at">{n(bolt.breaks_in_shear_kn * 1000)}</Fact>
          </>
        )}
      </dl>
    </div>
  );
}

function Fact({ says, children }: { says: string; children: React.ReactNode }) {
  return (
    <div className="flex justify-between gap-4 border-b border-hair py-1">
      <dt className="text-quiet">{says}</dt>
      <dd className="text-right font-semibold">{children}</dd>
    </div>
  );
}

const SORTS = [
  { value: "bolts", text: "bolts of a bracket" },
  { value: "bar", text: "a bar or rail that carries" },
  { value: "hinge", text: "hinges of a door or carrier" },
] as const;

function NewLook({ first }: { first: boolean }) {
  const { put } = useBench();
  const [sort, setSort] = useState<(typeof SORTS)[number]["value"]>("bolts");
  const [problem, setProblem] = useState<string>();
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const name = wordsIn(new FormData(form))("name");
    if (!name) return setProblem("It wants a name, for example winch mount.");
    const refusal = await put({
      do: "record",
      table: "strength_look",
      id: 0,
      version: null,
      record: { name, sort },
    });
    setProblem(refusal?.stale ? `There is a look “${name}” already.` : refusal?.message);
    if (!refusal) form.reset();
  };
  return (
    <details className="no-print py-1" open={first}>
      <summary className="link cursor-pointer">look at something</summary>
      <form
        aria-label="A first look"
        className="cond flex flex-wrap items-end gap-x-4 gap-y-2 py-2"
        onSubmit={(event) => void add(event)}
      >
        <Field label="name" name="name" width="w-52" />
        <Choice label="what it is" value={sort} of={SORTS} choose={setSort} />
        <button className="btn">begin it</button>
        <Problem of={problem} className="w-full" />
      </form>
    </details>
  );
}
