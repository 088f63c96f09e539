import {
  EDGE_MATERIALS,
  newShopTool,
  shopToolSchema,
  TOOL_SHAPES,
  type Cutting,
  type Shop,
  type ShopTool,
  type ToolShape,
} from '@violet-jaw/core/shop';
import { outsideOf } from './check';
import { numberOrNull, retiredColumn, textColumn, wordColumn } from './columns';
import type { Column, TableOf } from './table';

type Of = Pick<Shop, 'machines' | 'materials'>;

const lengthOf = (name: string, key: 'diameter' | 'corner' | 'fluteLength' | 'shank' | 'stickOut'): Column<ShopTool> =>
  numberOrNull(
    name,
    (t) => t[key],
    (t, v) => ({ ...t, [key]: v }),
    true,
  );
const wholeOf = (name: string, key: 'number' | 'flutes' | 'helix' | 'point' | 'lengthRegister'): Column<ShopTool> =>
  numberOrNull(
    name,
    (t) => t[key],
    (t, v) => ({ ...t, [key]: v }),
  );
const textOf = (name: string, key: 'coating' | 'wear' | 'note'): Column<ShopTool> =>
  textColumn(
    name,
    (t) => t[key],
    (t, v) => ({ ...t, [key]: v }),
  );

const NUMBER = String.raw`(\d+(?:[.,]\d+)?(?:e[+-]?\d+)?)`;
const amount = (text: string): number => Number(text.replace(',', '.'));

/** "50 x 20; 63 x 72", mm: diameter and length of every step from the holder's face up. */
const steps: Column<ShopTool> = {
  name: 'Holder steps in mm',
  read: (t) => t.holder.steps.map((s) => `${s.diameter} x ${s.length}`).join('; '),
  put: (t, { text }) => {
    const parts = text.split(';').filter((p) => p.trim() !== '');
    const read = parts.map((p) => new RegExp(`^\\s*${NUMBER}\\s*[x×]\\s*${NUMBER}\\s*$`, 'i').exec(p));
    if (read.some((r) => r === null)) return 'Expected diameter x length of every step, "50 x 20; 63 x 72".';
    return {
      ...t,
      holder: { ...t.holder, steps: read.map((r) => ({ diameter: amount(r![1]), length: amount(r![2]) })) },
    };
  },
};

/** "EN AW-6082 at 300 m/min, 0.08 mm (8 deep); …" */
function cuttingColumn({ materials }: Of): Column<ShopTool> {
  const nameOf = (c: Cutting) => materials.find((m) => m.id === c.material)?.name ?? c.material;
  const one = new RegExp(`^\\s*(.+?) at ${NUMBER} m/min(?:, ${NUMBER} mm)?(?: \\((.*)\\))?\\s*$`);
  const read = (t: ShopTool) =>
    t.cutting
      .map((c) => {
        const feed = c.feedPerTooth === null ? '' : `, ${c.feedPerTooth} mm`;
        const note = c.note.trim() === '' ? '' : ` (${c.note.replaceAll('|', '/')})`;
        return `${nameOf(c)} at ${c.speed} m/min${feed}${note}`;
      })
      .join(' | ');
  return {
    name: 'Speeds and feeds',
    read,
    put: (t, { text }) => {
      const parts = text.split('|').filter((p) => p.trim() !== '');
      const cutting: Cutting[] = [];
      for (const [i, part] of parts.entries()) {
        const found = one.exec(part);
        if (!found) return 'Expected "EN AW-6082 at 300 m/min, 0.08 mm (note)", the next one behind a |.';
        const [, name, speed, feed, note = ''] = found;
        const material = materials.find((m) => m.name.toLowerCase() === name.toLowerCase() || m.id === name)?.id;
        if (material === undefined) return `The library has no material "${name}".`;
        const was = t.cutting.find((c) => c.material === material);
        cutting.push({
          id: was?.id ?? `cut-${material}-${i}`.slice(0, 200),
          material,
          speed: amount(speed),
          feedPerTooth: feed ? amount(feed) : null,
          note,
        });
      }
      return { ...t, cutting };
    },
  };
}

