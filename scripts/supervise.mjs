/**
 * Keeps the server running: brings it back after a crash with the reason kept, and takes everything with it when it
 * ends.
 */
import { fork } from 'node:child_process';
import { appendFileSync, mkdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';

const SOONEST_MS = 1000;
const LATEST_MS = 30_000;
/** So long a server must have run that the next crash is a new one. */
const STEADY_MS = 60_000;
const LOOK_MS = 500;

const parentOf = (pid) => {
  try {
    return Number(
      readFileSync(`/proc/${pid}/stat`, 'utf8')
        .replace(/^.*\) /s, '')
        .split(' ')[1],
    );
  } catch {
    return null;
  }
};
const nameOf = (pid) => {
  try {
    return readFileSync(`/proc/${pid}/comm`, 'utf8').trim();
  } catch {
    return '';
  }
};

/** Who started this: under npm also npm itself, behind the shell it uses. A signal may reach only npm. */
function startedBy() {
  if (!process.env.npm_lifecycle_event) return [];
  const shell = process.ppid;
  const behind = /^(sh|dash|bash)$/.test(nameOf(shell)) ? parentOf(shell) : null;
  return [[process.pid, shell], ...(behind === null ? [] : [[shell, behind]])];
}

/** @param file the server's entry @param dataFolder where crashes are noted */
export function supervise(file = 'dist/server/main.js', dataFolder = process.env.VIOLET_JAW_DATA ?? '.violet-jaw') {
  const folder = resolve(dataFolder);
  const starters = startedBy();
  let stopping = false;
  let wait = SOONEST_MS;
  let server = null;

  function launch() {
    let [ready, said] = [false, ''];
    const from = Date.now();
    server = fork(file, [], { stdio: ['ignore', 'inherit', 'pipe', 'ipc'] });
    server.stderr.on('data', (chunk) => {
      process.stderr.write(chunk);
      said = (said + chunk).slice(-4000);
    });
    server.on('message', (message) => {
      if (message === 'ready') ready = true;
    });
    server.on('exit', (code, signal) => {
      if (stopping) process.exit(code ?? 0);
      // a server that never was ready says why itself, and would only say it again
      if (!ready && wait === SOONEST_MS) process.exit(code ?? 1);
      if (Date.now() - from > STEADY_MS) wait = SOONEST_MS;
      console.error(
        `[violet-jaw] The server ended by itself (${signal ?? `code ${code}`}); it is started again in ${wait / 1000} s. The reason is kept in ${join(folder, 'crashes.log')}.`,
      );
      try {
        mkdirSync(folder, { recursive: true, mode: 0o700 });
        appendFileSync(
          join(folder, 'crashes.log'),
          `${new Date().toISOString()} ended by ${signal ?? `code ${code}`}\n${said.trim() || 'it said nothing'}\n\n`,
          { mode: 0o600 },
        );
      } catch (error) {
        console.error(`[violet-jaw] ${error.message}`);
      }
      setTimeout(() => {
        if (!stopping) launch();
      }, wait);
      wait = Math.min(LATEST_MS, 2 * wait);
    });
  }

  function stop() {
    if (stopping) return;
    stopping = true;
    if (!server || server.exitCode !== null || server.signalCode) process.exit(0);
    server.kill('SIGTERM');
  }

  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  process.on('SIGHUP', stop);
  setInterval(() => {
    if (starters.some(([child, parent]) => parentOf(child) !== parent)) stop();
  }, LOOK_MS).unref();
  launch();
}
