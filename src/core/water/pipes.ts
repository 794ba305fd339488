/** Pipes by how rough they are inside: Hazen and Williams' coefficient, from usual tables. */
export const PIPE_KINDS = ["plastic", "aluminium", "oldSteel"] as const;
type PipeKind = (typeof PIPE_KINDS)[number];
export const PIPES: Record<PipeKind, { name: string; roughness: number }> = {
  plastic: { name: "plastic, smooth", roughness: 150 },
  aluminium: { name: "aluminium with couplings", roughness: 120 },
  oldSteel: { name: "old steel", roughness: 100 },
};
