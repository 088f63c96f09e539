import { finding, type Finding, type Told } from '../../findings';
import { andList, capital } from '../../units';
import { isSquareness } from '../determinacy';
import type { Locating } from '../locating';
import { decidedInWords } from '../words';

const ONE_OR_OTHER = {
  because: 'The part touches one of them or the other, as its size comes out.',
  remedy: 'Take one away, or move it clear of the part.',
};
const AT_A_CORNER = {
  because: 'Where its sides are not square to each other, it lies against one of them at a corner only.',
  remedy: 'Press it against the side that matters first.',
};

/** What several locators decide although one would do: the part meets one of them and not the other. */
export function decidedOnce({ twice }: Locating, told: Told): Finding[] {
  return twice
    .filter((t) => !isSquareness(t))
    .map((t): Finding => {
      const names = andList([...t.with, t.name].map((n) => `the ${n}`));
      const says = `${capital(names)} ${t.with.length > 1 ? 'all' : 'both'} decide ${decidedInWords(t.motion)}.`;
      const numbers = { locators: t.with.length + 1 };
      return t.motion.kind === 'slide'
        ? finding(told, 'locate/decided-twice', 'caution', { says, numbers, ...ONE_OR_OTHER })
        : finding(told, 'locate/turned-twice', 'note', { says, numbers, ...AT_A_CORNER });
    });
}
