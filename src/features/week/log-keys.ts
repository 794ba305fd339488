/** Where the number of entries on the device stands, the event that says that it changed, and where entries stood before. */
export const COUNT_KEY = "wheatonomy.log.count";
export const OLD_KEYS = ["wheatonomy.log", "wheatonomy.log.refused"];
export const LOG_EVENT = "wheatonomy-log";

/** How many entries this device keeps, waiting or refused. */
export const countKept = (): number =>
  OLD_KEYS.reduce(
    (sum, key) => sum + (localStorage.getItem(key)?.match(/"label":/g)?.length ?? 0),
    Number(localStorage.getItem(COUNT_KEY)) || 0,
  );

/** Example: keptInWords(1) is "1 log entry kept on this device". */
export const keptInWords = (count: number): string =>
  `${count} log entr${count === 1 ? "y" : "ies"} kept on this device`;
