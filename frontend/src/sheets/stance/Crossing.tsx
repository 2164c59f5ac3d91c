/** The rig driven over ground: an obstacle by its sizes, ground that was kept, typed, pulled by its points, or read from a file. */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";

import { ofWrite, answered, client, Refusal } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import type { Crossed } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Track } from "../../parts/Slider";
import { stageName } from "../../parts/Findings";
import { Choice, Entry } from "../../parts/Entry";
import { useSettings } from "../../parts/settings";
import { useMeasure } from "../../parts/useMeasure";
import { GroundEditor } from "./GroundEditor";
import { Lane } from "./Lane";
import { save, savePicture } from "./saving";
import { AxlesCrossed, CROSSED, type TakenCrossed } from "./AxlesCrossed";
import { stanceInWords, STANCES, type Stance } from "./stances";
import { Problem } from "../../parts/Problem";
import { asText } from "../../parts/quantity";

type Corners = number[][];
type Ground = { obstacle: string; sizes: Record<string, string> } | { name: string; corners: Corners };

const FIRST: Ground = { obstacle: "ledge", sizes: {} };

export function Crossing() {
  const { sheet, stage, put } = useBench();
  const { units, person } = useSettings();
  const [ground, setGround] = useState<Ground>(() => {
    const kept =
      sheet.records.profile.find(({ record: profile }) => profile.asked) ?? sheet.records.profile[0];
    return kept ? { name: kept.record.name, corners: kept.record.corners as Corners } : FIRST;
  });
  const [crossed, setCrossed] = useState<TakenCrossed>();
  const [notice, setNotice] = useState<string>();
  const [bad, setBad] = useState<string>();
  const view = { stage, units, person };
  const kinds = useQuery({
    queryKey: ["obstacles"],
    queryFn: () =>
      answered(client.GET("/api/rigs/{rig_id}/obstacles", { params: { path: { rig_id: sheet.id } } })),
    staleTime: Infinity,
  });
  const crossing = useAsked({
    queryKey: ["crossing", sheet.id, ground, view, sheet.revision],
    queryFn: ({ signal }) =>
      answered(
        client.POST("/api/rigs/{rig_id}/crossing", {
          params: { path: { rig_id: sheet.id }, query: view },
          body:
            "obstacle" in ground
              ? { obstacle: { kind: ground.obstacle, sizes: ground.sizes }, corners: null }
              : { corners: ground.corners, obstacle: null },
          signal,
        }),
      ),
  });
  const largest = useQuery({
    queryKey: ["largest", sheet.id, "obstacle" in ground ? ground : null, view, sheet.revision],
    queryFn: ({ signal }) =>
      answered(
        client.POST("/api/rigs/{rig_id}/crossing/largest", {
          params: { path: { rig_id: sheet.id }, query: view },
          body:
            "obstacle" in ground
              ? { kind: ground.obstacle, sizes: ground.sizes }
              : { kind: "ledge", sizes: {} },
          signal,
        }),
      ),
    enabled: "obstacle" in ground,
  });
  const kind =
    !crossed && "obstacle" in ground
      ? kinds.data?.obstacles.find(({ name }) => name === ground.obstacle)
      : undefined;
  const choose = (to: string) => {
    setNotice(undefined);
    setBad(undefined);
    setCrossed(to in CROSSED ? (to as TakenCrossed) : undefined);
    if (to in CROSSED) return;
    const kept = sheet.records.profile.find(({ record: profile }) => `kept ${profile.name}` === to);
    setGround(
      kept
        ? { name: kept.record.name, corners: kept.record.corners as Corners }
        : { obstacle: to, sizes: {} },
    );
  };
  const read = async (file: File | undefined) => {
    if (!file) return;
    const answer = await fetch(`/api/rigs/${sheet.id}/grounds/read`, {
      method: "POST",
      headers: ofWrite({
        "X-Name": encodeURIComponent(file.name),
        "Content-Type": "application/octet-stream",
      }),
      body: file,
    });
    const got = (await answer.json()) as {
      corners: Corners;
      points: number;
      thinned: boolean;
      detail?: string;
    };
    if (!answer.ok) return setBad(got.detail);
    setBad(undefined);
    setGround({ name: file.name.replace(/\.[^.]*$/, "").slice(0, 60), corners: got.corners });
    setNotice(
      got.thinned
        ? `${got.points.toLocaleString("en-GB")} points: of each stretch the highest was kept, ${got.corners.length} in all.`
        : `${got.points} points read.`,
    );
  };
  const named =
    "name" in ground
      ? sheet.records.profile.find(({ record: profile }) => profile.name === ground.name)
      : undefined;
  const isKept = named && JSON.stringify(named.record.corners) === JSON.stringify(crossing.data?.corners);
  const kept = isKept ? named : undefined;
  const keep = async (asked: boolean, over = false) => {
    const corners = crossing.data?.corners;
    if (!corners) return;
    const wanted = ("obstacle" in ground ? nameOf(ground) : ground.name).replaceAll(/[./]/g, " ").trim();
    // Ground that was drawn on from a kept one is another: it takes a name of its own.
    const name = kept || over || "obstacle" in ground ? wanted : freeName(wanted, sheet.records.profile);
    const old = sheet.records.profile.find(({ record: profile }) => profile.name === name);
    const refusal = await put({
      do: "record",
      table: "profile",
      id: old?.id ?? 0,
      version: old?.version ?? null,
      record: { ...(old?.record ?? {}), name, corners, asked },
      typed: {},
    });
    setBad(refusal?.message);
    if (!refusal) setGround({ name, corners });
  };
  return (
    <div className="pt-3">
      <div className="cond no-print flex flex-wrap items-end gap-x-6 gap-y-2">
        <Choice
          label="ground"
          value={crossed ?? ("obstacle" in ground ? ground.obstacle : `kept ${ground.name}`)}
          of={[
            ...sheet.records.profile.map(({ record: profile }) => ({
              value: `kept ${profile.name}`,
              text: `${profile.name}${profile.asked ? " (the brief asks for it)" : ""}`,
            })),
            ...("name" in ground && !kept ? [{ value: `kept ${ground.name}`, text: ground.name }] : []),
            ...(kinds.data?.obstacles ?? []).map(({ name, says }) => ({
              value: name,
              text: `${name}: ${says}`,
            })),
            ...Object.entries(CROSSED).map(([name, says]) => ({ value: name, text: `${name}: ${says}` })),
          ]}
          choose={choose}
        />
        {kind?.sizes.map((size) => (
          <SizeEntry
            key={`${kind.name} ${size.key}`}
            size={size}
            typed={"obstacle" in ground ? ground.sizes[size.key] : undefined}
            invalid={crossing.error instanceof Refusal && crossing.error.problem.field === size.key}
            set={(typed) =>
              "obstacle" in ground && setGround({ ...ground, sizes: { ...ground.sizes, [size.key]: typed } })
            }
          />
        ))}
        <label className="btn cursor-pointer">
          read CSV, GPX or DXF
          <input
            type="file"
            accept=".csv,.gpx,.dxf"
            className="sr-only"
            onChange={(event) => {
              setCrossed(undefined);
              void read(event.target.files?.[0]);
              event.target.value = "";
            }}
          />
        </label>
      </div>
      {crossed ? (
        <AxlesCrossed which={crossed} />
      ) : (
        <>
          <Problem of={bad ?? crossing.error} />
          {notice && <p className="text-quiet">{notice}</p>}
          {crossing.data && (
            <Drive
              crossed={crossing.data}
              key={sheet.id}
              largest={"obstacle" in ground ? largest.data : undefined}
              searching={"obstacle" in ground && largest.isFetching}
            />
          )}
          {crossing.data && (
            <>
              <p className="cond no-print flex flex-wrap gap-5">
                {!kept && (
                  <button className="link" onClick={() => void keep(false)}>
                    keep this ground
                  </button>
                )}
                {!kept && named && (
                  <button className="link" onClick={() => void keep(named.record.asked ?? false, true)}>
                    in the place of {named.record.name}
                  </button>
                )}
                {!kept?.record.asked && (
                  <button className="link" onClick={() => void keep(true)}>
                    the brief asks for it
                  </button>
                )}
                {kept?.record.asked && (
                  <button className="link" onClick={() => void keep(false)}>
                    the brief does not ask for it
                  </button>
                )}
                {kept && (
                  <button
                    className="link"
                    onClick={() => {
                      void put({ do: "drop", table: "profile", id: kept.id, version: kept.version });
                      setGround(FIRST);
                    }}
                  >
                    take it out
                  </button>
                )}
                {(["csv", "dxf"] as const).map((format) => (
                  <button
                    key={format}
                    className="link"
                    onClick={() => void save(sheet.id, format, crossing.data?.corners ?? [])}
                  >
                    ground as {format.toUpperCase()}
                  </button>
                ))}
              </p>
              <GroundEditor
                corners={crossing.data.corners as Corners}
                set={(corners) =>
                  setGround({ name: "obstacle" in ground ? nameOf(ground) : ground.name, corners })
                }
              />
            </>
          )}
          <p className="py-2 text-sm text-quiet">
            Side view, both wheels of an axle alike; tyres as rigid circles of their loaded radius. Whatever
            slope is driven: grip is not in it.
          </p>
        </>
      )}
    </div>
  );
}

