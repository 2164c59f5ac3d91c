import { useBench } from "./bench";

/** In what steps something is tried: `driveline.pinion_up_deg`. The rules are core's. */
export type Steps = { step: number; low?: number | null; high?: number | null };

export function useSteps(of: string): Steps {
  const { catalogue } = useBench();
  const [area = "", key = ""] = of.split(".");
  const steps = catalogue.tried[area]?.[key];
  if (!steps) throw new Error(`Nothing is tried as ${of}.`);
  return steps;
}

/** The step next to a value, between the ends. */
export function snapped({ step, low, high }: Steps, value: number) {
  return Math.min(high ?? Infinity, Math.max(low ?? -Infinity, Math.round(value / step) * step));
}
