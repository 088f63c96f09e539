import type { PlateHold, Setup } from '@violet-jaw/core/job';
import type { SectionProps } from '../section';

/** Edits how a part that lies flat is held. */
export const usePlate = (edit: SectionProps['edit']) => (change: (plate: PlateHold) => PlateHold): void => edit((s: Setup) => ({ ...s, plate: change(s.plate) }));
