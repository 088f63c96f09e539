import { AXES } from '../frames';
import { checkInWords } from '../byHand';
import { checksOf, suppliesOf } from '../job';
import { termOf } from '../ledger';
import type { PlannedSetup, SetupFacts } from '../plan';
import { unitName, type Speech } from '../units';
import { LENGTH_SAYS, ON_EVERY_PART } from '../zero';

/**
 * What an operator needs between loading and the first part, one sentence each: supplies, touch-off, lengths,
 * first-part sizes.
 */
export function atTheMachine(planned: PlannedSetup, facts: SetupFacts, speech: Speech): string[] {
  const { setup } = planned;
  const { lengths } = setup;
  const [consumables, firstPart] = [suppliesOf(setup), checksOf(setup)];
  const unit = unitName(speech.units);
  const counted = lengths.by === 'reference tool' ? ` T${lengths.reference ?? '?'}` : '';
  return [
    ...(consumables.length > 0 ? [`At hand: ${consumables.join(', ')}.`] : []),
    ...setup.handChecks.map((c) => checkInWords(c, planned, speech)),
    ...facts.worksheet.map((w) => w.says),
    ...(setup.touchOff.everyPart ? [ON_EVERY_PART] : []),
    ...(lengths.by === 'spindle nose' ? [] : [`In Z, ${LENGTH_SAYS[lengths.by]}${counted}.`]),
    ...commonStays(facts, speech),
    ...firstPart.map(
      (c) =>
        `First part, ${c.what}: ${speech.size(c.size)} +${speech.size(c.plus)} \u2212${speech.size(c.minus)} ${unit}.`,
    ),
  ];
}

/**
 * What the control adds to every register and the numbers of the sheet are therefore less by; nothing where no common
 * offset stays.
 */
function commonStays({ ledger }: SetupFacts, speech: Speech): string[] {
  const stays = AXES.filter((a) => termOf(ledger, a, 'common') !== 0);
  if (stays.length === 0) return [];
  return [
    `The common offset stays in the control, ${stays.map((a) => `${a.toUpperCase()} ${speech.signed(-(termOf(ledger, a, 'common') ?? 0))}`).join(' ')}: it is taken off the registers.`,
  ];
}

/** What has to be said of the address of a run; empty: a tablet reaches it as far as can be seen. */
export function runReach(url: string): string {
  return /^https?:\/\/(127\.|localhost[:/]|\[::1\])/.test(url)
    ? 'Opens only on the computer the application runs on.'
    : '';
}
