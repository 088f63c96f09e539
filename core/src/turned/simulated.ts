import type { BarLines, Lathe, Machine } from '../shop';
import { formatSigned, fromUnits, unitName, type Units } from '../units';

/** What one part met on the simulated control. Machine coordinates, mm; lengths of bar from the raw end of the part. */
export interface SimulatedPart {
  readonly number: number;
  readonly start: number;
  readonly end: number;
  /** lengths of bar that went past the tools while turning, in order */
  readonly turned: readonly (readonly [number, number])[];
  /** where it was cut off; null: it was not */
  readonly cutOffAt: number | null;
}

export interface SimulatedBar {
  readonly parts: readonly SimulatedPart[];
  /** what stopped it; null: it ran to the end */
  readonly stopped: { readonly part: number; readonly line: string; readonly says: string } | null;
}

/** What is run. Machine coordinates, mm. */
export interface BarRun {
  readonly lines: { readonly main: string; readonly second: string };
  readonly machine: Machine & { readonly lathe: Lathe };
  readonly cycles: number;
  /** main spindle and its zero as the first part begins */
  readonly start: number;
  readonly zero: number;
  /** width of the cut-off */
  readonly cutOff: number;
  readonly units: Units;
}

interface Command {
  readonly act: keyof BarLines;
  readonly value: number;
  readonly line: string;
}

const PLACES = /\\\{(?:z|by|n)\\\}/g;
const NUMBER = '([+-]?\\d+(?:\\.\\d+)?)';

/** How lines of a template are known again; acts without a line are done by hand and cannot be simulated. */
function readers(words: BarLines): { readonly act: keyof BarLines; readonly reads: RegExp }[] {
  return (Object.keys(words) as (keyof BarLines)[])
    .filter((act) => words[act].trim() !== '')
    .map((act) => {
      const escaped = words[act].trim().replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
      return { act, reads: new RegExp(`^${escaped.replace(PLACES, NUMBER)}$`) };
    });
}

/** The commands of one channel; a problem where a line is none of the template's, or of two. */
function commandsOf(text: string, words: BarLines, { end, units }: { end: string; units: Units }): Command[] | string {
  const known = readers(words);
  const out: Command[] = [];
  for (const line of text.split('\n').map((l) => l.trim())) {
    if (line === '' || line === end || line.startsWith('(') || line.startsWith(';')) continue;
    const read = known.flatMap(({ act, reads }) => {
      const found = reads.exec(line);
      return found ? [{ act, number: Number(found[1] ?? 0) }] : [];
    });
    if (read.length === 0) return `"${line}" is no line of the machine's template.`;
    if (read.length > 1) return `"${line}" can mean two things: give every line of the template its own words.`;
    const [{ act, number }] = read;
    out.push({ act, line, value: act === 'meet' ? number : fromUnits(number, units) });
  }
  return out;
}

/** A move that comes out this much beyond travel is the rounding of what the control is told, mm. */
const ROUNDING_MM = 1e-9;

/** Spindles, bar and zero as they really are. Along the axis from the tools, away from the main spindle, mm. */
class World {
  main: { z: number; closed: boolean; runs: boolean };
  second: { z: number; closed: boolean };
  together = false;
  /** the front end of the bar, or of the part while it is on it */
  end = 0;
  turned: [number, number][] = [];
  cutOffAt: number | null = null;

  zero: number;

  constructor(private readonly of: Pick<BarRun, 'machine' | 'cutOff' | 'zero' | 'start' | 'units'>) {
    this.zero = of.zero;
    this.main = { z: of.start, closed: true, runs: false };
    this.second = { z: of.machine.lathe.second?.max ?? 0, closed: false };
  }

