import { demoShop, mastSpindleJob, vaneBearingBlockJob, boomTubeJob } from '../../../demo';
import { held } from '../testing/holds';
import { copiedJob, jobFile, readJobFile } from '.';

const given = ['G54', 'G55', 'G56', 'G57'] as const;
const anew = { number: 'C-1', registers: false, readings: false };

test('a copy is a job of its own: another number, not due, nothing accepted, and every job file takes it', () => {
  for (const job of [vaneBearingBlockJob(), mastSpindleJob(), boomTubeJob()]) {
    const accepted = [{ code: 'x', setupId: null, says: 'x', reason: 'because', by: 'Lead' }];
    const copy = copiedJob({ ...job, accepted }, { ...anew, registers: true }, given);
    expect(copy).toEqual({ ...job, number: 'C-1', due: null, accepted: [] });
    const read = readJobFile(JSON.stringify(jobFile(copy, demoShop)));
    expect(read.ok && read.value.job).toEqual(copy);
  }
});

test('registers given out anew: each use of one becomes the same other one, those of copies and pieces too', () => {
  const job = vaneBearingBlockJob();
  const [one, two] = job.setups;
  one.register = 'G57';
  two.register = 'G59';
  one.nextCopy = 'G58';
  held('vise', two).further = [{ id: 'p', x: 0, y: 0, register: 'G57' } as never];
  job.leaveAlone = ['G54'];
  const copy = copiedJob(job, anew, given);
  expect([copy.setups[0].register, copy.setups[0].nextCopy, copy.setups[1].register]).toEqual(['G54', 'G55', 'G56']);
  expect(held('vise', copy.setups[1]).further[0].register).toBe('G54');
  expect(copy.leaveAlone).toEqual([]);
  // what it was made of is untouched
  expect(one.register).toBe('G57');
  // too few registers on the machine: as they are
  expect(copiedJob(job, anew, ['G54']).setups[0].register).toBe('G57');
  const turned = copiedJob(
    { ...mastSpindleJob(), turned: { ...mastSpindleJob().turned!, register: 'G59' } },
    anew,
    given,
  );
  expect([turned.turned!.register, turned.turned!.backRegister]).toEqual(['G54', 'G55']);
});

test('measured zeros come along where they are wanted', () => {
  const job = vaneBearingBlockJob();
  job.setups[0].measured = { x: 1, y: 2, z: 3, from: 'run of 2026-11-28' };
  expect(copiedJob(job, anew, given).setups[0].measured).toBeNull();
  expect(copiedJob(job, { ...anew, readings: true }, given).setups[0].measured).toEqual(job.setups[0].measured);
});
