/**
 * The seal of a practice's file: what this installation wrote, and whether it still says that. Each file has one, and each row that
 * is somebody's signature or an issued version; the key never leaves the database. A row that comes back without this
 * installation's seal was signed elsewhere, and says so; seals of others go out again as they came.
 */

import { createHash, createHmac, timingSafeEqual } from "node:crypto";
import { z } from "zod";
import { type Client, row, rows } from "../storage/db";
import { READ_BACK } from "./unpack";

export const SEAL_FILE = "seal.json";
/** Tables whose rows are somebody's word. */
const SIGNED = ["treatment_sign_off", "plan_version"] as const;
type Signed = (typeof SIGNED)[number];
export const isSigned = (table: string): table is Signed => (SIGNED as readonly string[]).includes(table);

const sealOf = z.strictObject({ by: z.string().max(80), seal: z.string().max(200) });
type Seal = z.infer<typeof sealOf>;
const sealFile = z.strictObject({
  files: z.record(z.string(), sealOf),
  rows: z.partialRecord(z.enum(SIGNED), z.record(z.string(), sealOf)),
});
type Seals = z.infer<typeof sealFile>;

interface Installation {
  id: string;
  key: string;
}
const installation = async (client: Client): Promise<Installation> => {
  const own = await row<Installation>(client, "select id, seal_key as key from installation");
  if (!own) throw new Error("the database does not say which installation it is");
  return own;
};

const mac = ({ key }: Installation, ...parts: string[]) =>
  createHmac("sha256", key).update(JSON.stringify(parts)).digest("base64url");
const hashOf = (text: string) => createHash("sha256").update(text).digest("base64url");
const same = (a: string, b: string) => a.length === b.length && timingSafeEqual(Buffer.from(a), Buffer.from(b));

/** A table of the file, as its cells stand there. */
export interface SignedTable {
  columns: string[];
  /** the columns of its key */
  key: string[];
  rows: (string | null)[][];
}
const keyOf = ({ columns, key }: SignedTable, cells: (string | null)[]) =>
  key.map((name) => cells[columns.indexOf(name)] ?? "").join(" ");
const rowMac = (own: Installation, table: string, { columns }: SignedTable, cells: (string | null)[]) =>
  mac(own, "row", table, JSON.stringify(columns.map((name, i) => [name, cells[i] ?? null])));

/** The text of the seal of a practice's files. Rows and files that came sealed by others keep those seals, as long as they say the same. */
export async function writeSeal(
  client: Client,
  practiceId: string,
  files: ReadonlyMap<string, string>,
  signed: ReadonlyMap<string, SignedTable>,
): Promise<string> {
  const own = await installation(client);
  const foreign = await rows<{ table: string; key: string; by: string | null; seal: string | null }>(
    client,
    `select kept_in as "table", row_key as key, sealed_by as by, seal from signed_elsewhere where practice_id = $1`,
    [practiceId],
  );
  const elsewhere = new Map(foreign.map((f) => [`${f.table} ${f.key}`, f]));
  const seals: Seals = { files: {}, rows: {} };
  for (const table of SIGNED) {
    const of = signed.get(table);
    if (!of) continue;
    const sealed: Record<string, Seal> = {};
    for (const cells of of.rows) {
      const key = keyOf(of, cells);
      const came = elsewhere.get(`${table} ${key}`);
      if (!came) sealed[key] = { by: own.id, seal: rowMac(own, table, of, cells) };
      else if (came.by !== null && came.seal !== null) sealed[key] = { by: came.by, seal: came.seal };
    }
    seals.rows[table] = sealed;
  }
  const came = await rows<{ file: string; hash: string } & Seal>(
    client,
    `select file_name as file, content_hash as hash, sealed_by as by, seal from file_seal where practice_id = $1`,
    [practiceId],
  );
  for (const [name, text] of files) {
    if (!READ_BACK.test(name)) continue;
    const before = came.find((c) => c.file === name);
    seals.files[name] =
      before && before.hash === hashOf(text)
        ? { by: before.by, seal: before.seal }
        : { by: own.id, seal: mac(own, "file", name, text) };
  }
  return `${JSON.stringify(seals, null, 1)}\n`;
}

/** What a seal says of files that are read in. */
export interface SealAnswer {
  /** files that this installation wrote, and that say something else now, or are gone */
  changed: string[];
  /** signatures and issued versions that are none of this installation's */
  elsewhere: number;
}

/** Reads the seal of files, and notes what was signed elsewhere beside its rows. A file without a seal is from elsewhere. */
export async function readSeal(
  client: Client,
  practiceId: string,
  files: ReadonlyMap<string, string>,
  signed: ReadonlyMap<string, SignedTable>,
): Promise<SealAnswer> {
  const own = await installation(client);
  const seals = sealsOf(files.get(SEAL_FILE));
  const isOwn = (seal: Seal | undefined, expected: () => string) => seal?.by === own.id && same(seal.seal, expected());
  let elsewhere = 0;
  for (const [table, of] of signed) {
    const sealed = isSigned(table) ? (seals.rows[table] ?? {}) : {};
    for (const cells of of.rows) {
      const key = keyOf(of, cells);
      const seal = Object.hasOwn(sealed, key) ? sealed[key] : undefined;
      if (isOwn(seal, () => rowMac(own, table, of, cells))) continue;
      elsewhere++;
      await client.query(
        "insert into signed_elsewhere (practice_id, kept_in, row_key, sealed_by, seal) values ($1, $2, $3, $4, $5)",
        [practiceId, table, key, seal?.by ?? null, seal?.seal ?? null],
      );
    }
  }
  const changed: string[] = [];
  const madeHere = Object.values(seals.files).some((s) => s.by === own.id);
  for (const name of new Set([...files.keys(), ...Object.keys(seals.files)])) {
    if (name === SEAL_FILE) continue;
    const [text, seal] = [files.get(name), seals.files[name]];
    if (seal && seal.by !== own.id) {
      if (text !== undefined)
        await client.query(
          "insert into file_seal (practice_id, file_name, content_hash, sealed_by, seal) values ($1, $2, $3, $4, $5)",
          [practiceId, name, hashOf(text), seal.by, seal.seal],
        );
    } else if (madeHere && !(text !== undefined && isOwn(seal, () => mac(own, "file", name, text)))) changed.push(name);
  }
  return { changed: changed.sort(), elsewhere };
}

/** The seals of a file; none where it has none, or one that cannot be read. */
function sealsOf(text: string | undefined): Seals {
  try {
    const read = sealFile.safeParse(JSON.parse(text ?? "null"));
    if (read.success) return read.data;
  } catch {
    // no seal is as good as one that is none
  }
  return { files: {}, rows: {} };
}
