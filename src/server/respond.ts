/** Turns what a route handler returns or throws into a response that says what is wrong, and never a stack. */

import { ZodError } from "zod";
import { type Access, type Action, Busy, Refused, refuseOtherSites, requireAction } from "./access/access";
import { type Answers, BODIES, type Call, type Received } from "./contracts";
import { issueInWords } from "./issue-words";
import { isBadValue, isBusy, isDatabaseDown, isTaken } from "./storage/db";

interface Open<C extends Call> {
  request: Request;
  body: Received<C>;
  path: Record<string, string>;
  query: URLSearchParams;
}
interface Given<C extends Call> extends Open<C> {
  access: Access;
}
type Handler = (request: Request, context: { params: Promise<Record<string, string>> }) => Promise<Response>;

/** Bytes of a body that a call takes, unless it holds a file. */
const MOST_BYTES = 400_000;
const MOST_BYTES_OF: Partial<Record<Call, number>> = {
  "POST /api/stations/{id}/weather": 4_500_000,
  "POST /api/imports": 20_200_000,
  "POST /api/scouting/photos": 950_000,
};
/** Refusals are read by people. */
const MOST_ERRORS = 20;
const MOST_LENGTH = 400;

/**
 * The route of a call of the contracts: whoever may do `action` is let in, the body is read by the call's schema, and
 * what the work gives is the answer; a Response is passed on as it is.
 */
export function route<C extends Call>(
  call: C,
  action: Action,
  work: (given: Given<C>) => Promise<Answers[C] | Response>,
): Handler {
  return (request, { params }) =>
    respond(async () => {
      const access = await requireAction(request, action);
      return answerOf(await work({ access, ...(await read(call, request, params)) }));
    });
}

/** The route of a call that nobody has to be signed in for; other sites are refused all the same. */
export function openRoute<C extends Call>(call: C, work: (given: Open<C>) => Promise<Answers[C] | Response>): Handler {
  return (request, { params }) =>
    respond(async () => {
      refuseOtherSites(request);
      return answerOf(await work(await read(call, request, params)));
    });
}

const answerOf = (answer: unknown): Response => (answer instanceof Response ? answer : json(answer));

async function read<C extends Call>(
  call: C,
  request: Request,
  params: Promise<Record<string, string>>,
): Promise<Open<C>> {
  const schema = call in BODIES ? BODIES[call as keyof typeof BODIES] : null;
  // a route without names in its path has none
  const path = (await params) ?? {};
  const query = new URL(request.url).searchParams;
  for (const text of [...Object.values(path), ...query.keys(), ...query.values()]) refuseOddText(text);
  const most = MOST_BYTES_OF[call] ?? MOST_BYTES;
  const body = (schema ? schema.parse(await readJson(request, most)) : undefined) as Received<C>;
  return { request, body, path, query };
}

/** The answer of a call that only does something. */
export const DONE = { ok: true } as const;

export function json(body: unknown, status = 200, headers: Record<string, string> = {}): Response {
  return Response.json(body, { status, headers: { "cache-control": "no-store", ...headers } });
}

/** The JSON of a request of at most so many bytes; throws Refused for another type, for more, and for text that none can keep. */
export async function readJson(request: Request, mostBytes: number): Promise<unknown> {
  const type = request.headers.get("content-type")?.split(";")[0]?.trim().toLowerCase();
  if (type !== "application/json")
    throw new Refused(415, `Content-Type: "${short(type ?? "")}" given, allowed is application/json.`);
  const text = await readText(request, mostBytes);
  refuseDeep(text);
  return JSON.parse(text, (key, value: unknown) => {
    refuseOddText(key);
    if (typeof value === "string") refuseOddText(value);
    return value;
  });
}

/** Bytes of a file that comes by itself. */
const MOST_FILE_BYTES = 60_000_000;

