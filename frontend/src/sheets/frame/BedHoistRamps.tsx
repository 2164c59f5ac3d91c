/** What is left of the bed, whether the bay is high enough, and up the ramps: each drawn by its figures, which are inputs. */
import type { ReactNode } from "react";

import { FigureButton } from "../../parts/FigureButton";
import { Off, Row } from "../../parts/Row";
import { WaitsFor } from "../../parts/WaitsFor";
import { useBench } from "../../parts/bench";
import { type RoomSheet, useWritten } from "./useFrame";

export function BedHoistRamps({ sheet }: { sheet: RoomSheet }) {
  return (
    <div className="grid gap-x-8 pt-4 wide:grid-cols-3">
      <Bed sheet={sheet} />
      <Hoist sheet={sheet} />
      <Ramps sheet={sheet} />
    </div>
  );
}

function Block({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="keep">
      <h2 className="border-b border-ink pb-1 font-semibold">{title}</h2>
      {children}
    </section>
  );
}

function Noted({ path, label }: { path: string; label: string }) {
  const { sheet, write } = useBench();
  const noted = sheet.figures[path];
  const written = typeof noted?.value === "number" ? write(noted.value, path) : undefined;
  return (
    <Row label={label} path={path}>
      {written ? `${written.text} ${written.unit}` : <span className="text-quiet">not noted</span>}
    </Row>
  );
}

function Bed({ sheet: { bed } }: { sheet: RoomSheet }) {
  const { mm } = useWritten();
  const { sheet } = useBench();
  const length = Number(sheet.figures["bed.length_mm"]?.value ?? 0);
  return (
    <Block title="Load bed">
      {bed.value ? (
        <>
          <p className={`text-3xl font-bold [font-stretch:80%] ${bed.value.ok ? "" : "text-oxide"}`}>
            {mm(bed.value.left_mm)}{" "}
            <span className="text-base font-normal text-quiet">
              left
              <Off value={bed.doubt?.["left_mm"]} unit=" mm" />
            </span>
          </p>
          <svg
            viewBox="0 0 300 34"
            role="img"
            aria-label="What lies in the bed"
            className="cond block w-full text-[12px]"
          >
            <rect x={0} y={4} width={300} height={26} fill="var(--margin)" stroke="var(--ink)" />
            {bed.value.taken.map((each, i, all) => {
              const before = all.slice(0, i).reduce((sum, { pct }) => sum + pct, 0);
              return (
                <g key={each.name}>
                  <rect x={before * 3} y={4} width={each.pct * 3} height={26} fill="var(--zinc)" />
                  <text x={before * 3 + 4} y={21} fill="var(--ground)">
                    {each.name}
                  </text>
                </g>
              );
            })}
          </svg>
        </>
      ) : (
        <p>
          <WaitsFor waits={bed.waits_for} />
        </p>
      )}
      <dl className="cond">
        <Noted path="bed.length_mm" label="length inside" />
        <Noted path="bed.wants_mm" label="has to be left" />
      </dl>
      {length > 0 && (
        <p className="cond text-sm text-quiet">What lies in it are the boxes of the bay “bed”.</p>
      )}
    </Block>
  );
}

function Hoist({ sheet: { hoist } }: { sheet: RoomSheet }) {
  const { mm } = useWritten();
  return (
    <Block title="Out from below">
      {hoist.value ? (
        <p className={hoist.value.fits ? "" : "text-oxide"}>
          <b className="text-3xl font-bold [font-stretch:80%]">{mm(hoist.value.lift_mm)}</b> of lift, its roof
          at {mm(hoist.value.top_mm)}
          <Off value={hoist.doubt?.["top_mm"]} unit=" mm" />
          {hoist.value.fits ? ": there is room" : `: ${mm(hoist.value.short_mm)} short`}
        </p>
      ) : (
        <p>
          <WaitsFor waits={hoist.waits_for} />
        </p>
      )}
      <dl className="cond">
        <Noted path="bay.ceiling_mm" label="ceiling" />
        <Noted path="bay.posts_mm" label="highest lift" />
        <Noted path="bay.dolly_mm" label="dolly" />
        <Noted path="bay.unit_mm" label="what comes out, high" />
        <Noted path="bay.edge_mm" label="edge that it passes" />
      </dl>
    </Block>
  );
}

const WAYS = [
  ["enters", "nose at the foot"],
  ["crests", "belly at the edge"],
  ["leaves", "tail at the ground"],
  ["holds", "what one carries"],
] as const;

function Ramps({ sheet: { ramps } }: { sheet: RoomSheet }) {
  const { kg } = useWritten();
  return (
    <Block title="Up the ramps, laden">
      {ramps.value ? (
        <>
          <p>
            <b className="text-3xl font-bold [font-stretch:80%]">{ramps.value.angle_deg.toFixed(1)}°</b>
            <Off value={ramps.doubt?.["angle_deg"]} />
            {`, one carries ${kg(ramps.value.per_ramp_kg, 0)}`}
          </p>
          <ul className="cond">
            {WAYS.map(([key, says]) => {
              const unsure = ramps.unsure?.includes(key);
              const good = ramps.value?.[key];
              return (
                <li key={key} className="flex justify-between border-b border-hair py-1">
                  <span className="text-quiet">{says}</span>
                  <b className={good && !unsure ? "font-semibold" : "font-semibold text-oxide"}>
                    {unsure
                      ? "too close to call"
                      : good
                        ? "clears"
                        : key === "holds"
                          ? "too much"
                          : "touches"}
                  </b>
                </li>
              );
            })}
          </ul>
        </>
      ) : (
        <p>
          <WaitsFor waits={ramps.waits_for} />
        </p>
      )}
      <dl className="cond">
        <Noted path="ramp.rise_mm" label="they rise" />
        <Noted path="ramp.length_mm" label="one is long" />
        <Noted path="ramp.rated_kg" label="one is rated" />
      </dl>
      <p className="cond text-sm text-quiet">
        A winch and a helper do not make a ramp stronger;{" "}
        <FigureButton path="ramp.rated_kg">its stamp</FigureButton> does.
      </p>
    </Block>
  );
}
