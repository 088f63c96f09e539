import type { FC } from 'react';
import type { DeviceKind, Family } from '@violet-jaw/core/shop';
import { PodFields } from './PodFields';
import { RotaryFields } from './RotaryFields';
import type { HoldProps, KindProps } from './useHold';
import { VacuumFields } from './VacuumFields';

/** What a kind of device is asked besides its family. */
const KIND_FIELDS: { readonly [K in DeviceKind]?: FC<KindProps<K>> } = {
  'vacuum plate': VacuumFields,
  'vacuum pods': PodFields,
  'rotary axis': RotaryFields,
};

export function KindFields<F extends Family>(props: HoldProps<F>) {
  const Own = KIND_FIELDS[props.device.kind] as FC<HoldProps<F>> | undefined;
  return Own ? <Own {...props} /> : null;
}
