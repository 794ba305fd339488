import type { ReactNode } from "react";

/** The page before one is in: drawing, name, what it is for, and what is to be done here. */
export function Front({ title, children }: { title?: string; children: ReactNode }) {
  return (
    <main className="mx-auto grid min-h-screen max-w-sm content-center px-6 py-10">
      <Drawing />
      <h1 className="mt-4 text-3xl">{title ?? "Wheatonomy"}</h1>
      {children}
    </main>
  );
}

/** The ground line with a stand above and roots below: the ribbon in small. */
function Drawing() {
  return (
    <svg viewBox="0 0 320 70" aria-hidden className="w-full">
      <path d="M0 40C80 40 120 36 170 24 210 14 260 8 320 12V40z" fill="var(--canopy)" />
      <path d="M0 40C90 42 150 56 320 64V40z" fill="var(--root)" />
      <path d="M0 40h320" stroke="var(--ground)" strokeWidth="2" />
    </svg>
  );
}
