import type { SeatedDowels } from '../../dowels';
import { standingPins, type SeatedEdge } from '../../edgePins';
import { GAUGE_SETS, gaugeBlocks } from '../../byHand/gaugeBlocks';
import { PART_SIDE } from '../../part';
import { touchedFace, type SeatFacts } from '../../seat';
import type { Bond, Clamp, FlatDevice, Shop } from '../../shop';
import { andList, capital, type Speech } from '../../units';
import { against } from './against';
import { flatKindOf } from './kinds';
import type { Pull } from './kinds/kind';
import type { HoldSetup } from '../../hold/input';

interface FlatSteps {
  readonly setup: HoldSetup<'flat'>;
  readonly seat: SeatFacts;
  readonly device: FlatDevice;
  readonly bond: Bond | null;
  readonly speech: Speech;
  /** the part is put onto them; null: it is not */
  readonly dowels: SeatedDowels | null;
  /** pins along its edges; null: there are none */
  readonly edge: SeatedEdge | null;
  readonly gaugeSets: Shop['gaugeSets'];
  /** its jig takes it with the other side up too */
  readonly otherSide: boolean;
  readonly clamps: readonly string[];
  readonly pull: Pull;
}

function setAgainst(axis: 'x' | 'y', { setup, seat, speech, device, gaugeSets }: FlatSteps): string {
  const { by, side, at, pins } = setup.hold[axis];
  const face = touchedFace(seat[axis]);
  const [name, edge] = axis === 'x' ? ['X', 'left'] : ['Y', 'front'];
  switch (by) {
    case 'pins':
      return `${capital(side)} ${pins.length === 1 ? 'pin' : 'pins'}, diameter ${speech.size(setup.hold.pinDiameter)}, at ${axis === 'x' ? 'Y' : 'X'} ${pins.map((p) => speech.signed(p)).join(' and ')}: ${face} against ${pins.length === 1 ? 'it' : 'them'}.`;
    case 'fence':
      return `${capital(face)} against the ${side} fence.`;
    case 'gauge blocks':
      return `${blockWords({ axis, device, at, speech, side, gaugeSets })}: ${face} against the blocks, then take them out.`;
    case 'hand':
      return `${capital(face)} laid to ${name} ${speech.signed(at)} from the ${edge} edge; touch off every part.`;
  }
}

const AXES_ACROSS = ['x', 'y'] as const;

/** The dowels where they stand, and how the part goes onto them. */
function dowelSteps({ setup: { hold }, seat, speech }: FlatSteps, on: SeatedDowels): string[] {
  const { size, signed, sizeWithUnit } = speech;
  const each = on.dowels.map(
    (d) =>
      `${d.relieved ? 'relieved ' : ''}${d.name}, diameter ${size(d.diameter)}, at X ${signed(d.x)} Y ${signed(d.y)}`,
  );
  const where = on.whereDrilled ? ' into the holes that were drilled' : '';
  const onto = on.dowels.map((d) => `${d.bore === null ? 'hole' : 'bore'} ${d.hole + 1} on ${d.name}`);
  const { up } = seat.orientation;
  const block = hold.dowels?.block;
  return [
    `Dowels${where}, standing up ${sizeWithUnit(hold.dowels?.up ?? 0)}: ${each.join('; ')}.`,
    `Part onto the dowels: ${andList(onto)}.`,
    ...(on.otherSide ? [`It goes on with the other side up too: the ${PART_SIDE[up]} looks up.`] : []),
    ...(block
      ? [`A block stands close to the ${block} side of the blank: a part that does not go down lies wrong.`]
      : []),
  ];
}

/** Gauge blocks between the part and the nearest groove's wall on the plate; on other devices, from the edge. */
export function gaugeBlock(
  axis: 'x' | 'y',
  device: FlatDevice,
  side: string,
  at: number,
): { readonly groove: number; readonly sizeMm: number } | null {
  if (device.kind !== 'vacuum plate') return null;
  const outwards = side === 'left' || side === 'front' ? -1 : 1;
  const size = axis === 'x' ? device.width : device.depth;
  const count = Math.floor((size - 2 * device.firstGroove) / device.groovePitch + 1e-9) + 1;
  const walls = Array.from({ length: count }, (_, i) => ({
    groove: i + 1,
    wall: device.firstGroove + i * device.groovePitch - (outwards * device.grooveWidth) / 2,
  }));
  const open = walls.filter((w) => outwards * (w.wall - at) > 0).sort((a, b) => outwards * (a.wall - b.wall));
  return open.length === 0 ? null : { groove: open[0].groove, sizeMm: Math.abs(open[0].wall - at) };
}

