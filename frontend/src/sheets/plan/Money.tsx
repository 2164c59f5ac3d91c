/** Money against the ceiling: paid, committed, still to come; gifts at retail price, credit for parts sold. */
import type { Totals } from "../../api/types";
import { useBench } from "../../parts/bench";
import { stageName } from "../../parts/Findings";
import { money } from "../../parts/money";

const PARTS = [
  { key: "paid", label: "paid", fill: "bg-ink" },
  { key: "committed", label: "committed", fill: "bg-zinc" },
  { key: "to_come", label: "still to come", fill: "border border-zinc bg-tint" },
] as const;

export function Money() {
  const { sheet } = useBench();
  const { money: all, money_here: here } = sheet;
  const { ceiling, currency } = sheet.brief;
  const full = Math.max(ceiling ?? 0, all.spent, 1);
  const over = all.left !== null && all.left < 0;
  const partly = typeof sheet.stage === "number" || sheet.stage !== "planned";
  return (
    <section aria-label="Money" className="border-b border-hair py-3">
      <div className="relative flex h-5 border-b border-ink">
        {PARTS.map(({ key, label, fill }) => (
          <span key={key} className={fill} style={{ width: `${(100 * all[key]) / full}%` }} title={label} />
        ))}
        {ceiling !== null && (
          <span
            aria-hidden
            className="absolute -top-1 h-7 w-[3px] -translate-x-[3px] bg-oxide"
            style={{ left: `${(100 * ceiling) / full}%` }}
          />
        )}
      </div>
      <dl className="cond flex flex-wrap gap-x-7 pt-1">
        {PARTS.map(({ key, label, fill }) => (
          <Amount key={key} label={label} amount={all[key]} fill={fill} />
        ))}
        {all.credit > 0 && <Amount label="parts sold" amount={-all.credit} />}
        {all.gifts > 0 && <Amount label="gifts, at retail" amount={all.gifts} />}
        <div className={over ? "font-semibold text-oxide" : ""}>
          <dt className="inline">{ceiling === null ? "no ceiling set" : over ? "over by" : "left"} </dt>
          <dd className="inline font-semibold">
            {all.left !== null && `${money(Math.abs(all.left))} ${currency}`}
            {ceiling !== null && <span className="font-normal text-quiet"> of {money(ceiling)}</span>}
          </dd>
        </div>
      </dl>
      {all.survey > 0 && (
        <p className="cond text-sm text-quiet">{money(all.survey)} of it for what the survey decided</p>
      )}
      {all.unpriced > 0 && <p className="cond text-sm text-quiet">{all.unpriced} without a price</p>}
      {partly && <p className="cond text-sm text-quiet">{upTo(here, stageName(sheet.stage, sheet))}</p>}
    </section>
  );
}

const upTo = (here: Totals, stage: string) =>
  `${stage}: ${money(here.spent)} spent, ${money(here.paid)} of it paid`;

function Amount({ label, amount, fill }: { label: string; amount: number; fill?: string }) {
  return (
    <div className="flex items-baseline gap-1.5">
      {fill && <span aria-hidden className={`inline-block size-3 ${fill}`} />}
      <dt className="text-quiet">{label}</dt>
      <dd className="font-semibold">{money(amount)}</dd>
    </div>
  );
}
