/** `npm run bench`: prints a JSON line per figure, each with its baseline from the same run. */
import { spawnSync } from 'node:child_process';
import { resolve } from 'node:path';
import { ensurePackages } from './ensure.mjs';

process.chdir(resolve(import.meta.dirname, '..'));
ensurePackages();
if (spawnSync(process.execPath, ['scripts/build.mjs'], { stdio: ['ignore', 'ignore', 'inherit'] }).status !== 0) process.exit(1);
process.exit(spawnSync('npx', ['tsx', 'bench/main.ts'], { stdio: 'inherit' }).status ?? 1);
