/*
 * What can be done about a finding where the remedy is a number or one of a few choices: a change of the job as a
 * person would make it. In go a finding and the plan it comes from; lengths are mm of the device frame.
 */

import { betterZeros, plusMinus, worstOf } from '../exact';
import { meetsWithin } from '../exact/checks/meetsWithin';
import type { Finding } from '../findings';
import { axisOf, DIRECTIONS, signOf, type Direction } from '../frames';
import { holdingOf, type Kept } from '../holdings';
import { asThickAsHoles, dowelInHole, easierDowels, oneWayOnly, relievedSecond } from './dowels';
import { isHeldOn, isHoldIn, withCut, type Job, type Setup, type SideTarget } from '../job';
import { looksUp, PART_SIDE } from '../part';
import type { PlannedJob, PlannedSetup } from '../plan';
import { REGISTERS, type Register, type Shop } from '../shop';
import type { Speech } from '../units';
import { asInLibrary, withoutReference } from './tools';
import { turnedRemedies } from './turned';

export { emptyPattern, isDrilledHere, proposedDowels } from './dowels';

/** One way to mend what is wrong, as a button says it. */
export interface Remedy {
  readonly says: string;
  readonly put: (job: Job) => Job;
}

/** What remedies are found from. */
export interface RemedyInput {
  readonly planned: PlannedJob;
  readonly job: Job;
  readonly shop: Shop;
  readonly speech: Speech;
}

/** A finding of one setup, with that setup as it is planned. */
interface AboutSetup extends RemedyInput {
  readonly finding: Finding;
  readonly setup: PlannedSetup;
}

/** More choices than these are not offered as buttons. */
const FEW = 3;

const inSetup =
  (id: string, change: (setup: Setup) => Setup) =>
  (job: Job): Job => ({ ...job, setups: job.setups.map((s) => (s.id === id ? change(s) : s)) });

/**
 * Ways to mend a finding, the most useful first; none where nobody but the planner can say what is meant.
 * @returns changes that are undone like any other
 */
export function remediesOf(finding: Finding, input: RemedyInput): Remedy[] {
  const setup = input.planned.setups.find((s) => s.id === finding.setupId);
  const ofSetup = setup
    ? [
        ...byHolding(finding.code, setup, { speech: input.speech, parallels: input.shop.parallels }),
        ...(OF_SETUP[finding.code]?.({ ...input, finding, setup }) ?? []),
      ]
    : [];
  return [...ofSetup, ...(OF_JOB[finding.code]?.(input) ?? []), ...turnedRemedies(finding, input.planned)];
}

/** What the way of holding knows to mend. */
function byHolding(code: string, { id, facts, device, setup, pieces }: PlannedSetup, kept: Kept): Remedy[] {
  if (!facts || !device || !isHeldOn(setup, device)) return [];
  const found = holdingOf(device).remedies(code, device, { facts, setup, pieces }, kept);
  return found.map(({ says, set }) => ({ says, put: inSetup(id, set) }));
}

const OF_JOB: Readonly<Record<string, (input: RemedyInput) => Remedy[]>> = {
  'machine-missing': ({ shop }) =>
    shop.machines.length > FEW
      ? []
      : shop.machines.map((m) => ({ says: m.name, put: (job) => ({ ...job, machine: m.id }) })),
};