  #told(mm: number): string {
    return formatSigned(mm, this.of.units);
  }

  /** @returns what is wrong; null: nothing */
  do({ act, value }: Command): string | null {
    switch (act) {
      case 'turnTo':
        return this.#turnTo(value);
      case 'cutOff':
        return this.#cut(value);
      case 'mainBack':
        return this.main.closed
          ? 'The main spindle goes back while it is closed: it takes the bar along.'
          : this.#moveMain(this.main.z + value);
      case 'mainTo':
        return this.#moveMain(this.zero + value);
      case 'shift':
        this.zero += value;
        return null;
      case 'mainOpen':
        return this.#openMain();
      case 'mainClose':
        this.main.closed = true;
        return null;
      case 'secondTo':
        return this.#moveSecond(value);
      case 'secondOpen':
      case 'secondClose':
        return this.#hold(act === 'secondClose');
      case 'mainRun':
      case 'mainStop':
        this.main.runs = act === 'mainRun';
        return null;
      case 'togetherOn':
      case 'togetherOff':
        this.together = act === 'togetherOn';
        return null;
      default:
        return null;
    }
  }

  #openMain(): string | null {
    if (this.main.runs) return 'The main spindle opens while it turns.';
    this.main.closed = false;
    return this.#isHeld() ? null : 'The main spindle opens and nothing holds the bar.';
  }

  /** The bar cannot move: a spindle has it, or it stands against the cut-off tool with the feeder behind it. */
  #isHeld(): boolean {
    return this.main.closed || this.second.closed || Math.abs(this.end) < 1e-6;
  }

  #hold(closed: boolean): string | null {
    this.second.closed = closed;
    return this.#isHeld() ? null : 'The second spindle opens and nothing holds the bar.';
  }

  #moveMain(to: number): string | null {
    const { min, max } = this.of.machine.travel.z;
    if (to < min - ROUNDING_MM || to > max + ROUNDING_MM)
      return `Over-travel: the main spindle would go to ${this.#told(to)}, its travel is ${this.#told(min)} to ${this.#told(max)} ${unitName(this.of.units)}.`;
    const by = this.main.z - to;
    this.main.z = to;
    if (!this.main.closed) return null;
    if (this.second.closed && !this.together && this.cutOffAt === null && Math.abs(by) > ROUNDING_MM)
      return 'The main spindle pulls at the bar while the second one holds it.';
    this.end += by;
    return this.together && this.cutOffAt === null ? this.#moveSecond(this.second.z + by, true) : null;
  }

  #moveSecond(to: number, along = false): string | null {
    const second = this.of.machine.lathe.second;
    if (!second) return 'There is no second spindle.';
    if (to < second.min - ROUNDING_MM || to > second.max + ROUNDING_MM)
      return `Over-travel: the second spindle would go to ${this.#told(to)}, its travel is ${this.#told(second.min)} to ${this.#told(second.max)} ${unitName(this.of.units)}.`;
    if (this.second.closed && !along && this.main.closed && this.cutOffAt === null)
      return 'The second spindle pulls at the bar while the main one holds it.';
    this.second.z = to;
    return null;
  }

  #turnTo(work: number): string | null {
    const from = this.end;
    const wrong = this.#moveMain(this.zero + work);
    if (wrong) return wrong;
    if (!this.main.closed) return 'It turns while the main spindle is open.';
    if (this.cutOffAt !== null) return null;
    if (!this.main.runs) return 'It turns while the main spindle stands still.';
    this.turned.push([from, this.end]);
    return null;
  }

  #cut(work: number): string | null {
    const wrong = this.#moveMain(this.zero + work);
    if (wrong) return wrong;
    this.cutOffAt = this.end;
    this.end = -this.of.cutOff;
    return null;
  }

  nextPart(): void {
    [this.turned, this.cutOffAt] = [[], null];
  }
}

/** Runs both channels from meeting to meeting. @returns what is wrong, and at which line; null: nothing */
function cycle(world: World, channels: readonly (readonly Command[])[]): { line: string; says: string } | null {
  const at = [0, 0];
  for (;;) {
    for (const c of [0, 1]) {
      for (; at[c] < channels[c].length && channels[c][at[c]].act !== 'meet'; at[c]++) {
        const says = world.do(channels[c][at[c]]);
        if (says) return { line: channels[c][at[c]].line, says };
      }
    }
    const [one, other] = [channels[0][at[0]], channels[1][at[1]]];
    if (!one && !other) return null;
    if (!one || !other || one.value !== other.value)
      return { line: (one ?? other).line, says: 'One side waits for a meeting the other side never comes to.' };
    at[0]++;
    at[1]++;
  }
}

/**
 * Runs the lines of both channels part after part, as a control does that knows nothing of the plan: it follows the
 * bar, what holds it, and where the tools really meet it. It understands the words of the machine's template alone.
 */
export function simulateBar(run: BarRun): SimulatedBar {
  const { lines, machine, cycles, units } = run;
  const told = { end: machine.dialect.end, units };
  const [main, second] = [lines.main, lines.second].map((t) => commandsOf(t, machine.lathe.words, told));
  for (const read of [main, second])
    if (typeof read === 'string') return { parts: [], stopped: { part: 1, line: '', says: read } };
  const world = new World(run);
  const parts: SimulatedPart[] = [];
  for (let number = 1; number <= cycles; number++) {
    const begins = world.main.z;
    world.nextPart();
    const wrong = cycle(world, [main as Command[], second as Command[]]);
    const { turned, cutOffAt } = world;
    // once it is off it is made: what goes wrong then goes wrong for the next one
    if (!wrong || cutOffAt !== null) parts.push({ number, start: begins, end: world.main.z, turned, cutOffAt });
    if (wrong) return { parts, stopped: { part: cutOffAt === null ? number : number + 1, ...wrong } };
  }
  return { parts, stopped: null };
}
