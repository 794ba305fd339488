/** Simulates sowing windows away from the page; ended by the page when no one waits for the answer any more. */

import { simulateWindow, type WindowAnswer, type WindowQuestion } from "@/core/season/sowing-window";

export interface WindowRequest {
  id: number;
  questions: WindowQuestion[];
}
export type WindowReply =
  | { id: number; progress: number }
  | { id: number; answers: WindowAnswer[] }
  | { id: number; failed: string };

const scope = self as unknown as {
  onmessage: (event: MessageEvent<WindowRequest>) => void;
  postMessage: (m: WindowReply) => void;
};

scope.onmessage = ({ data: { id, questions } }) => {
  try {
    let told = 0;
    const answers = questions.map((question, n) =>
      simulateWindow(question, (share) => {
        const progress = (n + share) / questions.length;
        if (progress - told < 0.04) return;
        told = progress;
        scope.postMessage({ id, progress });
      }),
    );
    scope.postMessage({ id, answers });
  } catch (error) {
    scope.postMessage({ id, failed: (error as Error).message });
  }
};
