import type { FurtherPiece, Setup } from '../job';
import { isOf, type Device } from '../shop';

/**
 * The setup of a further piece: what locates and holds the first piece, moved by x and y of the device. In a vise only the
 * stop can be moved along the jaws; a round device holds one piece.
 */
export function movedSetup(setup: Setup, device: Device, { x, y, register }: FurtherPiece): Setup {
  const moved = { ...setup, register: register ?? setup.register };
  // the others, seen from this piece
  if (isOf('vise', device)) return { ...moved, stop: { ...setup.stop, position: setup.stop.position + x }, further: setup.further.map((p) => ({ ...p, x: p.x === x ? -x : p.x - x })) };
  if (!isOf('flat', device)) return moved;
  const { plate } = setup;
  const by = <T extends { x: number; y: number }>(p: T): T => ({ ...p, x: p.x + x, y: p.y + y });
  return {
    ...moved,
    plate: {
      ...plate,
      // pins that locate along one axis stand in a row along the other
      x: { ...plate.x, at: plate.x.at + x, pins: plate.x.pins.map((p) => p + y) },
      y: { ...plate.y, at: plate.y.at + y, pins: plate.y.pins.map((p) => p + x) },
      clamps: plate.clamps.map(by), pods: plate.pods.map(by),
    },
  };
}
