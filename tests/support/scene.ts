/** A practice of a test's own with its people, a database to look into and a browser; all of it goes when the test ends. */

import pg from "pg";
import type { Browser } from "playwright-core";
import { afterAll, beforeAll, inject } from "vitest";
import type { Access } from "@/server/access/access";
import { pool } from "@/server/storage/db";
import { launchChromium } from "../../scripts/app-under-test";
import { accessOf } from "./access";
import { makePractice, removePractice } from "./made-practice";

export interface Scene {
  owner: Access;
  assistant: Access;
  grower: Access;
  /** of another practice */
  other: Access;
  admin: pg.Client;
  browser: Browser;
}

/** Call it where a test file begins; `take` gets the scene once it stands. */
export function onScene(practice: string, take: (scene: Scene) => Promise<void> | void): void {
  let admin: pg.Client | undefined;
  let browser: Browser | undefined;
  beforeAll(async () => {
    process.env.DATABASE_URL = inject("databaseUrl");
    await makePractice(inject("ownerUrl"), practice);
    admin = new pg.Client({ connectionString: inject("adminUrl") });
    await admin.connect();
    browser = await launchChromium();
    const of = (role: string) => accessOf(admin as pg.Client, `${role}@${practice.toLowerCase()}.example`);
    await take({
      owner: await of("owner"),
      assistant: await of("assistant"),
      grower: await of("grower"),
      other: await accessOf(admin, "una@fernhill.example"),
      admin,
      browser,
    });
  });
  afterAll(async () => {
    await browser?.close();
    await admin?.end();
    await pool().end();
    await removePractice(inject("adminUrl"), practice);
  });
}
