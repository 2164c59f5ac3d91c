import { lazy, Suspense, useState } from "react";

import { KNOWN_LEGEND } from "../parts/KnownMark";
import { OneOf } from "../parts/OneOf";
import { Panel } from "../parts/Panel";
import { digitOf, SHEETS } from "./all";

const KEYS: [string, string][] = [
  ["/", "type a change or a figure"],
  ["↑   ↓", "in the line: what you typed before"],
  ["[   ]", "one step back, one step on"],
  ...SHEETS.flatMap((entry): [string, string][] => {
    const digit = digitOf(entry);
    return digit ? [[digit, entry.name]] : [];
  }),
  ["/ trip", "any sheet by its name in the line"],
  ["←   →", "the next view of a sheet, from its name; a slider a little further"],
  ...SHEETS.flatMap(({ keys = [] }) => keys.map(([key, does]): [string, string] => [key, does])),
  ["Ctrl Z", "take back the last thing you did"],
  ["Ctrl Shift Z", "do it again"],
  ["u", "millimetres or inches"],
  ["n", "night bay or daylight"],
  ["h", "history"],
  ["?", "the guide and these keys"],
  ["Esc", "close what is open; out of a field"],
];

const Guide = lazy(async () => ({ default: (await import("./guide/Guide")).Guide }));

const PARTS = [
  { value: "guide", label: "guide" },
  { value: "keys", label: "keys and marks" },
] as const;

type Props = { open: boolean; close: () => void; sheet: string | undefined };

export function HelpPanel({ open, close, sheet }: Props) {
  const [part, setPart] = useState<"guide" | "keys">("guide");
  return (
    <Panel title="Guide, keys and marks" open={open} close={close} wide>
      <div className="pt-3">
        <OneOf label="What of it" value={part} ways={PARTS} choose={setPart} />
      </div>
      {part === "guide" ? (
        <Suspense fallback={<p className="py-4 text-quiet">Opening the guide.</p>}>
          <Guide key={sheet} sheet={sheet} />
        </Suspense>
      ) : (
        <Keys />
      )}
    </Panel>
  );
}

function Keys() {
  return (
    <>
      <table className="my-3 w-full">
        <tbody>
          {KEYS.map(([key, does]) => (
            <tr key={key} className="border-b border-hair">
              <th scope="row" className="py-2 pr-4 text-left font-semibold whitespace-pre">
                {key}
              </th>
              <td>{does}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h3 className="pt-2 font-semibold">How a figure is known</h3>
      <p className="whitespace-pre-wrap">{KNOWN_LEGEND}</p>
      <h3 className="pt-4 font-semibold">Lines of the drawing</h3>
      <p>
        dotted: as found · solid: at the stage of the mark · long dashes: as planned · dash and dot: what you
        type
      </p>
      <h3 className="pt-4 font-semibold">What people type</h3>
      <p>
        38 5/16 in · 3&apos; 2 5/16&quot; · 120,8 cm · 41/10 · 35 psi · 70 ft-lb. A bare number takes the unit
        that is shown.
      </p>
    </>
  );
}
