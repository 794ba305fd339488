/** Whose pages and entries a device keeps: one person's in one practice, by a mark that the page carries. */

/** The name of the page's mark. */
export const KEPT_FOR = "wheatonomy-for";

/** The mark of this page; empty where nobody is signed in. */
export const keptFor = (): string =>
  (typeof document === "undefined" ? null : document.querySelector<HTMLMetaElement>(`meta[name="${KEPT_FOR}"]`))
    ?.content ?? "";
