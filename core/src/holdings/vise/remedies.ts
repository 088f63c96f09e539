import type { Vise } from '../../shop';
import { inHold } from '../decision';
import type { Drawn } from '../drawn';
import { parallelsFrom, parallelsUpTo, type Kept, type SetupRemedy } from '../mend';

interface About {
  readonly vise: Vise;
  readonly drawn: Drawn<'vise'>;
  readonly kept: Kept;
}

const BY_CODE: Readonly<Record<string, (about: About) => SetupRemedy[]>> = {
  'grip-too-shallow': lowerParallels,
  'parallels-higher-than-jaws': lowerParallels,
  'jaw-top-above-lowest-cut': higherParallels,
  'parallels-not-in-shop': keptHeights,
  'stop-touches-nothing': stopOnPart,
  'grip-off-center': partInMiddle,
};

/** The parallels the shop has next below and next above. */
function keptHeights(about: About): SetupRemedy[] {
  const { kept, drawn } = about;
  const { height } = drawn.setup.hold.parallels;
  return [parallelsUpTo(height, kept), parallelsFrom(height, kept)].flatMap((h) =>
    h === null ? [] : useParallels(about, h),
  );
}

/** What mends a finding of a part in a vise: other parallels, the stop somewhere else. */
export const viseRemedies = (code: string, vise: Vise, drawn: Drawn<'vise'>, kept: Kept): SetupRemedy[] =>
  BY_CODE[code]?.({ vise, drawn, kept }) ?? [];

function useParallels({ drawn, kept: { speech } }: About, height: number): SetupRemedy[] {
  const { hold } = drawn.setup;
  if (hold.softJaws.on || height < 0 || Math.abs(height - hold.parallels.height) < 1e-6) return [];
  const says = height === 0 ? 'Lay it on the bed' : `Use ${speech.size(height)} parallels`;
  return [{ says, set: inHold('vise', (h) => ({ ...h, parallels: { height } })) }];
}

/** As high as the grip the vise wants leaves them. */
function lowerParallels(about: About): SetupRemedy[] {
  const { vise, drawn, kept } = about;
  // lower than the lowest: the bed
  const height = Math.max(0, parallelsUpTo(vise.jawHeight - vise.minimumGrip, kept) ?? 0);
  return height < drawn.setup.hold.parallels.height ? useParallels(about, height) : [];
}

/** So much higher that the cut clears the jaws as the vise wants it, if enough is still gripped. */
function higherParallels(about: About): SetupRemedy[] {
  const { vise, drawn, kept } = about;
  const wanted = drawn.setup.hold.parallels.height + vise.clearanceAboveJaws - (drawn.facts.prove.aboveTop ?? Infinity);
  const height = parallelsFrom(wanted, kept);
  return height !== null && vise.jawHeight - height >= vise.minimumGrip - 1e-9 ? useParallels(about, height) : [];
}

/** The stop in the middle of what of the part stands above the rest, as far as the jaws reach. */
function stopOnPart({ vise, drawn, kept: { speech } }: About): SetupRemedy[] {
  const { min, max } = drawn.facts.seat.loadedBox;
  const height = (min.z + Math.min(max.z, vise.jawHeight)) / 2;
  const fromJaw = Math.abs((min.y + max.y) / 2);
  if (height <= min.z || Math.abs(height - drawn.setup.hold.stop.height) < 1e-6) return [];
  const set = inHold('vise', (h) => ({ ...h, stop: { ...h.stop, height, fromJaw } }));
  return [{ says: `Stop ${speech.size(height)} above the bed, ${speech.size(fromJaw)} from the fixed jaw`, set }];
}

/** The stop so far over that the part, as loaded, lies in the middle of the jaws. */
function partInMiddle({ vise, drawn, kept: { speech } }: About): SetupRemedy[] {
  const { hold } = drawn.setup;
  if (hold.further.length > 0) return [];
  const { min, max } = drawn.facts.seat.loadedBox;
  const position = hold.stop.position + vise.jawWidth / 2 - (min.x + max.x) / 2;
  const set = inHold('vise', (h) => ({ ...h, stop: { ...h.stop, position } }));
  return [{ says: `Move the stop to ${speech.signed(position)}`, set }];
}
