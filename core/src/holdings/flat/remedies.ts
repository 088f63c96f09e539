import { inHold } from '../decision';
import type { FlatDevice } from '../../shop';
import type { Drawn } from '../drawn';
import { stepOf, type Kept, type SetupRemedy } from '../mend';
import { pinTakenOut, secondPin, type AboutFlat } from './pinRemedies';

/** So far a cut goes through into what lies underneath (common practice, no source). */
const THROUGH = { mm: 0.3, inch: 25.4 / 64 };

const BY_CODE: Readonly<Record<string, (about: AboutFlat) => SetupRemedy[]>> = {
  'cut-into-device': packing,
  'board-cut-too-deep': packing,
  'cut-ends-at-underside': goThrough,
  'can-still-move': secondPin,
  'decided-twice': pinTakenOut('slide'),
  'turned-twice': pinTakenOut('turn'),
  'pins-for-other-edge': edgeAsLoaded,
};

/** What mends a finding of a part that lies flat: packing under it, a cut that goes through. */
export const flatRemedies = (code: string, device: FlatDevice, drawn: Drawn<'flat'>, { speech }: Kept): SetupRemedy[] =>
  BY_CODE[code]?.({ ...drawn, device, speech }) ?? [];

/** Pins along the edge set for the edge that is there. */
function edgeAsLoaded(): SetupRemedy[] {
  const set = inHold('flat', (h) => ({ ...h, edgePins: h.edgePins && { ...h.edgePins, edge: 'loaded' as const } }));
  return [{ says: 'Set them for the edge as it is loaded', set }];
}

/** Packing so thick that the lowest cut clears what it must stay above. */
function packing({ setup, facts: { prove, hold }, speech }: AboutFlat): SetupRemedy[] {
  const { under } = setup.hold;
  const step = stepOf(speech);
  const short = hold.top.wantedMm - (prove.aboveTop ?? Infinity);
  const thick = Math.ceil((under + short) / step - 1e-9) * step;
  if (!(short > 0) || thick > 1000) return [];
  return [{ says: `${speech.size(thick)} of packing under it`, set: inHold('flat', (h) => ({ ...h, under: thick })) }];
}

/** The lowest cut a little deeper, where something soft lies under the part. */
function goThrough({ facts: { prove, hold, seat }, speech }: AboutFlat): SetupRemedy[] {
  if (hold.kind !== 'sacrificial board' && seat.locators.z.kind !== 'height') return [];
  const by = THROUGH[speech.units];
  const lowest = new Map(prove.cuts.filter((c) => c.lowest - prove.lowestCut < 1e-6).map((c) => [c.id, c.below]));
  return [
    {
      says: `Go through by ${speech.size(by)}`,
      set: (s) => ({
        ...s,
        cuts: s.cuts.map((c) => (lowest.has(c.id) ? { ...c, below: lowest.get(c.id)! + by, to: null } : c)),
      }),
    },
  ];
}
