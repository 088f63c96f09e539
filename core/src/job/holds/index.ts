import { familyOf, type Device, type Family } from '../../shop';
import { flatHold, flatHoldSchema, type FlatHold } from './flat';
import type { FurtherPiece } from './further';
import type { HoldKind } from './kind';
import { roundHold, roundHoldSchema, type RoundHold } from './round';
import { viseHold, viseHoldSchema, type ViseHold } from './vise';

export { MOST_FURTHER, type FurtherPiece } from './further';
export { MOST_EDGE_PINS, type PlacedClamp, type Separation } from './flat';

export const HOLD_SCHEMAS = [viseHoldSchema, flatHoldSchema, roundHoldSchema] as const;
interface Holds {
  readonly vise: ViseHold;
  readonly flat: FlatHold;
  readonly round: RoundHold;
}
/** How a part is held: what is to be decided in a family of devices. */
export type HoldIn<F extends Family> = Holds[F];
export type Hold = HoldIn<Family>;

const HOLDS: { readonly [F in Family]: HoldKind<HoldIn<F>> } = { vise: viseHold, flat: flatHold, round: roundHold };
const kindOf = (hold: Hold): HoldKind<Hold> => HOLDS[hold.family] as HoldKind<Hold>;

/** Nothing decided yet in a family, but for what is told. Its lists are its own. */
export function newHold<F extends Family>(family: F, told: Partial<Omit<HoldIn<F>, 'family'>> = {}): HoldIn<F> {
  return { ...structuredClone(HOLDS[family].nothing), ...told };
}

/** What of the library a hold names. */
export const holdRefersTo = (hold: Hold | null): ReturnType<HoldKind<Hold>['refersTo']> =>
  hold ? kindOf(hold).refersTo(hold) : { clamps: [], bonds: [] };
/** Features of the part a hold names, and what for: "the stop". */
export const featuresOfHold = (hold: Hold | null): ReturnType<HoldKind<Hold>['features']> =>
  hold ? kindOf(hold).features(hold) : [];
/** A hold as it is for the next setup, where other faces lie. */
export const withoutFeatures = (hold: Hold): Hold => kindOf(hold).withoutFeatures(hold);
/** Pieces beside the first on the same device. */
export const furtherOf = ({ hold }: { readonly hold: Hold | null }): readonly FurtherPiece[] =>
  hold ? kindOf(hold).further(hold) : [];
/** Whether a hold is of a family. */
export const isHoldIn = <F extends Family>(family: F, hold: Hold | null): hold is HoldIn<F> => hold?.family === family;

/** A setup of which it is told how the part is held, in the family of its device. */
export type In<F extends Family, S extends { readonly hold: Hold | null }> = Omit<S, 'hold'> & {
  readonly hold: HoldIn<F>;
};
export const isHeldOn = <S extends { readonly hold: Hold | null }>(
  setup: S,
  device: Device,
): setup is S & { readonly hold: Hold } => setup.hold?.family === familyOf(device);
