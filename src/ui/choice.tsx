"use client";

import { Check, ChevronDown } from "lucide-react";
import { Select as Radix } from "radix-ui";
import { useState } from "react";
import { keepLetters } from "./keep-letters";

export interface Option<T extends string = string> {
  value: T;
  label: string;
  /** why one would take it */
  note?: string;
}

/**
 * One of a few, shown as its words on a rule; opens to the list with the reason beside each. The list is there from the first
 * time that somebody comes to it: a sheet has a dozen of them, which would all be drawn anew with each key.
 */
export function Choice<T extends string>({
  value,
  options,
  onChange,
  label,
  disabled,
}: {
  value: T;
  options: Option<NoInfer<T>>[];
  onChange: (value: T) => void;
  label: string;
  disabled?: boolean;
}) {
  const [wanted, setWanted] = useState(false);
  return (
    <Radix.Root
      value={value}
      onValueChange={(chosen) => onChange(chosen as T)}
      onOpenChange={(open) => open && setWanted(true)}
      disabled={disabled ?? false}
    >
      <Radix.Trigger
        aria-label={label}
        onFocus={() => setWanted(true)}
        onKeyDown={keepLetters}
        className="writes inline-flex max-w-full items-center gap-1 text-left"
      >
        <span className="truncate">
          <Radix.Value>{options.find((option) => option.value === value)?.label}</Radix.Value>
        </span>
        <ChevronDown size={14} aria-hidden className="shrink-0 text-soft" />
      </Radix.Trigger>
      {wanted && <List options={options} />}
    </Radix.Root>
  );
}

function List({ options }: { options: Option[] }) {
  return (
    <Radix.Portal>
      <Radix.Content
        position="popper"
        sideOffset={4}
        collisionPadding={12}
        className="z-50 max-h-[60vh] max-w-[min(92vw,440px)] overflow-auto rounded-field border border-line bg-sheet py-1 text-ink shadow-lg"
      >
        <Radix.Viewport>
          {options.map((option) => (
            <Radix.Item
              key={option.value}
              value={option.value}
              className="flex cursor-pointer items-start gap-2 px-2 py-1.5 outline-none data-[highlighted]:bg-selected"
            >
              <span className="mt-0.5 grid size-4 shrink-0 place-items-center">
                <Radix.ItemIndicator>
                  <Check size={14} aria-hidden />
                </Radix.ItemIndicator>
              </span>
              <span>
                <Radix.ItemText>{option.label}</Radix.ItemText>
                {option.note && <span className="block text-[12px] font-normal text-soft">{option.note}</span>}
              </span>
            </Radix.Item>
          ))}
        </Radix.Viewport>
      </Radix.Content>
    </Radix.Portal>
  );
}
