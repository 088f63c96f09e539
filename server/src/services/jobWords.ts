import type { Sequelize, Transaction } from 'sequelize';

const LONGEST = 40;

/** What a job is looked for by. */
export interface Named {
  readonly number: string;
  readonly part: string;
  readonly revision: string;
}

/**
 * Everything a word of a job's name can be found by: each of its words from each of its characters on, so that "in it"
 * is "begins with".
 */
export function wordsOf({ number, part, revision }: Named): string[] {
  const words = `${number} ${part} ${revision}`
    .toLowerCase()
    .split(/\s+/)
    .map((w) => [...w]);
  return [...new Set(words.flatMap((w) => w.map((_, i) => w.slice(i, i + LONGEST).join(''))))];
}

/** A word as it was typed, as the beginning of one that is kept; for LIKE. */
export const beginning = (word: string): string =>
  `${[...word.toLowerCase()]
    .slice(0, LONGEST)
    .join('')
    .replace(/[\\%_]/g, '\\$&')}%`;

/** Keeps a job's words for the words of before. */
export async function keepWords(
  sequelize: Sequelize,
  jobId: string,
  job: Named,
  transaction?: Transaction,
): Promise<void> {
  await sequelize.query('DELETE FROM job_words WHERE job_id = ?', { replacements: [jobId], transaction });
  const rows = wordsOf(job).map((word) => [word, jobId]);
  // words that differ in an accent only are one
  if (rows.length > 0)
    await sequelize.query(`INSERT IGNORE INTO job_words (word, job_id) VALUES ${rows.map(() => '(?)').join(', ')}`, {
      replacements: rows,
      transaction,
    });
}
