/** The evening before: one line each, with the figure that is right for this vehicle laden. */
import { useState } from "react";
import { Link } from "react-router";

import { useBench } from "../../parts/bench";
import { useEvening } from "./useTrip";
import { Waiting } from "./Waiting";

export function Evening() {
  const { data, error } = useEvening();
  const { sheet, put } = useBench();
  const [said, setSaid] = useState<string>();
  if (!data) return <Waiting error={error} />;
  const headings = [...new Set(data.lines.map(({ about }) => about))];
  const asJob = async () => {
    const refusal = await put({ do: "evening job" });
    setSaid(refusal?.message ?? "It is among the jobs now, to tick on the phone.");
  };
  return (
    <div className="pt-2">
      <p className="no-print flex flex-wrap items-center gap-4">
        <button className="btn" onClick={() => void asJob()}>
          make a job of it, to tick
        </button>
        <button className="btn" onClick={() => print()}>
          print it
        </button>
        <span role="status">{said}</span>
        {said && (
          <Link className="link" to={`/rigs/${sheet.id}/work?view=today`}>
            the work of today
          </Link>
        )}
      </p>
      <div className="gap-x-12 wide:columns-2">
        {headings.map((about) => (
          <section key={about} aria-label={about} className="keep break-inside-avoid pt-3">
            <h2 className="border-b border-ink pb-1 font-semibold first-letter:uppercase">{about}</h2>
            <ul>
              {data.lines
                .filter((line) => line.about === about)
                .map((line) => (
                  <li
                    key={line.what + line.figure}
                    className="flex flex-wrap items-baseline gap-x-3 border-b border-hair py-1"
                  >
                    <span className="flex-1">
                      <span className="print-only">□ </span>
                      {line.what}
                      <span className="block text-sm text-quiet">{line.why}</span>
                    </span>
                    <b className="cond text-right text-lg font-semibold">{line.figure}</b>
                  </li>
                ))}
            </ul>
          </section>
        ))}
      </div>
      <p className="pt-3 text-sm text-quiet">
        A torque or a limit in the vehicle&apos;s own manual beats anything computed here.
      </p>
    </div>
  );
}
