/** Photographs of an item: taken in shrunk and bare of where they were taken. */
import { client } from "../../api/client";
import { newKey } from "../../api/key";
import { sheetOf } from "../../api/sheets";
import type { Kept } from "../../api/types";
import { useBench } from "../../parts/bench";
import { useSettings } from "../../parts/settings";
import { TakePhoto } from "../../parts/TakePhoto";

export function Photos({ item, photos }: { item: Kept<"survey_item">; photos: Kept<"photo">[] }) {
  const { sheet, stage, looks, put } = useBench();
  const { units, person } = useSettings();
  const send = (file: File) =>
    sheetOf(
      client.POST("/api/rigs/{rig_id}/survey/{item_id}/photos", {
        params: {
          path: { rig_id: sheet.id, item_id: item.id },
          query: { stage, units, person, looks, key: newKey() },
        },
        body: file as never,
        bodySerializer: (body: unknown) => body as Blob,
        headers: { "Content-Type": "application/octet-stream" },
      }),
    );
  return (
    <section className="flex flex-wrap items-center gap-4">
      {photos.map(({ id, version, record: photo }) => (
        <figure key={id}>
          <a href={`/api/photos/${photo.file}`} target="_blank" rel="noreferrer">
            <img
              src={`/api/photos/${photo.file}`}
              alt={photo.caption ?? `photograph of ${photo.item}`}
              className="h-28 border border-hair"
            />
          </a>
          <figcaption>
            <button
              className="link text-sm"
              onClick={() => void put({ do: "drop", table: "photo", id, version })}
            >
              take it out
            </button>
          </figcaption>
        </figure>
      ))}
      <TakePhoto label="add a photograph" send={send} />
    </section>
  );
}
