/**
 * Writes, in order. One that finds no server is kept in the browser and sent when the server is back; each
 * carries a key of its own, so that one whose answer was lost is not done twice.
 */
import { client, Refusal, Unreachable } from "./client";
import { newKey } from "./key";
import { sheetOf } from "./sheets";
import type { components, paths } from "./schema";
import type { Carrier, Known, MassKnown, Sheet, Taken, Units } from "./types";

/** What a person looks at; ``looks`` are the areas and results of the open sheet. */
export type View = { stage: string; units: Units; person: string; looks: string };

/** Types of records that are written whole, and those that can be taken out. */
export type Table = paths["/api/rigs/{rig_id}/records/{table}"]["put"]["parameters"]["path"]["table"];
export type Droppable =
  paths["/api/rigs/{rig_id}/records/{table}/{record_id}"]["delete"]["parameters"]["path"]["table"];
type Typed = Record<string, string>;
/** Mass, place and cost of a change, as typed. */
export type Placed = {
  mass: string;
  mass_known: MassKnown;
  mass_off: string;
  x: string;
  y: string;
  z: string;
  cost: string;
};

const NOT_PLACED = { mass: "", mass_known: "assumed", mass_off: "", x: "", y: "", z: "", cost: "" } as const;
export type WeighingIn = components["schemas"]["WeighingIn"];

export type NewLeg = components["schemas"]["NewLeg"];

export type Write =
  | {
      do: "note";
      path: string;
      typed: string | null;
      known: Known;
      doubt: string;
      note: string;
      /** Left out: as it stands now, where that is not as found. */
      taken?: Taken;
      on?: string;
      version: number | null;
    }
  | { do: "point"; name: string; on: Carrier; x: string; z: string }
  | { do: "line"; text: string }
  | { do: "draft"; kind: string; fields: Record<string, unknown>; option?: string }
  | { do: "change"; kind: string; typed: Record<string, string>; placed: Placed; option: string | null }
  | {
      do: "record";
      table: Table;
      id: number;
      version: number | null;
      record: object;
      typed?: Typed;
      known?: Known;
    }
  | { do: "pack"; places: Record<string, string> }
  | { do: "weigh"; weighing: WeighingIn }
  | { do: "take over" }
  | { do: "notebook"; text: string }
  | { do: "readings"; readings: { path: string; typed: string }[]; versions: Record<string, number> }
  | { do: "drop"; table: Droppable; id: number; version: number }
  | { do: "drop point"; name: string }
  | { do: "clear assumed"; paths: string[] }
  | { do: "decide"; key: string; version: number; chosen: string | null; reason: string }
  | { do: "accept"; finding: string; reason: string }
  | { do: "edit"; change: number; version: number; to: Record<string, unknown> }
  | { do: "move"; change: number; version: number; to: number }
  | {
      do: "fit";
      change: number;
      version: number;
      on: string;
      odometer: string;
      hours: string;
      /** Of what was noted since that day: the figures that were taken with it on the vehicle. */
      measured_with: string[] | null;
    }
  | { do: "head"; version: number; to: Record<string, unknown> }
  | { do: "job"; key: string; set: Record<string, unknown>; was: Record<string, unknown> }
  | { do: "tick"; key: string; step: string; done: boolean }
  | { do: "clock"; key: string; run: boolean; hours: number | null }
  | { do: "sign"; key: string; sign: boolean; odometer_km: number | null; hours: number | null }
  | {
      do: "from paper";
      key: string;
      steps: string[];
      readings: Record<string, number>;
      hours: number | null;
      odometer_km: number | null;
      sign: boolean;
    }
  | { do: "resolve"; line: number; how: string }
  | { do: "order"; part: string; offer: string }
  | { do: "where is it" }
  | { do: "legs"; legs: NewLeg[] }
  | { do: "leg"; leg: number; version: number; set: Record<string, unknown> }
  | { do: "leg order"; ids: number[] }
  | { do: "carried"; cargo: number; packed?: boolean; used?: boolean }
  | { do: "evening job" }
  | { do: "ledger now"; moment: components["schemas"]["TakeOver"]["moment"] }
  | { do: "becomes"; line: number; what: components["schemas"]["Becomes"]["what"] }
  | { do: "undo" }
  | { do: "redo" };

export type Posted = { rig: number; view: View; key: string; write: Write };

const STORE = "jorvak.outbox";

