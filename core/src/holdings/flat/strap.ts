import { unitVector, vec } from '../../frames';
import type { PlacedClamp } from '../../job';
import type { FlatDevice, Strap } from '../../shop';
import { strapForceN, strapStressMPa } from '../../hold/sums';
import { circle, rectangleRing, type HoldOf } from '../../hold/input';
import type { HoldTrouble, Obstacle } from '../../hold/types';
import { anchorGives, anchorTrouble, boltOf, preload, type ClampEffect, type OnColumn } from './anchor';

/** A strap touches with its nose: so long a piece of it. */
const NOSE_MM = 8;

const RIGID = { pullN: 0, shearN: 0 };

/** Steel of straps yields from here on, N/mm² (heat-treatable steel, common practice, no source). */
const STRAP_YIELD_MPA = 300;

/** A strap's hole is so much wider than its bolt (common practice, no source). */
const HOLE = 1.1;

function strapBends(name: string, strap: Strap, placed: PlacedClamp, boltN: number): HoldTrouble[] {
  if (placed.toHeel + placed.toBolt <= 0) return [{ kind: 'strap-no-lever', name, why: 'lever' }];
  if (strap.width <= strap.thread * HOLE) return [{ kind: 'strap-no-lever', name, why: 'hole' }];
  const stressMPa = strapStressMPa(boltN, {
    toHeelMm: placed.toHeel,
    toPartMm: placed.toBolt,
    widthMm: strap.width,
    thicknessMm: strap.thickness,
    holeMm: strap.thread * HOLE,
  });
  return stressMPa > STRAP_YIELD_MPA ? [{ kind: 'strap-bends', name, stressMPa }] : [];
}

/** From a little behind the spot it presses on to a little behind its heel. */
function tooShort(name: string, strap: Strap, noseToHeelMm: number): HoldTrouble[] {
  const needMm = noseToHeelMm + NOSE_MM;
  return needMm > strap.length + 1e-6 ? [{ kind: 'strap-too-short', name, needMm, lengthMm: strap.length }] : [];
}

/** The strap from a little before its nose to a little behind its heel, its bolt, and the block under its heel. */
function strapBodies(name: string, strap: Strap, placed: PlacedClamp, top: number): Obstacle[] {
  const d = unitVector(placed.towards);
  const bolt = boltOf(placed);
  const [half, end] = [strap.width / 2, placed.toBolt + placed.toHeel];
  const from = { x: placed.x - d.x * NOSE_MM, y: placed.y - d.y * NOSE_MM };
  const side = { x: Math.abs(d.y) * half, y: Math.abs(d.x) * half };
  const heel = { x: placed.x + d.x * (end + NOSE_MM), y: placed.y + d.y * (end + NOSE_MM) };
  return [
    {
      name,
      footprint: [rectangleRing(from.x - side.x, from.y - side.y, heel.x + side.x, heel.y + side.y)],
      from: top,
      to: top + strap.thickness,
      cuttable: false,
    },
    {
      name: `bolt of ${name}`,
      footprint: [circle(bolt.x, bolt.y, strap.thread)],
      from: top,
      to: top + strap.thickness + strap.headHeight,
      cuttable: false,
    },
    {
      name: `step block of ${name}`,
      footprint: [
        rectangleRing(
          heel.x - side.x - d.x * 2 * NOSE_MM,
          heel.y - side.y - d.y * 2 * NOSE_MM,
          heel.x + side.x,
          heel.y + side.y,
        ),
      ],
      from: 0,
      to: top,
      cuttable: false,
    },
  ];
}

export function strapEffect(
  name: string,
  strap: Strap,
  { placed, top, emptyMm }: OnColumn,
  input: HoldOf<FlatDevice>,
): ClampEffect {
  const bolt = boltOf(placed);
  const d = unitVector(placed.towards);
  const { forceN, trouble } = preload(name, strap, placed.torque);
  const pressN = strapForceN(forceN, placed.toHeel, placed.toBolt);
  const [half, end] = [strap.width / 2, placed.toBolt + placed.toHeel];
  const patch = {
    min: vec(placed.x - (d.x ? NOSE_MM / 2 : half), placed.y - (d.y ? NOSE_MM / 2 : half), top),
    max: vec(placed.x + (d.x ? NOSE_MM / 2 : half), placed.y + (d.y ? NOSE_MM / 2 : half), top),
  };
  const { speech } = input;
  return {
    contacts: [
      {
        name,
        kind: 'clamp',
        points: [vec(placed.x, placed.y, top)],
        inward: vec(0, 0, -1),
        areaMm2: strap.width * NOSE_MM,
        friction: strap.friction,
        forceN: pressN,
        ...RIGID,
        patch,
      },
    ],
    forces: [],
    obstacles: strapBodies(name, strap, placed, top),
    trouble: [
      ...trouble,
      ...strapBends(name, strap, placed, forceN),
      ...anchorGives(name, strap.thread, forceN, input.device),
      ...tooShort(name, strap, end),
      ...anchorTrouble(name, strap.thread, input.device, bolt),
      ...(emptyMm > 0 ? [{ kind: 'strap-over-hollow' as const, name, emptyMm }] : []),
    ],
    step: `${name}: nose at X ${speech.signed(placed.x)} Y ${speech.signed(placed.y)}, bolt M${strap.thread} at X ${speech.signed(bolt.x)} Y ${speech.signed(bolt.y)}, heel on a step block ${speech.sizeWithUnit(top)} high, level; tighten with ${placed.torque === null ? '?' : speech.torque(placed.torque)}`,
  };
}
