/** Installs what is missing: npm packages, and programs from Debian's packages. */
import { spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';

const run = (command, args, options = {}) => spawnSync(command, args, { stdio: 'inherit', ...options });
const has = (program) =>
  spawnSync('sh', ['-c', `command -v ${program}`], { stdio: 'ignore' }).status === 0 ||
  existsSync(`/usr/sbin/${program}`);

function fail(message) {
  console.error(`[violet-jaw] ${message}`);
  process.exit(1);
}

/** Node.js packages, as pinned in the lock file. */
export function ensurePackages() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    fail(`Node.js 20.19 or newer is needed; this is ${process.versions.node}.`);
  const marker = 'node_modules/.package-lock.json';
  if (existsSync(marker) && statSync(marker).mtimeMs >= statSync('package-lock.json').mtimeMs) return;
  console.log('[violet-jaw] Installing npm packages.');
  if (run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']).status !== 0)
    fail('npm packages could not be installed. Is the npm registry reachable?');
}

/** So long another installation is waited for, seconds. */
const LOCK_SECONDS = 600;

/** Programs from Debian: { program: package }. Uses sudo when not root. */
export function ensurePrograms(wanted) {
  const missing = Object.entries(wanted)
    .filter(([program]) => !has(program))
    .map(([, name]) => name);
  if (missing.length === 0) return;
  console.log(`[violet-jaw] Installing from Debian: ${missing.join(', ')}.`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const root = process.getuid?.() === 0;
  // somebody else may be installing: their lock is waited for, not given up at
  const wait = ['-o', `DPkg::Lock::Timeout=${LOCK_SECONDS}`];
  const apt = (...args) =>
    root ? run('apt-get', [...wait, ...args], { env }) : run('sudo', ['-E', 'apt-get', ...wait, ...args], { env });
  // the lists have a lock of their own, which that option does not wait for
  for (let waited = 0; waited < LOCK_SECONDS; waited += 5) {
    const { status, stderr } = spawnSync(
      root ? 'apt-get' : 'sudo',
      [...(root ? [] : ['-E', 'apt-get']), ...wait, 'update', '-qq'],
      { env, encoding: 'utf8', stdio: ['inherit', 'inherit', 'pipe'] },
    );
    if (status === 0 || !/lock/i.test(stderr)) {
      process.stderr.write(stderr);
      break;
    }
    if (waited === 0) console.log('[violet-jaw] Something else is being installed; waiting for it to finish.');
    spawnSync('sleep', ['5']);
  }
  if (apt('install', '-y', '-qq', '--no-install-recommends', ...missing).status !== 0)
    fail(`Could not install ${missing.join(', ')}. Install it by hand with: apt-get install ${missing.join(' ')}`);
}

export const MARIADB = { mariadbd: 'mariadb-server' };
export const CHROMIUM_PACKAGE = { chromium: 'chromium' };
