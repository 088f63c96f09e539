import { oneCut } from '../../job';
import fc from 'fast-check';
import type { HoldIn, PlacedClamp } from '../../job';
import {
  aluminium,
  board,
  heldJob,
  heldShop,
  lightCut,
  plate,
  pods,
  strap,
  table,
  tape,
  vacuumPlate,
  type Held,
} from '../../testing/held';
import { Planner } from '../../plan';
import { loadKernel, type Kernel } from '../../solid';
import { timesBorne, wrenchAt } from '../../hold';
import { tool } from '../../testing/fixtures';
import { clampAt, forced, kept, lying, on } from '../../testing/onFlat';

test('a part lies where fence and device put it, and its zero follows', async () => {
  const { only } = await on(table, { bond: 'tape' });
  // station −400, −200, −450; edges at 100 and 90; tape 0.1, part 20
  expect(only.facts?.zero.inMachine).toEqual({ x: -300, y: -110, z: expect.closeTo(-429.9, 9) });
  expect(only.facts?.ledger.x.map((t) => t.term)).toEqual([
    'station A',
    'left fence',
    'raw stock on located face',
    'located face to zero',
  ]);
  expect(only.facts?.says.seat).toBe(
    'Finished bottom face down on 0.100 double-sided tape, finished front face on the front fence, finished left face on the left fence.',
  );
});

test('what only lies there is not held', async () => {
  expect((await on(table)).codes).toContain('nothing-holds-part');
  expect((await on(table, { bond: 'tape' })).codes).not.toContain('nothing-holds-part');
});

describe('straps on T-slots', () => {
  const two = [clampAt(110, 90 + 30), clampAt(190, 90 + 30, { towards: '+x' })];

  test('torque, lever and friction: 40 N·m on M12 pull 16.7 kN, of which two thirds reach the part', async () => {
    const { only } = await on(table, { clamps: two, y: { by: 'fence', side: 'front', at: 90, pins: [] } });
    const force = (40 / (0.2 * 0.012)) * (60 / 90);
    expect(only.facts?.hold.contacts.filter((c) => c.kind === 'clamp').map((c) => c.forceN)).toEqual([
      expect.closeTo(force, 6),
      expect.closeTo(force, 6),
    ]);
    expect(only.facts?.hold.steps.join(' ')).toMatch(/step block 21\.000 mm high/);
  });

  test.each([
    ['clamp-torque-missing', [clampAt(110, 120, { torque: null })]],
    ['bolt-over-proof-load', [clampAt(110, 120, { torque: 200 })]],
    ['bolt-beside-slot', [clampAt(110, 120 + 10)]],
    ['clamp-beside-part', [clampAt(20, 120)]],
    ['strap-too-short', [clampAt(110, 120, { toHeel: 90 })]],
    ['clamp-missing', [clampAt(110, 120, { clamp: 'gone' })]],
  ])('%s, and it goes when mended', async (code, clamps) => {
    // slots in the middle at 30, 90, 150 …: the part is laid so that its middle is over one
    const place = { by: 'fence' as const, side: 'front' as const, at: 60, pins: [] };
    const shift = (list: PlacedClamp[]) => list.map((c) => ({ ...c, y: c.y - 30 }));
    expect((await on(table, { clamps: shift(clamps), y: place })).codes).toContain(code);
    expect((await on(table, { clamps: shift(two), y: place })).codes).not.toContain(code);
  });

  test('an M10 bolt does not belong into a 14 slot (ISO 299)', async () => {
    const { only } = await on(
      table,
      { clamps: two },
      {},
      { shop: { clamps: [{ ...strap, thread: 10 } as typeof strap] } },
    );
    expect(only.findings.find((f) => f.code === 'bolt-does-not-fit')?.says).toBe(
      'Strap 1 has an M10 bolt; the 14 slots take M12 (ISO 299).',
    );
  });

  test('a strap over a hollow tube presses it together', async () => {
    const tube = { bar: { section: 'tube' as const, across: 40, bore: 20, length: 100, along: 'x' as const } };
    const over = await on(
      table,
      { clamps: [clampAt(110, 110)], pinHeight: 30 },
      {},
      { part: tube, allowance: { zPlus: 0 }, blank: { kind: 'tube', across: 40, bore: 20, along: 'x' } },
    );
    expect(over.only.findings.find((f) => f.code === 'clamp-over-hollow')?.numbers.emptyMm).toBeCloseTo(20, 0);
  });

  test('a strap stands in the way of facing the top it presses on', async () => {
    const { codes, only } = await forced(table, { clamps: two, bond: 'tape' });
    expect(codes).toContain('in-the-way');
    expect(only.forces?.way.gaps[0].gapMm).toBe(0);
  });
});

