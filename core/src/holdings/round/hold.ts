import { add, byAxis, scale, vec, type Vec3 } from '../../frames';
import { isRoundGrip, turnsAbout } from './seat';
import type { Gripped, SeatFacts } from '../../seat';
import type { HoldIn } from '../../job';
import { familyOf, type Device, type RoundDevice } from '../../shop';
import { circle, ownWeight, rectangleRing, type HoldOf } from '../../hold/input';
import { roundRelease, roundSteps } from './steps';
import { supportHeight } from './carriers';
import { pressureRows } from './pressure';
import { tailstockAt } from './tailstock';
import { jawsOf, wallInJaws } from './wall';
import { cantileverDeflectionMm, grippingForceN, roundInertiaMm4 } from '../../hold/sums';
import type { Figure, HoldContact, HoldFacts, Obstacle } from '../../hold/types';
import { patchOf, RIGID } from '../../hold/patch';
import { openAbove } from '../../hold/open';

const TAILSTOCK = 'tailstock';
const CENTRE = 'tailstock centre';
const SUPPORT = 'support';

/** The cone of a tailstock. */
export const isCentre = ({ name }: Pick<HoldContact, 'name'>): boolean => name === CENTRE;

/** A support is set up to the part once it is gripped: it carries, and decides nothing. */
export const isSupport = ({ name }: Pick<HoldContact, 'name'>): boolean => name.startsWith(SUPPORT);

/** The axis' direction and two square to it, so that angles run from the first towards the second. */
function axesOf(device: RoundDevice): { along: Vec3; u: Vec3; v: Vec3 } {
  return turnsAbout(device) === 'z'
    ? { along: vec(0, 0, 1), u: vec(1, 0, 0), v: vec(0, 1, 0) }
    : { along: vec(1, 0, 0), u: vec(0, 1, 0), v: vec(0, 0, 1) };
}

/** Force on the part, all jaws together, at its speed. */
export const gripForceN = ({ device, setup }: Pick<HoldOf<RoundDevice>, 'device' | 'setup'>) =>
  forceAtSpeed(device, setup.hold);

/** The same for a speed and a share of the device's force, percent. rpm null: it stands still. */
export function forceAtSpeed(
  device: RoundDevice,
  { rpm, forceShare }: Pick<HoldIn<'round'>, 'rpm' | 'forceShare'>,
): { staticN: number; turningN: number } {
  const staticN = (device.staticForceN * forceShare) / 100;
  if (device.kind !== 'chuck') return { staticN, turningN: staticN };
  const jaws = { count: device.jawCount, massKg: device.jawMassKg, radiusMm: device.jawRadius };
  return { staticN, turningN: grippingForceN(staticN, rpm ?? 0, jaws) };
}

/** What grips a part on a lathe: a chuck or a collet; null: something else. */
export const turningChuck = (device: Device): RoundDevice | null =>
  familyOf(device) === 'round' && turnsAbout(device as RoundDevice) === 'z' ? (device as RoundDevice) : null;

/** How far the part gives at its free end under 100 N, and how many diameters it stands out. */
function overhang(
  { seat, device, material }: HoldOf<RoundDevice>,
  gripped: Gripped,
): { lengthMm: number; diameters: number; givesMm: number | null } {
  const lengthMm = Math.max(0, seat.loadedBox.max[turnsAbout(device)] - gripped.to);
  const d = Math.min(...gripped.across);
  return {
    lengthMm,
    diameters: lengthMm / d,
    givesMm: material ? cantileverDeflectionMm(100, lengthMm, material.youngGPa, roundInertiaMm4(d)) : null,
  };
}

type RoundInput = HoldOf<RoundDevice> & { readonly gripped: Gripped | null };

/** A jaw of them among all contacts: of what closes only the tailstock is none. */
export const isJaw = (c: Pick<HoldContact, 'kind' | 'name'>): boolean => c.kind === 'clamp' && c.name !== TAILSTOCK;

