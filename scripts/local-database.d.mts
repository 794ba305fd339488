export interface LocalDatabase {
  url: string;
  ownerUrl: string;
  adminUrl: string;
  backupUrl: string;
  stop: () => void;
  isRunning: () => boolean;
  halt: () => void;
  resume: () => Promise<LocalDatabase>;
}
export function binaries(): string | null;
export class SetupError extends Error {}
export function startDatabase(home: string, options?: { fast?: boolean }): Promise<LocalDatabase>;
export function freePort(): Promise<number>;
export function portIsFree(port: number, host?: string): Promise<boolean>;
export function installPackages(packages: string[], why: string): void;
