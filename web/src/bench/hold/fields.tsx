import type { FC } from 'react';
import type { Family } from '@violet-jaw/core/shop';
import { FlatHold } from './FlatHold';
import { FlatSeat } from './FlatSeat';
import { RoundHold } from './RoundHold';
import { Separation } from './Separation';
import type { HoldProps } from './useHold';
import { ViseHold } from './ViseHold';
import { ViseSeat } from './ViseSeat';

type Fields<F extends Family> = FC<HoldProps<F>>;
interface FamilyFields<F extends Family> {
  readonly seat: Fields<F> | null;
  readonly hold: Fields<F>;
  readonly freed: Fields<F> | null;
}

/** What each way of holding asks: where the part lies, how hard it is held, and what keeps it when the cut frees it. */
const HOLD_FIELDS: { readonly [F in Family]: FamilyFields<F> } = {
  vise: { seat: ViseSeat, hold: ViseHold, freed: null },
  flat: { seat: FlatSeat, hold: FlatHold, freed: Separation },
  round: { seat: null, hold: RoundHold, freed: null },
};

/** The fields of one way of holding. They take the hold they were asked for and no other. */
export const fieldsOf = (family: Family): FamilyFields<Family> =>
  HOLD_FIELDS[family] as unknown as FamilyFields<Family>;
