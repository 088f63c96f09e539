import type { Machine } from '../shop';
import { rectangle, type Scene } from '../scene';

/** The machine's table from above, machine coordinates: travel dashed, stations that are measured, machine zero. */
export function tableScene(machine: Machine): Scene {
  const { travel, table } = machine;
  const measured = machine.stations.filter((s) => s.position !== null);
  return {
    title: `Table of ${machine.name} from above`,
    shapes: [
      { kind: 'region', role: 'table', outlines: rectangle(table.x.min, table.y.min, table.x.max, table.y.max) },
      { kind: 'region', role: 'loaded', outlines: rectangle(travel.x.min, travel.y.min, travel.x.max, travel.y.max) },
      ...measured.flatMap((s) => [
        {
          kind: 'line' as const,
          role: 'grip' as const,
          points: [
            [s.position!.x, s.position!.y],
            [s.position!.x + 60, s.position!.y],
          ] as const,
        },
        {
          kind: 'label' as const,
          at: [s.position!.x + 30, s.position!.y - 22] as const,
          text: `station ${s.name}`,
          anchor: 'middle' as const,
          backed: true,
        },
      ]),
      { kind: 'zero', mark: 'machine', at: [0, 0], label: '' },
      { kind: 'label', at: [-90, -45], text: 'machine zero', anchor: 'middle', backed: true },
    ],
  };
}
