import { AXES } from '@violet-jaw/core/frames';
import { Transaction, type Sequelize } from 'sequelize';
import { checkShop, type UsedList } from '@violet-jaw/core/job';
import type { Device, Machine, Offcut, Shop, ShopTool, Station, Stock } from '@violet-jaw/core/shop';
import type { LibraryUses, Revised, ToolLength } from '@violet-jaw/formats/api';
import { inTransaction } from '../database/transaction';
import type { Models } from '../models';
import type { Account } from './account';
import type { AuditService } from './audit';
import { dayOf } from './day';
import { usesOf } from './jobUses';
import type { News } from './news';
import { badInput, notFound, Problem } from '../problem';

/** A write that started from an older revision: nothing is overwritten, the current document comes back. */
export function staleWrite<T>(current: Revised<T>): Problem {
  return new Problem(
    409,
    'Changed meanwhile',
    'Somebody else changed this since you loaded it. Nothing was overwritten; both versions are kept for you to choose.',
    { current },
  );
}

function twice(ids: readonly string[]): string[] {
  return [...new Set(ids.filter((id, i) => ids.indexOf(id) !== i))];
}

/** Lists of the library that nothing but a document refers to: one table for all. */
const LISTS = ['clamps', 'bonds', 'pins', 'gaugeSets', 'parallels', 'tools', 'materials', 'consumables'] as const;

/**
 * Machines, stations, devices, clamps, stock and offcuts: one document to the application, tables with foreign keys
 * underneath.
 */
