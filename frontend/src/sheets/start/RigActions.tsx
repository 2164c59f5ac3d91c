/** What is done with a vehicle as a whole: another name, a copy, away onto the shelf and back. */
import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useNavigate } from "react-router";

import { answered, client } from "../../api/client";
import { newKey } from "../../api/key";
import type { RigCard, ShelvedRig } from "../../api/types";
import { Entry } from "../../parts/Entry";
import { OneOf } from "../../parts/OneOf";
import { Problem } from "../../parts/Problem";
import { useSettings } from "../../parts/settings";

type Head = { name?: string; vehicle?: string; shelf?: "archived" | "deleted" | null };

/** Writes to the head of a rig, and reads the list again. Answers what was refused. */
function useHead() {
  const { units, person } = useSettings();
  const queries = useQueryClient();
  return async (rig: { id: number; version: number }, head: Head): Promise<string | undefined> => {
    try {
      await answered(
        client.PATCH("/api/rigs/{rig_id}/brief", {
          params: {
            path: { rig_id: rig.id },
            query: { stage: "planned", units, person, key: newKey(), looks: "" },
          },
          body: { ...head, version: rig.version } as never,
        }),
      );
      await queries.invalidateQueries({ queryKey: ["rigs"] });
      return undefined;
    } catch (error) {
      return (error as Error).message;
    }
  };
}

export function RigActions({ rig }: { rig: RigCard }) {
  const [doing, setDoing] = useState<"rename" | "copy">();
  const [problem, setProblem] = useState<string>();
  const write = useHead();
  const shelve = async (shelf: "archived" | "deleted") => setProblem(await write(rig, { shelf }));
  const toggle = (what: "rename" | "copy") => setDoing(doing === what ? undefined : what);
  return (
    <div className="cond pb-1">
      <p className="flex flex-wrap gap-x-5 text-sm">
        <button className="link" aria-expanded={doing === "rename"} onClick={() => toggle("rename")}>
          rename<span className="sr-only"> {rig.name}</span>
        </button>
        <button className="link" aria-expanded={doing === "copy"} onClick={() => toggle("copy")}>
          copy<span className="sr-only"> {rig.name}</span>
        </button>
        <button className="link" onClick={() => void shelve("archived")}>
          archive<span className="sr-only"> {rig.name}</span>
        </button>
        <button className="link" onClick={() => void shelve("deleted")}>
          delete<span className="sr-only"> {rig.name}</span>
        </button>
      </p>
      <Problem of={problem} />
      {doing === "rename" && <Rename rig={rig} done={() => setDoing(undefined)} />}
      {doing === "copy" && <Copy rig={rig} />}
    </div>
  );
}

function Rename({ rig, done }: { rig: RigCard; done: () => void }) {
  const [name, setName] = useState(rig.name);
  const [vehicle, setVehicle] = useState(rig.vehicle);
  const [problem, setProblem] = useState<string>();
  const write = useHead();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!name.trim()) return setProblem("Give the rig a name, for example Plover.");
    const refusal = await write(rig, { name: name.trim(), vehicle: vehicle.trim() });
    setProblem(refusal);
    if (refusal === undefined) done();
  };
  return (
    <form onSubmit={(event) => void submit(event)} className="flex flex-wrap items-end gap-4 pb-3">
      <Entry label="name" value={name} set={setName} example="Plover" focus={(field) => field?.select()} />
      <Entry label="vehicle" value={vehicle} set={setVehicle} example="Brunnock Fell 2.8" />
      <button className="btn-main">rename it</button>
      <Problem of={problem} />
    </form>
  );
}

const WAYS = [
  { value: "plan", label: "with its plan" },
  { value: "figures", label: "its figures alone" },
] as const;

function Copy({ rig }: { rig: RigCard }) {
  const { units, person } = useSettings();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [name, setName] = useState(`${rig.name}, another plan`);
  const [what, setWhat] = useState<"plan" | "figures">("plan");
  const [problem, setProblem] = useState<string>();
  // One key for this form: a press that comes twice makes one.
  const [key] = useState(newKey);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!name.trim()) return setProblem("Give the copy a name of its own.");
    try {
      const sheet = await answered(
        client.POST("/api/rigs/{rig_id}/copy", {
          params: { path: { rig_id: rig.id }, query: { stage: "planned", units, person, key, looks: "" } },
          body: { name: name.trim(), what },
        }),
      );
      void queries.invalidateQueries({ queryKey: ["rigs"] });
      void navigate(`/rigs/${sheet.id}/${what === "plan" ? "plan" : "rig"}`);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <form onSubmit={(event) => void submit(event)} className="flex flex-wrap items-end gap-4 pb-3">
      <Entry
        label="name of the copy"
        value={name}
        set={setName}
        example="Plover, another plan"
        className="w-72"
        focus={(field) => field?.select()}
      />
      <div className="w-72">
        <OneOf label="What of it" value={what} ways={WAYS} choose={setWhat} />
      </div>
      <button className="btn-main">copy it</button>
      <Problem of={problem} />
    </form>
  );
}

/** What was put away: the last one at hand, all of them behind a press. */
export function Shelf({ rigs }: { rigs: ShelvedRig[] }) {
  const [problem, setProblem] = useState<string>();
  const write = useHead();
  if (rigs.length === 0) return null;
  return (
    <section aria-label="Put away" className="pt-8">
      <h2 className="border-b border-ink pb-1 text-lg font-semibold">Put away</h2>
      <Problem of={problem} />
      <ul className="cond">
        {rigs.map((rig) => (
          <li key={rig.id} className="flex flex-wrap items-center gap-x-5 border-b border-hair">
            <b className="font-semibold">{rig.name}</b>
            <span className="text-quiet">
              {rig.vehicle} · {rig.shelf}
            </span>
            <button
              className="link ml-auto"
              onClick={() => void write(rig, { shelf: null }).then(setProblem)}
            >
              bring back<span className="sr-only"> {rig.name}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
