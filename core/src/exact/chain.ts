import { apply, AXES, axisOf, dot, rotate, subtract, transpose, unitVector, type Axis, type Vec3 } from '../frames';
import { eigenOf } from '../locate';
import { movedAlong, rowOf, type Contact } from './contacts';
import {
  along,
  LEFT_FREE,
  NO_FORM,
  NO_FORMS,
  of,
  sum,
  sumOf,
  turnedBy,
  type Cause,
  type Form,
  type Forms,
} from './forms';
import type { ExactJob, LocatedSetup, MetFace, Within, ZeroFrom } from './located';

/** How one contact moves the part: a slide and a turn over a length, for each mm. */
interface Answer {
  readonly contact: Contact;
  readonly motion: readonly number[];
}

/** How a part follows its contacts. */
interface Following {
  readonly about: { readonly middle: Vec3; readonly mm: number };
  readonly answers: readonly Answer[];
  /** motions nothing stops */
  readonly free: readonly (readonly number[])[];
}

const NONE = 1e-12;

/**
 * `δq = R⁺ δ`: how a part follows its contacts where each is a little elsewhere, by least squares where there are more
 * than decide it (Cai, Hu & Yuan 1997: variation of locators to that of the part).
 */
export function following(contacts: readonly Contact[], middle: Vec3, reach: Vec3): Following {
  const about = { middle, mm: Math.max(1, Math.hypot(reach.x, reach.y, reach.z)) };
  const rows = contacts.map((c) => rowOf(c, about.middle, about.mm));
  const square = [0, 1, 2, 3, 4, 5].map((i) =>
    [0, 1, 2, 3, 4, 5].map((k) => rows.reduce((total, r) => total + r[i] * r[k], 0)),
  );
  const { values, vectors } = eigenOf(square);
  const most = Math.max(values[5], NONE);
  const decided = vectors.flatMap((v, i) => (values[i] > NONE * most ? [{ v, value: values[i] }] : []));
  const dotOf = (a: readonly number[], b: readonly number[]) => a.reduce((s, x, i) => s + x * b[i], 0);
  return {
    about,
    answers: contacts.map((contact, i) => ({
      contact,
      motion: [0, 1, 2, 3, 4, 5].map((k) =>
        decided.reduce((total, { v, value }) => total + (v[k] * dotOf(v, rows[i])) / value, 0),
      ),
    })),
    free: vectors.filter((_, i) => values[i] <= NONE * most),
  };
}

/** The face of each part axis that the first setup which uses one that comes with the blank is located by. */
function firstFaces({ setups }: ExactJob): Readonly<Partial<Record<Axis, MetFace>>> {
  const found: Partial<Record<Axis, MetFace>> = {};
  for (const s of setups)
    for (const axis of AXES) {
      const face = s.faces[axis];
      if (face.madeBy === null) found[axisOf(face.side)] ??= face;
    }
  return found;
}

const SAME_MM = 1e-4;
/** What was not checked of a machine is in what is said of its stations. */
const NOTHING_OFF: Within = { mm: 0, from: '' };

/**
 * What a route cuts, and where it really comes to lie, as small lengths that hang on causes. Every setup is located by
 * what came before it; what two setups share cancels. One instance for one way the parts lie against their locators.
 */
export class Chain {
  readonly #causes = new Map<string, Cause>();
  readonly #first: ReturnType<typeof firstFaces>;
  readonly #moved = new Map<number, (point: Vec3) => Forms>();
  readonly #zero = new Map<number, Forms>();

  /** @param sets the contacts of each setup */
  constructor(
    readonly job: ExactJob,
    readonly sets: readonly (readonly Contact[])[],
  ) {
    this.#first = firstFaces(job);
  }

  readonly causeOf = (id: string): Cause => this.#causes.get(id)!;

