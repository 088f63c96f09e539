import { setupScene, VIEW_NAMES, type RouteOutlines, type Scene, type ViewName } from '../drawing';
import { AXES, partSideFacing, rotate, rotationOf, type Axis, type Direction, DIRECTIONS } from '../frames';
import { isAcceptedBy, type Finding } from '../findings';
import { isHeldOn, type Acceptance, type Job } from '../job';
import { plusMinusOf, sumOf, type Ledger } from '../ledger';
import { PART_SIDE } from '../part';
import { pieceShift, type PlannedJob, type PlannedSetup, type PlannedTransition, type SetupFacts } from '../plan';
import { allowanceOn, stateWithStock, type CopyPlace } from '../blank';
import type { Family, Shop } from '../shop';
import { holdingOf, type RowsOf } from '../holdings';
import { faceKeptInWords } from '../transition';
import { speechIn, unitName, type Speech } from '../units';
import { atTheMachine } from './atTheMachine';
import { feedRate } from '../hold';
import { lengthRegisterOf, sideMeansShort } from '../zero';
import type { Row, Sheet, SheetFinding, SheetSetup, SheetTransition, Signed } from './types';

/** The order of safety before the hands go in: how the part is let go comes last. @param held the setup the part is still in; null: nothing holds it */
export function beforeHandsGoIn(held: PlannedSetup | null): string {
  const isJet = held?.device ? holdingOf(held.device).jet(held.device) !== null : false;
  return `${isJet ? 'Stop the jet, move the head aside' : 'Stop the spindle, put the tool away'}, then ${held?.facts?.hold.opens ?? 'take the part out'}.`;
}

const MACHINE_SIDE: Record<Direction, string> = {
  '+z': 'up, to the spindle', '-z': 'down', '+y': 'to the rear', '-y': 'to the front', '-x': 'to the left', '+x': 'to the right',
};

/** Which part face looks where, one line a face. */
export function orientationInWords(planned: PlannedSetup): string[] {
  const { orientation } = planned.setup;
  const order: Direction[] = ['+z', '+y', '-x'];
  const jaw: Direction | null = planned.device && holdingOf(planned.device).jaw(planned.device);
  const shown = jaw && !order.includes(jaw) ? [...order, jaw] : order;
  return shown.map((machine) => `${PART_SIDE[partSideFacing(orientation, machine)]} ${MACHINE_SIDE[machine]}${machine === jaw ? ', on the fixed jaw' : ''}`);
}

const signed = (speech: Speech, value: (axis: Axis) => number | null): Signed => {
  const text = (axis: Axis) => speech.signed(value(axis));
  return { x: text('x'), y: text('y'), z: text('z') };
};

export function ledgerRows(ledger: Ledger, speech: Speech): SheetSetup['ledger'] {
  const keys = [...new Set(AXES.flatMap((a) => ledger[a].map((t) => t.key)))];
  return keys.map((key) => {
    const terms = AXES.map((axis) => ledger[axis].find((t) => t.key === key));
    const froms = [...new Set(AXES.map((axis, i) => (terms[i] ? `${axis.toUpperCase()} ${terms[i].from}` : '')).filter(Boolean))];
    const same = new Set(terms.map((t) => t?.from)).size === 1;
    return {
      term: key === 'locator' ? terms.map((t) => t?.term ?? '').join(', ') : terms.find((t) => t)?.term ?? key,
      from: same ? terms[0]?.from ?? '' : froms.join('; '),
      values: signed(speech, (axis) => { const t = ledger[axis].find((x) => x.key === key); return t ? t.value : 0; }),
    };
  });
}

export function workZeroOf(ledger: Ledger, speech: Speech): Signed | null {
  return AXES.some((a) => sumOf(ledger[a]) === null) ? null : signed(speech, (a) => sumOf(ledger[a]));
}

