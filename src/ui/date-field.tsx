"use client";

import { CalendarDays } from "lucide-react";
import { Popover as Radix } from "radix-ui";
import { lazy, type Ref, Suspense, useState } from "react";

const Calendar = lazy(() => import("./calendar").then((m) => ({ default: m.Calendar })));

/** A date: typed as one writes it, or picked. What it was read as stands beside it; `read` gives the day, or null. */
export function DateField({
  id,
  label,
  text,
  read,
  shown,
  onText,
  onLeave,
  today,
  problem,
  inputRef,
  named = false,
}: {
  id: string;
  label: string;
  text: string;
  read: (typed: string) => string | null;
  /** a day in words */
  shown: (iso: string) => string;
  /** `picked`: from the calendar */
  onText: (text: string, picked?: boolean) => void;
  onLeave?: () => void;
  today: string;
  problem?: string | undefined;
  inputRef?: Ref<HTMLInputElement>;
  /** the box is called by its label, where no other element does */
  named?: boolean;
}) {
  const [open, setOpen] = useState(false);
  const day = text.trim() === "" ? null : read(text);
  return (
    <span className="inline-flex flex-wrap items-baseline gap-x-2">
      <span className="inline-flex items-baseline">
        <input
          id={id}
          ref={inputRef}
          {...(named ? { "aria-label": label } : {})}
          className="writes w-[9.5em] text-left"
          value={text}
          placeholder="6 oct, in 3 weeks"
          aria-invalid={problem !== undefined}
          aria-describedby={problem ? `${id}-problem` : undefined}
          autoComplete="off"
          onChange={(event) => onText(event.currentTarget.value)}
          onBlur={onLeave}
          onKeyDown={(event) => {
            if (event.key === "Enter" && onLeave) onLeave();
          }}
        />
        <Radix.Root open={open} onOpenChange={setOpen}>
          <Radix.Trigger
            aria-label={`Pick a day: ${label}`}
            className="touch grid size-7 place-items-center self-center text-soft hover:text-ink"
          >
            <CalendarDays size={15} aria-hidden />
          </Radix.Trigger>
          <Radix.Portal>
            <Radix.Content
              aria-label={`Pick a day: ${label}`}
              sideOffset={4}
              collisionPadding={12}
              className="z-50 max-h-[var(--radix-popover-content-available-height)] overflow-auto rounded-field border border-line bg-sheet p-3 text-ink shadow-lg"
            >
              <Suspense fallback={<p className="text-soft">Fetching the calendar.</p>}>
                <Calendar
                  day={day}
                  today={today}
                  onDay={(iso) => {
                    onText(shown(iso), true);
                    setOpen(false);
                  }}
                />
              </Suspense>
            </Radix.Content>
          </Radix.Portal>
        </Radix.Root>
      </span>
      {day && shown(day) !== text.trim() && <span className="text-[12px] text-soft">{shown(day)}</span>}
    </span>
  );
}
