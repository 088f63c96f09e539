import { randomBytes, randomUUID } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import { Type } from '@sinclair/typebox';
import { checker } from '@violet-jaw/core/schema';
import type { AccountHead, Role } from '@violet-jaw/formats/api';
import type { Sequelize, Transaction } from 'sequelize';
import { inTransaction } from '../database/transaction';
import type { AccountRow, Models } from '../models';
import { badInput, notFound, Problem } from '../problem';
import type { AuditService } from './audit';

/** Who is signed in. */
export interface Account {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}

const name = Type.String({ minLength: 1, maxLength: 60, pattern: '^\\S(.*\\S)?$' });
const password = Type.String({ minLength: 10, maxLength: 200 });
const role = Type.Union([Type.Literal('planner'), Type.Literal('operator')]);
const checkNew = checker(Type.Object({ name, role, password, setupCode: Type.Optional(Type.String({ maxLength: 100 })) }, { additionalProperties: false }));
const checkChange = checker(Type.Object({ role: Type.Optional(role), active: Type.Optional(Type.Boolean()), password: Type.Optional(password) }, { additionalProperties: false }));
const checkOwn = checker(Type.Object({ current: Type.String({ maxLength: 200 }), password }, { additionalProperties: false }));
const checkSignIn = checker(Type.Object({ name: Type.String({ maxLength: 60 }), password: Type.String({ maxLength: 200 }) }, { additionalProperties: false }));

/** So many wrong passwords lock an account, for so long. */
const TRIES = 5;
export const LOCKED_MINUTES = 15;

const WRONG = new Problem(401, 'Not signed in', 'Name or password is wrong.');

/** Planner and operator accounts. Passwords are kept as argon2id hashes only. */
export class AccountService {
  /** what a first planner has to know when there is no account yet: printed where the server was started */
  readonly setupCode = randomBytes(6).toString('hex');
  /** compared with when the name is unknown, so that the answer takes as long */
  readonly #nobody = hash(randomBytes(16));

  constructor(private readonly sequelize: Sequelize, private readonly models: Models, private readonly audit: AuditService, private readonly now: () => Date = () => new Date()) {}

  async none(): Promise<boolean> {
    return await this.models.accounts.count() === 0;
  }

