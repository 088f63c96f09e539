import { AXES, type Axis } from '../../frames';
import { PART_SIDE } from '../../part';
import { finding, type Finding, type Told } from '../../findings';
import type { Contact, SeatFacts } from '..';

/** Film between the part and what decides where it lies has to count, or be off. Tape holds the film, not the part. */
export function filmCounts(seat: SeatFacts, { bonded }: { readonly bonded: boolean }, told: Told): Finding[] {
  const { film } = seat;
  if (!film) return [];
  const met: Readonly<Record<Axis, Contact>> = { x: seat.x, y: seat.y, z: seat.rest };
  const uncounted = AXES.flatMap((axis): Finding[] => {
    const contact = met[axis];
    const mm = film[contact.faces] ?? 0;
    const locator = seat.locators[axis];
    if (mm === 0 || !contact.touches || contact.what !== undefined || locator.film !== undefined) return [];
    return [
      finding(told, 'seat/film-not-counted', 'stop', {
        says: `The film on the part's ${PART_SIDE[contact.side]}, ${told.speech.sizeWithUnit(mm)} thick, lies between it and the ${locator.name}, and does not count there.`,
        numbers: { mm },
        because: `The part lies that much off in ${axis.toUpperCase()}.`,
        remedy: `Pull the film off that side, and say so with the blank.`,
      }),
    ];
  });
  const stuck = bonded && seat.locators.z.film !== undefined;
  return [
    ...uncounted,
    ...(stuck
      ? [
          finding(told, 'hold/bond-on-film', 'stop', {
            says: `The bond sticks to the film on the part's ${PART_SIDE[seat.rest.side]}, not to the part.`,
            numbers: { mm: seat.locators.z.film! },
            because: 'Film is made to come off: the part goes with the first side cut.',
            remedy: 'Pull the film off that side and say so with the blank, or hold the part another way.',
          }),
        ]
      : []),
  ];
}
