/** Links that show a client this build and nothing else, until they are taken back. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";

import { answered, client } from "../../api/client";
import { useBench } from "../../parts/bench";
import { Problem } from "../../parts/Problem";
import { useSettings } from "../../parts/settings";

export function Shares() {
  const { sheet } = useBench();
  const { person } = useSettings();
  const queries = useQueryClient();
  const path = { rig_id: sheet.id };
  const key = ["shares", sheet.id];
  const shares = useQuery({
    queryKey: key,
    queryFn: () => answered(client.GET("/api/rigs/{rig_id}/shares", { params: { path } })),
  });
  const [label, setLabel] = useState("");
  const [made, setMade] = useState<string>();
  const [problem, setProblem] = useState<Error>();
  const make = async (event: FormEvent) => {
    event.preventDefault();
    try {
      const now = await answered(
        client.POST("/api/rigs/{rig_id}/shares", { params: { path, query: { person } }, body: { label } }),
      );
      queries.setQueryData(key, now);
      setMade(`${location.origin}${now.address}`);
      setLabel("");
      setProblem(undefined);
    } catch (error) {
      setProblem(error as Error);
    }
  };
  const takeBack = async (share_id: number) => {
    const now = await answered(
      client.DELETE("/api/rigs/{rig_id}/shares/{share_id}", {
        params: { path: { ...path, share_id }, query: { person } },
      }),
    ).catch((error: Error) => void setProblem(error));
    if (now) queries.setQueryData(key, now);
    setMade(undefined);
  };
  return (
    <section aria-label="Links for a client" className="no-print pt-6">
      <h2 className="border-b border-ink pb-1 font-semibold">
        Links for a client{" "}
        <span className="font-normal text-quiet">
          what it comes to and what is done, without prices, names and notes
        </span>
      </h2>
      <ul className="cond">
        {shares.data?.shares.map((share) => (
          <li key={share.id} className="flex flex-wrap items-baseline gap-x-4 border-b border-hair py-1">
            <b className="font-semibold">{share.label}</b>
            <span className="text-quiet">
              given by {share.made_by} on{" "}
              {new Date(share.made_at).toLocaleDateString("en-GB", { day: "numeric", month: "long" })}
            </span>
            <button className="link ml-auto" onClick={() => void takeBack(share.id)}>
              take it back<span className="sr-only">: {share.label}</span>
            </button>
          </li>
        ))}
      </ul>
      {made && (
        <p className="cond flex flex-wrap items-center gap-x-4 pt-2" role="status">
          <input
            className="field min-w-0 flex-1"
            readOnly
            aria-label="the link"
            value={made}
            onFocus={(event) => event.currentTarget.select()}
          />
          {/* A page over plain http may not write there: the link is copied by hand. */}
          {window.isSecureContext && (
            <button className="btn" onClick={() => void navigator.clipboard.writeText(made)}>
              copy
            </button>
          )}
          <span className="text-quiet">It is shown this once.</span>
        </p>
      )}
      <form className="cond flex flex-wrap items-end gap-4 pt-3" onSubmit={(event) => void make(event)}>
        <label className="grid gap-1">
          <span className="text-quiet">for whom</span>
          <input
            className="field w-64"
            required
            maxLength={80}
            value={label}
            onChange={(event) => setLabel(event.target.value)}
          />
        </label>
        <button className="btn">make a link</button>
      </form>
      <Problem of={problem ?? shares.error} />
    </section>
  );
}
