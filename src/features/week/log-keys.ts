/** Where log entries wait on the device, those that the server refused, and the event that says that either changed. */
export const WAITING_KEY = "wheatonomy.log";
export const REFUSED_KEY = "wheatonomy.log.refused";
export const LOG_KEYS = [WAITING_KEY, REFUSED_KEY];
export const LOG_EVENT = "wheatonomy-log";

/** Example: keptInWords(1) is "1 log entry kept on this device". */
export const keptInWords = (count: number): string =>
  `${count} log entr${count === 1 ? "y" : "ies"} kept on this device`;
