"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { send } from "../shared/send";

/** While plans wait to be drafted, asks the server for some more at a time; then the page is drawn with all of them. */
export function useDrafting(basis: "draft" | "issued", waiting: number): { done: number; of: number } | null {
  const router = useRouter();
  const [progress, setProgress] = useState<{ done: number; of: number } | null>(null);
  useEffect(() => {
    if (waiting === 0) {
      setProgress(null);
      return;
    }
    let gone = false;
    const work = async () => {
      for (;;) {
        const reply = await send("POST /api/outlines", { query: { basis } });
        if (gone || !reply.ok) return;
        const now = reply.value;
        setProgress(now);
        if (now.done >= now.of) {
          router.refresh();
          return;
        }
      }
    };
    void work();
    return () => {
      gone = true;
    };
  }, [basis, waiting, router]);
  return waiting > 0 ? (progress ?? { done: 0, of: waiting }) : null;
}
