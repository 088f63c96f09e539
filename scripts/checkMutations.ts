/**
 * `npm run check:mutations -- [jobs] [seed]`: puts each of the mistakes of the first version back, one at a time, into
 * a copy of the core, and runs random jobs against the second opinion there: every one must be found.
 */
import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

interface Mutation {
  readonly mistake: string;
  readonly file: string;
  readonly was: string;
  readonly becomes: string;
}

const MUTATIONS: readonly Mutation[] = [
  {
    mistake: 'what is left is cut again though it shares faces with the part',
    file: 'plan/whatIsLeft.ts',
    was: 'kernel.onLevels(kernel.subtract(before.frame, tool), levels)',
    becomes:
      'kernel.subtract(kernel.subtract(before.solid, tool), kernel.box({ min: { ...box.min, [axis]: along - 1e-13 }, max: box.max }))',
  },
  {
    mistake: 'a station that is not measured counts as zero in a shift',
    file: 'ledger/shift.ts',
    was: '  return oneStation && a === null && b === null && isSettled(from) && isSettled(to) ? 0 : null;',
    becomes: '  return oneStation ? 0 : 0;',
  },
  {
    mistake: 'a pin touches at its middle only',
    file: 'holdings/flat/seat.ts',
    was: '  const r = plate.pinDiameter / 2;\n  return pins.map',
    becomes: '  const r = 0.01;\n  return pins.map',
  },
  {
    mistake: 'a stop rod touches at its middle only',
    file: 'holdings/vise/seat.ts',
    was: '  const r = vise.stopDiameter / 2;',
    becomes: '  const r = 0.01;',
  },
  {
    mistake: 'an edge that is exactly level is a contact',
    file: 'solid/window.ts',
    was: 'outside = (u < low[a] + TOUCH_MM && v < low[a] + TOUCH_MM && w < low[a] + TOUCH_MM) || (u > high[a] - TOUCH_MM && v > high[a] - TOUCH_MM && w > high[a] - TOUCH_MM);',
    becomes:
      'outside = (u < low[a] - TOUCH_MM && v < low[a] - TOUCH_MM && w < low[a] - TOUCH_MM) || (u > high[a] + TOUCH_MM && v > high[a] + TOUCH_MM && w > high[a] + TOUCH_MM);',
  },
  {
    mistake: 'what hangs lower than the parallels goes through the bed',
    file: 'holdings/vise/seat.ts',
    was: '...(rest.height > 0 ? [bed] : [])',
    becomes: '...(rest.height > 1e9 ? [bed] : [])',
  },
  {
    mistake: 'the slide starts from the outermost material only',
    file: 'seat/slide.ts',
    was: '  for (const start of others) {\n    const other = slideFrom',
    becomes: '  for (const start of others.slice(others.length)) {\n    const other = slideFrom',
  },
  {
    mistake: 'a seat that does not settle prints its zero',
    file: 'plan/stages/zero.ts',
    was: '    if (!seat.settled) return { ledger: NO_LEDGER, register: { x: null, y: null, z: null } };\n',
    becomes: '',
  },
  {
    mistake: 'lengths against a setter count as from the spindle nose',
    file: 'zero/lengths.ts',
    was: "  if (setup.lengths.by === 'height setter') return",
    becomes: "  if (setup.lengths.by === 'height setter' && zero === null) return",
  },
  {
    mistake: 'a control without lengths gets a register without the length of the tool',
    file: 'plan/pipeline.ts',
    was: 'const counted = hasLengths ? asEntered : withoutLengths(asEntered);',
    becomes: 'const counted = hasLengths || asEntered ? asEntered : withoutLengths(asEntered);',
  },
  {
    mistake: "the walls of a pocket stand in line with the jaws' faces",
    file: 'holdings/vise/seat.ts',
    was: 'const wall = fixedSide(vise) * ledge;',
    becomes: 'const wall = 0 * ledge;',
  },
  {
    mistake: 'the common offset stays in the register',
    file: 'zero/lengths.ts',
    was: 'const x = inMachine ? inMachine.x - common.x : null;',
    becomes: 'const x = inMachine ? inMachine.x + 0 * common.x : null;',
  },
];

const [count = 1500, seed = 1] = process.argv.slice(2).map(Number);
const root = resolve(import.meta.dirname, '..');
const place = mkdtempSync(join(tmpdir(), 'violet-jaw-mutations-'));
let missed = 0;
try {
  for (const name of ['core', 'package.json', 'tsconfig.json'])
    cpSync(join(root, name), join(place, name), { recursive: true });
  mkdirSync(join(place, 'scripts'));
  cpSync(join(root, 'scripts/checkZeros.ts'), join(place, 'scripts/checkZeros.ts'));
  mkdirSync(join(place, 'node_modules/@violet-jaw'), { recursive: true });
  for (const name of readdirSync(join(root, 'node_modules')))
    if (name !== '@violet-jaw') symlinkSync(join(root, 'node_modules', name), join(place, 'node_modules', name));
  symlinkSync(join(place, 'core'), join(place, 'node_modules/@violet-jaw/core'));
  for (const { mistake, file, was, becomes } of MUTATIONS) {
    const path = join(place, 'core/src', file);
    const right = readFileSync(path, 'utf8');
    if (!right.includes(was)) throw new Error(`${file} no longer has: ${was}`);
    writeFileSync(path, right.replace(was, becomes));
    const { stdout, stderr } = spawnSync('npx', ['tsx', 'scripts/checkZeros.ts', String(count), String(seed)], {
      cwd: place,
      encoding: 'utf8',
    });
    writeFileSync(path, right);
    const said = stdout.trim().split('\n').at(-1) ?? '';
    const found = /, 0 disagree/.test(said) ? 'MISSED' : 'found';
    if (found === 'MISSED') missed += 1;
    console.log(
      `${found}: ${mistake}: ${
        said ||
        stderr
          .trim()
          .split('\n')
          .find((l) => l.includes('Error')) ||
        'no answer'
      }`,
    );
  }
} finally {
  rmSync(place, { recursive: true, force: true });
}
console.log(`check:mutations seed ${seed}: ${MUTATIONS.length} mistakes put back, ${missed} missed`);
process.exitCode = missed > 0 ? 1 : 0;
