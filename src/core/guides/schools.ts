import type { Guide } from "./schema";

/** The schools of a guide that hold for a planting method. */
export const schoolsOf = (guide: Pick<Guide, "schools">, methodId: string): Guide["schools"] =>
  guide.schools.filter((s) => !s.methods || s.methods.includes(methodId));
