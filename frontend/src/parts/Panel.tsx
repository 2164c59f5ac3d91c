/** A panel beside the work: history, keys. It does not block what is under it; Escape closes it. */
import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

type Props = { title: string; open: boolean; close: () => void; children: ReactNode; wide?: boolean };

export function Panel({ title, open, close, children, wide = false }: Props) {
  return (
    <Dialog.Root open={open} onOpenChange={(now) => !now && close()} modal={false}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className={`no-print fixed top-0 right-0 bottom-0 z-30 ${wide ? "w-[40rem]" : "w-96"} max-w-full overflow-y-auto border-l-2 border-ink bg-margin p-6 text-ink`}
        >
          <div className="flex items-center justify-between border-b border-ink pb-2">
            <Dialog.Title className="text-xl font-semibold">{title}</Dialog.Title>
            <Dialog.Close className="btn">close</Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
