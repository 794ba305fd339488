"use client";

import { ChevronLeft, ChevronRight } from "lucide-react";
import { DayPicker } from "react-day-picker";

/** A month to pick a day from; weeks begin on Monday. */
export function Calendar({ day, today, onDay }: { day: string | null; today: string; onDay: (iso: string) => void }) {
  return (
    <DayPicker
      mode="single"
      weekStartsOn={1}
      timeZone="UTC"
      today={new Date(today)}
      defaultMonth={new Date(day ?? today)}
      selected={day ? new Date(day) : undefined}
      captionLayout="dropdown"
      startMonth={new Date("1990-01-01")}
      endMonth={new Date("2099-12-31")}
      onSelect={(picked) => picked && onDay(picked.toISOString().slice(0, 10))}
      components={{ Chevron }}
      classNames={{
        root: "relative w-[17em]",
        month_caption: "mb-1 flex h-8 items-center font-semibold",
        caption_label: "hidden",
        dropdowns: "flex gap-1",
        dropdown: "writes rounded-field bg-sheet px-1",
        nav: "absolute right-0 top-0 flex gap-1",
        button_previous: "grid size-8 place-items-center rounded-field hover:bg-selected",
        button_next: "grid size-8 place-items-center rounded-field hover:bg-selected",
        month_grid: "w-full border-collapse text-center",
        weekday: "h-7 text-[12px] font-normal text-soft",
        day: "p-0",
        day_button: "size-9 rounded-field hover:bg-selected",
        selected: "[&>button]:bg-action [&>button]:text-on-action",
        today: "font-bold underline",
        outside: "text-soft",
      }}
    />
  );
}

function Chevron({ orientation }: { orientation?: "left" | "right" | "up" | "down" }) {
  return orientation === "left" ? <ChevronLeft size={16} aria-hidden /> : <ChevronRight size={16} aria-hidden />;
}
