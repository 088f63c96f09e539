import {
  endConditions,
  endScene,
  endSteps,
  sideBySide,
  touchOffWords,
  turnedScene,
  type PlannedEnd,
  type PlannedEnds,
  type PlannedTurned,
} from '../turned';
import type { Lathe } from '../shop';
import { sumOfTerms, type Term } from '../ledger';
import { unitName, type Speech } from '../units';
import type { Row, SheetBarZero, SheetSequenceRow, SheetTurned } from './types';

function zeroTold(register: string, says: string, terms: readonly Term[] | null, speech: Speech): SheetBarZero {
  return {
    register,
    value: `Z ${speech.signed(sumOfTerms(terms))}`,
    says,
    terms: (terms ?? []).map((t) => ({
      term: t.term,
      from: `${t.from}${t.plusMinus === null ? '' : `, ±${speech.size(t.plusMinus)}`}`,
      value: speech.signed(t.value),
    })),
  };
}

function rowsOf({ turned, bar, lathe, removedMm3 }: PlannedTurned, speech: Speech): Row[] {
  const size = (mm: number | null) => (mm === null ? 'not known' : speech.sizeWithUnit(mm));
  return [
    { label: 'Bar', value: bar.diameter === null ? 'not a round bar' : `⌀${size(bar.diameter)}` },
    { label: 'Length of the bars', value: turned.barLength === null ? 'not told' : size(turned.barLength) },
    {
      label: 'One part takes',
      value: `${size(bar.needed)}: face ${speech.size(bar.face)}, part ${speech.size(bar.length)}, back ${speech.size(bar.back)}, cut-off ${speech.size(bar.cutOff)}`,
    },
    ...(lathe ? [{ label: 'X is programmed as', value: lathe.diameters }] : []),
    { label: 'Programs', value: `main ${turned.program || 'not told'}, second ${turned.backProgram || 'not told'}` },
    { label: 'Angle at the hand-over', value: turned.angle ?? 'not told' },
    { label: '± on diameters', value: turned.within === null ? 'not told' : size(turned.within) },
    ...(removedMm3 === null ? [] : [{ label: 'Turned off', value: speech.volume(removedMm3) }]),
    ...(turned.why ? [{ label: 'Why', value: turned.why }] : []),
  ];
}

/** Both sides, line by line. */
function sequenceRows(steps: PlannedTurned['steps'], speech: Speech): SheetSequenceRow[] {
  const none = { main: '', mainAt: '', zeroAt: '', second: '', secondAt: '', across: '' };
  return sideBySide(steps).map((row): SheetSequenceRow => {
    if (row.kind === 'meet') return { ...none, across: `both wait for each other: ${row.number}` };
    const { main, second } = row;
    return {
      ...none,
      ...(main && { main: main.says, mainAt: speech.signed(main.main.to), zeroAt: speech.signed(main.zero) }),
      ...(second && { second: second.says, secondAt: speech.signed(second.second?.to ?? null) }),
    };
  });
}

/** Start, every move and shift, and both sums. */
function accountRows({ account, start, bar }: PlannedTurned, speech: Speech): SheetTurned['account'] {
  if (!account || start === null) return [];
  const told = (mm: number | null) => (mm === null ? '' : speech.signed(mm));
  const row = (what: string, numbers: readonly [number | null, number | null, number | null, number | null]) => {
    const [move, shift, mainAt, zeroAt] = numbers.map(told);
    return { what, move, shift, mainAt, zeroAt };
  };
  return [
    row('start', [null, null, start, start - bar.face]),
    ...account.rows.map((r) => row(r.what, [r.move, r.shift, r.mainAt, r.zeroAt])),
    row('sum', [account.moves, account.shifts, null, null]),
  ];
}

