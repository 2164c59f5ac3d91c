/** A choice of a few, all of them in sight: one is always chosen. */
import { ToggleGroup } from "radix-ui";

type Props<T extends string> = {
  /** What is chosen, for those who cannot see where it stands. */
  label: string;
  value: T;
  ways: readonly { value: T; label: string }[];
  choose: (value: T) => void;
};

export function OneOf<T extends string>({ label, value, ways, choose }: Props<T>) {
  return (
    <ToggleGroup.Root
      type="single"
      value={value}
      onValueChange={(to) => to && choose(to as T)}
      aria-label={label}
      className="flex border border-ink"
    >
      {ways.map((way) => (
        <ToggleGroup.Item
          key={way.value}
          value={way.value}
          className="min-h-10 flex-1 text-center data-[state=on]:bg-ink data-[state=on]:text-ground"
        >
          {way.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
