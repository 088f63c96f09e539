import type { Role, Scene, Shape } from '../scene';
import { circleLoop, type Outlines } from '../solid';
import type { Speech } from '../units';

/** Of what a number is: lengths mm, forces N, torques N·m, surface speeds m/min, angles degrees. */
export type SumUnit = 'length' | 'force' | 'torque' | 'surface speed' | 'degrees' | 'meters' | 'plain';

/** A number that is asked for. */
export interface SumNumber {
  readonly key: string;
  readonly label: string;
  readonly unit: SumUnit;
  /** what stands in it first */
  readonly start: number;
  readonly min: number;
  readonly max: number;
  /** the smallest value itself is not allowed */
  readonly positive?: boolean;
  readonly signed?: boolean;
  /** how many there are: a whole number */
  readonly whole?: boolean;
}

/** One of several that is asked for. */
export interface SumChoice {
  readonly key: string;
  readonly label: string;
  readonly unit: 'choice';
  readonly start: string;
  readonly choices: readonly string[];
}

export type SumField = SumNumber | SumChoice;
export type SumValues = Readonly<Record<string, number | string>>;

/** What comes out: a length, said in both units, or something else in words. */
export type SumResult =
  | { readonly label: string; readonly mm: number; readonly signed?: true }
  | { readonly label: string; readonly says: string };

export interface SumAnswer {
  readonly results: readonly SumResult[];
  /** to be read out */
  readonly sentence: string;
  /** to scale; null: there is nothing to draw */
  readonly scene: Scene | null;
}

/** A sum a machinist wants without a job: the same functions as the jobs use, with a drawing and a source. */
export interface QuickSum {
  readonly id: string;
  readonly name: string;
  /** when it is wanted */
  readonly what: string;
  readonly fields: readonly SumField[];
  readonly source: string;
  /** @returns what is wrong with the numbers, where they make no sense together */
  readonly answer: (values: SumValues, speech: Speech) => SumAnswer | { readonly problem: string };
}

/** A value as a number. */
export const num = (values: SumValues, key: string): number => Number(values[key]);

/** A circle that looks round however large it is drawn. */
export const roundOf = (u: number, v: number, radius: number): Outlines => {
  const shown = Math.max(radius, 1e-3);
  return [circleLoop({ u, v, radius: shown, deviation: shown / 2000 }).points];
};

/** A length that is asked for. */
export const sizeField = (key: string, label: string, start: number, change: Partial<SumNumber> = {}): SumNumber => ({
  ...{ key, label, unit: 'length', start, min: 0, max: 10_000 },
  ...change,
});
/** More than nothing. */
export const above = { min: 0.001, positive: true } as const;
export const region = (role: Role, outlines: Outlines): Shape => ({ kind: 'region', role, outlines });
