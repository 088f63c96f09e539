import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import type {
  AccountChange,
  AccountHead,
  NewAccount,
  OwnPassword,
  OwnSession,
  Role,
  SignIn,
} from '@violet-jaw/formats/api';
import { Op, QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { inTransaction, takeTurn } from '../database/transaction';
import type { AccountRow, Models } from '../models';
import { badInput, notFound, Problem } from '../problem';
import type { Account } from './account';
import type { AuditService } from './audit';
import type { Known } from './provider';
import type { Settings } from './settings';
import type { GuessGuard } from './guesses';
import { passwordProblem } from './passwords';

/** Signs that can be seen, no blank at either end: what can be read out. */
const isReadable = (written: string) => /^[^\p{C}\s]([^\p{C}]*[^\p{C}\s])?$/u.test(written);
/** Names that look alike: the same letters in another code (Unicode NFKC), capitals or not. */
const looks = (written: string) => written.normalize('NFKC').toLowerCase();

/** Of an account that signs in elsewhere: no password has this hash. */
const NO_PASSWORD = '';

/** What a session is called outside: its own id would let in whoever reads it. */
const shownId = (sid: string) => createHash('sha256').update(sid).digest('hex').slice(0, 20);

const WRONG = new Problem(401, 'Not signed in', 'Name or password is wrong.');

/** What AccountService stands on. */
interface On {
  readonly sequelize: Sequelize;
  readonly models: Models;
  readonly audit: AuditService;
  readonly guesses: GuessGuard;
  readonly settings: Settings;
  readonly hasProvider: boolean;
}

/** Accounts of operators, planners and leads. Passwords are kept as argon2id hashes only. */
export class AccountService {
  /** compared with when the name is unknown, so that the answer takes as long */
  readonly #nobody = hash(randomBytes(16));

  constructor(private readonly on: On) {}

  /**
   * What the first lead has to know when there is no account yet: printed where the servers were started, the same for
   * all of them.
   */
  setupCode(): Promise<string> {
    return this.on.settings.once('setup code', () => randomBytes(6).toString('hex'));
  }

  async none(): Promise<boolean> {
    return (await this.on.models.accounts.count()) === 0;
  }

  async list(): Promise<AccountHead[]> {
    const rows = await this.on.models.accounts.findAll({ order: [['name', 'ASC']] });
    return rows.map((r) => ({ id: r.id, name: r.name, role: r.role as Role, active: r.active }));
  }

  /** The account of a session; null when it is gone or was switched off. */
  async find(id: string): Promise<Account | null> {
    const row = await this.on.models.accounts.findByPk(id);
    return row?.active ? { id: row.id, name: row.name, role: row.role as Role } : null;
  }

  /** Makes an account: by a lead, or the first of all with the code that the server printed. */
  async create({ setupCode, ...wanted }: NewAccount, by: Account | null): Promise<Account> {
    if (!isReadable(wanted.name))
      throw badInput(['name: expected up to 60 signs that can be seen, no blank before or after them.']);
    if (wanted.password === undefined && (!by || !this.on.hasProvider))
      throw badInput(['password: expected a password; no sign-in service is set up here that could take its place.']);
    const weak = wanted.password === undefined ? null : passwordProblem(wanted.password, wanted.name);
    if (weak) throw badInput([weak]);
    if (!by) {
      if (!(await this.none())) throw new Problem(401, 'Not signed in', 'Sign in as a lead to make accounts.');
      if (setupCode !== (await this.setupCode()))
        throw new Problem(
          403,
          'Setup code needed',
          'The first account needs the code that the server printed when it was started.',
        );
      if (wanted.role !== 'lead') throw badInput(['role: the first account must be a lead.']);
    }
    const made = await this.make(wanted.name, wanted.role, wanted.password ?? null, by);
    if (!by) await this.on.settings.forget('setup code');
    return made;
  }

  /**
   * Without asking who: for the demo and for the first account. @param secret null: the account is for whom the
   * sign-in service calls by this name
   */
  async make(
    accountName: string,
    accountRole: Role,
    secret: string | null,
    by: Account | null = null,
  ): Promise<Account> {
    const alike = (await this.on.models.accounts.findAll({ attributes: ['name'] })).find(
      (a) => looks(a.name) === looks(accountName),
    );
    if (alike)
      throw new Problem(409, 'Name taken', `There is an account "${alike.name}" already. Choose another name.`);
    const account: Account = { id: randomUUID(), name: accountName, role: accountRole };
    const passwordHash = secret === null ? NO_PASSWORD : await hash(secret);
    await inTransaction(this.on.sequelize, async (transaction) => {
      await this.on.models.accounts.create({ ...account, passwordHash }, { transaction });
      await this.on.audit.note(by ?? account, 'made an account', {
        detail: `${accountName}, ${accountRole}${secret === null ? ', through the sign-in service' : ''}`,
        transaction,
      });
    });
    return account;
  }

  async change(id: string, { password: secret, ...fields }: AccountChange, by: Account): Promise<AccountHead[]> {
    const row = await this.on.models.accounts.findByPk(id);
    if (!row) throw notFound('The account');
    const weak = secret ? passwordProblem(secret, row.name) : null;
    if (weak) throw badInput([weak]);
    const staysLead = (fields.role ?? row.role) === 'lead' && (fields.active ?? row.active);
    const passwordHash = secret ? { passwordHash: await hash(secret) } : {};
    const detail = `${row.name}: ${[...Object.entries(fields).map(([k, v]) => `${k} ${String(v)}`), ...(secret ? ['new password'] : [])].join(', ')}`;
    await inTransaction(this.on.sequelize, async (transaction) => {
      // two who switch each other off
      await takeTurn(this.on.sequelize, 'leads', transaction);
      const others = await this.on.models.accounts.count({
        where: { role: 'lead', active: true, id: { [Op.ne]: id } },
        transaction,
      });
      if (!staysLead && others === 0)
        throw new Problem(
          409,
          'Last lead',
          'This is the last lead. Make another one first, or nobody could make accounts any more.',
        );
      await row.update({ ...fields, ...passwordHash }, { transaction });
      if (secret) await this.#endSessions(row.id, null, transaction);
      await this.on.audit.note(by, 'changed an account', { detail, transaction });
    });
    // whoever helps somebody in also lets them try again at once
    if (secret || fields.active) await this.on.guesses.forget(row.name);
    return await this.list();
  }

  /**
   * A person gives themselves another password. Sessions of the account elsewhere end. @param session the one it is
   * done in
   */
  async changeOwn({ current, password }: OwnPassword, by: Account, session: string, address: string): Promise<void> {
    const weak = passwordProblem(password, by.name);
    if (weak) throw badInput([weak]);
    const row = await this.#proven(
      by.name,
      current,
      address,
      new Problem(403, 'Password not changed', 'The present password is wrong: nothing was changed.'),
    );
    const passwordHash = await hash(password);
    await inTransaction(this.on.sequelize, async (transaction) => {
      await row.update({ passwordHash }, { transaction });
      await this.#endSessions(row.id, session, transaction);
      await this.on.audit.note(by, 'changed an account', { detail: `${row.name}: own password`, transaction });
    });
  }

  async signIn({ name, password }: SignIn, address: string): Promise<Account> {
    const row = await this.#proven(name.trim(), password, address, WRONG);
    const account: Account = { id: row.id, name: row.name, role: row.role as Role };
    await this.on.audit.note(account, 'signed in');
    return account;
  }

  /**
   * The account of somebody whom the sign-in service knows. An account without a password is bound to the first who
   * comes by its name, and from then on to that person, whatever they are called; an account with a password is never
   * given to a name.
   */
  async signInKnown({ subject, name: called }: Known, address: string): Promise<Account> {
    const refuse = async (says: string): Promise<never> => {
      await this.on.audit.note(null, 'sign-in failed', {
        name: called,
        detail: `from ${address}, through the sign-in service`,
      });
      throw new Problem(403, 'Not signed in', says);
    };
    const row = await inTransaction(this.on.sequelize, async (transaction) => {
      const bound = await this.on.models.accounts.findOne({ where: { subject }, transaction });
      if (bound) return bound;
      const open = await this.on.models.accounts.findOne({
        where: { name: called, subject: null, passwordHash: NO_PASSWORD },
        transaction,
        lock: transaction.LOCK.UPDATE,
      });
      return open ? await open.update({ subject }, { transaction }) : null;
    });
    if (!row)
      return await refuse(
        `You are "${called}" to the sign-in service, but no account here is made for that name. Ask the lead to make one that signs in there.`,
      );
    if (!row.active) return await refuse(`The account ${row.name} is switched off. Ask the lead.`);
    const account: Account = { id: row.id, name: row.name, role: row.role as Role };
    await this.on.audit.note(account, 'signed in', { detail: 'through the sign-in service' });
    return account;
  }

  /**
   * Checks a password, as slowly for a name that does not exist as for one that does. @param wrong what is thrown when
   * it is not right
   */
  async #proven(accountName: string, secret: string, address: string, wrong: Problem): Promise<AccountRow> {
    const guess = await this.on.guesses.begin(accountName, address).catch(async (error: unknown) => {
      if (error instanceof Problem)
        await this.on.audit.note(null, 'sign-in slowed down', { name: accountName, detail: `from ${address}` });
      throw error;
    });
    const row = await this.on.models.accounts.findOne({ where: { name: accountName } });
    const hasPassword = row !== null && row.active && row.passwordHash !== NO_PASSWORD;
    const right = await verify(hasPassword ? row.passwordHash : await this.#nobody, secret);
    if (!row || !hasPassword || !right) {
      await this.on.audit.note(null, 'sign-in failed', { name: accountName, detail: `from ${address}` });
      throw wrong;
    }
    await this.on.guesses.succeeded(guess, accountName, address);
    return row;
  }

  /** Whoever was signed in with the old password is not any more. @param except the session that stays; null: none */
  async #endSessions(accountId: string, except: string | null, transaction: Transaction): Promise<void> {
    await this.on.sequelize.query("DELETE FROM sessions WHERE JSON_VALUE(data, '$.accountId') = ? AND sid <> ?", {
      replacements: [accountId, except ?? ''],
      transaction,
    });
  }

  /** Where a person is signed in. @param session the one they ask from */
  async sessions(accountId: string, session: string): Promise<OwnSession[]> {
    const rows = await this.#sessionsOf(accountId);
    return rows.map((r) => ({
      id: shownId(r.sid),
      since: r.created_at.toISOString(),
      from: (JSON.parse(r.data) as { from?: string }).from ?? '',
      here: r.sid === session,
    }));
  }

  /** Ends a session of one's own. */
  async endSession(by: Account, id: string): Promise<void> {
    const found = (await this.#sessionsOf(by.id)).find((r) => shownId(r.sid) === id);
    if (!found) throw notFound('The session');
    await inTransaction(this.on.sequelize, async (transaction) => {
      await this.on.sequelize.query('DELETE FROM sessions WHERE sid = ?', { replacements: [found.sid], transaction });
      await this.on.audit.note(by, 'signed out', { detail: 'elsewhere', transaction });
    });
  }

  #sessionsOf(accountId: string): Promise<{ sid: string; data: string; created_at: Date }[]> {
    return this.on.sequelize.query(
      "SELECT sid, data, created_at FROM sessions WHERE JSON_VALUE(data, '$.accountId') = ? AND expires > UTC_TIMESTAMP() ORDER BY created_at DESC",
      { replacements: [accountId], type: QueryTypes.SELECT },
    );
  }

  /** Whether an account is there, in use, and has this password; nothing is counted. */
  async isPassword(accountName: string, secret: string): Promise<boolean> {
    const row = await this.on.models.accounts.findOne({ where: { name: accountName } });
    return row !== null && row.active && row.passwordHash !== NO_PASSWORD && (await verify(row.passwordHash, secret));
  }
}
