/** Puts a change into the order, as it stands here. */
import type { ReactNode } from "react";

import { useBench } from "./bench";

type Props = {
  kind: string;
  fields: Record<string, unknown>;
  className?: string;
  children: ReactNode;
  /** What it would plan was worked out for figures that stand there no more. */
  disabled?: boolean;
  /** Once it is in the order. */
  done?: () => void;
};

export function PlanButton({ kind, fields, className = "link", children, disabled, done }: Props) {
  const { put } = useBench();
  return (
    <button
      className={className}
      disabled={disabled}
      onClick={() => void put({ do: "draft", kind, fields }).then((refusal) => !refusal && done?.())}
    >
      {children}
    </button>
  );
}
