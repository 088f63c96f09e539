/** Writes the demo jobs as open job files beside the demo STEP file, for the command line and the documentation. */
import { writeFileSync } from 'node:fs';
import { jobFile } from '@violet-jaw/core/job';
import {
  boomTubeJob,
  demoShop,
  dWindowJob,
  floatGuideJob,
  insulatorPlateJob,
  louverBothSidesJob,
  louverFrameJob,
  mastSpindleJob,
  pivotPinJob,
  sensorFootJob,
  vaneBearingBlockJob,
  vaneSideHoleJob,
} from '.';

for (const [name, job] of [
  ['vane-bearing-block', vaneBearingBlockJob()],
  ['sensor-foot', sensorFootJob()],
  ['louver-frame', louverFrameJob()],
  ['louver-both-sides', louverBothSidesJob()],
  ['d-window', dWindowJob()],
  ['insulator-plate', insulatorPlateJob()],
  ['float-guide', floatGuideJob()],
  ['vane-side-hole', vaneSideHoleJob()],
  ['boom-tube', boomTubeJob()],
  ['mast-spindle', mastSpindleJob()],
  ['pivot-pin', pivotPinJob()],
] as const) {
  writeFileSync(`demo/${name}.json`, `${JSON.stringify(jobFile(job, demoShop), null, 2)}\n`);
}