  get causes(): readonly Cause[] {
    return [...this.#causes.values()];
  }

  #cause(id: string, name: string, { mm, from }: Within): Form {
    if (mm === 0) return NO_FORM;
    if (!this.#causes.has(id)) this.#causes.set(id, { id, name, mm, from });
    return of(id);
  }

  /**
   * How far what a setup cuts at a point lies from where it ought to, for the part as it is drawn. Part coordinates.
   * @param setup its place in the route
   */
  cutAt(setup: number, point: Vec3): Forms {
    const { pose } = this.job.setups[setup];
    const at = apply(pose, point);
    const off = sumOf([1, this.zeroOf(setup)], [1, this.#axesOff(setup, at)], [-1, this.movedAt(setup, at)]);
    return turnedBy(transpose(pose.rotation).rows, off);
  }

  /** How far the axes of the machine bring the tool beside a place, by its distance from zero. Device frame. */
  #axesOff(index: number, at: Vec3): Forms {
    const { op, axes } = this.job.setups[index];
    if (!axes) return NO_FORMS;
    const one = (axis: Axis): Form => {
      const { scale, lost } = axes;
      const name = axis.toUpperCase();
      return sum(
        [
          (at[axis] - axes.zeroAt[axis]) / 100,
          this.#cause(`scale ${axis}`, `scale of ${name}`, scale[axis] ?? NOTHING_OFF),
        ],
        [1, this.#cause(`lost ${index} ${axis}`, `lost motion of ${name} in Op ${op}`, lost[axis] ?? NOTHING_OFF)],
      );
    };
    return { x: one('x'), y: one('y'), z: one('z') };
  }

  /** How far the part lies from its place, at a point. Device frame. */
  movedAt(setup: number, point: Vec3): Forms {
    let moved = this.#moved.get(setup);
    if (!moved) {
      moved = this.#follow(setup);
      this.#moved.set(setup, moved);
    }
    return moved(point);
  }

  #follow(index: number): (point: Vec3) => Forms {
    const setup = this.job.setups[index];
    const { stays } = setup;
    if (stays) return this.#staying(index, stays);
    const { about, answers, free } = following(this.sets[index], setup.middle, setup.reach);
    const terms = answers.map(({ contact, motion }) => ({ motion, form: this.pushOf(index, contact) }));
    const left = free.map((motion, i) => ({
      motion,
      form: this.#cause(`free ${index} ${i}`, `Op ${setup.op} ${LEFT_FREE}`, { mm: null, from: '' }),
    }));
    return (point) => {
      const one = (axis: Axis) =>
        sum(
          ...[...terms, ...left].map(
            ({ motion, form }) => [movedAlong(motion, point, about, unitVector(`+${axis}`)), form] as const,
          ),
        );
      return { x: one('x'), y: one('y'), z: one('z') };
    };
  }

  /** It is off as it was when it was gripped, turned with the part, and by what the axis turns it too far. */
  #staying(index: number, { from, turn, within }: NonNullable<LocatedSetup['stays']>): (point: Vec3) => Forms {
    const { op } = this.job.setups[index];
    const angle = this.#cause(`index ${index}`, `angle of the axis in Op ${op}`, within);
    return (point) => {
      const gripped = turnedBy(turn.rows, this.movedAt(from, rotate(transpose(turn), point)));
      return { x: gripped.x, y: sum([1, gripped.y], [-point.z, angle]), z: sum([1, gripped.z], [point.y, angle]) };
    };
  }

  /** How far a contact pushes the part into itself: the locator's own place, and what the part meets it with. */
  pushOf(index: number, contact: Contact): Form {
    const { op, within, pose } = this.job.setups[index];
    const own = this.#cause(`at ${index} ${contact.id}`, `${contact.name} in Op ${op}`, within[contact.axis]);
    const face = faceOf(this.job.setups[index], contact);
    const inPart = transpose(pose.rotation);
    const at = face.isRound || face.leans ? face.at : this.#onFace(index, face, contact.point);
    return sum(
      [1, own],
      [1, this.#standsOff(index, contact)],
      [-1, this.faceAt(face, at, rotate(inPart, contact.inward))],
    );
  }

  /** How far a dowel that an earlier setup drilled stands off: as far as the zero of that setup did. */
  #standsOff(index: number, { inward }: Contact): Form {
    const { standsOn } = this.job.setups[index];
    return standsOn === undefined ? NO_FORM : along({ ...inward, z: 0 }, this.zeroOf(standsOn));
  }

  /** Where a contact meets a face, part coordinates. */
  #onFace(index: number, { side, at }: MetFace, device: Vec3): Vec3 {
    const { rotation, translation } = this.job.setups[index].pose;
    const point = rotate(transpose(rotation), subtract(device, translation));
    const axis = axisOf(side);
    return { ...point, [axis]: at[axis] };
  }

