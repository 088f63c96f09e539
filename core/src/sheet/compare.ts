import { AXES, DIRECTIONS } from '../frames';
import { allowanceOn, stateWithStock } from '../blank';
import { holdingOf, type HoldEntry } from '../holdings';
import { sheetRemarks, type Remark } from '../remarks';
import { remarkEntries } from './remarked';
import { checksOf, isHeldOn, suppliesOf, toolOfCut, type Job } from '../job';
import { PART_SIDE } from '../part';
import { pieceShift, type PlannedJob, type PlannedSetup } from '../plan';
import { endSteps } from '../turned';
import { speechIn, toUnits } from '../units';
import { carrierOf } from './carrier';
import { sheetChangeovers } from './changeover';
import { stepsOf } from './jaws';
import { filmInWords } from './film';
import { lengthRegisterOf, zeroInWords } from '../zero';
import type { Change, Entry } from './types';

const text = (place: string, name: string, value: string): Entry => ({ place, name, text: value, value: null });

/** Entries that are lengths, in the units of a job. */
function lengthsIn(units: Job['units']) {
  const speech = speechIn(units);
  const size = (place: string, name: string, mm: number): Entry => ({
    place,
    name,
    text: speech.size(mm),
    value: toUnits(mm, units),
    mm,
  });
  const coordinate = (place: string, name: string, mm: number | null): Entry => ({
    place,
    name,
    text: mm === null ? 'not known' : speech.signed(mm),
    value: mm === null ? null : toUnits(mm, units),
    ...(mm === null ? {} : { mm }),
  });
  return { speech, size, coordinate };
}

/** Every number and choice an operator acts on, flattened. @param remarks people made beside the job */
export function entriesOf(job: Job, planned: PlannedJob, remarks: readonly Remark[] = []): Entry[] {
  return [
    ...jobEntries(job, planned),
    ...planned.setups.flatMap((s) => [...chosenEntries(job, s), ...computedEntries(job, planned.setups, s)]),
    ...planned.setups.flatMap((s) => pieceEntries(job, s)),
    ...turnedEntries(job, planned),
    ...planned.transitions.map((t) => text(`Op ${t.fromOp} to Op ${t.toOp}`, 'hand move', t.facts.says)),
    ...remarkEntries(sheetRemarks(remarks, planned.setups)),
  ];
}

/** What is done about a part that is turned from bar: every number of it. */
function turnedEntries(job: Job, { turned: planned }: PlannedJob): Entry[] {
  if (!planned) return [];
  const { size, coordinate, speech } = lengthsIn(job.units);
  const { turned, bar, changes, start, ends, lathe } = planned;
  const place = 'Bar';
  const sides = ends ? [ends.first, ends.second] : [];
  return [
    ...sides.flatMap((e) => [
      size(`${e.side} side`, 'in the jaws', e.grip),
      coordinate(`${e.side} side`, `${e.against} at`, e.rest),
      size(`${e.side} side`, 'turned from', e.from),
      size(`${e.side} side`, 'turned to', e.to),
      coordinate(`${e.side} side`, `${e.register} Z`, e.value),
      text(`${e.side} side`, 'steps', lathe ? endSteps(ends!, e.side, { lathe, speech }).join(' ') : ''),
    ]),
    ...(ends ? [text(place, 'chuck', `${ends.chuck?.name ?? 'not chosen'}, ${ends.rpm ?? 'no'} 1/min`)] : []),
    text(place, 'looks away from the spindle', PART_SIDE[turned.front]),
    ...(bar.diameter === null ? [] : [size(place, 'diameter', bar.diameter)]),
    size(place, 'cut-off', turned.cutOff),
    size(place, 'gripped of the front', turned.grip),
    coordinate(place, 'main spindle begins at', start),
    ...changes.flatMap((c, i) => [
      size(place, `change ${i + 1} at`, c.at),
      coordinate(place, `move ${i + 1}`, c.move),
      coordinate(place, `shift ${i + 1}`, c.shift),
    ]),
    text(place, 'angle at the hand-over', turned.angle ?? 'not told'),
    text(place, 'programs', [turned.program, turned.backProgram].join(', ')),
    text(place, 'work on the back', turned.backWork),
    text(place, 'tools', turned.tools.map((t) => `T${t.number} ${t.description} for ${t.use}`).join(', ')),
    text(place, 'no witness line on', turned.keptClear.map((z) => `${z.why} ${z.from} to ${z.to}`).join(', ')),
    text(place, 'steps', planned.steps.map((s) => `${s.side}: ${s.says}`).join(' · ')),
  ];
}

