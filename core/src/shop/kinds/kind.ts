import { Type, type Static, type TObject, type TProperties } from '@sinclair/typebox';
import { positive, quantity, quantityOrNull, shortText } from '../../schema';
import { retired } from '../retired';
import { FRICTION } from '../friction';

/** Ways of holding: devices of one family share the fields of a setup's hold and combine means. */
export const FAMILIES = ['vise', 'flat', 'round'] as const;
export type Family = (typeof FAMILIES)[number];

/** All that is known of a kind of device before anything is held in it: the one record to add for a new kind. */
export interface DeviceKindFacts<S extends TObject = TObject, F extends Family = Family> {
  /** its fields in the library, with titles and units for the form */
  readonly schema: S;
  readonly family: F;
  /** what is touched to measure a station for it */
  readonly datumPoint: string;
  /**
   * what decides where its datum is, in words: another entry is another datum, and its station has to be measured
   * again
   */
  datumAs(device: Static<S>): string;
  /** plain sizes a new one starts with */
  readonly starts: Starts<S>;
}

/** The fields of a kind of device besides its name. */
export type Starts<S extends TObject> = Omit<Static<S>, 'kind' | 'id' | 'name' | 'locatesWithin' | 'retired'>;

export const kindOf = <S extends TObject, F extends Family>(facts: DeviceKindFacts<S, F>): DeviceKindFacts<S, F> =>
  facts;

/** How exactly the same part comes to lie in it again. */
const locatesWithin = quantityOrNull({
  title: 'Locates within ±',
  unit: 'mm',
  minimum: 0,
  maximum: 100,
  description: 'Load and clamp one part ten times and indicate it: half of how far the readings differ.',
});

/** So many things a changeover has at most. */
export const MOST_CHANGED = 40;

/** Changing a machine over to a device: one thing after the other, and back again in reverse. */
const changeover = Type.Optional(
  Type.Array(
    Type.Object(
      {
        id: shortText,
        does: Type.String({ maxLength: 300, description: 'What is taken out, put on, connected, raised.' }),
        back: Type.String({ maxLength: 300, description: 'What is done when it is taken down; empty: nothing.' }),
        target: Type.Union([Type.Null(), Type.Number({ minimum: -20_000, maximum: 20_000 })], {
          description: 'What is read off then, mm; null: nothing is read.',
        }),
        within: Type.Number({ minimum: 0, maximum: 100, description: 'So far off the target is still right, mm.' }),
      },
      { additionalProperties: false },
    ),
    { maxItems: MOST_CHANGED, description: 'What is done to the machine before this device can be used on it.' },
  ),
);

/** Fields of a kind of device, with those every device has. */
export function device<K extends string, P extends TProperties>(kind: K, properties: P) {
  return Type.Object(
    {
      kind: Type.Literal(kind),
      id: shortText,
      name: Type.String({ maxLength: 200, title: 'Name' }),
      locatesWithin,
      changeover,
      retired,
      ...properties,
    },
    { additionalProperties: false },
  );
}

export const friction = quantity({
  title: 'Friction on the part',
  unit: '',
  minimum: 0.01,
  maximum: 1.5,
  description: 'Coefficient of friction between device and part, the lower end of what is expected.',
});
export const vacuum = quantity({
  title: 'Vacuum held',
  unit: '%',
  minimum: 1,
  maximum: 99,
  description: 'Share of the air pressure that the pump holds under a part that seals, percent.',
});

/** A flat bed. Datum: the left front corner of its top; x to the right, y to the rear, z up from the top. */
export const bed = {
  width: positive('Width, X', 'mm', 20_000),
  depth: positive('Depth, Y', 'mm', 20_000),
  thickness: positive('Thickness', 'mm', 2000),
};

/** A flat device: its datum is the left front corner of its top. */
export const flatKind = <S extends TObject>(
  kind: string,
  schema: S,
  starts: Starts<S>,
): DeviceKindFacts<S, 'flat'> => ({
  schema,
  family: 'flat',
  datumPoint: `the left front corner of the ${kind} and its top`,
  datumAs: () => kind,
  starts,
});

export const bedStarts = { width: 400, depth: 300, thickness: 25, friction: FRICTION.smoothWet[0] };

/** Jaws about an axis. Datum: the axis at the mouth face of the body; z along the axis away from it. */
export const jaws = {
  minDiameter: quantity({ title: 'Smallest diameter', unit: 'mm', minimum: 0, maximum: 5000 }),
  maxDiameter: positive('Largest diameter', 'mm', 5000),
  gripLength: positive('Jaw length along the axis', 'mm', 1000),
  bodyDiameter: positive('Body diameter', 'mm', 5000),
  bodyHeight: positive('Body height', 'mm', 2000),
  staticForceN: positive('Gripping force at rest, all jaws', 'N', 1e7),
  forceAtOneBarN: quantityOrNull({
    title: 'Gripping force at 1 bar',
    unit: 'N',
    minimum: 0,
    maximum: 1e6,
    description:
      'Area of its cylinder by 0.1 N/mm², as its levers multiply it. Empty: no pressure closes it, or not known.',
  }),
  maxRpm: positive('Highest speed', '1/min', 200_000),
  friction,
};

/** A device that grips about an axis: its datum is the axis at its face. */
export const roundKind = <S extends TObject>(
  kind: string,
  schema: S,
  starts: Starts<S>,
): DeviceKindFacts<S, 'round'> => ({
  schema,
  family: 'round',
  datumPoint: `the axis of the ${kind} and its face`,
  datumAs: () => kind,
  starts,
});

export const jawStarts = {
  minDiameter: 5,
  maxDiameter: 100,
  gripLength: 25,
  forceAtOneBarN: null,
  bodyDiameter: 125,
  bodyHeight: 60,
  staticForceN: 15_000,
  maxRpm: 3000,
  friction: FRICTION.smoothWet[0],
};
