/** What a worker is asked, and what it says: how far it is, the answer, or why there is none. */

export interface WorkerRequest<Q> {
  id: number;
  question: Q;
}
export type WorkerReply<A> =
  | { id: number; progress: number }
  | { id: number; answer: A }
  | { id: number; failed: string };
