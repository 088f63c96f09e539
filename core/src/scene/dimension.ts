import type { Dimension } from './scene';

/** Where a dimension stands: at which side of the view, and how far into it its extension lines reach. */
interface Standing<S extends Dimension['side']> {
  readonly reach: number;
  readonly side: S;
}

type Range = readonly [from: number, to: number];

/** From one height of a view to another. `name`: what it is; empty: the width of the whole. */
export const vertical = (
  name: string,
  [from, to]: Range,
  at: Standing<'left' | 'right'>,
  value: string,
): Dimension => ({ kind: 'dimension', measures: name || 'width', along: 'vertical', from, to, ...at, name, value });

/** From left to right of a view. `name`: what it is; empty: the length of the whole. */
export const horizontal = (
  name: string,
  [from, to]: Range,
  at: Standing<'top' | 'bottom'>,
  value: string,
): Dimension => ({ kind: 'dimension', measures: name || 'length', along: 'horizontal', from, to, ...at, name, value });
