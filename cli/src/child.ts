import { serveTasks } from '@violet-jaw/server/work';
import { planLine, run, type Terminal } from './run';

/** What a command printed, and how it ended. */
export interface Said {
  readonly out: string;
  readonly err: string;
  readonly code: number;
}

async function command(args: readonly string[]): Promise<Said> {
  let [out, err] = ['', ''];
  const terminal: Terminal = {
    out: (t) => {
      out += t;
    },
    err: (t) => {
      err += t;
    },
  };
  return { code: await run(args, terminal), out, err };
}

serveTasks({ command, planLine });
