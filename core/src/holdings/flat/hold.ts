import { vec, type Box3, type Vec3 } from '../../frames';
import { carriersHigh, LOCATED_SIDE, restHeight } from './seat';
import { liesFlat } from '../../seat';
import type { Bond, FlatDevice } from '../../shop';
import type { Outlines } from '../../solid';
import type { HoldIn } from '../../job';
import { nestTrouble } from './nest';
import { edgeLocators } from './edge';
import { dowelsInMetal, dowelsStanding, dowelTrouble } from './dowels';
import { against } from './against';
import { clampEffects, namesOfClamps } from './clamps';
import type { ClampEffect } from './anchor';
import { circle, ownWeight, rectangleRing, type HoldOf } from '../../hold/input';
import { signedArea } from '../../hold/rings';
import { flatOpens, flatRelease, flatSteps, type HeldBy } from './steps';
import { flatKindOf } from './kinds';
import { overhangOf } from './suction';
import { warmFactor } from '../../hold/sums';
import type { Figure, FreedPart, HoldContact, HoldFacts, HoldForce, HoldTrouble, Obstacle } from '../../hold/types';
import { patchOf, RIGID } from '../../hold/patch';
import { openOnFlat } from './open';
import { boxOf, farthestPoints, undersideOf, type Underside } from './underside';

const FENCE_ENDS_MM = 20;

/** What a bond holds on the area that sticks. */
function bondContact(bond: Bond, stuck: Outlines, factor: number, { kernel, seat }: HoldOf<FlatDevice>): HoldContact[] {
  const points = farthestPoints(stuck, seat.locators.z.at);
  if (points.length < 3) return [];
  const areaMm2 = kernel.flatArea(stuck);
  const sticks = (areaMm2 * bond.share * factor) / 100;
  // a part that is lifted peels from a corner: the front there is no longer than the area is narrow
  const { min, max } = boxOf(stuck, 0);
  const front = Math.min(max.x - min.x, max.y - min.y);
  const peel = bond.peelNPerMm > 0 ? bond.peelNPerMm * front * factor : Infinity;
  return [
    {
      name: bond.kind,
      kind: 'bond',
      points,
      inward: vec(0, 0, 1),
      areaMm2,
      friction: 0,
      forceN: 0,
      pullN: Math.min(sticks * bond.pullMPa, peel),
      shearN: sticks * bond.shearMPa,
      patch: boxOf(stuck, seat.locators.z.at),
    },
  ];
}

/** What carries an area from below. */
function restContact(name: string, on: Outlines, { kernel, seat, device }: HoldOf<FlatDevice>): HoldContact[] {
  const points = farthestPoints(on, seat.locators.z.at);
  if (points.length < 3) return [];
  return [
    {
      name,
      kind: 'locator',
      points,
      inward: vec(0, 0, 1),
      areaMm2: kernel.flatArea(on),
      surface: seat.rest.surface,
      friction: device.friction,
      ...RIGID,
      patch: boxOf(on, seat.locators.z.at),
    },
  ];
}

/**
 * A pin or fence still holds a part that is cut free where it stands against the part itself, not against stock that
 * is gone.
 */
function standsAgainst({ patch }: HoldContact, box: Box3): boolean {
  const near = (a: number, b: number) => Math.abs(a - b) < 0.05;
  // a row of pins and a fence are flat one way, a pin along an edge both ways
  return (['x', 'y'] as const).some((flat) => {
    const along = flat === 'x' ? 'y' : 'x';
    return (
      patch.max[flat] - patch.min[flat] < 1e-9 &&
      (near(patch.min[flat], box.min[flat]) || near(patch.min[flat], box.max[flat])) &&
      patch.max[along] > box.min[along] &&
      patch.min[along] < box.max[along]
    );
  });
}

/** What acts on the underside and on the part, before it falls into several. */
interface ActingOn {
  readonly restName: string;
  readonly bonded: (on: Outlines) => HoldContact[];
  readonly pins: readonly HoldContact[];
  /** of clamps */
  readonly onPart: readonly HoldContact[];
  readonly forces: readonly HoldForce[];
}

/**
 * Parts that a cut frees, each by itself: what bears under it, and of clamps, suction, weights and pins what acts on
 * it.
 */
