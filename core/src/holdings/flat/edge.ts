import { standingPins, type SeatedEdge, type StandingPin } from '../../edgePins';
import { vec, type Vec3 } from '../../frames';
import { RIGID } from '../../hold';
import { circle, type HoldOf } from '../../hold/input';
import type { HoldContact, Obstacle } from '../../hold/types';
import type { LocatorHere } from '../../locate';
import type { FlatDevice } from '../../shop';

const inward = ({ stands: { outward } }: StandingPin): Vec3 => vec(-outward.x, -outward.y, 0);

/** Pins along an edge: each as a line it touches the part in, and as what is in the way. */
export function edgeLocators(
  { setup: { hold }, seat, device }: HoldOf<FlatDevice>,
  edge: SeatedEdge,
): { contacts: HoldContact[]; obstacles: Obstacle[] } {
  const standing = standingPins(edge);
  const [low, high] = [seat.locators.z.at, Math.min(hold.pinHeight, seat.loadedBox.max.z)];
  return {
    contacts: standing.map((pin) => {
      const { at } = pin.stands;
      const [from, to] = [vec(at.x, at.y, low), vec(at.x, at.y, high)];
      return {
        ...{ name: pin.name, kind: 'locator' as const, points: [from, to], inward: inward(pin) },
        ...{ areaMm2: 0, friction: device.friction, ...RIGID, patch: { min: from, max: to } },
      };
    }),
    obstacles: standing.map((pin) => ({
      name: pin.name,
      footprint: [circle(pin.stands.center.x, pin.stands.center.y, edge.radius)],
      from: 0,
      to: hold.pinHeight,
      cuttable: false,
    })),
  };
}

/** What the pins decide: each by itself, across the edge it touches. */
export const edgeLocated = (edge: SeatedEdge, height: number): LocatorHere[] =>
  standingPins(edge).map((pin) => {
    const { at } = pin.stands;
    return { name: pin.name, bears: pin.name, points: [vec(at.x, at.y, height)], inward: inward(pin) };
  });
