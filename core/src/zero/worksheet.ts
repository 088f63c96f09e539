import { AXES, signOf, type Axis, type Direction } from '../frames';
import type { Setup, SideTarget } from '../job';
import { LENGTH_SAYS, sideMeansInWords, topMeansInWords } from './touchWords';
import { faceHere } from '../part';
import type { SeatFacts } from '../seat';
import type { Speech } from '../units';
import { lengthRegisterOf, toolOf } from './lengths';
import { declareAtSide, declareOnTop } from './touchOff';
import type { AxisTouchOff, Touch, TouchableFace } from './touches';
import type { ZeroFacts } from './workZero';

/** A bore or boss whose axis stands upright in the setup, seated axes. */
export interface UprightRound {
  readonly name: string;
  readonly inside: boolean;
  readonly diameter: number;
  readonly seated: { readonly x: number; readonly y: number };
  /** a bore is open where the tool goes in, a boss stands free; false: stock still lies there */
  readonly isOpen: boolean;
}

export interface WorksheetInput {
  readonly setup: Pick<Setup, 'orientation' | 'touchOff' | 'lengths' | 'tools'>;
  readonly seat: SeatFacts;
  readonly zero: ZeroFacts;
  readonly touchable: readonly TouchableFace[];
  /** the bore or boss a target names, found again; null: gone or not upright */
  readonly roundOf: (featureId: string) => UprightRound | null;
  readonly speech: Speech;
  /** number in the length register of the touching tool, as the shop measures lengths; null: not known */
  readonly lengthInRegister: number | null;
  /** common offset of the control in Z, which stays */
  readonly commonZ: number;
}

const FACE_OF: Record<'x' | 'y', Record<'low' | 'high', Direction>> = {
  x: { low: '-x', high: '+x' },
  y: { low: '-y', high: '+y' },
};

/** The touch-off worksheet of one setup: X, Y and Z. */
export function touchOffWorksheet(input: WorksheetInput): readonly AxisTouchOff[] {
  return AXES.map((axis) => (axis === 'z' ? onTop(input) : atSide(input, axis, input.setup.touchOff[axis])));
}

/** Where no zero can be found at all, with the reason, axis by axis. */
export const nothingToTouch = (why: string): readonly AxisTouchOff[] => AXES.map((axis) => nothing(axis, why));

/** Seated level in work coordinates. */
const inWork = ({ seat, zero }: WorksheetInput, axis: Axis, seatedLevel: number) =>
  seatedLevel + seat.pose.translation[axis] - zero.shiftedInDevice[axis];

/** What to declare at a face of the part. */
export function touchAt(input: WorksheetInput, face: TouchableFace): Touch {
  const side = signOf(face.faces);
  const film = face.film ?? 0;
  const filmed = film > 0 ? { film } : {};
  if (face.axis === 'z') {
    const top = inWork(input, 'z', face.seatedLevel);
    return {
      name: face.name,
      body: face.surface,
      faces: '+z',
      face: top,
      side: 1,
      declare: declareOnTop(top, input.setup.touchOff.top.thickness + film),
      ...filmed,
    };
  }
  const { diameter, thickness, with: means } = input.setup.touchOff.side;
  const at = inWork(input, face.axis, face.seatedLevel);
  return {
    name: face.name,
    body: face.surface,
    faces: face.faces,
    face: at,
    side,
    declare: declareAtSide(at, side, means === 'indicator' ? 0 : diameter / 2, thickness + film),
    ...filmed,
  };
}

/** "plus the film on it, 0.100"; nothing where there is none. */
const filmInWords = ({ film = 0, side }: Touch, speech: Speech): string[] =>
  film > 0 ? [`${side > 0 ? 'plus' : 'minus'} the film on it, ${speech.size(film)}`] : [];

/**
 * The device's own face an axis is located by: jaw, stop, fence, or what the part lies on. Its face looks towards the
 * part.
 */
function locatorTouch(input: WorksheetInput, axis: Axis): Touch {
  const { seat, zero, setup } = input;
  const locator = seat.locators[axis];
  const contact = axis === 'x' ? seat.x : axis === 'y' ? seat.y : seat.rest;
  const side = -signOf(contact.faces) as 1 | -1;
  const at = (locator.faceAt ?? locator.at) - zero.shiftedInDevice[axis];
  const { diameter, thickness, with: means } = setup.touchOff.side;
  const faces = `${side > 0 ? '+' : '-'}${axis}` as Direction;
  const declare =
    axis === 'z'
      ? declareOnTop(at, setup.touchOff.top.thickness)
      : declareAtSide(at, side, means === 'indicator' ? 0 : diameter / 2, thickness);
  return { name: locator.name, body: 'device', faces, face: at, side, declare };
}

const nothing = (axis: Axis, problem: string): AxisTouchOff => ({
  axis,
  how: 'nothing',
  touches: [],
  declare: null,
  formula: '',
  says: problem,
  problem,
});

