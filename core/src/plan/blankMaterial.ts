import { isBoxKind, type BlankFacts } from '../blank';
import type { Box3 } from '../frames';
import type { Part } from '../part';
import type { Kernel, Solid } from '../solid';
import { flatsOf } from './flats';
import type { Material } from './whatIsLeft';

/** The blank as material, and what of the part lies inside it. */
export interface BlankMaterial {
  readonly material: Material;
  /** the part, or what of it lies inside the blank */
  readonly kept: Solid;
  readonly keptMm3: number;
  readonly outside: { readonly volumeMm3: number; readonly box: Box3 | null };
}

const NOTHING = { volumeMm3: 0, box: null };

export function blankMaterial(kernel: Kernel, part: Part, blank: BlankFacts, key: string): BlankMaterial {
  const made = kernel.fromMesh(blank.surface);
  const solid = made.ok ? made.value : kernel.box(blank.box);
  const material = { key, solid, volumeMm3: solid.volumeMm3(), flats: flatsOf(part, blank.surface) };
  if (isBoxKind(blank.kind) && blank.short.length === 0) return { material, kept: part.solid, keptMm3: part.solid.volumeMm3(), outside: NOTHING };
  const rest = kernel.subtract(part.solid, solid);
  const outside = rest.isEmpty() || rest.volumeMm3() < 0.01 ? NOTHING : { volumeMm3: rest.volumeMm3(), box: rest.box() };
  rest.release();
  const kept = outside.box ? kernel.intersect(part.solid, solid) : part.solid;
  return { material, kept, keptMm3: kept.volumeMm3(), outside };
}

export function releaseBlank({ material, kept }: BlankMaterial, part: Part): void {
  material.solid.release();
  if (kept !== part.solid) kept.release();
}
