/** A photograph taken in: shrunk, and bare of where it was taken. `send` posts it and answers with the sheet. */
import { useState } from "react";

import type { Sheet } from "../api/types";
import { useBench } from "./bench";
import { Problem } from "./Problem";

type Props = { label: string; send: (file: File) => Promise<Sheet>; className?: string };

export function TakePhoto({ label, send, className = "btn" }: Props) {
  const { keep } = useBench();
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const add = async (file: File | undefined) => {
    if (!file) return;
    setBusy(true);
    try {
      keep(await send(file));
      setProblem(undefined);
    } catch (error) {
      setProblem(`${file.name}: ${(error as Error).message} Nothing was taken in.`);
    }
    setBusy(false);
  };
  return (
    <>
      <label className={`${className} cursor-pointer focus-within:outline-2`}>
        {busy ? "taking it in" : label}
        <input
          type="file"
          accept="image/jpeg,image/png,image/webp"
          className="sr-only"
          disabled={busy}
          onChange={(event) => {
            void add(event.target.files?.[0]);
            event.target.value = "";
          }}
        />
      </label>
      <Problem of={problem} />
    </>
  );
}
