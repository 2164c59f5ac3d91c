/** What each part carries of what it may, and how that is with more lines. */
import type { PullStands, TriedPull, Winched } from "../../api/types";
import { NearIcon } from "./near";
import { NEAR_IN_WORDS, nearness } from "./nearness";
import { useWritten } from "./useRecovery";
import { AT_IN_WORDS } from "./words";

type CarriedProps = {
  leaveOut: (name: string) => void;
  stands: PullStands;
  winched: Winched;
  off: (place: string) => number;
};

export function Carried({ stands, winched, off, leaveOut }: CarriedProps) {
  const { kg } = useWritten();
  const rope = {
    name: "the winch’s rope, half of what it breaks at",
    at: "rope" as const,
    carries_kg: winched.rope_kg,
    allowed_kg: winched.rope_allowed_kg,
  };
  return (
    <section aria-label="What each part carries">
      <h3 className="border-b border-ink pb-1 font-semibold">What each part carries, of what it may</h3>
      <ul className="cond">
        {[rope, ...winched.parts].map((part, i) => {
          const near = nearness(part.carries_kg, part.allowed_kg);
          const share = part.carries_kg / part.allowed_kg;
          const apart = i === 0 ? off("winched.rope_kg") : off(`winched.parts.${i - 1}.carries_kg`);
          return (
            <li
              key={part.name}
              className="grid grid-cols-[1.5rem_1fr_auto] items-center gap-x-2 border-b border-hair py-1"
            >
              <NearIcon of={near} />
              <span>
                {part.name} <span className="text-quiet">{AT_IN_WORDS[part.at]}</span>{" "}
                {near === "over" && i > 0 && (
                  <button className="link text-sm" onClick={() => leaveOut(part.name)}>
                    leave it out
                  </button>
                )}
              </span>
              <span className={`text-right whitespace-nowrap ${near === "over" ? "text-oxide" : ""}`}>
                <b className="font-semibold">{kg(part.carries_kg)}</b>
                {apart > 0.5 && <span className="text-quiet"> ±{kg(apart)}</span>} of {kg(part.allowed_kg)}
              </span>
              <span className="col-start-2 col-end-4 block h-1 bg-hair" aria-hidden="true">
                <span
                  className={`block h-1 ${near === "over" ? "bg-oxide" : "bg-ink"}`}
                  style={{ width: `${Math.min(share, 1) * 100}%` }}
                />
              </span>
            </li>
          );
        })}
        {stands.unrated.map((name) => (
          <li
            key={name}
            className="grid grid-cols-[1.5rem_1fr_auto] items-center gap-x-2 border-b border-hair py-1 text-oxide"
          >
            <NearIcon of="unknown" />
            <span>
              {name}{" "}
              <button className="link text-sm" onClick={() => leaveOut(name)}>
                leave it out
              </button>
            </span>
            <span>{NEAR_IN_WORDS.unknown}</span>
          </li>
        ))}
      </ul>
      <p className="py-1 text-sm text-quiet">
        ○ within two thirds · ◆ near · ■ over · △ not rated. Least is left at{" "}
        {winched.weakest === "rope" ? "the rope" : winched.weakest}.
      </p>
    </section>
  );
}

type LinesProps = {
  unrated: string[];
  rows: TriedPull["by_lines"];
  lines: number;
  needed: number | null;
  take: (lines: number) => void;
};

/** One line, two, and so on, legs together: until the winch is enough and nothing is over. */
export function LinesTable({ unrated, rows, lines, needed, take }: LinesProps) {
  const { kg } = useWritten();
  const good = rows.find(({ enough, too_weak }) => enough && too_weak.length === 0);
  return (
    <section aria-label="With more lines">
      <h3 className="border-b border-ink pb-1 font-semibold">With more lines, legs together</h3>
      <table className="cond w-full">
        <thead>
          <tr className="text-left text-quiet">
            <th className="font-normal">lines</th>
            <th className="text-right font-normal">on the rope</th>
            <th className="pl-4 font-normal">the winch</th>
            <th className="pl-4 font-normal">over</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.lines} className={`border-b border-hair ${row.lines === lines ? "bg-tint" : ""}`}>
              <td className="font-semibold">{row.lines}</td>
              <td className={`text-right ${row.enough ? "" : "text-oxide"}`}>{kg(row.rope_kg)}</td>
              <td className={`pl-4 ${row.enough ? "" : "text-oxide"}`}>
                {row.enough ? "is enough" : "is not enough"}
              </td>
              <td className={`pl-4 ${row.too_weak.length > 0 ? "text-oxide" : "text-quiet"}`}>
                {row.too_weak.join(", ") || "nothing"}
              </td>
              <td className="no-print text-right">
                {row.lines !== lines && (
                  <button className="link" onClick={() => take(row.lines)}>
                    rig {row.lines}
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="py-1">
        {good
          ? `${good.lines === 1 ? "One line is" : `${good.lines} lines are`} enough, and nothing that is rated is over.`
          : needed === null
            ? "No number of lines is enough."
            : "Whatever the lines, a part is over: a stronger part, or dig first."}
      </p>
      {unrated.length > 0 && (
        <p className="text-oxide">Not rated, and so not to be rigged: {unrated.join(", ")}.</p>
      )}
    </section>
  );
}
