"use client";

import type { WindowAnswer, WindowQuestion } from "@/core/season/sowing-window";
import { type Asked, useWorker } from "../../shared/use-worker";

const make = () => new Worker(new URL("../../../workers/sowing-window.worker.ts", import.meta.url));

/** Answers to questions of sowing windows from a worker of its own. */
export const useSimulation = (questions: WindowQuestion[] | null, delayMs?: number): Asked<WindowAnswer[]> =>
  useWorker(make, questions, delayMs);
