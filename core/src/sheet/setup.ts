import { isHeldOn, toolOfCut, type Job, type Tool } from '../job';
import { inSpaceScene, setupScene, VIEW_NAMES, type RouteOutlines, type Scene, type ViewName } from '../drawing';
import { AXES, rotate, rotationOf } from '../frames';
import { plusMinusOf } from '../ledger';
import { plusMinus } from '../exact';
import { pieceShift, staysFrom, type PlannedMeeting, type PlannedSetup, type SetupFacts } from '../plan';
import { type CopyPlace } from '../blank';
import type { Family } from '../shop';
import { holdingOf, turnInWords, type RowsOf } from '../holdings';
import { unitName, type Speech } from '../units';
import { atTheMachine } from './atTheMachine';
import { carrierOf } from './carrier';
import { feedRate } from '../hold';
import { depthInWords } from '../prove';
import { lengthRegisterOf, sideMeansShort } from '../zero';
import { jawsHere, stepsOf } from './jaws';
import type { Row, SheetSetup } from './types';
import { orientationInWords } from './atHand';
import { dowelRows } from './dowelRows';
import { ledgerRows, signed } from './ledgerRows';

function toolRow(t: Tool, speech: Speech): SheetSetup['tools'][number] {
  const feed =
    t.rpm === null || t.feedPerTooth === null || t.flutes === null ? null : feedRate(t.feedPerTooth, t.flutes, t.rpm);
  const inUnits = (mm: number) => (speech.units === 'mm' ? String(Math.round(mm)) : (mm / 25.4).toFixed(1));
  return {
    number: `T${t.number}`,
    description: t.description,
    diameter: t.diameter === null ? '' : `dia ${speech.size(t.diameter)}`,
    length: t.length === null ? 'not given' : speech.size(t.length),
    sticksOut: t.stickOut === null ? '' : speech.size(t.stickOut),
    holder: t.holderDiameter === null ? '' : speech.size(t.holderDiameter),
    lengthIn: `H${lengthRegisterOf(t)}`,
    speed: t.rpm === null ? '' : String(Math.round(t.rpm)),
    feed: feed === null ? '' : inUnits(feed),
  };
}

/** What an operator does where work zero is not known in machine coordinates. */
function insteadOfZero(planned: PlannedSetup, first: PlannedSetup): string {
  if (planned.id === first.id)
    return 'Not known: the station is not measured. Touch off here; a setup that gives its shift from here follows by it.';
  return planned.fromFirst?.shift
    ? `Not known in machine coordinates: take ${first.register} of Op ${first.op} as touched off and add the shift.`
    : 'Not known: touch off.';
}

function scenesOf(
  planned: PlannedSetup,
  views: NonNullable<RouteOutlines['setups'][number]['views']>,
  speech: Speech,
): Record<ViewName, Scene> {
  const drawn = VIEW_NAMES.map((v) => [
    v,
    setupScene({ view: v, planned, outlines: views[v], speech, options: { dimensions: true, labels: true } }),
  ]);
  return Object.fromEntries(drawn) as Record<ViewName, Scene>;
}

const notHeld = (seat: string, speech: Speech) => ({
  seat,
  zeroOf: '',
  rows: [],
  workZero: null,
  instead: 'not known',
  shiftFromFirst: null,
  ledger: [],
  plusMinus: signed(speech, () => null),
  touchOff: [],
  scenes: null,
});

interface SheetSetupInputs {
  readonly planned: PlannedSetup;
  /** all of the route */
  readonly setups: readonly PlannedSetup[];
  readonly copies: readonly CopyPlace[];
  readonly outlines: RouteOutlines | null;
  readonly speech: Speech;
  readonly meetings: readonly PlannedMeeting[];
  readonly job: Pick<Job, 'dowels'>;
}

/** How thick what stays under the cuts is, at its thinnest. */
function floorRow({ material: { floorMm }, cuts }: PlannedSetup, speech: Speech): Row[] {
  if (floorMm == null) return [];
  const label = cuts.length > 1 ? 'Floor under the cuts' : 'Floor under lowest cut';
  return [{ label, value: `${speech.size(floorMm)} ${unitName(speech.units)}` }];
}

/** What is cut here, or before, is to meet. */
function meetRow({ names, ops, within, meeting }: PlannedMeeting, speech: Speech): Row {
  const [miss] = meeting.misses;
  const where = (i: 0 | 1) => (ops[i] === null ? `${names[i]} of the blank` : `${names[i]} of Op ${ops[i]}`);
  const can = miss?.worst == null ? 'not known' : `${plusMinus(miss.worst, speech)} at worst`;
  const asked = within === null ? '' : `, ${plusMinus(within, speech)} asked`;
  return { label: 'Is to meet', value: `${where(0)} and ${where(1)}: ${can}${asked}` };
}

/** How it is held, cut, shifted and how exactly it comes out, line by line. */
function setupRows(
  { planned, setups, copies, meetings, job, speech }: Omit<SheetSetupInputs, 'outlines'>,
  held: RowsOf<Family> & { readonly facts: SetupFacts },
): Row[] {
  return [
    ...holdRows(planned, setups, held),
    ...dowelRows(job, planned, speech),
    ...cutRows(planned, speech),
    ...floorRow(planned, speech),
    ...copyShiftRows(planned, copies, speech),
    ...pieceRows(planned, held.facts, speech),
    ...meetings.filter((m) => m.setupId === planned.id).map((m) => meetRow(m, speech)),
  ];
}