function sheetSetup(planned: PlannedSetup, first: PlannedSetup, copies: readonly CopyPlace[], outlines: RouteOutlines | null, speech: Speech): SheetSetup {
  const { facts, setup, device } = planned;
  const unit = unitName(speech.units);
  const base = {
    op: planned.op, does: setup.does, register: planned.register, program: setup.program, orientation: orientationInWords(planned),
    tools: setup.tools.map((t) => ({
      number: `T${t.number}`, description: t.description,
      diameter: t.diameter === null ? '' : `dia ${speech.size(t.diameter)}`, length: t.length === null ? 'not given' : speech.size(t.length),
      sticksOut: t.stickOut === null ? '' : speech.size(t.stickOut), holder: t.holderDiameter === null ? '' : speech.size(t.holderDiameter), lengthIn: `H${lengthRegisterOf(t)}`,
      speed: t.rpm === null ? '' : String(Math.round(t.rpm)), feed: t.rpm === null || t.feedPerTooth === null || t.flutes === null ? '' : speech.units === 'mm' ? String(Math.round(feedRate(t.feedPerTooth, t.flutes, t.rpm))) : (feedRate(t.feedPerTooth, t.flutes, t.rpm) / 25.4).toFixed(1),
    })),
    why: [['Seat', setup.why.seat], ['Hold', setup.why.hold], ['Zero', setup.why.zero]].flatMap(([label, value]) => (value ? [{ label, value }] : [])),
    touchOffTool: sideMeansShort(setup.touchOff.side, speech),
  };
  if (!facts || !device || !isHeldOn(setup, device)) {
    return { ...base, seat: device ? 'Not told how it is held.' : 'No device chosen.', zeroOf: '', rows: [], workZero: null, instead: 'not known', shiftFromFirst: null, ledger: [], plusMinus: signed(speech, () => null), touchOff: [], scenes: null };
  }
  const shift = planned.fromFirst?.shift ?? null;
  const views = outlines?.setups.find((s) => s.id === planned.id)?.views;
  return {
    ...base,
    seat: facts.says.seat,
    steps: facts.hold.steps, release: facts.hold.release,
    zeroOf: facts.says.zero,
    rows: [
      ...holdRows(planned, { device, setup, facts, speech }),
      ...(planned.material.floorMm == null ? [] : [{ label: 'Floor under lowest cut', value: `${speech.size(planned.material.floorMm)} ${unit}` }]),
      ...copyShiftRows(planned, copies, speech), ...pieceRows(planned, facts, speech),
    ],
    workZero: AXES.every((a) => facts.register[a] === null) ? null : signed(speech, (a) => facts.register[a]),
    says: atTheMachine(setup, facts, speech),
    instead: planned.id === first.id
      ? 'Not known: the station is not measured. Touch off here; the other setups follow by their shifts.'
      : shift ? `Not known in machine coordinates: take ${first.register} of Op ${first.op} as touched off and add the shift.` : 'Not known: touch off.',
    shiftFromFirst: shift ? signed(speech, (a) => shift[a]) : null,
    ledger: ledgerRows(facts.ledger, speech),
    plusMinus: signed(speech, (a) => plusMinusOf(facts.ledger[a])),
    touchOff: facts.touchOff.map((t) => ({
      axis: t.axis.toUpperCase(), face: t.name, surface: t.surface === 'device' ? 'before loading' : t.surface, declare: `${t.axis.toUpperCase()} ${speech.signed(t.declare)}`, chosen: t.chosen,
    })),
    scenes: views
      ? Object.fromEntries(VIEW_NAMES.map((v) => [v, setupScene(v, planned, views[v], speech, { dimensions: true, labels: true })])) as Record<ViewName, Scene>
      : null,
  };
}

function stationRow({ station }: PlannedSetup): Row {
  return { label: 'Station', value: station ? `${station.name}${station.position ? '' : ', not measured'}` : 'not chosen' };
}

/** How the part is located and held, as the operator sets it. */
function holdRows(planned: PlannedSetup, of: RowsOf<Family>): Row[] {
  const held = holdingOf(of.device).rows(of);
  return [{ label: held.device, value: of.device.name }, stationRow(planned), ...held.rows];
}

/** "left raw, bottom sawn, others already finished" */
function sidesInWords(blank: Job['blank'], allowance: Job['allowance']): string {
  const states = ['raw', 'sawn', 'finished'] as const;
  return states.flatMap((state) => {
    const sides = DIRECTIONS.filter((d) => stateWithStock(blank, allowance, d) === state).map((d) => PART_SIDE[d].replace(' face', ''));
    return sides.length === 0 ? [] : [`${sides.length === 6 ? 'all' : sides.join(', ')} ${state}`];
  }).join('; ');
}

