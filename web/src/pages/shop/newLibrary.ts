import {
  newShopTool,
  type Consumable,
  type Offcut,
  type Parallels,
  type ShopTool,
  type ToolShape,
  DEVICES,
  FRICTION,
  type Bond,
  type Clamp,
  type Device,
  type DeviceKind,
  type WorkMaterial,
  type Pin,
  type PinKind,
  type ShopGaugeSet,
} from '@violet-jaw/core/shop';

/** A device of a kind with plain sizes to start from. */
export const newDevice = (kind: DeviceKind, id: string): Device =>
  ({ kind, id, name: `New ${kind}`, locatesWithin: null, ...DEVICES[kind].starts }) as Device;

const bolt = { thread: 12, strengthClass: '8.8', torqueFactor: 0.2, friction: FRICTION.smoothWet[0] } as const;

export function newClamp(kind: Clamp['kind'], id: string): Clamp {
  const head = { id, name: `New ${kind}` };
  switch (kind) {
    case 'strap':
      return { kind, ...head, ...bolt, length: 120, width: 32, thickness: 20, headHeight: 22 };
    case 'edge clamp':
      return { kind, ...head, ...bolt, length: 60, width: 32, height: 15, downAngle: 10 };
    case 'screw':
      return { kind, ...head, shank: 5, head: 9, headHeight: 0, length: 20, holdN: 800 };
    case 'nail':
      return { kind, ...head, shank: 2, head: 4, headHeight: 1, length: 20, holdN: 100, cuttable: 'cutter may hit it' };
    case 'weight':
      return { kind, ...head, massKg: 4, diameter: 70, height: 130 };
  }
}

export const newBond = (id: string): Bond => ({
  id,
  name: 'New tape',
  kind: 'double-sided tape',
  thickness: 0.1,
  shearMPa: 0.2,
  pullMPa: 0.2,
  peelNPerMm: 0.4,
  fullTo: 40,
  noneAt: 90,
  share: 85,
  release: '',
});

export const newMaterial = (id: string): WorkMaterial => ({
  id,
  name: 'New material',
  kc11: 1500,
  mc: 0.25,
  speed: 100,
  yieldMPa: 250,
  youngGPa: 200,
  densityKgM3: 7850,
  source: '',
});

/** A pin in a size that is common. */
export function newPin(kind: PinKind, id: string): Pin {
  const head = { id, name: `New ${kind}` };
  switch (kind) {
    case 'edge pin':
      return { kind, ...head, diameter: 10, measured: null };
    case 'dowel':
      return { kind, ...head, diameter: 8, fit: 'm6' };
    case 'relieved dowel':
      return { kind, ...head, diameter: 8, fit: 'm6', land: 2 };
    case 'bush':
      return { kind, ...head, diameter: 8, outside: 12 };
    case 'pointer':
      return { kind, ...head, length: 90 };
  }
}

export const newGaugeSet = (id: string): ShopGaugeSet => ({ id, name: 'New set', set: '87 pieces, metric' });

export const newTool = (kind: ToolShape, id: string): ShopTool => newShopTool(kind, id);

export const newParallels = (id: string): Parallels => ({
  id,
  name: 'New parallels',
  height: 20,
  thickness: null,
  pairs: 1,
});

export const newConsumable = (id: string): Consumable => ({
  id,
  name: 'New consumable',
  counted: '',
  left: null,
  orderAt: null,
  where: '',
});

export const newOffcut = (id: string): Offcut => ({
  id,
  name: 'New piece',
  material: '',
  thickness: 10,
  outline: [
    [0, 0],
    [300, 0],
    [300, 200],
    [0, 200],
  ],
  holes: [],
  photo: null,
  note: '',
});
