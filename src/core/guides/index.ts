/** All crop guides, by id. One file a crop; nothing outside this folder knows a crop by name. */

import { garlic } from "./garlic";
import { potato } from "./potato";
import { rice } from "./rice";
import type { Guide } from "./schema";
import { wheat } from "./wheat";

export const GUIDES: readonly Guide[] = [wheat, potato, rice, garlic];

/** A guide by its id; undefined when there is none. */
export function findGuide(id: string): Guide | undefined {
  return GUIDES.find((guide) => guide.id === id);
}
