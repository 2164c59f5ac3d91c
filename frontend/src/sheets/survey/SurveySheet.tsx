/** The survey: a walk round the vehicle by zone, what was found, and what is to become of it. Never closed. */
import { type FormEvent, useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import type { Kept, Survey, SurveyItem } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Choice, Entry } from "../../parts/Entry";
import { day } from "../../parts/day";
import { focusSoon } from "../../parts/focusSoon";
import { useSettings } from "../../parts/settings";
import { Photos } from "./Photos";
import type { ItemChange, Keep } from "./keep";
import { RepairOrReplace } from "./RepairOrReplace";
import { ZoneDrawing, ZONES } from "./ZoneDrawing";
import { Problem } from "../../parts/Problem";

const CONDITIONS = [
  "cannot see yet",
  "sound",
  "surface rust",
  "holed",
  "worn",
  "leaking",
  "wrong part",
  "missing",
  "replaced",
] as const;
const CONCERNS = ["safety", "engine", "structure", "comfort", "looks"] as const;
export const DECISIONS = ["leave", "treat", "repair", "replace", "look again"] as const;

type Zone = SurveyItem["zone"];

export function SurveySheet() {
  const { sheet } = useBench();
  const { units, person } = useSettings();
  const [zone, setZone] = useState<Zone>();
  const [open, setOpen] = useState<number>();
  const found = useAsked({
    queryKey: ["survey", sheet.id, sheet.revision],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/survey", {
          params: { path: { rig_id: sheet.id }, query: { units, person } },
        }),
      ),
  });
  const survey = found.data;
  const rows = (survey?.order ?? []).flatMap((standing) => {
    const kept = sheet.records.survey_item.find(({ id }) => id === standing.item);
    return kept && (!zone || kept.record.zone === zone) ? [{ kept, standing }] : [];
  });
  const undecided = new Set(survey?.order.flatMap(({ item, open }) => (open ? [item] : [])));
  return (
    <>
      <header className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-ink pb-2">
        <h1 className="text-2xl font-semibold">Survey</h1>
        <p className="text-quiet">
          {sheet.records.survey_item.length} looked at, {undecided.size} still to be decided
        </p>
      </header>
      <ZoneDrawing
        zone={zone}
        choose={(next) => setZone(next === zone ? undefined : next)}
        open={undecided}
      />
      {survey && survey.first.length > 0 && (
        <p className="border-b border-hair py-2">
          <b className="font-semibold text-oxide">Before any lift: </b>
          {survey.first.join(" · ")}. A vehicle that is towed out is no expedition.
        </p>
      )}
      <Problem of={found.error} />
      <NewItem zone={zone} />
      {rows.length === 0 && (
        <p className="py-4 text-quiet">
          {zone ? `Nothing noted at the ${zone} yet.` : "Nothing noted yet."} Screwdriver and hammer on the
          frame, fluid colour, play in the steering, date codes on the tyres.
        </p>
      )}
      <ol>
        {rows.map(({ kept, standing }, index) => (
          <ItemRow
            key={kept.id}
            kept={kept}
            standing={standing}
            number={index + 1}
            open={open === kept.id}
            toggle={() => setOpen(open === kept.id ? undefined : kept.id)}
          />
        ))}
      </ol>
    </>
  );
}

type RowProps = {
  kept: Kept<"survey_item">;
  standing: Survey["order"][number];
  number: number;
  open: boolean;
  toggle: () => void;
};

