import { sideBySide, touchOffWords, turnedUses, type BarStep, type PlannedTurned, type SequenceRow } from '../turned';
import { turnedTexts } from '../control';
import { unitName } from '../units';
import { SPINDLE_WITHIN_MM } from './spindle';
import type { Ask, RunStep } from './types';
import { number, READ_BACK_MM, step, yes, type Making } from './steps';

/** What both sides do between two meetings. */
interface Block {
  readonly main: readonly BarStep[];
  readonly second: readonly BarStep[];
}

/** The sequence in blocks, from one meeting to the next. */
function blocksOf(rows: readonly SequenceRow[]): Block[] {
  const blocks: { main: BarStep[]; second: BarStep[] }[] = [{ main: [], second: [] }];
  for (const row of rows) {
    const last = blocks[blocks.length - 1];
    if (row.kind === 'meet') blocks.push({ main: [], second: [] });
    else {
      if (row.main) last.main.push(row.main);
      if (row.second) last.second.push(row.second);
    }
  }
  return blocks.filter((b) => b.main.length + b.second.length > 0);
}

/** The names of a block's title: what happens in it that decides. */
const DECIDES: Partial<Record<BarStep['act'], string>> = {
  mainBack: 'the main spindle grips anew',
  cutOff: 'the part comes off',
  mainTo: 'back to the start',
  secondTo: 'the second spindle comes up',
  turnTo: 'turning',
  secondClose: 'the second spindle grips',
};
const ORDER: readonly BarStep['act'][] = ['cutOff', 'mainTo', 'mainBack', 'turnTo', 'secondTo', 'secondClose'];

function titleOf({ main, second }: Block): string {
  const acts = [...main, ...second].map((s) => s.act);
  const act = ORDER.find((a) => acts.includes(a));
  return (act && DECIDES[act]) ?? 'both spindles';
}

const readMain = (id: string, label: string, target: number | null, unit: string): Ask =>
  number({ id, label: `${label}, ${unit}`, axis: 'z', target, off: SPINDLE_WITHIN_MM });

/** One block, run for the first part with a hand on feed hold: both sides beside each other. */
function blockStep({ speech }: Making, block: Block, i: number, hasSecond: boolean): RunStep {
  const last = block.main[block.main.length - 1];
  const moved = block.main.some((s) => Math.abs(s.main.to - s.main.from) > 1e-9);
  return {
    ...step('bar', null, `First part, ${i + 1}: ${titleOf(block)}`, {
      says: ['Single block, feed override low, a hand on feed hold. Nobody reaches in while a spindle turns.'],
      columns: { main: block.main.map((s) => s.says), second: hasSecond ? block.second.map((s) => s.says) : null },
      asks: [
        ...(moved && last
          ? [readMain('main', 'Main spindle stands at, machine Z', last.main.to, unitName(speech.units))]
          : []),
        yes('done', 'Done as told'),
      ],
      ifOff:
        'The main spindle is not where the plan has it. Do not go on: compare the move and the shift in the program with the sheet.',
    }),
    id: `run/bar/${i + 1}`,
  };
}

function prepareStep({ planned, speech }: Making, turned: PlannedTurned): RunStep {
  const { bar, machine } = turned;
  const first = turned.secondGrips.find((g) => g.diameter !== null);
  const says = [
    `Bar ⌀${bar.diameter === null ? 'not told' : speech.size(bar.diameter)}${turned.turned.barLength === null ? '' : `, not longer than ${speech.sizeWithUnit(turned.turned.barLength)}`}: straight, both ends chamfered.`,
    ...(first ? [`Collet of the second spindle: ⌀${speech.size(first.diameter!)}.`] : []),
    ...turned.turned.tools.map((t) => `T${t.number} ${t.description}, ${t.use}.`),
    `Programs: main ${turned.turned.program || 'not named'}, second ${turned.turned.backProgram || 'not named'}.`,
  ];
  return step('prepare', null, 'Get ready', {
    says,
    asks: [
      yes('ready', 'Bar, collets and tools are in'),
      yes('behind', `Nothing turns free behind ${machine?.name ?? planned.machine?.name ?? 'the spindle'}`),
    ],
  });
}

/** The bar at the tools, the main spindle at its start: before the first part, with a reading. */
function startStep({ speech }: Making, { start, bar }: PlannedTurned): RunStep {
  return step('load', null, 'Bar to its start', {
    says: [
      'Both spindles stand. Hands only while they stand.',
      `Main spindle to machine Z ${speech.signed(start)}, collet open, the bar against the cut-off tool, collet closed.`,
      `The raw end of the bar is ${speech.sizeWithUnit(bar.face)} before the finished face.`,
    ],
    asks: [
      readMain('main', 'Main spindle stands at, machine Z', start, unitName(speech.units)),
      yes('bar', 'The end of the bar stands at the cut-off tool and the collet is closed'),
    ],
    ifOff: 'Every section is cut that much beside its place, and the spindle may run out of its stroke.',
  });
}

