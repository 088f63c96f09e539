import { QueryTypes, type QueryInterface } from 'sequelize';
import { sealOfIssue, type FrozenIssue } from '../../services/issueSeal';
import { CHAIN_START, sealOf } from '../../services/auditChain';

interface Row {
  readonly id: number;
  readonly at: Date;
  readonly account_id: string | null;
  readonly name: string;
  readonly action: string;
  readonly job_id: string | null;
  readonly detail: string;
}

/**
 * Planners of before may do what they could: they become leads. Deleted jobs lie in a bin. Entries of the audit list
 * are chained, issues sealed.
 */
export async function leadBinChain({ sequelize }: QueryInterface): Promise<void> {
  await sequelize.query("UPDATE accounts SET role = 'lead' WHERE role = 'planner'");
  await sequelize.query(
    'ALTER TABLE accounts ADD COLUMN IF NOT EXISTS subject VARCHAR(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NULL, ADD UNIQUE KEY IF NOT EXISTS accounts_by_subject (subject)',
  );
  await sequelize.query(
    'ALTER TABLE jobs ADD COLUMN IF NOT EXISTS deleted_at DATETIME NULL, ADD KEY IF NOT EXISTS jobs_deleted (deleted_at)',
  );
  await sequelize.query(
    'ALTER TABLE audit ADD COLUMN IF NOT EXISTS place BIGINT NULL, ADD COLUMN IF NOT EXISTS seal CHAR(64) NULL',
  );
  await sequelize.query(
    'CREATE TABLE IF NOT EXISTS audit_chain (id INT PRIMARY KEY, length BIGINT NOT NULL, seal CHAR(64) NOT NULL)',
  );
  let [place, seal, from] = [0, CHAIN_START, 0];
  for (;;) {
    const rows = await sequelize.query<Row>(
      'SELECT id, at, account_id, name, action, job_id, detail FROM audit WHERE id > ? ORDER BY id LIMIT 1000',
      { replacements: [from], type: QueryTypes.SELECT },
    );
    for (const { id, at, account_id: accountId, name, action, job_id: jobId, detail } of rows) {
      place += 1;
      seal = sealOf(seal, { place, at: new Date(at), accountId, name, action, jobId, detail });
      await sequelize.query('UPDATE audit SET place = ?, seal = ? WHERE id = ?', { replacements: [place, seal, id] });
      from = id;
    }
    if (rows.length < 1000) break;
  }
  await sequelize.query('ALTER TABLE issues ADD COLUMN IF NOT EXISTS seal CHAR(64) NULL');
  const issues = await sequelize.query<{ id: string }>('SELECT id FROM issues', { type: QueryTypes.SELECT });
  for (const { id } of issues) {
    const [issue] = await sequelize.query<FrozenIssue>(
      'SELECT letter, version, note, issued_by issuedBy, document, shop, planned, sheet, entries, control, verify, clear, run, pdf_a4 pdfA4, pdf_letter pdfLetter FROM issues WHERE id = ?',
      { replacements: [id], type: QueryTypes.SELECT },
    );
    await sequelize.query('UPDATE issues SET seal = ? WHERE id = ?', { replacements: [sealOfIssue(issue), id] });
  }
  await sequelize.query('ALTER TABLE issues MODIFY seal CHAR(64) NOT NULL');
  await sequelize.query('REPLACE INTO audit_chain (id, length, seal) VALUES (1, ?, ?)', {
    replacements: [place, seal],
  });
  await sequelize.query(
    'ALTER TABLE audit MODIFY place BIGINT NOT NULL, MODIFY seal CHAR(64) NOT NULL, ADD UNIQUE KEY IF NOT EXISTS audit_by_place (place)',
  );
}
