import { holdingOf } from '../holdings';
import { AXES, type Axis } from '../frames';
import { PART_SIDE } from '../part';
import type { PlannedJob, PlannedSetup, SetupFacts } from '../plan';
import { speechIn } from '../units';
import { lengthInRegister, lengthRegisterOf, toolOf, type Touch } from '../zero';
import type { Otherwise } from './otherwise';
import type { Cause } from './types';

interface About {
  readonly planned: PlannedSetup;
  readonly facts: SetupFacts;
  readonly all: PlannedJob;
  readonly otherwise: readonly Otherwise[];
  readonly say: (mm: number) => string;
}

/**
 * Every mistake known for a setup, with what it does to the measured zero, from the terms of its ledger and its
 * touch-off.
 */
export function causesOf(
  all: PlannedJob,
  planned: PlannedSetup,
  units: 'mm' | 'inch',
  otherwise: readonly Otherwise[],
): Cause[] {
  const { facts } = planned;
  if (!facts) return [];
  const speech = speechIn(units);
  const about: About = { planned, facts, all, otherwise, say: (mm) => speech.size(Math.abs(mm)) };
  return AXES.flatMap((axis) => [
    ...wrongFaces(about, axis),
    ...toolMistakes(about, axis),
    ...lengthMistakes(about, axis),
    ...parallelMistakes(about, axis),
    ...flips(about, axis),
    ...registers(about, axis),
  ]).filter((c) => Math.abs(c.delta) > 1e-6);
}

const touchesOf = ({ facts }: About, axis: Axis): readonly Touch[] => facts.worksheet[AXES.indexOf(axis)].touches;
const tool = ({ planned }: About) =>
  (planned.setup.touchOff.side.with === 'indicator' ? 0 : planned.setup.touchOff.side.diameter / 2) +
  planned.setup.touchOff.side.thickness;

/**
 * Another face than the one meant: the finished one under the raw one or the reverse, the other side of the part, the
 * device.
 */
function wrongFaces(about: About, axis: Axis): Cause[] {
  const { facts, say } = about;
  const touches = touchesOf(about, axis);
  if (touches.length !== 1) return [];
  const [touch] = touches;
  // the device is touched before the part is there
  if (touch.body === 'device') return [];
  const own = facts.zero.shiftedInDevice[axis];
  const boxes = [
    ['raw', facts.seat.loadedBox],
    ['finished', facts.seat.firstCopyBox],
  ] as const;
  const side = touch.side > 0 ? 'max' : 'min';
  const across = axis === 'z' ? 0 : tool(about);
  const place = PART_WORD[axis][side];
  const found: Cause[] = [];
  for (const [body, box] of boxes) {
    const by = box[side][axis] - own - touch.face;
    if (Math.abs(by) < 1e-6) continue;
    found.push({
      code: 'wrong-body',
      axis,
      delta: by,
      at: 'touch',
      says: `${say(by)} is the stock on the ${place}: was the ${body} face touched instead of the ${touch.body} one${body === 'finished' ? ', or has this piece none there' : ''}?`,
    });
    // declared as if zero were on the other body: the stock is left out, or counted twice
    for (const delta of [-by, by])
      found.push({
        code: 'wrong-body',
        axis,
        delta,
        at: 'keyIn',
        says: `${say(by)} is the stock on the ${place}: was the ${touch.body} face touched for a zero that counts from the ${body} one?`,
      });
  }
  const opposite = touch.side > 0 ? 'min' : 'max';
  if (axis !== 'z') {
    const f = facts.seat.loadedBox[opposite][axis] - own;
    found.push({
      code: 'wrong-face',
      axis,
      delta: f - touch.face - 2 * touch.side * across,
      at: 'touch',
      says: `${say(f - touch.face)} is the ${axis === 'x' ? 'length' : 'width'} of the material: was the ${PART_WORD[axis][opposite]} face touched instead of the ${place} one?`,
    });
  }
  const locator = facts.seat.locators[axis];
  found.push({
    code: 'wrong-face',
    axis,
    delta: locator.at - own - touch.face - (axis === 'z' ? 0 : 2 * touch.side * across),
    at: 'touch',
    says: `Did the tool touch the ${locator.name} instead of the ${touch.name}?`,
  });
  return found;
}

