import { finding, type Finding, type Told } from '../../../findings';
import type { HoldFacts, HoldTrouble } from '../../../hold';
import { capital } from '../../../units';

/** A bolt holds with what it is tightened to, and not more than it stands. */
export function boltHolds(hold: HoldFacts, told: Told): Finding[] {
  return hold.trouble.flatMap((t): Finding[] => {
    if (t.kind === 'torque-missing') {
      return [
        finding(told, 'hold/clamp-torque-missing', 'stop', {
          says: `The torque of ${t.name} is not given.`,
          numbers: {},
          because: 'Without it nobody knows what it holds.',
          remedy: 'Enter the torque; the operator tightens to it.',
        }),
      ];
    }
    if (t.kind === 'strap-bends' || t.kind === 'strap-no-lever') return [strapGives(t, told)];
    if (t.kind === 'anchor-gives') return [anchorGives(t, told)];
    if (t.kind !== 'bolt-over-proof') return [];
    const over = t.forceN > t.proofN || t.share > 0.9;
    return [
      finding(told, over ? 'hold/bolt-over-proof-load' : 'hold/bolt-near-proof-load', over ? 'stop' : 'caution', {
        says: `The bolt of ${t.name} is pulled with ${told.speech.force(t.forceN)} of the ${told.speech.force(t.proofN)} it stands; with the twist of tightening it comes to ${Math.round(t.share * 100)} % of its yield.`,
        numbers: { forceN: t.forceN, proofN: t.proofN, share: t.share },
        because:
          'Near its proof load (ISO 898-1), or above 90 % of yield with the twist (VDI 2230), a bolt stretches for good and lets go.',
        remedy: 'Tighten less, or use a larger or stronger bolt.',
      }),
    ];
  });
}

type Trouble<K extends HoldTrouble['kind']> = Extract<HoldTrouble, { kind: K }>;

function strapGives(t: Trouble<'strap-bends' | 'strap-no-lever'>, told: Told): Finding {
  if (t.kind === 'strap-bends') {
    return finding(told, 'hold/strap-bends', 'stop', {
      says: `${capital(t.name)} bends: ${Math.round(t.stressMPa)} N/mm² over its bolt; its steel yields at about 300 N/mm².`,
      numbers: { stressMPa: t.stressMPa },
      because: 'A bent strap presses with its edge, and lets go.',
      remedy: 'Tighten less, move the bolt nearer to the part, or take a thicker strap.',
    });
  }
  return finding(told, 'hold/strap-no-lever', 'stop', {
    says:
      t.why === 'lever'
        ? `${capital(t.name)} has no lever: its bolt and its heel stand where it presses.`
        : `${capital(t.name)} is no wider than the hole for its bolt.`,
    numbers: {},
    because: 'Such a strap presses on nothing.',
    remedy:
      t.why === 'lever'
        ? 'Enter how far the bolt and the heel are from where it presses.'
        : "Enter the strap's width and thread as they are on the page Shop.",
  });
}

/** What the bolt is screwed into, a slot or a plate, gives before the bolt does. */
function anchorGives(t: Trouble<'anchor-gives'>, told: Told): Finding {
  const [gives, pulls] = [told.speech.force(t.bearsN), told.speech.force(t.forceN)];
  const numbers = { bearsN: t.bearsN, forceN: t.forceN };
  const level = t.forceN > t.bearsN ? 'stop' : 'caution';
  return t.in === 'slot'
    ? finding(told, 'hold/slot-lips-give', level, {
        says: `The lips of the slot under ${t.name} bear ${gives}, reckoned as cast iron as high as the slot is wide; the bolt pulls ${pulls}.`,
        numbers,
        because: 'A lip that is pulled out ruins the table.',
        remedy: 'Tighten less, use more straps, or take a longer T-nut.',
      })
    : finding(told, 'hold/plate-thread-strips', level, {
        says: `The tapped hole under ${t.name} bears ${gives}, reckoned as an aluminum plate with 1.5 diameters of thread; the bolt pulls ${pulls}.`,
        numbers,
        because: 'The thread in the plate gives before the bolt does.',
        remedy: 'Tighten less, use more straps, or put inserts of steel into the plate.',
      });
}