  /**
   * How far a face lies from its place in the part, along a direction of the part. What was cut before is where that
   * setup put it, and within the sizes; of what comes with the blank the first face that locates is where it is, and
   * others are a size away from it.
   */
  faceAt(face: MetFace, point: Vec3, direction: Vec3): Form {
    const { sizes, blank } = this.job;
    const axis = axisOf(face.side);
    const out = face.leans ?? unitVector(face.side);
    const normal = face.isRound ? 0 : dot(direction, out);
    if (face.madeBy !== null)
      return sum([1, along(direction, this.cutAt(face.madeBy, point))], [normal, this.sizeOf(face)]);
    if (face.isRound) return this.#roundAt(face, direction);
    const first = this.#first[axis];
    if (!first || isSameFace(first, face)) return NO_FORM;
    const id = `size ${face.side} ${face.at[axis].toFixed(3)}`;
    const name = `size between the ${first.name} and the ${face.name}`;
    return sum([normal, this.#cause(id, name, face.isBlank || first.isBlank ? blank : sizes)]);
  }

  /** How far a face that was cut before lies from what that setup cut besides. */
  sizeOf({ madeBy, side, at, name }: MetFace): Form {
    if (madeBy === null) return NO_FORM;
    const { op } = this.job.setups[madeBy];
    return this.#cause(sizeId(madeBy, side, at), `size of what Op ${op} cuts at the ${name}`, this.job.sizes);
  }

  /** The face that some setup is located or touched by, where that is this one; null: none is. */
  metAs(face: MetFace): MetFace | null {
    const met = this.job.setups.flatMap(({ faces, pinFaces = {}, zero }) => [
      ...AXES.map((a) => faces[a]),
      ...Object.values(pinFaces),
      ...AXES.flatMap((a) => touchedFaces(zero[a])),
    ]);
    return met.find((m) => m.madeBy === face.madeBy && isSameFace(m, face)) ?? null;
  }

  /** Where the axis of a round that comes with the blank runs. */
  #roundAt(face: MetFace, direction: Vec3): Form {
    const first = this.#first[axisOf(face.side)];
    if (!first || isSameFace(first, face)) return NO_FORM;
    const name = `axis of the ${face.name} against the ${first.name}`;
    const within = face.isBlank ? this.job.blank : this.job.sizes;
    return sum(...AXES.map((a) => [direction[a], this.#cause(`round ${face.name} ${a}`, name, within)] as const));
  }

  /** How far work zero is from where it ought to be. Device frame. */
  zeroOf(index: number): Forms {
    let zero = this.#zero.get(index);
    if (!zero) {
      zero = { x: this.#zeroAlong(index, 'x'), y: this.#zeroAlong(index, 'y'), z: this.#zeroAlong(index, 'z') };
      this.#zero.set(index, zero);
    }
    return zero;
  }

  #zeroAlong(index: number, axis: Axis): Form {
    const setup = this.job.setups[index];
    const from = setup.zero[axis];
    if (from.by === 'earlier') return this.zeroOf(from.setup)[axis];
    if (from.by === 'station')
      return sum(
        [
          1,
          this.#cause(`station ${from.station} ${axis}`, `place of ${from.name} in ${axis.toUpperCase()}`, from.within),
        ],
        [
          1,
          this.#cause(
            `home ${index} ${axis}`,
            `homing in ${axis.toUpperCase()} before Op ${setup.op}`,
            setup.axes?.homing ?? NOTHING_OFF,
          ),
        ],
        ...(from.on
          ? [
              [
                1,
                this.#cause(
                  carrierId(from.on, axis),
                  `place on ${from.on.name} in ${axis.toUpperCase()}`,
                  from.on.within,
                ),
              ] as const,
            ]
          : []),
      );
    const touch = this.#cause(
      `touch ${index} ${axis}`,
      `touch-off in ${axis.toUpperCase()} of Op ${setup.op}`,
      from.within,
    );
    if (!from.touched)
      return this.#cause(`no touch ${index} ${axis}`, `zero of Op ${setup.op} in ${axis.toUpperCase()}`, {
        mm: null,
        from: '',
      });
    if (from.touched === 'device') return touch;
    const faces = from.touched;
    const seen = faces.map((face) => {
      const direction = rotate(transpose(setup.pose.rotation), unitVector(`+${axis}`));
      const moved = this.movedAt(index, apply(setup.pose, face.at))[axis];
      return sum([1, moved], [1, this.faceAt(face, face.at, direction)]);
    });
    const where = sum(...seen.map((form) => [1 / faces.length, form] as const));
    return sum([1, touch], [1, from.every ? where : this.#ofFirstPart(where)]);
  }

  /** The same for the part that was touched off: it lay a little otherwise than those that follow. */
  #ofFirstPart(form: Form): Form {
    const own = [...form].map(([id, c]) => {
      if (isOfEveryPart(id)) return [c, of(id)] as const;
      const { name, mm, from } = this.causeOf(id);
      return [c, this.#cause(firstPartOf(id), `first part, ${name}`, { mm, from })] as const;
    });
    return sum(...own);
  }
}

/** Bolted on once for the whole job. */
export const carrierId = (on: { readonly id: string }, axis: Axis): string => `carrier ${on.id} ${axis}`;

/** The face a contact meets. */
export const faceOf = (
  { faces, pinFaces }: Pick<LocatedSetup, 'faces' | 'pinFaces'>,
  { name, axis }: Contact,
): MetFace => pinFaces?.[name] ?? faces[axis];

/** What is as it is for every part, or told of the first one already. */
export const isOfEveryPart = (id: string): boolean =>
  /^(station|carrier|home|scale|touch|no touch|first part:) /.test(id);
/** The same cause on the part that was touched off. */
export const firstPartOf = (id: string): string => `first part: ${id}`;

/** The cause that a face comes out elsewhere than what else that setup cuts. */
export const sizeId = (madeBy: number, side: MetFace['side'], at: Vec3): string =>
  `size ${madeBy} ${side} ${at[axisOf(side)].toFixed(3)}`;

const touchedFaces = (from: ZeroFrom): readonly MetFace[] =>
  from.by === 'touch' && from.touched && from.touched !== 'device' ? from.touched : [];

/** Two that are the same face of the part. */
export const isSameFace = (a: MetFace, b: MetFace): boolean =>
  a.isRound === b.isRound &&
  (a.isRound
    ? a.name === b.name
    : a.side === b.side && Math.abs(a.at[axisOf(a.side)] - b.at[axisOf(b.side)]) < SAME_MM);
