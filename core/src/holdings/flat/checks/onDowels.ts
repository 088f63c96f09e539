import { wayInWords, widestLand, type DowelProblem, type SeatedDowel, type SeatedDowels } from '../../../dowels';
import { finding, type Finding, type Told } from '../../../findings';
import { andList, capital, orList, type Speech } from '../../../units';
import type { Held } from '../../types';

const PROBLEMS: Readonly<Record<DowelProblem, { readonly says: string; readonly remedy: string }>> = {
  'no pattern': {
    says: 'The part is to be put onto dowels, and the job has not two of them.',
    remedy: 'Place them in the section Locate, or set the part against something else.',
  },
  'not drilled': {
    says: 'The dowels are to stand where the holes were drilled, and no setup before this one drills them.',
    remedy: 'Say in the section Locate which setup drills them, or give the dowels a place of their own.',
  },
  'drilled later': {
    says: 'The part is to be put onto dowels before its holes are drilled.',
    remedy: 'Drill them in an earlier setup.',
  },
  'other device': {
    says: 'The dowels are to stand where the holes were drilled, and that was on another device or station.',
    remedy: 'Use the same device on the same station, or give the dowels a place of their own.',
  },
  askew: {
    says: 'The dowel holes do not run upright in this setup: the part does not go onto the dowels.',
    remedy: 'Lay the part so that the holes run along the spindle.',
  },
};

/** A part that is to be put onto dowels, and cannot be. */
function notThere({ dowelProblem, setup }: Held<'flat'>, told: Told): Finding[] {
  const problem = dowelProblem ?? null;
  if (!problem || !setup.hold.dowels) return [];
  return [
    finding(told, 'locate/dowels-not-there', 'stop', {
      ...PROBLEMS[problem],
      numbers: {},
      because: 'Until then nothing says where the part lies: it is drawn where it would lie without dowels.',
    }),
  ];
}

function linesUp({ linesUp: fits, offMm, crooked }: SeatedDowels, told: Told): Finding[] {
  if (fits) return [];
  return [
    finding(told, 'locate/dowels-do-not-line-up', 'stop', {
      says:
        crooked === null
          ? `Laid so, the holes miss the dowels by up to ${told.speech.sizeWithUnit(offMm)}.`
          : `The part goes onto the dowels only turned by ${((Math.abs(crooked) * 180) / Math.PI).toFixed(2)}°: laid straight, the holes miss them by up to ${told.speech.sizeWithUnit(offMm)}.`,
      numbers: { offMm, ...(crooked === null ? {} : { turnedRad: crooked }) },
      because: 'Every cut would come out crooked to those of the side before.',
      remedy:
        'Put the holes on a line along which the part is turned over, or in pairs that mirror each other in it; or give the dowels a place of their own.',
    }),
  ];
}

function oneWay({ wrong }: SeatedDowels, meant: { x: number; y: number }, told: Told): Finding[] {
  if (wrong.length === 0) return [];
  const ways = [...new Set(wrong.map((l) => wayInWords(l, meant, told.speech)))];
  return [
    finding(told, 'locate/goes-on-wrong-way', 'stop', {
      says: `The part also goes onto the dowels ${orList(ways)}.`,
      numbers: { ways: wrong.length },
      because: 'Whoever lays it so sees nothing wrong, and every cut comes in the wrong place.',
      remedy: 'Dowels of two diameters, a third one, or a block against one side of the blank.',
    }),
  ];
}

/** Smaller than this a play is none: half a micrometer. */
const NO_PLAY_MM = 0.0005;

function goesOnByHand({ dowels }: SeatedDowels, told: Told): Finding[] {
  const tight = dowels.filter((d) => d.play.least < -NO_PLAY_MM);
  if (tight.length === 0) return [];
  const least = Math.min(...tight.map((d) => d.play.least));
  const names = andList(tight.map((d) => d.name));
  return [
    finding(told, 'locate/dowel-jams', 'caution', {
      says: `${capital(names)} may be ${told.speech.sizeWithUnit(-least)} larger than ${tight.length === 1 ? 'its hole' : 'their holes'}.`,
      numbers: { dowels: tight.length, playMm: least },
      because: 'What is pressed on does not come off by hand, and is not put on again the same.',
      remedy: 'Dowels of class h8 or g6.',
    }),
  ];
}

/** What asks more of the distance between two dowels than it keeps; null: nothing, or it is not known. */
function fights(
  first: SeatedDowel,
  other: SeatedDowel,
  wrong: number,
  { sizeWithUnit }: Speech,
): Pick<Finding, 'says' | 'numbers' | 'remedy'> | null {
  if (!other.relieved) {
    const takesMm = (Math.max(0, first.play.least) + Math.max(0, other.play.least)) / 2;
    if (wrong <= takesMm) return null;
    return {
      says: `The distance from ${first.name} to ${other.name} may be wrong by ${sizeWithUnit(wrong)}, and their play takes up ${sizeWithUnit(takesMm)}.`,
      numbers: { wrongMm: wrong, takesMm },
      remedy: 'Make the second a relieved dowel, or give the holes more play.',
    };
  }
  const mostMm = widestLand(other.diameter, { round: first.play, relieved: other.play, wrong });
  if (other.land === null || mostMm === null || other.land <= mostMm) return null;
  return {
    says: `The land of ${other.name} is ${sizeWithUnit(other.land)} wide, and at the most ${sizeWithUnit(mostMm)} goes on.`,
    numbers: { wrongMm: wrong, mostMm },
    remedy: 'A dowel with a narrower land, or a larger hole for it.',
  };
}

