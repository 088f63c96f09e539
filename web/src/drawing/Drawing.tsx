import { memo, useMemo } from 'react';
import { layoutScene, type Margins, type Page, type Primitive, type Scene } from '@violet-jaw/core/drawing';

function draw(p: Primitive, i: number, pick: (() => void) | undefined) {
  if (p.kind === 'text') {
    return (
      <text key={i} x={p.at[0]} y={p.at[1]} textAnchor={p.anchor} className={p.role} fontSize={p.size}>
        {p.text}
      </text>
    );
  }
  if (p.role === 'left' && pick)
    return <path key={i} d={p.d} className="left pickable" fillRule="evenodd" onClick={pick} />;
  return <path key={i} d={p.d} className={p.role} fillRule="evenodd" />;
}

/** Primitives of a page, for inside an svg. */
export const PrimitiveList = memo(function PrimitiveList({ primitives }: { primitives: readonly Primitive[] }) {
  return <>{primitives.map((p, i) => draw(p, i, undefined))}</>;
});

/** Draws primitives; dimensions named `measured` stand out. */
export function PageView({
  page,
  title,
  measured,
  onPick,
}: {
  page: Pick<Page, 'width' | 'height' | 'primitives'>;
  title: string;
  measured?: string | null;
  onPick?: () => void;
}) {
  return (
    <svg
      className="drawing"
      role="img"
      aria-label={title}
      viewBox={`0 0 ${page.width} ${page.height}`}
      width={page.width}
      height={page.height}
    >
      {page.primitives.map((p, i) =>
        p.measures && p.measures === measured ? (
          <g key={i} className="measured">
            {draw(p, i, undefined)}
          </g>
        ) : (
          draw(p, i, onPick)
        ),
      )}
    </svg>
  );
}

interface DrawingProps {
  readonly scene: Scene;
  readonly width: number;
  readonly height: number;
  readonly fontSize?: number;
  readonly scale?: number;
  readonly margins?: Margins;
  readonly measured?: string | null;
  readonly onPick?: () => void;
}

/** A scene on screen, as large as fits or at a given scale. */
export function Drawing({ scene, width, height, fontSize = 13, scale, margins, measured, onPick }: DrawingProps) {
  const page = useMemo(
    () =>
      layoutScene(scene, {
        width,
        height,
        scale,
        margins,
        fontSize,
        hatchSpacing: fontSize < 8 ? 5 : 7,
        markSize: fontSize < 8 ? 4 : 7.5,
      }),
    [scene, width, height, scale, margins, fontSize],
  );
  return <PageView page={page} title={scene.title} measured={measured} onPick={onPick} />;
}
