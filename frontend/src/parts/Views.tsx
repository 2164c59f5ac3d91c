/** A sheet in several views, one at a time; which one stands in its address. */
import { Tabs } from "radix-ui";
import { type ComponentType, Suspense } from "react";
import { useSearchParams } from "react-router";

import { useBench } from "./bench";
import { stageName } from "./Findings";

type View = { key: string; name: string; View: ComponentType };

type Props = {
  sheet: string;
  views: readonly [View, ...View[]];
  /** Whether it is the same at every stage. */
  atNoStage?: boolean;
};

/** The first view is the one that an address without any means. */
export function Views({ sheet: title, views, atNoStage = false }: Props) {
  const { sheet, preview } = useBench();
  const [search, setSearch] = useSearchParams();
  const [first] = views;
  const view = views.find(({ key }) => key === search.get("view"))?.key ?? first.key;
  const show = (to: string) => {
    const next = new URLSearchParams(search);
    if (to === first.key) next.delete("view");
    else next.set("view", to);
    setSearch(next, { replace: true });
  };
  return (
    <Tabs.Root value={view} onValueChange={show}>
      <header data-slot="views" className="flex flex-wrap items-end gap-x-6 border-b-2 border-ink">
        <h1 className="pb-2 text-2xl font-semibold">{title}</h1>
        {!atNoStage && (
          <p className="pb-2 text-quiet">{preview ? "if you press Enter" : stageName(sheet.stage, sheet)}</p>
        )}
        <Tabs.List aria-label={`Views of ${title}`} className="cond no-print flex flex-wrap gap-x-5">
          {views.map(({ key, name }) => (
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
      {views.map(({ key, View }) => (
        <Tabs.Content key={key} tabIndex={-1} value={key}>
          <Suspense fallback={<p className="py-3 text-quiet">One moment.</p>}>
            <View />
          </Suspense>
        </Tabs.Content>
      ))}
    </Tabs.Root>
  );
}
