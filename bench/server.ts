import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { signIn } from '../server/src/testing/testInstance';

export interface BenchServer {
  readonly address: string;
  readonly cookie: string;
  /** the milled part of the demo */
  readonly jobId: string;
  stop(): Promise<void>;
}

function ready(server: ChildProcess): Promise<string> {
  return new Promise((done) => {
    let said = '';
    server.stdout!.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const found = /ready: (http:\S+)/.exec(said);
      if (found) done(found[1]);
    });
  });
}

/** The built application on fresh data, once the demo's jobs are planned: that goes on after the start. */
export async function startBenchServer(): Promise<BenchServer> {
  const dataFolder = mkdtempSync(join(tmpdir(), 'violet-jaw-bench-'));
  const server = spawn(process.execPath, ['dist/server/main.js'], {
    env: { ...process.env, PORT: '0', VIOLET_JAW_DATA: dataFolder },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const address = await ready(server);
  const cookie = await signIn(address);
  const jobs = async () =>
    (
      (await (await fetch(`${address}/api/v1/jobs`, { headers: { Cookie: cookie } })).json()) as {
        jobs: { id: string; number: string; summary: unknown }[];
      }
    ).jobs;
  while ((await jobs()).some((j) => j.summary === null)) await new Promise((done) => setTimeout(done, 500));
  return {
    address,
    cookie,
    jobId: (await jobs()).find((j) => j.number === 'SK-1041')!.id,
    stop: async () => {
      server.kill('SIGTERM');
      await new Promise((done) => server.once('exit', done));
      rmSync(dataFolder, { recursive: true, force: true });
    },
  };
}
