import { z } from "zod";
import type { Bounds, BoundsTree } from "./decision-bounds";

/** What is read here of a schema, as JSON Schema says it. */
interface Node {
  type?: string;
  properties?: Record<string, Node>;
  additionalProperties?: Node | boolean;
  items?: Node;
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
}

/** The bounds of every number in a schema, by its path. Example: boundsOf(decisionsSchema) has soil.lime.depthCm [0.1, 60]. */
export const boundsOf = (schema: z.ZodType): BoundsTree =>
  (walk(z.toJSONSchema(schema, { io: "input", unrepresentable: "any" }) as Node) as BoundsTree | null) ?? {};

function walk(node: Node): Bounds | BoundsTree | null {
  if (node.type === "number" || node.type === "integer") {
    const above = node.exclusiveMinimum;
    const least = above ?? node.minimum ?? null;
    return above === undefined ? [least, node.maximum ?? null] : [least, node.maximum ?? null, "above"];
  }
  const inside: [string, Node][] = [
    ...Object.entries(node.properties ?? {}),
    ...(typeof node.additionalProperties === "object" ? [["*", node.additionalProperties] as [string, Node]] : []),
    ...(node.items ? [["*", node.items] as [string, Node]] : []),
  ];
  const found = inside.flatMap(([key, own]) => {
    const of = walk(own);
    return of ? [[key, of] as const] : [];
  });
  return found.length > 0 ? Object.fromEntries(found) : null;
}
