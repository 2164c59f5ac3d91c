/** A box to tick: it shows what was pressed at once, and what the server says of it when that has come. */
import { useState } from "react";

type Props = {
  checked: boolean;
  set: (to: boolean) => Promise<unknown>;
  disabled?: boolean;
  large?: boolean;
};

export function Tick({ checked, set, disabled = false, large = false }: Props) {
  const [pressed, setPressed] = useState<{ over: boolean; to: boolean }>();
  const shown = pressed && pressed.over === checked ? pressed.to : checked;
  const press = async (to: boolean) => {
    setPressed({ over: checked, to });
    const refusal = await set(to);
    if (refusal) setPressed(undefined);
  };
  return (
    <input
      type="checkbox"
      className={`${large ? "size-8" : "size-6"} shrink-0 accent-[var(--ink)]`}
      checked={shown}
      disabled={disabled && !shown}
      onChange={(event) => void press(event.target.checked)}
    />
  );
}
