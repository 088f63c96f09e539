import { JOB_VERSION } from '@violet-jaw/core/job';
import { ServerProblem, type Place } from '../store/api';

export interface Doc {
  a: number;
  b: number;
  list: { id: string; v: number }[];
}

/** A server in memory that can be away, be changed by others, and refuse. */
export class FakeServer implements Place<Doc> {
  readonly key = 'test';
  /** before version 6 "a" was called "alpha" */
  async upToDate(document: unknown, version: number): Promise<Doc | null> {
    await Promise.resolve();
    if (version > JOB_VERSION) return null;
    const { alpha, ...rest } = document as Doc & { alpha?: number };
    return version < 6 && alpha !== undefined ? { ...rest, a: alpha } : (rest as Doc);
  }
  revision = 1;
  document: Doc = { a: 1, b: 1, list: [{ id: 'x', v: 1 }] };
  away = false;
  refuse: string | null = null;
  writes = 0;
  slowMs = 0;
  /** writes arrive, but their answers are lost */
  deaf = false;
  stale = 0;

  #answer(): void {
    if (this.away) throw new ServerProblem(0, 'The server is not answering.', {});
  }

  async read() {
    this.#answer();
    return { revision: this.revision, document: this.document };
  }

  async readIfChanged(revision: number) {
    this.#answer();
    return revision === this.revision ? null : { revision: this.revision, document: this.document };
  }

  async write(document: Doc, revision: number) {
    this.#answer();
    this.writes += 1;
    const { refuse, deaf } = this;
    if (this.slowMs > 0)
      await new Promise((done) => {
        setTimeout(done, this.slowMs);
      });
    if (refuse) throw new ServerProblem(400, refuse, {});
    if (revision !== this.revision) {
      this.stale += 1;
      throw new ServerProblem(409, 'Changed', { current: { revision: this.revision, document: this.document } });
    }
    this.document = document;
    this.revision += 1;
    if (deaf) throw new ServerProblem(0, 'The server is not answering.', {});
    return this.revision;
  }

  /** somebody else saves */
  other(change: Partial<Doc>): void {
    this.document = { ...this.document, ...change };
    this.revision += 1;
  }
}
