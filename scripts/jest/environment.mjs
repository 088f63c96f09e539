import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { TestEnvironment } from 'jest-environment-node';

/**
 * Node.js with a temporary folder for each file of tests, taken away with all in it when the file is done: a private
 * database is 125 MB, and what tests leave behind fills the machine.
 */
class Environment extends TestEnvironment {
  constructor(config, context) {
    super(config, context);
    this.before = process.env.TMPDIR;
    this.temporary = mkdtempSync(join(tmpdir(), 'vj-'));
    this.temporaryIs(this.temporary);
  }

  async teardown() {
    await super.teardown();
    if (this.before === undefined) delete process.env.TMPDIR;
    else process.env.TMPDIR = this.before;
    rmSync(this.temporary, { recursive: true, force: true, maxRetries: 3 });
  }

  /** for node:os, which reads the real environment, and for what tests start, which gets the sandbox's copy of it */
  temporaryIs(folder) {
    process.env.TMPDIR = folder;
    this.global.process.env.TMPDIR = folder;
  }
}

export default Environment;
