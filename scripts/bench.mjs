/** `npm run bench`: prints a JSON line per figure, each with its baseline from the same run. */
import { spawnSync } from 'node:child_process';
import { resolve } from 'node:path';
import { CHROMIUM_PACKAGE, ensurePackages, ensurePrograms, MARIADB } from './ensure.mjs';

process.chdir(resolve(import.meta.dirname, '..'));
ensurePackages();
ensurePrograms({ ...MARIADB, ...CHROMIUM_PACKAGE });
if (spawnSync(process.execPath, ['scripts/build.mjs'], { stdio: ['ignore', 'ignore', 'inherit'] }).status !== 0)
  process.exit(1);
for (const part of ['bench/main.ts', 'bench/api.ts', 'bench/page.ts', 'bench/library.ts']) {
  const { status } = spawnSync('npx', ['tsx', part], { stdio: 'inherit' });
  if (status !== 0) process.exit(status ?? 1);
}
