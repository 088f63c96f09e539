import type { FC } from 'react';
import { familyOf, type Device, type DeviceOf, type Family } from '@violet-jaw/core/shop';
import type { SectionProps } from '../section';
import { FlatHold } from './FlatHold';
import { FlatSeat } from './FlatSeat';
import { RoundHold } from './RoundHold';
import { ViseHold } from './ViseHold';
import { ViseSeat } from './ViseSeat';

type Fields<F extends Family> = FC<SectionProps & { device: DeviceOf<F> }>;
type AnyFields = FC<SectionProps & { device: Device | null }>;

/** What each way of holding asks: where the part lies, and how hard it is held. */
export const HOLD_FIELDS: { readonly [F in Family]: { readonly seat: Fields<F> | null; readonly hold: Fields<F> } } = {
  vise: { seat: ViseSeat, hold: ViseHold },
  flat: { seat: FlatSeat, hold: FlatHold },
  round: { seat: null, hold: RoundHold },
};

/** Fields of the seat; while no device is chosen, those of a vise. */
export const seatFieldsOf = (device: Device | null) => HOLD_FIELDS[device ? familyOf(device) : 'vise'].seat as AnyFields | null;
export const holdFieldsOf = (device: Device | null) => device && (HOLD_FIELDS[familyOf(device)].hold as AnyFields);
