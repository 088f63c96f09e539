import { vec } from '../../../frames';
import type { HoldOf } from '../../../hold';
import type { SurfaceState } from '../../../job';
import { liesFlat } from '../../../seat';
import type { DeviceOfKind } from '../../../shop';
import type { Outlines } from '../../../solid';
import { many, mark } from '../../drawn';
import { magnetHolds, percent } from '../checks/magnetHolds';
import { centroid } from '../suction';
import { downFigure, inside, line, NO_PULL, PLAIN, series, type FlatKind, type Pull } from './kind';

type Chuck = DeviceOfKind<'magnetic chuck'>;

/** Air between a face that lies flat and the chuck, mm: from memory, the lower quality of what is expected. */
const GAP_MM: Record<SurfaceState | 'device', number> = { finished: 0.02, sawn: 0.15, raw: 0.3, device: 0 };
/** Flux density that structural steel carries at its knee, T: from memory; alloyed and hardened steels carry less. */
const STEEL_T = 1.6;
/** Vacuum permeability, V·s/(A·m) (CODATA 2018: 4π·10⁻⁷ but for 5·10⁻¹⁰ of it). */
const MU_0 = 4e-7 * Math.PI;
const BANDS = 8;
/** Less than this share of its pressure is told: something is in the way of the field. Common practice, no source. */
const WEAK = 0.5;

/** Air, packing, tape and film between part and chuck, mm. */
const gapOf = ({ seat, setup, shop }: HoldOf<Chuck>): number =>
  GAP_MM[seat.rest.surface] +
  setup.hold.under +
  (shop.bonds.find((b) => b.id === setup.hold.bond)?.thickness ?? 0) +
  (seat.locators.z.film ?? 0);

/**
 * Flux density of the chuck at a face without a gap, T: Maxwell's pull `p = B²/2μ₀` (any textbook of electrodynamics)
 * turned round.
 */
const densityT = ({ pressure }: Chuck): number => Math.sqrt(2 * MU_0 * pressure * 1e4);

/**
 * Share of the rated pressure: the field falls with the gap as `1/(1 + g/g_half)`, a magnetic circuit with the gap as
 * its resistance in series (any textbook), and the part must carry the flux of half a pole, a quarter of the pitch
 * wide, through its thickness:
 * `B ≤ 4·B_steel·t/p`.
 * The pull goes with its square.
 */
export function magnetShare(chuck: Chuck, gapMm: number, thicknessMm: number): number {
  const free = densityT(chuck) / (1 + gapMm / chuck.halfGap);
  return (Math.min(free, (4 * STEEL_T * thicknessMm) / chuck.polePitch) / densityT(chuck)) ** 2;
}

/**
 * Areas of what lies on the chuck after the cut by how thick they are there, mm² and mm; the last band is thick
 * enough.
 */
function bands(input: HoldOf<Chuck>): readonly { readonly areaMm2: number; readonly thicknessMm: number }[] {
  const { device, kernel, sectionOf, seat } = input;
  const enough = (densityT(device) * device.polePitch) / (4 * STEEL_T);
  const from = seat.locators.z.at;
  let above: Outlines = lyingOn(input);
  const found: { areaMm2: number; thicknessMm: number }[] = [];
  for (let i = 1; i <= BANDS; i++) {
    const next = kernel.flatCommon(above, sectionOf('left', from + (i / BANDS) * enough));
    // what ends within this band counts with where the band begins
    found.push({ areaMm2: kernel.flatArea(above) - kernel.flatArea(next), thicknessMm: ((i - 1) / BANDS) * enough });
    above = next;
  }
  return [...found, { areaMm2: kernel.flatArea(above), thicknessMm: enough }];
}

const lyingOn = ({ device, setup, kernel, sectionOf, seat }: HoldOf<Chuck>): Outlines =>
  kernel.flatCommon(sectionOf('left', seat.locators.z.at + 0.01), PLAIN.area(device, setup.hold, kernel));

/** The pull on what lies on the chuck once it is cut; none on a material that is not known to be magnetic. */
function pull(input: HoldOf<Chuck>): Pull {
  const { device, material, seat, speech } = input;
  if (material?.magnetic !== 'yes' || !liesFlat(seat)) return NO_PULL;
  const all = bands(input);
  const areaMm2 = all.reduce((sum, b) => sum + b.areaMm2, 0);
  if (areaMm2 < 1) return NO_PULL;
  // N/cm² on mm²
  const newton = all.reduce(
    (sum, b) => sum + (b.areaMm2 / 100) * device.pressure * magnetShare(device, gapOf(input), b.thicknessMm),
    0,
  );
  const middle = centroid(lyingOn(input));
  const forces = [{ name: 'magnet', at: vec(middle.x, middle.y, seat.locators.z.at), forceN: vec(0, 0, -newton) }];
  const share = newton / ((areaMm2 / 100) * device.pressure);
  return {
    ...NO_PULL,
    forces,
    says: ['magnet'],
    trouble: share < WEAK ? [{ kind: 'magnet-weak', share, forceN: newton }] : [],
    figures: [downFigure('Magnet', `${percent(share)} of its pull on ${speech.area(areaMm2)}`, forces, speech)],
  };
}

/**
 * Poles along X under a flat top; it pulls what is magnetic, the less the thinner it is and the farther off it lies.
 */
export const magneticChuck: FlatKind<Chuck> = {
  ...PLAIN,
  top: ({ cutAbove }) => ({ z: 0, name: 'top of the magnetic chuck', wantedMm: cutAbove }),
  pull,
  allOver: 'magnet',
  holdsAlone: true,
  steps: { before: () => [], after: () => ['Magnet on; push the part by hand from two sides: it must not move.'] },
  letGo: () => ({
    opens: 'switch the magnet off',
    step: 'Magnet off; lift the part without dragging it; take the rest of the magnetism out of it, and the chips off.',
  }),
  checks: ({ hold, material, told }) => magnetHolds(hold, material, told),
  marks: (d, { x, y }) =>
    inside(y, series(d.polePitch / 2, d.polePitch, Math.ceil(d.depth / d.polePitch))).map((v) =>
      line([x[0], v], [x[1], v]),
    ),
  picture: (d) =>
    many(d.polePitch / 2, d.polePitch, d.depth).map((y) =>
      mark([
        [0, y],
        [d.width, y],
      ]),
    ),
};
