/** Writes the demo jobs as open job files beside the demo STEP file, for the command line and the documentation. */
import { writeFileSync } from 'node:fs';
import { jobFile } from '@violet-jaw/core/job';
import { demoShop, sensorFootJob, vaneBearingBlockJob } from '.';

for (const [name, job] of [['vane-bearing-block', vaneBearingBlockJob()], ['sensor-foot', sensorFootJob()]] as const) {
  writeFileSync(`demo/${name}.json`, `${JSON.stringify(jobFile(job, demoShop), null, 2)}\n`);
}