/** "8.000 mm (5.000 + 3.000)": a length with the blocks of the shop that make it. */
function blocksInWords(mm: number, gaugeSets: Shop['gaugeSets'], speech: Speech): string {
  if (gaugeSets.length === 0) return speech.sizeWithUnit(mm);
  const stacks = gaugeSets.flatMap(
    ({ set }) =>
      gaugeBlocks(
        mm,
        GAUGE_SETS.find((g) => g.name === set)!,
      ) ?? [],
  );
  const [least] = [...stacks].sort((a, b) => a.blocks.length - b.blocks.length);
  return `${speech.sizeWithUnit(mm)} (${least ? least.blocks.map((b) => speech.size(b)).join(' + ') : 'no set of the shop makes it'})`;
}

function blockWords({
  axis,
  device,
  at,
  speech,
  side,
  gaugeSets,
}: {
  readonly axis: 'x' | 'y';
  readonly device: FlatDevice;
  readonly at: number;
  readonly speech: Speech;
  readonly side: string;
  readonly gaugeSets: Shop['gaugeSets'];
}): string {
  const block = gaugeBlock(axis, device, side, at);
  const edge = axis === 'x' ? 'left' : 'front';
  if (!block) return `Gauge blocks ${blocksInWords(at, gaugeSets, speech)} from the ${edge} edge`;
  return `Gauge blocks ${blocksInWords(block.sizeMm, gaugeSets, speech)} from a strip in groove ${block.groove} (counted from the ${edge})`;
}

/** What keeps a part that the cut frees, as the operator must run it. */
function keptWords(
  {
    hold: {
      separation: { way, tabs, skin },
    },
  }: HoldSetup<'flat'>,
  speech: Speech,
  jet: boolean,
): string[] {
  if (way === 'tabs')
    return [
      `Each part stays in the sheet by ${tabs.count} tabs, ${speech.sizeWithUnit(tabs.width)} wide and ${speech.sizeWithUnit(tabs.height)} high: ${jet ? 'the jet must be off over them' : 'the cutter must lift over them'}.`,
    ];
  return way === 'skin'
    ? [
        `Rough down to a skin of ${speech.sizeWithUnit(skin.leave)}; then one light pass through it, ${speech.sizeWithUnit(skin.offWall)} off the wall.`,
      ]
    : [];
}

/** The pins along the edges where they stand, and for which edge. */
function edgeSteps({ setup: { hold }, speech }: FlatSteps, edge: SeatedEdge): string[] {
  const { signed, size } = speech;
  const standing = standingPins(edge);
  if (standing.length === 0) return [];
  const each = standing.map(({ name, stands: { center } }) => `${name} at X ${signed(center.x)} Y ${signed(center.y)}`);
  const which = hold.edgePins?.edge === 'finished' ? 'the finished edge' : 'the edge as it is loaded';
  return [
    `Pins, diameter ${size(hold.pinDiameter)}, set for ${which}; their middles: ${each.join('; ')}.`,
    `Part against all of them: ${andList(standing.map((p) => p.name))}.`,
  ];
}

/** The jig where it is set, and which side looks up where the outline does not tell. */
function nestSteps({ setup: { hold, jig }, seat, speech, otherSide }: FlatSteps): string[] {
  const { x, y } = hold.nest!;
  const { signed, sizeWithUnit } = speech;
  return [
    `Jig set so that the left front corner of the finished part comes to X ${signed(x)} Y ${signed(y)}; it leaves ${sizeWithUnit(jig.fit)} all round.`,
    'Part into the jig.',
    ...(otherSide ? [`It goes in with the other side up too: the ${PART_SIDE[seat.orientation.up]} looks up.`] : []),
  ];
}

/** What locates the part in X and Y. */
function beside(input: FlatSteps): string[] {
  if (input.dowels) return dowelSteps(input, input.dowels);
  if (input.edge) return edgeSteps(input, input.edge);
  if (against(input.setup.hold, 'x') === 'nest') return nestSteps(input);
  return [setAgainst('y', input), setAgainst('x', input)];
}

