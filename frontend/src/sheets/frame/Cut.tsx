/** Cut: pieces with their templates at 1:1, as they are typed, drawn or read; on paper, for the cutter, and into Load. */
import { type FormEvent, useState } from "react";

import type { PieceSort } from "../../api/types";
import { useBench } from "../../parts/bench";
import { Cautions } from "../../parts/Cautions";
import { Choice } from "../../parts/Entry";
import { Field } from "../../parts/Field";
import { PickOne } from "../../parts/PickOne";
import { Problem } from "../../parts/Problem";
import { wordsIn } from "../../parts/typedIn";
import { BEGINS, SORTS } from "./pieceFields";
import { Piece } from "./Piece";
import { useCut } from "./useFrame";

export function Cut() {
  const { data, error } = useCut();
  const [chosen, setChosen] = useState<string>();
  if (!data)
    return error ? <Problem of={error} className="py-3" /> : <p className="py-3 text-quiet">One moment.</p>;
  const piece = data.pieces.find(({ record }) => record.name === chosen) ?? data.pieces[0];
  return (
    <>
      <Cautions of={data.cautions} />
      {data.pieces.length > 1 && (
        <PickOne
          label="Pieces"
          of={data.pieces.map(({ record }) => ({ id: record.name, name: record.name }))}
          chosen={piece?.record.name}
          choose={setChosen}
        />
      )}
      {piece ? (
        <Piece key={`${piece.id} ${piece.version}`} piece={piece} />
      ) : (
        <p className="max-w-prose py-3">
          Nothing is to be cut yet. Begin a piece: its template prints at 1:1, with a bar to check the printer
          by.
        </p>
      )}
      <NewPiece first={data.pieces.length === 0} added={setChosen} />
    </>
  );
}

function NewPiece({ first, added }: { first: boolean; added: (name: string) => void }) {
  const { put } = useBench();
  const [sort, setSort] = useState<PieceSort>("plate");
  const [problem, setProblem] = useState<string>();
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const word = wordsIn(new FormData(form));
    const name = word("name");
    if (!name) return setProblem("It wants a name, for example mount plate, left.");
    const refusal = await put({
      do: "record",
      table: "cut_piece",
      id: 0,
      version: null,
      record: { name, sort, for_what: word("for_what") || null, given: BEGINS[sort] },
    });
    setProblem(refusal?.stale ? `There is a piece “${name}” already.` : refusal?.message);
    if (!refusal) {
      form.reset();
      added(name);
    }
  };
  return (
    <details className="no-print py-1" open={first}>
      <summary className="link cursor-pointer">begin a piece</summary>
      <form
        aria-label="A piece"
        className="cond flex flex-wrap items-end gap-x-4 gap-y-2 py-2"
        onSubmit={(event) => void add(event)}
      >
        <Field label="name" name="name" width="w-52" />
        <Choice label="what it is" value={sort} of={SORTS} choose={setSort} />
        <Field label="for which part" name="for_what" width="w-44" />
        <button className="btn">begin it</button>
        <Problem of={problem} className="w-full" />
      </form>
    </details>
  );
}
