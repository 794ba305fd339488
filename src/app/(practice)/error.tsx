"use client";

import { Trouble } from "@/features/shell/trouble";

export default function PageError({ reset }: { error: Error; reset: () => void }) {
  return <Trouble reset={reset} />;
}
