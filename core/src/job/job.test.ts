import { oneCut } from './cuts';
import { readFileSync } from 'node:fs';
import { demoShop, sensorFootJob, vaneBearingBlockJob } from '../../../demo';
import { JOB_VERSION, newHold, NO_CUT, jobFile, mergeDocuments, readJobFile, takeTheirs, type Job } from '.';
import { held } from '../testing/holds';

const text = (change: (file: Record<string, any>) => void) => {
  const file = structuredClone(jobFile(sensorFootJob(), demoShop)) as unknown as Record<string, any>;
  change(file);
  return JSON.stringify(file);
};
const problems = (t: string) => {
  const read = readJobFile(t);
  return read.ok ? [] : read.problems;
};

test('a job file is read back as it was written, with only the machines and devices it uses', () => {
  for (const job of [sensorFootJob(), vaneBearingBlockJob()]) {
    const file = jobFile(job, demoShop);
    expect(readJobFile(JSON.stringify(file))).toEqual({ ok: true, value: file });
    expect(file.shop.machines).toHaveLength(1);
    expect(file.shop.devices).toHaveLength(new Set(job.setups.map((s) => s.device)).size);
  }
});

describe('bad input is told in words, with the place', () => {
  test.each([
    [
      'a newer version',
      text((f) => {
        f.version = 99;
      }),
      /version 99; this program reads up to version 16/,
    ],
    [
      'an unknown key',
      text((f) => {
        f.job.color = 'red';
      }),
      /^job: unknown key "color"/,
    ],
    ['NaN', text(() => undefined).replace('"quantity":6', '"quantity":NaN'), /not JSON.*NaN or Infinity/],
    [
      '1e308',
      text((f) => {
        f.job.allowance.xPlus = 1e308;
      }),
      /^job\.allowance\.xPlus: must be <= 100000/,
    ],
    [
      'a register that does not exist',
      text((f) => {
        f.job.setups[0].register = 'G99';
      }),
      /^job\.setups\.0\.register: must be one of "G54", "G55"/,
    ],
    [
      'a register of a further piece that does not exist',
      text((f) => {
        f.job.setups[0].hold.further = [{ id: 'p', x: 1, y: 0, register: 'G99' }];
      }),
      /^job\.setups\.0\.hold\.further\.0\.register: must be one of "G54".*null\.$/,
    ],
    [
      'too many further pieces',
      text((f) => {
        f.job.setups[0].hold.further = Array.from({ length: 16 }, () => ({ id: 'p', x: 1, y: 0, register: null }));
      }),
      /^job\.setups\.0\.hold\.further: at most 15 entries are taken/,
    ],
    [
      'a misspelled key of a part from a file',
      text((f) => {
        f.job.body = { file: 'a.step', boddy: 1 };
      }),
      /^job\.body: unknown key "boddy"/,
    ],
    [
      'a number for an id',
      text((f) => {
        f.job.machine = 5;
      }),
      /^job\.machine: expected null or string/,
    ],
    [
      'a block without size',
      text((f) => {
        f.job.body.block.z = 0;
      }),
      /^job\.body\.block\.z: must be > 0/,
    ],
    [
      'an orientation that does not exist',
      text((f) => {
        f.job.setups[0].orientation = { up: '+z', right: '-z' };
      }),
      /job\.setups\.0\.orientation.*same axis/,
    ],
    [
      'an operation number twice',
      text((f) => {
        f.job.setups[1].op = 10;
      }),
      /Op 10 is used twice/,
    ],
    [
      'more copies than are planned together',
      text((f) => {
        f.job.copies.x = 100;
        f.job.copies.y = 3;
      }),
      /^job\.copies: 100 × 3 × 1 are 300 copies; up to 200/,
    ],
    ['another format', '{"format":"something"}', /not a job file/],
    ['a cut-off file', text(() => undefined).slice(0, 500), /not JSON/],
    ['a list', '[]', /expected an object/],
    [
      'a way of holding that does not exist',
      text((f) => {
        f.job.setups[0].hold = { family: 'glue' };
      }),
      /^job\.setups\.0\.hold\.family: must be one of "vise", "flat", "round"/,
    ],
    [
      'what belongs to another way of holding',
      text((f) => {
        f.job.setups[0].hold.pods = [];
      }),
      /^job\.setups\.0\.hold: unknown key "pods"/,
    ],
    [
      'text for a number',
      text((f) => {
        f.job.setups[0].hold.parallels.height = '16';
      }),
      /^job\.setups\.0\.hold\.parallels\.height: expected number/,
    ],
  ])('%s', (_, input, says) => {
    expect(problems(input).join('\n')).toMatch(says);
  });
});

