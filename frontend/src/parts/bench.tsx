/** The bench: the rig that is worked on, at the stage that is looked at. Every sheet stands on it. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { scaleLinear } from "d3-scale";
import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import { useSearchParams } from "react-router";

import { answered, client, Refusal, Unreachable } from "../api/client";
import { flush, kept, post, send, upToDate, type View, type Write } from "../api/outbox";
import { sheetOf } from "../api/sheets";
import type { Areas, Catalogue, Preview, Sheet } from "../api/types";
import { factorOf, type Written, write as writeQuantity } from "./quantity";
import { type Clash, clashOf } from "./clash";
import { useSettings } from "./settings";

type Bench = {
  sheet: Sheet;
  /** Areas and results that the open sheet looks at, as the server is asked for them. */
  looks: string;
  catalogue: Catalogue;
  stage: string;
  setStage: (stage: string) => void;
  /**
   * Send a write; answers a refusal to show beside what was typed, or nothing. One that is made from the
   * sheet as it is when its turn comes is given as a function.
   */
  put: (write: Write | ((now: Sheet) => Write)) => Promise<Refusal | undefined>;
  /** Take the sheet that a write was answered with. */
  keep: (answer: Sheet) => void;
  preview: Preview | undefined;
  /** The line that the preview is of, as typed. */
  previewLine: string;
  setPreview: (preview: Preview | undefined, line?: string) => void;
  write: (
    value: number,
    key: string,
    options?: { places?: number; exact?: boolean; difference?: boolean },
  ) => Written;
  /** Round ticks, as shown, over a range in the core's unit. */
  ticks: (range: [number, number], count: number, key: string) => number[];
  waiting: number;
  refused: string[];
  forget: () => void;
  /** A write that met another of the same record, until it is said which one stands. */
  clash: Clash | undefined;
  settle: () => void;
};

const Context = createContext<Bench | undefined>(undefined);

export function useBench(): Bench {
  const bench = useContext(Context);
  if (!bench) throw new Error("no bench above");
  return bench;
}

/** The results that the open sheet looks at, with what is typed where something is. The layout sees to it that they are there. */
export function useResults(): Areas {
  const { sheet, preview } = useBench();
  return (preview?.here ?? sheet.here).results as Areas;
}

export function useCatalogue() {
  return useQuery({
    queryKey: ["catalogue"],
    queryFn: () => answered(client.GET("/api/catalogue")),
    staleTime: Infinity,
  });
}

const isAsItWas = (old: Sheet | undefined, now: Sheet) =>
  old?.revision === now.revision && old.today === now.today;

const sheetQuery = (rig: number, { stage, units, person, looks }: View) => ({
  queryKey: ["sheet", rig, stage, units, person, looks],
  // Asked again every few seconds it is nearly always as it was; compared in all its depth it would take its time.
  structuralSharing: (old: unknown, now: unknown) => (isAsItWas(old as Sheet, now as Sheet) ? old : now),
  staleTime: Infinity,
  queryFn: () =>
    sheetOf(
      client.GET("/api/rigs/{rig_id}", {
        params: { path: { rig_id: rig }, query: { stage, units, person, looks } },
      }),
    ),
});

/** The sheet of a rig at a stage, with the results that are looked at; read again when somebody wrote to the rig. */
export function useSheet(rig: number, stage: string, looks: string) {
  const { units, person } = useSettings();
  const sheet = useQuery({
    ...sheetQuery(rig, { stage, units, person, looks }),
    placeholderData: (old: Sheet | undefined) => (old?.id === rig ? old : undefined),
  });
  const poll = useQuery({
    queryKey: ["revision", rig],
    queryFn: () => answered(client.GET("/api/rigs/{rig_id}/revision", { params: { path: { rig_id: rig } } })),
    refetchInterval: 10_000,
    refetchOnWindowFocus: "always",
  });
  const { data, refetch } = sheet;
  const seen = poll.data;
  // A sheet that a write was answered with is newer than what was polled before it.
  const moved = seen && data && (seen.revision > data.revision || seen.today > data.today) ? seen : undefined;
  useEffect(() => {
    if (moved) void refetch();
  }, [moved, refetch]);
  return { data, error: sheet.error, isError: sheet.isError || poll.isError };
}

