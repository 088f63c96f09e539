import type { FC } from 'react';
import type { Device, DeviceKind, DeviceOfKind } from '@violet-jaw/core/shop';
import type { SectionProps } from '../section';
import { PodFields } from './PodFields';
import { RotaryFields } from './RotaryFields';
import { VacuumFields } from './VacuumFields';

/** What a kind of device is asked besides its family. */
const KIND_FIELDS: { readonly [K in DeviceKind]?: FC<SectionProps & { device: DeviceOfKind<K> }> } = { 'vacuum plate': VacuumFields, 'vacuum pods': PodFields, 'rotary axis': RotaryFields };

export function KindFields(props: SectionProps & { device: Device }) {
  const Own = KIND_FIELDS[props.device.kind] as FC<SectionProps & { device: Device }> | undefined;
  return Own ? <Own {...props} /> : null;
}
