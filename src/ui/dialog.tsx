"use client";

import { X } from "lucide-react";
import { Dialog as Radix } from "radix-ui";
import { type ReactNode, useRef } from "react";

/** A dialog with a title and a way out; focus stays inside and goes back where it came from. */
export function Dialog({
  open,
  onOpenChange,
  title,
  description,
  children,
  wide = false,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  description?: string;
  children: ReactNode;
  wide?: boolean;
}) {
  // opened by state and not by a trigger of its own, it has to know itself where focus came from
  const cameFrom = useRef<Element | null>(null);
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        {/* layers of their own: what changes in the dialog neither lays out nor paints the page under it */}
        <Radix.Overlay className="fixed inset-0 z-40 bg-black/40 will-change-[opacity]" />
        <Radix.Content
          onOpenAutoFocus={(event) => {
            cameFrom.current = document.activeElement;
            // one types at once where there is something to type; on a phone the keyboard would cover the form
            const first = (event.currentTarget as HTMLElement).querySelector<HTMLElement>("input, select, textarea");
            if (!first || !window.matchMedia("(pointer: fine)").matches) return;
            event.preventDefault();
            first.focus();
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            if (cameFrom.current instanceof HTMLElement) cameFrom.current.focus();
          }}
          className={`fixed left-1/2 top-[8vh] z-50 max-h-[84vh] w-[min(94vw,var(--w))] -translate-x-1/2 overflow-auto [contain:layout_paint_style] will-change-transform rounded-field border border-line bg-sheet p-5 text-ink shadow-lg`}
          style={{ "--w": wide ? "860px" : "560px" } as React.CSSProperties}
        >
          <div className="mb-2 flex items-baseline justify-between gap-4">
            <Radix.Title className="text-xl">{title}</Radix.Title>
            <Radix.Close aria-label="Close" className="grid size-7 place-items-center rounded-field hover:bg-selected">
              <X size={16} aria-hidden />
            </Radix.Close>
          </div>
          <Radix.Description className={description ? "mb-3 text-soft" : "sr-only"}>
            {description ?? title}
          </Radix.Description>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
