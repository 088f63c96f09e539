import { boomTubeJob, floatGuideJob, louverFrameJob, mastSpindleJob, vaneBearingBlockJob } from '../../../demo';
import { PROPOSABLE, checkJob, jobProblems, newJob, touched, withRouteOf, type Job } from '.';

const block: Job = newJob({ number: 'N', part: 'New', units: 'mm' }, { block: { x: 80, y: 50, z: 30 } });
const others: [string, Job][] = [
  ['vane bearing block', vaneBearingBlockJob()],
  ['louver frame', louverFrameJob()],
  ['float guide', floatGuideJob()],
  ['boom tube', boomTubeJob()],
];

test.each(others)(
  '%s: its route begins a job that is valid, and says of everything that it was proposed',
  (_, other) => {
    const made = withRouteOf(block, other);
    const checked = checkJob(made);
    expect(checked.ok ? jobProblems(checked.value) : checked.problems).toEqual([]);
    expect(made.setups.map((s) => [s.op, s.device, s.orientation])).toEqual(
      other.setups.map((s) => [s.op, s.device, s.orientation]),
    );
    expect([made.number, made.machine, made.body]).toEqual(['N', other.machine, block.body]);
    // nothing of the other part's faces, program, readings and reasons is left
    expect(JSON.stringify(made)).not.toMatch(/"on":"|"between"/);
    for (const s of made.setups) {
      expect([s.program, s.programmed, s.measured, s.firstPart, Object.values(s.why).join('')]).toEqual([
        '',
        null,
        null,
        [],
        '',
      ]);
      expect(s.cuts.every((c) => c.features.length === 0 && c.to === null && c.tool === null)).toBe(true);
      expect(s.proposed).toEqual(expect.arrayContaining(['orientation', 'cuts', 'register', 'zero', 'device']));
      expect(s.proposed.every((p) => p in PROPOSABLE)).toBe(true);
    }
    // the other one is as it was
    expect(other.setups.every((s) => !s.proposed.includes('zero'))).toBe(true);
  },
);

test('what is changed by hand is no longer proposed', () => {
  const made = withRouteOf(block, vaneBearingBlockJob());
  const [first, ...rest] = made.setups;
  const zero = { ...first.zero, x: 'max' as const };
  const after = touched(made, { ...made, setups: [{ ...first, zero }, ...rest] });
  expect(after.setups[0].proposed).not.toContain('zero');
  expect(after.setups[1].proposed).toContain('zero');
});

test('a part from bar has no setups to begin with', () => {
  expect(withRouteOf(block, mastSpindleJob())).toBe(block);
});
