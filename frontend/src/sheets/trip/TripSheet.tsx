/** The trip: what still stands between today and the day of leaving, and the brief that sets it. */
import { useState } from "react";
import { Link } from "react-router";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import type { Readiness, Sheet } from "../../api/types";
import { useBench } from "../../parts/bench";
import { useSettings } from "../../parts/settings";
import { day } from "../../parts/day";
import { Problem } from "../../parts/Problem";

export function TripSheet() {
  const { sheet, setStage } = useBench();
  const { units, person } = useSettings();
  const trip = useAsked({
    queryKey: ["trip", sheet.id, units, person, sheet.revision],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/trip", {
          params: { path: { rig_id: sheet.id }, query: { stage: "planned", units, person } },
        }),
      ),
  });
  const ready = trip.data?.readiness;
  return (
    <>
      <header className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-ink pb-2">
        <h1 className="text-2xl font-semibold">Trip</h1>
        {sheet.brief.leaves_on && <p className="text-quiet">leaves {day(sheet.brief.leaves_on)}</p>}
      </header>
      <Problem of={trip.error} className="py-3" />
      {ready && (
        <>
          <TripLine ready={ready} />
          {ready.unsafe.length > 0 && (
            <section aria-label="Not before this is settled">
              <h2 className="border-b border-oxide pb-1 font-semibold text-oxide">
                Not before this is settled
              </h2>
              {ready.unsafe.map(({ item, says }) => (
                <p key={item} className="flex min-h-10 flex-wrap items-baseline gap-x-3 border-b border-hair">
                  <b className="font-semibold">{item}</b> {says}
                  <Link className="link no-print ml-auto" to={`/rigs/${sheet.id}/survey`}>
                    in the survey
                  </Link>
                </p>
              ))}
            </section>
          )}
          {ready.open_gates.length > 0 && (
            <section aria-label="Gates that stand open">
              <h2 className="border-b border-oxide pt-3 pb-1 font-semibold text-oxide">
                Gates that stand open
              </h2>
              {ready.open_gates.map((gate) => (
                <p key={gate} className="flex min-h-10 items-baseline border-b border-hair">
                  {gate}
                  <Link className="link no-print ml-auto" to={`/rigs/${sheet.id}/work?view=today`}>
                    in the work
                  </Link>
                </p>
              ))}
            </section>
          )}
          <p className="no-print">
            <Link className="link" to={`/rigs/${sheet.id}/work`}>
              when really: the days of the work
            </Link>
          </p>
          <div className="grid gap-x-12 wide:grid-cols-2">
            <section>
              <h2 className="border-b border-ink pt-4 pb-1 font-semibold">Still to be done</h2>
              {ready.standing.length === 0 && <p className="py-2 text-quiet">Nothing.</p>}
              <ol className="cond">
                {ready.standing.map((item) => (
                  <li key={item.title} className="flex items-baseline gap-3 border-b border-hair">
                    <button
                      className="min-h-10 flex-1"
                      onClick={() =>
                        setStage(String(sheet.changes.find((c) => c.id === item.change)?.step ?? "planned"))
                      }
                    >
                      {item.title}
                    </button>
                    <span className="text-quiet">{item.state}</span>
                    <span className="w-24 text-right">
                      {item.hours.toFixed(1)} h{item.guessed && <span className="text-quiet"> guessed</span>}
                    </span>
                  </li>
                ))}
              </ol>
              {ready.blocking.length > 0 && (
                <>
                  <h2 className="border-b border-ink pt-5 pb-1 font-semibold">
                    Would remain when all is fitted
                  </h2>
                  {ready.blocking.map((finding) => (
                    <p key={finding.key} className="border-b border-hair py-2">
                      <b className="text-oxide">{finding.severity}</b> {finding.text}
                    </p>
                  ))}
                </>
              )}
            </section>
            <Brief />
          </div>
        </>
      )}
    </>
  );
}

function TripLine({ ready }: { ready: Readiness }) {
  const big = ready.days_left === null ? "no date" : String(Math.abs(ready.days_left));
  const unit = ready.days_left === null ? "" : ready.days_left < 0 ? "days late" : "days";
  return (
    <div className="flex flex-wrap items-end gap-x-10 gap-y-3 py-4">
      <p className={ready.verdict === "passed" ? "text-oxide" : ""}>
        <b className="text-6xl leading-none font-bold [font-stretch:75%]">{big}</b>{" "}
        <span className="text-xl">{unit}</span>
      </p>
      {ready.hours_per_week !== null && ready.hours_open > 0 && (
        <p>
          <b className="text-4xl leading-none font-bold [font-stretch:75%]">
            {ready.hours_per_week.toFixed(1)}
          </b>{" "}
          <span>h a week</span>
        </p>
      )}
      <p className="max-w-xl min-w-64 flex-1">{ready.sentence}</p>
    </div>
  );
}

type Key = "leaves_on" | "away_days" | "ceiling" | "currency" | "purpose" | "must_still" | "drivers";

function Brief() {
  const { sheet, put } = useBench();
  const [problem, setProblem] = useState<string>();
  const keep = (key: Key, value: string | null) => {
    if (String(sheet.brief[key] ?? "") === (value ?? "")) return;
    void put({ do: "head", version: sheet.version, to: { [key]: value } }).then((refusal) =>
      setProblem(refusal?.message),
    );
  };
  return (
    <section>
      <h2 className="border-b border-ink pt-4 pb-1 font-semibold">The brief</h2>
      <div className="grid grid-cols-2 gap-4 py-3">
        <BriefField label="Leaves on" type="date" of="leaves_on" brief={sheet.brief} keep={keep} />
        <BriefField label="Days away" type="number" of="away_days" brief={sheet.brief} keep={keep} />
        <BriefField label="Ceiling" type="number" of="ceiling" brief={sheet.brief} keep={keep} />
        <BriefField label="Currency" of="currency" brief={sheet.brief} keep={keep} />
        <div className="col-span-2 grid gap-4">
          <BriefField label="What it is for" of="purpose" brief={sheet.brief} keep={keep} long />
          <BriefField label="What it must still do" of="must_still" brief={sheet.brief} keep={keep} long />
          <BriefField label="Who drives" of="drivers" brief={sheet.brief} keep={keep} />
        </div>
      </div>
      <Problem of={problem} />
      <p className="text-sm text-quiet">
        Local codes, the vehicle&apos;s manual and licensed practice decide; what is computed here does not
        replace them.
      </p>
    </section>
  );
}

type BriefFieldProps = {
  label: string;
  of: Key;
  brief: Sheet["brief"];
  keep: (key: Key, value: string | null) => void;
  type?: string;
  long?: boolean;
};

function BriefField({ label, of, brief, keep, type = "text", long = false }: BriefFieldProps) {
  const value = brief[of] ?? "";
  const leave = (text: string) => {
    const plain = text.trim();
    // As typed: what it is, and whether it could be two numbers, the server says.
    keep(of, (type === "date" || type === "number") && plain === "" ? null : plain);
  };
  const common = {
    defaultValue: String(value),
    className: "field w-full text-base",
    onBlur: (event: { target: { value: string } }) => leave(event.target.value),
  };
  return (
    <label className="grid gap-1">
      <span className="text-quiet">{label}</span>
      {long ? (
        <textarea key={String(value)} rows={2} {...common} />
      ) : (
        <input
          key={String(value)}
          type={type === "date" ? "date" : "text"}
          inputMode={type === "number" ? "decimal" : undefined}
          {...common}
          onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
        />
      )}
    </label>
  );
}
