import type { Transaction } from 'sequelize';
import type { AuditEntry } from '@violet-jaw/formats/api';
import type { Models } from '../models';
import type { Account } from './accounts';

export type AuditAction = 'signed in' | 'sign-in failed' | 'sign-in slowed down' | 'signed out' | 'made an account' | 'changed an account' | 'issued a sheet' | 'accepted a stop' | 'withdrew an acceptance' | 'took a sheet as PDF' | 'opened a sheet to run' | 'started a run' | 'gave a reading' | 'accepted a reading' | 'finished a run' | 'ended a run' | 'deleted a job';

export interface AuditAbout {
  readonly detail?: string;
  readonly jobId?: string | null;
  /** what was typed, where nobody is signed in */
  readonly name?: string;
  /** of what it tells: the entry is there if and only if that is */
  readonly transaction?: Transaction;
}

/** Who did what: entries are only ever added. */
export class AuditService {
  constructor(private readonly models: Models) {}

  /** @param who null: nobody is signed in */
  async note(who: Account | null, action: AuditAction, { detail = '', jobId = null, name = '', transaction }: AuditAbout = {}): Promise<void> {
    await this.models.audit.create({ at: new Date(), accountId: who?.id ?? null, name: (who?.name ?? name).slice(0, 60), action, jobId, detail: detail.slice(0, 2000) }, { transaction });
  }

  /** The newest entries, newest first. */
  async list(jobId: string | null, limit = 200): Promise<AuditEntry[]> {
    const rows = await this.models.audit.findAll({ where: jobId ? { jobId } : {}, order: [['id', 'DESC']], limit });
    return rows.map((r) => ({ at: r.at.toISOString(), name: r.name, action: r.action, jobId: r.jobId, detail: r.detail }));
  }
}
