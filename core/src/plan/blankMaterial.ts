import { isBoxKind, type BlankFacts } from '../blank';
import { AXES, DIRECTIONS, axisOf, signOf, type Box3 } from '../frames';
import { levelsBelowTop, type Part } from '../part';
import {
  barAround,
  DEVIATION_MM,
  isGapOfFacets,
  shareSlopes,
  TOUCH_MM,
  type Kernel,
  type Solid,
  type TriangleMesh,
} from '../solid';
import { flatsOf } from './flats';
import { Material, UNCUT } from './material';

/** The blank as material, and what of the part lies inside it. */
export interface BlankMaterial {
  readonly material: Material;
  /** the part, or what of it lies inside the blank */
  readonly kept: Solid;
  readonly keptMm3: number;
  readonly outside: { readonly volumeMm3: number; readonly box: Box3 | null };
}

const NOTHING = { volumeMm3: 0, box: null };

/** A blank whose sides lie within a tenth of a micrometer of a face of the part lies on it exactly. */
function onPart(mesh: TriangleMesh, part: Part): TriangleMesh {
  const levels = AXES.map((axis) =>
    DIRECTIONS.filter((d) => axisOf(d) === axis).flatMap((d) => [
      ...levelsBelowTop(part, d).map((l) => l.level),
      signOf(d) > 0 ? part.box.max[axis] : part.box.min[axis],
    ]),
  );
  const positions = mesh.positions.slice();
  for (let i = 0; i < positions.length; i++) {
    let least = TOUCH_MM;
    const at = mesh.positions[i];
    for (const level of levels[i % 3]) {
      const off = Math.abs(level - at);
      if (off < least) {
        least = off;
        positions[i] = level;
      }
    }
  }
  return { ...mesh, positions };
}

/** An ear goes on into the blank by so much, so that both become one body, mm. */
const INTO_MM = 0.5;

/** The blank with what is glued to its sides. */
function withEars(kernel: Kernel, plain: Solid, { ears = [] }: BlankFacts): Solid {
  const glued = ears.filter((e) => e.jointMm2 > 0);
  if (glued.length === 0) return plain;
  const boxes = glued.map(({ box, side }) => {
    const axis = axisOf(side);
    const [min, max] = [{ ...box.min }, { ...box.max }];
    if (signOf(side) > 0) min[axis] -= INTO_MM;
    else max[axis] += INTO_MM;
    return kernel.box({ min, max });
  });
  const joined = kernel.union([plain, ...boxes]);
  [plain, ...boxes].forEach((s) => s.release());
  return joined;
}

export function blankMaterial(kernel: Kernel, part: Part, blank: BlankFacts): BlankMaterial {
  const round = blank.round ? barAround(part.surface, blank.round.bar, blank.round.center) : null;
  const bare = onPart(round ?? blank.surface, part);
  const made = kernel.fromMesh(bare);
  const plain = made.ok ? made.value : kernel.box(blank.box);
  const solid = withEars(kernel, plain, blank);
  const surface = solid === plain ? bare : solid.mesh();
  const flats = flatsOf(part, surface);
  const slopes = !isBoxKind(blank.kind) && shareSlopes(part.solid.mesh(), surface);
  const whole = (kept: Solid, keptMm3: number) =>
    new Material({
      kernel,
      frame: solid,
      kept,
      keptMm3,
      flats,
      slopes,
      whole: true,
      bounds: blank.kind === 'own solid' || kept !== part.solid ? null : UNCUT,
    });
  if (isBoxKind(blank.kind) && blank.short.length === 0) {
    const keptMm3 = part.solid.volumeMm3();
    return { material: whole(part.solid, keptMm3), kept: part.solid, keptMm3, outside: NOTHING };
  }
  const rest = kernel.subtract(part.solid, solid);
  const isNothing = () =>
    rest.isEmpty() ||
    rest.volumeMm3() < 0.01 ||
    isGapOfFacets(
      { mesh: rest.mesh(), volumeMm3: rest.volumeMm3() },
      [
        { mesh: part.surface, turned: false },
        { mesh: surface, turned: true },
      ],
      DEVIATION_MM,
    );
  const outside = isNothing() ? NOTHING : { volumeMm3: rest.volumeMm3(), box: rest.box() };
  rest.release();
  const kept = outside.box ? kernel.intersect(part.solid, solid) : part.solid;
  const keptMm3 = kept.volumeMm3();
  return { material: whole(kept, keptMm3), kept, keptMm3, outside };
}

export function releaseBlank({ material, kept }: BlankMaterial, part: Part): void {
  material.release();
  if (kept !== part.solid) kept.release();
}
