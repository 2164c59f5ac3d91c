/** The guide, as it stands in docs/guide, with its pictures. */
import { marked } from "marked";
import { type MouseEvent, useState } from "react";

const PAGES = import.meta.glob<string>("../../../../docs/guide/[0-9]*.md", {
  query: "?raw",
  import: "default",
  eager: true,
});
const PICTURES = import.meta.glob<string>("../../../../docs/screenshots/*.png", {
  query: "?url",
  import: "default",
  eager: true,
});

type Page = { name: string; title: string; text: string };

const ALL: Page[] = Object.entries(PAGES)
  .map(([path, text]) => ({
    name: path.split("/").pop() ?? path,
    title: text.split("\n", 1)[0]?.replace(/^# /, "") ?? path,
    text,
  }))
  .sort((a, b) => a.name.localeCompare(b.name));

const pictureOf = (name: string) =>
  Object.entries(PICTURES).find(([path]) => path.endsWith(`/${name}`))?.[1] ?? name;

function htmlOf(text: string): string {
  return marked
    .parse(text, { async: false })
    .replace(/src="\.\.\/screenshots\/([^"]+)"/g, (_, name: string) => `src="${pictureOf(name)}"`);
}

/** The page of a sheet, by the end of its file's name. */
const pageOf = (sheet: string | undefined) =>
  ALL.find(({ name }) => sheet !== undefined && name.endsWith(`-${sheet}.md`)) ?? ALL[0];

export function Guide({ sheet }: { sheet: string | undefined }) {
  const [page, setPage] = useState(() => pageOf(sheet));
  const follow = (event: MouseEvent) => {
    const link = (event.target as HTMLElement).closest("a");
    const to = ALL.find(({ name }) => link?.getAttribute("href") === name);
    if (!to) return;
    event.preventDefault();
    setPage(to);
  };
  return (
    <>
      <label className="cond flex items-center gap-3 py-2">
        <span className="text-quiet">page</span>
        <select
          className="field flex-1 text-base"
          value={page?.name}
          onChange={(event) => setPage(ALL.find(({ name }) => name === event.target.value))}
        >
          {ALL.map(({ name, title }) => (
            <option key={name} value={name}>
              {title}
            </option>
          ))}
        </select>
      </label>
      {/* Our own pages, shipped with the application. */}
      <article
        className="guide"
        onClick={follow}
        dangerouslySetInnerHTML={{ __html: page ? htmlOf(page.text) : "" }}
      />
    </>
  );
}
