import { AXES, dot, subtract, type Vec3 } from '../frames';
import type { Speech } from '../units';
import type { Feature } from './feature';

/** Something picked to measure from or to: a feature or a corner. Part coordinates. */
export type MeasureEnd = { readonly feature: Feature; readonly name: string } | { readonly point: Vec3 };

export interface Measured {
  readonly mm: number;
  readonly says: string;
}

const length = (v: Vec3) => Math.sqrt(dot(v, v));
const parallel = (a: Vec3, b: Vec3) => Math.abs(dot(a, b)) > 1 - 1e-9;

function alongAxes(from: Vec3, to: Vec3, speech: Speech): string {
  return AXES.map((a) => `${a.toUpperCase()} ${speech.signed(to[a] - from[a])}`).join('  ');
}

/** Distance of a point from an axis. */
function fromAxis(p: Vec3, at: Vec3, axis: Vec3): number {
  const d = subtract(p, at);
  const h = dot(d, axis);
  return Math.sqrt(Math.max(0, dot(d, d) - h * h));
}

/**
 * Measures between two picks: faces square to each other's direction, axes, corners.
 * @returns null when there is no single distance: faces that are not parallel, an axis that meets a face
 */
export function measureBetween(a: MeasureEnd, b: MeasureEnd, speech: Speech): Measured | null {
  if ('point' in a && 'point' in b)
    return {
      mm: length(subtract(b.point, a.point)),
      says: `corner to corner ${speech.sizeWithUnit(length(subtract(b.point, a.point)))}: ${alongAxes(a.point, b.point, speech)}`,
    };
  if ('point' in a) return measureBetween(b, a, speech);
  const { feature, name } = a;
  if (feature.kind === 'plane') {
    if ('point' in b) return said(Math.abs(dot(feature.normal, b.point) - feature.level), `${name} to corner`, speech);
    const other = b.feature;
    if (other.kind === 'plane') {
      return parallel(feature.normal, other.normal)
        ? said(Math.abs(dot(feature.normal, other.at) - feature.level), `${name} to ${b.name}`, speech)
        : null;
    }
    return Math.abs(dot(feature.normal, other.axis)) < 1e-9
      ? said(Math.abs(dot(feature.normal, other.at) - feature.level), `${name} to axis of ${b.name}`, speech)
      : null;
  }
  if ('point' in b) return said(fromAxis(b.point, feature.at, feature.axis), `axis of ${name} to corner`, speech);
  if (b.feature.kind === 'plane') return measureBetween(b, a, speech);
  if (!parallel(feature.axis, b.feature.axis)) return null;
  const mm = fromAxis(b.feature.at, feature.at, feature.axis);
  return {
    mm,
    says: `axis of ${name} to axis of ${b.name} ${speech.sizeWithUnit(mm)}: ${alongAxes(feature.at, b.feature.at, speech)}`,
  };
}

function said(mm: number, between: string, speech: Speech): Measured {
  return { mm, says: `${between} ${speech.sizeWithUnit(mm)}` };
}

/** What a feature is in numbers, for the pointer resting on it. */
export function featureFacts(f: Feature, speech: Speech): string {
  if (f.kind === 'plane') {
    const level = f.side ? `, ${f.side[1].toUpperCase()} ${speech.signed(f.at[f.side[1] as 'x'])}` : '';
    const sizes = AXES.map((a) => f.box.max[a] - f.box.min[a]).filter(
      (_, i) => f.side === null || AXES[i] !== f.side[1],
    );
    const normal = f.side
      ? ''
      : `, looks along ${AXES.map((a) => `${a.toUpperCase()} ${f.normal[a].toFixed(3)}`).join(' ')}`;
    return `${sizes.map((v) => speech.size(v)).join(' × ')}, ${speech.area(f.areaMm2)}${level}${normal}`;
  }
  const center = AXES.filter((a) => Math.abs(f.axis[a]) < 0.5)
    .map((a) => `${a.toUpperCase()} ${speech.signed(f.at[a])}`)
    .join(' ');
  if (f.kind === 'round') return `R ${speech.size(f.diameter / 2)}, ${speech.size(f.depth)} long`;
  return `⌀ ${speech.size(f.diameter)}, ${speech.size(f.depth)} ${f.kind === 'boss' ? 'long' : f.through ? 'deep, through' : 'deep, blind'}, axis at ${center}`;
}