function atSide(input: WorksheetInput, axis: 'x' | 'y', target: SideTarget): AxisTouchOff {
  if (typeof target !== 'string') return atRound(input, axis, target.bore);
  if (target === 'locator') return oneFace(input, axis, locatorTouch(input, axis));
  const faces = input.touchable.filter((f) => f.axis === axis).map((f) => touchAt(input, f));
  if (target === 'middle') return betweenFaces(input, axis, faces);
  const name = axis.toUpperCase();
  if (target !== 'nearest') {
    const wanted = faces.find((f) => f.faces === FACE_OF[axis][target]);
    return wanted
      ? oneFace(input, axis, wanted)
      : nothing(
          axis,
          `Nothing to touch in ${name}: its ${faceHere(input.seat.orientation, FACE_OF[axis][target])}, does not stand free of the device.`,
        );
  }
  const byDistance = [...faces].sort((a, b) => Math.abs(a.face) - Math.abs(b.face));
  // what is raw is only about where it should be: a finished face first, then what of the device a finished face lies
  // on
  const finished = byDistance.find((f) => f.body === 'finished');
  if (!finished && isLocatedFinished(input.seat, axis)) return oneFace(input, axis, locatorTouch(input, axis));
  const first = finished ?? byDistance[0];
  return first
    ? oneFace(input, axis, first)
    : nothing(axis, `Nothing to touch in ${name}: no side of the part stands free of the device.`);
}

/** Whether a finished face lies square against what locates along an axis. */
export function isLocatedFinished(seat: SeatFacts, axis: Axis): boolean {
  const contact = axis === 'x' ? seat.x : axis === 'y' ? seat.y : seat.rest;
  return (
    contact.touches &&
    contact.surface === 'finished' &&
    contact.leans === 0 &&
    seat.locators[axis].kind !== 'hand' &&
    contact.what === undefined
  );
}

/** "raw left face", "fixed jaw", the way it is read out. */
export const bodyName = (t: Touch): string =>
  t.body === 'device' ? t.name : `${t.film ? 'film on the ' : ''}${t.body} ${t.name}`;

/** Where the face lies as counted from zero: "zero lies on it", "it lies at X −3.000 from zero". */
function fromZero(axis: Axis, { face }: Touch, speech: Speech): string {
  return Math.abs(face) < 1e-9
    ? 'zero lies on it'
    : `it lies at ${axis.toUpperCase()} ${speech.signed(face)} from zero`;
}

/** The device is touched before the part covers it. */
const beforeLoading = (touch: Touch, sentence: string): string =>
  touch.body === 'device' ? `Before the part is loaded, ${sentence[0].toLowerCase()}${sentence.slice(1)}` : sentence;

function oneFace({ setup, speech }: WorksheetInput, axis: Axis, touch: Touch): AxisTouchOff {
  const name = axis.toUpperCase();
  const { side: means } = setup.touchOff;
  const r = means.with === 'indicator' ? 0 : means.diameter / 2;
  const parts = [
    `${bodyName(touch)} at ${speech.signed(touch.face)}`,
    ...(r > 0 ? [`${touch.side > 0 ? 'plus' : 'minus'} half the ${means.with}, ${speech.size(r)}`] : []),
    ...(means.thickness > 0
      ? [
          `${touch.side > 0 ? 'plus' : 'minus'} the ${means.with === 'touch plate' ? 'plate' : 'feeler'}, ${speech.size(means.thickness)}`,
        ]
      : []),
    ...filmInWords(touch, speech),
  ];
  const act =
    means.with === 'indicator'
      ? `Indicate the ${bodyName(touch)} until the spindle stands on it`
      : `Touch the ${bodyName(touch)} with the ${sideMeansInWords(means, speech)}`;
  return {
    axis,
    how: 'one face',
    touches: [touch],
    declare: touch.declare,
    problem: null,
    formula: `${parts.join(', ')}: declare ${name} ${speech.signed(touch.declare)}`,
    says: `${name}: ${beforeLoading(touch, act)}; ${fromZero(axis, touch, speech)}; declare ${name} ${speech.signed(touch.declare)}.`,
  };
}

function betweenFaces({ setup, speech }: WorksheetInput, axis: Axis, faces: readonly Touch[]): AxisTouchOff {
  const name = axis.toUpperCase();
  if (faces.length < 2)
    return nothing(
      axis,
      `Nothing to center on in ${name}: only ${faces.length} of the two faces ${faces.length === 1 ? 'stands' : 'stand'} above the device.`,
    );
  // tool and feeler fall out; film does where it is on both
  const onFilm = faces.slice(0, 2).reduce((sum, { film = 0, side }) => sum + side * film, 0);
  const declare = (faces[0].face + faces[1].face + onFilm) / 2;
  return {
    axis,
    how: 'two faces',
    touches: faces,
    declare,
    problem: null,
    formula: `middle of ${bodyName(faces[0])} at ${speech.signed(faces[0].face)} and ${bodyName(faces[1])} at ${speech.signed(faces[1].face)}; the same tool on both sides falls out: declare ${name} ${speech.signed(declare)}`,
    says: `${name}: Touch the ${bodyName(faces[0])} and the ${bodyName(faces[1])} with the ${sideMeansInWords(setup.touchOff.side, speech)}, go to the middle of the two readings; declare ${name} ${speech.signed(declare)} there.`,
  };
}

