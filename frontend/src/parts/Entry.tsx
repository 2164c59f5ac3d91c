/** The two controls that forms are made of: a labelled line to type in, and a labelled choice of words. */
import type { Ref } from "react";

type EntryProps = {
  label: string;
  value: string;
  set: (text: string) => void;
  example: string;
  className?: string;
  invalid?: boolean;
  focus?: Ref<HTMLInputElement>;
};

export function Entry({ label, value, set, example, className = "", invalid = false, focus }: EntryProps) {
  return (
    <label className={`grid content-start gap-1 ${className}`}>
      <span className="text-quiet">{label}</span>
      <input
        className="field w-full"
        value={value}
        placeholder={example}
        onChange={(event) => set(event.target.value)}
        aria-invalid={invalid}
        autoComplete="off"
        ref={focus}
      />
    </label>
  );
}

/** What is chosen, and how it is said where that is not the same. */
type Of<T extends string> = T | { value: T; text: string };

type ChoiceProps<T extends string> = {
  label: string;
  value: T | "";
  of: readonly Of<T>[];
  choose: (value: T) => void;
  /** What is said where nothing is chosen; without it something always is. */
  none?: string;
  /** In a row, where what it is can be seen from its place: the label is for those who cannot see it. */
  bare?: boolean;
  className?: string;
  focus?: Ref<HTMLSelectElement>;
};

export function Choice<T extends string>(props: ChoiceProps<T>) {
  const { label, value, of, choose, none, bare = false, className = "", focus } = props;
  return (
    <label className={bare ? "" : "grid content-start gap-1"}>
      <span className={bare ? "sr-only" : "text-quiet"}>{label}</span>
      <select
        className={`${bare ? "min-h-10 border-b border-ink bg-transparent" : "field"} ${className}`}
        value={value}
        onChange={(event) => choose(event.target.value as T)}
        ref={focus}
      >
        {none !== undefined && <option value="">{none}</option>}
        {of.map((one) => {
          const { value: is, text } = typeof one === "string" ? { value: one, text: one } : one;
          return (
            <option key={is} value={is}>
              {text}
            </option>
          );
        })}
      </select>
    </label>
  );
}
