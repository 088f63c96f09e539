import { finding, type Finding, type Told } from '../../findings';
import type { Dowel } from '../../job';
import { capital } from '../../units';
import { dowelName, drilledFor } from '../pattern';
import type { SeenAlong } from '../propose';
import { wallAround, WALL_DIAMETERS } from '../walls';

/** What stays between a hole and the nearest other, mm, and which that is. */
function nearestOther(holes: readonly Dowel[], i: number): readonly [number, number] {
  const { u, v } = holes[i];
  const diameter = drilledFor(holes[i]);
  const walls = holes.map((h, k) =>
    k === i ? Infinity : Math.hypot(h.u - u, h.v - v) - (drilledFor(h) + diameter) / 2,
  );
  const least = Math.min(...walls);
  return [least, walls.indexOf(least)];
}

/** Dowel holes lie outside the part, inside the blank, and with enough material around them. */
export function holesRight(holes: readonly Dowel[], seen: SeenAlong, told: Told): Finding[] {
  const { sizeWithUnit } = told.speech;
  const { part, blank, cutMm } = seen;
  return holes.flatMap((own, i): Finding[] => {
    const { bore, u, v } = own;
    const diameter = drilledFor(own);
    // a bore of the part is where the part has it
    if (bore !== null) return [];
    const { toPart, toEdge } = wallAround({ x: u, y: v, diameter }, part, blank);
    const name = dowelName(i);
    if (toPart !== null && toPart < 0)
      return [
        finding(told, 'locate/dowel-hole-in-part', 'stop', {
          says: `The hole of ${name} goes ${sizeWithUnit(-toPart)} into the part.`,
          numbers: { intoMm: -toPart },
          because: 'What is drilled there is scrap.',
          remedy: 'Move it out of the part, or make the blank larger.',
        }),
      ];
    if (toEdge < 0)
      return [
        finding(told, 'locate/dowel-hole-off-blank', 'stop', {
          says: `The hole of ${name} lies ${sizeWithUnit(-toEdge)} over the edge of the blank.`,
          numbers: { overMm: -toEdge },
          because: 'A hole that is open at its side does not hold the part.',
          remedy: 'Move it into the blank, or make the blank larger.',
        }),
      ];
    const toCut = (toPart ?? Infinity) - cutMm;
    const [toOther, other] = nearestOther(holes, i);
    const least = Math.min(toCut, toEdge, toOther);
    const wanted = WALL_DIAMETERS * diameter;
    if (least >= wanted - 1e-6) return [];
    const ofOther = `that of ${dowelName(other)}`;
    const where =
      least === toOther
        ? ofOther
        : least === toEdge
          ? 'the edge of the blank'
          : cutMm > 0
            ? 'the cut around the part'
            : 'the part';
    const stays =
      least > 0
        ? `${sizeWithUnit(least)} stay between the hole of ${name} and ${where}`
        : `${least === toOther ? capital(ofOther) : 'The cut around the part'} goes ${sizeWithUnit(-least)} into the hole of ${name}`;
    return [
      finding(told, 'locate/dowel-hole-thin-wall', 'caution', {
        says: `${stays}; ${sizeWithUnit(wanted)} of wall are wanted.`,
        numbers: { wallMm: least, wantedMm: wanted },
        because: 'A thin wall gives when the part is pushed against the dowel.',
        remedy: 'Move it, take a smaller dowel, or make the blank larger.',
      }),
    ];
  });
}
