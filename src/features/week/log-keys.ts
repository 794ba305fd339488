import { keptFor } from "../offline/kept-for";

/** Where the number of entries on the device stands, the event that says that it changed, and where entries stood before. */
export const COUNT_KEY = "wheatonomy.log.count";
export const OLD_KEYS = ["wheatonomy.log", "wheatonomy.log.refused"];
export const LOG_EVENT = "wheatonomy-log";

/** Where the number of whoever is here stands. */
export const countKey = (): string => [COUNT_KEY, keptFor()].filter(Boolean).join(".");

/** How many entries this device keeps, waiting or refused. */
export const countKept = (): number =>
  OLD_KEYS.reduce(
    (sum, key) => sum + (localStorage.getItem(key)?.match(/"label":/g)?.length ?? 0),
    // an earlier version of the program counted for whoever was there
    Number(localStorage.getItem(countKey()) ?? localStorage.getItem(COUNT_KEY)) || 0,
  );

/** Example: keptInWords(1) is "1 log entry kept on this device". */
export const keptInWords = (count: number): string =>
  `${count} log entr${count === 1 ? "y" : "ies"} kept on this device`;

/** What names a job among those of all plans. */
export const jobKey = (planId: string, operationId: string): string => `${planId}.${operationId}`;