/** One setup of the sheet, also while it is not known how the part is held. */
export function sheetSetup({ planned, setups, copies, outlines, meetings, job, speech }: SheetSetupInputs): SheetSetup {
  const { facts, setup, device } = planned;
  const base = {
    op: planned.op,
    does: setup.does,
    register: planned.register,
    program: setup.program,
    orientation: orientationInWords(planned),
    tools: setup.tools.map((t) => toolRow(t, speech)),
    why: [
      ['Seat', setup.why.seat],
      ['Cuts', setup.why.cuts],
      ['Hold', setup.why.hold],
      ['Zero', setup.why.zero],
    ].flatMap(([label, value]) => (value ? [{ label, value }] : [])),
    touchOffTool: sideMeansShort(setup.touchOff.side, speech),
  };
  if (!facts || !device || !isHeldOn(setup, device))
    return { ...base, ...notHeld(device ? 'Not told how it is held.' : 'No device chosen.', speech) };
  const shift = planned.fromFirst?.shift ?? null;
  const drawn = outlines?.setups.find((s) => s.id === planned.id);
  const views = drawn?.views;
  return {
    ...base,
    seat: facts.says.seat,
    steps: stepsOf(setups, planned),
    release: staysFrom(setups, planned)
      ? ['Do not let go of the part: the next setup only turns it.']
      : facts.hold.release,
    zeroOf: facts.says.zero,
    rows: setupRows({ planned, setups, copies, meetings, job, speech }, { device, setup, facts, speech }),
    workZero: AXES.every((a) => facts.register[a] === null) ? null : signed(speech, (a) => facts.register[a]),
    says: atTheMachine(planned, facts, speech),
    instead: insteadOfZero(planned, setups[0]),
    shiftFromFirst: shift ? signed(speech, (a) => shift[a]) : null,
    ledger: ledgerRows(facts.ledger, speech),
    plusMinus: signed(speech, (a) => plusMinusOf(facts.ledger[a])),
    touchOff: facts.touchOff.map((t) => ({
      axis: t.axis.toUpperCase(),
      face: t.name,
      surface: t.surface === 'device' ? 'before loading' : t.surface,
      declare: `${t.axis.toUpperCase()} ${speech.signed(t.declare)}`,
      chosen: t.chosen,
    })),
    scenes: views ? scenesOf(planned, views, speech) : null,
    ...(drawn?.space ? { space: inSpaceScene(planned, drawn.space) } : {}),
  };
}

function stationRow({ station }: PlannedSetup): Row {
  return {
    label: 'Station',
    value: station ? `${station.name}${station.position ? '' : ', not measured'}` : 'not chosen',
  };
}

/** Where the axis stands, where it only turns the part. */
const axisRow = ({ indexed }: PlannedSetup): Row[] =>
  indexed
    ? [{ label: 'Axis', value: `${indexed.says}: the work turned ${turnInWords(indexed)} since Op ${indexed.fromOp}` }]
    : [];

/** How the part is located and held, as the operator sets it. */
function holdRows(planned: PlannedSetup, setups: readonly PlannedSetup[], of: RowsOf<Family>): Row[] {
  const held = holdingOf(of.device).rows(of);
  const carrier = carrierOf(planned, of.speech);
  const jaws = jawsHere(setups, planned);
  return [
    { label: held.device, value: of.device.name },
    ...(jaws === null ? [] : [{ label: 'Jaws', value: jaws.are }]),
    ...(carrier === null ? [] : [{ label: 'Stands', value: carrier }]),
    ...axisRow(planned),
    stationRow(planned),
    ...held.rows,
  ];
}

/** What is cut, where it is more than simply all over: how deep below the finished top, and with what. */
function cutRows({ cuts, setup }: PlannedSetup, speech: Speech): Row[] {
  return cuts.flatMap((cut, i) => {
    const tool = toolOfCut(cut, setup.tools);
    if (!cut.named && !tool) return [];
    const with_ = tool ? `, T${tool.number}` : '';
    return { label: `Cut ${i + 1}: ${cut.name}`, value: `${depthInWords(cut.below, speech)}${with_}` };
  });
}

/** Shift of work zero from the first copy to the next in each row, machine axes of the setup. */
function copyShiftRows({ setup }: PlannedSetup, copies: readonly CopyPlace[], speech: Speech): Row[] {
  const next = AXES.flatMap((axis) => {
    const c = copies.find((x) => x.by[axis] !== 0 && AXES.every((o) => o === axis || x.by[o] === 0));
    return c ? [c] : [];
  });
  return next.map((c) => {
    const by = rotate(rotationOf(setup.orientation), c.by);
    return {
      label: `Copy 1 to copy ${c.number}`,
      value: AXES.filter((a) => Math.abs(by[a]) > 1e-9)
        .map((a) => `${a.toUpperCase()} ${speech.signed(by[a])}`)
        .join('  '),
    };
  });
}

/** Where every further piece on the device has its zero. */
function pieceRows({ pieces }: PlannedSetup, first: SetupFacts, speech: Speech): Row[] {
  return pieces.map(({ number, register, facts }) => {
    const by = pieceShift(first, facts);
    const zero = facts.register;
    const known = AXES.every((a) => zero[a] !== null);
    const own =
      register === null
        ? 'no register of its own: shift the program'
        : `${register} ${known ? AXES.map((a) => `${a.toUpperCase()} ${speech.signed(zero[a] ?? 0)}`).join('  ') : 'not known: touch off'}`;
    return {
      label: `Piece ${number}, from piece 1`,
      value: `X ${speech.signed(by.x)}  Y ${speech.signed(by.y)}; ${own}`,
    };
  });
}
