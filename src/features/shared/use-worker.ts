"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import type { WorkerReply } from "@/workers/messages";

export interface Asked<A> {
  answer: A | null;
  /** 0 to 1 while it runs, null otherwise */
  progress: number | null;
  problem: string | null;
  cancelled: boolean;
  cancel: () => void;
  again: () => void;
}

/**
 * The answer of a worker of its own, asked anew when the question changes (after `delayMs` of quiet); the last answer stays
 * until the new one is there. What is not waited for any more is ended. `make` must be the same function at every draw.
 */
export function useWorker<Q, A>(make: () => Worker, question: Q | null, delayMs = 350): Asked<A> {
  const [state, setState] = useState<Omit<Asked<A>, "cancel" | "again">>({
    answer: null,
    progress: null,
    problem: null,
    cancelled: false,
  });
  const worker = useRef<Worker | null>(null);
  const [round, setRound] = useState(0);
  const key = question === null ? null : JSON.stringify(question);
  const latest = useRef(question);
  latest.current = question;

  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);

  useEffect(() => {
    if (key === null) return;
    const id = round + 1;
    const timer = setTimeout(() => {
      end();
      const own = make();
      worker.current = own;
      setState((s) => ({ ...s, progress: 0, problem: null, cancelled: false }));
      own.onmessage = ({ data }: MessageEvent<WorkerReply<A>>) => {
        if (data.id !== id) return;
        if ("progress" in data) setState((s) => ({ ...s, progress: data.progress }));
        else if ("failed" in data) setState((s) => ({ ...s, progress: null, problem: data.failed }));
        else setState({ answer: data.answer, progress: null, problem: null, cancelled: false });
        if (!("progress" in data)) end();
      };
      own.onerror = (event) =>
        setState((s) => ({ ...s, progress: null, problem: event.message || "the worker failed" }));
      own.postMessage({ id, question: latest.current });
    }, delayMs);
    return () => {
      clearTimeout(timer);
      end();
    };
  }, [key, round, delayMs, end, make]);

  return {
    ...state,
    cancel: () => {
      end();
      setState((s) => ({ ...s, progress: null, cancelled: true }));
    },
    again: () => setRound((r) => r + 1),
  };
}