export function kept(): Posted[] {
  try {
    return JSON.parse(localStorage.getItem(STORE) ?? "[]") as Posted[];
  } catch {
    return [];
  }
}

function keep(all: Posted[]): void {
  localStorage.setItem(STORE, JSON.stringify(all));
}

export function post(rig: number, view: View, write: Write): Posted {
  return { rig, view, key: newKey(), write };
}

/** Send a write. Raises Refusal; raises Unreachable after keeping it for later. */
export async function send(posted: Posted): Promise<Sheet> {
  if (kept().length > 0) {
    keep([...kept(), posted]);
    throw new Unreachable();
  }
  try {
    return await deliver(posted);
  } catch (error) {
    if (error instanceof Unreachable) keep([...kept(), posted]);
    throw error;
  }
}

/** Send what was kept, oldest first. Answers what was refused; stops at the first that finds no server. */
export async function flush(): Promise<Refusal[]> {
  const refused: Refusal[] = [];
  let latest: Sheet | undefined;
  for (let all = kept(); all.length > 0; all = kept()) {
    const [first, ...rest] = all as [Posted, ...Posted[]];
    try {
      latest = await deliver(
        latest?.id === first.rig ? { ...first, write: upToDate(first.write, latest) } : first,
      );
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      refused.push(error);
    }
    keep(rest);
  }
  return refused;
}

/** A write that was typed while another was on its way builds on what that one left behind. */
export function upToDate(write: Write, sheet: Sheet): Write {
  if (write.do === "note") return { ...write, version: sheet.versions[write.path] ?? null };
  if (write.do === "head") return { ...write, version: sheet.version };
  if (write.do === "edit" || write.do === "move" || write.do === "fit") {
    const change = sheet.changes.find((c) => c.id === write.change);
    return change ? { ...write, version: change.version } : write;
  }
  return write;
}

