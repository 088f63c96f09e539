import { rectangle, type Shape } from '../../scene';
import type { FlatDevice } from '../../shop';
import { dot, many, mark, open, steel } from '../drawn';

/** A flat device from above, with what is on it. */
export function flatPicture(d: FlatDevice): Shape[] {
  const bed = open(0, 0, d.width, d.depth);
  switch (d.kind) {
    case 'T-slot table': return [bed, ...many(d.firstSlot, d.slotPitch, d.firstSlot + (d.slotCount - 1) * d.slotPitch).map((y) => steel(0, y - d.slotWidth / 2, d.width, y + d.slotWidth / 2))];
    case 'fixture plate': return [bed, ...many(d.firstX, d.pitch, d.firstX + (d.columns - 1) * d.pitch).flatMap((x) => many(d.firstY, d.pitch, d.firstY + (d.rows - 1) * d.pitch).map((y) => dot(x, y, Math.max(d.thread, d.dowel, 2) / 2)))];
    case 'vacuum plate': return [bed, ...many(d.firstGroove, d.groovePitch, d.width - d.firstGroove).map((x) => mark([[x, 0], [x, d.depth]])), ...many(d.firstGroove, d.groovePitch, d.depth - d.firstGroove).map((y) => mark([[0, y], [d.width, y]]))];
    case 'vacuum pods': return [bed, { kind: 'region', role: 'pod', outlines: rectangle(d.width / 2 - d.podWidth / 2, d.depth / 2 - d.podDepth / 2, d.width / 2 + d.podWidth / 2, d.depth / 2 + d.podDepth / 2) }];
    case 'support grid': return [bed, ...many(0, d.slatPitch, d.depth).map((y) => mark([[0, y], [d.width, y]]))];
    default: return [bed];
  }
}
