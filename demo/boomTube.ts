import {
  cutFor,
  newBlank,
  newHold,
  newJob,
  touchChoices,
  type Job,
  type KnownFeature,
  type Setup,
} from '@violet-jaw/core/job';
import { begunCutter, begunSetup, NO_SHIFT, type FileRef } from './begun';

const FILES: readonly FileRef[] = [{ file: 'boom-tube.step' }, { file: 'boom-tube-raw.step' }];

/** A hole through one wall: where it stands along the tube, and on which side. */
function hole(x: number, side: 'top' | 'bottom' | 'front' | 'rear', size: number): KnownFeature {
  const across = { top: 28.5, bottom: 1.5, front: 1.5, rear: 58.5 }[side];
  const upright = side === 'top' || side === 'bottom';
  const at = upright ? { x, y: 30, z: across } : { x, y: across, z: 15 };
  const place = [at.x, at.y, at.z].map((v) => v.toFixed(3)).join(',');
  return {
    ...{ id: `bore ${size.toFixed(3)} along +${upright ? 'z' : 'y'} @ ${place}`, name: '', kind: 'bore', size, at },
    called: `bore ⌀${size} through`,
    direction: upright ? { x: 0, y: 0, z: 1 } : { x: 0, y: 1, z: 0 },
  };
}

const SIDES = {
  top: [200, 600, 1000].map((x) => hole(x, 'top', 8)),
  rear: [400, 800].map((x) => hole(x, 'rear', 6.5)),
  bottom: [200, 1000].map((x) => hole(x, 'bottom', 8)),
  front: [400, 800].map((x) => hole(x, 'front', 6.5)),
};

const NO_STOCK = { xMinus: 0, xPlus: 0, yMinus: 0, yPlus: 0, zMinus: 0, zPlus: 0 };

/** A rectangular tube on a rotary axis: gripped once, its four sides drilled one after another. */
export function boomTubeJob([part, blank]: readonly FileRef[] = FILES): Job {
  const choices = touchChoices(6);
  const drill = (number: number, diameter: number) =>
    begunCutter({
      ...{
        number,
        id: `tool-${number}`,
        description: 'drill',
        use: 'drilling',
        diameter,
        flutes: 2,
        feedPerTooth: 0.02,
      },
      ...{ rpm: 4000, stickOut: 45, holderDiameter: 28, length: 95 },
    });
  const side = (op: number, up: Setup['orientation']['up'], name: keyof typeof SIDES): Setup =>
    begunSetup({
      ...{ id: `op-${op}`, op, does: `drills the ${name} side`, program: `34${op}`, device: 'rotary-long' },
      ...{ station: 'station-t', orientation: { up, right: '+x' }, register: `G${53 + op / 10}` as Setup['register'] },
      ...choices,
      touchOff: { ...choices.touchOff, plusMinus: 0.02, top: { ...choices.touchOff.top, tool: 1 } },
      zero: { of: 'finished part', x: 'min', y: 'middle', z: 'max', extra: NO_SHIFT },
      cuts: [
        cutFor(
          'holes',
          SIDES[name].map((f) => f.id),
          0,
        ),
      ],
      hold: newHold('round', {
        forceShare: 100,
        tailstock: true,
        stays: op > 10,
        supports: [560],
        roundCarrier: { diameter: 80, width: 20 },
      }),
      tools: [drill(1, 8), drill(2, 6.5)],
      consumables: ['dust extraction on'],
    });
  return {
    ...newJob(
      {
        ...{ number: 'SK-1074', part: 'Boom tube', revision: 'A' },
        ...{ material: 'EN AW-6082 T6', quantity: 12, units: 'mm' },
      },
      { ...part, body: 0 },
    ),
    due: '2026-12-21',
    sizeTolerance: 0.2,
    allowance: NO_STOCK,
    blank: { ...newBlank(NO_STOCK), kind: 'own solid', solid: { ...blank, body: 0 }, plusMinus: 0.2 },
    machine: 'router-1',
    features: Object.values(SIDES).flat(),
    meets: [{ id: 'meet-1', a: SIDES.top[0].id, b: SIDES.bottom[0].id, within: 0.25 }],
    setups: [side(10, '+z', 'top'), side(20, '+y', 'rear'), side(30, '-z', 'bottom'), side(40, '-y', 'front')],
  };
}
