import { demoShop } from '../../../demo';
import { readShopFile, shopFile } from '../job';
import { machine, vise } from '../testing/fixtures';
import { aluminium, plate } from '../testing/held';
import { EMPTY_SHOP, materialOf, shopForJob, type Offcut, type Refers, type Shop, type Stock } from '.';

const stock = (id: string): Stock => ({
  id,
  name: id,
  kind: 'flat bar',
  material: '',
  thickness: 20,
  width: 50,
  across: 0,
  bore: 0,
});
const offcut: Offcut = {
  id: 'o',
  name: 'Rack',
  material: '',
  thickness: 10,
  outline: [
    [0, 0],
    [9, 0],
    [9, 9],
  ],
  holes: [],
  photo: null,
  note: '',
};
const shop: Shop = {
  ...EMPTY_SHOP,
  name: 'Shop',
  projection: 'first angle',
  machines: [machine, { ...machine, id: 'other' }],
  devices: [vise, { ...vise, id: 'unused' }],
  stock: [stock('a'), stock('b')],
  offcuts: [offcut],
};

const nothing: Refers = {
  machine: null,
  devices: [],
  clamps: [],
  bonds: [],
  tools: [],
  stock: null,
  material: '',
  madeFor: [],
};

test("a job's file takes along what the job refers to, and nothing else of the shop", () => {
  const taken = shopForJob(shop, { ...nothing, machine: 'm', devices: ['v', null, 'v'], stock: 'b' });
  expect(taken.machines.map((m) => m.id)).toEqual(['m']);
  expect(taken.devices.map((v) => v.id)).toEqual(['v']);
  expect(taken.stock.map((s) => s.id)).toEqual(['b']);
  expect(taken.offcuts).toEqual([]);
  expect(taken).toMatchObject({ name: 'Shop', projection: 'first angle' });
});

test('a plate made for the job goes along with it, chosen or not', () => {
  const plates = {
    ...shop,
    devices: [
      { ...plate, id: 'own', madeFor: 'SK-1 ' },
      { ...plate, id: 'other', madeFor: 'SK-2' },
      plate,
    ] as Shop['devices'],
  };
  expect(shopForJob(plates, { ...nothing, madeFor: ['SK-1', 'Arm'] }).devices.map((d) => d.id)).toEqual(['own']);
});

test("the longest name that a job's material begins with is meant, capitals aside", () => {
  const materials = [
    { ...aluminium, id: 'a', name: 'EN AW-60' },
    { ...aluminium, id: 'b', name: 'EN AW-6082' },
    { ...aluminium, id: 'none', name: ' ' },
  ];
  expect(materialOf({ ...shop, materials }, 'en aw-6082 T6')?.id).toBe('b');
  expect(materialOf({ ...shop, materials }, 'brass')).toBeNull();
});

test('a job that has chosen nothing takes nothing', () => {
  expect(shopForJob(shop, { ...nothing, devices: [null] })).toMatchObject({ machines: [], devices: [], stock: [] });
});

describe('the library as a file', () => {
  test('comes back as it was, and says where another one is wrong', () => {
    expect(readShopFile(JSON.stringify(shopFile(demoShop)))).toEqual({
      ok: true,
      value: JSON.parse(JSON.stringify(demoShop)),
    });
    const said = (file: unknown) => {
      const read = readShopFile(typeof file === 'string' ? file : JSON.stringify(file));
      return read.ok ? '' : read.problems.join();
    };
    expect(said(null)).toContain('This is not the library of a shop');
    expect(said('{')).toContain('not JSON');
    expect(said({ ...shopFile(demoShop), version: 99 })).toContain('version 99');
    expect(said({ ...shopFile(demoShop), shop: { ...demoShop, tools: [{ id: 'x' }] } })).toContain('tools.0');
    expect(said({ format: 'violet-jaw-job', version: 15, shop: demoShop, job: {} })).toContain('violet-jaw-shop');
  });

  test('one of an older version has no tools', () => {
    const { tools: _, parallels: __, consumables: ___, ...older } = demoShop;
    const read = readShopFile(JSON.stringify({ format: 'violet-jaw-shop', version: 14, shop: older }));
    expect(read).toMatchObject({ ok: true, value: { tools: [], parallels: [], consumables: [] } });
  });
});
