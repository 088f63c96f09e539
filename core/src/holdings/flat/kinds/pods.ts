import { rectangle } from '../../../scene';
import type { DeviceOfKind } from '../../../shop';
import { podsCarry } from '../checks/podsCarry';
import { podRing, podSuction } from '../suction';
import { PLAIN, type FlatKind } from './kind';

/** Pods that stand where they are needed; each sucks by itself, or only carries. */
export const pods: FlatKind<DeviceOfKind<'vacuum pods'>> = {
  ...PLAIN,
  area: (device, plate, kernel) => kernel.flatUnion(plate.pods.map((p) => [podRing(device, p)])),
  wholeTop: false,
  top: ({ podHeight }, rest) => ({ z: podHeight, name: 'pods', wantedMm: rest > podHeight ? 1e-6 : 0 }),
  pull: podSuction,
  steps: {
    before: (_, plate, __, speech) =>
      plate.pods.map(
        (p, i) =>
          `Pod ${i + 1} at X ${speech.signed(p.x)} Y ${speech.signed(p.y)}, ${p.on ? 'switched on' : 'switched off, support only'}.`,
      ),
    after: () => ['Vacuum on; wait for the gauge; push the part by hand: it must not move.'],
  },
  letGo: (_, plate) =>
    plate.pods.some((p) => p.on)
      ? { opens: 'let the air in', step: 'Vacuum off; wait until the gauge reads nothing; lift the part straight up.' }
      : null,
  checks: ({ device, hold, told }) => podsCarry(hold, device, told),
  marks: () => [],
  picture: (d) => [
    {
      kind: 'region',
      role: 'pod',
      outlines: rectangle(
        d.width / 2 - d.podWidth / 2,
        d.depth / 2 - d.podDepth / 2,
        d.width / 2 + d.podWidth / 2,
        d.depth / 2 + d.podDepth / 2,
      ),
    },
  ],
};
