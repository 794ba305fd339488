/**
 * A random id (UUID, version 4) of this device. Browsers give `crypto.randomUUID` over TLS and on this machine only; random
 * bytes they give everywhere, so that a phone in the yard's network can log too.
 *
 * Example: newId() is like "3f1c2a90-7d4e-4b6a-9c05-0e8f6a1b2c3d".
 */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = ((bytes[6] as number) & 0x0f) | 0x40;
  bytes[8] = ((bytes[8] as number) & 0x3f) | 0x80;
  const hex = [...bytes].map((b) => b.toString(16).padStart(2, "0")).join("");
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join("-");
}
