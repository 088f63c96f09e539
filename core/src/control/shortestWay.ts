interface Place {
  readonly x: number;
  readonly y: number;
}

const apart = (a: Place, b: Place) => Math.hypot(a.x - b.x, a.y - b.y);

/** How far it is over places in an order. */
export const wayOver = (places: readonly Place[]): number =>
  places.slice(1).reduce((sum, p, i) => sum + apart(places[i], p), 0);

/** Always to the nearest that is left. */
function nearestFirst<T extends Place>(places: readonly T[], start: number): T[] {
  const left = [...places];
  const way = left.splice(start, 1);
  while (left.length > 0) {
    const from = way[way.length - 1];
    const next = left.reduce((best, p, i) => (apart(from, p) < apart(from, left[best]) - 1e-9 ? i : best), 0);
    way.push(...left.splice(next, 1));
  }
  return way;
}

/** Pieces of the way turned round, and single places moved, while that makes it shorter. */
function improved<T extends Place>(way: readonly T[]): T[] {
  let best = [...way];
  for (let again = true; again;) {
    again = false;
    for (let i = 0; i < best.length; i++)
      for (let k = 0; k < best.length; k++) {
        const turned = i < k ? [...best.slice(0, i), ...best.slice(i, k + 1).reverse(), ...best.slice(k + 1)] : best;
        const without = best.filter((_, n) => n !== i);
        const moved = [...without.slice(0, k), best[i], ...without.slice(k)];
        for (const other of [turned, moved])
          if (wayOver(other) < wayOver(best) - 1e-9) {
            best = other;
            again = true;
          }
      }
  }
  return best;
}

/** So many places are tried as the first one. */
const MOST_STARTS = 12;

/**
 * Places in an order that makes a short way over all of them: nearest first from several starts, pieces turned round
 * and places moved while it gets shorter (2-opt and or-opt, general practice). Not always the shortest of all.
 */
export function shortestWay<T extends Place>(places: readonly T[]): T[] {
  if (places.length < 3) return [...places];
  const starts = places.slice(0, MOST_STARTS).map((_, i) => improved(nearestFirst(places, i)));
  return starts.reduce((best, way) => (wayOver(way) < wayOver(best) - 1e-9 ? way : best));
}