describe('edge clamps', () => {
  const edge = (downAngle: number, friction: number) => ({
    kind: 'edge clamp' as const,
    id: 'edge',
    name: 'Edge clamp',
    thread: 12,
    strengthClass: '8.8' as const,
    torqueFactor: 0.2,
    length: 40,
    width: 30,
    height: 15,
    downAngle,
    friction,
  });
  const held = async (downAngle: number, friction: number) => {
    const { only } = await on(
      table,
      { clamps: [clampAt(200, 120, { clamp: 'edge' })] },
      {},
      { shop: { clamps: [edge(downAngle, friction)] } },
    );
    const { contacts, forces } = only.facts!.hold;
    return {
      contact: contacts.find((c) => c.kind === 'clamp')!,
      down: forces.find((f) => f.name.endsWith('pull down'))?.forceN ?? { x: 0, y: 0, z: 0 },
    };
  };
  const preload = 40 / (0.2 * 0.012);

  test.each([
    [5, 0.15],
    [20, 0.15],
    [45, 0.15],
    [20, 0.05],
    [12, 0.6],
  ])(
    '%d° below level at μ %d: the normal on an upright face is level, down it pulls by friction only, and no more arrives than the bolt gives',
    async (downAngle, friction) => {
      const { contact, down } = await held(downAngle, friction);
      expect(contact.inward).toEqual({ x: -1, y: 0, z: 0 });
      expect(contact.forceN).toBeLessThan(preload);
      expect(-down.z).toBeGreaterThan(0);
      expect(-down.z).toBeLessThanOrEqual(friction * contact.forceN + 1e-9);
      // what pulls down is not there a second time against sliding
      expect(Math.hypot(-down.z / contact.forceN, contact.friction)).toBeLessThanOrEqual(friction + 1e-9);
    },
  );

  test('level, it pushes with the preload and does not pull down', async () => {
    const { contact, down } = await held(0, 0.15);
    expect(contact.forceN).toBeCloseTo(preload, 6);
    expect(down.z).toBeCloseTo(0, 12);
  });
});

