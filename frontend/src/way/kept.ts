/** What is kept on the device: the page as it was shown last, and what was noted and has not reached the server. */
import { answered, client } from "../api/client";
import { newKey } from "../api/key";
import type { Units, WayEntry, WayPage } from "../api/types";

const CACHE = "jorvak-way";
const entriesOf = (rig: number) => `jorvak.way.${rig}`;
const pageOf = (rig: number) => `jorvak.way.page.${rig}`;

export type Noted = WayEntry & { problem?: string };
export type Who = { units: Units; person: string };

/** Who works in this browser, as the sheets have it. */
export function who(): Who {
  try {
    const { units = "metric", person = "bench" } = JSON.parse(
      localStorage.getItem("jorvak.settings") ?? "{}",
    ) as Partial<Who>;
    return { units, person };
  } catch {
    return { units: "metric", person: "bench" };
  }
}

function read<T>(key: string): T | undefined {
  try {
    return (JSON.parse(localStorage.getItem(key) ?? "null") as T | null) ?? undefined;
  } catch {
    return undefined;
  }
}

export const noted = (rig: number): Noted[] => read<Noted[]>(entriesOf(rig)) ?? [];
export const lastPage = (rig: number) => read<WayPage>(pageOf(rig));

function keepNoted(rig: number, entries: Noted[]): void {
  localStorage.setItem(entriesOf(rig), JSON.stringify(entries));
}

/** Keep something that was noted. It goes to the server when there is one. */
export function note(rig: number, entry: Omit<WayEntry, "key" | "units">): void {
  keepNoted(rig, [...noted(rig), { ...entry, key: newKey(), units: who().units }]);
}

/** Take something out again that has not reached the server. */
export function forget(rig: number, key: string): void {
  keepNoted(
    rig,
    noted(rig).filter((each) => each.key !== key),
  );
}

/** Send what was noted, and take what the server answers. Raises Unreachable, and Refusal where one has to sign in. */
export async function exchange(rig: number): Promise<WayPage> {
  const params = { path: { rig_id: rig }, query: who() };
  const sent = noted(rig);
  if (sent.length === 0) {
    return keepPage(rig, await answered(client.GET("/api/rigs/{rig_id}/way", { params })));
  }
  const { kept, page } = await answered(
    client.POST("/api/rigs/{rig_id}/way", {
      params,
      // Why one was refused before is for this page alone.
      body: { entries: sent.map((each) => ({ ...each, problem: undefined })) },
    }),
  );
  const problems = new Map(kept.map(({ key, problem }) => [key, problem]));
  // What was noted while these were under way stays; what was refused stays with its reason.
  keepNoted(
    rig,
    noted(rig).flatMap((each) => {
      if (!problems.has(each.key)) return [each];
      const problem = problems.get(each.key);
      return problem ? [{ ...each, problem }] : [];
    }),
  );
  return keepPage(rig, page);
}

function keepPage(rig: number, page: WayPage): WayPage {
  localStorage.setItem(pageOf(rig), JSON.stringify(page));
  return page;
}

/** Whether this browser keeps pages at all: only those that came over TLS, or from this very machine. */
export const canKeep = "serviceWorker" in navigator && "caches" in globalThis;

/** Have the page and all that it is drawn with kept, so that it opens again without a server. */
export async function keepHere(): Promise<boolean> {
  if (!canKeep) return false;
  await navigator.serviceWorker.register("/way/worker.js", { scope: "/way/" });
  const cache = await caches.open(CACHE);
  const drawn = performance
    .getEntriesByType("resource")
    .map(({ name }) => new URL(name))
    .filter(({ origin, pathname }) => origin === location.origin && !pathname.startsWith("/api/"))
    .map(({ pathname }) => pathname);
  const all = [...new Set([location.pathname, ...drawn])];
  await cache.addAll(all);
  // What an earlier version was drawn with is not needed any more.
  for (const { url } of await cache.keys()) {
    const { pathname } = new URL(url);
    if (pathname.startsWith("/assets/") && !all.includes(pathname)) await cache.delete(url);
  }
  return true;
}