const PART_WORD: Record<Axis, Record<'min' | 'max', string>> = {
  x: { min: 'left', max: 'right' },
  y: { min: 'front', max: 'rear' },
  z: { min: 'underside', max: 'top' },
};

/**
 * Radius and feeler: left out, counted twice, on the wrong side. The radius is a sum, made while keying in; where the
 * tool stands while it touches changes only with the feeler, or with a cutter of another diameter.
 */
function toolMistakes(about: About, axis: Axis): Cause[] {
  const touches = touchesOf(about, axis);
  if (touches.length !== 1) return [];
  const [{ side, film = 0 }] = touches;
  return [
    ...radiusMistakes(about, axis, side),
    ...feelerMistakes(about, axis, side),
    ...filmMistakes(about, axis, { film, side }),
  ];
}

function radiusMistakes({ planned: { setup }, say }: About, axis: Axis, side: number): Cause[] {
  const means = setup.touchOff.side;
  const r = axis === 'z' || means.with === 'indicator' ? 0 : means.diameter / 2;
  if (r <= 0) return [];
  const keyed = (code: Cause['code'], delta: number, says: string): Cause => ({ code, axis, delta, at: 'keyIn', says });
  const others = means.with === 'cutter' ? setup.tools : [];
  return [
    keyed('radius-forgotten', side * r, `${say(r)} is half the ${means.with}: was its radius forgotten?`),
    keyed(
      'radius-doubled',
      -side * r,
      `${say(r)} is half the ${means.with}: was its whole diameter taken instead of half?`,
    ),
    keyed(
      'radius-wrong-side',
      2 * side * r,
      `${say(2 * r)} is the whole ${means.with}: was half of it taken off instead of added, or the reverse?`,
    ),
    ...others.flatMap(({ number, diameter }): Cause[] => {
      if (diameter === null) return [];
      const more = diameter / 2 - r;
      const says = `${say(more)} is what T${number} differs in radius: was it in the spindle instead of the cutter of ${say(means.diameter)}?`;
      return [{ code: 'another-cutter', axis, delta: side * more, at: 'touch', says }];
    }),
  ];
}

function feelerMistakes({ planned: { setup }, say }: About, axis: Axis, side: number): Cause[] {
  const { side: means, top } = setup.touchOff;
  const { with: touched, thickness: feeler } = axis === 'z' ? top : means;
  if (feeler <= 0) return [];
  const name = touched === 'touch plate' || (axis === 'z' && touched === 'height setter') ? touched : 'feeler';
  const mistake = (delta: number, at: Cause['at'], asks: string): Cause => {
    return { code: 'feeler-forgotten', axis, delta, at, says: `${say(feeler)} is the ${name}: ${asks}` };
  };
  return [
    mistake(-side * feeler, 'touch', 'is it counted, but was not used?'),
    mistake(side * feeler, 'keyIn', 'was it forgotten?'),
    mistake(-side * feeler, 'keyIn', 'was it counted twice?'),
  ];
}

/** Film pulled off where it counts: under what is touched, or under the part. */
function filmMistakes(
  { planned: { facts }, say }: About,
  axis: Axis,
  { film, side }: { readonly film: number; readonly side: number },
): Cause[] {
  const under = axis === 'z' ? (facts!.seat.locators.z.film ?? 0) : 0;
  const mistake = (delta: number, at: Cause['at'], says: string): Cause => ({
    code: 'film-counted',
    axis,
    delta,
    at,
    says,
  });
  return [
    ...(film > 0
      ? [
          mistake(-side * film, 'touch', `${say(film)} is the film: was it pulled off where the tool touches?`),
          mistake(side * film, 'keyIn', `${say(film)} is the film on what is touched: was it forgotten?`),
        ]
      : []),
    ...(under > 0 ? [mistake(-under, 'touch', `${say(under)} is the film under the part: was it pulled off?`)] : []),
  ];
}

/**
 * Length not active, or that of another tool: while the length is read, while Z is keyed in, or another tool in the
 * spindle.
 */