describe('vacuum plate', () => {
  test('the gasket encloses the whole fields between grooves under the part, and the air pressure presses on them', async () => {
    const { only, codes } = await on(vacuumPlate, { gasket: { on: true, inset: 2 } });
    // part from 100 to 200 and 90 to 150, less 2: fields of 20 from 120 to 180 and from 100 to 140
    const force = only.facts!.hold.forces.find((f) => f.name === 'vacuum')!;
    expect(-force.forceN.z).toBeCloseTo((60 * 40 * 101.325 * 0.8) / 1000, 6);
    expect(codes).not.toContain('gasket-leaks');
  });

  test('higher up there is less of it (ISO 2533)', async () => {
    const at = async (altitude: number) =>
      -(
        await on(vacuumPlate, { gasket: { on: true, inset: 2 } }, {}, { shop: { altitude } })
      ).only.facts!.hold.forces.find((f) => f.name === 'vacuum')!.forceN.z;
    expect((await at(2000)) / (await at(0))).toBeCloseTo(79.5 / 101.325, 3);
  });

  test('a cut that goes through inside the gasket is a stop; along the outline with a larger inset it is not', async () => {
    const ring = { bar: { section: 'tube' as const, across: 100, bore: 60, length: 4, along: 'z' as const } };
    const wide = { allowance: { xMinus: 20, xPlus: 20, yMinus: 20, yPlus: 20, zPlus: 0 }, part: ring };
    const cut = { cuts: oneCut(4) };
    const at = {
      x: { by: 'fence' as const, side: 'left' as const, at: 60, pins: [] },
      y: { by: 'fence' as const, side: 'front' as const, at: 60, pins: [] },
      separation: kept({ way: 'hold' }),
    };
    const through = await on(vacuumPlate, { gasket: { on: true, inset: 2 }, under: 2, ...at }, cut, wide);
    expect(through.codes).toContain('gasket-leaks');
    expect(through.only.facts?.hold.forces.some((f) => f.name === 'vacuum')).toBe(false);
    expect(
      (await on(vacuumPlate, { gasket: { on: true, inset: 2 }, under: 2, ...at }, { ...cut, cuts: oneCut(3.8) }, wide))
        .codes,
    ).not.toContain('gasket-leaks');
  });

  test('the cord must stand out of its groove, and go into it when pressed', async () => {
    const cord = async (gasket: number) =>
      (await on({ ...vacuumPlate, gasket } as typeof vacuumPlate, { gasket: { on: true, inset: 2 } })).only;
    const holds = (only: Awaited<ReturnType<typeof cord>>) => only.facts!.hold.forces.some((f) => f.name === 'vacuum');
    const [deep, good, thick] = [await cord(4), await cord(4.5), await cord(5)];
    expect([deep, good, thick].map(holds)).toEqual([false, true, true]);
    expect([deep, good, thick].map((o) => o.findings.map((f) => f.code).filter((c) => c.startsWith('gasket')))).toEqual(
      [['gasket-does-not-seal'], [], ['gasket-overfills-groove']],
    );
    // π/4 · 5² = 19.6 mm² into 4 × 4
    expect(thick.findings.find((f) => f.code === 'gasket-overfills-groove')?.numbers).toEqual({
      cordMm2: expect.closeTo(19.635, 3),
      grooveMm2: 16,
    });
  });

  test('a gasket under nothing', async () => {
    expect((await on(vacuumPlate, { gasket: { on: true, inset: 25 } })).codes).toContain('gasket-encloses-nothing');
  });

  test('gauge blocks from the wall of the next groove', async () => {
    // edge at 100, groove 5 (at 100) has its left wall at 98; outwards is groove 4 at 80: its right wall at 82
    const { only } = await on(vacuumPlate, {
      gasket: { on: true, inset: 2 },
      x: { by: 'gauge blocks', side: 'left', at: 95, pins: [] },
    });
    expect(only.facts?.hold.steps.find((s) => s.startsWith('Gauge blocks'))).toBe(
      'Gauge blocks 13.000 mm from a strip in groove 4 (counted from the left): finished left face against the blocks, then take them out.',
    );
  });
});

describe('pods', () => {
  const under = [
    { id: 'pod-1', x: 105, y: 95, on: true },
    { id: 'pod-2', x: 155, y: 95, on: true },
  ];

  test('each covered pod pulls by itself, less its rim', async () => {
    const { only, codes } = await on(pods, { pods: under });
    expect(only.facts?.hold.forces.filter((f) => f.name.startsWith('pod')).map((f) => -f.forceN.z)).toEqual([
      expect.closeTo((30 * 20 * 101.325 * 0.8) / 1000, 6),
      expect.closeTo((30 * 20 * 101.325 * 0.8) / 1000, 6),
    ]);
    expect(codes).not.toContain('pod-leaks');
    expect(only.facts?.zero.inMachine?.z).toBeCloseTo(-450 + 30 + 20, 9);
  });

  test('a pod that sticks out leaks; switched off it only carries', async () => {
    const out = [...under, { id: 'pod-3', x: 180, y: 95, on: true }];
    expect((await on(pods, { pods: out })).codes).toContain('pod-leaks');
    expect((await on(pods, { pods: [...under, { ...out[2], on: false }] })).codes).not.toContain('pod-leaks');
  });

  test('a part beside all pods: one stop that says so, and what lies on what is not said twice', async () => {
    const { only, codes } = await on(pods, { pods: [] });
    expect(codes.filter((c) => ['part-stands-beside-rest', 'part-not-carried'].includes(c))).toEqual([
      'part-stands-beside-rest',
    ]);
    expect(only.findings.find((f) => f.code === 'part-stands-beside-rest')).toMatchObject({
      level: 'stop',
      says: 'Nothing of the part lies over the pods: it stands on the bed under the pods.',
      remedy: 'Put pods under the part, or lay it over them.',
    });
    expect(only.facts?.seat.locators.z).toMatchObject({ name: 'bed under the pods', at: 0 });
  });

  test('overhang is the farthest corner from any pod', async () => {
    const { only, codes } = await on(pods, { pods: [{ id: 'pod-4', x: 105, y: 95, on: true }] });
    expect(only.facts?.hold.overhangMm).toBeCloseTo(Math.hypot(200 - 145, 150 - 125), 6);
    expect(codes).toContain('overhang-over-pods');
  });
});

