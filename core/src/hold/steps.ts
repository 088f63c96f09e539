import type { HoldSetup } from './input';
import { pocketOf, restIn, touchedFace, type Gripped, type SeatFacts } from '../seat';
import type { Bond, Clamp, FlatDevice, RoundDevice, Vise } from '../shop';
import { capital, type Speech } from '../units';

/**
 * What the operator does to load a vise, in order.
 * @param spacerMm what stands between the jaws' faces while a pocket is cut: their distance when the part is gripped
 */
export function viseSteps(setup: HoldSetup, seat: SeatFacts, vise: Vise, speech: Speech, spacerMm: number): string[] {
  const rest = restIn(vise, setup);
  const { stop, closing } = setup;
  const pocket = pocketOf(setup);
  return [
    'Clean jaws, bed and the faces that touch; no chips, no burrs.',
    ...(pocket ? [`Put in the soft jaws with the pocket for this part, ${speech.sizeWithUnit(pocket.depth)} deep, ledges ${speech.sizeWithUnit(pocket.ledge)} wide; it was cut with the vise closed on a spacer ${speech.sizeWithUnit(spacerMm)} thick, to the same torque, its ${stop.side} wall at X ${speech.signed(stop.position)} from the jaws' left end.`] : []),
    ...(closing.softJaws.on && !pocket ? [`Put in the soft jaws with the pocket for this part, ${speech.sizeWithUnit(closing.softJaws.depth)} deep; the pocket was cut with the vise closed to the same torque.`] : []),
    ...(rest.name === 'parallels' ? [`Parallels ${speech.sizeWithUnit(rest.height)} high against both jaws.`] : rest.name === 'jaw steps' ? [`Part on the jaw steps, ${speech.sizeWithUnit(rest.height)} above the bed.`] : rest.name === 'pocket floor' ? [`Part on the floor of the pocket, ${speech.sizeWithUnit(rest.height)} above the bed.`] : ['Part on the bed, no parallels.']),
    ...(pocket ? [] : [`Stop on the ${stop.side}: X ${speech.signed(stop.position)} from the jaws' left end, ${speech.sizeWithUnit(stop.fromJaw)} in front of the fixed jaw, ${speech.sizeWithUnit(stop.height)} above the bed.`]),
    `Part in: ${touchedFace(seat.rest)} down, ${touchedFace(seat.y)} to the fixed jaw, ${pocket ? `${touchedFace(seat.x)} to the ${stop.side}, all of it in the pocket` : `${touchedFace(seat.x)} against the stop`}.`,
    ...setup.further.map((p, i) => `Piece ${i + 2} in the same way, its ${pocket ? 'pocket wall' : 'stop'} at X ${speech.signed(stop.position + p.x)}.`),
    ...(setup.further.length > 0 ? ['All pieces of one width: the widest takes the force, a narrower one stays loose. Paper or soft strip between jaw and pieces evens it out.'] : []),
    'Close until snug.',
    ...(rest.name === 'parallels' ? ['Tap the part down until neither parallel moves.'] : []),
    closing.torque === null ? `Tighten to the rated ${speech.torque(vise.ratedTorqueNm)}.` : `Tighten to ${speech.torque(closing.torque)}, not more.`,
    ...(rest.name === 'parallels' ? ['Try both parallels again: they must not move.'] : []),
  ];
}

export function viseRelease(setup: HoldSetup, vise: Vise): string[] {
  const { name } = restIn(vise, setup);
  return ['Hold the part while the jaw opens.', name === 'parallels' ? 'Take out the parallels, brush jaws and bed clean.' : name === 'pocket floor' ? 'Brush the pocket and the bed clean.' : 'Brush jaws and bed clean.'];
}

interface FlatSteps {
  readonly setup: HoldSetup;
  readonly seat: SeatFacts;
  readonly device: FlatDevice;
  readonly bond: Bond | null;
  readonly speech: Speech;
  readonly clamps: readonly string[];
  readonly suction: readonly string[];
}

function setAgainst(axis: 'x' | 'y', { setup, seat, speech, device }: FlatSteps): string {
  const { by, side, at, pins } = setup.plate[axis];
  const face = touchedFace(seat[axis]);
  const [name, edge] = axis === 'x' ? ['X', 'left'] : ['Y', 'front'];
  switch (by) {
    case 'pins': return `${capital(side)} ${pins.length === 1 ? 'pin' : 'pins'}, diameter ${speech.size(setup.plate.pinDiameter)}, at ${axis === 'x' ? 'Y' : 'X'} ${pins.map((p) => speech.signed(p)).join(' and ')}: ${face} against ${pins.length === 1 ? 'it' : 'them'}.`;
    case 'fence': return `${capital(face)} against the ${side} fence.`;
    case 'gauge blocks': return `${blockWords(axis, device, at, speech, side)}: ${face} against the blocks, then take them out.`;
    case 'hand': return `${capital(face)} laid to ${name} ${speech.signed(at)} from the ${edge} edge; touch off every part.`;
  }
}

