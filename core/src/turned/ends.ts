import type { Ends } from '../job';
import { sumOfTerms, type Term } from '../ledger';
import { kienzleN, WORN } from '../hold';
import { forceAtSpeed, ringInJaws, turningChuck } from '../holdings';
import { stationFor, type Device, type Machine, type RoundDevice, type Station, type WorkMaterial } from '../shop';
import type { Speech } from '../units';
import { endGives, supportOf } from './endSupport';
import { boreBetween, cylinderBetween, type Profile } from './profile';
import { commonTerm } from './common';
import type { BarHere, OnLathe, PlannedEnd, PlannedEnds } from './types';

interface EndsInput {
  readonly on: OnLathe & { readonly turned: OnLathe['turned'] & { readonly ends: Ends } };
  readonly devices: readonly Device[];
  readonly material: WorkMaterial | null;
  readonly sizeTolerance: number;
  readonly speech: Speech;
}

/** Against the face of the chuck the part's end lies at it: nothing else can be set there. */
const restOf = ({ against, rest }: Ends['first']): number => (against === 'chuck face' ? 0 : rest);

/** What of a part the jaws cover, from the end that is in the chuck: they reach so far out of the chuck's face, mm. */
function coveredBy(chuck: RoundDevice | null, rest: number): { readonly from: number; readonly to: number } {
  const from = Math.max(0, -rest);
  return { from, to: chuck ? Math.max(from, chuck.gripLength - rest) : from };
}

/** The diameter that is gripped: of the bar, or of the finished part where its front lies in the chuck. */
function gripped(
  side: PlannedEnd['side'],
  { from, to }: ReturnType<typeof coveredBy>,
  profile: Profile,
  bar: BarHere,
): number | null {
  if (side === 'first') return bar.diameter;
  const [first] = profile.outside;
  // a broken edge at the front is not gripped
  const bevel = first.fromDiameter < first.toDiameter && first.to < to ? first.to : 0;
  return cylinderBetween(profile, Math.max(from, bevel), to);
}

function stationTerm(station: Station | null, chuck: Device | null): Term {
  const here = station && stationFor(station, chuck);
  const value = here?.position?.z ?? null;
  return {
    key: 'station',
    term: station ? `face of the chuck, station ${station.name}` : 'face of the chuck',
    value,
    source: value === null ? 'unknown' : 'measured',
    from: value === null ? (station ? 'not measured yet' : 'no station chosen') : "measured at the chuck's face",
    plusMinus: value === null ? null : (station?.plusMinus ?? null),
  };
}

/** The account of a side's zero along Z, on its finished face: terms add up to the register. */
function zeroTerms(input: EndsInput, side: PlannedEnd['side'], chuck: Device | null): Term[] {
  const { on, sizeTolerance, speech } = input;
  const { bar, turned, machine } = on;
  const { against } = turned.ends[side];
  const rest = restOf(turned.ends[side]);
  const station = machine.stations.find((s) => s.id === turned.ends.station) ?? null;
  const raw: Term[] =
    side === 'first'
      ? [
          {
            ...{ key: 'raw', term: 'stock on the back face', value: bar.back, source: 'planned' },
            ...{ from: 'it lies between the stop and the finished back face', plusMinus: null },
          } as Term,
        ]
      : [];
  return [
    stationTerm(station, chuck),
    {
      key: 'locator',
      term: `part's end against the ${against}`,
      value: rest,
      source: 'planned',
      from:
        against === 'chuck face'
          ? 'it lies there'
          : `${against} set at ${speech.signed(rest)} from the face of the chuck`,
      plusMinus: null,
    },
    ...raw,
    {
      key: 'faceToZero',
      term: side === 'first' ? 'finished back face to the front face' : 'finished front face to the back face',
      value: bar.length,
      source: 'computed',
      from: 'length of the finished part',
      plusMinus: sizeTolerance,
    },
    ...commonTerm(on),
  ];
}

