import type { QueryOf } from '@violet-jaw/formats/api/routes.ts';
import type { JobState } from '@violet-jaw/formats/api';

type Query = NonNullable<QueryOf<'jobs'>>;

/** What a list of jobs can be narrowed down to. */
export const SHOWS: Readonly<Record<string, { readonly says: string; readonly query: Query }>> = {
  all: { says: 'all jobs', query: {} },
  open: { says: 'with open findings', query: { show: 'open findings' } },
  unissued: { says: 'not issued yet', query: { show: 'not issued' } },
  week: { says: 'due this week', query: { due: 'this week' } },
  overdue: { says: 'overdue', query: { due: 'overdue' } },
  planning: { says: 'in planning', query: { state: 'planning' } },
  issued: { says: 'issued', query: { state: 'issued' } },
  running: { says: 'running', query: { state: 'running' } },
  done: { says: 'done', query: { state: 'done' } },
  archive: { says: 'in the archive', query: { archived: true } },
  patterns: { says: 'patterns', query: { pattern: true } },
};

export const STATE_SAYS: Readonly<Record<JobState, string>> = {
  planning: 'planning',
  issued: 'issued',
  running: 'running',
  done: 'done',
};

/** Columns that can be shown or not, in their order. */
export const COLUMNS = {
  material: 'Material',
  family: 'Family',
  machine: 'Machine',
  setups: 'Setups',
  findings: 'Findings',
  state: 'State',
  issue: 'Issue',
  due: 'Due',
  changed: 'Changed',
} as const;
export type ColumnKey = keyof typeof COLUMNS;
const USUAL: readonly ColumnKey[] = ['machine', 'setups', 'findings', 'state', 'issue', 'due'];
const KEY = 'violet-jaw job columns';

/** The columns this browser shows. */
export function keptColumns(): readonly ColumnKey[] {
  const kept = localStorage.getItem(KEY);
  return kept === null ? USUAL : (Object.keys(COLUMNS) as ColumnKey[]).filter((c) => kept.split(' ').includes(c));
}

export function keepColumns(columns: readonly ColumnKey[]): readonly ColumnKey[] {
  const inOrder = (Object.keys(COLUMNS) as ColumnKey[]).filter((c) => columns.includes(c));
  localStorage.setItem(KEY, inOrder.join(' '));
  return inOrder;
}
