/** What becomes of a part, from what it is when the write's turn comes. */
import { useState } from "react";

import type { Kept, Part } from "../../api/types";
import { useBench } from "../../parts/bench";

export type KeepPart = (to: (part: Part) => Partial<Part>) => Promise<void>;

export function useKeepPart(kept: Kept<"part">): { keep: KeepPart; problem: string | undefined } {
  const { put } = useBench();
  const [problem, setProblem] = useState<string>();
  const keep: KeepPart = async (to) => {
    const refusal = await put((now) => {
      const { id, version, record } = now.records.part.find((each) => each.id === kept.id) ?? kept;
      return { do: "record", table: "part", id, version, record: { ...record, ...to(record) } };
    });
    setProblem(refusal?.message);
  };
  return { keep, problem };
}
