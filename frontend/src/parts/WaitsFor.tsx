/** What a result waits for, as a button that goes there; or why it cannot be. */
import type { Waits } from "../api/types";
import { FigureButton } from "./FigureButton";

export function WaitsFor({ waits }: { waits: Waits | null }) {
  if (!waits) return null;
  return waits.path ? (
    <p>
      <FigureButton path={waits.path} className="link">
        waits for {waits.label}
      </FigureButton>
    </p>
  ) : (
    <p className={waits.impossible ? "text-oxide" : "text-quiet"}>{waits.label}</p>
  );
}
