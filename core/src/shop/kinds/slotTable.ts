import { Type } from '@sinclair/typebox';
import { positive, quantity } from '../../schema';
import { bed, bedStarts, device, flatKind, friction } from './kind';

const schema = device('T-slot table', {
  ...bed,
  slotWidth: positive('Slot width', 'mm', 100, 'ISO 299 sizes: 5, 6, 8, 10, 12, 14, 18, 22, 28, 36, 42, 48, 54.'),
  slotCount: Type.Integer({ title: 'Slots', minimum: 1, maximum: 40 }),
  slotPitch: positive('From slot to slot', 'mm', 1000),
  firstSlot: quantity({ title: 'First slot from the front edge', unit: 'mm', minimum: 0, maximum: 5000 }),
  friction,
});

export const slotTable = flatKind('T-slot table', schema, {
  ...bedStarts,
  width: 800,
  thickness: 60,
  slotWidth: 14,
  slotCount: 3,
  slotPitch: 80,
  firstSlot: 70,
});
