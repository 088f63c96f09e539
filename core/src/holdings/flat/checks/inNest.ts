import { finding, type Finding, type Told } from '../../../findings';
import { turnInWords } from '../../../dowels';
import { orList } from '../../../units';
import type { Held } from '../../types';

/** A part in the outline of its jig: that there is one, and that it goes in one way only. */
export function inNest({ setup, hold }: Held<'flat'>, told: Told): Finding[] {
  if (!setup.jig.on)
    return [
      finding(told, 'locate/nest-without-jig', 'stop', {
        says: 'The part is to be put into its jig, and none is cut for this setup.',
        numbers: {},
        because: 'Until then nothing says where the part lies.',
        remedy: 'Switch the jig on in the section Hold, or set the part against something else.',
      }),
    ];
  return hold.trouble.flatMap((t): Finding[] =>
    t.kind !== 'nest-fits-otherwise' || t.turns.length === 0
      ? []
      : [
          finding(told, 'locate/goes-into-jig-wrong-way', 'stop', {
            says: `The part also goes into its jig ${t.free ? 'turned by any angle' : orList(t.turns.map(turnInWords))}.`,
            numbers: { ways: t.turns.length },
            because: 'Whoever lays it so sees nothing wrong, and every cut comes in the wrong place.',
            remedy: 'A peg in the jig where only the right way leaves room; then say so when you accept this.',
          }),
        ],
  );
}
