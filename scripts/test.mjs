/** `npm test`: installs what is missing, then type check, lint, build, Jest and Playwright. Stops at the first that fails. */
import { spawnSync } from 'node:child_process';
import { resolve } from 'node:path';
import { CHROMIUM_PACKAGE, ensurePackages, ensurePrograms, MARIADB } from './ensure.mjs';

process.chdir(resolve(import.meta.dirname, '..'));
ensurePackages();
ensurePrograms({ ...MARIADB, ...CHROMIUM_PACKAGE });

const steps = [
  ['type check', 'npx', ['tsc', '-p', 'tsconfig.json']],
  ['lint', 'npx', ['eslint', '.']],
  ['build', process.execPath, ['scripts/build.mjs']],
  ['Jest', process.execPath, ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js', '--ci']],
  ['Playwright', 'npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts']],
];
for (const [name, command, args] of steps) {
  console.log(`\n[violet-jaw] ${name}`);
  const began = Date.now();
  const { status } = spawnSync(command, args, { stdio: 'inherit' });
  console.log(`[violet-jaw] ${name}: ${status === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - began) / 1000).toFixed(0)} s`);
  if (status !== 0) process.exit(status ?? 1);
}
