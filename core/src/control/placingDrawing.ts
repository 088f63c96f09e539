import type { SetupOutlines } from '../drawing';
import type { Placed } from '../holdings';
import type { Job } from '../job';
import type { PlannedSetup } from '../plan';
import type { Outlines } from '../solid';
import { unitName, type Units } from '../units';
import { placedIn } from './placing';

/** What is set by position in one setup, to be drawn as large as it is. Device frame, mm, seen from above. */
export interface PlacingDrawing {
  /** "SK-1060 D-window rev A, Op 10" */
  readonly title: string;
  /** what it is measured from, in words */
  readonly from: string;
  readonly units: Units;
  readonly places: readonly Placed[];
  /** the part as it is loaded, and what this setup leaves of it */
  readonly loaded: Outlines;
  readonly left: Outlines;
}

/** @param above the setup seen from above; null: nothing is drawn of the part. @returns null: nothing is set so */
export function placingDrawing(
  job: Pick<Job, 'number' | 'part' | 'revision' | 'units'>,
  planned: PlannedSetup,
  above: SetupOutlines | null,
): PlacingDrawing | null {
  const places = placedIn(planned);
  const { facts, device, op } = planned;
  if (places.length === 0 || !facts || !device) return null;
  const { x, y } = facts.seat.pose.translation;
  const moved = (outlines: Outlines): Outlines => outlines.map((ring) => ring.map(([u, v]) => [u + x, v + y]));
  return {
    title: `${job.number} ${job.part} rev ${job.revision || '?'}, Op ${op}`,
    from: `from the left front corner of ${device.name}, ${unitName(job.units)}`,
    units: job.units,
    places,
    loaded: moved(above?.loaded ?? []),
    left: moved(above?.left.silhouette ?? []),
  };
}

/** One sheet of paper of a drawing that is larger than it: what of the device it shows, mm. */
export interface Tile {
  /** counted from the left, and from the front */
  readonly column: number;
  readonly row: number;
  readonly x: readonly [number, number];
  readonly y: readonly [number, number];
}

/** Room around everything, mm. */
const AROUND_MM = 12;
/** Sheets of one drawing at the most: more are not laid out on a bench. */
export const MOST_TILES = 40;

/**
 * The sheets of paper a drawing as large as it is goes onto, left front first. They overlap by one step of the crosses,
 * so that every sheet shows crosses of the next.
 * @param sheet width and height of what one sheet can show, mm
 * @returns null: there would be too many
 */
export function tilesOf(
  { places, loaded }: Pick<PlacingDrawing, 'places' | 'loaded'>,
  sheet: { readonly width: number; readonly height: number },
  overlap: number,
): Tile[] | null {
  const xs = [
    ...places.flatMap((p) => [p.x - (p.across ?? 0) / 2, p.x + (p.across ?? 0) / 2]),
    ...loaded.flat().map((p) => p[0]),
  ];
  const ys = [
    ...places.flatMap((p) => [p.y - (p.across ?? 0) / 2, p.y + (p.across ?? 0) / 2]),
    ...loaded.flat().map((p) => p[1]),
  ];
  const cover = (all: readonly number[], size: number): (readonly [number, number])[] => {
    const [low, high] = [Math.min(...all) - AROUND_MM, Math.max(...all) + AROUND_MM];
    const count = Math.max(1, Math.ceil((high - low - overlap) / (size - overlap) - 1e-9));
    return Array.from({ length: Math.min(count, MOST_TILES + 1) }, (_, i) => {
      const from = low + i * (size - overlap);
      return [from, from + size] as const;
    });
  };
  const [columns, rows] = [cover(xs, sheet.width), cover(ys, sheet.height)];
  if (columns.length * rows.length > MOST_TILES) return null;
  return rows.flatMap((y, row) => columns.map((x, column) => ({ column: column + 1, row: row + 1, x, y })));
}
