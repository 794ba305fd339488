"use client";

import { lazy, Suspense } from "react";

// the page's own boundary, within the shell: fetched when it is needed. Where that cannot be, the one around it stands in
const Trouble = lazy(() => import("@/features/shell/trouble").then((m) => ({ default: m.Trouble })));

export default function PageError({ reset }: { error: Error; reset: () => void }) {
  return (
    <Suspense>
      <Trouble reset={reset} />
    </Suspense>
  );
}
