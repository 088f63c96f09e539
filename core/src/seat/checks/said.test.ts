import { vec } from '../../frames';
import { box, seatBlock, told } from '../../testing/fixtures';
import { onePlace } from './onePlace';

test('a part that its locators would hold in another place too is cautioned, with where the planned one is and where the other', () => {
  const block = box([0, 0, 0], [100, 60, 40]);
  const seat = seatBlock(block, block);
  expect(onePlace(seat, [vec(-60, 0, 5)], told)).toMatchObject([
    {
      code: 'seat-two-places',
      level: 'caution',
      numbers: { places: 2, x: -60, z: 5 },
      says: "The part can come to rest in 2 places. Planned: its left end at X +10.000, its underside at Z +20.000 of the device's datum. It would also be held 60.000 mm to the left and 5.000 mm up of there.",
    },
  ]);
  expect(onePlace(seat, [], told)).toEqual([]);
});
