/** A result, pressed, unfolds its working: symbols, numbers, source, inputs as links, and whose doubt it is. */
import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";

import { answered, client } from "../api/client";
import type { Headline, Working } from "../api/types";
import { useBench } from "./bench";
import { FigureButton } from "./FigureButton";
import { RestsOn } from "./Findings";
import type { Written } from "./quantity";
import { useSettings } from "./settings";
import { Unfolds } from "./Unfolds";
import { Problem } from "./Problem";

type Write = (value: number, key: string, options?: { places?: number; difference?: boolean }) => Written;

/** The ± of a figure, with one decimal more where it would read 0; nothing where nothing under it is uncertain. */
export function offOf(row: Headline, write: Write): Written | undefined {
  if (row.off <= 0) return undefined;
  const plain = write(row.off, row.key, { places: row.places, difference: true });
  return Number(plain.text) === 0
    ? write(row.off, row.key, { places: row.places + 1, difference: true })
    : plain;
}

type Props = { row: Headline; children: ReactNode; className?: string };

export function WorkingButton({ row, children, className = "" }: Props) {
  return (
    <Unfolds
      name={`Working of ${row.label}`}
      className={className}
      panelClassName="max-h-[80vh] w-[27rem] overflow-y-auto"
      panel={() => <WorkingOf row={row} />}
    >
      <span className="sr-only">How {row.label} comes about: </span>
      {children}
    </Unfolds>
  );
}

function WorkingOf({ row }: { row: Headline }) {
  const { sheet, stage, previewLine: line } = useBench();
  const { units, person } = useSettings();
  const found = useQuery({
    queryKey: ["working", sheet.id, row.key, stage, units, sheet.revision, line],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/workings/{key}", {
          params: { path: { rig_id: sheet.id, key: row.key }, query: { stage, units, person, line } },
        }),
      ),
  });
  if (found.error) return <Problem of={found.error} />;
  if (!found.data) return <p className="text-quiet">Working it out.</p>;
  return <Unfolded working={found.data.working} />;
}

function Unfolded({ working }: { working: Working }) {
  const { sheet, put, write } = useBench();
  const { headline } = working;
  const now = headline.value === null ? undefined : write(headline.value, headline.key, headline);
  const off = offOf(headline, write);
  const deciding = sheet.brief.deciding ?? [];
  const pinned = deciding.includes(headline.key);
  const pin = () =>
    void put({
      do: "head",
      version: sheet.version,
      to: { deciding: pinned ? deciding.filter((key) => key !== headline.key) : [...deciding, headline.key] },
    });
  return (
    <div className="grid gap-2">
      <h3 className="cond flex items-baseline justify-between gap-3 border-b border-ink pb-1 text-lg">
        <span>{headline.label}</span>
        {now && (
          <span>
            <b className="font-semibold">{now.text}</b> {off && `±${off.text}`} {now.unit}
          </span>
        )}
      </h3>
      <p className="cond">{working.symbols}</p>
      {working.numbers && <p className="cond text-quiet">= {working.numbers}</p>}
      <p className="text-sm text-quiet">Source: {working.source}.</p>
      {working.doubt_from.length > 0 && (
        <section>
          <h4 className="cond border-b border-hair font-semibold">Where its ± comes from</h4>
          <ul className="cond">
            {working.doubt_from.slice(0, 6).map((share) => (
              <li key={share.label} className="flex items-center gap-2">
                <span className="w-11 text-right">{(share.share * 100).toFixed(0)} %</span>
                <span className="h-2 bg-zinc" style={{ width: `${Math.max(share.share * 90, 1)}px` }} />
                {share.path ? (
                  <FigureButton path={share.path} className="underline underline-offset-4">
                    {share.label}
                  </FigureButton>
                ) : (
                  share.label
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      <section>
        <h4 className="cond border-b border-hair font-semibold">It rests on</h4>
        <ul className="cond text-sm">
          {working.rests_on.map((path) => (
            <RestsOn key={path} path={path} />
          ))}
          {Object.entries(working.stands_in).map(([path, value]) => (
            <li key={path}>
              ○{" "}
              <FigureButton path={path} className="-my-2">
                {path.split(".").pop()} <b className="font-semibold">{value}</b>{" "}
                <span className="text-quiet">stands in, nobody noted it</span>
              </FigureButton>
            </li>
          ))}
        </ul>
      </section>
      <button className="link" aria-pressed={pinned} onClick={pin}>
        {pinned ? "it does not decide after all" : "it decides: compare and measure by it"}
      </button>
    </div>
  );
}
