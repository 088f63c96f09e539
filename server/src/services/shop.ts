import { Transaction, type Sequelize } from 'sequelize';
import { checkShop } from '@violet-jaw/core/job';
import type { Machine, Offcut, Shop, Station, Stock, Vise } from '@violet-jaw/core/shop';
import type { Revised } from '@violet-jaw/formats/api';
import type { Models } from '../models';
import { badInput, Problem } from '../problem';

/** A write that started from an older revision: nothing is overwritten, the current document comes back. */
export function staleWrite<T>(current: Revised<T>): Problem {
  return new Problem(409, 'Changed meanwhile', 'Somebody else changed this since you loaded it. Nothing was overwritten; both versions are kept for you to choose.', { current });
}

function twice(ids: readonly string[]): string[] {
  return [...new Set(ids.filter((id, i) => ids.indexOf(id) !== i))];
}

/** Machines, stations, vises, stock and offcuts: one document to the application, tables with foreign keys underneath. */
export class ShopService {
  constructor(private readonly sequelize: Sequelize, private readonly models: Models) {}

  async read(transaction?: Transaction): Promise<Revised<Shop>> {
    const options = { order: [['place', 'ASC'] as [string, string]], transaction };
    const [head, machines, stations, vises, stock, offcuts] = await Promise.all([
      this.models.shop.findByPk(1, { transaction }), this.models.machines.findAll(options), this.models.stations.findAll(options), this.models.vises.findAll(options),
      this.models.stock.findAll(options), this.models.offcuts.findAll(options),
    ]);
    return {
      revision: head?.revision ?? 0,
      document: {
        name: head?.name ?? '',
        projection: (head?.projection ?? 'third angle') as Shop['projection'],
        machines: machines.map((m) => ({
          ...JSON.parse(m.document) as Machine,
          stations: stations.filter((s) => s.machineId === m.id).map((s) => JSON.parse(s.document) as Station),
        })),
        vises: vises.map((v) => JSON.parse(v.document) as Vise),
        stock: stock.map((s) => JSON.parse(s.document) as Stock),
        offcuts: offcuts.map((o) => JSON.parse(o.document) as Offcut),
      },
    };
  }

  async write(input: unknown, expected: number): Promise<Revised<Shop>> {
    const checked = checkShop(input);
    if (!checked.ok) throw badInput(checked.problems);
    const shop = checked.value;
    const problems = [
      ...twice(shop.machines.map((m) => m.id)).map((id) => `machines: "${id}" is there twice.`),
      ...(['vises', 'stock', 'offcuts'] as const).flatMap((list) => twice(shop[list].map((v) => v.id)).map((id) => `${list}: "${id}" is there twice.`)),
      ...shop.machines.flatMap((m) => twice(m.stations.map((s) => s.id)).map((id) => `stations of ${m.name}: "${id}" is there twice.`)),
      ...shop.machines.flatMap((m) => (['x', 'y', 'z'] as const).filter((a) => m.travel[a].min >= m.travel[a].max).map((a) => `${m.name}: the travel in ${a.toUpperCase()} ends before it begins.`)),
    ];
    if (problems.length > 0) throw badInput(problems);
    return this.sequelize.transaction(async (transaction) => {
      const [head] = await this.models.shop.findOrCreate({ where: { id: 1 }, defaults: { id: 1, name: shop.name, revision: 0 }, transaction });
      await head.reload({ transaction, lock: Transaction.LOCK.UPDATE });
      if (head.revision !== expected) throw staleWrite(await this.read(transaction));
      await this.#replace(shop, transaction);
      await head.update({ name: shop.name, projection: shop.projection, revision: expected + 1 }, { transaction });
      return { revision: expected + 1, document: shop };
    });
  }

  async #replace(shop: Shop, transaction: Transaction): Promise<void> {
    const { machines, stations, vises, stock, offcuts, files } = this.models;
    const gone = (rows: { id: string }[], kept: readonly { id: string }[]) => rows.map((r) => r.id).filter((id) => !kept.some((k) => k.id === id));
    await machines.destroy({ where: { id: gone(await machines.findAll({ transaction, attributes: ['id'] }), shop.machines) }, transaction });
    await vises.destroy({ where: { id: gone(await vises.findAll({ transaction, attributes: ['id'] }), shop.vises) }, transaction });
    await machines.bulkCreate(shop.machines.map(({ stations: _, ...m }, place) => ({ id: m.id, place, document: JSON.stringify(m) })), { updateOnDuplicate: ['place', 'document'], transaction });
    await vises.bulkCreate(shop.vises.map((v, place) => ({ id: v.id, place, document: JSON.stringify(v) })), { updateOnDuplicate: ['place', 'document'], transaction });
    await stock.destroy({ where: {}, transaction });
    await stock.bulkCreate(shop.stock.map((s, place) => ({ id: s.id, place, document: JSON.stringify(s) })), { transaction });
    await offcuts.destroy({ where: {}, transaction });
    const photos = new Set((await files.findAll({ where: { hash: shop.offcuts.flatMap((o) => (o.photo ? [o.photo] : [])) }, attributes: ['hash'], transaction })).map((f) => f.hash));
    await offcuts.bulkCreate(shop.offcuts.map((o, place) => ({ id: o.id, place, document: JSON.stringify(o), photoHash: o.photo && photos.has(o.photo) ? o.photo : null })), { transaction });
    await stations.destroy({ where: {}, transaction });
    await stations.bulkCreate(shop.machines.flatMap((m) => m.stations.map((s, place) => ({ machineId: m.id, id: s.id, place, document: JSON.stringify(s) }))), { transaction });
  }

  /** Adds machines, vises and stock a job file brings along that are not here yet; what is here stays as it is. */
  async adopt(brought: Shop): Promise<string[]> {
    const { revision, document } = await this.read();
    const machines = brought.machines.filter((m) => !document.machines.some((k) => k.id === m.id));
    const vises = brought.vises.filter((v) => !document.vises.some((k) => k.id === v.id));
    const stock = brought.stock.filter((v) => !document.stock.some((k) => k.id === v.id));
    if (machines.length + vises.length + stock.length === 0) return [];
    await this.write({ ...document, name: document.name || brought.name, machines: [...document.machines, ...machines], vises: [...document.vises, ...vises], stock: [...document.stock, ...stock] }, revision);
    return [...machines, ...vises, ...stock].map((x) => x.name);
  }
}