test('version 0, the short form a person types, gets its plain values', () => {
  const setup = {
    op: 10,
    register: 'G54',
    orientation: { up: '+z', right: '+x' },
    cutsBelowTop: 1,
    vise: 'v',
    station: null,
    parallels: { height: 5 },
    stop: { side: 'left', position: 0, height: 8, fromJaw: 5 },
    zero: { of: 'finished part', x: 'min', y: 'max', z: 'max' },
  };
  const read = readJobFile(
    JSON.stringify({ job: { number: '1', body: { block: { x: 1, y: 2, z: 3 } }, setups: [setup] } }),
  );
  expect(read).toMatchObject({
    ok: true,
    value: {
      version: JOB_VERSION,
      job: { units: 'mm', setups: [{ id: 'setup-1', zero: { extra: { x: 0, y: 0, z: 0 } } }] },
    },
  });
});

describe('two people on one job', () => {
  const base = sensorFootJob();
  const edit = (change: (job: Job) => void) => {
    const job = structuredClone(base);
    change(job);
    return job;
  };

  test('edits in different places are both kept', () => {
    const mine = edit((j) => {
      held('vise', j.setups[0]).parallels.height = 9;
    });
    const theirs = edit((j) => {
      held('vise', j.setups[1]).parallels.height = 7;
      j.material = 'steel';
    });
    const { merged, conflicts, taken } = mergeDocuments(base, mine, theirs);
    expect(conflicts).toEqual([]);
    expect([
      held('vise', merged.setups[0]).parallels.height,
      held('vise', merged.setups[1]).parallels.height,
      merged.material,
    ]).toEqual([9, 7, 'steel']);
    expect(taken).toEqual(['material', 'setups / op-20 / hold / parallels / height']);
  });

  test('the same place changed twice is a conflict; mine stays until theirs is chosen', () => {
    const mine = edit((j) => {
      held('vise', j.setups[0]).parallels.height = 9;
    });
    const theirs = edit((j) => {
      held('vise', j.setups[0]).parallels.height = 7;
    });
    const { merged, conflicts } = mergeDocuments(base, mine, theirs);
    expect(held('vise', merged.setups[0]).parallels.height).toBe(9);
    expect(conflicts).toEqual([{ path: ['setups', 'op-10', 'hold', 'parallels', 'height'], mine: 9, theirs: 7 }]);
    expect(held('vise', takeTheirs(merged, conflicts).setups[0]).parallels.height).toBe(7);
  });

  test.each([
    [
      'orientation',
      (j: Job) => {
        j.setups[0].orientation.up = '-z';
      },
      (j: Job) => {
        j.setups[0].orientation.right = '+y';
      },
    ],
    [
      'zero',
      (j: Job) => {
        j.setups[0].zero.x = 'middle';
      },
      (j: Job) => {
        j.setups[0].zero.y = 'middle';
      },
    ],
    [
      'hold.stop',
      (j: Job) => {
        held('vise', j.setups[0]).stop.side = 'left';
      },
      (j: Job) => {
        held('vise', j.setups[0]).stop.position = 3;
      },
    ],
  ])('a decision that only makes sense whole is not mixed of two: %s', (key, mineDid, theirsDid) => {
    const [mine, theirs] = [edit(mineDid), edit(theirsDid)];
    const { merged, conflicts } = mergeDocuments(base, mine, theirs);
    expect(merged.setups[0]).toEqual(mine.setups[0]);
    expect(conflicts.map((c) => c.path)).toEqual([['setups', 'op-10', ...key.split('.')]]);
    expect(takeTheirs(merged, conflicts).setups[0]).toEqual(theirs.setups[0]);
  });

  test('two tools, two clamps, two pods, two further pieces edited by two people do not conflict', () => {
    const full = edit((j) => {
      j.setups[0].tools = [1, 2].map((number) => ({
        id: `t${number}`,
        number,
        description: '',
        diameter: 10,
        length: 100,
        ...NO_CUT,
      }));
      j.setups[0].hold = newHold('flat', {
        further: [1, 2].map((n) => ({ id: `p${n}`, x: 50 * n, y: 0, register: null })),
        pods: [1, 2].map((n) => ({ id: `o${n}`, x: 50 * n, y: 0, on: true })),
        clamps: [1, 2].map((n) => ({
          id: `c${n}`,
          clamp: null,
          x: 50 * n,
          y: 0,
          towards: '-x' as const,
          torque: null,
          toBolt: 40,
          toHeel: 50,
        })),
      });
    });
    const touch = (k: number) => {
      const job = structuredClone(full);
      const hold = held('flat', job.setups[0]);
      job.setups[0].tools[k].length = 77;
      hold.further[k].y = 7;
      hold.pods[k].on = false;
      hold.clamps[k].torque = 30;
      return job;
    };
    const { merged, conflicts } = mergeDocuments(full, touch(0), touch(1));
    expect(conflicts).toEqual([]);
    const [s] = merged.setups;
    const { further, pods, clamps } = held('flat', s);
    expect([
      s.tools.map((t) => t.length),
      further.map((p) => p.y),
      pods.map((p) => p.on),
      clamps.map((c) => c.torque),
    ]).toEqual([
      [77, 77],
      [7, 7],
      [false, false],
      [30, 30],
    ]);
  });

  test('a setup added by one and one taken out by the other', () => {
    const mine = edit((j) => {
      j.setups.splice(1, 1);
    });
    const theirs = edit((j) => {
      j.setups.push({ ...structuredClone(j.setups[1]), id: 'new', op: 30 });
    });
    const { merged, conflicts } = mergeDocuments(base, mine, theirs);
    expect(conflicts).toEqual([]);
    expect(merged.setups.map((s) => s.id)).toEqual(['op-10', 'new']);
  });
});

