/** Circuits as a tree: each behind what feeds it. */
import type { CircuitStands } from "../../api/types";

/** Whether a circuit leads to one that is on, at whatever remove. */
export function feedsAny(name: string, circuits: CircuitStands[], on: string[]): boolean {
  // As noted they may hang behind one another in a ring: each is asked once.
  const asked = new Set<string>();
  const feeds = (from: string): boolean => {
    if (asked.has(from)) return false;
    asked.add(from);
    return circuits.some((each) => each.behind === from && (on.includes(each.name) || feeds(each.name)));
  };
  return feeds(name);
}

/** Each circuit followed by those that it feeds. */
export function inTree(circuits: CircuitStands[]): { circuit: CircuitStands; depth: number }[] {
  const names = new Set(circuits.map(({ name }) => name));
  const placed = new Set<string>();
  const walk = (behind: string | null, depth: number): { circuit: CircuitStands; depth: number }[] =>
    circuits
      .filter(
        (each) =>
          !placed.has(each.name) &&
          (behind === null ? !each.behind || !names.has(each.behind) : each.behind === behind),
      )
      .flatMap((circuit) => {
        placed.add(circuit.name);
        return [{ circuit, depth }, ...walk(circuit.name, depth + 1)];
      });
  const all = walk(null, 0);
  // What hangs behind itself hangs on nothing, and is drawn all the same.
  return [
    ...all,
    ...circuits.filter(({ name }) => !placed.has(name)).map((circuit) => ({ circuit, depth: 0 })),
  ];
}
