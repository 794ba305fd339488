import type { KeyboardEvent } from "react";

/**
 * A letter pressed on a list that is closed changes nothing: what was chosen would be another thing unseen. Arrows, Enter and the
 * space bar open the list, and there letters look for an entry.
 */
export function keepLetters(event: KeyboardEvent): void {
  const { key, ctrlKey, metaKey, altKey } = event;
  if (key.length === 1 && key !== " " && !ctrlKey && !metaKey && !altKey) event.preventDefault();
}
