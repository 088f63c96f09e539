#!/usr/bin/env node
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { LIMITS, stoppedInWords, Stopped, WorkPool } from '@violet-jaw/server/work';
import type { Said } from './child';
import { isKeeping, keep } from './keep';
import { manyFiles, planMany, problemLine, type Line } from './run';

// The work is done in a process of its own with the limits of the server: whatever a file does, this one ends with a
// sentence and 0, 1 or 2.
const pool = new WorkPool(join(dirname(fileURLToPath(import.meta.url)), 'child.js'), 1);
const task = <T>(name: string, input: unknown) =>
  pool.run<T>({ name, input, lane: 'asked', owner: '', limits: LIMITS });
const why = (error: unknown) => {
  const stopped = error instanceof Stopped ? stoppedInWords(error.why, LIMITS) : null;
  return stopped
    ? `Planning ${stopped} and was stopped. Make the job simpler, or export the single part anew.`
    : error instanceof Error
      ? error.message
      : String(error);
};
const write = (stream: NodeJS.WriteStream, text: string) =>
  new Promise<void>((done) => {
    if (text === '' || stream.write(text)) done();
    else stream.once('drain', done);
  });

async function main(args: readonly string[]): Promise<number> {
  if (isKeeping(args[0]))
    return await keep(args, process.env, {
      out: (t) => {
        process.stdout.write(t);
      },
      err: (t) => {
        process.stderr.write(t);
      },
    });
  const many = manyFiles(args);
  if (many) {
    const line = (file: string) =>
      task<Line>('planLine', file).catch((error: unknown) => problemLine(file, why(error)));
    return await planMany(many, line, {
      out: (t) => {
        process.stdout.write(t);
      },
      err: (t) => {
        process.stderr.write(t);
      },
    });
  }
  try {
    const { out, err, code } = await task<Said>('command', args);
    await write(process.stdout, out);
    await write(process.stderr, err);
    return code;
  } catch (error) {
    await write(process.stderr, `${why(error)}\n`);
    return 2;
  }
}

// who reads the output may have enough of it
process.stdout.on('error', () => process.exit(2));
process.exitCode = await main(process.argv.slice(2));
pool.close();