describe('tape and glue', () => {
  const stuck = async (change: Partial<HoldIn<'flat'>>) =>
    (await on(table, { bond: 'tape', ...change })).only.facts!.hold.contacts.find((c) => c.kind === 'bond');

  test('holds sideways with area, share and shear strength', async () => {
    const bond = (await stuck({ bondInset: 5 }))!;
    expect(bond.areaMm2).toBeCloseTo(90 * 50, 3);
    expect(bond.shearN).toBeCloseTo(90 * 50 * 0.9 * 0.2, 3);
    expect(bond.pullN).toBeCloseTo(Math.min(90 * 50 * 0.9 * 0.2, 0.5 * 50), 3);
  });

  test('warm, it holds less, and at the end nothing', async () => {
    const [cold, warm] = [await stuck({ temperature: 20 }), await stuck({ temperature: 65 })];
    expect(warm!.shearN / cold!.shearN).toBeCloseTo(0.5, 9);
    expect((await on(table, { bond: 'tape', temperature: 95 })).codes).toContain('bond-too-warm');
  });
});

describe('screws, nails and the board', () => {
  const screw = {
    kind: 'screw' as const,
    id: 'screw',
    name: 'Screw',
    shank: 5,
    head: 10,
    headHeight: 0,
    length: 35,
    holdN: 800,
  };
  const held = (change: Partial<typeof screw>, device: Held['device'] = board, forces = false) =>
    on(
      device,
      { clamps: [clampAt(110, 120, { clamp: 'screw' })] },
      {},
      { shop: { clamps: [{ ...screw, ...change }] }, forces },
    );

  test.each([
    ['fastener-too-short', { length: 20 }],
    ['fastener-too-long', { length: 60 }],
  ])('%s', async (code, change) => {
    expect((await held(change)).codes).toContain(code);
    expect((await held({})).codes).not.toContain(code);
  });

  test("the board's own screws are sunk at least half its thickness (common practice, no source)", async () => {
    expect((await held({}, { ...board, screwsSunk: 9.9 } as typeof board)).codes).toContain('board-screws-too-high');
    expect((await held({})).codes).not.toContain('board-screws-too-high');
  });

  test('a screw head in the cut is a stop, a soft nail only a note', async () => {
    expect((await held({ headHeight: 2 }, board, true)).codes).toContain('in-the-way');
    const nail = {
      kind: 'nail' as const,
      id: 'screw',
      name: 'Nail',
      shank: 2,
      head: 4,
      headHeight: 1,
      length: 30,
      holdN: 100,
      cuttable: 'cutter may hit it' as const,
    };
    const soft = await forced(
      board,
      { clamps: [clampAt(110, 120, { clamp: 'screw' })] },
      {},
      { shop: { clamps: [nail] } },
    );
    expect(soft.codes).toContain('cutter-passes-fastener');
    expect(soft.codes).not.toContain('in-the-way');
  });

  test('cut deeper into the board than it may be', async () => {
    const through = (mm: number) =>
      on(
        board,
        { bond: 'tape', separation: kept({ way: 'hold' }) },
        { cuts: oneCut(20 + mm) },
        { allowance: { xMinus: 10 } },
      );
    expect((await through(1.5)).codes).toContain('board-cut-too-deep');
    expect((await through(1)).codes).not.toContain('board-cut-too-deep');
  });
});

