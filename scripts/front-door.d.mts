import type { IncomingMessage } from "node:http";

export interface Door {
  trusts: (address: string, distance: number) => boolean;
  tls: boolean;
  hosts: ReadonlySet<string>;
}
export interface Refusal {
  status: number;
  headers: Record<string, string>;
  body: string;
}
export const MOST_BYTES: number;
export const MOST_SIGN_IN_BYTES: number;
export const MOST_AT_WORK: number;
export const MOST_WAITING: number;
export function doorFrom(env: Record<string, string | undefined>): Door;
export function admit(request: IncomingMessage, door: Door, busy: { atWork: number; waiting: number }): Refusal | null;
export function waits(url: string | undefined): boolean;
export function answerHeaders(nonce: string, secure: boolean): Record<string, string>;
export function newNonce(): string;