function freedParts(input: HoldOf<FlatDevice>, held: Outlines, acting: ActingOn): FreedPart[] {
  const { kernel } = input;
  const { restName, bonded, pins, onPart, forces } = acting;
  return held
    .filter((ring) => signedArea(ring) > 0)
    .map((outer) => {
      const on = kernel.flatCommon(held, [outer]);
      const box = boxOf(on, input.seat.locators.z.at);
      const here = ({ x, y }: Vec3) =>
        kernel.flatArea(kernel.flatCommon([outer], [rectangleRing(x - 0.01, y - 0.01, x + 0.01, y + 0.01)])) > 0;
      return {
        areaMm2: kernel.flatArea(on),
        box,
        contacts: [
          ...restContact(restName, on, input),
          ...bonded(on),
          ...pins.filter((c) => standsAgainst(c, box)),
          ...onPart.filter((c) => here(c.points[0])),
        ],
        forces: forces.filter((f) => here(f.at)),
      };
    });
}

/** Pins and fences that stand against the part: as contacts, and as what is in the way. */
function locatorsOf(input: HoldOf<FlatDevice>): { contacts: HoldContact[]; obstacles: Obstacle[] } {
  const { setup, seat, device } = input;
  const plate = setup.hold;
  const contacts: HoldContact[] = [];
  const obstacles: Obstacle[] = dowelsStanding(input);
  if (plate.pinsOut || plate.dowels || against(plate, 'x') === 'nest') return { contacts, obstacles };
  if (input.edge) return edgeLocators(input, input.edge);
  for (const axis of ['x', 'y'] as const) {
    const { by, side, at, pins } = plate[axis];
    if (by !== 'pins' && by !== 'fence') continue;
    const outwards = LOCATED_SIDE[side][0] === '+' ? 1 : -1;
    const r = plate.pinDiameter / 2;
    const swap = (along: number, across: number): [number, number] =>
      axis === 'x' ? [along, across] : [across, along];
    if (seat[axis].touches)
      contacts.push({
        name: seat.locators[axis].name,
        kind: 'locator',
        ...patchOf(seat[axis], at),
        areaMm2: seat[axis].flatAreaMm2,
        friction: device.friction,
        ...RIGID,
      });
    if (by === 'fence') {
      // a fence is as long as the part's side, and a little more
      const across = axis === 'x' ? 'y' : 'x';
      const [a, b] = [
        swap(at, seat.loadedBox.min[across] - FENCE_ENDS_MM),
        swap(at + outwards * plate.pinDiameter, seat.loadedBox.max[across] + FENCE_ENDS_MM),
      ];
      obstacles.push({
        name: `${side} fence`,
        footprint: [rectangleRing(a[0], a[1], b[0], b[1])],
        from: 0,
        to: plate.pinHeight,
        cuttable: false,
      });
    } else {
      pins.forEach((p, i) =>
        obstacles.push({
          name: pins.length === 1 ? `${side} pin` : `${side} pin ${i + 1}`,
          footprint: [circle(...swap(at + outwards * r, p), r)],
          from: 0,
          to: plate.pinHeight,
          cuttable: false,
        }),
      );
    }
  }
  return { contacts, obstacles };
}

function figuresOf(
  { seat, setup, speech, kernel }: HoldOf<FlatDevice>,
  {
    under,
    pull,
    bond,
    freed,
    clamps,
    stuck,
    warm,
  }: {
    under: Underside;
    pull: { readonly figures: readonly Figure[] };
    bond: Bond | null;
    freed: readonly FreedPart[];
    clamps: readonly ClampEffect[];
    stuck: Outlines;
    warm: number;
  },
): Figure[] {
  const areaMm2 = kernel.flatArea(under.held);
  const lies = liesFlat(seat) ? speech.area(areaMm2) : `nothing flat on the ${seat.locators.z.name}`;
  return [
    { label: under.alone ? 'Underside, cut free' : 'Underside', value: lies },
    ...pull.figures,
    ...(freed.length > 1
      ? [{ label: `Smallest of ${freed.length} parts`, value: speech.area(Math.min(...freed.map((f) => f.areaMm2))) }]
      : []),
    ...(bond
      ? [
          {
            label: 'Sticks',
            value: `${speech.area(kernel.flatArea(stuck))}, ${Math.round(warm * 100)} % of its strength at ${setup.hold.temperature} °C`,
          },
        ]
      : []),
    ...clamps.flatMap((c) =>
      c.contacts.filter((x) => x.forceN > 0).map((x) => ({ label: x.name, value: speech.force(x.forceN) })),
    ),
    ...clamps.flatMap((c) => c.forces.map((f) => ({ label: f.name, value: `${speech.force(-f.forceN.z)} down` }))),
  ];
}