/** Steps of both sides of a part that is turned end for end, one after the other. */
function endRows(ends: PlannedEnds, lathe: Lathe, speech: Speech): SheetSequenceRow[] {
  const none = { main: '', mainAt: '', zeroAt: '', second: '', secondAt: '', across: '' };
  return (['first', 'second'] as const).flatMap((side) => [
    {
      ...none,
      across: side === 'first' ? 'First side' : 'Second side: stop the spindle, wait, then turn the part end for end',
    },
    ...endSteps(ends, side, { lathe, speech }).map((main) => ({ ...none, main })),
  ]);
}

/** The setup sheet of a part that is turned end for end in a chuck. */
function sheetEnds(planned: PlannedTurned & { ends: PlannedEnds; lathe: Lathe }, speech: Speech): SheetTurned {
  const { lathe, ends } = planned;
  const unit = unitName(speech.units);
  const says = (e: PlannedEnd) =>
    `${e.side === 'first' ? 'First side: Z on the finished front face' : 'Second side: Z on the finished back face'}, X on the axis.`;
  return {
    rows: [
      { label: 'Chuck', value: ends.chuck?.name ?? 'not chosen' },
      ...rowsOf(planned, speech).filter((r) => !/hand-over|Length of the bars|One part takes/.test(r.label)),
    ],
    pictures: (['first', 'second'] as const).map((s) => endScene(planned, s, speech)).filter((s) => s !== null),
    zeros: [ends.first, ends.second].map((e) => zeroTold(e.register, says(e), e.zero, speech)),
    tools: toolRows(planned, lathe, speech),
    changes: [
      {
        label: `Shift of Z from ${ends.first.register} to ${ends.second.register}`,
        value: `${speech.signed(ends.shift)} ${unit}`,
      },
      ...ends.shiftTerms.map((t) => ({ label: t.term, value: `${speech.signed(t.value)} ${unit}` })),
      { label: 'It holds while', value: endConditions(ends).join(' ') },
    ],
    hasSecond: false,
    sequence: endRows(ends, lathe, speech),
    account: [],
    closes: '',
  };
}

const toolRows = ({ turned, bar }: PlannedTurned, lathe: Lathe | null, speech: Speech): SheetTurned['tools'] =>
  turned.tools.map((t) => ({
    number: `T${t.number}`,
    description: [t.description, t.use].filter(Boolean).join(', '),
    says: lathe ? touchOffWords(t, { bar }, { lathe, speech }).join(' ') : '',
  }));

/** The setup sheet of a part that is turned. */
export function sheetTurned(planned: PlannedTurned, speech: Speech): SheetTurned {
  const { ends } = planned;
  if (ends && planned.lathe) return sheetEnds({ ...planned, ends, lathe: planned.lathe }, speech);
  const { turned, lathe, sections, changes, steps, account } = planned;
  const unit = unitName(speech.units);
  const pictures = sections.map((_, section) => turnedScene(planned, { section, speech })).filter((s) => s !== null);
  const second = lathe?.second ?? null;
  return {
    rows: rowsOf(planned, speech),
    pictures,
    zeros: [
      zeroTold(turned.register, 'Main spindle: Z on the finished front face, X on the axis.', planned.zero, speech),
      ...(second
        ? [
            zeroTold(
              turned.backRegister,
              'Second spindle: Z on the finished back face, X on the axis.',
              planned.backZero,
              speech,
            ),
          ]
        : []),
    ],
    tools: toolRows(planned, lathe, speech),
    changes: changes.map((c, i) => ({
      label: `Change ${i + 1}, ${speech.sizeWithUnit(c.at)} behind the front face`,
      value: `back ${speech.signed(c.move)}, zero ${speech.signed(c.shift)} ${unit}`,
    })),
    hasSecond: second !== null,
    sequence: sequenceRows(steps, speech),
    account: accountRows(planned, speech),
    closes: account
      ? account.residue === 0
        ? 'The account closes: the next part starts where this one did.'
        : `The account does not close: ${speech.signed(account.residue)} ${unit} are left after every part.`
      : 'No account: no bar lathe is chosen.',
  };
}
