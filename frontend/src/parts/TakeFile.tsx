/** A link or a button that asks for a file and hands it on; the same file can be given twice. */
import type { ReactNode } from "react";

type Props = { accept: string; look: "link" | "btn"; take: (file: File) => void; children: ReactNode };

export function TakeFile({ accept, look, take, children }: Props) {
  return (
    <label className={`${look} cursor-pointer focus-within:outline-2`}>
      {children}
      <input
        type="file"
        accept={accept}
        className="sr-only"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = "";
          if (file) take(file);
        }}
      />
    </label>
  );
}
