/** What a result waits for, as a button that goes there; or why it cannot be. It stands in a line as it stands alone. */
import type { Waits } from "../api/types";
import { FigureButton } from "./FigureButton";

type Props = { waits: Pick<Waits, "path" | "label" | "impossible"> | null | undefined };

export function WaitsFor({ waits }: Props) {
  if (!waits) return null;
  return waits.path ? (
    <FigureButton path={waits.path} className="link">
      waits for {waits.label}
    </FigureButton>
  ) : (
    <span className={waits.impossible ? "text-oxide" : "text-quiet"}>
      {waits.impossible ? "" : "waits for "}
      {waits.label}
    </span>
  );
}