const OF_SETUP: Readonly<Record<string, (about: AboutSetup) => Remedy[]>> = {
  'device-missing': chooseDevice,
  'hold-missing': startAnew,
  'jaw-top-above-lowest-cut': shallowerCut,
  'cut-into-device': shallowerCut,
  'register-used-twice': freeRegister,
  'register-not-on-machine': freeRegister,
  'depth-face-does-not-look-up': typedDepth,
  'cut-clears-nothing-chosen': withoutCut,
  'cut-removes-nothing': withoutCut,
  'tool-does-not-go-in': anyTool,
  'tool-not-as-in-library': ({ setup, shop, speech }) => [
    { says: 'Take over from the shop', put: inSetup(setup.id, (s) => asInLibrary(s, shop.tools, speech)) },
  ],
  'tool-not-in-library': ({ setup, shop }) => [
    { says: 'Without the reference', put: inSetup(setup.id, (s) => withoutReference(s, shop.tools)) },
  ],
  'do-not-meet': touchEveryPart,
  'may-not-meet': touchEveryPart,
  'meets-not-known': touchEveryPart,
  'goes-on-wrong-way': oneWayOnly,
  'dowel-jams': easierDowels,
  'dowel-beside-grid': dowelInHole,
  'dowel-does-not-fit-plate': asThickAsHoles,
  'dowels-fight': relievedSecond,
  'film-not-counted': withoutFilm,
  'bond-on-film': withoutFilm,
  'cannot-stay-gripped': (about) => [...carriersAsGripped(about), ...grippedHere(about)],
  'cut-where-gripped': grippedHere,
  'swept-hits-base': grippedHere,
  'nothing-below': ({ setup }) => [
    { says: 'On the station itself', put: inSetup(setup.id, (s) => ({ ...s, standsOn: null })) },
  ],
  'proposed-not-looked-at': ({ setup }) => [
    { says: 'Accept all as proposed', put: inSetup(setup.id, (s) => ({ ...s, proposed: [] })) },
  ],
};

/** Round carriers and supports as in the setup before, which holds the part in the same jaws. */
function carriersAsGripped({ setup, job }: AboutSetup): Remedy[] {
  const before = job.setups[job.setups.findIndex((s) => s.id === setup.id) - 1];
  const here = setup.setup.hold;
  if (!before || !isHoldIn('round', before.hold) || !isHoldIn('round', here)) return [];
  const { roundCarrier, supports } = before.hold;
  if (JSON.stringify([roundCarrier, supports]) === JSON.stringify([here.roundCarrier, here.supports])) return [];
  const put = inSetup(setup.id, (s) =>
    isHoldIn('round', s.hold) ? { ...s, hold: { ...s.hold, roundCarrier, supports } } : s,
  );
  return [{ says: `Carriers and supports as in Op ${before.op}`, put }];
}

/** The part is gripped by this setup, not turned as an earlier one left it. */
function grippedHere({ setup }: AboutSetup): Remedy[] {
  const put = inSetup(setup.id, (s) => (isHoldIn('round', s.hold) ? { ...s, hold: { ...s.hold, stays: false } } : s));
  return [{ says: `Op ${setup.op} grips it`, put }];
}

/** The film pulled off the side that is spoken of; it stays on the other one. */
function withoutFilm({ finding, job }: AboutSetup): Remedy[] {
  const { film, along } = job.blank;
  const side = DIRECTIONS.find((d) => axisOf(d) === along && finding.says.includes(`the part's ${PART_SIDE[d]}`));
  if (!film || !side) return [];
  const other = signOf(side) > 0 ? ('minus' as const) : ('plus' as const);
  const left = film.on === 'both' ? { ...film, on: other } : null;
  return [{ says: `No film on the ${PART_SIDE[side]}`, put: (j) => ({ ...j, blank: { ...j.blank, film: left } }) }];
}

function chooseDevice({ shop, setup }: AboutSetup): Remedy[] {
  if (shop.devices.length === 0 || shop.devices.length > FEW) return [];
  return shop.devices.map((d) => ({
    says: d.name,
    put: inSetup(setup.id, (s) => ({ ...s, device: d.id, hold: holdingOf(d).starts(d) })),
  }));
}

function startAnew({ setup }: AboutSetup): Remedy[] {
  const { device } = setup;
  if (!device) return [];
  const put = inSetup(setup.id, (s) => ({ ...s, hold: holdingOf(device).starts(device) }));
  return [{ says: `Start anew for the ${device.kind}`, put }];
}

/** Cuts that end where the device is clear of them. */
function shallowerCut({ setup: planned, speech }: AboutSetup): Remedy[] {
  const { facts, device } = planned;
  const downTo = facts && device && holdingOf(device).cutDownTo(device, speech);
  if (!downTo) return [];
  const depth = Math.floor((facts.seat.finishedBox.max.z - downTo.level) * 1000) / 1000;
  const meets = (id: string) => !facts.hold.top.beside || (facts.prove.cuts.find((c) => c.id === id)?.beside ?? true);
  const tooDeep = planned.setup.cuts.filter((c) => meets(c.id) && c.below > depth);
  if (depth < 0 || tooDeep.length === 0) return [];
  const put = inSetup(planned.id, (s) => ({
    ...s,
    cuts: s.cuts.map((c) => (tooDeep.some((t) => t.id === c.id) ? { ...c, below: depth, to: null } : c)),
  }));
  return [{ says: `Cut down only ${speech.size(depth)}`, put }];
}