/** A setup as version 7 had it: with the choices of every way of holding. */
function asVersion7({ hold, cuts, ...rest }: Record<string, any>): Record<string, any> {
  const [cut] = cuts ?? oneCut(0);
  const depth = { cutsBelowTop: cut.below, cutsTo: cut.to, clears: cut.clears, outlineCutter: cut.width };
  const {
    family: _,
    torque,
    softJaws,
    separation,
    further,
    pointer: _pointer,
    dowels: _dowels,
    edgePins: _edgePins,
    nest: _nest,
    ...plate
  } = {
    ...newHold('flat'),
    torque: null,
    softJaws: newHold('vise').softJaws,
    ...(hold?.family === 'flat' ? hold : {}),
  };
  const { parallels, stop } = hold?.family === 'vise' ? hold : newHold('vise');
  const closing = hold?.family === 'vise' ? { torque: hold.torque, softJaws: hold.softJaws } : { torque, softJaws };
  const { family: __, stays: _s, roundCarrier: _c, ...round } = hold?.family === 'round' ? hold : newHold('round');
  const { moved: ___, ...tabs } = separation.tabs;
  const kept = { ...separation, tabs };
  return {
    ...rest,
    ...depth,
    parallels,
    stop,
    closing,
    plate,
    round,
    separation: kept,
    further: hold?.further ?? further,
  };
}

/** A vise as versions 1 and 2 had it. */
const viseOfVersion2 = {
  id: 'vise-150',
  name: 'Vise 150',
  jawWidth: 150,
  jawHeight: 40,
  jawThickness: 45,
  maxOpening: 160,
  bedThickness: 20,
  parallelThickness: 8,
  stopDiameter: 8,
  minimumGrip: 6,
  clearanceAboveJaws: 1,
  minimumRestAreaMm2: 400,
};

