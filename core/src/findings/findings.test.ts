import { told } from '../testing/fixtures';
import { finding, isAcceptedBy, worstFirst } from '.';

const said = (level: 'stop' | 'caution' | 'note', says: string) =>
  finding(told, 'hold/grip-too-shallow', level, { says, numbers: {}, because: 'b', remedy: 'r' });

test('a finding carries its setup, so that it stands where it belongs', () => {
  expect(said('stop', 'a')).toMatchObject({
    code: 'grip-too-shallow',
    section: 'hold',
    setupId: 's',
    op: 10,
    level: 'stop',
  });
});

test('the worst comes first, and what is equally bad stays in the order of the work', () => {
  const all = [said('note', '1'), said('stop', '2'), said('caution', '3'), said('stop', '4')];
  expect(worstFirst(all).map((f) => f.says)).toEqual(['2', '4', '3', '1']);
});

test('an acceptance lapses when a number in the sentence changes, and holds for one setup only', () => {
  const f = said('stop', 'The grip is 4.000 mm deep.');
  const accepted = { code: f.code, setupId: 's', says: f.says };
  expect(isAcceptedBy(f, accepted)).toBe(true);
  expect(isAcceptedBy(said('stop', 'The grip is 3.900 mm deep.'), accepted)).toBe(false);
  expect(isAcceptedBy(f, { ...accepted, setupId: 'another' })).toBe(false);
  expect(isAcceptedBy(f, { ...accepted, code: 'jaw-opening-too-small' })).toBe(false);
});
