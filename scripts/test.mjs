/**
 * `npm test`: installs what is missing, then type check, lint, build, Jest and Playwright. Stops at the first that
 * fails.
 */
import { spawn, spawnSync } from 'node:child_process';
import { resolve } from 'node:path';
import { CHROMIUM_PACKAGE, ensurePackages, ensurePrograms, MARIADB } from './ensure.mjs';

process.chdir(resolve(import.meta.dirname, '..'));
ensurePackages();
ensurePrograms({ ...MARIADB, ...CHROMIUM_PACKAGE });

/** Runs commands side by side; each says what it has to say when it is done. */
function together(named) {
  return Promise.all(
    named.map(
      ([name, command, args]) =>
        new Promise((done) => {
          const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'] });
          let said = '';
          for (const stream of [child.stdout, child.stderr])
            stream.on('data', (chunk) => {
              said += chunk;
            });
          child.on('close', (status) => {
            console.log(`${said}[violet-jaw] ${name}: ${status === 0 ? 'passed' : 'FAILED'}`);
            done(status ?? 1);
          });
        }),
    ),
  );
}

const statuses = await together([
  ['type check', 'npx', ['tsc', '-p', 'tsconfig.json']],
  ['lint', 'npx', ['eslint', '.']],
  ['format', 'npx', ['prettier', '--check', '--log-level', 'warn', '**/*.{ts,tsx,mjs,js}']],
  ['build', process.execPath, ['scripts/build.mjs']],
]);
if (statuses.some((s) => s !== 0)) process.exit(1);

const steps = [
  ['Jest', process.execPath, ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js', '--ci']],
  ['Playwright', 'npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts']],
];
for (const [name, command, args] of steps) {
  console.log(`\n[violet-jaw] ${name}`);
  const began = Date.now();
  const { status } = spawnSync(command, args, { stdio: 'inherit' });
  console.log(
    `[violet-jaw] ${name}: ${status === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - began) / 1000).toFixed(0)} s`,
  );
  if (status !== 0) process.exit(status ?? 1);
}
