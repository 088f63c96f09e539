import { readFileSync } from 'node:fs';
import { Readable } from 'node:stream';
import { dirname, join } from 'node:path';
import { demoShop, guyAnchorPlateJob, louverFrameJob, sensorFootJob, vaneBearingBlockJob, windowRingJob } from '../../demo';
import type { Services } from './services';

/** Puts the demo shop in on the first run, when there is neither a shop nor a job. */
export async function loadDemo({ jobs, shop, files }: Services, stepFile: string): Promise<boolean> {
  if ((await shop.read()).revision > 0 || (await jobs.list()).length > 0) return false;
  await shop.write(demoShop, 0);
  const stored = await files.store(Readable.from(readFileSync(stepFile)), 'vane-bearing-block.step');
  await jobs.create(vaneBearingBlockJob(stored.name, stored.hash));
  await jobs.create(sensorFootJob());
  for (const [name, job] of [['louver-frame.dxf', louverFrameJob], ['window-ring.dxf', windowRingJob], ['guy-anchor-plate.dxf', guyAnchorPlateJob]] as const) {
    const outline = await files.store(Readable.from(readFileSync(join(dirname(stepFile), name))), name);
    await jobs.create(job(outline.name, outline.hash));
  }
  return true;
}
