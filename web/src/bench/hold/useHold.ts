import { inHold } from '@violet-jaw/core/holdings';
import type { HoldIn, Setup } from '@violet-jaw/core/job';
import type { DeviceKind, DeviceOf, DeviceOfKind, Family, FamilyOf } from '@violet-jaw/core/shop';
import { useLength, type LengthOf, type SectionProps } from '../section';

/** What the fields of one way of holding are given. */
export interface HoldProps<F extends Family> extends SectionProps {
  readonly device: DeviceOf<F>;
  readonly hold: HoldIn<F>;
}

/** What the fields of one kind of device are given. */
export type KindProps<K extends DeviceKind> = HoldProps<FamilyOf<DeviceOfKind<K>>> & {
  readonly device: DeviceOfKind<K>;
};

type Change<F extends Family> = (hold: HoldIn<F>) => HoldIn<F>;

/** Edits a hold, and makes length fields that set something of it. */
export function useHold<F extends Family>(props: HoldProps<F>, section: keyof Setup['why']) {
  const lengthOfSetup = useLength(props, section);
  const family = props.hold.family as F;
  return {
    put: (change: Change<F>): void => props.edit(inHold(family, change)),
    length: ({ set, ...field }: LengthOf<HoldIn<F>>) =>
      lengthOfSetup({ ...field, set: (s, mm) => inHold<F>(family, (h) => set(h, mm))(s) }),
  };
}