function jobEntries(job: Job, planned: PlannedJob): Entry[] {
  const { size, speech } = lengthsIn(job.units);
  return [
    text('Job', 'part', job.part),
    text('Job', 'revision', job.revision),
    text('Job', 'material', job.material),
    text('Job', 'quantity', String(job.quantity)),
    text('Job', 'units', job.units),
    text('Job', 'due', job.due ?? ''),
    text('Job', 'notes', job.notes),
    text('Job', 'machine', planned.machine?.name ?? 'not chosen'),
    ...sheetChangeovers(planned, speech).map((c) =>
      text(
        'Job',
        `changeover to ${c.device}`,
        c.does.map((d) => [d.what, d.target].filter(Boolean).join(' ')).join(' · '),
      ),
    ),
    text('Job', 'registers left alone', job.leaveAlone.join(', ')),
    text('Job', 'lines for the control', planned.machine ? Object.values(planned.machine.dialect).join(' · ') : ''),
    ...AXES.map((a) => size('Part', `size ${a.toUpperCase()}`, planned.part.size[a])),
    ...DIRECTIONS.map((d) => size('Blank', `allowance ${PART_SIDE[d]}`, allowanceOn(planned.blank.allowance, d))),
    text('Blank', 'kind', planned.blank.kind),
    text('Blank', 'film', filmInWords(job, planned.blank) ?? 'none'),
    ...AXES.map((a) => size('Blank', `size ${a.toUpperCase()}`, planned.blank.size[a])),
    ...DIRECTIONS.map((d) =>
      text('Blank', `${PART_SIDE[d]} comes`, stateWithStock(job.blank, planned.blank.allowance, d)),
    ),
    ...AXES.map((a) => text('Copies', `along ${a.toUpperCase()}`, String(job.copies[a]))),
    size('Copies', 'gap', job.copies.gap),
  ];
}

/** What the planner chose for a setup. */
function chosenEntries(job: Job, s: PlannedSetup): Entry[] {
  const { speech, size, coordinate } = lengthsIn(job.units);
  const place = `Op ${s.op}`;
  const { setup, facts } = s;
  const held = (e: HoldEntry): Entry => {
    if ('says' in e) return text(place, e.name, e.says);
    return 'atMm' in e ? coordinate(place, e.name, e.atMm) : size(place, e.name, e.sizeMm);
  };
  return [
    text(place, 'does', setup.does),
    text(place, 'register', s.register),
    text(place, 'program', setup.program),
    text(place, 'device', s.device?.name ?? 'not chosen'),
    text(place, 'stands on', carrierOf(s, speech) ?? 'its station'),
    text(place, 'station', s.station?.name ?? 'not chosen'),
    text(place, 'face up', PART_SIDE[setup.orientation.up]),
    text(place, 'face to the right', PART_SIDE[setup.orientation.right]),
    ...cutEntries(place, s, job.units),
    ...(s.device && isHeldOn(setup, s.device) ? holdingOf(s.device).told(setup.hold).map(held) : []),
    text(place, 'work zero of', facts?.says.zero ?? zeroInWords(setup.zero, setup.orientation)),
    text(
      place,
      'tools',
      setup.tools
        .map(
          (t) =>
            `T${t.number} ${t.description} in H${lengthRegisterOf(t)}${t.length === null ? '' : `, ${speech.size(t.length)} long`}`,
        )
        .join(', '),
    ),
    text(place, 'touched off', setup.touchOff.everyPart ? 'on every part' : 'on the first part'),
    text(place, 'at hand', suppliesOf(setup).join(', ')),
    text(
      place,
      'first part',
      checksOf(setup)
        .map((c) => `${c.what} ${speech.size(c.size)} +${speech.size(c.plus)} \u2212${speech.size(c.minus)}`)
        .join(', '),
    ),
  ];
}

/** How deep each cut goes; one that is not simply all over by its name, with the tool for it. */
function cutEntries(place: string, { cuts, setup }: PlannedSetup, units: Job['units']): Entry[] {
  const { size } = lengthsIn(units);
  return cuts.flatMap((cut, i) => {
    const tool = toolOfCut(cut, setup.tools);
    return [
      ...(cut.named ? [text(place, `cut ${i + 1}`, cut.name)] : []),
      size(place, cut.named ? `cut ${i + 1}, below top` : 'cuts below top', cut.below),
      ...(tool ? [text(place, `cut ${i + 1}, tool`, `T${tool.number}`)] : []),
    ];
  });
}

