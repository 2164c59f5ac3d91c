/** Who did what and when. */
import { useInfiniteQuery } from "@tanstack/react-query";

import { answered, client } from "../api/client";
import { useBench } from "./bench";
import { Panel } from "./Panel";
import { Problem } from "./Problem";

const SAID: Record<string, string> = { begin: "", do: "", undo: "took back: ", redo: "did again: " };

export function HistoryPanel({ open, close }: { open: boolean; close: () => void }) {
  const { sheet } = useBench();
  const history = useInfiniteQuery({
    queryKey: ["history", sheet.id],
    initialPageParam: undefined as number | undefined,
    queryFn: ({ pageParam }) =>
      answered(
        client.GET("/api/rigs/{rig_id}/history", {
          params: { path: { rig_id: sheet.id }, query: { before: pageParam } },
        }),
      ),
    getNextPageParam: ({ more, entries }) => (more ? entries[entries.length - 1]?.id : undefined),
    enabled: open,
  });
  return (
    <Panel title="History" open={open} close={close}>
      {history.isPending && <p className="pt-3 text-quiet">Reading.</p>}
      <Problem of={history.error} className="pt-3" />
      <ol>
        {history.data?.pages
          .flatMap(({ entries }) => entries)
          .map((entry) => (
            <li key={entry.id} className="border-b border-hair py-2">
              <p className={entry.undone ? "text-quiet line-through" : ""}>
                {SAID[entry.act]}
                {entry.what}
              </p>
              <p className="cond text-sm text-quiet">
                {entry.person}, <time dateTime={entry.at}>{when(entry.at)}</time>
              </p>
            </li>
          ))}
      </ol>
      {history.hasNextPage && (
        <button className="link" onClick={() => void history.fetchNextPage()}>
          earlier
        </button>
      )}
    </Panel>
  );
}

const when = (at: string) =>
  new Date(at).toLocaleString("en-GB", {
    day: "numeric",
    month: "short",
    hour: "2-digit",
    minute: "2-digit",
  });
