import { Type, type Static } from '@sinclair/typebox';
import { checker, parseJson, type Checked } from '../schema';
import { shopForJob, shopSchema, type Refers, type Shop } from '../shop';
import { holdRefersTo } from './holds';
import { migrateJobFile, JOB_VERSION } from './migrations';
import { jobSchema, MOST_COPIES, type Job } from './schema';

export const JOB_FORMAT = 'violet-jaw-job';

/** The open job file: the plan and the part of the shop's library it uses. */
export const jobFileSchema = Type.Object(
  { format: Type.Literal(JOB_FORMAT), version: Type.Literal(JOB_VERSION), job: jobSchema, shop: shopSchema },
  { additionalProperties: false },
);

export type JobFile = Static<typeof jobFileSchema>;

const checkFile = checker(jobFileSchema);
export const checkJob = checker(jobSchema);
export const checkShop = checker(shopSchema);

/** What a job refers to in the shop's library. */
export function referredTo(job: Job): Refers {
  return {
    machine: job.machine,
    stock: job.blank.stock,
    material: job.material,
    madeFor: [job.number, job.part],
    tools: job.setups.flatMap((s) => s.tools.map((t) => t.of)),
    devices: [job.turned?.ends?.device ?? null, ...job.setups.flatMap((s) => [s.device, s.standsOn?.device ?? null])],
    clamps: job.setups.flatMap((s) => holdRefersTo(s.hold).clamps),
    bonds: [...job.setups.flatMap((s) => holdRefersTo(s.hold).bonds), ...job.blank.ears.map((e) => e.bond)],
  };
}

/** The library without what no plan of the job reads: thousands of tools need not go along with every edit. */
export function shopToPlan(job: Job, shop: Shop): Shop {
  const named = new Set(job.setups.flatMap((s) => s.tools.map((t) => t.of)));
  return { ...shop, tools: shop.tools.filter((t) => named.has(t.id)), offcuts: [], consumables: [] };
}

/** Puts a job and what it uses of the shop's library into one file. */
export function jobFile(job: Job, shop: Shop): JobFile {
  return { format: JOB_FORMAT, version: JOB_VERSION, job, shop: shopForJob(shop, referredTo(job)) };
}

/**
 * Reads a job file: JSON text, older versions brought up to date, checked against the schema and for
 * what a schema cannot say. Problems name the place in the document.
 */
export function readJobFile(text: string): Checked<JobFile> {
  const json = parseJson(text);
  if (!json.ok) return json;
  const current = migrateJobFile(json.value);
  if (!current.ok) return current;
  const checked = checkFile(current.value);
  if (!checked.ok) return checked;
  const problems = jobProblems(checked.value.job);
  return problems.length > 0 ? { ok: false, problems } : checked;
}

/** What is wrong with a job beyond its schema: orientations that do not exist, numbers used twice. */
export function jobProblems(job: Job): string[] {
  const problems: string[] = [];
  const { x, y, z } = job.copies;
  if (x * y * z > MOST_COPIES)
    problems.push(`job.copies: ${x} × ${y} × ${z} are ${x * y * z} copies; up to ${MOST_COPIES} are planned together.`);
  if (job.turned && job.setups.length > 0)
    problems.push('job.turned: a part that is turned from bar has no other setups. Take one of the two out.');
  const seen = { id: new Set<string>(), op: new Set<number>() };
  job.setups.forEach((setup, i) => {
    const place = `job.setups.${i}`;
    if (setup.orientation.up[1] === setup.orientation.right[1]) {
      problems.push(
        `${place}.orientation: up ${setup.orientation.up} and right ${setup.orientation.right} lie along the same axis. Choose two directions at right angles.`,
      );
    }
    if (seen.id.has(setup.id)) problems.push(`${place}.id: "${setup.id}" is used twice. Give every setup its own id.`);
    if (seen.op.has(setup.op))
      problems.push(`${place}.op: Op ${setup.op} is used twice. Give every setup its own operation number.`);
    seen.id.add(setup.id);
    seen.op.add(setup.op);
  });
  return problems;
}

export const SHOP_FORMAT = 'violet-jaw-shop';

/** The whole library as one document. */
export const shopFileSchema = Type.Object(
  { format: Type.Literal(SHOP_FORMAT), version: Type.Literal(JOB_VERSION), shop: shopSchema },
  { additionalProperties: false },
);
export type ShopFile = Static<typeof shopFileSchema>;

export const shopFile = (shop: Shop): ShopFile => ({ format: SHOP_FORMAT, version: JOB_VERSION, shop });

/** Reads a library file: older versions are brought up to date. Problems name the place in the document. */
export function readShopFile(text: string): Checked<Shop> {
  const json = parseJson(text);
  if (!json.ok) return json;
  const { format, version, shop } = (json.value ?? {}) as Record<string, unknown>;
  if (format !== SHOP_FORMAT)
    return { ok: false, problems: [`format: expected "${SHOP_FORMAT}". This is not the library of a shop.`] };
  // it goes the way of the library in a job file
  const current = migrateJobFile({ version, job: {}, shop });
  return current.ok ? checkShop((current.value as { shop: unknown }).shop) : current;
}
