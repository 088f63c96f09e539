/** `npm start`: installs what is missing, builds when sources are newer, runs the server until Ctrl+C. */
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { ensurePackages, ensurePrograms, MARIADB } from './ensure.mjs';
import { supervise } from './supervise.mjs';

process.chdir(resolve(import.meta.dirname, '..'));
ensurePackages();
if (!process.env.VIOLET_JAW_DB_URL) ensurePrograms(MARIADB);

const newest = (path) =>
  statSync(path).isDirectory()
    ? Math.max(
        0,
        ...readdirSync(path)
          .filter((n) => n !== 'node_modules')
          .map((n) => newest(join(path, n))),
      )
    : statSync(path).mtimeMs;
const built = ['dist/server/main.js', 'dist/cli/main.js', 'dist/web/index.html'];
const sources = Math.max(
  ...['core', 'formats', 'server', 'web', 'cli', 'demo', 'scripts', 'package-lock.json'].map(newest),
);
if (built.some((path) => !existsSync(path) || statSync(path).mtimeMs < sources)) {
  console.log('[violet-jaw] Building.');
  if (spawnSync(process.execPath, ['scripts/build.mjs'], { stdio: 'inherit' }).status !== 0) process.exit(1);
}

supervise();