export class ShopService {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly models: Models,
    private readonly news: News,
    private readonly audit: AuditService,
  ) {}

  async read(transaction?: Transaction): Promise<Revised<Shop>> {
    const options = { order: [['place', 'ASC'] as [string, string]], transaction };
    const [head, machines, stations, devices, stock, offcuts, library] = await Promise.all([
      this.models.shop.findByPk(1, { transaction }),
      this.models.machines.findAll(options),
      this.models.stations.findAll(options),
      this.models.devices.findAll(options),
      this.models.stock.findAll(options),
      this.models.offcuts.findAll(options),
      this.models.library.findAll(options),
    ]);
    const listOf = <T>(name: (typeof LISTS)[number]) =>
      library.filter((row) => row.list === name).map((row) => JSON.parse(row.document) as T);
    return {
      revision: head?.revision ?? 0,
      document: {
        name: head?.name ?? '',
        projection: (head?.projection ?? 'third angle') as Shop['projection'],
        machines: machines.map((m) => ({
          ...(JSON.parse(m.document) as Machine),
          stations: stations.filter((s) => s.machineId === m.id).map((s) => JSON.parse(s.document) as Station),
        })),
        altitude: head?.altitude ?? 0,
        devices: devices.map((v) => JSON.parse(v.document) as Device),
        clamps: listOf('clamps'),
        bonds: listOf('bonds'),
        pins: listOf('pins'),
        gaugeSets: listOf('gaugeSets'),
        parallels: listOf('parallels'),
        tools: listOf('tools'),
        consumables: listOf('consumables'),
        materials: listOf('materials'),
        stock: stock.map((s) => JSON.parse(s.document) as Stock),
        offcuts: offcuts.map((o) => JSON.parse(o.document) as Offcut),
      },
    };
  }

  /** The jobs that use a thing of the library. @param item as `libraryKey` makes it */
  async uses(list: UsedList, item: string): Promise<LibraryUses> {
    return usesOf(this.sequelize, (await this.read()).document, list, item);
  }

  /** Only the revision. */
  async revision(): Promise<number> {
    return (await this.models.shop.findByPk(1, { attributes: ['revision'] }))?.revision ?? 0;
  }

  async write(input: unknown, expected: number): Promise<Revised<Shop>> {
    const checked = checkShop(input);
    if (!checked.ok) throw badInput(checked.problems);
    const shop = checked.value;
    const problems = [
      ...twice(shop.machines.map((m) => m.id)).map((id) => `machines: "${id}" is there twice.`),
      ...(['devices', ...LISTS, 'stock', 'offcuts'] as const).flatMap((list) =>
        twice(shop[list].map((v) => v.id)).map((id) => `${list}: "${id}" is there twice.`),
      ),
      ...shop.machines.flatMap((m) =>
        twice(m.stations.map((s) => s.id)).map((id) => `stations of ${m.name}: "${id}" is there twice.`),
      ),
      ...shop.machines.flatMap((m) =>
        // a bar lathe has no Y
        (m.lathe ? (['x', 'z'] as const) : AXES)
          .filter((a) => m.travel[a].min >= m.travel[a].max)
          .map((a) => `${m.name}: the travel in ${a.toUpperCase()} ends before it begins.`),
      ),
      ...shop.machines.flatMap(({ name, lathe }) =>
        lathe?.second && lathe.second.min >= lathe.second.max
          ? [`${name}: the travel of its second spindle ends before it begins.`]
          : [],
      ),
    ];
    if (problems.length > 0) throw badInput(problems);
    return inTransaction(this.sequelize, async (transaction) => {
      const [head] = await this.models.shop.findOrCreate({
        where: { id: 1 },
        defaults: { id: 1, name: shop.name, revision: 0 },
        transaction,
      });
      await head.reload({ transaction, lock: Transaction.LOCK.UPDATE });
      if (head.revision !== expected) throw staleWrite(await this.read(transaction));
      await this.#replace(shop, transaction);
      await head.update(
        { name: shop.name, projection: shop.projection, altitude: shop.altitude, revision: expected + 1 },
        { transaction },
      );
      await this.news.tell(['shop', 'jobs'], transaction);
      return { revision: expected + 1, document: shop };
    });
  }

  /** Writes down the length of a tool: who measured it, and today. @param was the length that was seen there before */
  async measureTool(id: string, { length, was }: ToolLength, by: Account): Promise<void> {
    await inTransaction(this.sequelize, async (transaction) => {
      const head = await this.models.shop.findByPk(1, { transaction, lock: Transaction.LOCK.UPDATE });
      const row = await this.models.library.findOne({ where: { list: 'tools', id }, transaction });
      if (!head || !row) throw notFound('The tool');
      const tool = JSON.parse(row.document) as ShopTool;
      const known = tool.measured?.length ?? null;
      if (known !== was)
        throw new Problem(
          409,
          'Measured meanwhile',
          `${tool.measured ? `${tool.measured.by} measured` : 'Somebody took away the length of'} ${tool.name} meanwhile. Look at it, and enter yours again if it holds.`,
        );
      const measured = { length, on: dayOf(new Date()), by: by.name };
      await row.update({ document: JSON.stringify({ ...tool, measured }) }, { transaction });
      await head.update({ revision: head.revision + 1 }, { transaction });
      const detail = `${tool.name}: ${length} mm${known === null ? '' : `, was ${known} mm`}`;
      await this.audit.note(by, 'measured a tool', { detail, transaction });
      await this.news.tell(['shop', 'jobs'], transaction);
    });
  }

  async #replace(shop: Shop, transaction: Transaction): Promise<void> {
    const { machines, stations, devices, stock, offcuts, files } = this.models;
    const gone = (rows: { id: string }[], kept: readonly { id: string }[]) =>
      rows.map((r) => r.id).filter((id) => !kept.some((k) => k.id === id));
    await machines.destroy({
      where: { id: gone(await machines.findAll({ transaction, attributes: ['id'] }), shop.machines) },
      transaction,
    });
    await devices.destroy({
      where: { id: gone(await devices.findAll({ transaction, attributes: ['id'] }), shop.devices) },
      transaction,
    });
    await machines.bulkCreate(
      shop.machines.map(({ stations: _, ...m }, place) => ({ id: m.id, place, document: JSON.stringify(m) })),
      { updateOnDuplicate: ['place', 'document'], transaction },
    );
    await devices.bulkCreate(
      shop.devices.map((v, place) => ({ id: v.id, place, document: JSON.stringify(v) })),
      { updateOnDuplicate: ['place', 'document'], transaction },
    );
    await this.#replaceLibrary(shop, transaction);
    await stock.destroy({ where: {}, transaction });
    await stock.bulkCreate(
      shop.stock.map((s, place) => ({ id: s.id, place, document: JSON.stringify(s) })),
      { transaction },
    );
    await offcuts.destroy({ where: {}, transaction });
    const photos = new Set(
      (
        await files.findAll({
          where: { hash: shop.offcuts.flatMap((o) => (o.photo ? [o.photo] : [])) },
          attributes: ['hash'],
          transaction,
        })
      ).map((f) => f.hash),
    );
    await offcuts.bulkCreate(
      shop.offcuts.map((o, place) => ({
        id: o.id,
        place,
        document: JSON.stringify(o),
        photoHash: o.photo && photos.has(o.photo) ? o.photo : null,
      })),
      { transaction },
    );
    await stations.destroy({ where: {}, transaction });
    await stations.bulkCreate(
      shop.machines.flatMap((m) =>
        m.stations.map((s, place) => ({ machineId: m.id, id: s.id, place, document: JSON.stringify(s) })),
      ),
      { transaction },
    );
  }

  /** Writes what of the lists is another than before: thousands of tools stay where they are. */
  async #replaceLibrary(shop: Shop, transaction: Transaction): Promise<void> {
    const { library } = this.models;
    const key = ({ list, id }: { list: string; id: string }) => `${list}/${id}`;
    const before = new Map((await library.findAll({ transaction, raw: true })).map((row) => [key(row), row]));
    const rows = LISTS.flatMap((list) =>
      shop[list].map((entry, place) => ({ list, id: entry.id, place, document: JSON.stringify(entry) })),
    );
    const kept = new Set(rows.map(key));
    const changed = rows.filter((row) => {
      const was = before.get(key(row));
      return was?.place !== row.place || was.document !== row.document;
    });
    for (const list of LISTS) {
      const gone = [...before.values()].filter((row) => row.list === list && !kept.has(key(row))).map((row) => row.id);
      if (gone.length > 0) await library.destroy({ where: { list, id: gone }, transaction });
    }
    if (changed.length > 0)
      await library.bulkCreate(changed, { updateOnDuplicate: ['place', 'document'], transaction });
  }

  /** Adds what of the library a job file brings along and is not here yet; what is here stays as it is. */
  async adopt(brought: Shop): Promise<string[]> {
    const { revision, document } = await this.read();
    const added: string[] = [];
    const joined = <T extends { id: string; name: string }>(here: readonly T[], theirs: readonly T[]): T[] => {
      const missing = theirs.filter((t) => !here.some((h) => h.id === t.id));
      added.push(...missing.map((m) => m.name));
      return [...here, ...missing];
    };
    const next: Shop = {
      ...document,
      name: document.name || brought.name,
      machines: joined(document.machines, brought.machines),
      devices: joined(document.devices, brought.devices),
      clamps: joined(document.clamps, brought.clamps),
      bonds: joined(document.bonds, brought.bonds),
      pins: joined(document.pins, brought.pins),
      gaugeSets: joined(document.gaugeSets, brought.gaugeSets),
      // where it is and how long it was measured holds in the shop it comes from
      tools: joined(
        document.tools,
        brought.tools.map((t) => ({ ...t, where: null, measured: null })),
      ),
      materials: joined(document.materials, brought.materials),
      stock: joined(document.stock, brought.stock),
    };
    if (added.length > 0) await this.write(next, revision);
    return added;
  }
}
