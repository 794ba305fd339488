/** The frame of a worker: takes questions, says how far it is, answers or says why it cannot. */

import type { Result } from "@/core/result";
import type { WorkerReply, WorkerRequest } from "./messages";

/** Least step of progress that is worth telling. */
const STEP = 0.04;

export function answering<Q, A>(answer: (question: Q, tell: (share: number) => void) => A): void {
  const scope = self as unknown as {
    onmessage: (event: MessageEvent<WorkerRequest<Q>>) => void;
    postMessage: (m: WorkerReply<A>) => void;
  };
  scope.onmessage = ({ data: { id, question } }) => {
    try {
      let told = 0;
      const given = answer(question, (progress) => {
        if (progress - told < STEP) return;
        told = progress;
        scope.postMessage({ id, progress });
      });
      scope.postMessage({ id, answer: given });
    } catch (error) {
      scope.postMessage({ id, failed: (error as Error).message });
    }
  };
}

/** The value of a result, or its errors thrown, as the frame tells them. */
export function given<T>(result: Result<T>): T {
  if (result.ok) return result.value;
  throw new Error(result.errors.map((e) => e.message).join("; "));
}
