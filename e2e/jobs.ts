import { newHold, newJob, nextSetup, NO_CUT, oneCut, type Job } from '@violet-jaw/core/job';

/** A block against pins on a flat device of the demo shop: two in front, one at the left. */
export function againstPins(number: string, device: string): Job {
  const begun = newJob(
    { number, part: 'Block', material: 'EN AW-6082 T6', units: 'mm' },
    { block: { x: 110, y: 70, z: 38 } },
  );
  const row = { by: 'pins' as const, at: 60 };
  const hold = newHold('flat', {
    x: { ...row, side: 'left', pins: [100] },
    y: { ...row, side: 'front', pins: [75, 150] },
    pinHeight: 12,
  });
  const setup = { ...nextSetup(begun, 'only', [], null), device, hold, cuts: oneCut(1) };
  return { ...begun, machine: 'mill-1', allowance: { ...begun.allowance, zPlus: 1 }, setups: [setup] };
}

/** A block that is cut from both sides on the board of the demo shop's router, with stock at both ends. */
export function toTurnOver(number: string): Job {
  const begun = newJob(
    { number, part: 'Block', material: 'EN AW-6082 T6', units: 'mm' },
    { block: { x: 100, y: 60, z: 20 } },
  );
  const allowance = { xMinus: 45, xPlus: 50, yMinus: 10, yPlus: 15, zMinus: 1, zPlus: 1 };
  const taped = newHold('flat', { bond: 'tape-thin' });
  const hold = {
    ...taped,
    x: { by: 'fence' as const, side: 'left' as const, at: 200, pins: [] },
    y: { by: 'fence' as const, side: 'front' as const, at: 150, pins: [] },
    separation: { ...taped.separation, way: 'tabs' as const },
  };
  const device = 'board-router';
  const mill = { ...NO_CUT, id: 'mill', number: 1, description: 'End mill 10', diameter: 10, length: 90 };
  const at = { device, hold, station: 'station-r', tools: [mill] };
  const first = { ...nextSetup(begun, 'one', [], null), ...at, cuts: oneCut(0) };
  first.touchOff.top.tool = mill.number;
  const second = {
    ...structuredClone(first),
    id: 'two',
    op: 20,
    register: 'G55' as const,
    orientation: { up: '-z', right: '+x' } as const,
    cuts: [...oneCut(0), ...oneCut(20, { id: 'outline', clears: 'outline' })],
  };
  return { ...begun, machine: 'router-1', allowance, setups: [first, second] };
}
