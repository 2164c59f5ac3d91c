/** Photographs of the tape as it lay when a figure was taken. */
import { client } from "../api/client";
import { newKey } from "../api/key";
import { sheetOf } from "../api/sheets";
import { useBench } from "./bench";
import { useSettings } from "./settings";
import { TakePhoto } from "./TakePhoto";

export function TapePhotos({ path, label }: { path: string; label: string }) {
  const { sheet, stage, looks, put } = useBench();
  const { units, person } = useSettings();
  const photos = sheet.records.tape_photo.filter(({ record }) => record.figure === path);
  const send = (file: File) =>
    sheetOf(
      client.POST("/api/rigs/{rig_id}/tape-photos", {
        params: {
          path: { rig_id: sheet.id },
          query: { stage, units, person, looks, key: newKey(), figure: path },
        },
        body: file as never,
        bodySerializer: (body: unknown) => body as Blob,
        headers: { "Content-Type": "application/octet-stream" },
      }),
    );
  return (
    <div className="flex flex-wrap items-center gap-3">
      {photos.map(({ id, version, record }) => (
        <span key={id} className="cond text-sm">
          <a href={`/api/photos/${record.file}`} target="_blank" rel="noreferrer">
            <img
              src={`/api/photos/${record.file}`}
              alt={`the tape, ${label}`}
              className="h-16 border border-hair"
            />
          </a>
          <button
            type="button"
            className="link"
            onClick={() => void put({ do: "drop", table: "tape_photo", id, version })}
          >
            take it out
          </button>
        </span>
      ))}
      <TakePhoto label="photograph the tape" send={send} className="link text-sm" />
    </div>
  );
}
