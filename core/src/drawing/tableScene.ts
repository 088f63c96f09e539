import { holdingOf } from '../holdings';
import { isMeasuredFor, type Device, type Machine, type Station } from '../shop';
import type { Outlines } from '../solid';
import { rectangle, type Point, type Scene, type Shape } from '../scene';

/** Where a station is drawn, machine coordinates; null: it is neither measured nor put anywhere. */
export const stationPlace = ({ position, roughly }: Pick<Station, 'position' | 'roughly'>): Point | null =>
  position ? [position.x, position.y] : roughly ? [roughly.x, roughly.y] : null;

/** The devices a station is measured for, as they are now. */
export const standsOn = (station: Station, devices: readonly Device[]): Device[] =>
  station.measuredFor.length === 0
    ? []
    : devices.filter(
        (d) => !d.retired && station.measuredFor.some((m) => m.device === d.id) && isMeasuredFor(station, d),
      );

const moved = (outlines: Outlines, [x, y]: Point): Outlines =>
  outlines.map((ring) => ring.map(([u, v]) => [u + x, v + y] as const));

/** A mark where the datum of what stands there is. */
const DATUM_MM = 25;

function stationShapes(station: Station, devices: readonly Device[]): Shape[] {
  const at = stationPlace(station);
  if (!at) return [];
  const [x, y] = at;
  const [first, ...others] = station.position ? standsOn(station, devices) : [];
  const says = first
    ? `: ${first.name}${others.length > 0 ? `, or ${others.length} more` : ''}`
    : station.position
      ? ''
      : ', only roughly here';
  return [
    ...(first
      ? [
          {
            kind: 'region' as const,
            role: 'device-edges' as const,
            outlines: moved(holdingOf(first).footprint(first), at),
          },
        ]
      : []),
    ...[
      [[x - DATUM_MM / 2, y] as const, [x + DATUM_MM, y] as const],
      [[x, y - DATUM_MM / 2] as const, [x, y + DATUM_MM] as const],
    ].map((points): Shape => ({ kind: 'line', role: station.position ? 'grip' : 'hidden', points })),
    {
      kind: 'label',
      at: [x + DATUM_MM * 1.4, y - DATUM_MM],
      text: `${station.name}${says}`,
      anchor: 'start',
      backed: true,
    },
  ];
}

/**
 * The machine's table from above, machine coordinates: travel dashed, stations where they are measured, with the room
 * of the first device they are measured for, those that are not where somebody put them; machine zero.
 */
export function tableScene(machine: Machine, devices: readonly Device[] = []): Scene {
  const { travel, table } = machine;
  return {
    title: `Table of ${machine.name} from above`,
    shapes: [
      { kind: 'region', role: 'table', outlines: rectangle(table.x.min, table.y.min, table.x.max, table.y.max) },
      { kind: 'region', role: 'loaded', outlines: rectangle(travel.x.min, travel.y.min, travel.x.max, travel.y.max) },
      ...machine.stations.flatMap((s) => stationShapes(s, devices)),
      { kind: 'zero', mark: 'machine', at: [0, 0], label: '' },
      { kind: 'label', at: [-90, -45], text: 'machine zero', anchor: 'middle', backed: true },
    ],
  };
}
