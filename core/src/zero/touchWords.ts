import type { Setup, TouchOffChoice } from '../job';
import type { Speech } from '../units';
import { toolOf } from './lengths';

/** Where zero is touched off again for each part. */
export const ON_EVERY_PART = 'Touch off X, Y and Z again on every part, not only on the first.';

export const LENGTH_SAYS: Record<Setup['lengths']['by'], string> = {
  'spindle nose': 'lengths count from the spindle nose',
  'reference tool': 'lengths count from the reference tool',
  'height setter': 'lengths count from the height setter',
};

/** "edge finder, diameter 10.000", "cutter, diameter 12.000, over a feeler of 0.050" */
export function sideMeansInWords(side: TouchOffChoice['side'], speech: Speech): string {
  const over =
    side.thickness > 0
      ? `, over a ${side.with === 'touch plate' ? 'plate' : 'feeler'} of ${speech.size(side.thickness)}`
      : '';
  return side.with === 'indicator'
    ? 'indicator'
    : `${side.with === 'touch plate' ? 'cutter' : side.with}, diameter ${speech.size(side.diameter)}${over}`;
}

/** The same for a narrow place: "edge finder 10.000", "cutter 12.000 + 0.050". */
export function sideMeansShort(side: TouchOffChoice['side'], speech: Speech): string {
  return `${side.with}${side.with === 'indicator' ? '' : ` ${speech.size(side.diameter)}`}${side.thickness > 0 ? ` + ${speech.size(side.thickness)}` : ''}`;
}

/** "the tip of T5", "the tip of the tool over the height setter of 50.000" */
export function topMeansInWords(setup: Pick<Setup, 'touchOff' | 'tools'>, speech: Speech): string {
  const { top } = setup.touchOff;
  const tool = toolOf(setup, top.tool);
  const tip = tool
    ? `the tip of T${tool.number}${tool.description ? ` (${tool.description})` : ''}`
    : top.with === 'stylus'
      ? 'the stylus'
      : 'the tip of the tool';
  if (top.thickness === 0) return tip;
  return `${tip} over the ${top.with === 'cutter' || top.with === 'stylus' ? 'feeler' : top.with} of ${speech.size(top.thickness)}`;
}
