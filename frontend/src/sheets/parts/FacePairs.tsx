/**
 * The faces of a part beside those that they go onto, with the line of contact drawn between them: closed where both
 * sides agree, stepped where they differ, dotted where one is not known.
 */
import type { FacePair, Kept } from "../../api/types";
import { useBench } from "../../parts/bench";
import { useNarrow } from "../../parts/useNarrow";
import { useKeepPart } from "./useKeepPart";

type Props = { kept: Kept<"part">; pairs: FacePair[] };

export function FacePairs({ kept, pairs }: Props) {
  const { record: part } = kept;
  const alone = Object.entries(part.faces ?? {}).filter(
    ([name]) =>
      !pairs.some(
        (pair) =>
          (pair.part === part.name && pair.face === name) ||
          (pair.other === part.name && pair.other_face === name),
      ),
  );
  return (
    <>
      {pairs.map((pair) => (
        <Pair key={`${pair.part}/${pair.face}`} pair={pair} />
      ))}
      {alone.map(([name, face]) => (
        <section key={name} aria-label={`Face ${name}`} className="cond pt-3">
          <h3>
            <b className="font-semibold">{name}</b>{" "}
            <span className="text-quiet">{face.kind.replace("-", " ")}, goes onto nothing that is noted</span>
          </h3>
          <dl className="flex flex-wrap gap-x-5">
            {Object.keys(face.fields ?? {}).map((field) => (
              <div key={field} className="flex items-baseline gap-2">
                <dt className="text-quiet">{inWords(field)}</dt>
                <dd>
                  <FaceField part={part.name} face={name} field={field} />
                </dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </>
  );
}

const GAP = 72;
/** Height of a row; on a phone what it is about stands over its line, and not beside it. */
const ROW = { wide: 40, narrow: 60 };

function Pair({ pair }: { pair: FacePair }) {
  const narrow = useNarrow();
  const height = narrow ? ROW.narrow : ROW.wide;
  const wrong = pair.rows.filter(({ verdict }) => verdict === "differs").length;
  const unknown = pair.rows.filter(({ verdict }) => verdict === "not known").length;
  const between = useBench().sheet.records.part.find(({ record }) => {
    const onto = Object.values(record.faces ?? {}).map(({ meets }) => meets);
    return onto.includes(`${pair.part}/${pair.face}`) && onto.includes(`${pair.other}/${pair.other_face}`);
  });
  const says =
    wrong > 0 ? "does not mate" : unknown > 0 ? "not known whether it mates" : "mates, as far as it is noted";
  return (
    <section
      aria-label={`${pair.part}, ${pair.face} against ${pair.other}, ${pair.other_face}`}
      className="cond pt-4"
    >
      <div className="grid max-w-3xl grid-cols-[1fr_4.5rem_1fr] items-end border-b border-ink pb-1">
        <h3 className="text-right">
          <b className="font-semibold">{pair.part}</b> <span className="text-quiet">{pair.face}</span>
        </h3>
        <span className="text-center text-sm text-quiet">{pair.kind.replace("-", " ")}</span>
        <h3>
          <b className="font-semibold">{pair.other}</b> <span className="text-quiet">{pair.other_face}</span>
        </h3>
      </div>
      <div className="grid max-w-3xl grid-cols-[1fr_4.5rem_1fr]">
        <ul>
          {pair.rows.map(({ field }) => (
            <li
              key={field}
              className={`flex justify-end gap-3 ${narrow ? "items-end pb-1" : "items-center"}`}
              style={{ height }}
            >
              {!narrow && <span className="text-sm text-quiet">{inWords(field)}</span>}
              <FaceField part={pair.part} face={pair.face} field={field} right />
            </li>
          ))}
        </ul>
        <Contact pair={pair} narrow={narrow} />
        <ul>
          {pair.rows.map(({ field, verdict }) => (
            <li
              key={field}
              className={`flex gap-3 ${narrow ? "items-end pb-1" : "items-center"}`}
              style={{ height }}
            >
              <FaceField part={pair.other} face={pair.other_face} field={field} />
              {!narrow && (
                <span
                  className={`text-sm ${verdict === "differs" ? "font-semibold text-oxide" : "text-quiet"}`}
                >
                  {verdict}
                </span>
              )}
            </li>
          ))}
        </ul>
      </div>
      <p>
        <span className={wrong > 0 ? "font-semibold text-oxide" : "text-quiet"}>{says}</span>
        {wrong > 0 && between && `; ${between.record.name} goes between them`}
      </p>
    </section>
  );
}

/** The line of contact, a piece for each thing that has to agree. */
function Contact({ pair, narrow }: { pair: FacePair; narrow: boolean }) {
  const middle = GAP / 2;
  const row = narrow ? ROW.narrow : ROW.wide;
  const label = narrow ? 20 : 0;
  return (
    <svg width={GAP} height={pair.rows.length * row} className="overflow-visible" aria-hidden>
      {pair.rows.map(({ field, verdict }, i) => {
        const top = i * row + label;
        const across = top + (row - label) / 2;
        const apart = verdict === "differs" ? 9 : 0;
        const dash = verdict === "not known" ? "2 5" : undefined;
        return (
          <g key={field} stroke="var(--ink)" strokeWidth={verdict === "agrees" ? 2 : 3} fill="none">
            {narrow && (
              <text
                x={middle}
                y={i * row + 15}
                textAnchor="middle"
                fontSize={13}
                fill="var(--quiet)"
                stroke="none"
              >
                {inWords(field)}
              </text>
            )}
            <path
              d={`M 4 ${across} H ${middle - apart} M ${middle - apart} ${top + 3} V ${i * row + row - 3}`}
              strokeDasharray={dash}
            />
            <path
              d={`M ${GAP - 4} ${across} H ${middle + apart} M ${middle + apart} ${top + 3} V ${i * row + row - 3}`}
              strokeDasharray={dash}
            />
          </g>
        );
      })}
    </svg>
  );
}

type FieldProps = { part: string; face: string; field: string; right?: boolean };

/** One thing that is known of a face, typed where it stands. */
function FaceField({ part, face, field, right = false }: FieldProps) {
  const { sheet } = useBench();
  const kept = sheet.records.part.find(({ record }) => record.name === part);
  return kept ? <KeptField kept={kept} face={face} field={field} right={right} /> : null;
}

type KeptFieldProps = { kept: Kept<"part">; face: string; field: string; right: boolean };

function KeptField({ kept, face, field, right }: KeptFieldProps) {
  const { keep } = useKeepPart(kept);
  const value = kept.record.faces?.[face]?.fields?.[field] ?? null;
  return (
    <input
      key={String(value)}
      className={`min-h-9 w-28 border-b bg-transparent font-semibold ${right ? "text-right" : ""} ${value === null ? "border-oxide" : "border-hair"}`}
      aria-label={`${inWords(field)} of ${kept.record.name}, ${face}`}
      defaultValue={value ?? ""}
      placeholder="measure it"
      onBlur={(event) => {
        const text = event.target.value.trim();
        const next = text === "" ? null : text;
        if (next === (value === null ? null : String(value))) return;
        void keep(({ faces }) => {
          const here = faces?.[face];
          if (!here) return {};
          return { faces: { ...faces, [face]: { ...here, fields: { ...here.fields, [field]: next } } } };
        });
      }}
      onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
    />
  );
}

const inWords = (field: string) =>
  field.replace(/_mm$/, ", mm").replace(/_deg$/, ", °").replace(/_l$/, ", l").replaceAll("_", " ");