/** Torque the jaws carry at speed, N·m: `μ·S·r` with S after VDI 3106; null: not known. */
function carriedNm(chuck: RoundDevice | null, { rpm, forceShare }: Ends, diameter: number | null): number | null {
  if (!chuck || rpm === null || diameter === null) return null;
  return (chuck.friction * forceAtSpeed(chuck, { rpm, forceShare }).turningN * diameter) / 2000;
}

/** What the jaws do to the wall of a part that is hollow where they hold it; they press hardest standing still. */
function squeezedBy(
  { on, material }: EndsInput,
  chuck: RoundDevice | null,
  covered: ReturnType<typeof coveredBy>,
  diameter: number | null,
): PlannedEnd['squeezed'] {
  const bore = boreBetween(on.profile, covered.from, covered.to);
  if (bore === null || diameter === null || !chuck || !material || bore >= diameter) return null;
  const wall = (diameter - bore) / 2;
  const ring = { radiusMm: (diameter - wall) / 2, wallMm: wall, lengthMm: Math.max(0.1, covered.to - covered.from) };
  const { staticN } = forceAtSpeed(chuck, { rpm: null, forceShare: on.turned.ends.forceShare });
  return { wall, ...ringInJaws(chuck, ring, staticN, material.youngGPa) };
}

function planEnd(input: EndsInput, side: PlannedEnd['side'], chuck: RoundDevice | null): PlannedEnd {
  const { on, material } = input;
  const { bar, turned, profile } = on;
  const { ends, depth, feed } = turned;
  const isFirst = side === 'first';
  const { against } = ends[side];
  const rest = restOf(ends[side]);
  const covered = coveredBy(chuck, rest);
  const [grip, inside] = [covered.to - covered.from, covered.to];
  const loadedLength = bar.length + bar.back + (isFirst ? bar.face : 0);
  const sticksOut = loadedLength - inside;
  const gripDiameter = gripped(side, covered, profile, bar);
  const zero = zeroTerms(input, side, chuck);
  const lies = { on, side, inside, rest, to: ends.to };
  const support = supportOf(lies, ends);
  const cutsN =
    depth === null || feed === null || !material ? null : kienzleN(material.kc11, material.mc, depth, feed) * WORN;
  return {
    ...{ side, grip, inside, rest, against, loadedLength, sticksOut, gripDiameter, zero },
    register: isFirst ? turned.register : turned.backRegister,
    program: isFirst ? turned.program : turned.backProgram,
    from: isFirst ? 0 : ends.to,
    to: isFirst ? ends.to : bar.length,
    stock: isFirst ? bar.face : bar.back,
    isFinished: !isFirst,
    value: sumOfTerms(zero),
    support,
    gives: endGives(lies, support, material),
    carriesNm: carriedNm(chuck, ends, gripDiameter),
    squeezed: isFirst ? null : squeezedBy(input, chuck, covered, gripDiameter),
    asksNm: cutsN === null || bar.diameter === null ? null : (cutsN * bar.diameter) / 2000,
  };
}

/** A part turned end for end: both sides, how each is gripped, its zero, and the shift between them. */
export function planEnds(input: EndsInput): PlannedEnds {
  const { on, devices } = input;
  const { bar, machine } = on;
  const { ends } = on.turned;
  const found = devices.find((d) => d.id === ends.device);
  const chuck = found ? turningChuck(found) : null;
  const [first, second] = [planEnd(input, 'first', chuck), planEnd(input, 'second', chuck)];
  const shiftTerms = [
    { term: 'the stop is set elsewhere', value: second.rest - first.rest },
    { term: 'the stock on the back face lies no longer at the stop', value: -bar.back },
  ].filter((t) => t.value !== 0);
  return {
    ...{ chuck, first, second, shiftTerms, rpm: ends.rpm },
    station: machine.stations.find((s: Machine['stations'][number]) => s.id === ends.station) ?? null,
    shift: shiftTerms.reduce((sum, t) => sum + t.value, 0),
  };
}
