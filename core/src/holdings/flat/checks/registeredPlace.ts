import { finding, type Finding, type Told } from '../../../findings';
import type { FixturePlate, Machine, Station } from '../../../shop';

/** A plate with a registered place goes back to that station; its zero is then known without touching off. */
export function registeredPlace(
  plate: FixturePlate,
  station: Station | null,
  machine: Machine | null,
  told: Told,
): Finding[] {
  if (plate.place === '' || !machine || station?.id === plate.place) return [];
  const own = machine.stations.find((s) => s.id === plate.place);
  if (!own) return [];
  return [
    finding(told, 'zero/plate-not-in-its-place', 'caution', {
      says: `${plate.name} is registered at station ${own.name}, but stands ${station ? `at station ${station.name}` : 'nowhere yet'} here.`,
      numbers: {},
      because: 'In its own place its zero is known without touching off.',
      remedy: `Put it back to station ${own.name}, or touch off.`,
    }),
  ];
}