/** Two dowels go on only if what the distance of their holes is wrong by is taken up somewhere. */
function distanceTakenUp({ dowels: [first, ...others], plusMinus }: SeatedDowels, told: Told): Finding[] {
  const all = plusMinus === null ? [] : others.map((d) => fights(first, d, plusMinus, told.speech));
  const found = all.flatMap((f): Finding[] =>
    f === null
      ? []
      : [
          finding(told, 'locate/dowels-fight', 'caution', {
            ...f,
            because: 'Then the part does not go down onto both of them.',
          }),
        ],
  );
  const noLand = others.some((d) => d.relieved && d.land === null);
  if (found.length > 0 || (plusMinus !== null && !noLand)) return found;
  return [
    finding(told, 'locate/dowel-distance-not-known', 'caution', {
      says: 'Whether the part goes down onto all dowels is not known.',
      numbers: {},
      because:
        plusMinus === null
          ? 'Nobody has said how exactly the distances between holes and dowels come out.'
          : 'Nobody has said how wide the land of the relieved dowel is.',
      remedy: 'Type it in the section Locate, below the holes.',
    }),
  ];
}

function inMaterial({ hold }: Held<'flat'>, told: Told): Finding[] {
  return hold.trouble.flatMap((t): Finding[] =>
    t.kind !== 'dowel-in-nothing'
      ? []
      : [
          finding(told, 'locate/dowel-in-nothing', 'stop', {
            says: `Around ${t.name} only ${Math.round(t.share * 100)} % of what should hold it is there.`,
            numbers: { share: t.share },
            because: 'An earlier cut has taken the blank away there, or it never reached so far.',
            remedy: 'Move the dowel to where the blank stays until this setup.',
          }),
        ],
  );
}

function inMetal({ hold }: Held<'flat'>, told: Told): Finding[] {
  return hold.trouble.flatMap((t): Finding[] =>
    t.kind !== 'dowel-in-metal'
      ? []
      : [
          finding(told, 'locate/dowel-in-metal', 'stop', {
            says: t.fromBelow
              ? `There is no hole where ${t.name} is to stand.`
              : `${capital(t.name)} is longer than its hole is deep.`,
            numbers: {},
            because: t.fromBelow
              ? t.isBore
                ? 'No setup before this one has cut its bore, or it is closed below.'
                : 'No setup before this one has drilled it.'
              : 'The part stands on the dowel and not on what carries it.',
            remedy: t.fromBelow
              ? 'Cut it in an earlier setup, or lay the part with the other side up.'
              : 'Cut the hole deeper in an earlier setup, or let the dowel stand up less.',
          }),
        ],
  );
}

/** Where every part lies somewhere else, so do its holes in the board. */
function staysThere({ anewIn }: SeatedDowels, told: Told): Finding[] {
  if (anewIn === null) return [];
  return [
    finding(told, 'locate/dowels-drilled-anew', 'stop', {
      says: `Op ${anewIn} finds its zero anew for every part: its holes go into the board somewhere else every time.`,
      numbers: { op: anewIn },
      because: 'This zero is planned for dowels where they are drawn, and new holes run into those of the part before.',
      remedy: `Set the part in Op ${anewIn} against pins, a fence or blocks and touch off once, or give the dowels a place of their own.`,
    }),
  ];
}

/** A part on dowels: that they are there, line up, go on one way only, by hand, and all together. */
export function onDowels(held: Held<'flat'>, told: Told): Finding[] {
  const { dowels, seat, setup } = held;
  if (!dowels) return notThere(held, told);
  const { further } = setup.hold;
  const { translation } = seat.pose;
  const single: Finding[] =
    further.length === 0 || !dowels.whereDrilled
      ? []
      : [
          finding(told, 'locate/dowels-for-one', 'stop', {
            says: 'The dowels stand in the holes of one piece: further pieces have none.',
            numbers: { pieces: further.length + 1 },
            because: 'Every further piece would lie on the first.',
            remedy: 'Take the further pieces out, or give the dowels a place of their own.',
          }),
        ];
  return [
    ...single,
    ...staysThere(dowels, told),
    ...linesUp(dowels, told),
    ...oneWay(dowels, translation, told),
    ...goesOnByHand(dowels, told),
    ...distanceTakenUp(dowels, told),
    ...inMaterial(held, told),
    ...inMetal(held, told),
  ];
}
