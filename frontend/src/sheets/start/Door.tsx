/** Beyond loopback one signs in before anything is shown; on this machine alone there is no door. */
import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, type ReactNode, useEffect, useState } from "react";

import { answered, client, onSignedOut } from "../../api/client";
import { Problem } from "../../parts/Problem";
import { useSettings } from "../../parts/settings";
import { useSession } from "../../parts/useSession";

export function Door({ children }: { children: ReactNode }) {
  const queries = useQueryClient();
  const { person, choose } = useSettings();
  const { guarded, person: who } = useSession().data ?? {};
  useEffect(() => onSignedOut(() => void queries.invalidateQueries({ queryKey: ["session"] })), [queries]);
  useEffect(() => {
    if (who && who !== person) choose({ person: who });
  }, [who, person, choose]);
  return guarded && !who ? <SignIn /> : children;
}

function SignIn() {
  const queries = useQueryClient();
  const { person } = useSettings();
  const [entry, setEntry] = useState({ person: person === "bench" ? "" : person, password: "" });
  const [problem, setProblem] = useState<Error>();
  const [waiting, setWaiting] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setWaiting(true);
    try {
      await answered(client.POST("/api/session", { body: entry }));
      // What another person saw here before is none of this one's.
      await queries.resetQueries();
    } catch (error) {
      setProblem(error as Error);
      setEntry({ ...entry, password: "" });
    } finally {
      setWaiting(false);
    }
  };
  return (
    <main className="mx-auto max-w-sm px-6 py-16">
      <h1 className="text-2xl font-bold tracking-[0.18em] [font-stretch:118%]">JORVAK</h1>
      <form className="grid gap-5 pt-8" onSubmit={(event) => void submit(event)}>
        <label className="cond grid gap-1">
          <span className="text-quiet">who</span>
          <input
            className="field"
            autoComplete="username"
            required
            maxLength={80}
            value={entry.person}
            onChange={(event) => setEntry({ ...entry, person: event.target.value })}
          />
        </label>
        <label className="cond grid gap-1">
          <span className="text-quiet">password</span>
          <input
            className="field"
            type="password"
            autoComplete="current-password"
            required
            value={entry.password}
            onChange={(event) => setEntry({ ...entry, password: event.target.value })}
          />
        </label>
        <Problem of={problem} />
        <button className="btn-main justify-self-start" disabled={waiting}>
          sign in
        </button>
        <p className="cond text-sm text-quiet">
          A password is given at the machine that Jorvak runs on: bin/jorvak password NAME
        </p>
      </form>
    </main>
  );
}