/** What the operator does to load a part that lies flat, in order. */
export function flatSteps(input: FlatSteps): string[] {
  const { setup, seat, device, bond, speech, clamps, pull } = input;
  const kind = flatKindOf(device);
  const plate = setup.hold;
  const { film = 0 } = seat.locators.z;
  const stuck = bond
    ? {
        'double-sided tape': [
          `Degrease both faces; ${bond.name} on the underside, ${speech.sizeWithUnit(plate.bondInset)} inside the outline, rolled on without bubbles.`,
        ],
        adhesive: [
          `Degrease both faces; ${bond.name} thin on the underside, ${speech.sizeWithUnit(plate.bondInset)} inside the outline.`,
        ],
        'tape and glue': [
          `Tape on the ${device.kind} and on the part's underside, ${speech.sizeWithUnit(plate.bondInset)} inside the outline; glue (${bond.name}) between the two tapes.`,
        ],
      }[bond.kind]
    : [];
  return [
    `Clean the ${device.kind} and the part's underside; no chips, no burrs.`,
    ...(plate.under > 0 ? [`Packing ${speech.sizeWithUnit(plate.under)} thick on the ${device.kind}.`] : []),
    ...kind.steps.before(device, plate, pull, speech),
    ...stuck,
    ...(bond && plate.backing ? [`Leave the backing film on: ${plate.backing}.`] : []),
    ...beside(input),
    ...(film > 0 ? [`The film stays on underneath: it counts with ${speech.sizeWithUnit(film)}.`] : []),
    `Part down: ${touchedFace(seat.rest)} on the ${seat.locators.z.name}.`,
    ...(bond ? ['Press down all over, hardest in the middle, and give it its time.'] : []),
    ...(bond?.cures ? [`Let the ${bond.name} cure for ${bond.cures} h before anything pulls at the part.`] : []),
    ...kind.steps.after(device, plate),
    ...clamps.map((c) => `${capital(c)}.`),
    ...(plate.pinsOut && AXES_ACROSS.some((a) => ['pins', 'fence', 'edge pins'].includes(against(plate, a)))
      ? ['Take the pins out before cutting.']
      : []),
    ...keptWords(setup, speech, device.kind === 'support grid'),
  ];
}

/** What of a plate holds the part down, in the order in which it is taken away. */
export interface HeldBy {
  readonly device: FlatDevice;
  readonly setup: HoldSetup<'flat'>;
  readonly bond: Bond | null;
  readonly kinds: readonly Clamp['kind'][];
}

const pulls = ({ device, setup: { hold } }: HeldBy) => flatKindOf(device).letGo(device, hold);

/** How a part on a plate is let go, as the end of "stop the spindle, put the tool away, then". */
export function flatOpens(by: HeldBy): string {
  const has = (...kinds: Clamp['kind'][]) => by.kinds.some((k) => kinds.includes(k));
  const ways = [
    ...(has('strap', 'edge clamp') ? ['loosen the clamps'] : []),
    ...(has('screw', 'nail') ? ['take out the fasteners'] : []),
    ...(has('weight') ? ['lift off the weights'] : []),
    ...(pulls(by) ? [pulls(by)!.opens] : []),
  ];
  return ways.length > 0 ? ways.join(' and ') : 'take the part off';
}

export function flatRelease(by: HeldBy): string[] {
  const { device, setup, bond, kinds } = by;
  const bolted = kinds.filter((k) => k !== 'weight');
  return [
    ...(bolted.length > 0 ? ['Hold the part, loosen clamps and fasteners in the reverse order.'] : []),
    ...(kinds.length > bolted.length ? ['Lift the weights straight up, so that they do not drag the part.'] : []),
    ...(pulls(by) ? [pulls(by)!.step] : []),
    ...(bond
      ? [
          bond.release ? `Take the part off: ${bond.release}.` : 'Take the part off with a thin blade from the side.',
          'Clean off what sticks to part and device.',
        ]
      : []),
    ...(setup.hold.separation.way === 'tabs' ? ['Cut the tabs through beside the part and dress them.'] : []),
    `Brush the ${device.kind} clean.`,
  ];
}