function copiesRow(job: Job, planned: PlannedJob, speech: Speech): Row[] {
  if (planned.blank.copies.length === 1) return [];
  const counts = AXES.filter((a) => job.copies[a] > 1).map((a) => `${job.copies[a]} along ${a.toUpperCase()}`).join(', ');
  return [{ label: 'Copies from one blank', value: `${counts}, ${speech.sizeWithUnit(job.copies.gap)} apart; zero is on the first` }];
}

/** Shift of work zero from the first copy to the next in each row, machine axes of the setup. */
function copyShiftRows({ setup }: PlannedSetup, copies: readonly CopyPlace[], speech: Speech): Row[] {
  const next = AXES.flatMap((axis) => { const c = copies.find((x) => x.by[axis] !== 0 && AXES.every((o) => o === axis || x.by[o] === 0)); return c ? [c] : []; });
  return next.map((c) => {
    const by = rotate(rotationOf(setup.orientation), c.by);
    return { label: `Copy 1 to copy ${c.number}`, value: AXES.filter((a) => Math.abs(by[a]) > 1e-9).map((a) => `${a.toUpperCase()} ${speech.signed(by[a])}`).join('  ') };
  });
}

/** Where every further piece on the device has its zero. */
function pieceRows({ pieces }: PlannedSetup, first: SetupFacts, speech: Speech): Row[] {
  return pieces.map(({ number, register, facts }) => {
    const by = pieceShift(first, facts);
    const zero = facts.register;
    const known = AXES.every((a) => zero[a] !== null);
    const own = register === null ? 'no register of its own: shift the program' : `${register} ${known ? AXES.map((a) => `${a.toUpperCase()} ${speech.signed(zero[a] ?? 0)}`).join('  ') : 'not known: touch off'}`;
    return { label: `Piece ${number}, from piece 1`, value: `X ${speech.signed(by.x)}  Y ${speech.signed(by.y)}; ${own}` };
  });
}

function sheetTransition(t: PlannedTransition, held: PlannedSetup | null, speech: Speech): SheetTransition {
  return {
    fromOp: t.fromOp, toOp: t.toOp,
    first: beforeHandsGoIn(held),
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
    return { level: f.level, where: f.op === null ? 'Job' : `Op ${f.op}`, says: f.says, remedy: f.remedy, accepted: a ? { reason: a.reason, by: a.by } : null };
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

/**
 * The setup sheet of a planned job. Every length is printed in the job's unit, every coordinate with sign and axis.
 * @param issue the letter and day of an issue; null for a draft
 */
export function buildSheet(job: Job, planned: PlannedJob, outlines: RouteOutlines | null, shop: Pick<Shop, 'name' | 'projection'>, issue: SheetIssue | null): Sheet {
  const speech = speechIn(job.units);
  const unit = unitName(job.units);
  const size = (v: { x: number; y: number; z: number }) => AXES.map((a) => `${a.toUpperCase()} ${speech.size(v[a])}`).join(' × ');
  return {
    shop: shop.name, projection: shop.projection, number: job.number, part: job.part, revision: job.revision, units: job.units === 'mm' ? 'millimeters' : 'inches',
    letter: issue?.letter ?? null, issuedOn: issue?.on ?? '', ...(issue?.changed ? { changed: issue.changed } : {}),
    head: [
      { label: 'Machine', value: planned.machine?.name ?? 'not chosen' },
      { label: 'Material', value: job.material || 'not given' },
      { label: 'Quantity', value: String(job.quantity) },
      { label: 'Due', value: job.due ?? 'not given' },
      { label: `Blank, ${unit}`, value: `${planned.blank.kind} ${size(planned.blank.size)}` },
      { label: 'Sides of the blank', value: sidesInWords(job.blank, planned.blank.allowance) },
      { label: `Finished part, ${unit}`, value: size(planned.part.size) },
      { label: `Allowance, ${unit}`, value: DIRECTIONS.map((d) => `${PART_SIDE[d].replace(' face', '')} ${speech.size(allowanceOn(planned.blank.allowance, d))}`).join(', ') },
      ...copiesRow(job, planned, speech),
    ],
    setups: planned.setups.map((s) => sheetSetup(s, planned.setups[0], planned.blank.copies, outlines, speech)),
    transitions: planned.transitions.map((t) => sheetTransition(t, planned.setups.find((s) => s.id === t.fromId) ?? null, speech)),
    findings: sheetFindings(planned, job.accepted),
    notes: job.notes,
  };
}
