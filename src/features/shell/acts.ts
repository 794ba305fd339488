/** What the frame does seldom: fetched once the page is at rest, or when it is done. */

export function switchTheme(): void {
  const root = document.documentElement;
  const dark = root.dataset.theme
    ? root.dataset.theme === "dark"
    : window.matchMedia("(prefers-color-scheme: dark)").matches;
  root.dataset.theme = dark ? "light" : "dark";
  // biome-ignore lint/suspicious/noDocumentCookie: the server reads it to draw the first page in the right theme
  document.cookie = `theme=${root.dataset.theme}; path=/; max-age=31536000; samesite=lax`;
}

export async function signOut(): Promise<void> {
  const { forgetPages } = await import("../offline/keep");
  // first what needs no network
  await forgetPages();
  await fetch("/api/auth/sign-out", {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: "{}",
  }).catch(() => null);
  window.location.href = "/sign-in";
}