function lengthMistakes(about: About, axis: Axis): Cause[] {
  const {
    planned: { setup, station },
    say,
  } = about;
  if (axis !== 'z') return [];
  const stationZ = station?.position?.z ?? null;
  const touching = toolOf(setup, setup.touchOff.top.tool);
  const h = (t: { length: number | null }) => lengthInRegister(setup, t, stationZ);
  const own = touching && h(touching);
  const found: Cause[] = [];
  for (const t of setup.tools) {
    const length = h(t);
    if (length === null) continue;
    const exactly = (by: number) => `Off by exactly ${say(by)}`;
    if (t.number === touching?.number || !touching) {
      const says = `${exactly(length)}, H${lengthRegisterOf(t)} of T${t.number}: was no length active when Z was touched?`;
      found.push(
        { code: 'length-not-active', axis, delta: length, at: 'length', says },
        { code: 'length-not-active', axis, delta: length, at: 'keyIn', says },
        {
          code: 'length-not-active',
          axis,
          delta: -length,
          at: 'keyIn',
          says: `${exactly(length)}, H${lengthRegisterOf(t)} of T${t.number}: was the length taken off twice?`,
        },
      );
    } else if (own !== null) {
      const by = own - length;
      const difference = `${exactly(by)}, H${lengthRegisterOf(touching)} of T${touching.number} less H${lengthRegisterOf(t)} of T${t.number}`;
      const active = `${difference}: was the length of T${t.number} active instead of that of T${touching.number}?`;
      found.push(
        { code: 'length-of-another-tool', axis, delta: by, at: 'length', says: active },
        { code: 'length-of-another-tool', axis, delta: by, at: 'keyIn', says: active },
        {
          code: 'length-of-another-tool',
          axis,
          delta: -by,
          at: 'touch',
          says: `${difference}: was T${t.number} in the spindle instead of T${touching.number}?`,
        },
      );
    }
  }
  return found;
}

/** Parallels of another setup, or none. */
function parallelMistakes({ planned, facts, all, say }: About, axis: Axis): Cause[] {
  if (axis !== 'z' || !planned.device || !holdingOf(planned.device).parallels) return [];
  const own = facts.seat.locators.z.at;
  const others = new Map<number, string>([[0, 'no parallels at all']]);
  for (const s of all.setups)
    if (s.facts && s.device && holdingOf(s.device).parallels)
      others.set(s.facts.seat.locators.z.at, `those of Op ${s.op}, ${say(s.facts.seat.locators.z.at)} high`);
  return [...others]
    .filter(([height]) => Math.abs(height - own) > 1e-6)
    .map(([height, says]) => ({
      code: 'wrong-parallels',
      axis,
      delta: height - own,
      at: 'touch',
      says: `${say(height - own)} is the difference between the ${facts.seat.locators.z.name}, ${say(own)} high, and ${says}: are the right ones under the part?`,
    }));
}

/** The part lies another way: what was touched would then be elsewhere. */
function flips(about: About, axis: Axis): Cause[] {
  const [touch] = touchesOf(about, axis);
  if (!touch || touch.body === 'device') return [];
  const { up, right } = about.planned.setup.orientation;
  return about.otherwise.flatMap(({ says, levels }): Cause[] => {
    const level = levels[touch.faces];
    if (level === undefined) return [];
    const delta = level - (touch.face + about.facts.zero.shiftedInDevice[axis]);
    return [
      {
        code: 'flipped',
        axis,
        delta,
        at: 'touch',
        says: `${about.say(delta)} is what the ${touch.name} would be off if the part lay ${says}: does its ${PART_SIDE[up]} look up and its ${PART_SIDE[right]} to the right?`,
      },
    ];
  });
}

/** The register of another setup was looked at or keyed over. */
function registers({ planned, facts, all }: About, axis: Axis): Cause[] {
  const own = facts.register[axis];
  if (own === null) return [];
  return all.setups.flatMap((s): Cause[] => {
    const other = s.facts?.register[axis];
    if (s.id === planned.id || s.register === planned.register || other === null || other === undefined) return [];
    return [
      {
        code: 'other-register',
        axis,
        delta: other - own,
        at: 'keyIn',
        says: `That is ${s.register} of Op ${s.op}: was it read, or keyed in, instead of ${planned.register}?`,
      },
    ];
  });
}
