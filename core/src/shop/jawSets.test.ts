import { demoShop, sensorFootJob } from '../../../demo';
import { JOB_FORMAT, JOB_VERSION, readJobFile } from '../job';
import { bodiesFor, bodyOf, isVise, jawSetsOf, newJawSet, type Shop } from '.';

const vise = demoShop.devices.find(isVise)!;
const plain: Shop = { ...demoShop, devices: demoShop.devices.filter((d) => !isVise(d) || d.jawsOf === undefined) };
const withSet = (): Shop => ({ ...plain, devices: [...plain.devices, newJawSet(vise, 'set')] });

test('a set of jaws knows its vise, and the vise its sets; nothing is a set of a set', () => {
  const { devices } = withSet();
  const set = devices.find((d) => d.id === 'set')!;
  if (!isVise(set)) throw new Error('it is a vise');
  expect(bodyOf(devices, set)?.id).toBe(vise.id);
  expect(bodyOf(devices, vise)).toBeNull();
  expect(jawSetsOf(devices, vise).map((d) => d.id)).toEqual(['set']);
  expect(bodiesFor(devices, vise)).toEqual([]);
  expect(bodiesFor(devices, set).some((d) => d.id === 'set' || d.jawsOf !== undefined)).toBe(false);
  // how exactly a part lies in other jaws nobody has tried
  expect(set.locatesWithin).toBeNull();
  // a vise that is gone is no vise
  expect(bodyOf([set], set)).toBeNull();
});

test('the file of a job carries it, and one of before knows none', () => {
  const file = { format: JOB_FORMAT, version: JOB_VERSION, job: sensorFootJob(), shop: withSet() };
  const read = readJobFile(JSON.stringify(file));
  expect(read.ok ? read.value.shop.devices.at(-1) : read.problems).toMatchObject({ jawsOf: vise.id });
  const old = readJobFile(JSON.stringify({ ...file, version: 15, shop: plain }));
  expect(old.ok ? old.value.shop.devices.filter((d) => 'jawsOf' in d) : old.problems).toEqual([]);
});
