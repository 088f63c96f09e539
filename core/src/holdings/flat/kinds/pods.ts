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
    before: (_, plate, __, speech) => [
      ...(plate.pods.some((p) => p.on) ? ['Hoses on all pods that are switched on; every valve closed.'] : []),
      ...plate.pods.map((p, i) => {
        const place = `Pod ${i + 1} at X ${speech.signed(p.x)} Y ${speech.signed(p.y)}`;
        return p.on
          ? `${place}, switched on: open its valve to the bed once it stands.`
          : `${place}, switched off, support only.`;
      }),
    ],
    after: (_, plate) =>
      plate.pods.some((p) => p.on)
        ? [
            'Where there is an air float: on while the part slides to what it is set against, off before the vacuum.',
            'Vacuum on; wait for the gauge; push the part by hand: it must not move.',
          ]
        : [],
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
