/** A database of its own with the demo data, and the built application on a free port, for all system tests. */

import path from "node:path";
import type { TestProject } from "vitest/node";
import { startApp } from "../../scripts/app-under-test";
import { buildApp } from "../../scripts/build-app.mjs";

declare module "vitest" {
  export interface ProvidedContext {
    base: string;
    databaseUrl: string;
    ownerUrl: string;
    adminUrl: string;
  }
}

export default async function setup(project: TestProject) {
  const root = path.resolve(import.meta.dirname, "../..");
  // what is tried is what stands in the source now
  const problem = buildApp(root, process.env);
  if (problem) throw new Error(problem);
  const app = await startApp(path.join(root, ".local/test-database"));
  project.provide("base", app.base);
  project.provide("databaseUrl", app.database.url);
  project.provide("ownerUrl", app.database.ownerUrl);
  project.provide("adminUrl", app.database.adminUrl);
  return app.stop;
}
