/** A place seen from above, mm. */
export interface Spot {
  readonly x: number;
  readonly y: number;
}

/** A dowel, or the hole it goes into. */
export interface Round extends Spot {
  readonly diameter: number;
}

/** One way to lay a blank: turned over or not, then turned, then moved. `p → turn(over(p)) + move`. */
export interface Laying {
  /** the other face is up: what had y has −y, before it is turned */
  readonly over: boolean;
  /** counterclockwise seen from above, radians, −π to π */
  readonly turn: number;
  readonly move: Spot;
  /** the hole each dowel goes into, in the order of the dowels */
  readonly holes: readonly number[];
  /** how far a dowel still stands from the middle of its hole, at the most, mm */
  readonly offMm: number;
}

/** A dowel goes into a hole that is not smaller by more than a press fit is (common practice, no source). */
const PRESSED_MM = 0.05;

/**
 * The least squares bring a dowel no further off than so many times what is least at the most; a way that nearly goes
 * on is one that somebody forces on.
 */
const NEAR = 2;

const over = (p: Spot, is: boolean): Spot => (is ? { x: p.x, y: -p.y } : p);

/** Where a laying brings a place of the blank. */
export function laid({ over: isOver, turn, move }: Omit<Laying, 'holes' | 'offMm'>, p: Spot): Spot {
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const { x, y } = over(p, isOver);
  return { x: c * x - s * y + move.x, y: s * x + c * y + move.y };
}

const between = (a: Spot, b: Spot) => Math.hypot(b.x - a.x, b.y - a.y);
const angle = (a: Spot, b: Spot) => Math.atan2(b.y - a.y, b.x - a.x);
const within = (turn: number) => Math.atan2(Math.sin(turn), Math.cos(turn));

/** How far a dowel may stand from the middle of a hole: half of what the hole is larger, and the play that is there. */
const room = (pin: Round, hole: Round, play: number): number => (Math.max(0, hole.diameter - pin.diameter) + play) / 2;

/**
 * Every way a blank goes onto dowels with all of them in a hole: turned over or not, turned by any angle, moved to
 * anywhere. Ways that differ by no more than the play are one. Found from every pair of holes that two dowels may go
 * into; exact but for the play.
 * @param dowels as they stand, two at least
 * @param holes of the blank as it would lie without being moved, at least as many
 * @param play largest play on the diameter, mm
 */
export function layingsOf(dowels: readonly Round[], holes: readonly Round[], play: number): Laying[] {
  if (dowels.length < 2) return [];
  const found: Laying[] = [];
  const [first, ...rest] = dowels;
  // the two furthest from each other decide the turn best
  const second = rest.reduce((a, b) => (between(first, b) > between(first, a) ? b : a));
  const enters = (pin: Round, hole: Round) => pin.diameter <= hole.diameter + PRESSED_MM;
  for (const isOver of [false, true])
    for (const a of holes.keys())
      for (const b of holes.keys()) {
        if (a === b || !enters(first, holes[a]) || !enters(second, holes[b])) continue;
        const [from, to] = [over(holes[a], isOver), over(holes[b], isOver)];
        const rooms = room(first, holes[a], play) + room(second, holes[b], play);
        if (Math.abs(between(from, to) - between(first, second)) > rooms) continue;
        const turn = angle(first, second) - angle(from, to);
        const laying = settled({ dowels, holes, play, over: isOver, turn, start: a });
        if (laying && !found.some((f) => isSame(f, laying, holes))) found.push(laying);
      }
  return found;
}

/** Two ways that bring every hole to the same place but for a tenth of a millimeter. */
const isSame = (a: Laying, b: Laying, holes: readonly Spot[]): boolean =>
  a.over === b.over && holes.every((h) => between(laid(a, h), laid(b, h)) < 0.1);

interface Tried {
  readonly dowels: readonly Round[];
  readonly holes: readonly Round[];
  readonly play: number;
  readonly over: boolean;
  readonly turn: number;
  /** the hole that is brought to the first dowel */
  readonly start: number;
}

/**
 * With the blank turned so and one hole on the first dowel, every other dowel is given the hole that comes nearest, and
 * the blank is brought to the middle of what they leave; null: one of them stands beside every hole it would go into.
 */
function settled({ dowels, holes, play, over: isOver, turn, start }: Tried): Laying | null {
  const unmoved = { over: isOver, turn, move: { x: 0, y: 0 } };
  const p = laid(unmoved, holes[start]);
  const there = { ...unmoved, move: { x: dowels[0].x - p.x, y: dowels[0].y - p.y } };
  const match = matched(dowels, holes, (i) => laid(there, holes[i]));
  if (!match) return null;
  const laying = fitted({ dowels, holes, over: isOver, match });
  const goesOn = (d: Round, i: number) =>
    between(d, laid(laying, holes[match[i]])) <= NEAR * room(d, holes[match[i]], play) + 1e-9;
  return dowels.every(goesOn) ? laying : null;
}

/** Every dowel with the nearest hole it goes into, each hole once; null: there are not enough. */
function matched(dowels: readonly Round[], holes: readonly Round[], at: (hole: number) => Spot): number[] | null {
  const used = new Set<number>();
  const match: number[] = [];
  for (const d of dowels) {
    const free = [...holes.keys()].filter((i) => !used.has(i) && d.diameter <= holes[i].diameter + PRESSED_MM);
    if (free.length === 0) return null;
    const nearest = free.reduce((a, b) => (between(d, at(b)) < between(d, at(a)) - 1e-9 ? b : a));
    used.add(nearest);
    match.push(nearest);
  }
  return match;
}

/** The turn and the move that bring holes onto their dowels with the least squares (closed form in the plane). */
function fitted({
  dowels,
  holes,
  over: isOver,
  match,
}: {
  readonly dowels: readonly Round[];
  readonly holes: readonly Round[];
  readonly over: boolean;
  readonly match: readonly number[];
}): Laying {
  const from = match.map((i) => over(holes[i], isOver));
  const mean = (ps: readonly Spot[]): Spot => ({
    x: ps.reduce((s, p) => s + p.x, 0) / ps.length,
    y: ps.reduce((s, p) => s + p.y, 0) / ps.length,
  });
  const [cf, ct] = [mean(from), mean(dowels)];
  let [dot, cross] = [0, 0];
  from.forEach((f, i) => {
    const [fx, fy, tx, ty] = [f.x - cf.x, f.y - cf.y, dowels[i].x - ct.x, dowels[i].y - ct.y];
    dot += fx * tx + fy * ty;
    cross += fx * ty - fy * tx;
  });
  const turn = within(Math.atan2(cross, dot));
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const move = { x: ct.x - (c * cf.x - s * cf.y), y: ct.y - (s * cf.x + c * cf.y) };
  const laying = { over: isOver, turn, move };
  const offMm = Math.max(...match.map((i, d) => between(dowels[d], laid(laying, holes[i]))));
  return { ...laying, holes: match, offMm };
}
