import { fork, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';

/** What one task may use before it is stopped. */
export interface Limits {
  readonly cpuSeconds: number;
  /** on a busy machine a task waits; this is for one that hangs without computing */
  readonly wallSeconds: number;
  /** all memory of its process, MB */
  readonly memoryMb: number;
}

/** Enough for the largest jobs of the demo fifty times over. */
export const LIMITS: Limits = { cpuSeconds: 90, wallSeconds: 600, memoryMb: 1800 };

/** Somebody waits for what is asked; the background comes after it and never takes the last process. */
export type Lane = 'asked' | 'background';

export interface Task {
  readonly name: string;
  readonly input: unknown;
  readonly lane: Lane;
  /** whose it is: people take turns */
  readonly owner: string;
  readonly limits: Limits;
  readonly signal?: AbortSignal;
  /** told what it is at */
  readonly onPhase?: (phase: string) => void;
}

export type Why = 'time' | 'memory' | 'crash' | 'cancelled' | 'full';

const SAYS: Record<Why, string> = {
  time: 'It took longer than it may and was stopped.',
  memory: 'It needed more memory than it may and was stopped.',
  crash: 'Its process ended without an answer.',
  cancelled: 'It was no longer wanted.',
  full: 'Too much is waiting already. Try again in a minute.',
};

/**
 * What a task did that was stopped for its own doing: "took more than 90 s of computing"; null: it did nothing wrong.
 */
export function stoppedInWords(why: Why, { cpuSeconds, memoryMb }: Limits): string | null {
  return {
    time: `took more than ${cpuSeconds} s of computing`,
    memory: `needed more than ${memoryMb} MB of memory`,
    crash: 'ended its process',
    cancelled: null,
    full: null,
  }[why];
}

/** A task that came to no end of its own. */
export class Stopped extends Error {
  /** @param phase what the task was at, as it told last; null: it told nothing */
  constructor(
    readonly why: Why,
    readonly phase: string | null = null,
  ) {
    super(SAYS[why]);
  }
}

/** What a child tells. */
export type FromChild =
  | { readonly id: number; readonly began: true }
  | { readonly id: number; readonly phase: string }
  | { readonly id: number; readonly ok: true; readonly value: unknown }
  | { readonly id: number; readonly ok: false; readonly message: string };

interface Waiting {
  readonly id: number;
  readonly task: Task;
  readonly done: (value: unknown) => void;
  readonly fail: (error: Error) => void;
  phase: string | null;
}

interface Worker {
  readonly process: ChildProcess;
  now: Waiting | null;
  /**
   * processor time at the beginning of the task, s; null: the process is still starting, which is not the task's time
   */
  cpuAtStart: number | null;
  startedAt: number;
  idleSince: number;
  tasks: number;
}

const LOOK_MS = 200;
const IDLE_MS = 300_000;
/** After so many tasks, or with so much memory, a process is replaced: libraries keep some of theirs. */
const TASKS_A_PROCESS = 200;
const LARGE_MB = 700;
const MOST_WAITING = 2000;
const MOST_WAITING_EACH = 40;
const TICKS_A_SECOND = 100;
const PAGE_BYTES = 4096;

/** Processor time in seconds and memory in MB of a process, from Linux; null where it is gone. */
function usageOf(pid: number): { cpu: number; mb: number } | null {
  try {
    // the name in brackets may hold spaces
    const fields = readFileSync(`/proc/${pid}/stat`, 'utf8')
      .replace(/^.*\) /s, '')
      .split(' ');
    return {
      cpu: (Number(fields[11]) + Number(fields[12])) / TICKS_A_SECOND,
      mb: (Number(fields[21]) * PAGE_BYTES) / 1024 / 1024,
    };
  } catch {
    return null;
  }
}

/**
 * Heavy work in processes of their own: one that takes too long, takes too much memory or crashes costs its owner an
 * answer and nobody else anything. People take turns; what is asked for goes before the background.
 */
export class WorkPool {
  readonly #workers: Worker[] = [];
  #waiting: Waiting[] = [];
  readonly #served = new Map<string, number>();
  #last = 0;
  #closed = false;
  readonly #look: NodeJS.Timeout;

  constructor(
    private readonly file: string,
    private readonly size = 2,
    private readonly log: (line: string) => void = () => undefined,
  ) {
    this.#look = setInterval(() => this.#watch(), LOOK_MS);
    this.#look.unref();
  }

