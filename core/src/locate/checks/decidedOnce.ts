import { finding, type Finding, type Told } from '../../findings';
import { andList, capital } from '../../units';
import { isSquareness } from '../determinacy';
import type { Locating } from '../locating';
import { decidedInWords } from '../words';

/** What several locators decide although one would do: the part meets one of them and not the other. */
export function decidedOnce({ twice }: Locating, told: Told): Finding[] {
  return twice
    .filter((t) => !isSquareness(t))
    .flatMap((t): Finding[] => {
      const names = andList([...t.with, t.name].map((n) => `the ${n}`));
      const says = `${capital(names)} ${t.with.length > 1 ? 'all' : 'both'} decide ${decidedInWords(t.motion)}.`;
      if (t.motion.kind === 'slide')
        return [
          finding(told, 'locate/decided-twice', 'caution', {
            says,
            numbers: { locators: t.with.length + 1 },
            because: 'The part touches one of them or the other, as its size comes out.',
            remedy: 'Take one away, or move it clear of the part.',
          }),
        ];
      return [
        finding(told, 'locate/turned-twice', 'note', {
          says,
          numbers: { locators: t.with.length + 1 },
          because: 'Where its sides are not square to each other, it lies against one of them at a corner only.',
          remedy: 'Press it against the side that matters first.',
        }),
      ];
    });
}
