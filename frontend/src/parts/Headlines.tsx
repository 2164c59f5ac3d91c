/** Change is shown as change: the old figure struck lightly, the new one, its unit. */
import type { Headline } from "../api/types";
import { useBench } from "./bench";
import { FigureButton } from "./FigureButton";
import { offOf, WorkingButton } from "./Working";

type Props = { rows: Headline[]; onStrip?: boolean };

export function Headlines({ rows, onStrip = false }: Props) {
  return (
    <dl className={`cond ${onStrip ? "text-chalk" : ""}`}>
      {rows.map((row) => (
        <HeadlineRow key={row.key} row={row} onStrip={onStrip} />
      ))}
    </dl>
  );
}

function HeadlineRow({ row, onStrip }: { row: Headline; onStrip: boolean }) {
  const { write } = useBench();
  const quiet = onStrip ? "text-chalk-quiet" : "text-quiet";
  const line = onStrip ? "border-strip-line" : "border-hair";
  const shown = row.value !== null && row.turned ? -row.value : row.value;
  const now = shown === null ? undefined : write(shown, row.key, { places: row.places });
  const old = row.found === null ? undefined : write(row.found, row.key, { places: row.places });
  const off = offOf(row, write);
  return (
    <div className={`flex items-baseline justify-between gap-3 border-b py-[3px] ${line}`}>
      <dt className={quiet}>{row.label}</dt>
      <dd className="flex items-baseline gap-2 whitespace-nowrap">
        {now ? (
          <WorkingButton row={row} className="-my-[9px] flex items-center gap-2">
            {old && old.text !== now.text && <s className={`text-sm ${quiet}`}>{old.text}</s>}
            <b className="text-lg leading-6 font-semibold">{now.text}</b>
            {off && <span className={`text-sm ${quiet}`}>±{off.text}</span>}
            <span className={`w-8 text-sm ${quiet}`}>
              {now.unit || (row.key.endsWith("ratio") ? ": 1" : "")}
            </span>
          </WorkingButton>
        ) : row.waits_for ? (
          <FigureButton
            path={row.waits_for}
            className={`-my-2 underline underline-offset-4 ${onStrip ? "text-strip-zinc" : "text-zinc"}`}
          >
            waits for {row.waits_label}
          </FigureButton>
        ) : (
          <span className={`text-sm ${quiet}`}>{row.waits_label ? `waits for ${row.waits_label}` : "–"}</span>
        )}
      </dd>
    </div>
  );
}
