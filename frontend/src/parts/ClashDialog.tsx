/** Somebody was quicker: both values, and which one stands. */
import { AlertDialog } from "radix-ui";

import { useBench } from "./bench";

export function ClashDialog() {
  const { clash, put, settle } = useBench();
  if (!clash) return null;
  return (
    <AlertDialog.Root open onOpenChange={(open) => !open && settle()}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-20 bg-ink/40" />
        <AlertDialog.Content className="fixed left-1/2 top-24 z-30 grid w-[min(36rem,92vw)] -translate-x-1/2 gap-3 border-2 border-ink bg-margin p-5 text-ink">
          <AlertDialog.Title className="text-lg font-semibold">
            {clash.what}: somebody changed it meanwhile
          </AlertDialog.Title>
          <AlertDialog.Description>
            Nothing of yours was written yet. Which one stands?
          </AlertDialog.Description>
          <table className="cond w-full">
            <thead>
              <tr className="border-b border-ink text-left text-quiet">
                <td />
                <th className="pr-3 font-normal">theirs</th>
                <th className="font-normal">yours</th>
              </tr>
            </thead>
            <tbody>
              {clash.rows.map(({ field, theirs, yours }) => (
                <tr key={field} className="border-b border-hair align-top">
                  <th className="py-1 pr-3 text-left font-normal text-quiet">{field}</th>
                  <td className="py-1 pr-3 font-semibold">{theirs}</td>
                  <td className="py-1 font-semibold">{yours}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <div className="flex gap-3">
            <AlertDialog.Cancel className="btn flex-1">theirs stands</AlertDialog.Cancel>
            <AlertDialog.Action className="btn-main flex-1" onClick={() => void put(clash.yours)}>
              yours stands
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
