/** Chains: shelf and donor parts laid end to end until they close the line between two faces. */
import { useState } from "react";

import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import { useBench } from "../../parts/bench";
import { Choice, Entry } from "../../parts/Entry";
import { FigureButton } from "../../parts/FigureButton";
import { money } from "../../parts/money";
import { Problem } from "../../parts/Problem";
import { asText } from "../../parts/quantity";
import { useLook } from "../../parts/useLook";
import { useMeasure } from "../../parts/useMeasure";
import { useRested } from "../../parts/useRested";

const PAUSE_MS = 300;
const NO_FACE = "other";

type Chain = { links: { part: string; near: string; far: string; length_mm: number; place: string }[] };

export function Chains() {
  const { sheet, write } = useBench();
  const { key, params } = useLook();
  const faces = sheet.records.part.flatMap(({ record }) =>
    Object.entries(record.faces ?? {})
      .filter(([, face]) => face.kind !== NO_FACE)
      .map(([name]) => `${record.name}/${name}`),
  );
  const [from, setFrom] = useState("");
  const [to, setTo] = useState("");
  const [length, setLength] = useState("");
  const [tolerance, setTolerance] = useState(() => asText(write(5, "length_mm", { exact: true })));
  const far = useRested(length.trim(), PAUSE_MS);
  const near = useRested(tolerance.trim(), PAUSE_MS);
  const ready = from !== "" && to !== "" && far !== "";
  const asked = useAsked({
    queryKey: ["chains", from, to, far, near, ...key],
    queryFn: ({ signal }) =>
      answered(
        client.POST("/api/rigs/{rig_id}/chains", {
          params,
          body: { from_face: from, to_face: to, length: far, tolerance: near, at_most: 4 },
          signal,
        }),
      ),
    enabled: ready,
    retry: false,
  });
  const found = ready && !asked.error ? asked.data?.found : undefined;
  return (
    <section aria-label="Chains" className="pt-3">
      <p className="max-w-prose text-quiet">
        Yokes, shafts, plates and adapters of the shelf and of donors, laid end to end: every face joins the
        next, and the lengths add up.
      </p>
      <div className="cond no-print flex flex-wrap items-end gap-x-5 gap-y-2 py-2">
        <Choice
          label="from the face"
          value={from}
          none="which face"
          of={faces}
          choose={setFrom}
          className="max-w-72"
        />
        <Choice
          label="to the face"
          value={to}
          none="which face"
          of={faces}
          choose={setTo}
          className="max-w-72"
        />
        <Entry label="apart" value={length} set={setLength} example="1410" className="w-32" />
        <Entry label="to within" value={tolerance} set={setTolerance} example="5 mm" className="w-28" />
      </div>
      <Problem of={ready ? asked.error : null} />
      {found && found.chains.length === 0 && (
        <p className="py-2">
          Nothing that is at hand closes it. Another length, a wider tolerance, or a part to be made.
        </p>
      )}
      {found?.chains.map((chain, at) => (
        <div
          key={chain.links.map(({ part, near }) => `${part} ${near}`).join("/")}
          className="keep border-b border-hair py-2"
        >
          <p className="cond flex flex-wrap gap-x-5">
            <b className="font-semibold">
              {at + 1}. {asText(write(chain.length_mm, "length_mm"))}
            </b>
            <span>
              {money(chain.price)} {sheet.brief.currency}
            </span>
            <span className={chain.unknown > 0 ? "font-semibold text-oxide" : "text-quiet"}>
              {chain.unknown > 0
                ? `${chain.unknown} of its faces’ figures not known: measure them first`
                : "every face agrees"}
            </span>
          </p>
          <ChainDrawing chain={chain} from={from} to={to} />
        </div>
      ))}
      {found && found.left_out.length > 0 && (
        <p className="cond py-2 text-quiet">
          Left out, for nobody noted how long they are:{" "}
          {found.left_out.map((part) => (
            <FigureButton key={part} path={`parts.${part}.length_mm`} className="link mr-3">
              {part}
            </FigureButton>
          ))}
        </p>
      )}
    </section>
  );
}

const HEIGHT = 104;
/** About as wide as what is written of a part. */
const WORDS = 150;

function ChainDrawing({ chain, from, to }: { chain: Chain; from: string; to: string }) {
  const [ref, width] = useMeasure(760);
  const { write } = useBench();
  const total = chain.links.reduce((sum, { length_mm }) => sum + length_mm, 0);
  // A thin plate still shows: each has a little of its own beside what its length gives it.
  const least = 46;
  const k = (width - 40 - least * chain.links.length) / total;
  const ends = chain.links.reduce<number[]>(
    (all, { length_mm }) => [...all, (all.at(-1) ?? 20) + least + length_mm * k],
    [20],
  );
  const middle = 46;
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={HEIGHT}
        viewBox={`0 0 ${width} ${HEIGHT}`}
        role="img"
        aria-label={`${from}, then ${chain.links.map(({ part }) => part).join(", ")}, to ${to}`}
        className="cond block h-auto max-w-full text-[13px]"
      >
        {chain.links.map((link, i) => {
          const [x0 = 0, x1 = 0] = [ends[i], ends[i + 1]];
          // What is written at an end stays within the drawing.
          const [at, anchor] =
            i === 0 && x1 - x0 < WORDS
              ? ([x0, "start"] as const)
              : i === chain.links.length - 1 && x1 - x0 < WORDS
                ? ([x1, "end"] as const)
                : ([(x0 + x1) / 2, "middle"] as const);
          return (
            <g key={link.part}>
              <rect
                x={x0 + 5}
                y={middle - 11}
                width={x1 - x0 - 10}
                height={22}
                fill="var(--margin)"
                stroke="var(--ink)"
                strokeWidth={1.6}
              />
              {[x0 + 1, x1 - 6].map((x) => (
                <rect key={x} x={x} y={middle - 22} width={5} height={44} fill="var(--ink)" />
              ))}
              <text
                x={at}
                y={i % 2 ? HEIGHT - 4 : 16}
                textAnchor={anchor}
                fill="var(--ink)"
                className="font-semibold"
              >
                {link.part}, {asText(write(link.length_mm, "length_mm"))}
              </text>
              <text x={(x0 + x1) / 2} y={i % 2 ? HEIGHT - 19 : 31} textAnchor="middle" fill="var(--quiet)">
                {x1 - x0 > 150 ? `${link.near} to ${link.far}` : ""}
              </text>
            </g>
          );
        })}
        {[ends[0] ?? 0, ends.at(-1) ?? 0].map((x) => (
          <line
            key={x}
            x1={x}
            x2={x}
            y1={middle - 30}
            y2={middle + 30}
            stroke="var(--oxide)"
            strokeWidth={2.4}
          />
        ))}
      </svg>
    </div>
  );
}
