import { finding, type Finding, type Told } from '../../../findings';
import type { HoldFacts } from '../../../hold';
import type { WorkMaterial } from '../../../shop';

/** A share of something, for people. */
export const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** A magnet holds only what is magnetic; thin parts, gaps and packing weaken it. */
export function magnetHolds(hold: HoldFacts, material: WorkMaterial | null, told: Told): Finding[] {
  if (material?.magnetic === 'no') {
    return [
      finding(told, 'hold/not-magnetic', 'stop', {
        says: `${material.name} is not held by a magnet.`,
        numbers: {},
        because: 'The first touch of the cutter moves the part.',
        remedy: 'Hold it another way: clamps on a table, vacuum, or a vise.',
      }),
    ];
  }
  if (material?.magnetic !== 'yes') {
    return [
      finding(told, 'hold/magnetic-not-known', 'stop', {
        says: `Whether ${material ? material.name : 'the material'} is held by a magnet is not known: nothing of the chuck's pull is counted.`,
        numbers: {},
        because: 'Many stainless steels are not magnetic, and no light metal is.',
        remedy: 'Enter it with the material on the Shop page, or choose the material of the job.',
      }),
    ];
  }
  const newton = hold.forces.filter((f) => f.name === 'magnet').reduce((sum, f) => sum - f.forceN.z, 0);
  if (newton < 1) {
    return [
      finding(told, 'hold/magnet-pulls-nothing', 'stop', {
        says: 'The magnet pulls on nothing: no flat face of the part lies on the chuck once it is cut.',
        numbers: {},
        because: 'The first touch of the cutter moves the part.',
        remedy: 'Lay a flat face down, or hold it another way.',
      }),
    ];
  }
  const weak = hold.trouble.find((t) => t.kind === 'magnet-weak');
  if (!weak) return [];
  return [
    finding(told, 'hold/magnet-weakened', 'caution', {
      says: `The magnet pulls with ${percent(weak.share)} of what it could on this area: ${told.speech.force(weak.forceN)}.`,
      numbers: { share: weak.share, forceN: weak.forceN },
      because:
        'A part thinner than about a quarter of the pole pitch does not carry the field, and air, packing or tape between weakens it.',
      remedy:
        'Lay a smooth thick face down, take out what lies between, use a chuck with finer poles, or block the part in with steel around it.',
    }),
  ];
}
