import { partSideFacing, type Direction } from '../frames';
import { PART_SIDE } from '../part';
import { type PlannedSetup } from '../plan';
import { holdingOf } from '../holdings';

/**
 * The order of safety before the hands go in: how the part is let go comes last. @param held the setup the part is
 * still in; null: nothing holds it
 */
export function beforeHandsGoIn(held: PlannedSetup | null): string {
  const isJet = held?.device ? holdingOf(held.device).jet(held.device) !== null : false;
  return `${isJet ? 'Stop the jet, move the head aside' : 'Stop the spindle, put the tool away'}, then ${held?.facts?.hold.opens ?? 'take the part out'}.`;
}

/** Before an axis turns a part that stays gripped. */
export const CLEAR_TO_TURN = 'Stop the spindle, tool up and clear of everything that turns.';

const MACHINE_SIDE: Record<Direction, string> = {
  '+z': 'up, to the spindle',
  '-z': 'down',
  '+y': 'to the rear',
  '-y': 'to the front',
  '-x': 'to the left',
  '+x': 'to the right',
};

/** Which part face looks where, one line a face. */
export function orientationInWords(planned: PlannedSetup): string[] {
  const { orientation } = planned.setup;
  const order: Direction[] = ['+z', '+y', '-x'];
  const jaw: Direction | null = planned.device && holdingOf(planned.device).jaw(planned.device);
  const shown = jaw && !order.includes(jaw) ? [...order, jaw] : order;
  return shown.map(
    (machine) =>
      `${PART_SIDE[partSideFacing(orientation, machine)]} ${MACHINE_SIDE[machine]}${machine === jaw ? ', on the fixed jaw' : ''}`,
  );
}
