"use client";

import { Popover as Radix } from "radix-ui";
import type { ReactNode } from "react";

/** Something small that opens beside what was pressed. */
export function Popover({
  trigger,
  label,
  children,
  open,
  onOpenChange,
  align = "start",
}: {
  trigger: ReactNode;
  label: string;
  children: ReactNode;
  open?: boolean;
  onOpenChange?: (open: boolean) => void;
  align?: "start" | "center" | "end";
}) {
  return (
    <Radix.Root {...(open === undefined ? {} : { open })} {...(onOpenChange ? { onOpenChange } : {})}>
      <Radix.Trigger asChild>{trigger}</Radix.Trigger>
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
          collisionPadding={12}
          className="z-40 max-h-[70vh] w-[min(92vw,380px)] overflow-auto rounded-field border border-line bg-sheet p-3 text-ink shadow-lg"
        >
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
