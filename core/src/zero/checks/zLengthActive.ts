import { findingOf, type Finding, type Told } from '../../findings';
import type { Setup } from '../../job';
import { toolOf } from '../lengths';

/** Z that is touched with no length active is wrong by the length of the tool, unless that is taken off by hand. */
export function zLengthActive(setup: Setup, told: Told): Finding[] {
  const { by, reference, active } = setup.lengths;
  const touching = toolOf(setup, setup.touchOff.top.tool);
  const make = findingOf(told, 'zero/z-touched-without-length');
  if (by === 'reference tool' && !toolOf(setup, reference)) {
    return [
      make('stop', {
        says:
          reference === null
            ? 'Lengths are counted from a reference tool, but none is named.'
            : `Lengths are counted from reference tool T${reference}, which is not in the list of tools.`,
        numbers: {},
        because: 'The Z of the register holds the length of that tool.',
        remedy: 'Name a tool of the list, or count lengths from the spindle nose.',
      }),
    ];
  }
  if (active || (by === 'reference tool' && setup.touchOff.top.tool === reference)) return [];
  if (touching?.length !== null && touching?.length !== undefined) {
    return [
      make('caution', {
        says: `Z is touched with no length active: ${told.speech.sizeWithUnit(touching.length)} of T${touching.number} must be taken off the reading.`,
        numbers: { lengthMm: touching.length },
        because: 'The control shows the spindle nose, the tip touches.',
        remedy: 'Make the length active before touching, or follow the sum on the worksheet.',
      }),
    ];
  }
  return [
    make('stop', {
      says: 'Z is touched with no length active, and the length of the touching tool is not known: work zero would be wrong by that length.',
      numbers: {},
      because: 'The control shows the spindle nose, the tip touches.',
      remedy: 'Make the length active when touching, or name the touching tool and its length.',
    }),
  ];
}
