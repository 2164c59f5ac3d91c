/** What a leg is driven on, chosen from all that there is. */
import type { ComponentProps } from "react";

import { SURFACES } from "./surfaces";

/** As a select; `unsaid`: it may be that nobody said yet. */
export function SurfaceSelect({ unsaid = false, ...rest }: ComponentProps<"select"> & { unsaid?: boolean }) {
  return (
    <select className="field text-base" {...rest}>
      {unsaid && <option value="">?</option>}
      {SURFACES.map(({ key, word }) => (
        <option key={key} value={key}>
          {word}
        </option>
      ))}
    </select>
  );
}
