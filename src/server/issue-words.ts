import type { z } from "zod";

type Issue = z.core.$ZodIssue;

const KINDS: Record<string, string> = {
  number: "a number",
  int: "a whole number",
  string: "a text",
  boolean: "yes or no",
  object: "several values by name",
  array: "a list",
  date: "a date",
};

/**
 * What a schema found wrong with a request, as people read it: which field, and what is allowed there.
 *
 * Example: an area of 0 where more than 0 is allowed gives { field: "values.areaHa", message: "values.areaHa: enter more than 0." }.
 */
export function issueInWords(issue: Issue): { field: string; message: string } {
  // of a union the member that was meant is the one with the least to say, by the deepest place
  if (issue.code === "invalid_union" && issue.errors.some((list) => list.length > 0)) {
    const [closest] = [...issue.errors]
      .filter((list) => list.length > 0)
      .sort((a, b) => a.length - b.length || depth(b) - depth(a));
    const [first] = closest as Issue[];
    if (first) return issueInWords({ ...first, path: [...issue.path, ...first.path] } as Issue);
  }
  const field = issue.path.join(".");
  const say = (what: string) => ({
    field,
    message: field ? `${field}: ${what}.` : `${what.replace(/^./, (c) => c.toUpperCase())}.`,
  });
  switch (issue.code) {
    case "unrecognized_keys":
      return say(`not known here: ${issue.keys.join(", ")}`);
    case "invalid_type":
      return say(
        issue.input === undefined
          ? "nothing given, it is required"
          : `enter ${KINDS[issue.expected] ?? issue.expected}`,
      );
    case "too_small":
      return say(
        issue.origin === "string"
          ? Number(issue.minimum) === 1
            ? "nothing given, it is required"
            : `enter at least ${issue.minimum} characters`
          : issue.origin === "array"
            ? `give at least ${issue.minimum}`
            : `enter ${issue.inclusive ? `${issue.minimum} or more` : `more than ${issue.minimum}`}`,
      );
    case "too_big":
      return say(
        issue.origin === "string"
          ? `enter at most ${issue.maximum} characters`
          : issue.origin === "array"
            ? `give at most ${issue.maximum}`
            : `enter ${issue.inclusive ? `${issue.maximum} or less` : `less than ${issue.maximum}`}`,
      );
    case "invalid_value":
      return say(
        `choose one of ${issue.values.slice(0, 12).map(String).join(", ")}${issue.values.length > 12 ? " ..." : ""}`,
      );
    case "invalid_format":
      return say(
        issue.format === "date"
          ? "enter a date as 2027-03-04"
          : issue.format === "uuid"
            ? "this is no id"
            : issue.message,
      );
    default:
      return say(issue.message.replace(/\.$/, ""));
  }
}

const depth = (issues: Issue[]): number => Math.max(...issues.map((i) => i.path.length));
