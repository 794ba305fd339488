/** Turns what a route handler returns or throws into a response that says what is wrong, and never a stack. */

import { ZodError } from "zod";
import { Refused } from "./access";
import { isDatabaseDown } from "./db";

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
