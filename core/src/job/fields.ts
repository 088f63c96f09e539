import { Type } from '@sinclair/typebox';
import { shortText } from '../schema';

export const featureId = Type.String({ minLength: 1, maxLength: 300, description: 'Id of an entry of "features".' });
export const refersTo = Type.Union([Type.Null(), shortText]);
export const entryId = Type.String({
  minLength: 1,
  maxLength: 60,
  description: 'Tells the entry from the others of its list, whatever else of it changes.',
});

export const within = (min: number, max: number, description?: string) =>
  Type.Number({ minimum: min, maximum: max, ...(description ? { description } : {}) });
/** A ±, mm; null: nobody has said. */
export const plusMinus = (description: string) =>
  Type.Union([Type.Null(), Type.Number({ minimum: 0, maximum: 100 })], { description });
/** A place on a device along one of its axes, mm. */
export const onDevice = within(-20_000, 20_000);