describe('a job of version 1', () => {
  const old = (change: (job: Record<string, any>) => void = () => undefined) => {
    const {
      features: _f,
      blank: _b,
      copies: _c,
      ...job
    } = structuredClone(vaneBearingBlockJob()) as unknown as Record<string, any>;
    const { file, ...body } = job.body as Record<string, unknown>;
    job.body = { step: file, ...body };
    const today = [
      'cutsTo',
      'programmed',
      'device',
      'nextCopy',
      'lengths',
      'consumables',
      'firstPart',
      'measured',
      'closing',
      'plate',
      'round',
      'clears',
      'outlineCutter',
      'separation',
      'further',
      'jig',
    ];
    job.setups = (job.setups as Record<string, any>[])
      .map(asVersion7)
      .map(({ stop: { face: _face, ...stop }, tools, ...s }) => ({
        ...Object.fromEntries(Object.entries(s).filter(([key]) => !today.includes(key))),
        stop,
        vise: 'vise-150',
        tools: (tools as Record<string, unknown>[]).map(({ number, description, diameter, length }) => ({
          number,
          description,
          diameter,
          length,
        })),
      }));
    change(job);
    return readJobFile(
      JSON.stringify({
        format: 'violet-jaw-job',
        version: 1,
        job,
        shop: { name: demoShop.name, machines: [demoShop.machines[0]], vises: [viseOfVersion2] },
      }),
    );
  };

  test('means the same as before: its file, a block, sides with stock sawn, one copy, nothing referred to', () => {
    const read = old((job) => {
      job.allowance.zMinus = 0;
    });
    expect(read).toMatchObject({
      ok: true,
      value: {
        version: JOB_VERSION,
        job: {
          body: { file: 'vane-bearing-block.step', body: 0 },
          features: [],
          copies: { x: 1, y: 1, z: 1 },
          blank: { kind: 'block', sides: { xMinus: 'sawn', zMinus: 'finished', zPlus: 'sawn' } },
          setups: [
            {
              programmed: null,
              hold: { family: 'vise', stop: { face: null, position: 20 }, further: [] },
              device: 'vise-150',
              tools: [{ number: 3, use: 'milling', flutes: null }, {}, {}],
            },
            { cuts: [{ to: null, clears: 'everything', features: [] }] },
          ],
        },
        shop: {
          projection: 'third angle',
          stock: [],
          offcuts: [],
          devices: [{ kind: 'vise', id: 'vise-150', jawHeight: 40, ratedForceN: 20_000 }],
        },
      },
    });
  });

  test('with a typed block keeps it', () => {
    expect(
      old((job) => {
        job.body = { block: { x: 1, y: 2, z: 3 } };
      }),
    ).toMatchObject({ ok: true, value: { job: { body: { block: { x: 1, y: 2, z: 3 } } } } });
  });
});

test('the short form may say what is new as well', () => {
  const setup = {
    op: 10,
    register: 'G54',
    orientation: { up: '+z', right: '+x' },
    cutsBelowTop: 1,
    device: 'c',
    station: null,
    hold: newHold('round', { restHeight: 3 }),
    zero: { of: 'finished part', x: 'min', y: 'max', z: 'max' },
  };
  expect(
    readJobFile(JSON.stringify({ job: { number: '1', body: { block: { x: 1, y: 2, z: 3 } }, setups: [setup] } })),
  ).toMatchObject({ ok: true, value: { job: { setups: [{ hold: { family: 'round', restHeight: 3 } }] } } });
  const read = readJobFile(
    JSON.stringify({
      job: {
        number: '1',
        body: { bar: { section: 'round', across: 40, bore: 0, length: 90, along: 'x' } },
        blank: { kind: 'round bar', across: 45, along: 'x', sides: { xPlus: 'raw' } },
        copies: { x: 2, gap: 5 },
        setups: [],
      },
    }),
  );
  expect(read).toMatchObject({
    ok: true,
    value: {
      job: {
        blank: { kind: 'round bar', across: 45, bore: 0, sides: { xPlus: 'raw', xMinus: 'finished' } },
        copies: { x: 2, y: 1, gap: 5 },
      },
    },
  });
});

describe('a job of version 3', () => {
  const old = (depth: number) => {
    const job = structuredClone(vaneBearingBlockJob()) as unknown as { setups: Record<string, any>[] };
    job.setups = job.setups
      .map(asVersion7)
      .map(({ further: _, ...s }) => ({
        ...s,
        closing: { torque: null, softJaws: { on: true, depth, fit: 0.02, cutter: 6 } },
      }));
    const weight = { kind: 'weight', id: 'w', name: 'W', massKg: 4, diameter: 70, height: 130, friction: 0.2 };
    return readJobFile(
      JSON.stringify({ format: 'violet-jaw-job', version: 3, job, shop: { ...demoShop, clamps: [weight] } }),
    );
  };

  test('has no further pieces, and weights without friction of their own', () => {
    const read = old(30);
    expect(read.ok ? [] : read.problems).toEqual([]);
    expect(read).toMatchObject({
      ok: true,
      value: { version: JOB_VERSION, job: { setups: [{ hold: { further: [] } }, { hold: { further: [] } }] } },
    });
    expect(read.ok && Object.keys(read.value.shop.clamps[0])).not.toContain('friction');
  });

  test('keeps its parts on the parallels: a pocket above them is made deeper', () => {
    // jaws 40 high on parallels of 32 and 16
    const depths = (depth: number) => {
      const read = old(depth);
      return read.ok ? read.value.job.setups.map((s) => held('vise', s).softJaws.depth) : read.problems;
    };
    expect(depths(3)).toEqual([8, 24]);
    expect(depths(30)).toEqual([30, 30]);
  });
});