  /** Runs a task when its turn has come. Rejects with `Stopped` where it came to no end of its own. */
  run<T>(task: Task): Promise<T> {
    return new Promise<T>((done, fail) => {
      if (task.signal?.aborted || this.#closed) {
        fail(new Stopped('cancelled'));
        return;
      }
      if (
        this.#waiting.length >= MOST_WAITING ||
        this.#waiting.filter((w) => w.task.owner === task.owner).length >= MOST_WAITING_EACH
      ) {
        fail(new Stopped('full'));
        return;
      }
      const waiting: Waiting = { id: ++this.#last, task, done: done as (value: unknown) => void, fail, phase: null };
      task.signal?.addEventListener('abort', () => this.#cancel(waiting), { once: true });
      this.#waiting.push(waiting);
      this.#fill();
    });
  }

  /** How much waits and runs, for whoever looks after the machine. */
  get state(): { readonly waiting: Readonly<Record<Lane, number>>; readonly running: number } {
    const count = (lane: Lane) => this.#waiting.filter((w) => w.task.lane === lane).length;
    return {
      waiting: { asked: count('asked'), background: count('background') },
      running: this.#workers.filter((w) => w.now).length,
    };
  }

  /** Ends all processes; what waits or runs is cancelled. */
  close(): void {
    this.#closed = true;
    clearInterval(this.#look);
    for (const w of this.#waiting.splice(0)) w.fail(new Stopped('cancelled'));
    for (const worker of [...this.#workers]) this.#end(worker, 'cancelled');
  }

  #cancel(waiting: Waiting): void {
    if (this.#waiting.includes(waiting)) {
      this.#waiting = this.#waiting.filter((w) => w !== waiting);
      waiting.fail(new Stopped('cancelled'));
    }
    const worker = this.#workers.find((w) => w.now === waiting);
    if (worker) this.#end(worker, 'cancelled');
  }

  /** Whose turn it is: who was served longest ago, and nobody may take all processes. */
  #next(): Waiting | null {
    const running = this.#workers.flatMap((w) => (w.now ? [w.now.task] : []));
    const most = Math.max(1, this.size - 1);
    const mayRun = ({ task }: Waiting) =>
      (task.lane === 'asked' || running.filter((t) => t.lane === 'background').length < most) &&
      running.filter((t) => t.owner === task.owner).length < most;
    for (const lane of ['asked', 'background'] as const) {
      const candidates = this.#waiting.filter((w) => w.task.lane === lane && mayRun(w));
      if (candidates.length > 0)
        return candidates.reduce((a, b) =>
          (this.#served.get(b.task.owner) ?? 0) < (this.#served.get(a.task.owner) ?? 0) ? b : a,
        );
    }
    return null;
  }

  #fill(): void {
    while (!this.#closed) {
      const idle = this.#workers.find((w) => !w.now);
      if (!idle && this.#workers.length >= this.size) return;
      const next = this.#next();
      if (!next) return;
      this.#waiting = this.#waiting.filter((w) => w !== next);
      if (this.#served.size > 5000) this.#served.clear();
      this.#served.set(next.task.owner, next.id);
      this.#start(idle ?? this.#spawn(next.task.limits), next);
    }
  }

  #start(worker: Worker, waiting: Waiting): void {
    worker.now = waiting;
    worker.cpuAtStart = null;
    worker.startedAt = Date.now();
    const { name, input } = waiting.task;
    worker.process.send({ id: waiting.id, name, input }, (error) => {
      if (error) this.#end(worker, 'crash');
    });
  }

  #spawn({ memoryMb }: Limits): Worker {
    const child = fork(this.file, [], {
      serialization: 'advanced',
      execArgv: [`--max-old-space-size=${memoryMb}`],
      stdio: ['ignore', 'ignore', 'pipe', 'ipc'],
    });
    const worker: Worker = {
      process: child,
      now: null,
      cpuAtStart: null,
      startedAt: 0,
      idleSince: Date.now(),
      tasks: 0,
    };
    let said = '';
    child.stderr?.on('data', (chunk: Buffer) => {
      said = (said + chunk.toString()).slice(-400);
    });
    child.on('message', (message: FromChild) => this.#told(worker, message));
    child.on('error', () => this.#end(worker, 'crash'));
    child.on('exit', (code, signal) => {
      if (!this.#workers.includes(worker)) return;
      if (worker.now)
        this.log(
          `a work process ended by itself (${signal ?? code}) at ${worker.now.task.name}: ${said.split('\n').find((l) => /FATAL|Error/.test(l)) ?? 'it said nothing'}`,
        );
      this.#end(worker, /heap out of memory/.test(said) ? 'memory' : 'crash');
    });
    this.#workers.push(worker);
    return worker;
  }

  #told(worker: Worker, message: FromChild): void {
    const { now } = worker;
    if (!now || message.id !== now.id) return;
    if ('began' in message) {
      worker.cpuAtStart = usageOf(worker.process.pid!)?.cpu ?? 0;
      return;
    }
    if ('phase' in message) {
      now.phase = message.phase;
      now.task.onPhase?.(message.phase);
      return;
    }
    worker.now = null;
    worker.tasks += 1;
    worker.idleSince = Date.now();
    if (message.ok) now.done(message.value);
    else now.fail(new Error(message.message));
    if (worker.tasks >= TASKS_A_PROCESS || (usageOf(worker.process.pid!)?.mb ?? 0) > LARGE_MB)
      this.#end(worker, 'cancelled');
    this.#fill();
  }

  /** Takes a process away, whatever it is at. */
  #end(worker: Worker, why: Why): void {
    const at = this.#workers.indexOf(worker);
    if (at < 0) return;
    this.#workers.splice(at, 1);
    worker.process.kill('SIGKILL');
    const { now } = worker;
    worker.now = null;
    now?.fail(new Stopped(why, now.phase));
    this.#fill();
  }

  #watch(): void {
    const now = Date.now();
    for (const worker of [...this.#workers]) {
      if (!worker.now) {
        if (now - worker.idleSince > IDLE_MS) this.#end(worker, 'cancelled');
        continue;
      }
      const { limits } = worker.now.task;
      const usage = usageOf(worker.process.pid!);
      if (usage && usage.mb > limits.memoryMb) this.#end(worker, 'memory');
      else if (
        (usage && worker.cpuAtStart !== null && usage.cpu - worker.cpuAtStart > limits.cpuSeconds) ||
        now - worker.startedAt > 1000 * limits.wallSeconds
      )
        this.#end(worker, 'time');
    }
  }
}
