import { demoShop } from '../../../demo';
import { holdingOf } from '../holdings';
import { checkJob, newJob, nextSetup } from '.';

const job = newJob({ number: 'N-1', part: 'Block', units: 'mm' }, { block: { x: 10, y: 10, z: 10 } });
const [vise] = demoShop.devices;

test('a new job is valid and assumes nothing that decides a number', () => {
  expect(checkJob(job)).toMatchObject({ ok: true });
  expect(job).toMatchObject({ machine: null, setups: [], accepted: [], allowance: { xMinus: 0, zPlus: 0 } });
});

test('the first setup takes the first register and a place for the stop above the parallels', () => {
  const first = nextSetup(job, 'a', ['G54', 'G55'], { device: vise.id, hold: holdingOf(vise).starts(vise) });
  expect(first).toMatchObject({
    op: 10,
    register: 'G54',
    device: vise.id,
    station: null,
    hold: { family: 'vise', parallels: { height: 20 }, stop: { height: 30 } },
  });
  expect(checkJob({ ...job, setups: [first] })).toMatchObject({ ok: true });
});

test('the next is like the one before, with the next operation number and register and nothing to explain yet', () => {
  const first = {
    ...nextSetup(job, 'a', ['G54', 'G55'], { device: vise.id, hold: holdingOf(vise).starts(vise) }),
    does: 'tops',
    program: '1',
    why: { seat: 'because', cuts: '', hold: '', zero: '' },
    op: 15,
  };
  const second = nextSetup({ ...job, setups: [first] }, 'b', ['G54', 'G55'], null);
  expect(second).toMatchObject({
    id: 'b',
    op: 20,
    register: 'G55',
    does: '',
    program: '',
    why: { seat: '' },
    hold: first.hold,
  });
  const third = nextSetup({ ...job, setups: [first, second] }, 'c', ['G54', 'G55'], null);
  expect(third.register).toBe('G55');
  expect(second.hold).not.toBe(first.hold);
});

test('without a vise the setup says so by null, not by a guess', () => {
  expect(nextSetup(job, 'a', ['G54'], null)).toMatchObject({ device: null, hold: null });
});
