import type { Direction, Vec3 } from '../../frames';
import type { HoldIn } from '../../job';
import type { Vise } from '../../shop';
import { reachInWindow, TOUCH_MM, type Window } from '../../solid';
import { contactAt, metLevel, toSeated, type Contact, type SeatedPart } from '../../seat/contact';
import {
  gapOver,
  metFirst,
  placed,
  slideHome,
  type Locator,
  type Locators,
  type SeatFacts,
  type Slide,
} from '../../seat/slide';

/** What of a setup tells how its vise is set. */
export interface InVise {
  readonly hold: HoldIn<'vise'>;
}

/** Where the stop stands; which face it is meant for is a matter of the checks. */
export type StopPlace = Omit<HoldIn<'vise'>['stop'], 'face'>;

/**
 * A pocket cut into soft jaws: its walls stand in the jaws behind their faces, and the part lies on what is left
 * below.
 */
export type Pocket = Pick<HoldIn<'vise'>['softJaws'], 'depth' | 'ledge' | 'fit'>;

/**
 * The pocket that locates the part of a setup; null: its jaws have none, or one without a ledge, whose walls are in
 * line with the jaws' faces.
 */
export const pocketOf = ({ hold: { softJaws } }: InVise): Pocket | null =>
  softJaws.on && softJaws.ledge > 0 ? softJaws : null;