function ItemRow({ kept, standing, number, open, toggle }: RowProps) {
  const { sheet, put } = useBench();
  const [problem, setProblem] = useState<string>();
  const { record: item } = kept;
  const keep = async (to: ItemChange) => {
    const refusal = await put((now) => {
      const {
        id,
        version,
        record: current,
      } = now.records.survey_item.find((each) => each.id === kept.id) ?? kept;
      return { do: "record", table: "survey_item", id, version, record: { ...current, ...to(current) } };
    });
    setProblem(refusal?.message);
  };
  const photos = sheet.records.photo.filter(({ record: photo }) => photo.item === item.item);
  return (
    <li className="border-b border-hair py-1">
      <div className="cond flex flex-wrap items-center gap-x-4">
        <span className="w-5 text-quiet">{number}</span>
        <button
          className="min-h-10 min-w-40 flex-1 text-lg font-semibold"
          aria-expanded={open}
          onClick={toggle}
        >
          {item.item}
        </button>
        <span className="w-20 text-quiet">{item.zone}</span>
        <span className={item.concern === "safety" ? "w-20 text-oxide" : "w-20 text-quiet"}>
          {item.concern}
        </span>
        <Choice
          label={`Condition of ${item.item}`}
          bare
          className="w-32"
          value={item.condition ?? "cannot see yet"}
          of={CONDITIONS}
          choose={(condition) => void keep(() => ({ condition }))}
        />
        <Choice
          label={`Decision on ${item.item}`}
          bare
          className={`w-32 ${standing.open && !item.decision ? "font-semibold text-oxide" : ""}`}
          value={item.decision ?? ""}
          none={standing.open ? "decide" : "–"}
          of={DECISIONS}
          choose={(decision) =>
            void keep(() => ({ decision: decision || null, decided_on: sheet.today }) as Partial<SurveyItem>)
          }
        />
        <span className="w-12 text-right text-quiet">{photos.length > 0 && `${photos.length} ph.`}</span>
      </div>
      {item.note && <p className="pl-9 text-quiet">{item.note}</p>}
      <Problem of={problem} className="pl-9" />
      {open && (
        <div className="my-2 ml-9 grid gap-4 border-l-4 border-hair pl-4">
          <Notes item={item} keep={keep} />
          <RepairOrReplace item={item} weighed={standing.weighed} keep={keep} />
          <Photos item={kept} photos={photos} />
          <p className="cond flex flex-wrap items-baseline gap-x-5 text-sm text-quiet">
            {item.found_on && `found ${day(item.found_on)} by ${item.found_by ?? "somebody"}`}
            <button
              className="link"
              onClick={() =>
                void put({ do: "drop", table: "survey_item", id: kept.id, version: kept.version })
              }
            >
              take it out
            </button>
          </p>
        </div>
      )}
    </li>
  );
}

/** Words that are kept when they are left. */
function Notes({ item, keep }: { item: SurveyItem; keep: Keep }) {
  const words = (key: "note" | "reason", label: string, example: string) => (
    <label className="grid gap-1">
      <span className="cond text-quiet">{label}</span>
      <input
        className="field w-full text-base"
        key={item[key] ?? ""}
        defaultValue={item[key] ?? ""}
        placeholder={example}
        onBlur={(event) => {
          const text = event.target.value.trim() || null;
          if (text !== (item[key] ?? null)) void keep(() => ({ [key]: text }));
        }}
        onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      />
    </label>
  );
  return (
    <div className="grid gap-3 wide:grid-cols-2">
      {words("note", "what was seen", "flaking under the clip")}
      {words("reason", "why it was decided so", "cheap against a lost wheel")}
      <Choice
        label="What it touches"
        value={item.concern ?? "structure"}
        of={CONCERNS}
        choose={(concern) => void keep(() => ({ concern }))}
      />
    </div>
  );
}

function NewItem({ zone }: { zone: Zone | undefined }) {
  const { put } = useBench();
  const [entry, setEntry] = useState({ item: "", note: "" });
  const [at, setAt] = useState<Zone>("frame");
  const [condition, setCondition] = useState<(typeof CONDITIONS)[number]>("worn");
  const [concern, setConcern] = useState<(typeof CONCERNS)[number]>("structure");
  const [problem, setProblem] = useState<string>();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!entry.item.trim()) return setProblem("What was looked at? For example: brake pipe, rear axle.");
    const record = { ...entry, note: entry.note || null, zone: zone ?? at, condition, concern };
    const refusal = await put({ do: "record", table: "survey_item", id: 0, version: null, record });
    setProblem(refusal?.stale ? `“${entry.item}” is in the survey already.` : refusal?.message);
    if (!refusal) {
      setEntry({ item: "", note: "" });
      focusSoon((event.target as HTMLElement).querySelector<HTMLElement>("input"));
    }
  };
  return (
    <form
      onSubmit={(event) => void submit(event)}
      className="cond border-b border-hair py-3"
      aria-label="Add to the survey"
    >
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <Entry
          label="looked at"
          className="min-w-48 flex-1"
          value={entry.item}
          example="brake pipe, rear axle"
          set={(item) => setEntry({ ...entry, item })}
        />
        {!zone && <Choice label="zone" value={at} of={ZONES} choose={setAt} />}
        <Choice label="condition" value={condition} of={CONDITIONS} choose={setCondition} />
        <Choice label="touches" value={concern} of={CONCERNS} choose={setConcern} />
        <Entry
          label="what was seen"
          className="min-w-48 flex-1"
          value={entry.note}
          example="flaking under the clip"
          set={(note) => setEntry({ ...entry, note })}
        />
        <button className="btn">add it{zone ? `, ${zone}` : ""}</button>
      </div>
      <Problem of={problem} />
    </form>
  );
}
