import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import type { DataProblems } from '@violet-jaw/formats/api';
import type { Models } from '../models';
import type { AuditService } from './audit';
import type { Files } from './files';
import { sealOfIssue } from './issueSeal';

const MOST_SAID = 50;

/** Walks what is kept and says what is not as it was written: the audit chain, every issue, every file. */
export class Verify {
  constructor(
    private readonly models: Models,
    private readonly files: Files,
    private readonly audit: AuditService,
  ) {}

  async all(): Promise<DataProblems> {
    const said: string[] = [];
    const chain = await this.audit.problem();
    if (chain) said.push(chain);
    const issues = await this.#issues(said);
    const files = await this.#files(said);
    const entries = await this.models.audit.count();
    return { entries, issues, files, problems: said.slice(0, MOST_SAID), more: Math.max(0, said.length - MOST_SAID) };
  }

  async #issues(said: string[]): Promise<number> {
    const rows = await this.models.issues.findAll({
      attributes: ['id', 'jobId', 'letter'],
      order: [
        ['jobId', 'ASC'],
        ['place', 'ASC'],
      ],
    });
    const numbers = new Map(
      (
        await this.models.jobs.findAll({
          attributes: ['id', 'number'],
          where: { id: [...new Set(rows.map((r) => r.jobId))] },
          paranoid: false,
        })
      ).map((j) => [j.id, j.number]),
    );
    // one at a time: an issue is megabytes
    for (const { id, jobId, letter } of rows) {
      const row = await this.models.issues.findByPk(id);
      if (row && sealOfIssue(row) !== row.seal)
        said.push(`Issue ${letter} of job ${numbers.get(jobId) ?? 'that is gone'} was changed after it was frozen.`);
    }
    return rows.length;
  }

  async #files(said: string[]): Promise<number> {
    const rows = await this.models.files.findAll({ attributes: ['hash', 'name'], order: [['hash', 'ASC']] });
    for (const { hash, name } of rows) {
      const path = await this.files.path(hash);
      if (!path) {
        said.push(`The file "${name.slice(0, 100)}" (${hash.slice(0, 12)}) is missing.`);
        continue;
      }
      const digest = createHash('sha256');
      await pipeline(createReadStream(path), digest);
      if (digest.digest('hex') !== hash)
        said.push(`The file "${name.slice(0, 100)}" (${hash.slice(0, 12)}) is not what was stored.`);
    }
    return rows.length;
  }
}
