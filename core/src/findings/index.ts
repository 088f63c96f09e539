/*
 * What the checks say: level, words, numbers and remedy. Every check returns these and nothing else.
 */

import type { Speech } from '../units';

/** stop: blocks the issue of a sheet until accepted in writing; caution: look here; note: know this. */
export type Level = 'stop' | 'caution' | 'note';

/** Parts of the worksheet; a finding shows in the section it belongs to. */
export type Section = 'part' | 'blank' | 'seat' | 'cut' | 'hold' | 'locate' | 'zero' | 'prove' | 'transition' | 'turn';

/** One thing the checks have to say. Lengths in `numbers` are millimeters, areas mm², volumes mm³. */
export interface Finding {
  readonly code: string;
  readonly level: Level;
  readonly section: Section;
  /** the setup it is about; null: the whole job */
  readonly setupId: string | null;
  readonly op: number | null;
  readonly says: string;
  readonly numbers: Readonly<Record<string, number>>;
  readonly because: string;
  readonly remedy: string;
}

/** What a check is given besides its facts. */
export interface Told {
  readonly setupId: string | null;
  readonly op: number | null;
  readonly speech: Speech;
}

/** Where it shows, and its code: 'seat/located-on-slope'. */
export type FindingName = `${Section}/${string}`;
type Words = Pick<Finding, 'says' | 'numbers' | 'because' | 'remedy'>;

/** One finding for the setup (or job) that is told of. */
export function finding(told: Told, name: FindingName, level: Level, words: Words): Finding {
  const at = name.indexOf('/');
  return {
    code: name.slice(at + 1),
    level,
    section: name.slice(0, at) as Section,
    setupId: told.setupId,
    op: told.op,
    ...words,
  };
}

/** Makes findings of one name for one setup. */
export const findingOf =
  (told: Told, name: FindingName) =>
  (level: Level, words: Words): Finding =>
    finding(told, name, level, words);

const RANK: Record<Level, number> = { stop: 0, caution: 1, note: 2 };

export function worstFirst(findings: readonly Finding[]): Finding[] {
  return [...findings].sort((a, b) => RANK[a.level] - RANK[b.level]);
}

/** An acceptance belongs to what was said: when a number in it changes, it no longer counts. */
export function isAcceptedBy(
  f: Finding,
  accepted: { readonly code: string; readonly setupId: string | null; readonly says: string },
): boolean {
  return f.code === accepted.code && f.setupId === accepted.setupId && f.says === accepted.says;
}
