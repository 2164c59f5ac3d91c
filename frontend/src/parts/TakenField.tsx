/** Whether a figure is as the vehicle was found, or as it stood on a day with what was fitted by then. */
import type { Taken } from "../api/types";
import { useBench } from "./bench";
import { counted } from "./counted";
import { OneOf } from "./OneOf";

type Props = { taken: Taken; on: string; set: (taken: Taken) => void; setOn: (on: string) => void };

const WAYS: { value: Taken; label: string }[] = [
  { value: "as found", label: "as found" },
  { value: "as it stood", label: "as it stands" },
];

export function TakenField({ taken, on, set, setOn }: Props) {
  const { sheet } = useBench();
  const by = sheet.changes.filter(({ fitted }) => fitted && fitted.on <= on).length;
  return (
    <div className="grid gap-1">
      <OneOf label="How the vehicle stood" value={taken} ways={WAYS} choose={set} />
      {taken === "as it stood" && (
        <label className="flex flex-wrap items-baseline gap-x-2">
          on
          <input
            type="date"
            className="field text-base"
            value={on}
            max={sheet.today}
            required
            onChange={(event) => setOn(event.target.value)}
          />
          <span className="text-quiet">with {counted(by, "change")} fitted by then</span>
        </label>
      )}
    </div>
  );
}