/** Each jaw, evenly around. */
function jawContacts({ device, gripped }: RoundInput, turningN: number): HoldContact[] {
  if (!gripped) return [];
  const { along, u, v } = axesOf(device);
  const { count, width } = jawsOf(device);
  const radius = Math.min(...gripped.across) / 2;
  return Array.from({ length: count }, (_, i): HoldContact => {
    const angle = (2 * Math.PI * i) / count + Math.PI / 2;
    const out = add(scale(u, Math.cos(angle)), scale(v, Math.sin(angle)));
    const points = [gripped.from, gripped.to].map((a) => add(scale(out, radius), scale(along, a)));
    const low = byAxis((a) => Math.min(points[0][a], points[1][a]));
    const high = byAxis((a) => Math.max(points[0][a], points[1][a]));
    return {
      name: `jaw ${i + 1}`,
      kind: 'clamp',
      points,
      inward: scale(out, -1),
      areaMm2: Math.min(width, (2 * Math.PI * radius) / count) * (gripped.to - gripped.from),
      friction: device.friction,
      ...RIGID,
      forceN: turningN / count,
      patch: { min: low, max: high },
    };
  });
}

/** What the part's end stands on, where it stands on anything. */
function endContact({ device, setup, seat }: RoundInput): HoldContact[] {
  const axial = turnsAbout(device);
  const end = axial === 'z' ? seat.rest : seat.x;
  if (!end.touches || (setup.hold.restHeight !== 0 && device.kind !== 'rotary axis')) return [];
  const { name, at } = seat.locators[axial];
  const areaMm2 = end.flatAreaMm2;
  return [{ name, kind: 'locator', ...patchOf(end, at), areaMm2, friction: device.friction, ...RIGID }];
}

/** Tailstock and supports of a rotary axis. */
function supportContacts({ device, setup, seat }: RoundInput): HoldContact[] {
  if (device.kind !== 'rotary axis') return [];
  const { along } = axesOf(device);
  const far = scale(along, seat.loadedBox.max[turnsAbout(device)]);
  const alike = { areaMm2: 0, friction: device.friction, ...RIGID };
  const tailstock: HoldContact = {
    name: TAILSTOCK,
    kind: 'clamp',
    points: [far],
    inward: scale(along, -1),
    ...alike,
    forceN: device.tailstockForceN,
    patch: { min: far, max: far },
  };
  // its cone keeps the end from going aside, whichever way it is pushed
  const centre = [vec(0, 1, 0), vec(0, -1, 0), vec(0, 0, 1), vec(0, 0, -1)].map((inward): HoldContact => ({
    ...{ name: CENTRE, kind: 'locator', points: [far], inward, ...alike, friction: 0 },
    patch: { min: far, max: far },
  }));
  const z = seat.loadedBox.min.z;
  const supports = setup.hold.supports.map((x, i): HoldContact => ({
    name: `${SUPPORT} ${i + 1}`,
    kind: 'locator',
    points: [vec(x, 0, z)],
    inward: vec(0, 0, 1),
    ...alike,
    patch: { min: vec(x - 5, 0, z), max: vec(x + 5, 0, z) },
  }));
  return [...(setup.hold.tailstock ? [tailstock, ...centre] : []), ...supports];
}

function grippedFigures(input: RoundInput, gripped: Gripped): Figure[] {
  const { speech } = input;
  const [first, second] = gripped.across;
  const { lengthMm, diameters, givesMm } = overhang(input, gripped);
  const gives = givesMm === null ? '' : `; gives ${speech.sizeWithUnit(givesMm)} under ${speech.force(100)} at its end`;
  return [
    isRoundGrip(gripped)
      ? { label: 'Grips diameter', value: speech.sizeWithUnit(Math.min(first, second)) }
      : { label: 'Grips, not round', value: `${speech.size(first)} by ${speech.sizeWithUnit(second)}` },
    { label: 'Grip length', value: speech.sizeWithUnit(gripped.to - gripped.from) },
    input.setup.hold.tailstock
      ? { label: 'From the jaws to the tailstock', value: speech.sizeWithUnit(lengthMm) }
      : { label: 'Stands out', value: `${speech.sizeWithUnit(lengthMm)}, ${diameters.toFixed(1)} diameters${gives}` },
  ];
}

/** What a cut must stay above: the jaws of a chuck that stands. Below a part that lies along an axis is nothing. */
export const topOfRound = (device: RoundDevice): HoldFacts['top'] =>
  turnsAbout(device) === 'z'
    ? { z: device.gripLength, name: 'jaw ends', wantedMm: 1, beside: true }
    : { z: -1e9, name: 'base', wantedMm: 0 };

