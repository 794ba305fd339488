"use client";

import { Command } from "cmdk";
import { useRouter } from "next/navigation";
import { useEffect, useRef } from "react";
import type { FieldName } from "@/server/contracts";
import { Dialog } from "@/ui/dialog";
import { type CommandEntry, useAllCommands } from "./commands";

/** Everything that can be found or done here, by name. */
export function Palette({
  fields,
  words,
  onWords,
  entered,
  onEnter,
  onClose,
}: {
  /** null until their names are there */
  fields: FieldName[] | null;
  words: string;
  onWords: (words: string) => void;
  /** Enter was pressed before all names were there */
  entered: boolean;
  onEnter: () => void;
  onClose: () => void;
}) {
  const router = useRouter();
  const commands: CommandEntry[] = [
    ...useAllCommands(true),
    ...(fields ?? []).map((f) => ({
      id: `field.${f.fieldId}`,
      label: `${f.name}, ${f.farm}`,
      keys: "",
      run: () => router.push(f.planId ? `/plans/${f.planId}` : `/fields/${f.fieldId}`),
    })),
  ];
  const whole = fields !== null && commands.length > fields.length;
  const input = useRef<HTMLInputElement>(null);
  // what was typed before stays, and writing goes on at its end
  useEffect(() => input.current?.setSelectionRange(input.current.value.length, input.current.value.length), []);
  useEffect(() => {
    if (!entered || !whole) return;
    const next = requestAnimationFrame(() =>
      input.current?.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true })),
    );
    return () => cancelAnimationFrame(next);
  }, [entered, whole]);
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="Find or do">
      <Command
        label="Find or do"
        onKeyDown={(event) => {
          if (event.key !== "Enter" || fields !== null) return;
          event.preventDefault();
          onEnter();
        }}
      >
        <Command.Input
          ref={input}
          value={words}
          onValueChange={onWords}
          placeholder="A field, a sheet, an operation"
          className="writes w-full text-left font-normal"
          autoFocus
        />
        <Command.List className="mt-2 max-h-[50vh] overflow-auto">
          <Command.Empty className="p-2 text-soft">
            {fields === null ? "Fetching the names of fields." : "Nothing of that name."}
          </Command.Empty>
          {commands.map((command) => (
            <Command.Item
              key={command.id}
              value={`${command.label} ${command.id}`}
              className="flex cursor-pointer justify-between px-2 py-1.5 data-[selected=true]:bg-selected"
              onSelect={() => {
                onClose();
                setTimeout(command.run, 0);
              }}
            >
              {command.label}
              {command.keys && <kbd className="text-[11px] text-soft">{command.keys}</kbd>}
            </Command.Item>
          ))}
        </Command.List>
      </Command>
    </Dialog>
  );
}

/** The keys of this page. */
export function Shortcuts({ onClose }: { onClose: () => void }) {
  const commands = useAllCommands(true).filter((c) => c.keys);
  const onRibbon: [string, string][] = [
    ["← →", "move the operation by a day, inside its window"],
    ["Page Up, Page Down", "by a week"],
    ["Enter", "open the operation"],
    ["Esc", "take back what is being typed"],
  ];
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="Keyboard shortcuts">
      <dl className="grid grid-cols-[10em_1fr] gap-y-1">
        {commands.map((c) => (
          <div key={c.id} className="contents">
            <dt>
              <kbd className="border border-line px-1">{c.keys}</kbd>
            </dt>
            <dd>{c.label}</dd>
          </div>
        ))}
        {onRibbon.map(([key, what]) => (
          <div key={key} className="contents">
            <dt>
              <kbd className="border border-line px-1">{key}</kbd>
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}
