import { AXES, axisOf, signOf, type Axis, type Box3, type Direction } from '../frames';
import type { Ear } from '../job';
import { PART_SIDE } from '../part';
import type { Bond } from '../shop';

/** An ear on a blank. Part coordinates, mm. */
export interface EarFacts {
  readonly id: string;
  /** "ear at the left face", counted where a side has several */
  readonly name: string;
  readonly side: Direction;
  /** along which axis its width runs; the other across its side is the thickness of the blank */
  readonly along: Axis;
  readonly box: Box3;
  /** where it is glued on, mm²; 0: it hangs beside the blank */
  readonly jointMm2: number;
  /** what it is glued on with; null: not chosen, or not in the shop */
  readonly glue: Bond | null;
}

/** The axis along which an ear is wide: of the two across its side the one along which the blank is longer. */
export function alongSide(blank: Box3, side: Direction): Axis {
  const [a, b] = AXES.filter((axis) => axis !== axisOf(side));
  const size = (axis: Axis) => blank.max[axis] - blank.min[axis];
  return size(b) > size(a) + 1e-9 ? b : a;
}

function boxOf(blank: Box3, { side, at, width, out }: Ear, along: Axis): Box3 {
  const axis = axisOf(side);
  const from = signOf(side) > 0 ? blank.max[axis] : blank.min[axis] - out;
  return {
    min: { ...blank.min, [axis]: from, [along]: at - width / 2 },
    max: { ...blank.max, [axis]: from + out, [along]: at + width / 2 },
  };
}

/** The ears of a blank that is a block in shape. */
export function earsOn(blank: Box3, ears: readonly Ear[], bonds: readonly Bond[]): EarFacts[] {
  return ears.map((ear) => {
    const along = alongSide(blank, ear.side);
    const box = boxOf(blank, ear, along);
    const glued = Math.min(box.max[along], blank.max[along]) - Math.max(box.min[along], blank.min[along]);
    const [thick] = AXES.filter((axis) => axis !== along && axis !== axisOf(ear.side));
    const row = ears.filter((e) => e.side === ear.side);
    const number = row.length > 1 ? ` ${row.indexOf(ear) + 1}` : '';
    return {
      id: ear.id,
      name: `ear${number} at the ${PART_SIDE[ear.side]}`,
      side: ear.side,
      along,
      box,
      jointMm2: Math.max(0, glued) * (blank.max[thick] - blank.min[thick]),
      glue: bonds.find((b) => b.id === ear.bond) ?? null,
    };
  });
}
