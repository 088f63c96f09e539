import { circleOf, type Shape } from '../../../scene';
import type { DeviceOfKind } from '../../../shop';
import { dot, many } from '../../drawn';
import { dowelsOnGrid } from '../checks/dowelsOnGrid';
import { edgePinsOnGrid } from '../checks/edgePinsOnGrid';
import { pinsOnGrid } from '../checks/pinsOnGrid';
import { registeredPlace } from '../checks/registeredPlace';
import { inside, PLAIN, series, type FlatKind } from './kind';

const radius = (d: DeviceOfKind<'fixture plate'>) => Math.max(d.thread, d.dowel, 2) / 2;

/** A grid of tapped and dowelled holes. */
export const fixturePlate: FlatKind<DeviceOfKind<'fixture plate'>> = {
  ...PLAIN,
  checks: ({ device, setup, station, machine, dowels, edge, told }) => [
    ...pinsOnGrid(device, setup.hold, told),
    ...(dowels && !dowels.whereDrilled ? dowelsOnGrid(device, dowels, told) : []),
    ...(edge ? edgePinsOnGrid(device, edge, told) : []),
    ...registeredPlace(device, station, machine, told),
  ],
  marks: (d, { x, y }) =>
    inside(x, series(d.firstX, d.pitch, d.columns)).flatMap((u) =>
      inside(y, series(d.firstY, d.pitch, d.rows)).map((v): Shape => ({
        kind: 'region',
        role: 'groove',
        outlines: circleOf(u, v, radius(d)),
      })),
    ),
  picture: (d) =>
    many(d.firstX, d.pitch, d.firstX + (d.columns - 1) * d.pitch).flatMap((x) =>
      many(d.firstY, d.pitch, d.firstY + (d.rows - 1) * d.pitch).map((y) => dot(x, y, radius(d))),
    ),
};
