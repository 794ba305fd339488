/** What pages and the service worker say to one another. */
export const VIEWS_CACHE = "wheatonomy-views";
export const STATIC_CACHE = "wheatonomy-static";
export const KEEP = "keep";
export const FORGET = "forget";
export const LOCK = "lock";
export type Message =
  | { kind: typeof KEEP; paths: string[]; scripts: string[] }
  | { kind: typeof FORGET }
  | { kind: typeof LOCK };

/** Under which address a page of somebody is kept. Example: keyOf("https://a/week", "c0ffee") is "https://a/week?kept-for=c0ffee". */
export function keyOf(address: string, who: string): string {
  const url = new URL(address);
  url.hash = "";
  url.searchParams.set("kept-for", who);
  return url.href;
}
