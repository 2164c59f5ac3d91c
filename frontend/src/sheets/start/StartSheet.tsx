/** The first page: the rigs that are here, and a new one from the four things that a builder knows. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { RadioGroup } from "radix-ui";
import { type FormEvent, useState } from "react";
import { Link, useNavigate } from "react-router";

import { answered, client } from "../../api/client";
import { newKey } from "../../api/key";
import { type HowFar, sendBuild } from "../../api/sendBuild";
import type { Form, RigCard } from "../../api/types";
import { counted } from "../../parts/counted";
import { FORMS, formName } from "../../parts/forms";
import { money } from "../../parts/money";
import { useSettings } from "../../parts/settings";
import { FirstWithTheTape } from "../../parts/FirstWithTheTape";
import { day } from "../../parts/day";
import { RigDrawing } from "../../rig/RigDrawing";
import { Choice } from "../../parts/Entry";
import { OneOf } from "../../parts/OneOf";
import { Problem } from "../../parts/Problem";
import { RigActions, Shelf } from "./RigActions";

const SPEEDS = ["3", "4", "5", "6", "7", "8"] as const;
type Speeds = (typeof SPEEDS)[number];
/** So many cards, each with its drawing, are shown before somebody asks for all. */
const AT_ONCE = 40;
/** So many say what to measure first: each takes the doubt of a whole rig. */
const WITH_A_WALK = 6;
const NOTHING = { front: null, rear: null, points: [] };

export function StartSheet() {
  const rigs = useQuery({
    queryKey: ["rigs"],
    queryFn: () => answered(client.GET("/api/rigs")),
    // The cards of many rigs come one answer after the other.
    refetchInterval: ({ state }) => (state.data?.waiting.length ? 100 : false),
  });
  const [wanted, setWanted] = useState("");
  const [all, setAll] = useState(false);
  const shown = (rigs.data?.rigs ?? []).filter(({ name, vehicle }) =>
    `${name} ${vehicle}`.toLowerCase().includes(wanted.trim().toLowerCase()),
  );
  const many = (rigs.data?.rigs.length ?? 0) + (rigs.data?.waiting.length ?? 0) > AT_ONCE;
  return (
    <main className="mx-auto max-w-5xl px-6 py-8">
      <h1 className="text-2xl font-bold tracking-[0.18em] [font-stretch:118%]">JORVAK</h1>
      <p className="text-quiet">The rig on paper before metal is cut.</p>
      <Problem of={rigs.error} className="pt-4" />
      {rigs.data && rigs.data.rigs.length > 0 && (
        <section className="pt-8">
          <h2 className="border-b border-ink pb-1 text-lg font-semibold">Rigs</h2>
          {many && (
            <label className="cond flex items-center gap-3 border-b border-hair py-2">
              <span className="text-quiet">find</span>
              <input
                type="search"
                className="field w-72"
                value={wanted}
                onChange={(event) => setWanted(event.target.value)}
              />
              <span className="text-quiet">
                {shown.length} of {rigs.data.rigs.length + rigs.data.waiting.length}
                {rigs.data.waiting.length > 0 && `, ${rigs.data.waiting.length} still looked at`}
              </span>
            </label>
          )}
          <ul>
            {shown.slice(0, all ? undefined : AT_ONCE).map((rig, place) => (
              <li key={rig.id} className="border-b border-hair">
                <Card rig={rig} />
                {place < WITH_A_WALK && (
                  <FirstWithTheTape rigId={rig.id} stage="planned" revision={rig.revision} named={3} />
                )}
                <RigActions rig={rig} />
              </li>
            ))}
          </ul>
          {!all && shown.length > AT_ONCE && (
            <button className="link" onClick={() => setAll(true)}>
              show all {shown.length}
            </button>
          )}
        </section>
      )}
      <Shelf rigs={rigs.data?.shelved ?? []} />
      <NewRig first={rigs.data?.rigs.length === 0 && rigs.data.waiting.length === 0} />
      <TakeIn />
    </main>
  );
}

