import { G, Path, Svg, Text, View } from '@react-pdf/renderer';
import { layoutScene, projectionSymbol } from '@violet-jaw/core/drawing';
import { DRAWING_FONT, type Picture } from '@violet-jaw/core/sheet';
import type { Projection } from '@violet-jaw/core/shop';
import { familyFor } from './characters';
import { PATH_STYLE } from '../drawings/ink';
import { NUMBER, styles, TEXT } from './style';

export function Drawing({ picture: { scene, width, height, scale, margins } }: { picture: Picture }) {
  const page = layoutScene(scene, {
    width,
    height,
    ...(scale === null ? {} : { scale }),
    fontSize: DRAWING_FONT,
    hatchSpacing: 4.5,
    markSize: 6,
    margins,
  });
  return (
    <Svg width={width} height={height} viewBox={`0 0 ${width} ${height}`}>
      <G>
        {page.primitives.map((p, i) => {
          if (p.kind === 'text') {
            return (
              <Text
                key={i}
                x={p.at[0]}
                y={p.at[1]}
                textAnchor={p.anchor}
                style={{
                  fontSize: p.size,
                  fontFamily: familyFor(p.text, p.role === 'label' ? TEXT : NUMBER),
                  fontWeight: p.role === 'register' ? 700 : 400,
                }}
              >
                {p.text}
              </Text>
            );
          }
          const s = PATH_STYLE[p.role] ?? {};
          return (
            <Path
              key={i}
              d={p.d}
              fill={s.fill ?? 'none'}
              fillRule="evenodd"
              stroke={s.stroke ?? 'none'}
              strokeWidth={s.width ?? 0}
              strokeDasharray={s.dash}
              strokeLinecap={s.cap}
            />
          );
        })}
      </G>
    </Svg>
  );
}

/** Says how the views stand to each other (ISO 5456-2). */
export function ProjectionMark({ projection }: { projection: Projection }) {
  return (
    <View style={[styles.row, { alignItems: 'center', gap: 6, marginBottom: 3 }]}>
      <Svg width={56} height={24} viewBox="0 0 56 24">
        {projectionSymbol(projection, [6, 12], 16).map((p, i) => {
          const s = p.kind === 'path' ? PATH_STYLE[p.role] : undefined;
          return p.kind === 'path' ? (
            <Path
              key={i}
              d={p.d}
              fill="none"
              stroke={s?.stroke ?? 'none'}
              strokeWidth={s?.width ?? 0}
              strokeDasharray={s?.dash}
            />
          ) : null;
        })}
      </Svg>
      <Text>{projection}</Text>
    </View>
  );
}
