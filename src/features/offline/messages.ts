/** What pages and the service worker say to one another. */
export const VIEWS_CACHE = "wheatonomy-views";
export const STATIC_CACHE = "wheatonomy-static";
export const KEEP = "keep";
export const FORGET = "forget";
export type Message = { kind: typeof KEEP; paths: string[]; scripts: string[] } | { kind: typeof FORGET };