  async list(): Promise<AccountHead[]> {
    const rows = await this.models.accounts.findAll({ order: [['name', 'ASC']] });
    return rows.map((r) => ({ id: r.id, name: r.name, role: r.role as Role, active: r.active, locked: this.#isLocked(r) }));
  }

  /** The account of a session; null when it is gone or was switched off. */
  async find(id: string): Promise<Account | null> {
    const row = await this.models.accounts.findByPk(id);
    return row?.active ? { id: row.id, name: row.name, role: row.role as Role } : null;
  }

  /** Makes an account: by a planner, or the first of all with the code that the server printed. */
  async create(input: unknown, by: Account | null): Promise<Account> {
    const checked = checkNew(input);
    if (!checked.ok) throw badInput(checked.problems);
    const { setupCode, ...wanted } = checked.value;
    if (!by) {
      if (!await this.none()) throw new Problem(401, 'Not signed in', 'Sign in as a planner to make accounts.');
      if (setupCode !== this.setupCode) throw new Problem(403, 'Setup code needed', 'The first account needs the code that the server printed when it was started.');
      if (wanted.role !== 'planner') throw badInput(['role: the first account must be a planner.']);
    }
    return await this.make(wanted.name, wanted.role, wanted.password, by);
  }

  /** Without asking who: for the demo and for the first account. */
  async make(accountName: string, accountRole: Role, secret: string, by: Account | null = null): Promise<Account> {
    if (await this.models.accounts.findOne({ where: { name: accountName } })) throw new Problem(409, 'Name taken', `There is an account "${accountName}" already. Choose another name.`);
    const account: Account = { id: randomUUID(), name: accountName, role: accountRole };
    const passwordHash = await hash(secret);
    await inTransaction(this.sequelize, async (transaction) => {
      await this.models.accounts.create({ ...account, passwordHash }, { transaction });
      await this.audit.note(by ?? account, 'made an account', { detail: `${accountName}, ${accountRole}`, transaction });
    });
    return account;
  }

  async change(id: string, input: unknown, by: Account): Promise<AccountHead[]> {
    const checked = checkChange(input);
    if (!checked.ok) throw badInput(checked.problems);
    const row = await this.models.accounts.findByPk(id);
    if (!row) throw notFound('The account');
    const { password: secret, ...fields } = checked.value;
    const staysPlanner = (fields.role ?? row.role) === 'planner' && (fields.active ?? row.active);
    if (row.role === 'planner' && !staysPlanner && await this.models.accounts.count({ where: { role: 'planner', active: true } }) <= 1) {
      throw new Problem(409, 'Last planner', 'This is the last planner. Make another one first, or nobody could plan any more.');
    }
    const passwordHash = secret ? { passwordHash: await hash(secret) } : {};
    const detail = `${row.name}: ${[...Object.entries(fields).map(([k, v]) => `${k} ${String(v)}`), ...(secret ? ['new password'] : [])].join(', ')}`;
    await inTransaction(this.sequelize, async (transaction) => {
      await row.update({ ...fields, ...passwordHash, failed: 0, lockedUntil: null }, { transaction });
      if (secret) await this.#endSessions(row.id, null, transaction);
      await this.audit.note(by, 'changed an account', { detail, transaction });
    });
    return await this.list();
  }

  /** A person gives themselves another password. Sessions of the account elsewhere end. @param session the one it is done in */
  async changeOwn(input: unknown, by: Account, session: string): Promise<void> {
    const checked = checkOwn(input);
    if (!checked.ok) throw badInput(checked.problems);
    const row = await this.#proven(by.name, checked.value.current, new Problem(403, 'Password not changed', 'The present password is wrong: nothing was changed.'));
    const passwordHash = await hash(checked.value.password);
    await inTransaction(this.sequelize, async (transaction) => {
      await row.update({ passwordHash }, { transaction });
      await this.#endSessions(row.id, session, transaction);
      await this.audit.note(by, 'changed an account', { detail: `${row.name}: own password`, transaction });
    });
  }

  async signIn(input: unknown): Promise<Account> {
    const checked = checkSignIn(input);
    if (!checked.ok) throw badInput(checked.problems);
    const row = await this.#proven(checked.value.name.trim(), checked.value.password, WRONG);
    const account: Account = { id: row.id, name: row.name, role: row.role as Role };
    await this.audit.note(account, 'signed in');
    return account;
  }

  /** Checks a password. Five wrong ones lock the account for a quarter of an hour, whoever tries. @param wrong what is thrown then */
  async #proven(accountName: string, secret: string, wrong: Problem): Promise<AccountRow> {
    const row = await this.models.accounts.findOne({ where: { name: accountName } });
    if (row && this.#isLocked(row)) throw this.#locked(row);
    const right = await verify(row?.active ? row.passwordHash : await this.#nobody, secret);
    if (!row || !row.active || !right) {
      await this.audit.note(null, 'sign-in failed', { name: accountName });
      if (row) await this.#failed(row);
      throw wrong;
    }
    if (row.failed > 0) await row.update({ failed: 0, lockedUntil: null });
    return row;
  }

  /** Whoever was signed in with the old password is not any more. @param except the session that stays; null: none */
  async #endSessions(accountId: string, except: string | null, transaction: Transaction): Promise<void> {
    await this.sequelize.query("DELETE FROM sessions WHERE JSON_VALUE(data, '$.accountId') = ? AND sid <> ?", { replacements: [accountId, except ?? ''], transaction });
  }

  /** Whether an account is there, in use, and has this password; nothing is counted. */
  async isPassword(accountName: string, secret: string): Promise<boolean> {
    const row = await this.models.accounts.findOne({ where: { name: accountName } });
    return row !== null && row.active && await verify(row.passwordHash, secret);
  }

  async #failed(row: AccountRow): Promise<void> {
    // counted in the database, so that several at once, or several servers, count together
    await this.sequelize.query('UPDATE accounts SET failed = failed + 1 WHERE id = ?', { replacements: [row.id] });
    await row.reload();
    if (row.failed < TRIES) return;
    await inTransaction(this.sequelize, async (transaction) => {
      await row.update({ failed: 0, lockedUntil: new Date(this.now().getTime() + LOCKED_MINUTES * 60_000) }, { transaction });
      await this.audit.note(null, 'locked out', { detail: `${TRIES} wrong passwords`, name: row.name, transaction });
    });
    throw this.#locked(row);
  }

  #isLocked(row: AccountRow): boolean {
    return row.lockedUntil !== null && row.lockedUntil > this.now();
  }

  #locked(row: AccountRow): Problem {
    const minutes = Math.max(1, Math.ceil(((row.lockedUntil?.getTime() ?? 0) - this.now().getTime()) / 60_000));
    return new Problem(429, 'Locked', `Too many wrong passwords: this account is locked for ${minutes} more ${minutes === 1 ? 'minute' : 'minutes'}. A planner can unlock it on the page Accounts.`, { retryAfterSeconds: minutes * 60 });
  }
}