/** The cuts a finding names. */
const cutsNamed = ({ finding, setup }: AboutSetup) => setup.cuts.filter((c) => finding.says.includes(`"${c.name}"`));

/** A setup without the cut that is spoken of, if it makes another. */
function withoutCut(about: AboutSetup): Remedy[] {
  const [cut] = cutsNamed(about);
  if (!cut || about.setup.cuts.length < 2) return [];
  const put = inSetup(about.setup.id, (s) => ({
    ...s,
    cuts: s.cuts.length > 1 ? s.cuts.filter((c) => c.id !== cut.id) : s.cuts,
  }));
  return [{ says: 'Take the cut out', put }];
}

/** A cut whose tool does not go in, made with whichever does. */
function anyTool(about: AboutSetup): Remedy[] {
  const [cut] = cutsNamed(about);
  if (!cut) return [];
  const put = inSetup(about.setup.id, (s) => ({ ...s, cuts: withCut(s.cuts, cut.id, { tool: null }) }));
  return [{ says: 'Name no tool for it', put }];
}

/** The next register of the machine that no setup, piece or copy uses and nobody else owns. */
function freeRegister({ planned, job, setup }: AboutSetup): Remedy[] {
  const taken = new Set<Register | null>([
    ...job.leaveAlone,
    ...job.setups.flatMap((s) => [
      s.register,
      s.nextCopy,
      ...(isHoldIn('vise', s.hold) || isHoldIn('flat', s.hold) ? s.hold.further.map((p) => p.register) : []),
    ]),
  ]);
  const register = (planned.machine?.registers ?? REGISTERS).find((r) => !taken.has(r));
  return register ? [{ says: `Use ${register}`, put: inSetup(setup.id, (s) => ({ ...s, register })) }] : [];
}

/** Cuts that were to go down to a face that does not look up, by the number entered before. */
function typedDepth({ planned, setup: { id, setup }, speech }: AboutSetup): Remedy[] {
  const astray = setup.cuts.filter((c) => {
    const found = planned.referred.find((f) => f.id === c.to)?.match;
    return found && found.state !== 'gone' && !looksUp(found.feature, setup.orientation.up);
  });
  const put = inSetup(id, (s) => ({
    ...s,
    cuts: s.cuts.map((c) => (astray.some((a) => a.id === c.id) ? { ...c, to: null } : c)),
  }));
  return astray.length === 0
    ? []
    : [{ says: `Keep ${astray.map((c) => speech.size(c.below)).join(' and ')} as typed`, put }];
}

/** Zero of the later setup touched off on every part, where that lets two features meet better. */
function touchEveryPart({ finding, planned, setup, speech }: AboutSetup): Remedy[] {
  const told = { setupId: finding.setupId, op: finding.op, speech };
  const met = planned.exact?.meetings.find((m) => meetsWithin(m, told).some((f) => f.says === finding.says));
  if (!planned.exact || !met?.pair) return [];
  const ids = new Map(met.pair.map((f, i) => [f, met.features[i]] as const));
  return betterZeros(planned.exact.job, met.pair).map(({ on, axes, meeting }) => {
    const then = plusMinus(worstOf(meeting), speech);
    const target = (faces: Direction): SideTarget =>
      on?.feature.kind === 'plane' ? (signOf(faces) < 0 ? 'low' : 'high') : { bore: ids.get(on!)! };
    const touched = Object.fromEntries(axes.map(({ axis, faces }) => [axis, target(faces)]));
    return {
      says: `Touch off every part${on ? ` on the ${on.name}` : ''}: ${then}`,
      put: inSetup(setup.id, (s) => ({ ...s, touchOff: { ...s.touchOff, ...touched, everyPart: true } })),
    };
  });
}
