import { pocketOf, restIn } from './seat';
import { touchedFace, type SeatFacts } from '../../seat';
import type { Vise } from '../../shop';
import type { Speech } from '../../units';
import type { HoldSetup } from '../../hold/input';

/**
 * What the operator does to load a vise, in order.
 * @param spacerMm what stands between the jaws' faces while a pocket is cut: their distance when the part is gripped
 */
export function viseSteps({
  setup,
  seat,
  vise,
  speech,
  spacerMm,
}: {
  readonly setup: HoldSetup<'vise'>;
  readonly seat: SeatFacts;
  readonly vise: Vise;
  readonly speech: Speech;
  readonly spacerMm: number;
}): string[] {
  const rest = restIn(vise, setup);
  const { stop, torque, softJaws } = setup.hold;
  const pocket = pocketOf(setup);
  return [
    'Clean jaws, bed and the faces that touch; no chips, no burrs.',
    ...(pocket
      ? [
          `Put in the soft jaws with the pocket for this part, ${speech.sizeWithUnit(pocket.depth)} deep, ledges ${speech.sizeWithUnit(pocket.ledge)} wide; it was cut with the vise closed on a spacer ${speech.sizeWithUnit(spacerMm)} thick, to the same torque, its ${stop.side} wall at X ${speech.signed(stop.position)} from the jaws' left end.`,
        ]
      : []),
    ...(softJaws.on && !pocket
      ? [
          `Put in the soft jaws with the pocket for this part, ${speech.sizeWithUnit(softJaws.depth)} deep; the pocket was cut with the vise closed to the same torque.`,
        ]
      : []),
    ...(rest.name === 'parallels'
      ? [`Parallels ${speech.sizeWithUnit(rest.height)} high against both jaws.`]
      : rest.name === 'jaw steps'
        ? [`Part on the jaw steps, ${speech.sizeWithUnit(rest.height)} above the bed.`]
        : rest.name === 'pocket floor'
          ? [`Part on the floor of the pocket, ${speech.sizeWithUnit(rest.height)} above the bed.`]
          : ['Part on the bed, no parallels.']),
    ...(pocket
      ? []
      : [
          `Stop on the ${stop.side}: X ${speech.signed(stop.position)} from the jaws' left end, ${speech.sizeWithUnit(stop.fromJaw)} in front of the fixed jaw, ${speech.sizeWithUnit(stop.height)} above the bed.`,
        ]),
    `Part in: ${touchedFace(seat.rest)} down, ${touchedFace(seat.y)} to the fixed jaw, ${pocket ? `${touchedFace(seat.x)} to the ${stop.side}, all of it in the pocket` : `${touchedFace(seat.x)} against the stop`}.`,
    ...setup.hold.further.map(
      (p, i) =>
        `Piece ${i + 2} in the same way, its ${pocket ? 'pocket wall' : 'stop'} at X ${speech.signed(stop.position + p.x)}.`,
    ),
    ...(setup.hold.further.length > 0
      ? [
          'All pieces of one width: the widest takes the force, a narrower one stays loose. Paper or soft strip between jaw and pieces evens it out.',
        ]
      : []),
    'Close until snug.',
    ...(rest.name === 'parallels' ? ['Tap the part down until neither parallel moves.'] : []),
    torque === null
      ? `Tighten to the rated ${speech.torque(vise.ratedTorqueNm)}.`
      : `Tighten to ${speech.torque(torque)}, not more.`,
    ...(rest.name === 'parallels' ? ['Try both parallels again: they must not move.'] : []),
  ];
}

export function viseRelease(setup: HoldSetup<'vise'>, vise: Vise): string[] {
  const { name } = restIn(vise, setup);
  return [
    'Hold the part while the jaw opens.',
    name === 'parallels'
      ? 'Take out the parallels, brush jaws and bed clean.'
      : name === 'pocket floor'
        ? 'Brush the pocket and the bed clean.'
        : 'Brush jaws and bed clean.',
  ];
}
