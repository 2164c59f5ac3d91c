/** Approach, departure, breakover on the drawing: the point that decides each, the next one, and what must go for more. */
import { useRef, useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import { PlanButton } from "../../parts/PlanButton";
import { useBench, useResults } from "../../parts/bench";
import { stageName } from "../../parts/Findings";
import { FigureButton } from "../../parts/FigureButton";
import { useSettings } from "../../parts/settings";
import { useMeasure } from "../../parts/useMeasure";
import { Slider } from "../../parts/Slider";
import { Problem } from "../../parts/Problem";
import { RigDrawing } from "../../rig/RigDrawing";
import { stanceInWords } from "./stances";
import { asFound } from "../../parts/asFound";
import { WaitsFor } from "../../parts/WaitsFor";
import { asText } from "../../parts/quantity";

const WHICH = ["approach", "breakover", "departure"] as const;
type Which = (typeof WHICH)[number];
const HEIGHT = 300;

export function Angles() {
  const { sheet, stage, preview, write } = useBench();
  const { units, person } = useSettings();
  const [ref, width] = useMeasure(760);
  const [which, setWhich] = useState<Which>("approach");
  const [wanted, setWanted] = useState<Partial<Record<Which, number>>>({});
  const [raised, setRaised] = useState<{ point: string; up: number }>();
  const { stance } = useResults();
  const angles = stance.angles.value;
  const asked = sheet.figures[`aims.${which}_deg`]?.value;
  const aim = wanted[which] ?? (typeof asked === "number" ? asked : undefined);
  const query = useAsked({
    queryKey: ["angles", sheet.id, which, aim, raised, stage, sheet.revision],
    queryFn: ({ signal }) =>
      answered(
        client.GET("/api/rigs/{rig_id}/angles", {
          params: {
            path: { rig_id: sheet.id },
            query: {
              stage,
              units,
              person,
              which,
              ...(aim === undefined ? {} : { wanted_deg: aim }),
              ...(raised ? { point: raised.point, up_mm: raised.up } : {}),
            },
          },
          signal,
        }),
      ),
  });
  if (!angles) return <WaitsFor waits={stance.angles.waits_for} />;
  const here = query.data?.stances.find(({ name }) => name === "here")?.points ?? [];
  const mm = (value: number) => asText(write(value, "z_mm"));
  const off = (key: Which) => stance.angles.doubt?.[`${key}.deg`] ?? 0;
  return (
    <div className="pt-3">
      <div ref={ref} className="on-strip relative bg-strip" style={{ height: HEIGHT }}>
        <RigDrawing
          form={sheet.form}
          figures={asFound(sheet)}
          found={sheet.outlines.found}
          here={(preview?.here ?? sheet.here).outline}
          width={width}
          height={HEIGHT}
          margin={{ left: 120, right: 120, top: 20, bottom: 46 }}
          label="The rig with its angles"
        >
          {(f) => (
            <AngleLines
              f={f}
              which={which}
              aim={aim}
              set={(deg) => setWanted({ ...wanted, [which]: deg })}
              raised={raised}
              raise={(point, up) => setRaised(up === 0 ? undefined : { point, up })}
              width={width}
            />
          )}
        </RigDrawing>
      </div>
      <div className="cond grid grid-cols-3 gap-4 py-3">
        {WHICH.map((key) => {
          const angle = angles[key];
          return (
            <button
              key={key}
              onClick={() => setWhich(key)}
              aria-pressed={which === key}
              className={`border-b-4 pb-1 ${which === key ? "border-ink" : "border-transparent"}`}
            >
              <span className="block text-quiet">{key}</span>
              {angle ? (
                <>
                  <b className="text-3xl font-bold">{angle.deg.toFixed(1)}°</b>
                  <span className="text-quiet"> {off(key) > 0 && `±${off(key).toFixed(1)}`}</span>
                  <span className="block text-sm">at the {angle.at}</span>
                </>
              ) : (
                <span className="block text-quiet">no point there</span>
              )}
            </button>
          );
        })}
      </div>
      <Problem of={query.error} />
      {raised && here[0] && (
        <p className="cond no-print flex flex-wrap items-center gap-4">
          <span>
            <b className="font-semibold">
              {raised.point} {raised.up > 0 ? "up" : "down"} {mm(Math.abs(raised.up))}
            </b>
            , tried: {which} {here[0].deg.toFixed(1)}° at the {here[0].name}
          </span>
          {raised.up > 0 && (
            <PlanButton
              kind="trim"
              fields={{ what: raised.point, by_mm: raised.up }}
              className="btn"
              done={() => setRaised(undefined)}
            >
              plan to trim it
            </PlanButton>
          )}
          <button className="link" onClick={() => setRaised(undefined)}>
            as it was
          </button>
        </p>
      )}
      <div className="no-print">
        <Slider
          of="stance.wanted_angle_deg"
          label={`${which} wanted`}
          className="grid-cols-[9rem_minmax(0,1fr)_4rem]"
          value={aim ?? angles[which]?.deg ?? 30}
          set={(value) => setWanted({ ...wanted, [which]: value })}
          written={aim === undefined ? "–" : `${aim.toFixed(1)}°`}
        />
      </div>
      <div className="grid gap-x-8 wide:grid-cols-2">
        <table className="cond w-full self-start">
          <caption className="border-b border-ink pb-1 text-left font-semibold">
            {aim === undefined ? `${which} by its points` : `What must go for ${aim.toFixed(1)}°`}
          </caption>
          <tbody>
            {here.slice(0, 6).map((point, index) => (
              <tr key={point.name} className="border-b border-hair [&>td]:py-1">
                <td>
                  <FigureButton path={`points.${point.name}.z_mm`} className="underline underline-offset-4">
                    {point.name}
                  </FigureButton>
                  {index === 0 && <span className="text-quiet"> decides it</span>}
                </td>
                <td className="text-right font-semibold">{point.deg.toFixed(1)}°</td>
                <td className="text-right">
                  {point.up_mm > 0 ? (
                    <b className="text-oxide">up by {mm(point.up_mm)}</b>
                  ) : (
                    <span className="text-quiet">may stay</span>
                  )}
                </td>
                <td className="text-right">
                  {point.up_mm > 0 && (
                    <PlanButton
                      kind="trim"
                      fields={{ what: point.name, by_mm: Math.ceil(point.up_mm) }}
                      disabled={query.earlier}
                    >
                      plan to trim it
                    </PlanButton>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <table className="cond w-full self-start">
          <caption className="border-b border-ink pb-1 text-left font-semibold">
            {which} in every stance
          </caption>
          <tbody>
            {(query.data?.stances ?? []).map(({ name, points }) => (
              <tr key={name} className="border-b border-hair [&>td]:py-1">
                <td>{stanceInWords(name, stageName(sheet.stage, sheet))}</td>
                <td className="text-right font-semibold">
                  {points[0] ? `${points[0].deg.toFixed(1)}°` : "–"}
                </td>
                <td className="px-2 text-quiet">{points[0]?.name}</td>
                <td className="text-right text-quiet">
                  {points[1] && `without it ${points[1].deg.toFixed(1)}°, ${points[1].name}`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="cond pt-3">
        Lowest of all: <b className="font-semibold">{angles.lowest}</b>,{" "}
        {angles.ground_clearance_mm !== null && mm(angles.ground_clearance_mm)} above level ground.
      </p>
    </div>
  );
}

type LineProps = {
  f: { x: (mm: number) => number; y: (mm: number) => number; k: number };
  which: Which;
  aim: number | undefined;
  set: (deg: number) => void;
  raised: { point: string; up: number } | undefined;
  raise: (point: string, up: number) => void;
  width: number;
};

/** The tangents as they are, strong for the chosen one, and the wanted one to pull. */
function AngleLines({ f, which, aim, set, raised, raise, width }: LineProps) {
  const { sheet, preview } = useBench();
  const { stance } = useResults();
  const outline = (preview?.here ?? sheet.here).outline;
  const angles = stance.angles.value;
  const taken = useRef<{ y: number; deg: number } | null>(null);
  const lifted = useRef<{ y: number; up: number } | null>(null);
  const wheelbase = sheet.figures["body.wheelbase_mm"]?.value;
  if (!angles || typeof wheelbase !== "number" || !outline.front || !outline.rear) return null;
  const [front, rear] = [outline.front.static_radius_mm, outline.rear.static_radius_mm];
  const long = 1150;
  /** From where the tangent leaves the tyre, out and up at the angle. */
  const ray = (deg: number, side: "front" | "rear", inwards: boolean) => {
    const turn = (deg * Math.PI) / 180;
    const radius = side === "front" ? front : rear;
    const way = (side === "front") === inwards ? 1 : -1;
    const x0 = (side === "front" ? 0 : wheelbase) + way * radius * Math.sin(turn);
    const z0 = radius - radius * Math.cos(turn);
    return {
      x1: f.x(x0),
      y1: f.y(z0),
      x2: f.x(x0 + way * long * Math.cos(turn)),
      y2: f.y(z0 + long * Math.sin(turn)),
    };
  };
  /** Where the line from a point between the axles meets a tyre's arc. */
  const touches = (side: "front" | "rear", to: { x_mm: number; z_mm: number }) => {
    const radius = side === "front" ? front : rear;
    const along = side === "front" ? to.x_mm : wheelbase - to.x_mm;
    const distance = Math.hypot(along, to.z_mm - radius);
    const turn = Math.atan2(to.z_mm - radius, along) + Math.asin(Math.min(1, radius / distance));
    const reach = Math.sqrt(Math.max(0, distance ** 2 - radius ** 2));
    const way = side === "front" ? -1 : 1;
    return [to.x_mm + way * reach * Math.cos(turn), to.z_mm - reach * Math.sin(turn)] as const;
  };
  const aimed =
    aim === undefined || which === "breakover"
      ? undefined
      : ray(aim, which === "approach" ? "front" : "rear", false);
  const point = outline.points.find(({ name }) => name === angles.breakover?.at);
  return (
    <svg width={width} height={HEIGHT} className="absolute inset-0">
      {angles.approach && <Ray at={ray(angles.approach.deg, "front", false)} strong={which === "approach"} />}
      {angles.departure && (
        <Ray at={ray(angles.departure.deg, "rear", false)} strong={which === "departure"} />
      )}
      {angles.breakover && point && (
        <>
          {(["front", "rear"] as const).map((side) => {
            const foot = touches(side, point);
            return (
              <line
                key={side}
                x1={f.x(foot[0])}
                y1={f.y(foot[1])}
                x2={f.x(point.x_mm)}
                y2={f.y(point.z_mm)}
                stroke="var(--strip-zinc)"
                strokeWidth={which === "breakover" ? 2.5 : 1}
              />
            );
          })}
        </>
      )}
      {outline.points.map(({ name, x_mm, z_mm }) => {
        const up = raised?.point === name ? raised.up : 0;
        return (
          <circle
            key={name}
            cx={f.x(x_mm)}
            cy={f.y(z_mm + up)}
            r={10}
            fill={up === 0 ? "transparent" : "var(--strip-oxide)"}
            className="cursor-ns-resize touch-none"
            tabIndex={0}
            role="slider"
            aria-label={`${name}, tried higher`}
            aria-valuenow={up}
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              lifted.current = { y: event.clientY, up };
            }}
            onPointerMove={(event) => {
              const start = lifted.current;
              if (start) raise(name, Math.round((start.up + (start.y - event.clientY) / f.k) / 5) * 5);
            }}
            onPointerUp={() => (lifted.current = null)}
            onKeyDown={(event) => {
              const by = { ArrowUp: 5, ArrowDown: -5 }[event.key];
              if (by === undefined) return;
              event.preventDefault();
              raise(name, up + by);
            }}
          />
        );
      })}
      {aimed && (
        <>
          <line {...aimed} stroke="var(--strip-oxide)" strokeWidth={2} strokeDasharray="8 5" />
          <circle
            cx={aimed.x2}
            cy={aimed.y2}
            r={14}
            fill="var(--strip)"
            stroke="var(--strip-oxide)"
            strokeWidth={2}
            className="cursor-ns-resize touch-none"
            data-pull={which}
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              taken.current = { y: event.clientY, deg: aim ?? 30 };
            }}
            onPointerMove={(event) => {
              if (!taken.current) return;
              const by = ((taken.current.y - event.clientY) / f.k / long) * (180 / Math.PI);
              set(Math.min(60, Math.max(5, Math.round((taken.current.deg + by) * 2) / 2)));
            }}
            onPointerUp={() => (taken.current = null)}
          />
          <text
            x={aimed.x2}
            y={aimed.y2 + 5}
            textAnchor="middle"
            fontSize={12}
            fontWeight={700}
            fill="var(--strip-oxide)"
            pointerEvents="none"
          >
            {aim?.toFixed(0)}°
          </text>
        </>
      )}
    </svg>
  );
}

function Ray({ at, strong }: { at: { x1: number; y1: number; x2: number; y2: number }; strong: boolean }) {
  return <line {...at} stroke="var(--strip-zinc)" strokeWidth={strong ? 2.5 : 1} />;
}