/** What follows from it. */
function computedEntries(job: Job, setups: readonly PlannedSetup[], s: PlannedSetup): Entry[] {
  const { size, coordinate } = lengthsIn(job.units);
  const place = `Op ${s.op}`;
  const { facts } = s;
  if (!facts) return [];
  return [
    ...AXES.map((a) => coordinate(place, `work zero ${a.toUpperCase()}`, facts.zero.inMachine?.[a] ?? null)),
    ...(s.fromFirst?.shift
      ? AXES.map((a) => coordinate(place, `shift from first setup ${a.toUpperCase()}`, s.fromFirst?.shift?.[a] ?? null))
      : []),
    ...AXES.map((a) => coordinate(place, `register ${a.toUpperCase()}`, facts.register[a])),
    ...facts.touchOff.map((t) => coordinate(place, `declare at ${t.name}`, t.declare)),
    ...facts.worksheet.map((w) => text(place, `touch off ${w.axis.toUpperCase()}`, w.says)),
    ...(facts.hold.vise
      ? [
          size(place, 'grip depth', facts.hold.vise.gripDepthMm),
          size(place, 'jaw opening', facts.hold.vise.openingMm),
          coordinate(place, 'jaws to lowest cut', facts.prove.aboveTop),
        ]
      : []),
    ...facts.hold.figures.map((f) => text(place, f.label.toLowerCase(), f.value)),
    text(place, 'steps', stepsOf(setups, s).join(' ')),
  ];
}

/** Further pieces on the same device. */
function pieceEntries(job: Job, s: PlannedSetup): Entry[] {
  const { coordinate } = lengthsIn(job.units);
  return s.pieces.flatMap((p) => {
    const place = `Op ${s.op} piece ${p.number}`;
    const by = pieceShift(s.facts!, p.facts);
    return [
      text(place, 'register', p.register ?? 'none, the program is shifted'),
      ...(['x', 'y'] as const).map((a) => coordinate(place, `${a.toUpperCase()} from piece 1`, by[a])),
      ...AXES.map((a) => coordinate(place, `work zero ${a.toUpperCase()}`, p.facts.zero.inMachine?.[a] ?? null)),
    ];
  });
}

const UNITS = 'Job|units';

/** What issues of version 7 and before told of every setup, whatever its device. */
const OF_A_VISE: ReadonlySet<string> = new Set([
  'parallels',
  'stop side',
  'stop position',
  'stop height',
  'stop from jaw',
]);

/**
 * Told in another unit, a number is the same if its millimeters are; a sentence with numbers in it is not compared, as
 * each of them stands by itself.
 */
function isSameInAnyUnit(a: Entry | undefined, b: Entry | undefined): boolean {
  if (!a || !b) return false;
  if (a.mm !== undefined && b.mm !== undefined) return Math.abs(a.mm - b.mm) < 1e-6;
  return a.value === null && b.value === null && /\d/.test(a.text) && /\d/.test(b.text);
}

/** Where a list of sentences or of tools can be taken apart. */
const PARTS = /(?<=\.) (?=[A-Z])|, (?=T\d+ )/;

/** Of two long texts only the sentences that are not in both; the whole where only their order changed. */
function whatDiffers(before: string, after: string): [string, string] {
  const [a, b] = [before.split(PARTS), after.split(PARTS)];
  if (a.length === 1 && b.length === 1) return [before, after];
  const rest = (of: string[], other: string[]) => of.filter((s) => !other.includes(s)).join(' ');
  const [gone, come] = [rest(a, b), rest(b, a)];
  return gone === '' && come === '' ? [before, after] : [gone || 'nothing', come || 'nothing'];
}

/** What changed from one issue to the next, number by number, in the order of the sheet. */
export function compareEntries(before: readonly Entry[], after: readonly Entry[]): Change[] {
  const key = (e: Entry) => `${e.place}|${e.name}`;
  const old = new Map(before.map((e) => [key(e), e]));
  const fresh = new Map(after.map((e) => [key(e), e]));
  // numbers of one length and sentences that tell them do not change with the unit
  const otherUnits = old.get(UNITS)?.text !== fresh.get(UNITS)?.text;
  const names = [...new Set([...after.map(key), ...before.map(key)])];
  return names.flatMap((name): Change[] => {
    const [a, b] = [old.get(name), fresh.get(name)];
    if (a?.text === b?.text || (otherUnits && isSameInAnyUnit(a, b)) || (a && !b && OF_A_VISE.has(a.name))) return [];
    const { place, name: what } = (b ?? a)!;
    const both = a?.value !== undefined && a.value !== null && b?.value !== undefined && b.value !== null;
    const digits = b?.text.split('.')[1]?.length ?? 3;
    const by = both ? b.value! - a.value! : null;
    const [was, now] =
      a && b && !both ? whatDiffers(a.text, b.text) : [a?.text ?? 'not there', b?.text ?? 'no longer there'];
    return [
      {
        place,
        name: what,
        before: was || 'empty',
        after: now || 'empty',
        difference: by === null ? null : `${by < 0 ? '\u2212' : '+'}${Math.abs(by).toFixed(digits)}`,
      },
    ];
  });
}

/** The letter after this one: A … Z, then AA, AB … */
export function nextLetter(letter: string | null): string {
  if (!letter) return 'A';
  const last = letter.at(-1)!;
  if (last !== 'Z') return letter.slice(0, -1) + String.fromCharCode(last.charCodeAt(0) + 1);
  return `${nextLetter(letter.slice(0, -1) || null)}A`;
}
