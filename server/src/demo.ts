import { readFileSync } from 'node:fs';
import { Readable } from 'node:stream';
import { dirname, join } from 'node:path';
import {
  boomTubeJob,
  mastSpindleJob,
  pivotPinJob,
  demoShop,
  floatGuideJob,
  insulatorPlateJob,
  louverBothSidesJob,
  louverFrameJob,
  sensorFootJob,
  vaneBearingBlockJob,
  vaneSideHoleJob,
  dWindowJob,
} from '../../demo';
import type { Services } from './services';

/**
 * Accounts of the demo: made together with its data only. Roles are called by their names; no person's name is needed.
 */
export const DEMO_ACCOUNTS = [
  { name: 'Lead', role: 'lead', password: 'violet-lead' },
  { name: 'Planner', role: 'planner', password: 'violet-planner' },
  { name: 'Operator', role: 'operator', password: 'violet-operator' },
] as const;

/** The demo's accounts, where they are there and their passwords are as they were; null: none. */
export async function demoAccountsInForce({
  accounts,
}: Services): Promise<{ name: string; password: string }[] | null> {
  const inForce: { name: string; password: string }[] = [];
  for (const { name, password } of DEMO_ACCOUNTS)
    if (await accounts.isPassword(name, password)) inForce.push({ name, password });
  return inForce.length > 0 ? inForce : null;
}

/** Puts the demo shop in on the first run, when there is neither a shop nor a job. */
export async function loadDemo({ jobs, shop, files, accounts }: Services, stepFile: string): Promise<boolean> {
  if ((await shop.read()).revision > 0 || (await jobs.count()) > 0) return false;
  await shop.write(demoShop, 0);
  if (await accounts.none())
    for (const { name, role, password } of DEMO_ACCOUNTS) await accounts.make(name, role, password);
  const keep = async (name: string) => {
    const stored = await files.store(Readable.from(readFileSync(join(dirname(stepFile), name))), name);
    return { file: stored.name, sha256: stored.hash };
  };
  const vane = await keep('vane-bearing-block.step');
  await jobs.create(vaneBearingBlockJob(vane.file, vane.sha256));
  await jobs.create(sensorFootJob());
  for (const [name, job] of [
    ['louver-frame.dxf', louverFrameJob],
    ['louver-frame.dxf', louverBothSidesJob],
    ['d-window.dxf', dWindowJob],
    ['insulator-plate.dxf', insulatorPlateJob],
  ] as const) {
    const { file, sha256 } = await keep(name);
    await jobs.create(job(file, sha256));
  }
  await jobs.create(boomTubeJob([await keep('boom-tube.step'), await keep('boom-tube-raw.step')]));
  await jobs.create(mastSpindleJob(await keep('mast-spindle.step')));
  await jobs.create(pivotPinJob(await keep('pivot-pin.step')));
  await jobs.create(vaneSideHoleJob([await keep('vane-side-hole.step'), vane]));
  await jobs.create(floatGuideJob([await keep('float-guide.step'), await keep('float-guide-casting.step')]));
  return true;
}