export function BenchProvider({
  sheet,
  catalogue,
  looks,
  children,
}: {
  sheet: Sheet;
  catalogue: Catalogue;
  looks: string;
  children: ReactNode;
}) {
  const { units, person } = useSettings();
  const queries = useQueryClient();
  const [search, setSearch] = useSearchParams();
  const stage = search.get("stage") ?? "planned";
  const [tried, setTried] = useState<{ preview: Preview; line: string }>();
  const setPreview = useCallback(
    (preview: Preview | undefined, line = "") => setTried(preview && { preview, line }),
    [],
  );
  const [waiting, setWaiting] = useState(() => kept().length);
  const [refused, setRefused] = useState<string[]>([]);
  const [clash, setClash] = useState<Clash>();

  const setStage = useCallback(
    (to: string) =>
      setSearch(
        (old) => {
          const next = new URLSearchParams(old);
          if (to === "planned") next.delete("stage");
          else next.set("stage", to);
          return next;
        },
        { replace: true },
      ),
    [setSearch],
  );

  const keep = useCallback(
    (answer: Sheet) => {
      const now = stageOf(answer);
      queries.setQueryData(sheetQuery(sheet.id, { stage: now, units, person, looks }).queryKey, answer);
      // What others show of this rig is out of date; the sheet in hand is not. Asked for once that one is drawn:
      // by then what was pressed has often closed.
      setTimeout(() => {
        void queries.invalidateQueries({
          predicate: ({ queryKey: [what, id, at, , , looked] }) =>
            (what === "sheet" && id === sheet.id && (at !== now || looked !== looks)) ||
            what === "history" ||
            what === "trip" ||
            what === "rigs",
        });
      });
      if (now !== stage) setStage(now);
    },
    [sheet.id, stage, units, person, looks, queries, setStage],
  );

  // One write at a time: fields are left faster than the server answers.
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const pending = useRef(0);
  const last = useRef<Sheet>(undefined);

  const put = useCallback(
    async (write: Write | ((now: Sheet) => Write)) => {
      const behind = pending.current > 0;
      pending.current += 1;
      const view = { stage, units, person, looks };
      const turn = queue.current.then(() => {
        const answered = last.current?.id === sheet.id ? last.current : undefined;
        const now =
          (behind && answered) || (queries.getQueryData<Sheet>(sheetQuery(sheet.id, view).queryKey) ?? sheet);
        const built = typeof write === "function" ? write(now) : behind ? upToDate(write, now) : write;
        const posted = post(sheet.id, view, built);
        return send(posted).catch(async (error: unknown) => {
          if (!(error instanceof Refusal && error.stale)) throw error;
          const fresh = await queries
            .fetchQuery({ ...sheetQuery(sheet.id, view), staleTime: 0 })
            .catch(() => undefined);
          const met = fresh && clashOf(built, now, fresh, catalogue.records);
          if (!met) throw error;
          if (met.rows.length === 0) return send(post(sheet.id, view, met.yours));
          setClash(met);
          return fresh;
        });
      });
      queue.current = turn.catch(() => undefined);
      try {
        const answer = await turn;
        last.current = answer;
        keep(answer);
        return undefined;
      } catch (error) {
        if (error instanceof Unreachable) {
          setWaiting(kept().length);
          return undefined;
        }
        if (error instanceof Refusal) {
          return error;
        }
        throw error;
      } finally {
        pending.current -= 1;
      }
    },
    [sheet, catalogue, stage, units, person, looks, queries, keep],
  );

  useEffect(() => {
    if (waiting === 0) return;
    const timer = setInterval(() => {
      flush()
        .then((problems) => {
          setRefused((old) => [...old, ...problems.map((p) => p.message)]);
          setWaiting(kept().length);
          void queries.invalidateQueries();
        })
        .catch(() => setWaiting(kept().length));
    }, 1500);
    return () => clearInterval(timer);
  }, [waiting, queries]);

  const bench = useMemo<Bench>(
    () => ({
      sheet,
      looks,
      catalogue,
      stage,
      setStage,
      put,
      keep,
      preview: tried?.preview,
      previewLine: tried?.line ?? "",
      setPreview,
      write: (value, key, options) => writeQuantity(value, key, catalogue, units, options),
      ticks: ([from, to], count, key) => {
        const factor = factorOf(key, catalogue, units);
        return scaleLinear([from / factor, to / factor], [0, 1])
          .ticks(count)
          .map((tick) => tick * factor);
      },
      waiting,
      refused,
      forget: () => setRefused([]),
      clash,
      settle: () => setClash(undefined),
    }),
    [sheet, looks, catalogue, stage, setStage, put, keep, tried, setPreview, units, waiting, refused, clash],
  );
  return <Context.Provider value={bench}>{children}</Context.Provider>;
}

/** The stage of an address, for another sheet: what else stands in it is the sheet's own. */
export function stageOnly(search: string): string {
  const stage = new URLSearchParams(search).get("stage");
  return stage ? `?${new URLSearchParams({ stage }).toString()}` : "";
}

/** The stage of an answer as it stands in the address; the last step is the plan. */
function stageOf(sheet: Sheet): string {
  return sheet.stage === sheet.changes.length && sheet.changes.length > 0 ? "planned" : String(sheet.stage);
}
