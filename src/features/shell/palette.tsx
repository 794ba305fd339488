"use client";

import { Command, defaultFilter } from "cmdk";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useRef } from "react";
import { SHEET_NAMES } from "@/core/sheet-ids";
import type { FoundField } from "@/server/contracts";
import { Dialog } from "@/ui/dialog";
import { type CommandEntry, useAllCommands } from "./commands";
import { type Place, placesFor } from "./places";

/** Entries that are drawn at once. */
const SHOWN = 60;

/** Everything that can be found or done here, by name and by what people call it; what this page has not, with where it is. */
export function Palette({
  role,
  fields,
  words,
  onWords,
  entered,
  onEnter,
  onClose,
}: {
  role: string;
  /** null until their names are there */
  fields: FoundField[] | null;
  words: string;
  onWords: (words: string) => void;
  /** Enter was pressed before all names were there */
  entered: boolean;
  onEnter: () => void;
  onClose: () => void;
}) {
  const router = useRouter();
  const here = useAllCommands(true);
  const commands = useMemo((): CommandEntry[] => {
    const go = (href: string) => () => router.push(href);
    const led = (place: Place): CommandEntry => {
      const { label, also, at } = place;
      const common = { id: `place.${label}`, label, also, keys: "" };
      if ("page" in at) return { ...common, run: go(at.page) };
      const own = here.find((c) => c.id === ("sheet" in at ? `sheet.${at.sheet}` : at.command));
      const what = "sheet" in at ? SHEET_NAMES[at.sheet] : "";
      return own
        ? { ...common, ...(what ? { where: what } : {}), run: own.run }
        : { ...common, where: what ? `on a plan, ${what}` : "on a plan", run: go("/fields") };
    };
    return [
      ...here,
      ...placesFor(role).map(led),
      ...(fields ?? []).flatMap((f): CommandEntry[] => [
        // of a field's name its plan is meant before the field
        ...f.plans.map((p) => ({
          id: `plan.${p.id}`,
          label: `${f.name}, ${f.farm}: ${p.crop} ${p.season}`,
          keys: "",
          where: "plan",
          run: go(`/plans/${p.id}`),
        })),
        {
          id: `field.${f.fieldId}`,
          label: `${f.name}, ${f.farm}`,
          keys: "",
          where: "field",
          run: go(`/fields/${f.fieldId}`),
        },
      ]),
    ];
  }, [here, fields, role, router]);
  const shown = useMemo(() => best(commands, words), [commands, words]);
  const whole = fields !== null && here.length > 0;
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
        // sorted and cut above: some hundred fields with their plans are not drawn to be hidden
        shouldFilter={false}
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
          placeholder="A field, a plan, a page, a figure, a job, or what you look for"
          className="writes w-full text-left font-normal"
          autoFocus
        />
        <Command.List className="mt-2 max-h-[50vh] overflow-auto">
          <Command.Empty className="p-2 text-soft">
            {fields === null ? "Fetching the names of fields." : "Nothing of that name, and no page that is called so."}
          </Command.Empty>
          {shown.map((command) => (
            <Command.Item
              key={command.id}
              value={command.id}
              className="flex cursor-pointer justify-between gap-3 px-2 py-1.5 data-[selected=true]:bg-selected"
              onSelect={() => {
                onClose();
                setTimeout(command.run, 0);
              }}
            >
              <span>{command.label}</span>
              {command.where && <span className="shrink-0 text-[12px] text-soft">{command.where}</span>}
              {command.keys && <kbd className="text-[11px] text-soft">{command.keys}</kbd>}
            </Command.Item>
          ))}
        </Command.List>
      </Command>
    </Dialog>
  );
}

/** Other words for it are not guessed at: a word of theirs begins so. */
const called = ({ also = [] }: CommandEntry, asked: string): number =>
  also.some((words) => ` ${words.toLowerCase()}`.includes(` ${asked.toLowerCase()}`)) ? ALSO_CALLED : 0;
/** Behind a label that has the word, before one that has its letters here and there. */
const ALSO_CALLED = 0.5;

/** What fits the words best; without words what can be done here. */
function best(commands: CommandEntry[], words: string): CommandEntry[] {
  const asked = words.trim();
  if (asked === "") return commands.filter((c) => !c.asked).slice(0, SHOWN);
  return commands
    .map((command) => ({ command, score: Math.max(defaultFilter(command.label, asked), called(command, asked)) }))
    .filter(({ score }) => score > 0)
    .sort((a, b) => b.score - a.score)
    .slice(0, SHOWN)
    .map(({ command }) => command);
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
