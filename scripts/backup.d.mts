export const BACKUP_ROLE: string;
export const NOT_HELD: string;
export function backup(of: { ownerUrl: string; backupUrl: string; file: string }): Promise<number>;
