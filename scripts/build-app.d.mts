/** Builds unless the last build is of the same files; gives what went wrong, or null. */
export function buildApp(root: string, env: NodeJS.ProcessEnv, say?: (words: string) => void): string | null;