/** A rig at a glance: its own drawing, when it leaves, what is left of the money, and the worst that it upsets. */
function Card({ rig }: { rig: RigCard }) {
  const late = rig.days_left !== null && rig.days_left < 0;
  const over = rig.money.left !== null && rig.money.left < 0;
  return (
    <Link
      to={`/rigs/${rig.id}/rolling`}
      className="cond grid items-center gap-x-6 py-2 hover:bg-tint wide:grid-cols-[230px_13rem_12rem_1fr]"
    >
      <span className="relative block overflow-hidden bg-strip" style={{ width: 230, height: 112 }}>
        <RigDrawing
          form={rig.form}
          figures={rig.figures}
          found={rig.found}
          here={rig.planned}
          width={230}
          height={112}
          margin={{ left: 10, right: 10, top: 12, bottom: 12 }}
          label={`${rig.name} as planned`}
        />
      </span>
      <span>
        <b className="block text-xl font-semibold">{rig.name}</b>
        <span className="text-quiet">{rig.vehicle}</span>
      </span>
      <span>
        <span className={`block ${late ? "font-semibold text-oxide" : ""}`}>
          {rig.leaves_on === null || rig.days_left === null
            ? "no day of leaving yet"
            : late
              ? `should have left ${-rig.days_left} days ago`
              : `leaves ${day(rig.leaves_on)}, ${rig.days_left} days`}
        </span>
        <span className={over ? "font-semibold text-oxide" : "text-quiet"}>
          {rig.ceiling === null || rig.money.left === null
            ? `${money(rig.money.spent)} planned`
            : `${money(Math.abs(rig.money.left))} ${rig.currency} ${over ? "over" : "left"} of ${money(rig.ceiling)}`}
        </span>
      </span>
      <span>
        {rig.worst && rig.worst.severity !== "note" ? (
          <>
            <b className={`font-semibold ${rig.worst.severity === "stop" ? "text-oxide" : ""}`}>
              {rig.worst.severity}
            </b>{" "}
            {rig.worst.text}
            {rig.findings > 1 && <span className="text-quiet"> And {rig.findings - 1} more.</span>}
          </>
        ) : (
          <span className="text-quiet">
            nothing upset that is known
            {rig.assumed > 0 && `; ${counted(rig.assumed, "figure")} only assumed, which proves nothing`}
          </span>
        )}
      </span>
    </Link>
  );
}

function FormPicture({ form, width, height }: { form: Form; width: number; height: number }) {
  return (
    <span className="relative block" style={{ width, height }}>
      <RigDrawing
        form={form}
        figures={{}}
        found={NOTHING}
        here={NOTHING}
        width={width}
        height={height}
        margin={{ left: 8, right: 8, top: 6, bottom: 8 }}
        label={formName(form)}
        picture
      />
    </span>
  );
}