/** Gauge blocks between the part and the nearest groove's wall on the plate; on other devices, from the edge. */
export function gaugeBlock(axis: 'x' | 'y', device: FlatDevice, side: string, at: number): { readonly groove: number; readonly sizeMm: number } | null {
  if (device.kind !== 'vacuum plate') return null;
  const outwards = side === 'left' || side === 'front' ? -1 : 1;
  const size = axis === 'x' ? device.width : device.depth;
  const count = Math.floor((size - 2 * device.firstGroove) / device.groovePitch + 1e-9) + 1;
  const walls = Array.from({ length: count }, (_, i) => ({ groove: i + 1, wall: device.firstGroove + i * device.groovePitch - (outwards * device.grooveWidth) / 2 }));
  const open = walls.filter((w) => outwards * (w.wall - at) > 0).sort((a, b) => outwards * (a.wall - b.wall));
  return open.length === 0 ? null : { groove: open[0].groove, sizeMm: Math.abs(open[0].wall - at) };
}

function blockWords(axis: 'x' | 'y', device: FlatDevice, at: number, speech: Speech, side: string): string {
  const block = gaugeBlock(axis, device, side, at);
  if (!block) return `Gauge blocks ${speech.sizeWithUnit(at)} from the ${axis === 'x' ? 'left' : 'front'} edge`;
  return `Gauge blocks ${speech.sizeWithUnit(block.sizeMm)} from a strip in groove ${block.groove} (counted from the ${axis === 'x' ? 'left' : 'front'})`;
}

/** What keeps a part that the cut frees, as the operator must run it. */
function keptWords({ separation: { way, tabs, skin } }: HoldSetup, speech: Speech, jet: boolean): string[] {
  if (way === 'tabs') return [`Each part stays in the sheet by ${tabs.count} tabs, ${speech.sizeWithUnit(tabs.width)} wide and ${speech.sizeWithUnit(tabs.height)} high: ${jet ? 'the jet must be off over them' : 'the cutter must lift over them'}.`];
  return way === 'skin' ? [`Rough down to a skin of ${speech.sizeWithUnit(skin.leave)}; then one light pass through it, ${speech.sizeWithUnit(skin.offWall)} off the wall.`] : [];
}

/** What the operator does to load a part that lies flat, in order. */
export function flatSteps(input: FlatSteps): string[] {
  const { setup, seat, device, bond, speech, clamps, suction } = input;
  const { plate } = setup;
  const stuck = bond ? {
    'double-sided tape': [`Degrease both faces; ${bond.name} on the underside, ${speech.sizeWithUnit(plate.bondInset)} inside the outline, rolled on without bubbles.`],
    adhesive: [`Degrease both faces; ${bond.name} thin on the underside, ${speech.sizeWithUnit(plate.bondInset)} inside the outline.`],
    'tape and glue': [`Tape on the ${device.kind} and on the part's underside, ${speech.sizeWithUnit(plate.bondInset)} inside the outline; glue (${bond.name}) between the two tapes.`],
  }[bond.kind] : [];
  return [
    `Clean the ${device.kind} and the part's underside; no chips, no burrs.`,
    ...(plate.under > 0 ? [`Packing ${speech.sizeWithUnit(plate.under)} thick on the ${device.kind}.`] : []),
    ...(device.kind === 'vacuum plate' && plate.gasket.on ? suction.map((s) => `Gasket: ${s}; its ends butted together.`) : []),
    ...(device.kind === 'vacuum pods' ? plate.pods.map((p, i) => `Pod ${i + 1} at X ${speech.signed(p.x)} Y ${speech.signed(p.y)}, ${p.on ? 'switched on' : 'switched off, support only'}.`) : []),
    ...stuck, ...(bond && plate.backing ? [`Leave the backing film on: ${plate.backing}.`] : []),
    setAgainst('y', input), setAgainst('x', input),
    `Part down: ${touchedFace(seat.rest)} on the ${seat.locators.z.name}.`,
    ...(bond ? ['Press down all over, hardest in the middle, and give it its time.'] : []),
    ...((device.kind === 'vacuum plate' && plate.gasket.on) || device.kind === 'vacuum pods' ? ['Vacuum on; wait for the gauge; push the part by hand: it must not move.'] : []),
    ...clamps.map((c) => `${capital(c)}.`),
    ...(plate.pinsOut && (plate.x.by === 'pins' || plate.y.by === 'pins' || plate.x.by === 'fence' || plate.y.by === 'fence') ? ['Take the pins out before cutting.'] : []),
    ...keptWords(setup, speech, device.kind === 'support grid'),
  ];
}