/** A file that comes as the body of a request, of one type; throws Refused for another, and for more than is allowed. */
export async function readBytes(request: Request, allowed: string): Promise<Uint8Array> {
  const type = request.headers.get("content-type")?.split(";")[0]?.trim().toLowerCase();
  if (type !== allowed) throw new Refused(415, `Content-Type: "${short(type ?? "")}" given, allowed is ${allowed}.`);
  return readBody(request, MOST_FILE_BYTES);
}

const readText = async (request: Request, mostBytes: number): Promise<string> =>
  Buffer.from(await readBody(request, mostBytes)).toString("utf8");

async function readBody(request: Request, mostBytes: number): Promise<Uint8Array> {
  const tooMuch = () => new Refused(413, `The body is too long: allowed are ${mostBytes} bytes.`);
  if (Number(request.headers.get("content-length") ?? 0) > mostBytes) throw tooMuch();
  if (!request.body) return new Uint8Array();
  const parts: Uint8Array[] = [];
  let bytes = 0;
  for await (const part of request.body as unknown as AsyncIterable<Uint8Array>) {
    bytes += part.length;
    if (bytes > mostBytes) throw tooMuch();
    parts.push(part);
  }
  return Buffer.concat(parts);
}

/** Lists and values by name inside of each other; what people send has a dozen. */
const MOST_DEEP = 64;

/** Refuses JSON that is nested deeper than anything that is sent here: what reads it would run out of its stack. */
function refuseDeep(text: string): void {
  let deep = 0;
  for (let at = 0; at < text.length; at++) {
    const letter = text[at];
    if (letter === "{" || letter === "[") deep += 1;
    else if (letter === "}" || letter === "]") deep -= 1;
    else if (letter === '"') at = endOfString(text, at);
    if (deep > MOST_DEEP) throw new Refused(400, `The request is nested deeper than ${MOST_DEEP}: allowed is no more.`);
  }
}

/** Where a string that begins at a place ends; an escaped quotation mark ends none. */
function endOfString(text: string, from: number): number {
  for (let end = text.indexOf('"', from + 1); end >= 0; end = text.indexOf('"', end + 1)) {
    let marks = 0;
    while (text[end - 1 - marks] === "\\") marks += 1;
    if (marks % 2 === 0) return end;
  }
  return text.length;
}

/** Refuses text that no database keeps: with the character NUL, or with half of a character. */
function refuseOddText(text: string): void {
  if (text.includes("\u0000") || !text.isWellFormed())
    throw new Refused(400, "The request holds a character that is none (NUL, or half of one).");
}

const short = (text: string): string => (text.length > MOST_LENGTH ? `${text.slice(0, MOST_LENGTH)} …` : text);

/** Where the database cannot be asked: what was typed waits on the device. */
const later = (error: string) => json({ error }, 503, { "retry-after": "3" });

/** Runs a handler; refusals, bad input and a lost database each become their own answer. */
export async function respond(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    return answerTo(error);
  }
}

function answerTo(error: unknown): Response {
  if (error instanceof Refused) return json({ error: short(error.message) }, error.status);
  if (error instanceof ZodError)
    return json(
      {
        error: "This cannot be saved.",
        errors: error.issues.slice(0, MOST_ERRORS).map((issue) => {
          const { field, message } = issueInWords(issue);
          return { field: short(field), message: short(message) };
        }),
      },
      400,
    );
  if (error instanceof SyntaxError || error instanceof URIError)
    return json({ error: "The request is not JSON." }, 400);
  if (error instanceof Busy) return later(short(error.message));
  if (isBusy(error)) return later("Too much is asked for at once. What you typed is kept here and will be sent again.");
  if (isDatabaseDown(error))
    return later("The database does not answer. What you typed is kept here and will be sent again.");
  console.error(error);
  // what slipped past the checks before and the database would not take
  if (isBadValue(error)) return json({ error: "A value of the request is outside of what can be kept." }, 400);
  if (isTaken(error)) return json({ error: "Somebody has just put the same in. Look at it again." }, 409);
  return json(
    { error: "The server could not do this; the reason stands in its log. What you typed is kept here." },
    500,
  );
}
