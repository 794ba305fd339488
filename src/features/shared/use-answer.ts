"use client";

import { useEffect, useState } from "react";
import type { Answers, Call } from "@/server/contracts";
import { type Reply, send } from "./send";
import { useTold } from "./units";

type Reading = Extract<Call, `GET ${string}`>;

/**
 * What the server answers to a question, asked when it is first drawn and again when it changes; null until then. An answer to an older
 * question is passed over.
 *
 * Example: useAnswer("GET /api/varieties", { query: { guide: "wheat", kind: "winter" } }).
 */
export function useAnswer<C extends Reading>(
  call: C,
  asked: { path?: Record<string, string>; query?: Record<string, string> },
): { answer: Answers[C] | null; problem: string | null } {
  const [reply, setReply] = useState<Reply<C> | null>(null);
  const question = JSON.stringify(asked);
  useEffect(() => {
    const stop = new AbortController();
    const ask = send as (call: C, options: object) => Promise<Reply<C>>;
    void ask(call, { ...(JSON.parse(question) as typeof asked), signal: stop.signal }).then((said) => {
      if (!stop.signal.aborted) setReply(said);
    });
    return () => stop.abort();
  }, [call, question]);
  return {
    answer: useTold(reply?.ok ? reply.value : null),
    problem: reply && !reply.ok ? reply.reason : null,
  };
}
