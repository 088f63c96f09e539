import { demoShop } from '../../../demo';
import { newHold, newJob, nextSetup, oneCut, shopToPlan, jobFile, type Job, type Setup } from '../job';
import { runPlan } from '../run';
import { shopForJob, type Shop } from '../shop';
import { buildSheet } from '../sheet';
import { boxMesh, loadKernel } from '../solid';
import { vec } from '../frames';
import { Planner, viseOf } from '.';

const [OWN, SOFT, ELSEWHERE] = ['vise-150', 'vise-150-soft', 'table-mill-1'];
const MEASURED = { x: -480.0125, y: -150.5, z: -460.6875, from: 'typed' as const };

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

interface In {
  readonly device: string | null;
  readonly station?: string;
  readonly measured?: Setup['measured'];
}

/** A block in one holding after the other, Op 10, 20, 30. */
function route(held: readonly In[]): Job {
  const begun: Job = {
    ...newJob({ number: '1', part: 'Block', units: 'mm', material: 'EN AW-6082 T6' }, { file: 'part' }),
    machine: 'mill-1',
  };
  return held.reduce<Job>((job, { device, station = 'station-b', measured = null }, i) => {
    const hold = device?.startsWith('table')
      ? newHold('flat', { under: 17.4625 })
      : newHold('vise', { parallels: { height: 20 } });
    const setup = { ...nextSetup(job, `s${i}`, [], null), device, hold, station, measured, cuts: oneCut(0) };
    return { ...job, setups: [...job.setups, setup] };
  }, begun);
}

function plan(job: Job, shop: Shop = demoShop) {
  const mesh = boxMesh({ min: vec(0, 0, 0), max: vec(80, 60, 40) });
  const result = planner.plan({ job, shop: shopToPlan(job, shop), bodies: () => ({ mesh, key: 'part' }) });
  if (!result.ok) throw new Error(result.problem);
  const planned = result.value;
  const sheet = buildSheet({ job, planned, outlines: null, shop, issue: null });
  const jaws = sheet.setups.map((s) => s.rows.find((r) => r.label === 'Jaws')?.value ?? null);
  return { planned, sheet, jaws, job };
}

describe('a device that was taken off does not stand where it stood', () => {
  test('on a station that is not measured the shift goes over one that stays, not over one that comes back', () => {
    const stays = plan(route([{ device: OWN }, { device: OWN }, { device: OWN }])).planned;
    expect(stays.setups[2].fromFirst!.shift).toEqual({ x: 0, y: 0, z: 0 });
    for (const between of [ELSEWHERE, SOFT]) {
      const back = plan(route([{ device: OWN }, { device: between }, { device: OWN }]));
      const { fromFirst } = back.planned.setups[2];
      expect(fromFirst!.shift).toBeNull();
      expect(fromFirst!.says.x).toBe('not known until the station is measured: Op 20 takes off what stood there');
      // and the sheet does not send anybody to the zero of Op 10
      expect(back.sheet.setups[2].instead).toBe('Not known: touch off.');
    }
  });

  test('where the station is measured it comes back to that, and says so', () => {
    const { planned } = plan(route([OWN, SOFT, OWN].map((device) => ({ device, station: 'station-a' }))));
    const { shift, conditions } = planned.setups[2].fromFirst!;
    expect(shift).toEqual({ x: 0, y: 0, z: 0 });
    expect(conditions[0]).toBe('The vise comes back to where the station was measured for it.');
    expect(planned.transitions[0].shift.conditions[0]).toBe(
      'The vise stays bolted where it is, and each set of jaws sits in it as when the station was measured for it.',
    );
  });

  test('what was touched off in it holds while it stays, not once it comes back', () => {
    const touched = (between: string | null) =>
      plan(
        route([
          { device: OWN, station: 'station-a', measured: MEASURED },
          { device: between, station: 'station-a' },
          { device: OWN, station: 'station-a' },
        ]),
      ).planned;
    // it stays, or nobody has decided yet what comes onto its station
    expect(touched(OWN).setups[2].facts!.touched?.from).toContain('Op 10');
    expect(touched(null).setups[2].facts!.touched?.from).toContain('Op 10');
    for (const between of [SOFT, ELSEWHERE]) {
      const { setups, exact } = touched(between);
      expect(setups[2].facts!.touched).toBeNull();
      expect(setups[2].facts!.register.x).not.toBeCloseTo(setups[0].facts!.register.x!, 3);
      expect(exact!.job.setups[2].zero.x.by).toBe('station');
    }
  });

  test('it is off by the same while it stays, and anew once it comes back', () => {
    const keys = (...devices: (string | null)[]) =>
      plan(route(devices.map((device) => ({ device, station: 'station-a' })))).planned.exact!.job.setups.map(
        ({ zero: { x } }) => x.by === 'station' && x.station,
      );
    expect(new Set(keys(OWN, OWN, OWN)).size).toBe(1);
    expect(new Set(keys(OWN, SOFT, OWN)).size).toBe(3);
    expect(new Set(keys(OWN, SOFT, SOFT)).size).toBe(2);
  });

  test('on another station it bothers nobody', () => {
    const { planned } = plan(route([{ device: OWN }, { device: ELSEWHERE, station: 'station-a' }, { device: OWN }]));
    expect(planned.setups[2].fromFirst!.shift).toEqual({ x: 0, y: 0, z: 0 });
  });
});

