import { cutFor, newBlank, newHold, newJob, touchChoices, type Job, type KnownFeature } from '@violet-jaw/core/job';
import { begunCutter, begunSetup, type FileRef } from './begun';

const FILES: readonly FileRef[] = [{ file: 'vane-side-hole.step' }, { file: 'vane-bearing-block.step' }];

const SIDE_HOLE: KnownFeature = {
  id: 'bore 6.800 along +y @ 55.000,7.139,19.000',
  name: 'side hole',
  called: 'bore ⌀6.8',
  kind: 'bore',
  direction: { x: 0, y: 1, z: 0 },
  at: { x: 55, y: 7.138532922, z: 19 },
  size: 6.8,
};

const NO_STOCK = { xMinus: 0, xPlus: 0, yMinus: 0, yPlus: 0, zMinus: 0, zPlus: 0 };

/**
 * The side hole of the vane bearing block: the finished block stands on its rear side on a plate, against three pins in
 * holes of the plate, under two straps.
 */
export function vaneSideHoleJob([part, blank]: readonly FileRef[] = FILES): Job {
  const choices = touchChoices(10);
  const strap = { clamp: 'strap-8', torque: 11, y: 125 };
  return {
    ...newJob(
      {
        ...{ number: 'SK-1042', part: 'Vane bearing block, side hole', revision: 'C' },
        ...{ material: 'EN AW-6082 T6', quantity: 24, units: 'mm' },
      },
      { ...part, body: 0 },
    ),
    due: '2026-12-15',
    sizeTolerance: 0.05,
    allowance: NO_STOCK,
    blank: { ...newBlank(NO_STOCK), kind: 'own solid', solid: { ...blank, body: 0 }, plusMinus: 0.05 },
    machine: 'mill-1',
    features: [SIDE_HOLE],
    setups: [
      begunSetup({
        ...{ id: 'op-10', op: 10, does: 'drills the side hole into the bore', program: '2043' },
        ...{ device: 'plate-400', station: 'station-a', orientation: { up: '-y', right: '+x' } },
        ...choices,
        touchOff: { ...choices.touchOff, plusMinus: 0.01, top: { ...choices.touchOff.top, tool: 1 } },
        cuts: [cutFor('side-hole', [SIDE_HOLE.id], 0)],
        // the pins stand in holes of the plate: the part lies half their diameter from the middle of those
        hold: newHold('flat', {
          x: { by: 'pins', side: 'left', at: 104, pins: [125] },
          y: { by: 'pins', side: 'front', at: 104, pins: [125, 200] },
          ...{ pinDiameter: 8, pinHeight: 15 },
          clamps: [
            { ...strap, id: 'clamp-1', x: 126, towards: '-x', toBolt: 51, toHeel: 20 },
            { ...strap, id: 'clamp-2', x: 192, towards: '+x', toBolt: 33, toHeel: 30 },
          ],
        }),
        tools: [
          begunCutter({
            ...{ description: 'drill', use: 'drilling', diameter: 6.8, flutes: 2, feedPerTooth: 0.08, rpm: 4500 },
            ...{ stickOut: 70, holderDiameter: 32, length: 132 },
          }),
        ],
        consumables: ['coolant, flood'],
        firstPart: [{ what: 'hole from the left side to its middle, X', size: 55, minus: 0.05, plus: 0.05 }],
        why: {
          ...{ seat: 'rear side down, underside to the front pins', cuts: '', zero: '' },
          hold: 'the straps press straight down beside the hole; the pins take the turning',
        },
      }),
    ],
  };
}