export interface ViseSeatInput extends SeatedPart {
  readonly vise: Vise;
  readonly parallelsHeight: number;
  /** the pocket in soft jaws; null or left out: none */
  readonly pocket?: Pocket | null;
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

/**
 * What the part rests on: the step of step jaws, parallels or bed, or the floor of a pocket in soft jaws where that is
 * higher.
 */
export function restOf(
  vise: Vise,
  parallelsHeight: number,
  pocket: Pick<Pocket, 'depth' | 'ledge'> | null = null,
): Rest {
  if (vise.jaws === 'step') return { height: vise.stepHeight, thickness: vise.stepDepth, name: 'jaw steps' };
  const floor = pocket === null ? 0 : vise.jawHeight - pocket.depth;
  if (pocket && floor > parallelsHeight + 1e-6) return { height: floor, thickness: pocket.ledge, name: 'pocket floor' };
  return {
    height: parallelsHeight,
    thickness: vise.parallelThickness,
    name: parallelsHeight === 0 ? 'bed' : 'parallels',
  };
}

/** The rest of a setup in its vise. */
export function restIn(vise: Vise, setup: InVise): Rest {
  const { softJaws } = setup.hold;
  return restOf(vise, setup.hold.parallels.height, softJaws.on ? softJaws : null);
}

/** Where the jaws can touch: between rest and jaw top, within the jaw's width. */
function gripWindow(vise: Vise, rest: number): Window {
  return { x: [0, vise.jawWidth], z: [rest, vise.jawHeight] };
}

/** Between the jaws, as long as they are: from the fixed jaw's face to y, device frame. */
function betweenJaws(vise: Vise, from: number, to: number): Window {
  return { x: [0, vise.jawWidth], y: [Math.min(from, to), Math.max(from, to)] };
}

const bedWindow = (vise: Vise): Window => betweenJaws(vise, 0, -fixedSide(vise) * vise.maxOpening);

/**
 * Where the part can rest: on two strips, the first at the fixed jaw; without height on the bed. Parallels stand
 * against the jaws' faces, the floor of a pocket lies between them and its walls.
 * @param partY where the part's side lies at the moving jaw
 */
function restWindows(vise: Vise, rest: Rest, partY: number, ledge: number): [Window, Window] {
  if (rest.height === 0) return [bedWindow(vise), bedWindow(vise)];
  const s = fixedSide(vise);
  const movingFace = partY + s * ledge;
  if (rest.name === 'pocket floor') return [betweenJaws(vise, s * ledge, 0), betweenJaws(vise, partY, movingFace)];
  const strip = Math.min(rest.thickness, Math.abs(movingFace));
  return [betweenJaws(vise, 0, -s * strip), betweenJaws(vise, movingFace, movingFace + s * strip)];
}

function stopWindow(stop: StopPlace, vise: Vise): Window {
  const r = vise.stopDiameter / 2;
  const y = -fixedSide(vise) * stop.fromJaw;
  return { y: [y - r, y + r], z: [stop.height - r, stop.height + r] };
}

/** Flat areas on the two strips of the rest, and together; strips that overlap are counted once. mm² */
function restAreas({
  input: { loaded, isFlat, vise },
  height,
  rest,
  strips: [fixed, moving],
  t,
}: {
  readonly input: ViseSeatInput;
  readonly height: number;
  readonly rest: Contact;
  readonly strips: readonly [Window, Window];
  readonly t: Vec3;
}): [[number, number], number] {
  if (!isFlat(rest.side, -rest.seatedLevel)) return [[0, 0], 0];
  const on = (w: Window) => {
    const reach = reachInWindow(loaded, 'z', -1, toSeated(w, t));
    return reach && Math.abs(reach.level - rest.seatedLevel) < TOUCH_MM ? reach.flatAreaMm2 : 0;
  };
  const areas: [number, number] = [on(fixed), on(moving)];
  if (height === 0) return [areas, areas[0]];
  const ys = [...(fixed.y ?? [0, 0]), ...(moving.y ?? [0, 0])];
  const overlap =
    fixedSide(vise) > 0 ? (fixed.y?.[0] ?? 0) < (moving.y?.[1] ?? 0) : (fixed.y?.[1] ?? 0) > (moving.y?.[0] ?? 0);
  return [areas, overlap ? on({ x: fixed.x, y: [Math.min(...ys), Math.max(...ys)] }) : areas[0] + areas[1]];
}

const locating = ({ pocket }: ViseSeatInput): Pocket | null => (pocket && pocket.ledge > 0 ? pocket : null);

/** Where the part's end comes to: to the stop, or in a pocket half its play away from the wall. */
const endAt = (stop: StopPlace, pocket: Pocket | null): number =>
  stop.position + (pocket ? (stop.side === 'left' ? pocket.fit : -pocket.fit) : 0);

/** What a part in a vise slides to: rest, fixed jaw, stop. */
export function locatorsInVise(input: ViseSeatInput): Locators {
  const { vise, stop } = input;
  const pocket = locating(input);
  const ledge = pocket?.ledge ?? 0;
  const wall = fixedSide(vise) * ledge;
  const rest = restOf(vise, input.parallelsHeight, input.pocket);
  const [jawFaces, movingFaces]: [Direction, Direction] = fixedSide(vise) > 0 ? ['+y', '-y'] : ['-y', '+y'];
  const grip = [gripWindow(vise, rest.height)];
  const bed = { at: 0, windows: [bedWindow(vise)] };
  const partY = (t: Vec3) => metLevel(input, movingFaces, grip, t) + t.y;
  // a pocket is cut round the outline: its wall in X is where the outline is farthest out
  const inPocket = (t: Vec3): Window => ({ z: grip[0].z, y: [Math.min(wall, partY(t)), Math.max(wall, partY(t))] });
  return {
    rest: {
      faces: '-z',
      // what hangs between the parallels lower than they are high stands on the bed
      places: (t) => [
        { at: rest.height, windows: restWindows(vise, rest, partY(t), ledge) },
        ...(rest.height > 0 ? [bed] : []),
      ],
    },
    y: { faces: jawFaces, places: () => [{ at: wall, windows: grip }] },
    x: {
      faces: stop.side === 'left' ? '-x' : '+x',
      places: (t) => [{ at: endAt(stop, pocket), windows: [pocket ? inPocket(t) : stopWindow(stop, vise)] }],
    },
  };
}

/**
 * Seats a part in a vise.
 *
 * The part slides down onto the rest, to the fixed jaw and across to the stop, and touches only where these really
 * are: lowest material over the parallels' footprint (or bed) to z = rest height; material furthest towards the fixed
 * jaw, between rest and jaw top and within the jaws' width, to y = 0; material furthest towards the stop, in front of
 * the stop rod, to x = stop position. What hangs between the parallels lower than they are high comes to z = 0. In a
 * pocket of soft jaws its walls stand for jaw and stop: in Y behind the fixed jaw's face by the ledge, in X at the
 * stop's position, with half the play between.
 *
 * @returns the pose part → device (mm) with the contacts; never throws. A locator that meets nothing has
 * `touches: false`, and the overall extreme of the material stands in for the contact.
 */
export function seatInVise(input: ViseSeatInput): SeatFacts {
  const { vise, stop } = input;
  const to = locatorsInVise(input);
  const { t, settled } = slideHome(input, to);
  const on = (slide: Slide) => contactAt(input, slide.faces, metFirst(input, slide, t).place.windows, t);
  const carries = metFirst(input, to.rest, t).place;
  const planned = restOf(vise, input.parallelsHeight, input.pocket);
  const onBed = planned.height > 0 && carries.at === 0;
  const rest: Rest = onBed ? { height: 0, thickness: 0, name: 'bed' } : planned;
  const under = on(to.rest);
  const [strip, other = strip] = carries.windows;
  const [restStripsMm2, restAreaMm2] = restAreas({
    input,
    height: rest.height,
    rest: under,
    strips: [strip, other],
    t,
  });
  const movingFaces: Direction = to.y.faces === '+y' ? '-y' : '+y';
  return {
    ...placed(input, t),
    rest: { ...under, flatAreaMm2: restAreaMm2 },
    restStripsMm2,
    y: on(to.y),
    movingJaw: contactAt(input, movingFaces, to.y.places(t)[0].windows, t),
    x: on(to.x),
    locators: viseLocators(rest, stop, vise, locating(input)),
    settled,
    standsBelow: onBed ? { name: planned.name, gap: gapOver(input, to.rest.places(t)[0], t) } : null,
  };
}

function viseLocators(
  rest: Rest,
  stop: StopPlace,
  vise: Vise,
  pocket: Pocket | null,
): Record<'x' | 'y' | 'z', Locator> {
  return {
    x: pocket
      ? {
          name: `${stop.side} pocket wall`,
          at: endAt(stop, pocket),
          faceAt: stop.position,
          kind: 'set',
          from: "the jaws' left end",
        }
      : { name: `${stop.side} stop`, at: stop.position, kind: 'set', from: "the jaws' left end" },
    y: pocket
      ? {
          name: "fixed jaw's pocket wall",
          at: fixedSide(vise) * pocket.ledge,
          kind: 'set',
          from: "the fixed jaw's face",
        }
      : { name: 'fixed jaw', at: 0, kind: 'datum', from: "the fixed jaw's face is the vise's datum" },
    z:
      rest.height === 0
        ? { name: 'bed', at: 0, kind: 'datum', from: "lies on the bed, the vise's datum" }
        : { name: rest.name, at: rest.height, kind: 'height', from: 'the bed' },
  };
}
