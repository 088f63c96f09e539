import { rectangleRing } from '../../../hold';
import type { DeviceOfKind } from '../../../shop';
import { many, mark } from '../../drawn';
import { inside, line, PLAIN, series, type FlatKind } from './kind';

type Grid = DeviceOfKind<'support grid'>;

/** Slats under a jet. */
export const supportGrid: FlatKind<Grid> = {
  ...PLAIN,
  area: (d) =>
    series(0, d.slatPitch, Math.floor(d.depth / d.slatPitch + 1e-9) + 1).map((y) =>
      rectangleRing(0, y - d.slatThickness / 2, d.width, y + d.slatThickness / 2),
    ),
  wholeTop: false,
  // a jet goes through into nothing
  top: () => ({ z: 0, name: 'slats', wantedMm: -1e9 }),
  marks: (d, { x, y }) =>
    inside(y, series(0, d.slatPitch, Math.ceil(d.depth / d.slatPitch) + 1)).map((v) => line([x[0], v], [x[1], v])),
  picture: (d) =>
    many(0, d.slatPitch, d.depth).map((y) =>
      mark([
        [0, y],
        [d.width, y],
      ]),
    ),
};
