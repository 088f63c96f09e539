import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import type { AuditEntry } from '@violet-jaw/formats/api';
import { inTransaction } from '../database/transaction';
import type { Models } from '../models';
import type { Account } from './account';
import { CHAIN_START, sealOf } from './auditChain';

export type AuditAction =
  | 'signed in'
  | 'sign-in failed'
  | 'sign-in slowed down'
  | 'signed out'
  | 'made an account'
  | 'changed an account'
  | 'issued a sheet'
  | 'accepted a stop'
  | 'withdrew an acceptance'
  | 'took a sheet as PDF'
  | 'opened a sheet to run'
  | 'started a run'
  | 'gave a reading'
  | 'accepted a reading'
  | 'finished a run'
  | 'ended a run'
  | 'deleted a job'
  | 'took a job out of the bin'
  | 'moved a job on'
  | 'measured a tool'
  | 'made a remark'
  | 'changed a remark'
  | 'emptied the bin'
  | 'took a backup'
  | 'restored a backup';

export interface AuditAbout {
  readonly detail?: string;
  readonly jobId?: string | null;
  /** what was typed, where nobody is signed in */
  readonly name?: string;
  /** of what it tells: the entry is there if and only if that is */
  readonly transaction?: Transaction;
}

const AT_ONCE = 2000;

/** Who did what: entries are only ever added, each sealed together with the one before it. */
export class AuditService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly models: Models,
  ) {}

  /** @param who null: nobody is signed in */
  async note(who: Account | null, action: AuditAction, about: AuditAbout = {}): Promise<void> {
    const { transaction } = about;
    if (transaction) await this.#add(who, action, about, transaction);
    else await inTransaction(this.sequelize, (own) => this.#add(who, action, about, own));
  }

  async #add(
    who: Account | null,
    action: AuditAction,
    { detail = '', jobId = null, name = '' }: AuditAbout,
    transaction: Transaction,
  ): Promise<void> {
    // whoever adds one waits here for whoever adds the one before
    const [head] = await this.sequelize.query<{ length: number; seal: string }>(
      'SELECT length, seal FROM audit_chain WHERE id = 1 FOR UPDATE',
      { type: QueryTypes.SELECT, transaction },
    );
    const at = new Date(Math.floor(Date.now() / 1000) * 1000);
    const entry = {
      place: Number(head.length) + 1,
      at,
      accountId: who?.id ?? null,
      name: (who?.name ?? name).slice(0, 60),
      action,
      jobId,
      detail: detail.slice(0, 2000),
    };
    const seal = sealOf(head.seal, entry);
    await this.models.audit.create({ ...entry, seal }, { transaction });
    await this.sequelize.query('UPDATE audit_chain SET length = ?, seal = ? WHERE id = 1', {
      replacements: [entry.place, seal],
      transaction,
    });
  }

  /** The newest entries, newest first. */
  async list(jobId: string | null, limit = 200): Promise<AuditEntry[]> {
    const rows = await this.models.audit.findAll({ where: jobId ? { jobId } : {}, order: [['place', 'DESC']], limit });
    return rows.map((r) => ({
      at: r.at.toISOString(),
      name: r.name,
      action: r.action,
      jobId: r.jobId,
      detail: r.detail,
    }));
  }

  /** Walks the whole chain. @returns the first place where it does not fit, in words; null: it is as it was written */
  async problem(): Promise<string | null> {
    return await inTransaction(this.sequelize, async (transaction) => {
      const [head] = await this.sequelize.query<{ length: number; seal: string }>(
        'SELECT length, seal FROM audit_chain WHERE id = 1',
        { type: QueryTypes.SELECT, transaction },
      );
      if (!head) return 'The audit list has lost its end: nobody can tell whether entries are missing.';
      let [place, seal] = [0, CHAIN_START];
      while (place < Number(head.length)) {
        const rows = await this.models.audit.findAll({
          where: this.sequelize.literal(`place > ${place} AND place <= ${Number(head.length)}`),
          order: [['place', 'ASC']],
          limit: AT_ONCE,
          transaction,
        });
        for (const row of rows) {
          if (Number(row.place) !== place + 1) break;
          seal = sealOf(seal, {
            place: place + 1,
            at: row.at,
            accountId: row.accountId,
            name: row.name,
            action: row.action,
            jobId: row.jobId,
            detail: row.detail,
          });
          if (seal !== row.seal) return `Entry ${place + 1} of the audit list was changed after it was written.`;
          place += 1;
        }
        if (rows.length === 0 || Number(rows.at(-1)!.place) !== place)
          return `Entry ${place + 1} of the audit list is missing.`;
      }
      return seal === head.seal ? null : 'The end of the audit list does not fit its last entry.';
    });
  }
}
