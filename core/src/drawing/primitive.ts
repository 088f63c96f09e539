import type { Point, Role } from '../scene';

/** What a renderer draws: paths and texts in page units, y downwards. Screen and PDF get the same. */
export type Primitive =
  | { readonly kind: 'path'; readonly d: string; readonly role: PathRole; readonly measures?: string }
  | {
      readonly kind: 'text';
      readonly at: Point;
      readonly text: string;
      readonly anchor: 'start' | 'middle' | 'end';
      readonly role: 'label' | 'number' | 'register';
      readonly size: number;
      readonly measures?: string;
    };

export type PathRole =
  | Role
  | 'hatch'
  | 'stipple'
  | 'dimension'
  | 'arrow'
  | 'zero-ink'
  | 'zero-paper'
  | 'zero-line'
  | 'ground'
  | 'number-ground';
