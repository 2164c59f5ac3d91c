/** What the server says of the frame, asked anew when somebody wrote to the rig. */
import { answered, client } from "../../api/client";
import type { PieceSort } from "../../api/types";
import { useAsked } from "../../api/useAsked";
import { useBench } from "../../parts/bench";
import { asText, factorOf } from "../../parts/quantity";
import { useSettings } from "../../parts/settings";
import { useLook } from "../../parts/useLook";

export function useDatum() {
  const { key, params } = useLook();
  return useAsked({
    queryKey: ["frame", "datum", ...key],
    queryFn: () => answered(client.GET("/api/rigs/{rig_id}/frame/datum", { params })),
  });
}

export type DatumSheet = NonNullable<ReturnType<typeof useDatum>["data"]>;
export type Station = NonNullable<DatumSheet["ladders"][number]["record"]["stations"]>[number];

export function useCut() {
  const { key, params } = useLook();
  return useAsked({
    queryKey: ["frame", "cut", ...key],
    queryFn: () => answered(client.GET("/api/rigs/{rig_id}/frame/cut", { params })),
  });
}

export type CutSheet = NonNullable<ReturnType<typeof useCut>["data"]>;
export type PieceLine = CutSheet["pieces"][number];
export type PieceWorked = PieceLine["worked"];
export type Template = PieceWorked["template"];

/** A piece as it is typed; what stays empty is left out. */
export type Given = Record<string, unknown>;

export function useTriedPiece(sort: PieceSort, given: Given) {
  const { key, params } = useLook();
  return useAsked({
    queryKey: ["frame", "try", sort, given, ...key],
    queryFn: ({ signal }) =>
      answered(client.POST("/api/rigs/{rig_id}/frame/try", { params, body: { sort, given }, signal })),
    retry: false,
  });
}

export function useStrength() {
  const { key, params } = useLook();
  return useAsked({
    queryKey: ["frame", "strength", ...key],
    queryFn: () => answered(client.GET("/api/rigs/{rig_id}/frame/strength", { params })),
  });
}

export type StrengthSheet = NonNullable<ReturnType<typeof useStrength>["data"]>;
export type LookLine = StrengthSheet["lines"][number];

export function useRoom() {
  const { key, params } = useLook();
  return useAsked({
    queryKey: ["frame", "room", ...key],
    queryFn: () => answered(client.GET("/api/rigs/{rig_id}/frame/room", { params })),
  });
}

export type RoomSheet = NonNullable<ReturnType<typeof useRoom>["data"]>;
export type BoxLine = RoomSheet["boxes"][number];

const minus = (text: string) => (Number(text) === 0 ? text.replace("-", "") : text.replace("-", "−"));

/** Lengths, masses and forces with their unit, as they are written. */
export function useWritten() {
  const { write, catalogue } = useBench();
  const { units } = useSettings();
  const inch = factorOf("length_mm", catalogue, units);
  return {
    /** What is off, finer than a tape: in decimals also where lengths are shown as fractions. */
    fine: (mm: number) =>
      inch === 1 ? asText(write(mm, "length_mm", { places: 1 })) : `${minus((mm / inch).toFixed(2))} in`,
    mm: (mm: number, places?: number) => asText(write(mm, "length_mm", { places })),
    kg: (kg: number, places = 1) => asText(write(kg, "mass_kg", { places })),
    n: (n: number) => asText(write(n, "force_n", { places: 0 })),
    nm: (nm: number) => asText(write(nm, "torque_nm", { places: 0 })),
  };
}
