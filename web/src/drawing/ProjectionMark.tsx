import { projectionSymbol } from '@violet-jaw/core/drawing';
import type { Projection } from '@violet-jaw/core/shop';
import { PrimitiveList } from './Drawing';

/** How the views stand to each other, as a symbol and in words (ISO 5456-2); nothing for drawings that do not tell. */
export function ProjectionMark({ projection }: { projection: Projection | undefined }) {
  if (!projection) return null;
  return (
    <div className="d-flex align-items-center gap-2 quiet">
      <svg className="drawing" width={56} height={24} viewBox="0 0 56 24" aria-hidden="true">
        <PrimitiveList primitives={projectionSymbol(projection, [6, 12], 16)} />
      </svg>
      {projection}
    </div>
  );
}
