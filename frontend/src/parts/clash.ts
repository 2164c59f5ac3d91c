/** Two people changed one record: what each of them wants, and the write that lets the second one have it. */
import type { Write } from "../api/outbox";
import type { Sheet } from "../api/types";

type Leaf = { path: string; value: unknown };
export type Row = { field: string; theirs: string; yours: string };
/** ``rows`` are the values that both have changed; none: both can stand. ``yours`` writes over theirs. */
export type Clash = { what: string; rows: Row[]; yours: Write };

/** By type of record, the field by which people know one. */
export type Titles = Record<string, string>;

/** What a refused write wanted of a record that ``before`` showed and that stands in ``now`` as it is now. */
export function clashOf(write: Write, before: Sheet, now: Sheet, titledBy: Titles): Clash | undefined {
  const [old, there] = [recordOf(write, before, titledBy), recordOf(write, now, titledBy)];
  if (!old || !there) return undefined;
  const theirs = new Map(changes(old.record, there.record).map((leaf) => [leaf.path, leaf.value]));
  const wanted = changes(old.record, { ...old.record, ...wantedOf(write) });
  const rows = wanted
    .filter(({ path, value }) => theirs.has(path) && !same(theirs.get(path), value))
    .map(({ path, value }) => ({
      field: path.replaceAll("_", " ").replaceAll(".", ", "),
      theirs: inWords(theirs.get(path)),
      yours: inWords(value),
    }));
  const merged = wanted.reduce((record, leaf) => put(record, leaf.path.split("."), leaf.value), there.record);
  return { what: there.what, rows, yours: again(write, merged, there.version) };
}

type Kept = { what: string; version: number; record: Record<string, unknown> };

function recordOf(write: Write, sheet: Sheet, titledBy: Titles): Kept | undefined {
  if (write.do === "head") {
    const { name, vehicle, form, version } = sheet;
    return { what: name, version, record: { name, vehicle, form, ...sheet.brief } };
  }
  if (write.do === "edit") {
    const change = sheet.changes.find(({ id }) => id === write.change);
    return change && { what: change.title, version: change.version, record: change };
  }
  if (write.do !== "record" || write.version === null) return undefined;
  const kept = write.table in sheet.records ? sheet.records[write.table as keyof Sheet["records"]] : [];
  const found = kept.find(({ id }) => id === write.id);
  if (!found) return undefined;
  const record: Record<string, unknown> = found.record;
  return { what: String(record[titledBy[write.table] ?? "name"]), version: found.version, record };
}

function wantedOf(write: Write): object {
  return write.do === "record" ? write.record : write.do === "edit" || write.do === "head" ? write.to : {};
}

function again(write: Write, merged: Record<string, unknown>, version: number): Write {
  if (write.do === "record") return { ...write, version, record: merged };
  if (write.do !== "edit" && write.do !== "head") return write;
  return {
    ...write,
    version,
    to: Object.fromEntries(Object.keys(write.to).map((key) => [key, merged[key]])),
  };
}

/** The leaves of ``to`` that differ from those of ``from``; a list is one leaf. */
function changes(from: unknown, to: unknown, path = ""): Leaf[] {
  if (!isRecord(from) || !isRecord(to)) return same(from, to) ? [] : [{ path, value: to }];
  return [...new Set([...Object.keys(from), ...Object.keys(to)])].flatMap((key) =>
    changes(from[key], to[key], path ? `${path}.${key}` : key),
  );
}

function put(
  record: Record<string, unknown>,
  [key = "", ...rest]: string[],
  value: unknown,
): Record<string, unknown> {
  const inner = record[key];
  return { ...record, [key]: rest.length === 0 ? value : put(isRecord(inner) ? inner : {}, rest, value) };
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);
const same = (a: unknown, b: unknown) => JSON.stringify(a ?? null) === JSON.stringify(b ?? null);

function inWords(value: unknown): string {
  if (value === null || value === undefined || value === "") return "nothing";
  return typeof value === "string" ? value : JSON.stringify(value);
}
