/**
 * What was typed or ticked before the page listened: on a slow device a page can be seen, and written on, seconds before its
 * scripts run. React keeps such a text in the field and does not know of it; here it is handed on once, as if it were typed then.
 */

type Writing = HTMLInputElement | HTMLTextAreaElement;

/** How often it is looked whether a field listens by now [ms]. */
const LOOK_MS = 50;
/** After so long nobody waits for it any more [ms]: what does not listen then is no field of ours. */
const GIVE_UP_MS = 60_000;

/** Begins before the page listens; ends by itself. */
export function handOnWhatWasTypedEarly(page: Document = document): void {
  // a field that is left alone by the browser's own filling in may have been written on before this ran
  const early = new Set<Writing>(
    [...page.querySelectorAll<Writing>("input, textarea")].filter((field) => isWriting(field) && wasChanged(field)),
  );
  const remember = (event: Event) => {
    const field = event.target as Writing;
    if (isWriting(field) && !listens(field)) early.add(field);
  };
  page.addEventListener("input", remember, true);
  const begun = Date.now();
  const look = setInterval(() => {
    for (const field of early) {
      if (field.isConnected && !listens(field)) continue;
      early.delete(field);
      if (field.isConnected && wasChanged(field)) handOn(field);
    }
    if (Date.now() - begun < GIVE_UP_MS) return;
    clearInterval(look);
    page.removeEventListener("input", remember, true);
  }, LOOK_MS);
}

const isTick = (field: Writing): field is HTMLInputElement => field.type === "checkbox" || field.type === "radio";

/** Fields of files and passwords are read when they are sent. */
const isWriting = (field: Element): boolean =>
  (field instanceof HTMLInputElement && !["file", "password", "hidden", "submit", "button"].includes(field.type)) ||
  field instanceof HTMLTextAreaElement;

const wasChanged = (field: Writing): boolean => {
  if (!isTick(field)) return field.value !== field.defaultValue;
  // of several to choose from, the one that lost the mark was not touched
  return field.checked !== field.defaultChecked && (field.type === "checkbox" || field.checked);
};

/** React watches a field through a property of the field itself, from the moment that it listens. */
const listens = (field: Writing): boolean => Object.hasOwn(field, isTick(field) ? "checked" : "value");

function handOn(field: Writing): void {
  if (isTick(field)) {
    // back to what the page knows, and ticked anew
    field.checked = field.defaultChecked;
    field.click();
    return;
  }
  const typed = field.value;
  // through the watched property: the page takes this for what stands there, and the next for a change
  field.value = field.defaultValue;
  const prototype = field instanceof HTMLTextAreaElement ? HTMLTextAreaElement : HTMLInputElement;
  Object.getOwnPropertyDescriptor(prototype.prototype, "value")?.set?.call(field, typed);
  field.dispatchEvent(new Event("input", { bubbles: true }));
}
