import type { Setup } from '../job';
import type { SetupFacts } from '../plan';
import { unitName, type Speech } from '../units';
import { LENGTH_SAYS } from '../zero';

/** What an operator needs between loading and the first part, one sentence each: supplies, touch-off, lengths, first-part sizes. */
export function atTheMachine(setup: Setup, facts: SetupFacts, speech: Speech): string[] {
  const { consumables, lengths, firstPart } = setup;
  const unit = unitName(speech.units);
  const counted = lengths.by === 'reference tool' ? ` T${lengths.reference ?? '?'}` : '';
  return [
    ...(consumables.length > 0 ? [`At hand: ${consumables.join(', ')}.`] : []),
    ...facts.worksheet.map((w) => w.says),
    ...(lengths.by === 'spindle nose' ? [] : [`In Z, ${LENGTH_SAYS[lengths.by]}${counted}.`]),
    ...firstPart.map((c) => `First part, ${c.what}: ${speech.size(c.size)} +${speech.size(c.plus)} \u2212${speech.size(c.minus)} ${unit}.`),
  ];
}

/** What has to be said of the address of a run; empty: a tablet reaches it as far as can be seen. */
export function runReach(url: string): string {
  return /^https?:\/\/(127\.|localhost[:/]|\[::1\])/.test(url) ? 'Opens only on the computer the application runs on.' : '';
}
