import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { configFrom } from './config';
import { DEMO_STEP, startInstance } from './instance';
import { startProblem } from './startProblem';

const here = dirname(fileURLToPath(import.meta.url));
const root = resolve(here, '../..');
// for whoever sits before it, or as lines of JSON with one for each request: for a journal
const journal =
  process.env.VIOLET_JAW_LOG === 'json' ? pino({ base: null, timestamp: pino.stdTimeFunctions.isoTime }) : null;
const log = journal ? (line: string) => journal.info(line) : (line: string) => console.log(`[violet-jaw] ${line}`);

let known = { dataFolder: '', databaseUrl: null as string | null };
try {
  const config = configFrom(process.env, root);
  known = config;
  const instance = await startInstance(
    config,
    { work: join(here, 'work.js'), demoStep: config.demo ? join(root, DEMO_STEP) : null },
    log,
    journal ? (line) => journal.info(line, 'request') : null,
  );
  log(`Violet Jaw is ready: ${instance.address}`);
  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    log('Stopping.');
    void instance.stop().then(
      () => process.exit(0),
      (error: unknown) => {
        log(String(error));
        process.exit(1);
      },
    );
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  // started by something that looks after us: when it is gone, nobody would stop us
  process.on('disconnect', stop);
  // it may be gone already: that is what "disconnect" is for, and no reason to end without stopping the database
  process.send?.('ready', undefined, undefined, () => undefined);
} catch (error) {
  log(startProblem(error, known));
  process.exit(1);
}
