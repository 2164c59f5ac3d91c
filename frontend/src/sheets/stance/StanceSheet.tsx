/** Stance: height and what carries it, angles, links, the suspension cycled, ground driven over, and balance. */
import { Tabs } from "radix-ui";
import { lazy, Suspense } from "react";
import { useSearchParams } from "react-router";

import { useBench } from "../../parts/bench";
import { stageName } from "../../parts/Findings";
import { Heights } from "./Heights";

const VIEWS = [
  { key: "height", name: "Height and springs", View: Heights },
  {
    key: "angles",
    name: "Angles",
    View: lazy(async () => ({ default: (await import("./Angles")).Angles })),
  },
  { key: "links", name: "Links", View: lazy(async () => ({ default: (await import("./Links")).Links })) },
  {
    key: "cycling",
    name: "Cycling",
    View: lazy(async () => ({ default: (await import("./Cycling")).Cycling })),
  },
  {
    key: "crossing",
    name: "Crossing",
    View: lazy(async () => ({ default: (await import("./Crossing")).Crossing })),
  },
  {
    key: "balance",
    name: "Tip and room above",
    View: lazy(async () => ({ default: (await import("./Balance")).Balance })),
  },
] as const;

export function StanceSheet() {
  const { sheet, preview } = useBench();
  const [search, setSearch] = useSearchParams();
  const view = VIEWS.find(({ key }) => key === search.get("view"))?.key ?? "height";
  const show = (to: string) => {
    const next = new URLSearchParams(search);
    if (to === "height") next.delete("view");
    else next.set("view", to);
    setSearch(next, { replace: true });
  };
  return (
    <Tabs.Root value={view} onValueChange={show}>
      <header className="flex flex-wrap items-end gap-x-6 border-b-2 border-ink">
        <h1 className="pb-2 text-2xl font-semibold">Stance</h1>
        <p className="pb-2 text-quiet">{preview ? "if you press Enter" : stageName(sheet.stage, sheet)}</p>
        <Tabs.List aria-label="Views of Stance" className="cond no-print flex flex-wrap gap-x-5">
          {VIEWS.map(({ key, name }) => (
            <Tabs.Trigger
              key={key}
              value={key}
              className="min-h-10 border-b-4 border-transparent font-semibold text-quiet data-[state=active]:border-ink data-[state=active]:text-ink"
            >
              {name}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
      </header>
      {VIEWS.map(({ key, View }) => (
        <Tabs.Content key={key} tabIndex={-1} value={key}>
          <Suspense fallback={<p className="py-3 text-quiet">One moment.</p>}>
            <View />
          </Suspense>
        </Tabs.Content>
      ))}
    </Tabs.Root>
  );
}
