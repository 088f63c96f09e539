import type { DeviceOfKind } from '../../../shop';
import { many, mark } from '../../drawn';
import { plateSuction } from '../suction';
import { inside, line, PLAIN, series, type FlatKind } from './kind';

/** A grid of grooves; a cord laid into them encloses what is sucked. */
export const vacuumPlate: FlatKind<DeviceOfKind<'vacuum plate'>> = {
  ...PLAIN,
  pull: plateSuction,
  allOver: 'vacuum',
  steps: {
    before: (_, plate, { says }) => (plate.gasket.on ? says.map((s) => `Gasket: ${s}; its ends butted together.`) : []),
    after: (_, plate) =>
      plate.gasket.on ? ['Vacuum on; wait for the gauge; push the part by hand: it must not move.'] : [],
  },
  letGo: (_, plate) =>
    plate.gasket.on
      ? { opens: 'let the air in', step: 'Vacuum off; wait until the gauge reads nothing; lift the part straight up.' }
      : null,
  marks: (d, { x, y }) => [
    ...inside(x, series(d.firstGroove, d.groovePitch, Math.ceil(d.width / d.groovePitch))).map((u) =>
      line([u, y[0]], [u, y[1]]),
    ),
    ...inside(y, series(d.firstGroove, d.groovePitch, Math.ceil(d.depth / d.groovePitch))).map((v) =>
      line([x[0], v], [x[1], v]),
    ),
  ],
  picture: (d) => [
    ...many(d.firstGroove, d.groovePitch, d.width - d.firstGroove).map((x) =>
      mark([
        [x, 0],
        [x, d.depth],
      ]),
    ),
    ...many(d.firstGroove, d.groovePitch, d.depth - d.firstGroove).map((y) =>
      mark([
        [0, y],
        [d.width, y],
      ]),
    ),
  ],
};