/** What of a plate holds the part down, in the order in which it is taken away. */
export interface HeldBy {
  readonly device: FlatDevice;
  readonly setup: HoldSetup;
  readonly bond: Bond | null;
  readonly kinds: readonly Clamp['kind'][];
}

const sucks = ({ device, setup: { plate } }: HeldBy) => (device.kind === 'vacuum plate' && plate.gasket.on) || (device.kind === 'vacuum pods' && plate.pods.some((p) => p.on));

/** How a part on a plate is let go, as the end of "stop the spindle, put the tool away, then". */
export function flatOpens(by: HeldBy): string {
  const has = (...kinds: Clamp['kind'][]) => by.kinds.some((k) => kinds.includes(k));
  const ways = [
    ...(has('strap', 'edge clamp') ? ['loosen the clamps'] : []), ...(has('screw', 'nail') ? ['take out the fasteners'] : []), ...(has('weight') ? ['lift off the weights'] : []),
    ...(sucks(by) ? ['let the air in'] : []),
  ];
  return ways.length > 0 ? ways.join(' and ') : 'take the part off';
}

export function flatRelease(by: HeldBy): string[] {
  const { device, setup, bond, kinds } = by;
  const bolted = kinds.filter((k) => k !== 'weight');
  return [
    ...(bolted.length > 0 ? ['Hold the part, loosen clamps and fasteners in the reverse order.'] : []),
    ...(kinds.length > bolted.length ? ['Lift the weights straight up, so that they do not drag the part.'] : []),
    ...(sucks(by) ? ['Vacuum off; wait until the gauge reads nothing; lift the part straight up.'] : []),
    ...(bond ? [bond.release ? `Take the part off: ${bond.release}.` : 'Take the part off with a thin blade from the side.', 'Clean off what sticks to part and device.'] : []),
    ...(setup.separation.way === 'tabs' ? ['Cut the tabs through beside the part and dress them.'] : []),
    `Brush the ${device.kind} clean.`,
  ];
}

interface RoundSteps {
  readonly setup: HoldSetup;
  readonly seat: SeatFacts;
  readonly device: RoundDevice;
  readonly speech: Speech;
  readonly forceN: number;
  readonly gripped: Gripped | null;
  /** the jaws meet flat sides: square or hexagon sections */
  readonly flatSides: boolean;
}

/** What the operator does to load a chuck, collet or rotary axis, in order. */
export function roundSteps({ setup, seat, device, speech, forceN, gripped, flatSides }: RoundSteps): string[] {
  const { round } = setup;
  const end = seat.rest.what ? seat.x : seat.rest;
  return [
    'Clean the jaws and what they grip; no chips, no burrs.',
    ...(device.kind === 'chuck' && device.soft !== 'hard' && gripped ? [`Soft jaws bored to ${speech.sizeWithUnit(Math.min(...gripped.across))}, ${speech.sizeWithUnit(gripped.to - gripped.from)} deep, with the same force as the part is gripped with.`] : []),
    ...(flatSides && device.kind === 'rotary axis' ? ['Plates between the jaws and the flat sides, so that the jaws\' edges do not mark them.'] : []),
    ...(round.restHeight > 0 ? [`Spacer ${speech.sizeWithUnit(round.restHeight)} between the face and the part's end.`] : []),
    `Part in: ${touchedFace(end)} to the ${round.restHeight > 0 ? 'spacer' : `face of the ${device.kind}`}, turned to and fro while closing.`,
    `Grip with ${speech.force(forceN)} (${round.forceShare} % of the device's force).`,
    ...(round.supports.map((x, i) => `Support ${i + 1} at X ${speech.signed(x)} from the chuck's face.`)),
    ...(round.tailstock ? ['Tailstock up to the part\'s end and clamped; turn the part by hand: it must run true.'] : []),
    ...(round.restHeight > 0 && device.kind !== 'rotary axis' ? ['Take the spacer out before the spindle starts.'] : []),
  ];
}

export function roundRelease(device: RoundDevice, tailstock: boolean): string[] {
  return ['Wait until nothing turns.', ...(tailstock ? ['Tailstock back.'] : []), 'Hold the part while the jaws open.', `Clean the jaws of the ${device.kind}.`];
}
