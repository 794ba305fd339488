/** Requests of every call, by the schemas' own generators, and addresses that pages and routes may be asked under. */

import fc from "fast-check";
import { KIND_IDS, type KindId } from "@/core/records/describe";
import { RECORD_KINDS } from "@/core/records/kinds";
import { valuesSchema } from "@/core/records/values";
import { BODIES } from "@/server/contracts";
import { schemaArbitrary } from "./schema-arbitrary";

export const ROLES = ["owner", "assistant", "grower", "nobody"] as const;
export interface DrawnRequest {
  who: (typeof ROLES)[number];
  method: string;
  /** with its query, ready to be sent */
  path: string;
  /** of the contracts, or the beginning of the address */
  call: string;
  /** JSON as a value, or text that need be none */
  body?: unknown;
}

const ODD_PATHS = ["%", "%00", "%ff", "..", "a/b", "\ud800", "1e9", "99999999999999999999", "__proto__", "null"];
const TEXTS = ["wheat", "winter", "planting", "chisel", "roll", "harvest", "emergence", "n1", "ammonium-sulphate"];
const NO_BODIES = [
  "",
  "{",
  "[]",
  '"\\ud800"',
  '{"name":"\\u0000"}',
  "[".repeat(5000),
  `${"[".repeat(63)}${"]".repeat(63)}`,
];

const address = (id: string) => encodeURIComponent(id.toWellFormed());

/** Bodies of every call, sound and not, with ids of things that there are and of none. */
export function drawnBodies(ids: Record<string, string>): fc.Arbitrary<DrawnRequest> {
  const calls = Object.keys(BODIES) as (keyof typeof BODIES)[];
  const drawing = {
    texts: TEXTS,
    dates: ["2026-08-01", "2026-10-01", "2027-03-01"],
    uuids: [...Object.values(ids), "00000000-0000-4000-8000-000000000000"],
  };
  // records are read by the schema of their kind, which the path names
  const bodyOf = (call: keyof typeof BODIES, kind: KindId) => {
    // of those in which any part may be wrong nearly all are: as many are sound, at the ends of what is allowed
    const whole = fc.oneof(
      schemaArbitrary(BODIES[call], drawing),
      schemaArbitrary(BODIES[call], { ...drawing, wrongOneIn: 12 }),
    );
    if (!call.includes("{kind}")) return whole;
    const values = schemaArbitrary(valuesSchema(RECORD_KINDS[kind]), { ...drawing, wrongOneIn: 30 });
    return fc
      .tuple(whole, values)
      .map(([body, own]) => (body && typeof body === "object" && "values" in body ? { ...body, values: own } : body));
  };
  return fc.tuple(fc.constantFrom(...calls), fc.constantFrom(...KIND_IDS)).chain(([call, kind]) =>
    fc
      .record({
        kind: fc.constantFrom(kind, kind, kind, "none", "__proto__"),
        body: bodyOf(call, kind),
        text: fc.option(fc.constantFrom(...NO_BODIES), { freq: 12 }),
        id: idsAnd(ids),
        who: fc.constantFrom("owner" as const, ...ROLES),
      })
      .map(({ kind: own, body, text, id, who }): DrawnRequest => {
        const [method = "", pattern = ""] = call.split(" ");
        const path = pattern.replace("{kind}", own).replace(/\{\w+\}/, address(id));
        return { who, method, path, call, body: text ?? body };
      }),
  );
}

/** Addresses of pages and of what is read or taken away, with ids of things that there are, and with anything else. */
export function drawnReads(ids: Record<string, string>): fc.Arbitrary<DrawnRequest> {
  return fc
    .record({
      start: fc.constantFrom(
        ...["/api/season?season=", "/api/guides/", "/api/plans/", "/fields/", "/plans/", "/stations/"],
        ...[
          "/week?from=",
          "/season?season=",
          "/season/harvest?season=",
          "/season/water?season=",
          "/treatments?season=",
        ],
        ...["/api/records/", "/api/records/fields/", "/api/records/soil-tests?fieldId=", "/records/", "/join/"],
        ...["/api/calendar/", "/api/log?planId=", "/api/stages?planId=", "/api/feeds?id=", "/api/site?guide="],
        ...["/api/rain?fieldId=", "/api/scouting?id=", "/api/store-looks?by=", "/api/varieties?guide="],
      ),
      id: fc.oneof(idsAnd(ids), fc.string({ unit: "binary", maxLength: 12 })),
      more: fc.constantFrom(
        ...["", "/drafts", "/versions/1/card.pdf", "/versions/99999999999/card.pdf", "/versions/1e0/x"],
        ...["&operationId=%00", "&kind=%00", "&day=2026-02-30"],
      ),
      method: fc.constantFrom("GET", "GET", "GET", "DELETE"),
      who: fc.constantFrom("owner" as const, "grower" as const, "nobody" as const),
    })
    .map(({ start, id, more, method, who }): DrawnRequest => {
      const odd = id.toWellFormed();
      return {
        who,
        method,
        path: `${start}${odd.startsWith("%") ? odd : address(odd)}${more}`,
        call: `${method} ${start}`,
      };
    });
}

const idsAnd = (ids: Record<string, string>) =>
  fc.oneof(
    { weight: 6, arbitrary: fc.constantFrom(...Object.values(ids)) },
    { weight: 1, arbitrary: fc.constantFrom(...ODD_PATHS) },
  );
