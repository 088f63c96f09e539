import type { Tool } from '../job';
import type { WorkMaterial } from '../shop';

/** Surface speed of a tool or part of a diameter: `v = π·d·n`, m/min. */
export const surfaceSpeed = (diameterMm: number, rpm: number): number => (Math.PI * diameterMm * rpm) / 1000;

/** Speed for a surface speed: `n = v / (π·d)`, 1/min. */
export const rpmFor = (diameterMm: number, metresPerMinute: number): number =>
  (1000 * metresPerMinute) / (Math.PI * diameterMm);

/** Feed rate `v_f = f_z · z · n`, mm/min. */
export const feedRate = (feedPerTooth: number, flutes: number, rpm: number): number => feedPerTooth * flutes * rpm;

/**
 * Cutting force of one edge after Kienzle: `F_c = k_c1.1 · b · h^(1 − m_c)`, N (Kienzle 1952; any machining handbook).
 * @param b width of cut, mm; @param h thickness of the chip, mm
 */
export function kienzleN(kc11: number, mc: number, b: number, h: number): number {
  return kc11 * b * h ** (1 - mc);
}

/**
 * A worn edge needs more force, and force is only known so well: what handbooks add for wear (common practice, no
 * source).
 */
export const WORN = 1.3;
/** ± on the force, as a share: material data from handbooks scatter so much (common practice, no source). */
export const FORCE_SCATTER = 0.2;
/** Force against the feed and outwards, as a share of the cutting force (common practice, no source). */
const RADIAL = 0.5;
/** Edges of high-speed steel run blunter than the carbide the material data are for (handbooks, from memory). */
const STEEL_EDGE = 1.2;
/** A drill's chisel edge does not cut, it presses: it doubles about the thrust of the lips (handbooks, from memory). */
const CHISEL = 2;
/** Angles that are not told are taken as they ask for more. Degrees. */
const HELIX = 45;
const POINT = 118;

const edgeFactor = (tool: Pick<Tool, 'material'>): number => WORN * (tool.material === 'carbide' ? 1 : STEEL_EDGE);

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
    ...(tool.diameter === null ? ['diameter'] : []),
    ...(tool.flutes === null ? ['flutes'] : []),
    ...(tool.feedPerTooth === null ? ['feed per tooth'] : []),
    ...(tool.use === 'milling' && tool.cutDepth === null ? ['depth of cut'] : []),
    ...(tool.use === 'milling' && tool.cutWidth === null ? ['width of cut'] : []),
  ];
}

/**
 * What a tool's cut asks of the hold; null: not enough is known.
 *
 * Milling: the thickest chip over the engagement, `h = f_z · sin φ` (largest at φ = 90° or at the end of the arc), on
 * every tooth that is in the cut at once; worn edge; along the spindle the force times the tangent of the helix.
 * Drilling: a lip cuts
 * `b = D/2 / sin(κ)` wide and `h = f_z · sin(κ)` thick with κ half the point angle; thrust is `F_c · sin(κ)` of the
 * lips, doubled by the chisel edge, the moment `F_c · D/4` per lip; breaking through it pulls the part up with as much
 * as it pressed.
 */
export function demandOf(tool: Tool, material: Pick<WorkMaterial, 'kc11' | 'mc'>): CutDemand | null {
  if (tool.use === 'other') return { sidewaysN: 0, liftN: 0, pressN: 0, torqueNm: 0 };
  if (missingOf(tool).length > 0) return null;
  const [d, z, fz] = [tool.diameter!, tool.flutes!, tool.feedPerTooth!];
  if (tool.use === 'drilling') {
    const half = ((tool.point ?? POINT) / 2) * (Math.PI / 180);
    const lipN = kienzleN(material.kc11, material.mc, d / 2 / Math.sin(half), fz * Math.sin(half)) * edgeFactor(tool);
    const thrust = z * (lipN / 2) * Math.sin(half) * CHISEL;
    return { sidewaysN: 0, liftN: thrust, pressN: thrust, torqueNm: (z * lipN * (d / 4)) / 1000 };
  }
  const [ap, ae] = [tool.cutDepth!, Math.min(tool.cutWidth!, d)];
  const arc = Math.acos(1 - (2 * ae) / d);
  const thickest = fz * (arc >= Math.PI / 2 ? 1 : Math.sin(arc));
  const inCut = Math.max(1, Math.ceil((z * arc) / (2 * Math.PI) - 1e-9));
  const tangential = kienzleN(material.kc11, material.mc, ap, thickest) * inCut * edgeFactor(tool);
  const axial = tangential * Math.tan(((tool.helix ?? HELIX) * Math.PI) / 180);
  return {
    sidewaysN: tangential * Math.hypot(1, RADIAL),
    liftN: axial,
    pressN: axial,
    torqueNm: (tangential * d) / 2000,
  };
}