/** A bond that is asked for and not in the shop, or too warm to hold. */
function bondTrouble(hold: HoldIn<'flat'>, bond: Bond | null, warm: number): HoldTrouble[] {
  if (!bond) return hold.bond ? [{ kind: 'bond-not-chosen' }] : [];
  return warm === 0 ? [{ kind: 'bond-too-warm', at: hold.temperature, noneAt: bond.noneAt }] : [];
}

const ownTrouble = (input: HoldOf<FlatDevice>, bond: Bond | null, warm: number): HoldTrouble[] => [
  ...bondTrouble(input.setup.hold, bond, warm),
  ...dowelTrouble(input),
  ...dowelsInMetal(input),
  ...nestTrouble(input),
];

/** What the steps tell of what stands beside the part. */
const beside = ({ dowels, edge, shop }: HoldOf<FlatDevice>, trouble: readonly HoldTrouble[]) => ({
  dowels: dowels ?? null,
  edge: edge ?? null,
  gaugeSets: shop.gaugeSets ?? [],
  otherSide: trouble.some((t) => t.kind === 'nest-fits-otherwise' && t.otherSide),
});

/** A part that lies flat: what carries it, what it is set against, and whatever presses, sucks or sticks it down. */
export function holdOnFlat(input: HoldOf<FlatDevice>): HoldFacts {
  const { device, setup, seat, speech, shop, kernel } = input;
  const bond = shop.bonds.find((b) => b.id === setup.hold.bond) ?? null;
  const under = undersideOf(input);
  const { film = 0 } = seat.locators.z;
  const rest = restHeight(device, { ...setup.hold, film }, bond);
  const clamps = clampEffects(input);
  const kind = flatKindOf(device);
  const pull = kind.pull(input);
  const located = locatorsOf(input);
  const warm = bond ? warmFactor(setup.hold.temperature, bond.fullTo, bond.noneAt) : 1;
  const taped = bond ? kernel.offset(under.loaded, -setup.hold.bondInset) : [];
  const stuck = kernel.flatCommon(taped, under.held);
  const bonded = (on: Outlines) => (bond ? bondContact(bond, kernel.flatCommon(stuck, on), warm, input) : []);
  const restName = bond ? device.kind : seat.locators.z.name;
  const onPart = clamps.flatMap((c) => c.contacts);
  const pressing = [...pull.forces, ...clamps.flatMap((c) => c.forces)];
  const contacts: HoldContact[] = [
    ...restContact(restName, under.held, input),
    ...located.contacts,
    ...onPart,
    ...bonded(under.held),
  ];
  const freed = under.alone
    ? freedParts(input, under.held, { restName, bonded, pins: located.contacts, onPart, forces: pressing })
    : [];
  const kinds = setup.hold.clamps.flatMap((c) => shop.clamps.filter((x) => x.id === c.clamp).map((x) => x.kind));
  const by: HeldBy = { device, setup, bond, kinds };
  const own = ownTrouble(input, bond, warm);
  return {
    kind: device.kind,
    frees: under.frees,
    top: kind.top(device, rest),
    open: openOnFlat(input, carriersHigh(device)),
    vise: null,
    wall: null,
    contacts,
    forces: [...ownWeight(input), ...pressing],
    freed,
    obstacles: [...located.obstacles, ...clamps.flatMap((c) => c.obstacles)],
    clampNames: namesOfClamps(setup.hold.clamps, shop.clamps),
    drawn: [...pull.drawn, ...(bond ? [{ role: 'bond' as const, outlines: taped }] : [])],
    trouble: [...clamps.flatMap((c) => c.trouble), ...pull.trouble, ...own],
    overhangMm: device.kind === 'vacuum pods' ? overhangOf(input, device) : 0,
    overEdgeMm2: under.overEdgeMm2,
    figures: figuresOf(input, { under, pull, bond, freed, clamps, stuck, warm }),
    steps: flatSteps({
      setup,
      seat,
      device,
      bond,
      speech,
      ...beside(input, own),
      clamps: clamps.map((c) => c.step).filter((s) => s !== ''),
      pull,
    }),
    release: flatRelease(by),
    opens: flatOpens(by),
  };
}