describe('jaws of a vise', () => {
  const three = () => route([OWN, SOFT, SOFT, OWN].map((device) => ({ device, station: 'station-a' })));

  test('are told where they are changed, and only then is it a tick', () => {
    const { planned, jaws, sheet, job } = plan(three());
    expect(planned.setups.map(viseOf)).toEqual([OWN, OWN, OWN, OWN]);
    const [own, soft] = ['the jaws it came with', 'those of “Vise 150 with soft jaws”'];
    expect(jaws).toEqual([own, soft, soft, own].map((these) => `${these}, in Vise 150`));
    const does = [
      `See that Vise 150 on station A has ${own}; seats clean, screws tight.`,
      `Change the jaws of Vise 150: ${own} out, ${soft} in; seats clean, screws tight.`,
      null,
      `Change the jaws of Vise 150: ${soft} out, ${own} in; seats clean, screws tight.`,
    ];
    expect(sheet.setups.map((s) => s.steps!.filter((step) => step.startsWith('Before the first part')))).toEqual(
      does.map((says) => (says ? [`Before the first part: ${says}`] : [])),
    );
    const { steps } = runPlan({ job, planned, letter: 'A', outlines: null });
    const ticks = planned.setups.map(({ id }) =>
      steps
        .filter((s) => s.setupId === id && s.kind === 'prepare')
        .flatMap((s) => s.asks.filter((a) => a.id === 'jaws').map((a) => a.label)),
    );
    expect(ticks).toEqual(does.map((says) => (says ? [says] : [])));
  });

  test('on two stations may be in two vises of the kind: nobody is sent to change them', () => {
    const two = plan(
      route([
        { device: OWN, station: 'station-a' },
        { device: SOFT, station: 'station-b' },
        { device: OWN, station: 'station-a' },
      ]),
    );
    expect(two.sheet.setups.map((s) => s.steps![0])).toEqual([
      'Before the first part: See that Vise 150 on station A has the jaws it came with; seats clean, screws tight.',
      'Before the first part: See that Vise 150 on station B has those of “Vise 150 with soft jaws”; seats clean, screws tight.',
      expect.not.stringContaining('jaws it came with'),
    ]);
  });

  test('that are never changed are not spoken of; other vises do not change them', () => {
    expect(plan(route([{ device: OWN }, { device: OWN }])).jaws).toEqual([null, null]);
    expect(plan(route([{ device: SOFT }, { device: ELSEWHERE }, { device: 'vise-4in' }])).jaws).toEqual([
      'those of “Vise 150 with soft jaws”, in Vise 150',
      null,
      null,
    ]);
  });

  test('go into the file of a job with the vise they are set into', () => {
    const job = route([{ device: SOFT }]);
    const { shop } = jobFile(job, demoShop);
    expect(shop.devices.map((d) => d.id)).toEqual([OWN, SOFT]);
    expect(plan(job, shop).jaws).toEqual(plan(job).jaws);
    // a vise that is gone takes nothing with it
    const without = { ...demoShop, devices: demoShop.devices.filter((d) => d.id !== OWN) };
    expect(jobFile(job, without).shop.devices.map((d) => d.id)).toEqual([SOFT]);
    expect(plan(job, without).jaws).toEqual([null]);
    expect(shopForJob(demoShop, { ...refersNothing, devices: [SOFT] }).devices).toHaveLength(2);
  });
});

const refersNothing = { machine: null, clamps: [], bonds: [], tools: [], stock: null, material: '', madeFor: [] };
