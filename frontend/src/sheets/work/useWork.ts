/** The work as the server lays it, read anew when somebody wrote to the rig; and its long searches. */
import { useQueryClient } from "@tanstack/react-query";
import { answered, client } from "../../api/client";
import type { JobLine, Work } from "../../api/types";
import { useAsked } from "../../api/useAsked";
import { useBench } from "../../parts/bench";
import { useSettings } from "../../parts/settings";

export function useWork() {
  const { sheet } = useBench();
  const { units, person } = useSettings();
  return useAsked({
    queryKey: ["work", sheet.id, units, person, sheet.revision, sheet.today],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/jobs", {
          params: { path: { rig_id: sheet.id }, query: { units, person } },
        }),
      ),
  });
}

/** Keep a work that was answered as that of the rig as it stands. */
export function useKeepWork() {
  const { sheet } = useBench();
  const { units, person } = useSettings();
  const queries = useQueryClient();
  return (work: Work) =>
    queries.setQueryData(["work", sheet.id, units, person, sheet.revision, sheet.today], work);
}

/** Where a job lies in the plan, day by day. */
export type Piece = { line: JobLine; on: string; from_h: number; to_h: number; with_helper: boolean };

export function piecesOf(work: Work): Piece[] {
  const lines = new Map(work.jobs.map((line) => [line.id, line]));
  return (work.plan?.plan.by_day ?? []).flatMap(({ date, jobs }) =>
    jobs.flatMap((piece) => {
      const line = lines.get(piece.id);
      return line ? [{ line, on: date, ...piece }] : [];
    }),
  );
}

/** The first and the last day on which a job is worked at. */
export function spanOf(pieces: Piece[], id: string): { first: string; last: string } | undefined {
  const days = pieces.filter(({ line }) => line.id === id).map(({ on }) => on);
  const [first] = days;
  const last = days.at(-1);
  return first && last ? { first, last } : undefined;
}

export const hours = (h: number) => `${h < 10 ? Math.round(h * 4) / 4 : Math.round(h)} h`;
