import type { Tool } from '../job';
import type { WorkMaterial } from '../shop';

/** Surface speed of a tool or part of a diameter: `v = π·d·n`, m/min. */
export const surfaceSpeed = (diameterMm: number, rpm: number): number => (Math.PI * diameterMm * rpm) / 1000;

/** Speed for a surface speed: `n = v / (π·d)`, 1/min. */
export const rpmFor = (diameterMm: number, metresPerMinute: number): number => (1000 * metresPerMinute) / (Math.PI * diameterMm);

/** Feed rate `v_f = f_z · z · n`, mm/min. */
export const feedRate = (feedPerTooth: number, flutes: number, rpm: number): number => feedPerTooth * flutes * rpm;

/**
 * Cutting force of one edge after Kienzle: `F_c = k_c1.1 · b · h^(1 − m_c)`, N (Kienzle 1952; any machining handbook).
 * @param b width of cut, mm; @param h thickness of the chip, mm
 */
export function kienzleN(kc11: number, mc: number, b: number, h: number): number {
  return kc11 * b * h ** (1 - mc);
}

/** A worn edge needs more force, and force is only known so well: what handbooks add for wear (common practice, no source). */
export const WORN = 1.3;
/** ± on the force, as a share: material data from handbooks scatter so much (common practice, no source). */
export const FORCE_SCATTER = 0.2;
/** Force against the feed and outwards, as a share of the cutting force; and along the spindle, from the helix (common practice, no source). */
const RADIAL = 0.5;
const AXIAL = 0.5;

/** What a cut asks of the hold. N and N·m. */
export interface CutDemand {
  /** sideways, whichever way the tool goes */
  readonly sidewaysN: number;
  /** lifting the part off its rest; a drill lifts when it breaks through */
  readonly liftN: number;
  /** pressing down */
  readonly pressN: number;
  /** about the spindle's axis, at the tool */
  readonly torqueNm: number;
}

/** What is not known of a cut, in words; empty: all is known. */
export function missingOf(tool: Tool): string[] {
  if (tool.use === 'other') return [];
  return [
    ...(tool.diameter === null ? ['diameter'] : []), ...(tool.flutes === null ? ['flutes'] : []), ...(tool.feedPerTooth === null ? ['feed per tooth'] : []),
    ...(tool.use === 'milling' && tool.cutDepth === null ? ['depth of cut'] : []), ...(tool.use === 'milling' && tool.cutWidth === null ? ['width of cut'] : []),
  ];
}

/**
 * What a tool's cut asks of the hold; null: not enough is known.
 *
 * Milling: the thickest chip over the engagement, `h = f_z · sin φ` (largest at φ = 90° or at the end of the arc), on every
 * tooth that is in the cut at once; worn edge. Drilling: `F_c` per lip on half the diameter, thrust about half of k_c·f·D/2 and
 * moment `F_c · D/4` per lip; breaking through it pulls the part up with as much as it pressed.
 */
export function demandOf(tool: Tool, material: Pick<WorkMaterial, 'kc11' | 'mc'>): CutDemand | null {
  if (tool.use === 'other') return { sidewaysN: 0, liftN: 0, pressN: 0, torqueNm: 0 };
  if (missingOf(tool).length > 0) return null;
  const [d, z, fz] = [tool.diameter!, tool.flutes!, tool.feedPerTooth!];
  if (tool.use === 'drilling') {
    const lipN = kienzleN(material.kc11, material.mc, d / 2, fz) * WORN;
    const thrust = (z * lipN) / 2;
    return { sidewaysN: 0, liftN: thrust, pressN: thrust, torqueNm: (z * lipN * (d / 4)) / 1000 };
  }
  const [ap, ae] = [tool.cutDepth!, Math.min(tool.cutWidth!, d)];
  const arc = Math.acos(1 - (2 * ae) / d);
  const thickest = fz * (arc >= Math.PI / 2 ? 1 : Math.sin(arc));
  const inCut = Math.max(1, Math.ceil((z * arc) / (2 * Math.PI) - 1e-9));
  const tangential = kienzleN(material.kc11, material.mc, ap, thickest) * inCut * WORN;
  return { sidewaysN: tangential * Math.hypot(1, RADIAL), liftN: tangential * AXIAL, pressN: tangential * AXIAL, torqueNm: (tangential * d) / 2000 };
}
