"use client";

import { Popover as Radix } from "radix-ui";
import type { ReactNode, RefObject } from "react";

type Align = "start" | "center" | "end";

/** Something small that opens beside what was pressed. */
export function Popover({ trigger, label, children }: { trigger: ReactNode; label: string; children: ReactNode }) {
  return (
    <Radix.Root>
      <Radix.Trigger asChild>{trigger}</Radix.Trigger>
      <Panel label={label} align="start">
        {children}
      </Panel>
    </Radix.Root>
  );
}

/**
 * The same for many triggers at once: one panel, opened beside whichever element `anchor` holds. Pages with dozens of
 * figures would pay for a popover each at every keystroke.
 */
export function AnchoredPopover({
  anchor,
  label,
  onClose,
  children,
}: {
  anchor: RefObject<HTMLElement | null>;
  label: string;
  onClose: () => void;
  children: ReactNode;
}) {
  return (
    <Radix.Root open onOpenChange={(open) => !open && onClose()}>
      <Radix.Anchor virtualRef={anchor as RefObject<HTMLElement>} />
      <Panel label={label} align="start" returnTo={anchor}>
        {children}
      </Panel>
    </Radix.Root>
  );
}

function Panel({
  label,
  align,
  returnTo,
  children,
}: {
  label: string;
  align: Align;
  returnTo?: RefObject<HTMLElement | null>;
  children: ReactNode;
}) {
  return (
    <Radix.Portal>
      <Radix.Content
        aria-label={label}
        align={align}
        sideOffset={6}
        tabIndex={-1}
        onOpenAutoFocus={(event) => {
          event.preventDefault();
          (event.currentTarget as HTMLElement).focus();
        }}
        onCloseAutoFocus={(event) => {
          if (!returnTo) return;
          event.preventDefault();
          returnTo.current?.focus();
        }}
        collisionPadding={12}
        className="z-40 max-h-[min(70vh,var(--radix-popover-content-available-height))] w-[min(92vw,380px)] overflow-auto rounded-field border border-line bg-sheet p-3 text-ink shadow-lg"
      >
        {children}
      </Radix.Content>
    </Radix.Portal>
  );
}
