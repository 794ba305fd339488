/** Speed of files in and out, on the practice of 600 fields: part of npm run bench. */

import type { ImportLook, RecordList } from "../src/server/contracts";

interface Of {
  base: string;
  cookie: string;
  report: (name: string, value: number, goal: number, unit: string) => void;
}

const FIELDS = 600;
const TESTS = 10_000;

export async function benchFiles({ base, cookie, report }: Of): Promise<void> {
  const timed = async <T>(method: string, path: string, body?: unknown): Promise<{ value: T; seconds: number }> => {
    const began = performance.now();
    const response = await fetch(base + path, {
      method,
      headers: { cookie, origin: base, "content-type": "application/json" },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    const bytes = Buffer.from(await response.arrayBuffer());
    if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${bytes.toString().slice(0, 300)}`);
    const isJson = response.headers.get("content-type")?.includes("json");
    return {
      value: (isJson ? JSON.parse(bytes.toString()) : bytes.length) as T,
      seconds: (performance.now() - began) / 1000,
    };
  };
  const file = (text: string) => ({ fileName: "bench.csv", base64: Buffer.from(text).toString("base64") });
  const { value: farms } = await timed<RecordList>("GET", "/api/records/fields");
  const farm = farms.links.farmId?.[0]?.label;
  const before = farms.rows.length;

  const zip = await timed<number>("GET", "/api/practice/file");
  report(`export of 600 fields with plans, ${(zip.value / 1e6).toFixed(1)} MB`, zip.seconds, 10, "s");

  const features = Array.from({ length: FIELDS }, (_, i) => {
    const [lon, lat] = [-30 + (i % 30) * 0.01, 47 + Math.floor(i / 30) * 0.01];
    const ring = Array.from({ length: 24 }, (_, k) => {
      const angle = (2 * Math.PI * k) / 24;
      return [lon + 0.002 * Math.cos(angle), lat + 0.0015 * Math.sin(angle)];
    });
    return {
      type: "Feature",
      properties: { farm, field: `Bench ${i + 1}`, size: 7.4, texture: "loam" },
      geometry: { type: "Polygon", coordinates: [[...ring, ring[0]]] },
    };
  });
  const shapes = file(JSON.stringify({ type: "FeatureCollection", features }));
  const looked = await timed<{ looked: ImportLook }>("POST", "/api/imports", { ...shapes, look: true });
  const { kind, mapping } = looked.value.looked;
  const taken = await timed("POST", "/api/imports", { ...shapes, kind, mapping });
  report("GeoJSON of 600 fields looked at and taken in", looked.seconds + taken.seconds, 3, "s");

  // each field its own days, so that no test stands twice
  const lines = Array.from({ length: TESTS }, (_, i) => {
    const day = new Date(Date.UTC(1995, 0, 1 + Math.floor(i / FIELDS) * 90)).toISOString().slice(0, 10);
    return `Bench ${(i % FIELDS) + 1},${day},20,${5 + (i % 30) / 10},2.${i % 10},${10 + (i % 40)},${100 + (i % 200)},60`;
  });
  const tests = file(`Field,Sampled,Depth,pH,Organic matter,P,K,Mg\n${lines.join("\n")}\n`);
  const guess = await timed<{ looked: ImportLook }>("POST", "/api/imports", { ...tests, look: true });
  const chosen = { ...guess.value.looked.mapping, fixed: { scheme: "olsenIndex" } };
  const preview = await timed<{ looked: ImportLook }>("POST", "/api/imports", {
    ...tests,
    kind: "soil-tests",
    mapping: chosen,
    look: true,
  });
  if (preview.value.looked.added !== TESTS) throw new Error(JSON.stringify(preview.value.looked.problems.slice(0, 3)));
  report("CSV of 10,000 soil tests previewed", preview.seconds, 2, "s");
  const all = await timed("POST", "/api/imports", { ...tests, kind: "soil-tests", mapping: chosen });
  report(`CSV of 10,000 soil tests taken in (${before} fields before)`, all.seconds, 10, "s");
}
