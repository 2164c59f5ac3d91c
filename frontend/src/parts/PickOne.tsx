/** Which of several is looked at: their names in a row, one pressed. */
type Props<T extends string | number> = {
  label: string;
  of: readonly { id: T; name: string; alarm?: boolean }[];
  chosen: T | undefined;
  choose: (id: T) => void;
};

export function PickOne<T extends string | number>({ label, of, chosen, choose }: Props<T>) {
  return (
    <div role="group" aria-label={label} className="cond no-print flex flex-wrap gap-x-5">
      {of.map(({ id, name, alarm = false }) => (
        <button
          key={id}
          aria-pressed={id === chosen}
          className={`min-h-10 border-b-2 font-semibold ${id === chosen ? "border-ink" : "border-transparent"} ${alarm ? "text-oxide" : id === chosen ? "" : "text-quiet"}`}
          onClick={() => choose(id)}
        >
          {name}
        </button>
      ))}
    </div>
  );
}
