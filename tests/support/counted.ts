/** What a walk through the application costs somebody: clicks, entries and pages, counted as it is walked. */

import type { Locator, Page } from "playwright-core";

/** What each takes a practised hand [s]. */
const SECONDS = { click: 2, entry: 4, page: 20 };

export class Counted {
  clicks = 0;
  entries = 0;
  pages = 0;
  constructor(readonly page: Page) {
    let at = "";
    page.on("framenavigated", (frame) => {
      // another address of the same page is no page to read anew
      const { pathname } = new URL(frame.url(), "http://x");
      if (frame === page.mainFrame() && pathname !== at) this.pages++;
      at = pathname;
    });
  }

  async click(target: Locator): Promise<void> {
    this.clicks++;
    await target.click();
  }
  async type(target: Locator, text: string): Promise<void> {
    this.entries++;
    await target.fill(text);
  }
  /** one click opens a list, one chooses */
  async choose(target: Locator, label: string): Promise<void> {
    this.clicks += 2;
    await target.selectOption({ label });
  }
  /** as copied from a spreadsheet: one entry, however many cells */
  async paste(target: Locator, rows: (string | number)[][]): Promise<void> {
    this.entries++;
    await target.evaluate(
      (input, text) => {
        const data = new DataTransfer();
        data.setData("text", text);
        input.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
      },
      rows.map((row) => row.join("\t")).join("\n"),
    );
  }
  /** Types and chooses in the form that is open, and sends it where its button is named. */
  async fill(texts: Record<string, string>, choices: Record<string, string>, send?: string): Promise<void> {
    const form = this.page.getByRole("dialog");
    await form.getByRole("button", { name: send ?? /^Add the/ }).waitFor();
    for (const [label, option] of Object.entries(choices))
      await this.choose(form.getByLabel(label, { exact: true }), option);
    for (const [label, text] of Object.entries(texts)) await this.type(form.getByLabel(label, { exact: true }), text);
    if (send === undefined) return;
    await this.click(form.getByRole("button", { name: send }));
    await form.waitFor({ state: "detached" });
  }

  get seconds(): number {
    return SECONDS.click * this.clicks + SECONDS.entry * this.entries + SECONDS.page * this.pages;
  }
  toString(): string {
    return `${this.clicks} clicks, ${this.entries} entries, ${this.pages} pages: ${(this.seconds / 60).toFixed(1)} min`;
  }
}
