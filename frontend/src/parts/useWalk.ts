/**
 * The order of a walk round the vehicle, as it was worth when the walk was begun: what is noted drops out, what has
 * come to be worth something since stands at the end. It is kept in the browser, so that one comes back to one's place.
 */
import { useState } from "react";

type Kept = { paths: string[]; at: string | null };

const keyOf = (rigId: number) => `walk of rig ${rigId}`;

/** The next walk is begun anew. */
export const forgetWalk = (rigId: number) => sessionStorage.removeItem(keyOf(rigId));

function readKept(key: string): Kept | undefined {
  try {
    return JSON.parse(sessionStorage.getItem(key) ?? "") as Kept;
  } catch {
    return undefined;
  }
}

export function useWalk(rigId: number, worth: string[]) {
  const key = keyOf(rigId);
  const [kept, setKept] = useState<Kept | undefined>(() => readKept(key));
  const before = kept?.paths.filter((path) => worth.includes(path)) ?? [];
  const paths = [...before, ...worth.filter((path) => !before.includes(path))];
  const place = Math.max(kept?.at ? paths.indexOf(kept.at) : 0, 0);
  const keep = (now: Kept) => {
    setKept(now);
    sessionStorage.setItem(key, JSON.stringify(now));
  };
  return {
    paths,
    place,
    go: (to: number) => keep({ paths, at: paths[Math.max(0, Math.min(paths.length - 1, to))] ?? null }),
    /** Anew, in the order that it is worth now. */
    begin: () => keep({ paths: worth, at: null }),
  };
}
