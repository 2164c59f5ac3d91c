/** Where more may go, laden: each place with what is on it, and what would say no first; or wherever it was pressed. */
import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import { useBench, useResults } from "../../parts/bench";
import { FigureButton } from "../../parts/FigureButton";
import { useSettings } from "../../parts/settings";
import { useKg, useMm } from "./useLoad";

const SAYS = { total: "total", front: "front axle", rear: "rear axle", place: "the place" } as const;

export function RoomTable({ pressed }: { pressed: number | undefined }) {
  const { sheet, stage } = useBench();
  const { units, person } = useSettings();
  const { load } = useResults();
  const kg = useKg();
  const mm = useMm();
  const here = useAsked({
    queryKey: ["room", sheet.id, stage, sheet.revision, Math.round(pressed ?? 0)],
    queryFn: () =>
      answered(
        client.GET("/api/rigs/{rig_id}/load/room", {
          params: {
            path: { rig_id: sheet.id },
            query: { stage, units, person, x_mm: Math.round(pressed ?? 0) },
          },
        }),
      ),
    enabled: pressed !== undefined,
  });
  const places = load.rooms.value?.places ?? [];
  const room = here.data?.room;
  return (
    <section aria-label="Where more may go" className="pt-4">
      <h2 className="border-b border-ink pb-1 font-semibold">
        Where more may go <span className="font-normal text-quiet">press the drawing, anywhere</span>
      </h2>
      <table className="cond w-full">
        <tbody>
          {pressed !== undefined && (
            <tr className="border-b border-hair bg-tint">
              <td className="py-1">{mm(Math.round(pressed))} behind the front axle</td>
              <td className="text-right font-semibold">{room ? kg(room.kg) : "no limit noted"}</td>
              <td className="pl-4 text-right text-quiet">{room && `${SAYS[room.governs]} says no`}</td>
            </tr>
          )}
          {places.map((place) => (
            <tr key={`${place.kind} ${place.name}`} className="border-b border-hair">
              <td className="py-1">
                {place.name}{" "}
                <span className="text-quiet">
                  {kg(place.kg)}
                  {place.limit_kg !== null && ` of ${kg(place.limit_kg)}`}
                </span>
              </td>
              <td
                className={`text-right font-semibold ${place.limit_kg !== null && place.kg > place.limit_kg ? "text-oxide" : ""}`}
              >
                {place.room
                  ? kg(place.room.kg)
                  : place.limit_kg !== null
                    ? kg(Math.max(0, place.limit_kg - place.kg))
                    : "–"}
              </td>
              <td className="pl-4 text-right text-quiet">
                {place.room ? (
                  `${SAYS[place.room.governs]} says no`
                ) : place.limit_kg !== null ? (
                  place.off_road_kg !== null && `off road ${kg(place.off_road_kg)}`
                ) : (
                  <FigureButton
                    path={`places.${place.name}.limit_kg`}
                    className="underline underline-offset-4"
                  >
                    what may it carry?
                  </FigureButton>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {places.length === 0 && (
        <p className="py-1 text-quiet">
          No place is noted yet: add drawers, rack and floor under What comes along.
        </p>
      )}
    </section>
  );
}