function atRound(input: WorksheetInput, axis: 'x' | 'y', id: string): AxisTouchOff {
  const { setup, speech } = input;
  const name = axis.toUpperCase();
  const round = input.roundOf(id);
  if (!round)
    return nothing(axis, `Nothing to center on in ${name}: the bore chosen there is gone, or does not stand upright.`);
  if (!round.isOpen)
    return nothing(
      axis,
      `Nothing to center on in ${name}: the ${round.name} is still ${round.inside ? 'closed by stock' : 'inside the stock'} as loaded.`,
    );
  const center = inWork(input, axis, round.seated[axis]);
  const { with: means, diameter, thickness } = setup.touchOff.side;
  if (round.inside && means !== 'indicator' && diameter + 2 * thickness >= round.diameter)
    return nothing(
      axis,
      `${name}: the ${sideMeansInWords(setup.touchOff.side, speech)} does not go into the ${round.name}.`,
    );
  const touches = ([-1, 1] as const).map((end): Touch => {
    const face = center + (end * round.diameter) / 2;
    const side = (round.inside ? -end : end) as 1 | -1;
    return {
      name: `${end < 0 ? (axis === 'x' ? 'left' : 'front') : axis === 'x' ? 'right' : 'rear'} of ${round.name}`,
      body: 'finished',
      faces: `${side > 0 ? '+' : '-'}${axis}` as Direction,
      face,
      side,
      declare: declareAtSide(face, side, means === 'indicator' ? 0 : diameter / 2, thickness),
    };
  });
  const act =
    means === 'indicator'
      ? `Indicate ${round.inside ? 'inside' : 'outside'} the ${round.name} until the spindle stands on its axis`
      : `Touch the ${round.name} left and right, front and rear with the ${sideMeansInWords(setup.touchOff.side, speech)}, go to the middle of the two readings of each axis`;
  return {
    axis,
    how: 'bore',
    touches: means === 'indicator' ? [] : touches,
    declare: center,
    problem: null,
    formula: `axis of the ${round.name} at ${speech.signed(center)}; ${means === 'indicator' ? 'the spindle stands on it' : 'tool and diameter fall out of the middle'}: declare ${name} ${speech.signed(center)}`,
    says: `${name}: ${act}; declare ${name} ${speech.signed(center)} there.`,
  };
}

function onTop(input: WorksheetInput): AxisTouchOff {
  const { setup, speech, touchable } = input;
  const { top, z } = setup.touchOff;
  const face = touchable.find((f) => f.faces === '+z');
  if (z === 'top' && !face)
    return nothing('z', 'Nothing to touch in Z: nothing of the part looks up above the device.');
  const touch: Touch = z === 'locator' || !face ? locatorTouch(input, 'z') : touchAt(input, face);
  const between =
    top.thickness > 0
      ? `, plus the ${top.with === 'cutter' || top.with === 'stylus' ? 'feeler' : top.with} ${speech.size(top.thickness)}`
      : '';
  const film = filmInWords(touch, speech).map((w) => `, ${w}`);
  const length = lengthInWords(input);
  return {
    axis: 'z',
    how: 'one face',
    touches: [touch],
    declare: touch.declare,
    problem: null,
    formula: `${bodyName(touch)} at ${speech.signed(touch.face)}${between}${film.join('')}: declare Z ${speech.signed(touch.declare)}; ${length}`,
    says: `Z: ${beforeLoading(touch, `Touch the ${bodyName(touch)}`)} with ${topMeansInWords(setup, speech)}; ${fromZero('z', touch, speech)}; declare Z ${speech.signed(touch.declare)}; ${length}.`,
  };
}

/**
 * What has to be true of the length when Z is touched. With none active the register follows by the same sum the run
 * makes:
 * `W = reading − length in the register − common offset − declared`.
 */
function lengthInWords({ setup, speech, lengthInRegister, commonZ }: WorksheetInput): string {
  const tool = toolOf(setup, setup.touchOff.top.tool);
  const { by, active, reference } = setup.lengths;
  const isReference = by === 'reference tool' && tool !== null && tool.number === reference;
  if (active && !isReference)
    return tool ? `length of T${tool.number} active, H${lengthRegisterOf(tool)}` : 'length of the touching tool active';
  const common = Math.abs(commonZ) > 1e-9 ? `, less the common offset ${speech.signed(commonZ)}` : '';
  if (isReference)
    return `T${tool.number} is the reference tool, its length counts as nothing${common ? `: the register is the reading${common}, less what is declared` : ''}`;
  if (!tool)
    return `${LENGTH_SAYS[by]}, but no length active and no touching tool named: the register would be wrong by the length of the tool`;
  if (lengthInRegister === null)
    return `no length active, and the number in H${lengthRegisterOf(tool)} is not known: read it there and take it off the reading${common}, then what is declared`;
  return `no length active: the register is the reading, less ${speech.signed(lengthInRegister)} in H${lengthRegisterOf(tool)}${common}, less what is declared`;
}
