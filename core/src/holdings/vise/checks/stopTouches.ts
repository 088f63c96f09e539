import { finding, type Finding, type Told } from '../../../findings';
import type { SeatFacts } from '../../../seat';

/** Material must stand in front of the stop rod, at its height. */
export function stopTouches(seat: SeatFacts, inPocket: boolean, told: Told): Finding[] {
  if (seat.x.touches) return [];
  if (inPocket) {
    return [
      finding(told, 'seat/pocket-locates-nothing', 'stop', {
        says: `Nothing of the part stands in the pocket: its ${seat.locators.x.name} touches nothing.`,
        numbers: {},
        because: 'The pocket is cut into what the jaws reach under the part; without a ledge it has no wall there.',
        remedy: 'Enter the width of the ledge, or make the pocket deeper.',
      }),
    ];
  }
  return [
    finding(told, 'seat/stop-touches-nothing', 'stop', {
      says: 'The stop touches nothing: no material stands in front of the stop rod.',
      numbers: { heightFrom: seat.loadedBox.min.z, heightTo: seat.loadedBox.max.z },
      because: "Without it the part's place along the jaws is not known.",
      remedy: "Set the stop's height and distance from the fixed jaw to where material is.",
    }),
  ];
}
