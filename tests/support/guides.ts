/** Crop guides for tests and scripts. */

import { GUIDES } from "../../src/core/guides";
import type { Guide } from "../../src/core/guides/schema";

export const ALL_GUIDES: readonly Guide[] = GUIDES;

/** A guide that must be there. */
export function testGuide(id: string): Guide {
  const guide = ALL_GUIDES.find((g) => g.id === id);
  if (!guide) throw new Error(`there is no guide of ${id}`);
  return guide;
}
