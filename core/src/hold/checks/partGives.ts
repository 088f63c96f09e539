import { finding, type Finding, type Told } from '../../findings';
import type { WorkMaterial } from '../../shop';
import type { Bend, Bending } from '../bending';
import { GIVES_MM } from './wallStands';

/** What stands out, spans or is thin must not give under the cut; where that cannot be computed it says so. */
export function partGives(bending: Bending | null, material: WorkMaterial | null, told: Told): Finding[] {
  if (!bending || !material) return [];
  return [
    ...gives(bending.worst, material, told),
    ...bending.unknown.map(({ where, spanMm }) =>
      finding(told, 'hold/bending-not-computed', 'caution', {
        says: `How far the part gives ${where}, over ${told.speech.sizeWithUnit(spanMm)}, is not computed: at some place in between no material was found.`,
        numbers: { spanMm },
        because: 'What is very thin there can bend or break under the cut.',
        remedy: 'Look at the thinnest place between the cut and what holds the part, and support it there if in doubt.',
      }),
    ),
  ];
}
function gives(bend: Bend | null, material: WorkMaterial, told: Told): Finding[] {
  if (!bend || (bend.deflectionMm <= GIVES_MM && bend.stressMPa <= material.yieldMPa / 2)) return [];
  const { speech } = told;
  return [
    finding(told, 'hold/part-gives', bend.stressMPa > material.yieldMPa ? 'stop' : 'caution', {
      says: `T${bend.tool.number}${bend.tool.description ? ` ${bend.tool.description}` : ''}: the part gives ${speech.sizeWithUnit(bend.deflectionMm)} ${bend.way} ${bend.where}, over ${speech.sizeWithUnit(bend.spanMm)}, under ${speech.force(bend.forceN)}; ${Math.round(bend.stressMPa)} of ${material.yieldMPa} N/mm² it stands.`,
      numbers: {
        deflectionMm: bend.deflectionMm,
        spanMm: bend.spanMm,
        forceN: bend.forceN,
        stressMPa: bend.stressMPa,
        yieldMPa: material.yieldMPa,
      },
      because:
        'It springs back behind the tool: the size comes out wrong, the surface chatters, and a cutter can pull it up.',
      remedy: 'Grip or clamp nearer to that place, support it there, or cut less deep, less wide or with less feed.',
    }),
  ];
}
