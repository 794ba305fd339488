"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import type { WindowAnswer, WindowQuestion } from "@/core/season/sowing-window";
import type { WindowReply } from "@/workers/sowing-window.worker";

export interface Simulation {
  answers: WindowAnswer[] | null;
  /** 0 to 1 while it runs, null otherwise */
  progress: number | null;
  problem: string | null;
  cancelled: boolean;
  cancel: () => void;
  again: () => void;
}

/**
 * Answers to questions from a worker of its own, asked anew when the questions change (after `delayMs` of quiet); the
 * last answers stay until the new ones are there. What is not waited for any more is ended.
 */
export function useSimulation(questions: WindowQuestion[] | null, delayMs = 350): Simulation {
  const [state, setState] = useState<Omit<Simulation, "cancel" | "again">>({
    answers: null,
    progress: null,
    problem: null,
    cancelled: false,
  });
  const worker = useRef<Worker | null>(null);
  const [round, setRound] = useState(0);
  const key = questions ? JSON.stringify(questions) : null;
  const latest = useRef(questions);
  latest.current = questions;

  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);

  useEffect(() => {
    if (key === null) return;
    const id = round + 1;
    const timer = setTimeout(() => {
      end();
      const own = new Worker(new URL("../../../workers/sowing-window.worker.ts", import.meta.url));
      worker.current = own;
      setState((s) => ({ ...s, progress: 0, problem: null, cancelled: false }));
      own.onmessage = ({ data }: MessageEvent<WindowReply>) => {
        if (data.id !== id) return;
        if ("progress" in data) setState((s) => ({ ...s, progress: data.progress }));
        else if ("failed" in data) setState((s) => ({ ...s, progress: null, problem: data.failed }));
        else setState({ answers: data.answers, progress: null, problem: null, cancelled: false });
        if (!("progress" in data)) end();
      };
      own.onerror = (event) =>
        setState((s) => ({ ...s, progress: null, problem: event.message || "the worker failed" }));
      own.postMessage({ id, questions: latest.current });
    }, delayMs);
    return () => {
      clearTimeout(timer);
      end();
    };
  }, [key, round, delayMs, end]);

  return {
    ...state,
    cancel: () => {
      end();
      setState((s) => ({ ...s, progress: null, cancelled: true }));
    },
    again: () => setRound((r) => r + 1),
  };
}
