import type { RoundDevice } from '../../shop';
import { armAlongX, armUp, type BendingInput, type Span } from '../../hold/bending';

/** Where a part gripped about an axis can give: beyond the jaws, between what carries it, at its free end. */
export function spansInRound(input: BendingInput<'round'>, device: RoundDevice): Span[] {
  const {
    gripped,
    seat,
    removed,
    setup: { hold: round },
  } = input;
  if (!gripped) return [];
  if (device.kind !== 'rotary axis') return armUp(input, gripped.to, 'above the jaws');
  const end = Math.min(removed.max.x, seat.finishedBox.max.x);
  const held = [
    gripped.to,
    ...[...round.supports].sort((a, b) => a - b).filter((x) => x > gripped.to && x < end),
    ...(round.tailstock ? [seat.loadedBox.max.x] : []),
  ];
  const between = held
    .slice(1)
    .flatMap((to, i) =>
      removed.max.x > held[i]
        ? armAlongX({ input, from: held[i], to, where: 'between what carries it', both: true })
        : [],
    );
  return [
    ...between,
    ...(round.tailstock || end <= held[held.length - 1]
      ? []
      : armAlongX({ input, from: held[held.length - 1], to: end, where: 'at its free end' })),
  ];
}
