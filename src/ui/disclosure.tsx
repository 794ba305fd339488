"use client";

import { type ReactNode, useEffect, useState } from "react";
import { flushSync } from "react-dom";

/** A heading that opens what lies under it; what is closed is not drawn, for it may be hundreds of lines. */
export function Disclosure({
  summary,
  first,
  className = "",
  children,
}: {
  summary: ReactNode;
  /** whether it stands open at first */
  first: boolean;
  className?: string;
  children: ReactNode;
}) {
  const [open, setOpen] = useState(first);
  // what is printed is printed whole
  useEffect(() => {
    const openForPrint = () => flushSync(() => setOpen(true));
    window.addEventListener("beforeprint", openForPrint);
    return () => window.removeEventListener("beforeprint", openForPrint);
  }, []);
  return (
    <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className={`cursor-pointer ${className}`}>{summary}</summary>
      {open && children}
    </details>
  );
}
