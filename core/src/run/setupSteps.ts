import { noTopInWords } from '../hold';
import { carrierStep, GRIPPED_AT } from '../holdings';
import { lookAtSetup } from '../control';
import { checksOf, suppliesOf } from '../job';
import { loadingSteps, staysFrom, type PlannedSetup, type SetupFacts } from '../plan';
import { cutAt } from '../prove';
import { beforeHandsGoIn, jawsHere, orientationInWords } from '../sheet';
import { unitName, type Speech } from '../units';
import { lengthRegisterOf, ON_EVERY_PART, toolOf } from '../zero';
import type { Ask, RunStep } from './types';
import { axisSteps, centerSteps, handCheckSteps } from './handChecks';
import { drillSteps } from './dowelSteps';
import { placeSteps } from './placeSteps';
import { edgeStep, keyStep, touchStep } from './touchSteps';
import { step, yes, type Making } from './steps';

/** One setup, from getting ready to the last part of the series. */
export function setupSteps(making: Making, s: PlannedSetup): RunStep[] {
  const facts = s.facts!;
  const { setup } = s;
  // the device is touched while the part does not cover it
  const touches = facts.worksheet.flatMap((w, i) =>
    w.problem === null
      ? [{ device: w.touches.length > 0 && w.touches.every((t) => t.body === 'device'), step: touchStep(making, s, i) }]
      : [],
  );
  return [
    step('prepare', s, `Op ${s.op}: get ready`, {
      says: prepareWords(making, s),
      asks: [...jawsAsk(making, s), yes('ready', 'Everything is at hand and set')],
    }),
    ...placeSteps(making, s),
    ...centerSteps(making, s),
    ...touches.filter((t) => t.device).map((t) => t.step),
    step('load', s, s.indexed ? `Op ${s.op}: turn the axis` : `Op ${s.op}: load`, {
      says: orientationInWords(s),
      asks: loadAsks(s),
    }),
    ...handCheckSteps(making, s),
    ...axisSteps(making, s),
    ...edgeStep(making, s),
    ...touches.filter((t) => !t.device).map((t) => t.step),
    keyStep(making, s),
    step('verify', s, `Op ${s.op}: look from above`, {
      says: [
        'Run these lines with the spindle stopped and a hand on feed hold.',
        `The tool must come to stand over this zero: ${facts.says.zero}.`,
      ],
      lines: lookAtSetup(making.job, making.planned, s.id, `ISSUE ${making.letter}`),
      asks: [...lengthAsk(making, s), yes('above', `The tool stands above everything, over zero: ${facts.says.zero}`)],
    }),
    step('dryRun', s, `Op ${s.op}: dry run`, {
      says: [
        `Program ${setup.program || 'not named'}: run it above the part, single block, slow feed override.`,
        ...clearanceWords(facts, making.speech),
      ],
      asks: [yes('dry', 'It went through without touching anything')],
    }),
    ...drillSteps(making, s),
    step('firstCut', s, `Op ${s.op}: first cut`, {
      says: [
        setup.does ? `This setup ${setup.does}.` : 'Run the first part.',
        'Feed override low until the first cut is seen.',
      ],
      asks: [yes('cut', 'The first part is cut')],
    }),
    firstPartStep(making, s),
    ...seriesStep(making, s),
  ];
}

/** Jaws that are changed are a tick of their own: everything that is touched afterwards hangs on them. */
function jawsAsk({ planned }: Making, s: PlannedSetup): Ask[] {
  const does = jawsHere(planned.setups, s)?.does;
  return does ? [yes('jaws', does)] : [];
}

/** Loading is done step by step, each with a tick of its own. */
function loadAsks(setup: PlannedSetup): Ask[] {
  const steps = loadingSteps(setup);
  return steps.length === 0 ? [yes('loaded', 'Loaded as told')] : steps.map((says, i) => yes(`load-${i + 1}`, says));
}

/** The lines go down with a length active: it must stand in the control, or the tool goes into the part. */
function lengthAsk({ planned, speech }: Making, { setup }: PlannedSetup): Ask[] {
  const tool = toolOf(setup, setup.touchOff.top.tool) ?? setup.tools[0];
  if (!tool || !planned.machine?.dialect.lengthLine) return [];
  return [
    yes(
      'length',
      `T${tool.number} is in the spindle, and its length${tool.length === null ? '' : `, ${speech.size(tool.length)},`} stands in H${lengthRegisterOf(tool)}`,
    ),
  ];
}

