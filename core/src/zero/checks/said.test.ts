import { stationOnMachine } from '../../plan/checks/stationOnMachine';
import { machine, setup, station, told, vise } from '../../testing/fixtures';
import { stationKnown } from './stationKnown';

test('a station of another machine is a stop', () => {
  expect(stationOnMachine(setup({ station: 'elsewhere' }), machine, told)).toMatchObject([
    { code: 'station-missing', level: 'stop', says: 'The station "elsewhere" is not on Mill.' },
  ]);
  for (const known of [setup(), setup({ station: null })]) expect(stationOnMachine(known, machine, told)).toEqual([]);
});

test('a station that was measured tells for which device, or it is taken for any and said', () => {
  const asked = (entered: typeof station, at: typeof station = entered) =>
    stationKnown({ station: at, entered, device: vise, homes: true }, told).map((f) => [f.code, f.level, f.says]);
  expect(asked(station)).toEqual([
    [
      'station-for-any-device',
      'note',
      'Station A does not say which device its position was measured for; it is taken to be the datum of Vise.',
    ],
  ]);
  const other = { ...station, measuredFor: [{ device: 'table', as: 'T-slot table' }] };
  expect(asked(other, { ...other, position: null })).toEqual([
    [
      'station-measured-for-another',
      'caution',
      'Station A is measured, but not for Vise: its place there is not known.',
    ],
  ]);
  const jaws = { ...station, measuredFor: [{ device: 'v', as: 'hard jaws' }] };
  expect(asked(jaws, { ...jaws, position: null })[0]).toEqual([
    'station-measured-for-another',
    'caution',
    expect.stringMatching(/^Station A was measured for Vise with hard jaws; now it has .*: its place is not known\.$/),
  ]);
  expect(asked(jaws)).toEqual([]);
});
