import { earRows } from './ears';
import { type RouteOutlines } from '../drawing';
import { AXES, DIRECTIONS, type Vec3 } from '../frames';
import { isAcceptedBy, type Finding } from '../findings';
import { type Acceptance, type Job } from '../job';
import { PART_SIDE } from '../part';
import { type PlannedJob, type PlannedSetup, type PlannedTransition } from '../plan';
import { allowanceOn, stateWithStock } from '../blank';
import { sheetBring } from './bring';
import { sheetChangeovers } from './changeover';
import { filmInWords } from './film';
import { heldAs, sheetRemarks, type Remark } from '../remarks';
import { withRemarks } from './remarked';
import type { Shop } from '../shop';
import { faceKeptInWords } from '../transition';
import { speechIn, unitName, type Speech } from '../units';
import type { Row, Sheet, SheetFinding, SheetTransition } from './types';
import { beforeHandsGoIn, CLEAR_TO_TURN } from './atHand';
import { signed } from './ledgerRows';
import { sheetSetup } from './setup';
import { sheetTurned } from './turned';

/** "left raw, bottom sawn, others already finished" */
function sidesInWords(blank: Job['blank'], allowance: Job['allowance']): string {
  const states = ['raw', 'sawn', 'finished'] as const;
  return states
    .flatMap((state) => {
      const sides = DIRECTIONS.filter((d) => stateWithStock(blank, allowance, d) === state).map((d) =>
        PART_SIDE[d].replace(' face', ''),
      );
      return sides.length === 0 ? [] : [`${sides.length === 6 ? 'all' : sides.join(', ')} ${state}`];
    })
    .join('; ');
}

function copiesRow(job: Job, planned: PlannedJob, speech: Speech): Row[] {
  if (planned.blank.copies.length === 1) return [];
  const counts = AXES.filter((a) => job.copies[a] > 1)
    .map((a) => `${job.copies[a]} along ${a.toUpperCase()}`)
    .join(', ');
  return [
    {
      label: 'Copies from one blank',
      value: `${counts}, ${speech.sizeWithUnit(job.copies.gap)} apart; zero is on the first`,
    },
  ];
}

function sheetTransition(t: PlannedTransition, setups: readonly PlannedSetup[], speech: Speech): SheetTransition {
  const held = setups.find((s) => s.id === t.fromId) ?? null;
  const turns = setups.find((s) => s.id === t.toId)?.indexed !== undefined;
  return {
    fromOp: t.fromOp,
    toOp: t.toOp,
    first: turns ? CLEAR_TO_TURN : beforeHandsGoIn(held),
    says: `${t.facts.says}.`,
    edges: `${t.facts.edges.join('; ')}.`,
    kept: [faceKeptInWords(t.facts.jaw, t.facts.at.jaw), faceKeptInWords(t.facts.stop, t.facts.at.stop)],
    shift: t.shift.shift ? signed(speech, (a) => t.shift.shift?.[a] ?? null) : null,
    because: t.shift.says,
    conditions: t.shift.conditions,
  };
}

/** What the checks said, with the acceptance that belongs to it. */
export function sheetFindings(planned: PlannedJob, accepted: readonly Acceptance[]): SheetFinding[] {
  return planned.findings.map((f) => {
    const a = accepted.find((x) => isAcceptedBy(f, x));
    return {
      level: f.level,
      where: f.op === null ? 'Job' : `Op ${f.op}`,
      says: f.says,
      remedy: f.remedy,
      accepted: a ? { reason: a.reason, by: a.by } : null,
    };
  });
}

/** Stops nobody has accepted in writing: what blocks an issue. */
export function blockingFindings(planned: PlannedJob, accepted: readonly Acceptance[]): Finding[] {
  return planned.findings.filter((f) => f.level === 'stop' && !accepted.some((a) => isAcceptedBy(f, a)));
}

/** What makes a draft an issue. */
export interface SheetIssue {
  readonly letter: string;
  readonly on: string;
  /** left out on the first issue */
  readonly changed?: Sheet['changed'];
}

const sizesIn =
  (speech: Speech) =>
  (v: Vec3): string =>
    AXES.map((a) => `${a.toUpperCase()} ${speech.size(v[a])}`).join(' × ');

/** What stands at the top of the sheet: machine, material, blank and part. */
function headRows(job: Job, planned: PlannedJob, speech: Speech): Sheet['head'] {
  const [unit, size] = [unitName(job.units), sizesIn(speech)];
  const film = filmInWords(job, planned.blank);
  return [
    { label: 'Machine', value: planned.machine?.name ?? 'not chosen' },
    { label: 'Material', value: job.material || 'not given' },
    { label: 'Quantity', value: String(job.quantity) },
    { label: 'Due', value: job.due ?? 'not given' },
    { label: `Blank, ${unit}`, value: `${planned.blank.kind} ${size(planned.blank.size)}` },
    { label: 'Sides of the blank', value: sidesInWords(job.blank, planned.blank.allowance) },
    ...(film === null ? [] : [{ label: 'Film', value: film }]),
    { label: `Finished part, ${unit}`, value: size(planned.part.size) },
    {
      label: `Allowance, ${unit}`,
      value: DIRECTIONS.map(
        (d) => `${PART_SIDE[d].replace(' face', '')} ${speech.size(allowanceOn(planned.blank.allowance, d))}`,
      ).join(', '),
    },
    ...earRows(planned.blank.ears ?? [], speech),
    ...copiesRow(job, planned, speech),
  ];
}

/**
 * The setup sheet of a planned job. Every length is printed in the job's unit, every coordinate with sign and axis.
 * @param remarks what people remarked beside the job
 * @param issue the letter and day of an issue; null for a draft
 */
export function buildSheet({
  job,
  planned,
  outlines,
  shop,
  remarks = [],
  issue,
}: {
  readonly job: Job;
  readonly planned: PlannedJob;
  readonly outlines: RouteOutlines | null;
  readonly shop: Pick<Shop, 'name' | 'projection'>;
  readonly remarks?: readonly Remark[];
  readonly issue: SheetIssue | null;
}): Sheet {
  const speech = speechIn(job.units);
  const changeovers = sheetChangeovers(planned, speech);
  const bring = sheetBring(planned);
  const remarked = sheetRemarks(
    remarks,
    planned.setups.map((s) => ({ id: s.id, op: s.op, held: heldAs(s) })),
  );
  return {
    shop: shop.name,
    projection: shop.projection,
    number: job.number,
    part: job.part,
    revision: job.revision,
    units: job.units === 'mm' ? 'millimeters' : 'inches',
    letter: issue?.letter ?? null,
    issuedOn: issue?.on ?? '',
    ...(issue?.changed ? { changed: issue.changed } : {}),
    head: headRows(job, planned, speech),
    ...(changeovers.length > 0 ? { changeovers } : {}),
    ...(bring ? { bring } : {}),
    setups: planned.setups
      .map((s) =>
        sheetSetup({
          planned: s,
          setups: planned.setups,
          copies: planned.blank.copies,
          outlines,
          meetings: planned.exact?.meetings ?? [],
          job,
          speech,
        }),
      )
      .map((s) => withRemarks(s, remarked)),
    transitions: planned.transitions.map((t) => sheetTransition(t, planned.setups, speech)),
    ...(planned.turned ? { turned: sheetTurned(planned.turned, speech) } : {}),
    findings: sheetFindings(planned, job.accepted),
    notes: job.notes,
    ...(remarked.length > 0 ? { remarks: remarked } : {}),
  };
}
