/** Turns what a route handler returns or throws into a response that says what is wrong, and never a stack. */

import { ZodError } from "zod";
import { type Access, type Action, Refused, requireAction } from "./access";
import { type Answers, BODIES, type Call, type Received } from "./contracts";
import { isDatabaseDown } from "./db";

interface Given<C extends Call> {
  access: Access;
  body: Received<C>;
  path: Record<string, string>;
  query: URLSearchParams;
}

/**
 * The route of a call of the contracts: whoever may do `action` is let in, the body is read by the call's schema, and
 * what the work gives is the answer; a Response is passed on as it is.
 */
export function route<C extends Call>(
  call: C,
  action: Action,
  work: (given: Given<C>) => Promise<Answers[C] | Response>,
): (request: Request, context: { params: Promise<Record<string, string>> }) => Promise<Response> {
  const schema = call in BODIES ? BODIES[call as keyof typeof BODIES] : null;
  return (request, { params }) =>
    respond(async () => {
      const access = await requireAction(request, action);
      const body = (schema ? schema.parse(await request.json()) : undefined) as Received<C>;
      const answer = await work({ access, body, path: await params, query: new URL(request.url).searchParams });
      return answer instanceof Response ? answer : json(answer);
    });
}

/** The answer of a call that only does something. */
export const DONE = { ok: true } as const;

export function json(body: unknown, status = 200): Response {
  return Response.json(body, { status, headers: { "cache-control": "no-store" } });
}

/** Runs a handler; refusals, bad input and a lost database each become their own answer. */
export async function respond(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof Refused) return json({ error: error.message }, error.status);
    if (error instanceof ZodError)
      return json(
        {
          error: "This cannot be saved.",
          errors: error.issues.map((issue) => ({
            field: issue.path.join("."),
            message: `${issue.path.join(".")}: ${issue.message}`,
          })),
        },
        400,
      );
    if (error instanceof SyntaxError) return json({ error: "The request is not JSON." }, 400);
    if (isDatabaseDown(error))
      return json({ error: "The database does not answer. What you typed is kept here and will be sent again." }, 503);
    console.error(error);
    return json(
      { error: "The server could not do this; the reason stands in its log. What you typed is kept here." },
      500,
    );
  }
}
