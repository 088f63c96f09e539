import type { Box3 } from '../frames';
import type { Solid, TriangleMesh } from '../solid';

/** The finished part in part coordinates. */
export interface Part {
  readonly solid: Solid;
  /** the surface as it was read, with curved faces marked */
  readonly surface: TriangleMesh;
  readonly box: Box3;
}
