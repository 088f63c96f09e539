import type { Sequelize, Transaction } from 'sequelize';

const LONGEST = 40;
/** So many different words of the notes are looked for; more nobody remembers. */
const MOST_OF_NOTES = 300;

/** What a job is looked for by. */
export interface Named {
  readonly number: string;
  readonly part: string;
  readonly revision: string;
  readonly material?: string;
  readonly notes?: string;
}

const split = (text: string): string[][] =>
  text
    .toLowerCase()
    .split(/\s+/)
    .filter((w) => w !== '')
    .map((w) => [...w]);

/**
 * Everything a job can be found by. Each word of its name and material from each of its characters on, so that "in it"
 * is "begins with"; of the notes each word from its beginning.
 */
export function wordsOf({ number, part, revision, material = '', notes = '' }: Named): string[] {
  const named = split(`${number} ${part} ${revision} ${material}`).flatMap((w) =>
    w.map((_, i) => w.slice(i, i + LONGEST).join('')),
  );
  // "(6082," is looked for as 6082
  const told = split(notes.replace(/[()[\]{}"'.,;:!?]+/g, ' ')).map((w) => w.slice(0, LONGEST).join(''));
  return [...new Set([...named, ...[...new Set(told)].slice(0, MOST_OF_NOTES)])];
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
