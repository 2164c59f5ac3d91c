/** Days without driving: what is used a day, out of what may be used; and what a battery monitor counted. */
import { useState } from "react";

import { answered, client } from "../../api/client";
import type { PowerSheet } from "../../api/types";
import { useAsked } from "../../api/useAsked";
import { FigureButton } from "../../parts/FigureButton";
import { Problem } from "../../parts/Problem";
import { useMeasure } from "../../parts/useMeasure";
import { WaitsFor } from "../../parts/WaitsFor";
import { Line } from "./Taken";
import { useLook } from "../../parts/useLook";

export function StandingStill({ sheet }: { sheet: PowerSheet }) {
  const result = sheet.standing_still;
  const still = result.value;
  return (
    <section aria-label="Days without driving">
      <h2 className="border-b border-ink pb-1 font-semibold">Days without driving</h2>
      {still ? (
        <>
          <Days still={still} off={result.doubt?.["days"] ?? 0} />
          <dl className="cond">
            {still.rows.map((row) => (
              <Line key={row.name} label={row.name}>
                {row.wh_per_day.toFixed(0)} Wh{" "}
                <span className="font-normal text-quiet">
                  a day{row.share_pct === null ? "" : `, ${row.share_pct.toFixed(0)} %`}
                </span>
              </Line>
            ))}
            {still.sun_wh_per_day > 0 && (
              <Line label="sun, in">
                {still.sun_wh_per_day.toFixed(0)} Wh <span className="font-normal text-quiet">a day</span>
              </Line>
            )}
            <Line label={`may be used of ${still.named.join(" and ")}`}>{still.usable_wh.toFixed(0)} Wh</Line>
          </dl>
        </>
      ) : (
        <p className="py-1">
          <WaitsFor waits={result.waits_for} />
        </p>
      )}
      <p className="cond flex flex-wrap gap-x-5">
        <FigureButton path="aims.still_days" className="link">
          days wanted
        </FigureButton>
        <FigureButton path="solar.power_w" className="link">
          solar panels
        </FigureButton>
        <FigureButton path="solar.sun_hours" className="link">
          hours of sun
        </FigureButton>
      </p>
      {still && <Monitor />}
    </section>
  );
}

type Still = NonNullable<PowerSheet["standing_still"]["value"]>;

function Days({ still, off }: { still: Still; off: number }) {
  const [ref, width] = useMeasure(380);
  const wanted = still.wanted_days ?? 0;
  const most = Math.max(wanted, still.days ?? wanted, 1) * 1.15;
  const x = (days: number) => (days / most) * (width - 12);
  const short = still.left_days !== null && still.left_days < 0;
  if (still.wh_per_day === 0)
    return (
      <p className="py-1 text-quiet">
        Nothing that runs while it stands is noted: so there is nothing to count.
      </p>
    );
  return (
    <div ref={ref}>
      <p className="py-1">
        {still.days === null ? (
          "The sun gives what is used, on the days that it was reckoned for."
        ) : (
          <>
            <b className={`text-xl font-semibold ${short ? "text-oxide" : ""}`}>{still.days.toFixed(1)}</b>
            {off > 0.05 && <span className="text-quiet"> ±{off.toFixed(1)}</span>} days
            {wanted > 0 && `, ${wanted} wanted`}
            {still.role === "starter" && (
              <span className="text-oxide"> out of the battery that starts the engine</span>
            )}
          </>
        )}
      </p>
      {still.days !== null && (
        <svg
          width={width}
          height={34}
          viewBox={`0 0 ${width} ${34}`}
          role="img"
          aria-label={`${still.days.toFixed(1)} days of ${wanted} wanted`}
          className="cond block h-auto max-w-full text-[13px]"
        >
          <rect x={0} y={4} width={x(still.days)} height={14} fill={short ? "var(--oxide)" : "var(--zinc)"} />
          {Array.from({ length: Math.floor(most) + 1 }, (_, day) => (
            <line key={day} x1={x(day)} x2={x(day)} y1={2} y2={22} stroke="var(--ink)" />
          ))}
          {wanted > 0 && <path d={`M${x(wanted)} 24l-6 9h12z`} fill="var(--ink)" />}
        </svg>
      )}
    </div>
  );
}

/** A simulated monitor over a day: what it counted beside what the consumers were thought to take. */
function Monitor() {
  const { key, params } = useLook();
  const [listening, setListening] = useState(false);
  const asked = useAsked({
    queryKey: ["recovery", "monitor", ...key],
    queryFn: () => answered(client.GET("/api/rigs/{rig_id}/recovery/power/monitor", { params })),
    enabled: listening,
  });
  const [ref, width] = useMeasure(380);
  const data = listening ? asked.data : undefined;
  const most = Math.max(1, ...(data?.readings ?? []).map(({ counted_ah }) => counted_ah));
  return (
    <div ref={ref} className="no-print">
      <button className="link" onClick={() => setListening(!listening)}>
        {listening ? "stop listening" : "listen to a battery monitor for a day, simulated"}
      </button>
      {listening && <Problem of={asked.error} />}
      {data && (
        <>
          <svg
            width={width}
            height={88}
            viewBox={`0 0 ${width} ${88}`}
            role="img"
            aria-label={`${data.compared.counted_ah.toFixed(1)} ampere hours counted in a day`}
            className="cond block h-auto max-w-full text-[12px]"
          >
            <path
              d={data.readings
                .map(
                  ({ at_h, counted_ah }, i) =>
                    `${i ? "L" : "M"}${(at_h / 24) * (width - 50)} ${76 - (counted_ah / most) * 66}`,
                )
                .join("")}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={2}
            />
            <line x1={0} x2={width - 50} y1={76} y2={76} stroke="var(--hair)" />
            <text x={0} y={87} fill="var(--quiet)">
              noon to noon
            </text>
            <text x={width} y={16} textAnchor="end">
              {data.compared.counted_ah.toFixed(1)} Ah
            </text>
          </svg>
          <p>
            It counted {data.compared.counted_ah.toFixed(1)} Ah, {data.compared.thought_ah.toFixed(1)} were
            thought
            {data.compared.differs_pct !== null &&
              `: ${Math.abs(data.compared.differs_pct).toFixed(0)} % ${data.compared.differs_pct >= 0 ? "more" : "less"}`}
            .
          </p>
          <p className="text-sm text-quiet">
            A monitor counts its own zero too, and drifts: set it to full when the battery is, and correct
            hours a day by what it says over several days.
          </p>
        </>
      )}
    </div>
  );
}
