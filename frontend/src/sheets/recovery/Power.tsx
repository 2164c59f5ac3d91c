/** Power: circuits from battery to consumer, what is on when, how long the battery gives it, and the connector book. */
import { useState } from "react";

import type { PowerSheet } from "../../api/types";
import { OneOf } from "../../parts/OneOf";
import { Problem } from "../../parts/Problem";
import { Cautions } from "../../parts/Cautions";
import { Alternator } from "./Alternator";
import { CircuitDrawing } from "./CircuitDrawing";
import { CircuitRow, NewCircuit } from "./CircuitForm";
import { ConnectorBook } from "./ConnectorBook";
import { Batteries } from "./Batteries";
import { StandingStill } from "./StandingStill";
import { usePower, useWritten } from "./useRecovery";

export function Power() {
  const { data, error } = usePower();
  const [state, setState] = useState("driving at night");
  const [chosen, setChosen] = useState<string>();
  if (!data)
    return error ? <Problem of={error} className="py-3" /> : <p className="py-3 text-quiet">One moment.</p>;
  return (
    <>
      <Cautions of={data.cautions} />
      <Circuits sheet={data} state={state} setState={setState} chosen={chosen} choose={setChosen} />
      <div className="grid gap-x-10 gap-y-5 pt-4 wide:grid-cols-2">
        <div className="grid content-start gap-y-5">
          <StandingStill sheet={data} />
          <Batteries sheet={data} />
        </div>
        <Alternator sheet={data} />
      </div>
      <ConnectorBook sheet={data} />
    </>
  );
}

type CircuitsProps = {
  sheet: PowerSheet;
  state: string;
  setState: (state: string) => void;
  chosen: string | undefined;
  choose: (name: string | undefined) => void;
};

function Circuits({ sheet, state, setState, chosen, choose }: CircuitsProps) {
  const { amps } = useWritten();
  const { value } = sheet.circuits;
  const states = value?.states ?? [];
  const on = states.find((each) => each.state === state) ?? states[0];
  const circuit = value?.circuits.find(({ name }) => name === chosen);
  return (
    <section aria-label="Circuits">
      <div className="no-print cond pb-2 text-sm">
        <OneOf
          label="What is on"
          value={on?.state ?? ""}
          ways={states.map((each) => ({ value: each.state, label: each.state }))}
          choose={setState}
        />
      </div>
      {on && (
        <p className="pb-1">
          <b className="font-semibold">{on.state}</b>: {amps(on.amps)} together
          {on.unknown.length > 0 && (
            <span className="text-quiet">
              , without {on.unknown.join(", ")}, of which nobody has noted it
            </span>
          )}
          . <span className="no-print text-quiet">What is on is drawn full; press a circuit.</span>
        </p>
      )}
      {value && value.circuits.length > 0 ? (
        <CircuitDrawing sheet={sheet} on={on?.names ?? []} chosen={chosen} choose={choose} />
      ) : (
        <p className="max-w-prose py-2">
          Nothing is noted. A fridge or lamps can be planned in the line, <code>fridge 45 W 11 h</code>; how a
          circuit is wired is noted here, and cable and fuse follow.
        </p>
      )}
      {circuit && <CircuitRow sheet={sheet} circuit={circuit} close={() => choose(undefined)} />}
      <NewCircuit sheet={sheet} />
    </section>
  );
}
