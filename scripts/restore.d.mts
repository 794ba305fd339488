export function restore(of: { ownerUrl: string; file: string; replace?: boolean }): Promise<void>;