/** A round part gripped about an axis: jaws, end stop, tailstock and supports. */
export function holdRound(input: RoundInput): HoldFacts {
  const { device, setup, seat, speech, gripped } = input;
  const { staticN, turningN } = gripForceN(input);
  const upright = turnsAbout(device) === 'z';
  const wall = gripped ? wallInJaws(input, gripped, staticN) : null;
  const left = `${speech.force(turningN)} of ${speech.force(staticN)} left at ${setup.hold.rpm} 1/min`;
  return {
    kind: device.kind,
    frees: false,
    top: topOfRound(device),
    open: openAbove(upright ? device.gripLength : -1e6),
    vise: null,
    wall,
    contacts: [...jawContacts(input, turningN), ...endContact(input), ...supportContacts(input)],
    forces: ownWeight(input),
    freed: [],
    obstacles: [...bodies(device, seat, setup.hold.tailstock), ...carriersOn(setup.hold)],
    drawn: [],
    trouble: [],
    overhangMm: 0,
    overEdgeMm2: 0,
    figures: [
      ...(gripped ? grippedFigures(input, gripped) : []),
      { label: 'Gripping force', value: turningN === staticN ? speech.force(staticN) : left },
      ...pressureRows({ device, setup, material: input.material, speech }, staticN, wall),
      ...(device.kind === 'rotary axis' ? rotaryFigures(input, device) : []),
    ],
    steps: roundSteps({ setup, seat, device, speech, forceN: staticN, gripped, flatSides: seat.y.flatAreaMm2 > 1 }),
    release: roundRelease(device, setup.hold.tailstock),
    opens: device.kind === 'collet' ? 'open the collet' : 'open the chuck',
  };
}

function rotaryFigures(
  { setup, seat, speech }: HoldOf<RoundDevice>,
  device: Extract<RoundDevice, { kind: 'rotary axis' }>,
): Figure[] {
  const stands = tailstockAt(device, seat);
  return [
    ...(setup.hold.tailstock && stands
      ? [
          {
            label: 'Tailstock tip at',
            value: `X ${speech.signed(stands.tip)} from the chuck's face${stands.onScale === null ? '' : `, ${speech.size(stands.onScale)} on its scale`}`,
          },
        ]
      : []),
    ...setup.hold.supports.map((x, i) => ({
      // a carrier turns in its support: that stays where it is while the axis turns
      label: `${setup.hold.roundCarrier ? 'Carrier' : 'Support'} ${i + 1}`,
      value: `X ${speech.signed(x)}, set ${speech.sizeWithUnit(supportHeight(device, seat, setup.hold))} above the base`,
    })),
  ];
}

/** Round carriers go round with the part: nothing is cut under them. */
const carriersOn = ({ roundCarrier, supports }: HoldIn<'round'>): Obstacle[] =>
  roundCarrier
    ? supports.map((x, i): Obstacle => {
        const [half, r] = [roundCarrier.width / 2, roundCarrier.diameter / 2];
        return {
          ...{ name: `carrier ${i + 1}`, footprint: [rectangleRing(x - half, -r, x + half, r)] },
          ...{ from: -r, to: r, cuttable: false },
        };
      })
    : [];

function bodies(device: RoundDevice, seat: SeatFacts, tailstock: boolean): Obstacle[] {
  const r = device.bodyDiameter / 2;
  if (turnsAbout(device) === 'z') {
    const jaw = Math.max(0, ...['x', 'y'].map((a) => Math.abs(seat.loadedBox.max[a as 'x' | 'y'])));
    return [
      { name: 'body', footprint: [circle(0, 0, r)], from: -device.bodyHeight, to: 0, cuttable: false },
      {
        name: 'jaws',
        footprint: [circle(0, 0, Math.min(r, jaw + 20)), [...circle(0, 0, jaw)].reverse()],
        from: 0,
        to: device.gripLength,
        cuttable: false,
      },
    ];
  }
  const far = seat.loadedBox.max.x;
  return [
    {
      name: 'chuck',
      footprint: [rectangleRing(-device.bodyHeight, -r, device.gripLength, r)],
      from: -r,
      to: r,
      cuttable: false,
    },
    ...(tailstock
      ? [
          {
            name: 'tailstock',
            footprint: [rectangleRing(far, -r / 2, far + device.bodyHeight, r / 2)],
            from: -r,
            to: r / 2,
            cuttable: false,
          },
        ]
      : []),
  ];
}
