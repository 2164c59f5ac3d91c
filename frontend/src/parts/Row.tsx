/** One answer of a sheet in a list: what it is, as a button to the figure under it, and what it comes to. */
import type { ReactNode } from "react";

import { FigureButton } from "./FigureButton";

type Props = { label: string; path: string; children: ReactNode; bad?: boolean };

export function Row({ label, path, children, bad = false }: Props) {
  return (
    <div className="flex items-baseline justify-between gap-4 border-b border-hair py-1">
      <dt>
        <FigureButton
          path={path}
          className="-my-2 min-h-10 text-left text-quiet underline underline-offset-4"
          label={label}
        >
          {label}
        </FigureButton>
      </dt>
      <dd className={`text-right font-semibold ${bad ? "text-oxide" : ""}`}>{children}</dd>
    </div>
  );
}

/** How far it may be off, behind it; nothing where that is not to be seen. */
export function Off({ value, unit = "°" }: { value: number | undefined; unit?: string }) {
  return value && value > 0.05 ? (
    <span className="text-quiet">
      {" "}
      ±{value.toFixed(1)}
      {unit}
    </span>
  ) : null;
}
