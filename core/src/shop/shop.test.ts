import { machine, vise } from '../testing/fixtures';
import { EMPTY_SHOP, shopForJob, type Offcut, type Refers, type Shop, type Stock } from '.';

const stock = (id: string): Stock => ({ id, name: id, kind: 'flat bar', material: '', thickness: 20, width: 50, across: 0, bore: 0 });
const offcut: Offcut = { id: 'o', name: 'Rack', material: '', thickness: 10, outline: [[0, 0], [9, 0], [9, 9]], holes: [], photo: null, note: '' };
const shop: Shop = {
  ...EMPTY_SHOP, name: 'Shop', projection: 'first angle',
  machines: [machine, { ...machine, id: 'other' }], devices: [vise, { ...vise, id: 'unused' }], stock: [stock('a'), stock('b')], offcuts: [offcut],
};

const nothing: Refers = { machine: null, devices: [], clamps: [], bonds: [], stock: null, material: '' };

test('a job\'s file takes along what the job refers to, and nothing else of the shop', () => {
  const taken = shopForJob(shop, { ...nothing, machine: 'm', devices: ['v', null, 'v'], stock: 'b' });
  expect(taken.machines.map((m) => m.id)).toEqual(['m']);
  expect(taken.devices.map((v) => v.id)).toEqual(['v']);
  expect(taken.stock.map((s) => s.id)).toEqual(['b']);
  expect(taken.offcuts).toEqual([]);
  expect(taken).toMatchObject({ name: 'Shop', projection: 'first angle' });
});

test('a job that has chosen nothing takes nothing', () => {
  expect(shopForJob(shop, { ...nothing, devices: [null] })).toMatchObject({ machines: [], devices: [], stock: [] });
});
