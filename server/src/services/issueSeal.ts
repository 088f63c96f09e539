import { createHash } from 'node:crypto';

/** Everything an issue has frozen. */
export interface FrozenIssue {
  readonly letter: string;
  readonly version: number;
  readonly note: string;
  readonly issuedBy: string | null;
  readonly document: string;
  readonly shop: string;
  readonly planned: string;
  readonly sheet: string;
  readonly entries: string;
  readonly control: string;
  readonly verify: string | null;
  readonly clear: string | null;
  readonly run: string | null;
  readonly pdfA4: Buffer;
  readonly pdfLetter: Buffer;
}

/**
 * The seal of an issue: one hash over all it holds, the lines for the control and the run included (SHA-256, FIPS
 * 180-4).
 */
export function sealOfIssue(issue: FrozenIssue): string {
  const digest = (bytes: string | Buffer) => createHash('sha256').update(bytes).digest('hex');
  const { pdfA4, pdfLetter } = issue;
  const texts = [
    issue.letter,
    issue.version,
    issue.note,
    issue.issuedBy,
    issue.document,
    issue.shop,
    issue.planned,
    issue.sheet,
    issue.entries,
    issue.control,
    issue.verify,
    issue.clear,
    issue.run,
  ];
  return digest(JSON.stringify([...texts, digest(pdfA4), digest(pdfLetter)]));
}