function NewRig({ first }: { first: boolean }) {
  const { units, person } = useSettings();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [entry, setEntry] = useState({
    name: "",
    form: "wagon" as Form,
    wheelbase: "",
    size: "",
    speeds: null as number | null,
    four_wheel_drive: true,
    usual: true,
  });
  const [problem, setProblem] = useState<{ field?: string | null; message: string }>();
  const set = (part: Partial<typeof entry>) => setEntry({ ...entry, ...part });
  // One key for this form: a press that comes twice makes one.
  const [key] = useState(newKey);

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!entry.name.trim())
      return setProblem({ field: "name", message: "Give the rig a name, for example Plover." });
    try {
      const sheet = await answered(
        client.POST("/api/rigs", {
          params: { query: { stage: "planned", units, person, key } },
          body: entry,
        }),
      );
      void queries.invalidateQueries({ queryKey: ["rigs"] });
      void navigate(`/rigs/${sheet.id}/rig`);
    } catch (error) {
      const refusal = error as Error & { problem?: { field?: string | null } };
      setProblem({ field: refusal.problem?.field ?? null, message: refusal.message });
    }
  };

  return (
    <section className="pt-10">
      <h2 className="border-b border-ink pb-1 text-lg font-semibold">
        {first ? "Begin with your vehicle" : "Another vehicle"}
      </h2>
      <form onSubmit={(event) => void submit(event)} className="grid gap-5 pt-4">
        <div className="grid gap-5 wide:grid-cols-3">
          <TextField
            label="Name"
            value={entry.name}
            set={(name) => set({ name })}
            example="Plover"
            problem={on(problem, "name")}
          />
          <TextField
            label={`Wheelbase, ${units === "inch" ? "in" : "mm"}`}
            value={entry.wheelbase}
            set={(wheelbase) => set({ wheelbase })}
            example={units === "inch" ? "107 7/8" : "2740"}
            problem={on(problem, "wheelbase")}
          />
          <TextField
            label="Size on the sidewall"
            value={entry.size}
            set={(size) => set({ size })}
            example="265/70R17 121/118S"
            problem={on(problem, "size")}
          />
        </div>
        <div>
          <h3 id="form-of-body" className="font-semibold">
            Form of the body
          </h3>
          <RadioGroup.Root
            aria-labelledby="form-of-body"
            value={entry.form}
            onValueChange={(form) => set({ form: form as Form })}
            className="flex flex-wrap gap-3 pt-1"
          >
            {FORMS.map((form) => (
              <RadioGroup.Item
                key={form}
                value={form}
                className="block border-2 border-transparent data-[state=checked]:border-oxide data-[state=checked]:font-semibold"
              >
                <span className="block bg-strip p-1">
                  <FormPicture form={form} width={140} height={74} />
                </span>
                <span className="block px-1">
                  {entry.form === form ? "● " : "○ "}
                  {formName(form)}
                </span>
              </RadioGroup.Item>
            ))}
          </RadioGroup.Root>
        </div>
        <div className="cond flex flex-wrap items-end gap-x-6 gap-y-3">
          <div className="w-72">
            <OneOf
              label="Driven wheels"
              value={entry.four_wheel_drive ? "four" : "two"}
              ways={[
                { value: "four", label: "four-wheel drive" },
                { value: "two", label: "two-wheel drive" },
              ]}
              choose={(driven) => set({ four_wheel_drive: driven === "four" })}
            />
          </div>
          <Choice
            label="gears forwards"
            value={entry.speeds === null ? "" : (String(entry.speeds) as Speeds)}
            none="not known"
            of={SPEEDS}
            choose={(speeds) => set({ speeds: speeds ? Number(speeds) : null })}
          />
          <label className="flex min-h-10 items-center gap-2">
            <input
              type="checkbox"
              className="size-5 accent-ink"
              checked={entry.usual}
              onChange={(event) => set({ usual: event.target.checked })}
            />
            let what is usual stand in, as assumed
            <span className="text-quiet">
              ○ listed under Measure, cleared by one press; never a permitted mass
            </span>
          </label>
        </div>
        {problem && !["name", "wheelbase", "size"].includes(problem.field ?? "") && (
          <p role="alert" className="text-oxide">
            {problem.message}
          </p>
        )}
        <p>
          <button className="btn-main">draw it</button>{" "}
          <span className="text-quiet">
            Wheelbase and size can wait; what is not known is drawn by proportion and said so.
          </span>
        </p>
      </form>
    </section>
  );
}

const on = (problem: { field?: string | null; message: string } | undefined, field: string) =>
  problem?.field === field ? problem.message : undefined;

type TextFieldProps = {
  label: string;
  value: string;
  set: (value: string) => void;
  example: string;
  problem?: string | undefined;
};

function TextField({ label, value, set, example, problem }: TextFieldProps) {
  return (
    <label className="grid content-start gap-1">
      <span className="font-semibold">{label}</span>
      <input
        className="field text-xl"
        value={value}
        onChange={(event) => set(event.target.value)}
        placeholder={example}
        aria-invalid={problem !== undefined}
        autoComplete="off"
        spellCheck={false}
      />
      {problem && (
        <span role="alert" className="text-oxide">
          {problem}
        </span>
      )}
    </label>
  );
}

/** A build file comes in through the browser as it does through the command line. */
function TakeIn() {
  const { units, person } = useSettings();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [problem, setProblem] = useState<string>();
  const [howFar, setHowFar] = useState<HowFar>();
  const take = async (file: File | undefined) => {
    if (!file) return;
    setProblem(undefined);
    try {
      const sheet = await sendBuild(file, { units, person }, setHowFar);
      void queries.invalidateQueries({ queryKey: ["rigs"] });
      void navigate(`/rigs/${sheet.id}/rolling`);
    } catch (error) {
      setProblem(`${file.name}: ${(error as Error).message} Nothing was taken in.`);
    }
    setHowFar(undefined);
  };
  return (
    <section className="pt-10">
      <h2 className="border-b border-ink pb-1 text-lg font-semibold">From a build file</h2>
      <label className="btn mt-4 cursor-pointer focus-within:outline-2">
        choose a file
        <input
          type="file"
          accept="application/json,.json,application/zip,.zip"
          className="sr-only"
          disabled={howFar !== undefined}
          onChange={(event) => void take(event.target.files?.[0])}
        />
      </label>
      {howFar && (
        <p role="status" className="cond flex items-center gap-3 pt-2">
          <progress className="h-3 w-60" value={howFar.share} max={1} aria-label="How far it is" />
          {howFar.words}
        </p>
      )}
      <Problem of={problem} className="pt-2" />
    </section>
  );
}