/** Registers of both sides, read back. */
function keyStep(making: Making, planned: PlannedTurned): RunStep {
  const { speech } = making;
  const unit = unitName(speech.units);
  const registers = turnedUses(planned);
  return {
    ...step('bar', null, 'Key in the zeros', {
      says: registers.map((r) => `${r.register}, ${r.name}: Z ${speech.signed(r.z)} ${unit}. X is the axis.`),
      asks: registers.map((r, i) =>
        number({
          ...{ id: `register-${i + 1}`, label: `${r.register} Z read back, ${unit}`, axis: 'z' as const },
          ...{ target: r.z, off: READ_BACK_MM },
        }),
      ),
      lines: turnedTexts(making.job, making.planned, `ISSUE ${making.letter}`).set,
      ifOff: 'What stands in the control is not what the sheet says: key it in again, sign and point.',
    }),
    id: 'run/bar/zeros',
  };
}

/** Each turning tool: skim, measure, declare. */
export function toolSteps({ speech }: Making, planned: PlannedTurned): RunStep[] {
  const { lathe, turned } = planned;
  if (!lathe) return [];
  return turned.tools.map((t): RunStep => ({
    ...step('bar', null, `Touch off T${t.number} ${t.description}`, {
      says: touchOffWords(t, planned, { lathe, speech }),
      asks: [
        ...(t.use === 'drilling'
          ? []
          : [
              number({
                ...{ id: 'measured', label: `Measured diameter, ${unitName(speech.units)}`, axis: null },
                ...{ target: null, off: null },
              }),
            ]),
        yes('declared', `Declared for T${t.number} as told`),
      ],
    }),
    id: `run/bar/tool ${t.id}`,
  }));
}

/** After a cycle the main spindle stands where it began, or the next parts wander. */
function backStep({ job, speech }: Making, { start, account }: PlannedTurned): RunStep {
  const forecast =
    account && account.partsMade !== null
      ? ` As planned ${account.partsMade} parts are made before it runs out of travel.`
      : '';
  return {
    ...step('bar', null, 'Is it back at its start?', {
      says: [`Read the main spindle before the next part begins.${forecast}`],
      asks: [readMain('after', 'Main spindle stands at, machine Z', start, unitName(speech.units))],
      ifOff: `A shift was not taken back, or a move is not its shift: every part starts that much beside the one before, until the spindle runs out of travel. Do not run the ${job.quantity > 1 ? 'series' : 'next part'}.`,
    }),
    id: 'run/bar/back',
  };
}

/** The run of a part that is turned from bar. */
export function barSteps(making: Making, planned: PlannedTurned): RunStep[] {
  const { job, speech } = making;
  const { start, bar, turned } = planned;
  const unit = unitName(speech.units);
  const blocks = blocksOf(sideBySide(planned.steps));
  return [
    prepareStep(making, planned),
    startStep(making, planned),
    ...toolSteps(making, planned),
    keyStep(making, planned),
    ...blocks.map((b, i) => blockStep(making, b, i, planned.lathe?.second != null)),
    backStep(making, planned),
    step('firstPart', null, 'Check the first part', {
      says: [
        'Measure what the drawing asks for, and at every change of grip the witness line.',
        ...planned.changes.map((c, i) => `Change ${i + 1}: ${speech.sizeWithUnit(c.at)} behind the front face.`),
      ],
      asks: [
        number({
          ...{ id: 'length', label: `Length, ${unit}`, axis: null, target: bar.length + bar.back },
          off: job.sizeTolerance,
        }),
      ],
      ifOff: turned.changes?.some((c) => c.move !== null || c.shift !== null)
        ? 'A move is not its shift: the part is that much too long or too short.'
        : 'The zero, the cut-off tool or a change of grip is off by that much.',
    }),
    step('series', null, 'The series', {
      says: [
        `${job.quantity} ${job.quantity === 1 ? 'part' : 'parts'} in all. Read the main spindle again when the last one is off.`,
      ],
      asks: [
        readMain('after', 'Main spindle stands at, machine Z', start, unit),
        yes('made', `All ${job.quantity} are made`),
      ],
      ifOff: 'It wandered over the series: a shift was not taken back, or the bar slips in a collet.',
    }),
    step('putAway', null, 'Put away', {
      lines: turnedTexts(making.job, making.planned, `ISSUE ${making.letter}`).clear,
      says: [
        'Stop both spindles and wait until they stand. Then take the rest of the bar out.',
        `Clear ${turned.register}${planned.lathe?.second ? ` and ${turned.backRegister}` : ''}: what is left over moves the next job.`,
      ],
      asks: [yes('cleared', 'Registers are cleared, the machine is wiped')],
    }),
  ];
}