const nameOf = ({ obstacle, sizes }: { obstacle: string; sizes: Record<string, string> }) =>
  [obstacle, ...Object.values(sizes)].join(" ");

type SizeProps = {
  size: { key: string; label: string; usual: number };
  typed: string | undefined;
  invalid: boolean;
  set: (typed: string) => void;
};

/** One size of an obstacle, as typed: the server reads it as it reads every figure. */
function SizeEntry({ size, typed, invalid, set }: SizeProps) {
  const { write } = useBench();
  const usual = write(size.usual, size.key, { exact: true });
  return (
    <span className="w-28">
      <Entry
        label={`${size.label}${usual.unit ? `, ${usual.unit}` : ""}`}
        value={typed ?? usual.text}
        example={usual.text}
        invalid={invalid}
        set={set}
      />
    </span>
  );
}

type DriveProps = {
  crossed: Crossed;
  largest:
    | {
        key: string;
        stances: { name: Stance; largest: { size: number | null; stopped_by: string } | null }[];
      }
    | undefined;
  searching: boolean;
};

function Drive({ crossed, largest, searching }: DriveProps) {
  const { sheet, write } = useBench();
  const [ref, width] = useMeasure(760);
  const [lead, setLead] = useState<Stance>("here");
  const [at, setAt] = useState<number>();
  const [playing, setPlaying] = useState(false);
  const lane = useRef<HTMLDivElement>(null);
  const name = stageName(sheet.stage, sheet);
  const driven = crossed.stances.filter(({ driven: { value } }) => value !== null);
  const leading = driven.find(({ name: each }) => each === lead) ?? driven[0];
  const value = leading?.driven.value;
  const tightest = value?.closest[0]?.front_x_mm ?? 0;
  const from = value?.frames.front_x_mm[0] ?? 0;
  const to = value?.frames.front_x_mm.at(-1) ?? 1;
  const place = Math.min(to, Math.max(from, at ?? tightest));
  useEffect(() => {
    if (!playing) return;
    let last = performance.now();
    let handle = requestAnimationFrame(function step(now) {
      setAt((old) => {
        const next = (old ?? from) + (now - last) * 1.6;
        if (next >= to) setPlaying(false);
        return Math.min(next, to);
      });
      last = now;
      handle = requestAnimationFrame(step);
    });
    return () => cancelAnimationFrame(handle);
  }, [playing, from, to]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement &&
        event.target.matches("input[type=text], input:not([type]), select, textarea");
      if (event.key === "t" && !typing && !event.ctrlKey && !event.metaKey) setAt(tightest);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [tightest]);
  if (!leading || !value)
    return (
      <p className="py-3">
        It waits for {crossed.stances[0]?.driven.waits_for?.label ?? "the figures of the underside"}.
      </p>
    );
  const mm = (millimetres: number) => asText(write(millimetres, "z_mm"));
  const others = driven.filter(({ name: each }) => each !== leading.name);
  const found = driven.find(({ name: each }) => each === "found");
  return (
    <div ref={ref} className="pt-3">
      <div ref={lane}>
        <Lane
          crossed={crossed}
          stance={leading}
          at={place}
          sheet={sheet}
          width={width}
          height={Math.round(Math.min(360, width * 0.44))}
          title={stanceInWords(leading.name, name)}
          beneath={leading.name === "found" ? undefined : found}
        />
      </div>
      <div className="cond no-print flex flex-wrap items-center gap-x-4 py-1">
        <button
          className="btn"
          onClick={() => {
            if (!playing && place >= to) setAt(from);
            else setAt(place);
            setPlaying(!playing);
          }}
        >
          {playing ? "stop" : "drive"}
        </button>
        <span className="flex min-w-40 flex-1">
          <Track
            of="stance.driven_mm"
            label="how far it has driven"
            from={from}
            to={to}
            value={place}
            set={(value) => {
              setPlaying(false);
              setAt(value);
            }}
          />
        </span>
        <button className="btn" onClick={() => setAt(tightest)}>
          tightest <kbd className="text-quiet">t</kbd>
        </button>
        {(["svg", "png"] as const).map((format) => (
          <button
            key={format}
            className="link"
            onClick={() => void savePicture(lane.current?.querySelector("svg") ?? null, format)}
          >
            {format.toUpperCase()}
          </button>
        ))}
      </div>
      <div className="grid grid-cols-3 gap-2">
        {others.map((stance) => (
          <button key={stance.name} onClick={() => setLead(stance.name)} className="min-w-0">
            <Lane
              crossed={crossed}
              stance={stance}
              at={place}
              sheet={sheet}
              width={Math.floor((width - 16) / 3)}
              height={Math.round(((width - 16) / 3) * 0.5)}
              title={stanceInWords(stance.name, name)}
            />
            <span className="sr-only">look at it large</span>
          </button>
        ))}
      </div>
      <table className="cond mt-3 w-full">
        <thead>
          <tr className="border-b border-ink text-left text-quiet [&>th]:pr-3 [&>th]:font-normal">
            <th>stance</th>
            <th>comes closest</th>
            <th>the next</th>
            <th className="text-right">steepest pitch</th>
            <th className="text-right">over backwards, on its nose</th>
            {largest && <th className="text-right">largest that passes</th>}
          </tr>
        </thead>
        <tbody>
          {STANCES.map((each) => {
            const row = driven.find(({ name: n }) => n === each);
            const answer = row?.driven.value;
            if (!answer) return null;
            const best = largest?.stances.find(({ name: n }) => n === each)?.largest;
            return (
              <tr
                key={each}
                className={`border-b border-hair align-baseline [&>td]:py-1 [&>td]:pr-3 ${each === leading.name ? "bg-tint" : ""}`}
              >
                <td className="font-semibold">{stanceInWords(each, name)}</td>
                {answer.closest.slice(0, 2).map((touch) => (
                  <td key={touch.name}>
                    <b className={touch.clearance_mm < 0 ? "text-oxide" : "font-semibold"}>
                      {mm(touch.clearance_mm)}
                    </b>
                    {touch.off_mm > 0 && (
                      <span className="text-quiet"> ±{write(touch.off_mm, "z_mm").text}</span>
                    )}{" "}
                    {touch.name}
                    {touch.verdict === "too close to call" && (
                      <span className="text-oxide">, too close to call</span>
                    )}
                  </td>
                ))}
                {answer.closest.length < 2 && <td />}
                <td className="text-right whitespace-nowrap">
                  {answer.max_pitch_deg.toFixed(1).replace("-", "−")}°
                  {answer.blocked_at_mm !== null && <span className="text-oxide"> a wheel is stopped</span>}
                </td>
                <td className="text-right whitespace-nowrap text-quiet">
                  {answer.back_deg === null || answer.over_deg === null
                    ? "–"
                    : `${answer.back_deg.toFixed(0)}°, ${answer.over_deg.toFixed(0)}° at rest`}
                </td>
                {largest && (
                  <td className="text-right whitespace-nowrap">
                    {searching
                      ? "…"
                      : best?.size === null || !best
                        ? "none"
                        : asText(write(best.size, largest.key))}
                    {best?.stopped_by && !searching && (
                      <span className="text-quiet">
                        {best.size === null ? ": " : "; above that "}
                        {best.stopped_by} catches
                      </span>
                    )}
                  </td>
                )}
              </tr>
            );
          })}
        </tbody>
      </table>
      {(sheet.figures["aims.crew_kg"] === undefined || sheet.figures["aims.goods_kg"] === undefined) && (
        <p className="text-sm text-quiet">Loaded counts crew and goods as the Rig sheet has them.</p>
      )}
      <p className="text-sm text-quiet">
        In steps of {mm(crossed.step_mm)}, finer where it is tight. Tip lines are of a rigid vehicle at rest:
        stay far below them.
      </p>
    </div>
  );
}

/** A name that no ground has yet. */
function freeName(name: string, profiles: { record: { name: string } }[]): string {
  const taken = (tried: string) => profiles.some(({ record: profile }) => profile.name === tried);
  let free = name;
  for (let n = 2; taken(free); n += 1) free = `${name} ${n}`;
  return free;
}
