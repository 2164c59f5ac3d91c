/**
 * Sheets as they were answered, by their tags. The server is told which one is here and sends what is different from
 * it, as a JSON Patch (RFC 6902); what stayed as it was stays the very same object.
 */
import { immutableJSONPatch, type JSONPatchDocument } from "immutable-json-patch";

import { answered, client } from "./client";
import type { Sheet } from "./types";

const MOST = 12;
const byTag = new Map<string, Sheet>();
const latest = new Map<string, string>();

const rigOf = (url: string) => /\/api\/rigs\/(\d+)(?:[/?]|$)/.exec(url)?.[1];

client.use({
  onRequest({ request }) {
    const tag = latest.get(rigOf(request.url) ?? "");
    // Of a rig that was left long ago the sheet may be gone from here, and a patch of it would be of no use.
    if (tag && byTag.has(tag)) {
      request.headers.set("If-None-Match", `"${tag}"`);
      request.headers.set("A-IM", "json-patch");
    }
    return request;
  },
});

/** The sheet that a request is answered with, whole or as what is different. */
export function sheetOf(
  request: Promise<{ data?: Sheet; error?: unknown; response: Response }>,
): Promise<Sheet> {
  return answered(request, (data, response) => {
    const [tag, base] = ["ETag", "Delta-Base"].map((name) => response.headers.get(name)?.replaceAll('"', ""));
    const old = byTag.get(base ?? "");
    if (response.status === 226 && !old) throw new Error(`no sheet ${base} here to patch`);
    const sheet =
      response.status === 226
        ? (immutableJSONPatch(old, data as unknown as JSONPatchDocument) as Sheet)
        : data;
    if (tag) remember(tag, sheet);
    return sheet;
  });
}

function remember(tag: string, sheet: Sheet): void {
  byTag.delete(tag);
  byTag.set(tag, sheet);
  latest.set(String(sheet.id), tag);
  for (const oldest of byTag.keys()) {
    if (byTag.size <= MOST) break;
    byTag.delete(oldest);
  }
}
