/** The brief: what the vehicle is for, when it leaves, what it may cost. */
import { useState } from "react";

import type { Sheet } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Problem } from "../../parts/Problem";
import { Row } from "../../parts/Row";
import { asText } from "../../parts/quantity";

type Key = "leaves_on" | "away_days" | "ceiling" | "currency" | "purpose" | "must_still" | "drivers" | "trip";

export function Brief() {
  const { sheet, put, write } = useBench();
  const [problem, setProblem] = useState<string>();
  const keep = (key: Key, value: string | null) => {
    if (String(sheet.brief[key] ?? "") === (value ?? "")) return;
    void put({ do: "head", version: sheet.version, to: { [key]: value } }).then((refusal) =>
      setProblem(refusal?.message),
    );
  };
  const noted = (path: string) => {
    const value = sheet.figures[path]?.value as number | undefined;
    return value === undefined ? "?" : asText(write(value, path));
  };
  return (
    <section aria-label="The brief">
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
      <dl>
        <Row label="people on the trip" path="trip.people">
          {noted("trip.people")}
        </Row>
        <Row label="water a person a day" path="trip.water_per_person_day_l">
          {noted("trip.water_per_person_day_l")}
        </Row>
        <Row label="reserve of fuel" path="trip.reserve_pct">
          {noted("trip.reserve_pct")}
        </Row>
        <Row label="reserve of water" path="trip.water_reserve_pct">
          {noted("trip.water_reserve_pct")}
        </Row>
        <Row label="ferry or gate, height" path="aims.ferry_height_mm">
          {noted("aims.ferry_height_mm")}
        </Row>
      </dl>
      <p className="py-1 text-sm text-quiet">
        Where there is a ?, what is usual counts: as many people as sit in seats, 5 l of water a day, 15 % of
        fuel and 20 % of water in reserve.
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
