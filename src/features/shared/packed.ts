/**
 * A prop of thousands of leaves as one text. React writes each leaf of an object that crosses from the server on its own,
 * and reads each again, twice; a text is one leaf.
 */
export type Packed<T> = string & { readonly of?: T };

export const pack = <T>(value: T): Packed<T> => JSON.stringify(value) as Packed<T>;
export const unpack = <T>(packed: Packed<T>): T => JSON.parse(packed) as T;
