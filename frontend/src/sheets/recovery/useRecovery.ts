/** What the server says of recovery, power and heat, asked anew when somebody wrote to the rig. */
import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import type { PullTrial } from "../../api/types";
import { useBench } from "../../parts/bench";
import { asText } from "../../parts/quantity";
import { useLook } from "../../parts/useLook";

export function usePulls() {
  const { key, params } = useLook();
  return useAsked({
    queryKey: ["recovery", "pull", ...key],
    queryFn: () => answered(client.GET("/api/rigs/{rig_id}/recovery/pull", { params })),
  });
}

const NOTHING = {
  slope_deg: null,
  rope_out_m: null,
  included_angle_deg: null,
  redirect_deg: null,
  speed_kmh: null,
  lines: null,
  redirected: null,
  surface: null,
  mired: null,
};

export function useTriedPull(pull: number | undefined, trial: PullTrial) {
  const { key, params } = useLook();
  return useAsked({
    queryKey: ["recovery", "try a pull", pull, trial, ...key],
    queryFn: ({ signal }) =>
      answered(
        client.POST("/api/rigs/{rig_id}/recovery/pull/{pull_id}/try", {
          params: { ...params, path: { ...params.path, pull_id: pull ?? 0 } },
          body: { ...NOTHING, ...trial },
          signal,
        }),
      ),
    enabled: pull !== undefined,
  });
}

export function usePower() {
  const { key, params } = useLook();
  return useAsked({
    queryKey: ["recovery", "power", ...key],
    queryFn: () => answered(client.GET("/api/rigs/{rig_id}/recovery/power", { params })),
  });
}

export function useHeat() {
  const { key, params } = useLook();
  return useAsked({
    queryKey: ["recovery", "heat", ...key],
    queryFn: () => answered(client.GET("/api/rigs/{rig_id}/recovery/heat", { params })),
  });
}

export type Climb = {
  slope_pct: number;
  speed_kmh: number;
  ambient_c: number;
  altitude_m: number;
  covered_pct: number | null;
};

export function useTriedHeat(climb: Climb | undefined) {
  const { key, params } = useLook();
  return useAsked({
    queryKey: ["recovery", "try a climb", climb, ...key],
    queryFn: ({ signal }) =>
      answered(
        client.POST("/api/rigs/{rig_id}/recovery/heat/try", {
          params,
          body: climb ?? { slope_pct: 0, speed_kmh: 1, ambient_c: 0, altitude_m: 0, covered_pct: null },
          signal,
        }),
      ),
    enabled: climb !== undefined,
  });
}

/** Pulls and lengths with their unit, as they are written. */
export function useWritten() {
  const { write } = useBench();
  return {
    kg: (kg: number) => asText(write(kg, "pull_kg", { places: 0 })),
    m: (m: number, places = 1) => asText(write(m, "length_m", { places })),
    amps: (a: number, places = 1) => asText(write(a, "current_a", { places })),
    degrees: (c: number) => asText(write(c, "coolant_c", { places: 0 })),
    kelvin: (k: number) => asText(write(k, "margin_k", { places: 0, difference: true })),
    kmh: (kmh: number) => asText(write(kmh, "speed_kmh", { places: 0 })),
  };
}