describe('files of every version so far are opened', () => {
  test.each(Array.from({ length: JOB_VERSION + 1 }, (_, version) => version))('version %i', (version) => {
    const read = readJobFile(readFileSync(`core/src/testing/versions/job-${version}.json`, 'utf8'));
    expect(read.ok ? [] : read.problems).toEqual([]);
    if (!read.ok) return;
    const { job } = read.value;
    expect([read.value.version, job.setups.length, job.setups.every((s) => s.tools.every((t) => t.id !== ''))]).toEqual(
      [JOB_VERSION, 2, true],
    );
    // the sensor foot, as each version wrote it: what decides its zeros has stayed
    expect(job.setups.map((s) => [s.register, s.orientation.up, s.zero.of, held('vise', s).stop.side])).toEqual([
      ['G54', '+z', 'finished part', 'left'],
      ['G55', '-z', 'finished part', 'right'],
    ]);
  });
});

describe('a job of version 7', () => {
  const said = (change: (setup: Record<string, any>) => void, devices: unknown[] = demoShop.devices) => {
    const job = structuredClone(sensorFootJob()) as unknown as { setups: Record<string, any>[] };
    job.setups = job.setups.map(asVersion7);
    change(job.setups[0]);
    const read = readJobFile(
      JSON.stringify({ format: 'violet-jaw-job', version: 7, job, shop: { ...demoShop, devices } }),
    );
    if (!read.ok) throw new Error(read.problems.join('\n'));
    return read.value.job.setups[0];
  };

  test.each([
    ['vise-4in', 'vise'],
    ['table-mill-1', 'flat'],
    ['magnet-300', 'flat'],
    ['collet-25', 'round'],
    ['rotary-1', 'round'],
  ])('in %s tells what a %s needs, and nothing else', (device, family) => {
    const { hold, ...setup } = said((s) => {
      s.device = device;
      s.plate.under = 3;
      s.round.restHeight = 4;
      s.parallels.height = 5;
    });
    expect(Object.keys(hold!).sort()).toEqual(Object.keys(newHold(family as 'vise')).sort());
    expect(hold).toMatchObject(
      family === 'flat'
        ? { family, under: 3 }
        : family === 'round'
          ? { family, restHeight: 4 }
          : { family, parallels: { height: 5 }, torque: null },
    );
    for (const gone of ['parallels', 'stop', 'closing', 'plate', 'round', 'separation', 'further'])
      expect(setup).not.toHaveProperty(gone);
  });

  test('whose device is not in the shop keeps what was entered', () => {
    const nothing = (s: Record<string, any>) => {
      Object.assign(s, asVersion7({ hold: null }), { device: null });
    };
    expect(
      said((s) => {
        nothing(s);
      }).hold,
    ).toBeNull();
    expect(
      said((s) => {
        nothing(s);
        s.plate.bond = 'tape';
      }).hold,
    ).toMatchObject({ family: 'flat', bond: 'tape' });
    expect(
      said((s) => {
        nothing(s);
        s.round.rpm = 500;
      }).hold,
    ).toMatchObject({ family: 'round', rpm: 500 });
    expect(
      said((s) => {
        nothing(s);
        s.stop.position = 12;
      }).hold,
    ).toMatchObject({ family: 'vise', stop: { position: 12 } });
    expect(
      said((s) => {
        s.device = 'sold';
      }, []).hold,
    ).toMatchObject({ family: 'vise' });
  });
});

test("how a part is held in one way and in another is not mixed by two people's edits", () => {
  const base = sensorFootJob();
  const [mine, theirs] = [structuredClone(base), structuredClone(base)];
  mine.setups[0].hold = newHold('flat', { under: 3 });
  held('vise', theirs.setups[0]).parallels.height = 9;
  const { merged, conflicts } = mergeDocuments(base, mine, theirs);
  expect(conflicts.map((c) => c.path)).toEqual([['setups', 'op-10', 'hold']]);
  expect(merged.setups[0].hold).toEqual(newHold('flat', { under: 3 }));
  expect(takeTheirs(merged, conflicts).setups[0].hold).toEqual(theirs.setups[0].hold);
});
