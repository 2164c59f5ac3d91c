/** A rig with its spine, strip, rule, line, sheet and margin. */
import { useEffect, useState } from "react";
import { Outlet, useLocation, useNavigate, useParams } from "react-router";

import { BenchProvider, stageOnly, useBench, useCatalogue, useSheet } from "../parts/bench";
import { ClashDialog } from "../parts/ClashDialog";
import { FindingsMargin } from "../parts/Findings";
import { HelpPanel } from "./HelpPanel";
import { HistoryPanel } from "../parts/HistoryPanel";
import { LineBar } from "./LineBar";
import { useSettings } from "../parts/settings";
import { Spine } from "./Spine";
import { StageRule, useStageRule } from "../parts/StageRule";
import { Strip } from "../parts/Strip";
import { digitOf, SHEETS } from "./all";
import type { SheetEntry } from "./sheet";
import { TitleBlock } from "./TitleBlock";

export function RigLayout() {
  const { rig } = useParams();
  const { pathname, search } = useLocation();
  const open = SHEETS.find(({ path }) => path === pathname.split("/").pop());
  const looks = open?.looks.join(",") ?? "";
  const stage = new URLSearchParams(search).get("stage") ?? "planned";
  const sheet = useSheet(Number(rig), stage, looks);
  const catalogue = useCatalogue();
  const problem = sheet.data ? undefined : (sheet.error ?? catalogue.error);
  if (problem)
    return (
      <main className="p-10">
        <h1 className="text-2xl font-semibold">This rig cannot be shown</h1>
        <p className="py-3">{problem.message}</p>
        <a className="link" href="/">
          all rigs
        </a>
      </main>
    );
  if (!sheet.data || !catalogue.data) return <main className="p-10 text-quiet">Reading the rig.</main>;
  return (
    <BenchProvider sheet={sheet.data} catalogue={catalogue.data} looks={looks}>
      <Bench open={open} stale={sheet.isError} />
    </BenchProvider>
  );
}

function Bench({ open: shown, stale }: { open: SheetEntry | undefined; stale: boolean }) {
  const { sheet, looks } = useBench();
  const [open, setOpen] = useState<"line" | "history" | "help">();
  const strip: SheetEntry["strip"] = shown?.strip ?? { height: 212 };
  useKeys(open, setOpen);
  useEffect(() => {
    document.title = `${sheet.name} · Jorvak`;
  }, [sheet.name]);
  return (
    <div className="min-h-screen wide:grid wide:grid-cols-[168px_1fr]">
      <Spine
        openLine={() => setOpen("line")}
        openHistory={() => setOpen((now) => (now === "history" ? undefined : "history"))}
        openHelp={() => setOpen((now) => (now === "help" ? undefined : "help"))}
      />
      <div className="flex min-h-screen min-w-0 flex-col">
        <Waiting stale={stale} />
        {strip.height > 0 && <Strip {...strip} />}
        {!shown?.atNoStage && <StageRule />}
        {open === "line" && <LineBar close={() => setOpen(undefined)} />}
        <div className={`flex-1 ${shown?.ownMargin ? "" : "wide:grid wide:grid-cols-[1fr_288px]"}`}>
          <main className="min-w-0 px-6 py-5 print:p-0">
            <TitleBlock sheetName={shown?.name ?? ""} atNoStage={shown?.atNoStage ?? false} />
            {/* A sheet is drawn once the results that it looks at are there. */}
            {sheet.looks === looks ? <Outlet /> : <p className="text-quiet">Working it out.</p>}
          </main>
          {!shown?.ownMargin && (
            <div className="no-print contents">
              <FindingsMargin />
            </div>
          )}
        </div>
      </div>
      <HistoryPanel open={open === "history"} close={() => setOpen(undefined)} />
      <ClashDialog />
      <HelpPanel open={open === "help"} close={() => setOpen(undefined)} sheet={shown?.path} />
    </div>
  );
}

/** Says when the server is gone and what is kept for it, and what it refused afterwards. */
function Waiting({ stale }: { stale: boolean }) {
  const { waiting, refused, forget } = useBench();
  if (waiting === 0 && refused.length === 0 && !stale) return null;
  return (
    <div role="status" className="border-b-2 border-oxide bg-margin px-6 py-2">
      {waiting > 0 ? (
        <p>
          <b>The application is not answering.</b> {waiting === 1 ? "One entry is" : `${waiting} entries are`}{" "}
          kept in this browser and will go in when it is back. You can go on typing.
        </p>
      ) : (
        stale && (
          <p>
            <b>The application is not answering.</b> What you see is how it stood. What you type will be kept.
          </p>
        )
      )}
      {refused.map((message, i) => (
        <p key={i} className="text-oxide">
          Not taken in: {message}
        </p>
      ))}
      {refused.length > 0 && (
        <button className="link" onClick={forget}>
          understood
        </button>
      )}
    </div>
  );
}

type Open = "line" | "history" | "help" | undefined;

function useKeys(open: Open, setOpen: (to: Open) => void) {
  const { sheet, put } = useBench();
  const { units, theme, choose } = useSettings();
  const { place, go } = useStageRule();
  const navigate = useNavigate();
  const search = stageOnly(useLocation().search);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      const typing = target.matches("input, textarea, select");
      const undo = (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "z";
      if (undo && !(typing && (target as HTMLInputElement).value !== "")) {
        event.preventDefault();
        void put({ do: event.shiftKey ? "redo" : "undo" });
        return;
      }
      if (event.key === "Escape" && open && open !== "line") setOpen(undefined);
      // Out of a field, so that single keys are the sheet's again.
      if (event.key === "Escape" && typing && !target.closest("[role=dialog]")) target.blur();
      if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
      const goes = SHEETS.find((entry) => digitOf(entry) === event.key);
      const does: Record<string, () => void> = {
        "/": () => setOpen("line"),
        "?": () => setOpen(open === "help" ? undefined : "help"),
        h: () => setOpen(open === "history" ? undefined : "history"),
        u: () => choose({ units: units === "metric" ? "inch" : "metric" }),
        n: () => choose({ theme: theme === "light" ? "night" : "light" }),
        "[": () => go(place - 1),
        "]": () => go(place + 1),
        ...(goes
          ? { [event.key]: () => void navigate({ pathname: `/rigs/${sheet.id}/${goes.path}`, search }) }
          : {}),
      };
      const action = does[event.key];
      if (!action) return;
      event.preventDefault();
      action();
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, [open, setOpen, put, units, theme, choose, place, go, navigate, search, sheet.id]);
}
