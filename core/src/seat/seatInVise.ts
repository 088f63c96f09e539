import type { Direction, Vec3 } from '../frames';
import type { Setup } from '../job';
import type { Vise } from '../shop';
import { reachInWindow, TOUCH_MM, type Window } from '../solid';
import { contactAt, metLevel, placed, slideHome, toSeated, type Contact, type Locator, type SeatedPart, type SeatFacts } from './slide';

/** Where the stop stands; which face it is meant for is a matter of the checks. */
export type StopPlace = Omit<Setup['stop'], 'face'>;

export interface ViseSeatInput extends SeatedPart {
  readonly vise: Vise;
  readonly parallelsHeight: number;
  /** depth of the pocket in soft jaws below their tops; null or left out: no pocket */
  readonly pocketDepth?: number | null;
  readonly stop: StopPlace;
}

/** +1: the fixed jaw stands at the rear and the part in front of it; -1: the other way round. */
export const fixedSide = (vise: Vise): 1 | -1 => (vise.fixedJaw === 'front' ? -1 : 1);

/** What carries a part in a vise. */
export interface Rest {
  /** above the bed, mm */
  readonly height: number;
  /** how far it stands out from each jaw */
  readonly thickness: number;
  readonly name: 'bed' | 'parallels' | 'jaw steps' | 'pocket floor';
}

/** What the part rests on: the step of step jaws, parallels or bed, or the floor of a pocket in soft jaws where that is higher. */
export function restOf(vise: Vise, parallelsHeight: number, pocketDepth: number | null = null): Rest {
  if (vise.jaws === 'step') return { height: vise.stepHeight, thickness: vise.stepDepth, name: 'jaw steps' };
  const floor = pocketDepth === null ? 0 : vise.jawHeight - pocketDepth;
  if (floor > parallelsHeight + 1e-6) return { height: floor, thickness: vise.parallelThickness, name: 'pocket floor' };
  return { height: parallelsHeight, thickness: vise.parallelThickness, name: parallelsHeight === 0 ? 'bed' : 'parallels' };
}

/** The rest of a setup in its vise. */
export function restIn(vise: Vise, { parallels, closing: { softJaws } }: Pick<Setup, 'parallels' | 'closing'>): Rest {
  return restOf(vise, parallels.height, softJaws.on ? softJaws.depth : null);
}

/** Where the jaws can touch: between rest and jaw top, within the jaw's width. */
function gripWindow(vise: Vise, rest: number): Window {
  return { x: [0, vise.jawWidth], z: [rest + TOUCH_MM, vise.jawHeight - TOUCH_MM] };
}

/** Where the part can rest: on the bed, or on two strips that stand against the jaws. The first is at the fixed jaw. */
function restWindows(vise: Vise, rest: Rest, movingY: number): [Window, Window] {
  const x: [number, number] = [0, vise.jawWidth];
  const s = fixedSide(vise);
  const between = (a: number, b: number): Window => ({ x, y: [Math.min(a, b), Math.max(a, b)] });
  if (rest.height === 0) {
    const bed = between(-s * vise.maxOpening, 0);
    return [bed, bed];
  }
  const strip = Math.min(rest.thickness, Math.abs(movingY));
  return [between(-s * strip, 0), between(movingY, movingY + s * strip)];
}

function stopWindow(stop: StopPlace, vise: Vise): Window {
  const r = vise.stopDiameter / 2;
  const y = -fixedSide(vise) * stop.fromJaw;
  return { y: [y - r + TOUCH_MM, y + r - TOUCH_MM], z: [stop.height - r + TOUCH_MM, stop.height + r - TOUCH_MM] };
}

/** Flat areas on the two strips of the rest, and together; strips that overlap are counted once. mm² */
function restAreas({ loaded, isFlat, vise }: ViseSeatInput, height: number, rest: Contact, [fixed, moving]: [Window, Window], t: Vec3): [[number, number], number] {
  if (!isFlat(rest.side, -rest.seatedLevel)) return [[0, 0], 0];
  const on = (w: Window) => {
    const reach = reachInWindow(loaded, 'z', -1, toSeated(w, t));
    return reach && Math.abs(reach.level - rest.seatedLevel) < TOUCH_MM ? reach.flatAreaMm2 : 0;
  };
  const strips: [number, number] = [on(fixed), on(moving)];
  if (height === 0) return [strips, strips[0]];
  const ys = [...(fixed.y ?? [0, 0]), ...(moving.y ?? [0, 0])];
  const overlap = fixedSide(vise) > 0 ? (fixed.y?.[0] ?? 0) < (moving.y?.[1] ?? 0) : (fixed.y?.[1] ?? 0) > (moving.y?.[0] ?? 0);
  return [strips, overlap ? on({ x: fixed.x, y: [Math.min(...ys), Math.max(...ys)] }) : strips[0] + strips[1]];
}

/**
 * Seats a part in a vise.
 *
 * The part slides down onto the rest, to the fixed jaw and across to the stop, and touches only where these
 * really are: lowest material over the parallels' footprint (or bed) to z = rest height; material furthest towards the
 * fixed jaw, between rest and jaw top and within the jaws' width, to y = 0; material furthest towards the stop, in front
 * of the stop rod, to x = stop position.
 *
 * @returns the pose part → device (mm) with the contacts; never throws. A locator that meets nothing has
 * `touches: false`, and the overall extreme of the material stands in for the contact.
 */
export function seatInVise(input: ViseSeatInput): SeatFacts {
  const { vise, stop } = input;
  const stopFaces: Direction = stop.side === 'left' ? '-x' : '+x';
  const [jawFaces, movingFaces]: [Direction, Direction] = fixedSide(vise) > 0 ? ['+y', '-y'] : ['-y', '+y'];
  const rest = restOf(vise, input.parallelsHeight, input.pocketDepth);
  const grip = [gripWindow(vise, rest.height)];
  const strips = (t: Vec3) => restWindows(vise, rest, metLevel(input, movingFaces, grip, t) + t.y);
  const atStop = [stopWindow(stop, vise)];
  const { t, settled } = slideHome(input, {
    rest: { faces: '-z', at: rest.height, windows: strips },
    y: { faces: jawFaces, at: 0, windows: () => grip },
    x: { faces: stopFaces, at: stop.position, windows: () => atStop },
  });
  const under = contactAt(input, '-z', strips(t), t);
  const [restStripsMm2, restAreaMm2] = restAreas(input, rest.height, under, strips(t), t);
  return {
    ...placed(input, t),
    rest: { ...under, flatAreaMm2: restAreaMm2 },
    restStripsMm2,
    y: contactAt(input, jawFaces, grip, t),
    movingJaw: contactAt(input, movingFaces, grip, t),
    x: contactAt(input, stopFaces, atStop, t),
    locators: viseLocators(rest, stop),
    settled,
  };
}

function viseLocators(rest: Rest, stop: StopPlace): Record<'x' | 'y' | 'z', Locator> {
  return {
    x: { name: `${stop.side} stop`, at: stop.position, kind: 'set', from: 'the jaws\' left end' },
    y: { name: 'fixed jaw', at: 0, kind: 'datum', from: 'the fixed jaw\'s face is the vise\'s datum' },
    z: rest.height === 0
      ? { name: 'bed', at: 0, kind: 'datum', from: 'lies on the bed, the vise\'s datum' }
      : { name: rest.name, at: rest.height, kind: 'height', from: 'the bed' },
  };
}

