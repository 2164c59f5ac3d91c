/** The parts counter, a stand-in that ships with this: what it has by some words, and an order that it confirms. */
import { type FormEvent, useState } from "react";

import { answered, client } from "../../api/client";
import type { CounterOffer, Part } from "../../api/types";
import { useBench } from "../../parts/bench";
import { money } from "../../parts/money";
import { Problem } from "../../parts/Problem";
import { useSettings } from "../../parts/settings";

export function Counter({ part }: { part: Part }) {
  const { sheet, put } = useBench();
  const { units, person } = useSettings();
  const [offers, setOffers] = useState<CounterOffer[]>();
  const [problem, setProblem] = useState<string>();
  const ask = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const words = (new FormData(event.currentTarget).get("words") as string).trim();
    if (!words) return;
    try {
      const { offers: found } = await answered(
        client.GET("/api/rigs/{rig_id}/counter", {
          params: { path: { rig_id: sheet.id }, query: { units, person, words } },
        }),
      );
      setOffers(found);
      setProblem(undefined);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  const order = async (offer: string) => {
    const refusal = await put({ do: "order", part: part.name, offer });
    setProblem(refusal?.message);
  };
  return (
    <section aria-label="The parts counter" className="pt-2">
      <form className="flex flex-wrap items-end gap-3" onSubmit={(event) => void ask(event)}>
        <label className="grid">
          <span className="text-sm text-quiet">ask the counter (simulated)</span>
          <input name="words" className="field w-64 text-base" defaultValue={part.name} />
        </label>
        <button className="btn">what has it?</button>
      </form>
      {offers?.length === 0 && <p className="py-1">The counter has nothing by these words.</p>}
      {offers?.map((offer) => (
        <p key={offer.name} className="cond flex flex-wrap items-center gap-x-4 border-b border-hair">
          <span className="flex-1">{offer.name}</span>
          <span>{money(offer.price)}</span>
          <span className="text-quiet">
            {offer.stock > 0
              ? `${offer.stock} there, ${offer.days} days`
              : `not there, ${offer.days + 7} days`}
          </span>
          <button className="btn" onClick={() => void order(offer.name)}>
            order it
          </button>
        </p>
      ))}
      <Problem of={problem} />
    </section>
  );
}
