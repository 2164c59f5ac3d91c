/**
 * A button that unfolds a panel beside itself. A sheet has hundreds of them and one is open at a time: what a panel
 * needs is made when the button is pressed.
 */
import { Popover } from "radix-ui";
import { type ReactNode, useRef, useState } from "react";

type Props = {
  /** What the panel is, for those who cannot see it. */
  name: string;
  panel: (close: () => void) => ReactNode;
  children: ReactNode;
  className?: string;
  panelClassName: string;
  /** Takes the focus to where it belongs in the panel that has opened; without it to the first that can have it. */
  focus?: (panel: HTMLElement) => void;
};

export function Unfolds({ name, panel, children, className = "", panelClassName, focus }: Props) {
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  const goneElsewhere = useRef(false);
  return (
    <>
      <button
        ref={button}
        type="button"
        aria-haspopup="dialog"
        aria-expanded={open}
        className={`min-h-10 ${className}`}
        onClick={() => setOpen(!open)}
      >
        {children}
      </button>
      {open && (
        <Popover.Root open onOpenChange={setOpen}>
          <Popover.Anchor virtualRef={button as { current: HTMLButtonElement }} />
          <Popover.Portal>
            <Popover.Content
              sideOffset={6}
              collisionPadding={8}
              className={`z-20 border-2 border-ink bg-margin p-4 text-ink ${panelClassName}`}
              aria-label={name}
              // A press on the button closes it by itself; one on something else takes the focus there.
              onInteractOutside={(event) => {
                if (button.current?.contains(event.target as Node)) event.preventDefault();
                else goneElsewhere.current = true;
              }}
              onOpenAutoFocus={(event) => {
                if (!focus) return;
                event.preventDefault();
                focus(event.currentTarget as HTMLElement);
              }}
              onCloseAutoFocus={(event) => {
                event.preventDefault();
                if (!goneElsewhere.current) button.current?.focus();
                goneElsewhere.current = false;
              }}
            >
              {panel(() => setOpen(false))}
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      )}
    </>
  );
}
