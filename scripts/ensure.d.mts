/** Node.js packages, as pinned in the lock file. */
export function ensurePackages(): void;
/** Programs from Debian: { program: package }. */
export function ensurePrograms(wanted: Readonly<Record<string, string>>): void;