function clearanceWords(facts: SetupFacts, speech: Speech): string[] {
  const { aboveTop, cuts } = facts.prove;
  if (aboveTop === null) return [`${noTopInWords(facts.hold.top)}.`];
  const which = cutAt(cuts, facts.hold.top.z + aboveTop);
  if (speech.size(Math.abs(aboveTop)) === speech.size(0))
    return [`${which} comes down exactly to the ${facts.hold.top.name}.`];
  return [
    `${which} ${aboveTop < 0 ? 'goes' : 'stays'} ${speech.sizeWithUnit(Math.abs(aboveTop))} ${aboveTop < 0 ? 'below' : 'above'} the ${facts.hold.top.name}.`,
  ];
}

function prepareWords({ speech }: Making, s: PlannedSetup): string[] {
  const { setup, device, station } = s;
  const tools = setup.tools.map(
    (t) =>
      `T${t.number} ${t.description}${t.diameter === null ? '' : `, diameter ${speech.size(t.diameter)}`}${t.stickOut === null ? '' : `, sticks out ${speech.size(t.stickOut)}`}, length in H${lengthRegisterOf(t)}${t.length === null ? '' : ` (${speech.size(t.length)})`}`,
  );
  return [
    `${device!.name}${station ? ` on station ${station.name}` : ''}.`,
    ...(setup.standsOn && station?.carried ? [carrierStep(device!, setup.standsOn, station.carried, speech)] : []),
    ...(setup.lengths.by === 'spindle nose' ? [] : [lengthWords(s, speech)]),
    ...tools,
    ...suppliesOf(setup).map((c) => `At hand: ${c}.`),
  ];
}

function lengthWords({ setup: { lengths } }: PlannedSetup, speech: Speech): string {
  if (lengths.by === 'reference tool') return `Lengths count against T${lengths.reference ?? '?'}: its own is nothing.`;
  return `Lengths: touch every tool on the setter of ${speech.size(lengths.setterHeight)}, standing ${speech.signed(lengths.setterOn)} from the device's datum; the machine position is its length.`;
}

function firstPartStep({ speech }: Making, s: PlannedSetup): RunStep {
  const firstPart = checksOf(s.setup);
  return step('firstPart', s, `Op ${s.op}: check the first part`, {
    says:
      firstPart.length === 0
        ? ['Measure what the drawing asks for.']
        : firstPart.map(
            (c) =>
              `${c.what}: ${speech.size(c.size)} +${speech.size(c.plus)} −${speech.size(c.minus)} ${unitName(speech.units)}.`,
          ),
    asks:
      firstPart.length === 0
        ? [yes('good', 'The first part is within the drawing')]
        : firstPart.map((c, i): Ask => ({
            id: `size-${i + 1}`,
            label: `${c.what}, ${unitName(speech.units)}`,
            kind: 'length',
            axis: null,
            target: c.size,
            minus: c.minus,
            plus: c.plus,
          })),
  });
}

/** The further parts of the job in this setup: loaded like the first, each looked at before it is cut. */
function seriesStep({ job, planned }: Making, s: PlannedSetup): RunStep[] {
  const each = planned.blank.copies.length * (1 + s.pieces.length);
  const loads = Math.ceil(job.quantity / each) - 1;
  // a part goes through every side before the jaws open
  if (loads <= 0 || staysFrom(planned.setups, s)) return [];
  const { indexed } = s;
  const sides = indexed ? ` Each goes through Op ${indexed.fromOp} to Op ${s.op} before the jaws open.` : '';
  const gripped = indexed ? planned.setups[indexed.from] : s;
  const load = indexed
    ? `axis back to ${GRIPPED_AT}, then load the next one as in Op ${indexed.fromOp}`
    : 'load the next one in the same way';
  const how = orientationInWords(gripped);
  return [
    step('series', s, `Op ${s.op}: the other ${loads === 1 ? 'one' : loads}`, {
      says: [
        beforeHandsGoIn(s),
        ...s.facts!.hold.release,
        `Clean what the part lies on and against; ${load}.`,
        ...(s.setup.touchOff.everyPart ? [ON_EVERY_PART] : []),
        `Before every start${indexed ? ` of Op ${indexed.fromOp}` : ''} look: ${how.join('; ')}.`,
        `${loads} more ${loads === 1 ? 'load' : 'loads'} of ${each === 1 ? 'one part' : `${each} parts`} for ${job.quantity} in all.${sides}`,
      ],
      asks: [
        yes('way', `Every part lay this way: ${how[0]}`),
        ...(s.setup.touchOff.everyPart ? [yes('touched', 'Zero was touched off again on every part')] : []),
        yes('firm', 'Every part was tried by hand before the start: it did not move'),
        yes('all', `All ${job.quantity} have been through Op ${s.op}`),
      ],
    }),
  ];
}