/** Its length as measured, with the day and who. A length without a day was measured on the day it is read. */
function measuredColumns(today: string): Column<ShopTool>[] {
  const set = (t: ShopTool, fields: Partial<NonNullable<ShopTool['measured']>>): ShopTool => ({
    ...t,
    measured: t.measured && { ...t.measured, ...fields },
  });
  return [
    numberOrNull(
      'Measured length',
      (t) => t.measured?.length ?? null,
      (t, length) => ({ ...t, measured: length === null ? null : { by: '', ...t.measured, length, on: today } }),
      true,
    ),
    {
      name: 'Measured on',
      read: (t) => t.measured?.on ?? '',
      put: (t, { text }, before) => {
        if (!t.measured) return text === '' ? t : 'There is a day, and no measured length.';
        // a new length beside the old day: the day was forgotten
        const isOld = text === before.measured?.on && t.measured.length !== before.measured.length;
        if (text === '' || isOld) return t;
        return /^\d{4}-\d{2}-\d{2}$/.test(text) ? set(t, { on: text }) : 'Expected a day as 2026-11-27.';
      },
    },
    { name: 'Measured by', read: (t) => t.measured?.by ?? '', put: (t, { text }) => set(t, { by: text }) },
  ];
}

/** Machine and pocket, or cabinet: each column says its part of where it is. */
function placeColumns({ machines }: Of): Column<ShopTool>[] {
  const machineOf = ({ where }: ShopTool) => (where && 'machine' in where ? where : null);
  const cabinetOf = ({ where }: ShopTool) => (where && 'cabinet' in where ? where.cabinet : '');
  return [
    {
      name: 'Machine',
      read: (t) => {
        const here = machineOf(t);
        return here ? (machines.find((m) => m.id === here.machine)?.name ?? here.machine) : '';
      },
      put: (t, { text }) => {
        if (text === '') return machineOf(t) ? { ...t, where: null } : t;
        const machine = machines.find((m) => m.name.toLowerCase() === text.toLowerCase() || m.id === text);
        return machine
          ? { ...t, where: { machine: machine.id, pocket: machineOf(t)?.pocket ?? null } }
          : `The shop has no machine "${text}".`;
      },
    },
    numberOrNull(
      'Pocket',
      (t) => machineOf(t)?.pocket ?? null,
      (t, pocket): ShopTool => {
        const here = machineOf(t);
        return here ? { ...t, where: { ...here, pocket } } : t;
      },
    ),
    {
      name: 'Cabinet',
      read: cabinetOf,
      put: (t, { text }) => {
        if (machineOf(t)) return text === '' ? t : 'It is in a machine already: name a machine or a cabinet, not both.';
        return { ...t, where: text === '' ? null : { cabinet: text } };
      },
    },
  ];
}

/** The tools of the library as a table. @param today ISO day, for lengths that come without one */
export function toolTable(shop: Of, today: string): TableOf<ShopTool> {
  return {
    columns: [
      wholeOf('Number', 'number'),
      wordColumn(
        'Shape',
        Object.keys(TOOL_SHAPES) as ToolShape[],
        (t) => t.kind,
        (t, kind) => ({ ...t, kind }),
      ),
      lengthOf('Diameter', 'diameter'),
      lengthOf('Corner radius', 'corner'),
      lengthOf('Flute length', 'fluteLength'),
      lengthOf('Shank diameter', 'shank'),
      lengthOf('Stick-out', 'stickOut'),
      wholeOf('Teeth', 'flutes'),
      wholeOf('Helix angle', 'helix'),
      wholeOf('Point angle', 'point'),
      wordColumn(
        'Edges of',
        ['not told', ...EDGE_MATERIALS] as const,
        (t) => t.material,
        (t, material) => ({ ...t, material }),
      ),
      textOf('Coating', 'coating'),
      textColumn(
        'Holder',
        (t) => t.holder.name,
        (t, name) => ({ ...t, holder: { ...t.holder, name } }),
      ),
      steps,
      ...measuredColumns(today),
      wholeOf('Length register', 'lengthRegister'),
      ...placeColumns(shop),
      cuttingColumn(shop),
      textOf('Wear and its limit', 'wear'),
      textOf('Note', 'note'),
      retiredColumn<ShopTool>(),
    ],
    begin: (id) => ({ ...newShopTool('other', id), name: '' }),
    check: (tool) => outsideOf(shopToolSchema, tool),
  };
}