describe('pins on a fixture plate', () => {
  const pins = (at: number, along: number[]) => ({
    y: { by: 'pins' as const, side: 'front' as const, at, pins: along },
    x: { by: 'pins' as const, side: 'left' as const, at: 104, pins: [125] },
    pinDiameter: 8,
    bond: 'tape',
  });

  test('center = edge + outward normal × radius: on holes when the edge lies a radius off them', async () => {
    // holes every 25: a pin of 8 in the row at 100 gives an edge at 104
    expect((await on(plate, pins(104, [125, 175]))).codes).not.toContain('pin-beside-hole');
    const { only } = await on(plate, pins(102, [125, 175]));
    expect(only.findings.find((f) => f.code === 'pin-beside-hole')?.says).toBe(
      'A front pin stands 2.000 mm beside the nearest dowelled hole, hole E4 at X +125.000 Y +100.000.',
    );
  });

  test('a pin beside the part meets nothing', async () => {
    expect((await on(plate, pins(104, [125, 325]))).codes).toContain('pins-do-not-meet-part');
    expect((await on(plate, pins(104, []))).codes).toContain('pins-do-not-meet-part');
  });

  test('a plate of a registered place wants to stand there', async () => {
    expect((await on({ ...plate, place: 'a' } as typeof plate, pins(104, [125, 175]))).codes).not.toContain(
      'plate-not-in-its-place',
    );
    expect(
      (await on({ ...plate, place: 'a' } as typeof plate, pins(104, [125, 175]), { station: null })).codes,
    ).toContain('plate-not-in-its-place');
  });
});

describe('margins', () => {
  test('without tools, or with numbers of a cut missing, or an unknown material, nothing is called proven', async () => {
    expect((await forced(table, { bond: 'tape' }, { tools: [] })).codes).toContain('hold-not-proven');
    expect((await forced(table, { bond: 'tape' }, { tools: [tool({ diameter: 6 })] })).codes).toContain(
      'hold-not-proven',
    );
    expect((await forced(table, { bond: 'tape' }, {}, { material: 'cheese' })).codes).toContain('hold-not-proven');
    expect((await forced(table, { bond: 'tape' })).codes).not.toContain('hold-not-proven');
  });

  test('a heavy cut lets go of tape, a light one does not', async () => {
    expect(
      (
        await forced(
          table,
          { bond: 'tape' },
          { tools: [{ ...lightCut, diameter: 20, cutDepth: 10, cutWidth: 20, feedPerTooth: 0.2 }] },
        )
      ).codes,
    ).toContain('hold-too-weak');
    expect((await forced(table, { bond: 'tape' })).codes).not.toContain('hold-too-weak');
  });

  test("less area, a smaller share that sticks: what is borne never rises; the contact is never larger than the part's face or the device", async () => {
    const kernel: Kernel = await loadKernel();
    const margin = (inset: number, share: number, size: number) => {
      const device = { ...table, width: size };
      const planned = new Planner(kernel).plan(
        {
          job: heldJob({ device, hold: lying({ bond: 'tape', bondInset: inset }) }),
          shop: heldShop(device, { bonds: [{ ...tape, share }], materials: [aluminium] }),
          bodies: () => null,
        },
        'known',
      );
      if (!planned.ok) throw new Error(planned.problem);
      const [only] = planned.value.setups;
      for (const c of only.facts!.hold.contacts.filter((x) => x.inward.z > 0.5))
        expect(c.areaMm2).toBeLessThanOrEqual(Math.min(100 * 60, Math.max(0, size - 100) * 60) + 1e-6);
      const { contacts, forces } = only.facts!.hold;
      // two of the pushes a cutter makes, at a corner of the top
      return Math.min(
        ...[
          { x: 60, y: 20, z: 30 },
          { x: -10, y: -50, z: 30 },
        ].map((push) => timesBorne(contacts, forces, wrenchAt({ x: 195, y: 145, z: 20 }, push))),
      );
    };
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 12, noNaN: true }),
        fc.double({ min: 0, max: 10, noNaN: true }),
        fc.double({ min: 20, max: 100, noNaN: true }),
        fc.double({ min: 0.3, max: 1, noNaN: true }),
        (inset, more, share, less) => {
          const full = margin(inset, share, 400);
          expect(margin(inset + more, share, 400)).toBeLessThanOrEqual(full * (1 + 1e-6));
          expect(margin(inset, share * less, 400)).toBeLessThanOrEqual(full * (1 + 1e-6));
          expect(margin(inset, share, 100 + 90 * less)).toBeLessThanOrEqual(full * (1 + 1e-6));
        },
      ),
      { numRuns: 12 },
    );
  }, 60_000);
});
