"use client";

import { createContext, type ReactNode, useCallback, useContext, useEffect, useMemo, useRef, useState } from "react";

export interface CommandEntry {
  id: string;
  label: string;
  /** "3", "v", "Ctrl+Z", "Alt+1"; empty for none */
  keys: string;
  run: () => void;
  /** other words that it is found by */
  also?: string[];
  /** where it leads, beside its name */
  where?: string;
  /** only where it is looked for: of these there are many */
  asked?: true;
}
/** Commands, or what makes them when they are looked for. */
type Offer = CommandEntry[] | (() => CommandEntry[]);

interface Registry {
  register: (key: object, commands: Offer) => void;
  remove: (key: object) => void;
  all: () => CommandEntry[];
  withKeys: () => CommandEntry[];
}
const Commands = createContext<Registry | null>(null);

/** Where what is pressed is text. */
const WRITTEN_IN = "input, textarea, select, [contenteditable], [role=listbox], [role=menu]";
/** A closed list, on which a letter looks for an entry elsewhere: there letters do nothing, and digits go to their sheet. */
const CLOSED_LIST = "[role=combobox]";

/** Collects what can be done on the page now, for the palette, the list of shortcuts and the keyboard. */
export function CommandsProvider({ children }: { children: ReactNode }) {
  const store = useRef(new Map<object, Offer>());
  const registry = useMemo<Registry>(
    () => ({
      register: (key, commands) => store.current.set(key, commands),
      remove: (key) => store.current.delete(key),
      all: () => [...store.current.values()].flatMap((offer) => (typeof offer === "function" ? offer() : offer)),
      // what is made only when it is looked for has no keys
      withKeys: () => [...store.current.values()].flatMap((offer) => (typeof offer === "function" ? [] : offer)),
    }),
    [],
  );
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      const writing =
        target.closest(WRITTEN_IN) !== null || (/^\D$/.test(event.key) && target.closest(CLOSED_LIST) !== null);
      const modified = event.ctrlKey || event.metaKey;
      if (writing && !modified) return;
      if (document.querySelector("[role=dialog]")) return;
      const digit = event.altKey && !modified ? /^Digit(\d)$/.exec(event.code)?.[1] : undefined;
      const pressed = digit
        ? `Alt+${digit}`
        : `${modified ? "Ctrl+" : ""}${event.shiftKey && modified ? "Shift+" : ""}${modified ? event.key.toUpperCase() : event.key}`;
      const command = registry.withKeys().find((c) => c.keys === pressed);
      // undo inside of a box that is being written in stays with the box
      if (!command || (writing && /Z$/.test(pressed) && (target as HTMLInputElement).dataset.own === "undo")) return;
      event.preventDefault();
      command.run();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [registry]);
  return <Commands.Provider value={registry}>{children}</Commands.Provider>;
}

/** Offers commands while the component stands. */
export function useCommands(commands: Offer): void {
  const registry = useContext(Commands);
  const key = useRef({});
  registry?.register(key.current, commands);
  useEffect(() => {
    const own = key.current;
    return () => registry?.remove(own);
  }, [registry]);
}

/** All commands of the moment, read when `open` turns true. */
export function useAllCommands(open: boolean): CommandEntry[] {
  const registry = useContext(Commands);
  const [list, setList] = useState<CommandEntry[]>([]);
  const read = useCallback(() => setList(registry?.all() ?? []), [registry]);
  useEffect(() => {
    if (open) read();
  }, [open, read]);
  return list;
}
