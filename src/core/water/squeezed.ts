/** What a squeezed handful of soil tells. */

import type { TextureClass } from "../soil/texture";
import { SANDS } from "./start-moisture";

/**
 * How a handful looks that is squeezed, by the share of available water left [%]; in words of our own after the usual
 * feel-and-appearance tables of extension services (recalled).
 */
export const SQUEEZED: Record<"light" | "heavy", { leftPct: number; looks: string }[]> = {
  light: [
    { leftPct: 100, looks: "leaves a wet outline on the hand" },
    { leftPct: 75, looks: "makes a weak ball that breaks at a touch" },
    { leftPct: 50, looks: "looks dark, hardly holds as a ball" },
    { leftPct: 25, looks: "looks dry, makes no ball" },
    { leftPct: 0, looks: "dry and loose, runs through the fingers" },
  ],
  heavy: [
    { leftPct: 100, looks: "leaves a wet outline on the hand, ribbons out easily" },
    { leftPct: 75, looks: "makes a smooth ball, ribbons out between thumb and finger" },
    { leftPct: 50, looks: "makes a ball under pressure, slick when rubbed" },
    { leftPct: 25, looks: "crumbles, holds together when pressed hard" },
    { leftPct: 0, looks: "hard, baked or powdery" },
  ],
};
/** Which of the two tables a texture is felt by. */
export const feltAs = (texture: TextureClass): keyof typeof SQUEEZED => (SANDS.includes(texture) ? "light" : "heavy");
