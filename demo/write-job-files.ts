/** Writes the demo jobs as open job files beside the demo STEP file, for the command line and the documentation. */
import { writeFileSync } from 'node:fs';
import { jobFile } from '@violet-jaw/core/job';
import { demoShop, guyAnchorPlateJob, louverFrameJob, sensorFootJob, vaneBearingBlockJob, windowRingJob } from '.';

for (const [name, job] of [['vane-bearing-block', vaneBearingBlockJob()], ['sensor-foot', sensorFootJob()], ['louver-frame', louverFrameJob()], ['window-ring', windowRingJob()], ['guy-anchor-plate', guyAnchorPlateJob()]] as const) {
  writeFileSync(`demo/${name}.json`, `${JSON.stringify(jobFile(job, demoShop), null, 2)}\n`);
}
