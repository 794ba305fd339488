"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import type { OutlineBasis, OutlineProgress } from "@/server/contracts";
import { send } from "../shared/send";

/** Between looks at how far the worker is [ms]; after so many looks without a step it is said to stand still. */
const LOOK_MS = 400;
const PATIENCE = 40;

export type Drafting = OutlineProgress & { still: boolean };

/** How far the worker is, for people. */
export function draftingInWords({ done, of, shownFrom, still }: Drafting): string {
  const age = shownFrom ? `; until then what was drafted at ${shownFrom} is shown` : "";
  return `drafting ${done} of ${of} plans again${age}${still ? ". It stands still: the drafting worker may not be running" : ""}`;
}

/** While the worker drafts plans again, what is there is shown with how far it is; then the page is drawn with all of them. */
export function useDrafting(basis: OutlineBasis, waiting: number): Drafting | null {
  const router = useRouter();
  const [progress, setProgress] = useState<Drafting | null>(null);
  useEffect(() => {
    if (waiting === 0) {
      setProgress(null);
      return;
    }
    let gone = false;
    const work = async () => {
      let before = -1;
      let looks = 0;
      for (;;) {
        const reply = await send("GET /api/outlines", { query: { basis } });
        if (gone || !reply.ok) return;
        const now = reply.value;
        looks = now.done === before ? looks + 1 : 0;
        before = now.done;
        setProgress({ ...now, still: looks >= PATIENCE });
        if (now.done >= now.of) {
          router.refresh();
          return;
        }
        await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
        if (gone) return;
      }
    };
    void work();
    return () => {
      gone = true;
    };
  }, [basis, waiting, router]);
  return waiting > 0 ? (progress ?? { done: 0, of: waiting, shownFrom: null, still: false }) : null;
}
