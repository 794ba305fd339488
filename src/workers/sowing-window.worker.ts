/** Simulates sowing windows away from the page; ended by the page when no one waits for the answer any more. */

import { simulateWindow, type WindowAnswer, type WindowQuestion } from "@/core/season/sowing-window";
import { answering } from "./answering";

answering<WindowQuestion[], WindowAnswer[]>((questions, tell) =>
  questions.map((question, n) => simulateWindow(question, (share) => tell((n + share) / questions.length))),
);
