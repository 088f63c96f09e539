import { Type, type Static } from '@sinclair/typebox';
import { onDevice, plusMinus, refersTo, within } from './fields';

const forceN = (description: string) =>
  Type.Union([Type.Null(), Type.Number({ minimum: 0, maximum: 1e7 })], { description });

export const JOINT_WAYS = ['bolts', 'vacuum', 'magnet', 'bond', 'own weight'] as const;

/** What a device stands on when it does not stand on the table itself. */
export const standsOnSchema = Type.Union(
  [
    Type.Null(),
    Type.Object(
      {
        device: refersTo,
        x: onDevice,
        y: onDevice,
        height: within(0, 2000, "How high the device's datum lies above the datum of what it stands on."),
        plusMinus: plusMinus('How exactly it comes to stand there again.'),
        joint: Type.Object(
          {
            by: Type.Union(JOINT_WAYS.map((w) => Type.Literal(w))),
            liftsAtN: forceN('A pull straight up that it bears; null: not known.'),
            slidesAtN: forceN('A push sideways that it bears; null: not known.'),
          },
          { additionalProperties: false, description: 'What keeps the two together.' },
        ),
      },
      { additionalProperties: false },
    ),
  ],
  {
    description:
      'The device stands on another one (a vacuum plate on a fixture plate; a board that carries the part, on a vacuum plate): the station is measured for that other device, x and y lead from its datum to that of the device. null: it stands on the station itself.',
  },
);
export type StandsOn = NonNullable<Static<typeof standsOnSchema>>;

interface Stands {
  readonly station: string | null;
  readonly device: string | null;
  readonly standsOn: StandsOn | null;
}

/**
 * Whether two setups have the very same device at the very same place of one station, on the same other device if on
 * any: wherever that is, it is there both times.
 */
export function standsWhere(a: Stands, b: Stands): boolean {
  const [p, q] = [a.standsOn, b.standsOn];
  const alike =
    p === null || q === null ? p === q : p.device === q.device && p.x === q.x && p.y === q.y && p.height === q.height;
  return a.station === b.station && a.device === b.device && alike;
}

/**
 * The first of the setups between two that takes off what stands on their station, to set up something else there: a
 * device that comes back does not stand where it stood. undefined: it stays, as far as is decided.
 */
export const takesItOff = <S extends Stands>(between: readonly S[], stands: Stands): S | undefined =>
  between.find((s) => s.device !== null && s.station === stands.station && !standsWhere(s, stands));
