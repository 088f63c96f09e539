import type { HoldIn } from '../../job';
import type { RoundDevice } from '../../shop';
import type { Speech } from '../../units';
import { supportHeight } from './carriers';
import { inHold } from '../decision';
import type { Drawn } from '../drawn';
import { stepOf, type Kept, type SetupRemedy } from '../mend';
import { turnsAbout } from './seat';

interface About {
  readonly device: RoundDevice;
  readonly drawn: Drawn<'round'>;
  readonly speech: Speech;
}

const BY_CODE: Readonly<Record<string, (about: About) => SetupRemedy[]>> = {
  'chuck-grips-nothing': shorterSpacer,
  'stands-out-too-far': (about) => [...tailstockUp(about), ...shorterSpacer(about)],
  'tailstock-does-not-reach': longerSpacer,
  'support-does-not-reach': supportUnder,
  'speed-over-limit': slower,
  'cut-into-device': higher,
};

/** What mends a finding of a part gripped about an axis: its spacer, what supports it, its speed. */
export const roundRemedies = (
  code: string,
  device: RoundDevice,
  drawn: Drawn<'round'>,
  { speech }: Kept,
): SetupRemedy[] => BY_CODE[code]?.({ device, drawn, speech }) ?? [];

const put = (says: string, change: (hold: HoldIn<'round'>) => Partial<HoldIn<'round'>>): SetupRemedy[] => [
  { says, set: inHold('round', (h) => ({ ...h, ...change(h) })) },
];

/** How far out the part's far end stands, from the face of the device. */
const endOf = ({ device, drawn }: About): number => drawn.facts.seat.loadedBox.max[turnsAbout(device)];

/** As long as at least so much of the jaws still grips, a spacer is proposed (common practice, no source). */
const GRIPPED_SHARE = 0.5;

function spacer({ device, speech }: About, wanted: number): SetupRemedy[] {
  const step = stepOf(speech);
  const height = Math.ceil(wanted / step - 1e-9) * step;
  if (height > (1 - GRIPPED_SHARE) * device.gripLength) return [];
  return put(`Part's end ${speech.size(height)} from the face`, () => ({ restHeight: height }));
}

/** No spacer: the jaws have all there is to grip. */
function shorterSpacer({ drawn }: About): SetupRemedy[] {
  return drawn.setup.hold.restHeight > 0 ? put('No spacer', () => ({ restHeight: 0 })) : [];
}

/** The cut clears the jaws. */
function higher(about: About): SetupRemedy[] {
  const { hold, prove } = about.drawn.facts;
  const short = hold.top.wantedMm - (prove.aboveTop ?? Infinity);
  return short > 0 ? spacer(about, about.drawn.setup.hold.restHeight + short) : [];
}

/** The tailstock brought up, where it comes as near as the part's end is. */
function tailstockUp(about: About): SetupRemedy[] {
  const { device, drawn } = about;
  if (device.kind !== 'rotary axis' || drawn.setup.hold.tailstock) return [];
  const end = endOf(about);
  return end < device.tailstockFrom || end > device.tailstockTo
    ? []
    : put('Bring the tailstock up', () => ({ tailstock: true }));
}

/** The part further out, so that its end comes to where the tailstock does. */
function longerSpacer(about: About): SetupRemedy[] {
  const { device, drawn } = about;
  if (device.kind !== 'rotary axis') return [];
  const short = device.tailstockFrom - endOf(about);
  return short > 0 ? spacer(about, drawn.setup.hold.restHeight + short) : [];
}

/** Supports that stand beside the part go under the middle of what stands out. */
function supportUnder(about: About): SetupRemedy[] {
  const { device, drawn, speech } = about;
  if (device.kind !== 'rotary axis') return [];
  const end = endOf(about);
  const height = supportHeight(device, drawn.facts.seat, drawn.setup.hold);
  // one that is too high or too low is too high or too low everywhere
  if (height < device.supportFrom || height > device.supportTo || end <= device.gripLength) return [];
  const middle = Math.round((device.gripLength + end) / 2);
  const beside = (x: number) => x < 0 || x > end;
  return put(`Support at X ${speech.signed(middle)}`, (h) => ({
    supports: h.supports.map((x) => (beside(x) ? middle : x)),
  }));
}

/** As fast as the device may turn. */
function slower({ device }: About): SetupRemedy[] {
  return put(`Turn at ${device.maxRpm} 1/min`, () => ({ rpm: device.maxRpm }));
}
