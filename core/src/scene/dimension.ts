import type { Dimension } from './scene';

/** From one height of a view to another. `name`: what it is; empty: the width of the whole. */
export const vertical = (name: string, from: number, to: number, reach: number, side: 'left' | 'right', value: string): Dimension => ({ kind: 'dimension', measures: name || 'width', along: 'vertical', from, to, reach, side, name, value });

/** From left to right of a view. `name`: what it is; empty: the length of the whole. */
export const horizontal = (name: string, from: number, to: number, reach: number, side: 'top' | 'bottom', value: string): Dimension => ({ kind: 'dimension', measures: name || 'length', along: 'horizontal', from, to, reach, side, name, value });