async function deliver({ rig, view, key, write }: Posted): Promise<Sheet> {
  const query = { ...view, key };
  const path = { rig_id: rig };
  switch (write.do) {
    case "note": {
      const { path: figure, typed, known, doubt, note, taken = null, on = null, version } = write;
      return sheetOf(
        client.PUT("/api/rigs/{rig_id}/figures", {
          params: { path, query },
          body: { path: figure, typed, known, version, doubt, note, taken, on },
        }),
      );
    }
    case "point": {
      const { name, on, x, z } = write;
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/points", { params: { path, query }, body: { name, on, x, z } }),
      );
    }
    case "line":
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/changes", {
          params: { path, query },
          body: { line: write.text, kind: null, fields: null, typed: null, option: null, ...NOT_PLACED },
        }),
      );
    case "draft":
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/changes", {
          params: { path, query },
          body: {
            line: null,
            kind: write.kind,
            fields: write.fields,
            typed: null,
            option: write.option ?? null,
            ...NOT_PLACED,
          },
        }),
      );
    case "change":
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/changes", {
          params: { path, query },
          body: {
            line: null,
            kind: write.kind,
            fields: null,
            typed: write.typed,
            option: write.option,
            ...write.placed,
          },
        }),
      );
    case "record":
      return sheetOf(
        client.PUT("/api/rigs/{rig_id}/records/{table}", {
          params: { path: { ...path, table: write.table }, query },
          body: {
            id: write.id,
            version: write.version,
            record: write.record as Record<string, unknown>,
            typed: write.typed ?? {},
            known: write.known ?? "measured",
          },
        }),
      );
    case "drop":
      return sheetOf(
        client.DELETE("/api/rigs/{rig_id}/records/{table}/{record_id}", {
          params: {
            path: { ...path, table: write.table, record_id: write.id },
            query: { ...query, version: write.version },
          },
        }),
      );
    case "pack":
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/load/pack", {
          params: { path, query },
          body: { places: write.places },
        }),
      );
    case "weigh":
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/weigh-in", { params: { path, query }, body: write.weighing }),
      );
    case "take over":
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/weigh-in/take-over", {
          params: { path, query },
          body: { changes: null },
        }),
      );
    case "notebook":
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/notebook", { params: { path, query }, body: { text: write.text } }),
      );
    case "readings":
      return sheetOf(
        client.PUT("/api/rigs/{rig_id}/readings", {
          params: { path, query },
          body: { readings: write.readings, versions: write.versions },
        }),
      );
    case "drop point":
      return sheetOf(
        client.DELETE("/api/rigs/{rig_id}/points/{name}", {
          params: { path: { ...path, name: write.name }, query },
        }),
      );
    case "clear assumed":
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/clear-assumed", {
          params: { path, query },
          body: { paths: write.paths },
        }),
      );
    case "decide":
      return sheetOf(
        client.PUT("/api/rigs/{rig_id}/questions/{key}/decision", {
          params: { path: { ...path, key: write.key }, query },
          body: { version: write.version, chosen: write.chosen, reason: write.reason },
        }),
      );
    case "accept":
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/accepted", {
          params: { path, query },
          body: { finding: write.finding, reason: write.reason },
        }),
      );
    case "edit":
      return sheetOf(
        client.PATCH("/api/rigs/{rig_id}/changes/{change_id}", {
          params: { path: { ...path, change_id: write.change }, query },
          body: { version: write.version, ...write.to } as never,
        }),
      );
    case "move":
      return sheetOf(
        client.PUT("/api/rigs/{rig_id}/changes/{change_id}/place", {
          params: { path: { ...path, change_id: write.change }, query },
          body: { version: write.version, to: write.to },
        }),
      );
    case "fit":
      return sheetOf(
        client.PUT("/api/rigs/{rig_id}/changes/{change_id}/fitted", {
          params: { path: { ...path, change_id: write.change }, query },
          body: {
            version: write.version,
            on: write.on,
            odometer: write.odometer,
            hours: write.hours,
            measured_with: write.measured_with,
          },
        }),
      );
    case "head":
      return sheetOf(
        client.PATCH("/api/rigs/{rig_id}/brief", {
          params: { path, query },
          body: { version: write.version, ...write.to } as never,
        }),
      );
    case "job":
      return sheetOf(
        client.PUT("/api/rigs/{rig_id}/jobs/one", {
          params: { path, query },
          body: { key: write.key, set: write.set, was: write.was },
        }),
      );
    case "tick":
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/jobs/tick", {
          params: { path, query },
          body: { key: write.key, step: write.step, done: write.done },
        }),
      );
    case "clock":
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/jobs/clock", {
          params: { path, query },
          body: { key: write.key, run: write.run, hours: write.hours },
        }),
      );
    case "sign":
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/jobs/sign", {
          params: { path, query },
          body: { key: write.key, sign: write.sign, odometer_km: write.odometer_km, hours: write.hours },
        }),
      );
    case "from paper": {
      const { key: job, steps, readings, hours, odometer_km, sign } = write;
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/jobs/from-paper", {
          params: { path, query },
          body: { key: job, steps, readings, hours, odometer_km, sign },
        }),
      );
    }
    case "order":
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/counter/order", {
          params: { path, query },
          body: { part: write.part, offer: write.offer },
        }),
      );
    case "where is it":
      return sheetOf(client.POST("/api/rigs/{rig_id}/counter/where", { params: { path, query } }));
    case "resolve":
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/jobs/resolve", {
          params: { path, query },
          body: { line: write.line, how: write.how },
        }),
      );
    case "legs":
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/trip/legs", { params: { path, query }, body: { legs: write.legs } }),
      );
    case "leg":
      return sheetOf(
        client.PATCH("/api/rigs/{rig_id}/trip/legs/{leg_id}", {
          params: { path: { ...path, leg_id: write.leg }, query },
          body: { version: write.version, set: write.set },
        }),
      );
    case "leg order":
      return sheetOf(
        client.PUT("/api/rigs/{rig_id}/trip/legs/order", {
          params: { path, query },
          body: { ids: write.ids },
        }),
      );
    case "carried":
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/trip/take/tick", {
          params: { path, query },
          body: { cargo: write.cargo, packed: write.packed ?? null, used: write.used ?? null },
        }),
      );
    case "evening job":
      return sheetOf(client.POST("/api/rigs/{rig_id}/trip/evening/job", { params: { path, query } }));
    case "ledger now":
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/trip/home/now", {
          params: { path, query },
          body: { moment: write.moment },
        }),
      );
    case "becomes":
      return sheetOf(
        client.POST("/api/rigs/{rig_id}/trip/home/becomes", {
          params: { path, query },
          body: { line: write.line, what: write.what },
        }),
      );
    case "undo":
      return sheetOf(client.POST("/api/rigs/{rig_id}/undo", { params: { path, query } }));
    case "redo":
      return sheetOf(client.POST("/api/rigs/{rig_id}/redo", { params: { path, query } }));
  }
}
