/** Repair or replace: the few numbers that matter, both ways laid side by side with their doubt. */
import type { Side, Survey, SurveyItem, Weighing } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Choice } from "../../parts/Entry";
import { FigureButton } from "../../parts/FigureButton";
import type { Keep } from "./keep";

type Props = {
  item: SurveyItem;
  weighed: Survey["order"][number]["weighed"];
  keep: Keep;
};

const NUMBERS = [
  { key: "repair_hours", label: "hours to repair" },
  { key: "repair_cost", label: "material to repair" },
  { key: "replace_hours", label: "hours to replace" },
  { key: "replace_cost", label: "price of the new part" },
] as const;

const NOTHING: Weighing = {
  repair_hours: null,
  repair_cost: null,
  replace_hours: null,
  replace_cost: null,
  hidden: "some",
  original: false,
  will: true,
};

export function RepairOrReplace({ item, weighed, keep }: Props) {
  const { sheet } = useBench();
  const weighing = { ...NOTHING, ...item.weighing };
  const set = (to: Partial<Weighing>) =>
    void keep((now) => ({ weighing: { ...NOTHING, ...now.weighing, ...to } }));
  return (
    <section>
      <h2 className="cond border-b border-hair font-semibold">Repair or replace</h2>
      <div className="cond flex flex-wrap items-end gap-x-5 gap-y-2 py-2">
        {NUMBERS.map(({ key, label }) => (
          <label key={key} className="grid gap-1">
            <span className="text-quiet">{label}</span>
            <input
              key={String(weighing[key])}
              className="field w-24"
              inputMode="decimal"
              defaultValue={weighing[key] ?? ""}
              placeholder="–"
              onBlur={(event) => {
                const text = event.target.value.trim();
                if (text !== String(weighing[key] ?? "")) set({ [key]: text || null });
              }}
              onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
            />
          </label>
        ))}
        <Choice
          label="likely hidden"
          value={weighing.hidden ?? "some"}
          of={["none", "some", "much"] as const}
          choose={(hidden) => set({ hidden })}
        />
        <Tick
          label="originality counts"
          on={weighing.original ?? false}
          set={(original) => set({ original })}
        />
        <Tick label="the will is there" on={weighing.will ?? true} set={(will) => set({ will })} />
        <FigureButton path="aims.hour_rate" className="link">
          {sheet.figures["aims.hour_rate"]
            ? `an hour counts ${Number(sheet.figures["aims.hour_rate"].value)}`
            : "say what an hour of work counts"}
        </FigureButton>
      </div>
      {(weighed.repair || weighed.replace) && (
        <table className="cond">
          <thead>
            <tr className="text-left text-quiet">
              <th className="w-28 font-normal">
                <span className="sr-only">way</span>
              </th>
              <th className="px-3 font-normal">hours</th>
              <th className="px-3 font-normal">material</th>
              <th className="px-3 font-normal">together</th>
              <th className="px-3 font-normal">speaks for it</th>
            </tr>
          </thead>
          <tbody>
            <Way name="repair" side={weighed.repair} says={weighed.says} reasons={weighed.for_repair} />
            <Way name="replace" side={weighed.replace} says={weighed.says} reasons={weighed.for_replace} />
          </tbody>
        </table>
      )}
      <p className="pt-1">
        {weighed.waits_for.length > 0 ? `Waits for ${weighed.waits_for.join(", ")}.` : weighed.sentence}{" "}
        <span className="text-sm text-quiet">
          Hours are mostly guessed too low by half; what is hidden is counted in.
        </span>
      </p>
    </section>
  );
}

type WayProps = { name: "repair" | "replace"; side: Side | null; says: string | null; reasons: string[] };

function Way({ name, side, says, reasons }: WayProps) {
  return (
    <tr className="border-t border-hair align-top">
      <th scope="row" className={`text-left ${says === name ? "font-semibold" : "font-normal"}`}>
        {says === name ? "▸ " : ""}
        {name}
      </th>
      {side ? (
        <>
          <td className="px-3">
            <b className="font-semibold">{side.hours.toFixed(1)}</b> ±{side.hours_off.toFixed(1)}
          </td>
          <td className="px-3">
            <b className="font-semibold">{side.cost.toFixed(0)}</b> ±{side.cost_off.toFixed(0)}
          </td>
          <td className="px-3">
            <b className="font-semibold">{side.total.toFixed(0)}</b> ±{side.total_off.toFixed(0)}
          </td>
        </>
      ) : (
        <td colSpan={3} className="px-3 text-quiet">
          no numbers yet
        </td>
      )}
      <td className="px-3">{reasons.join(" ")}</td>
    </tr>
  );
}

function Tick({ label, on, set }: { label: string; on: boolean; set: (on: boolean) => void }) {
  return (
    <label className="flex min-h-10 items-center gap-2">
      <input
        type="checkbox"
        className="size-5"
        checked={on}
        onChange={(event) => set(event.target.checked)}
      />
      {label}
    </label>
  );
}
