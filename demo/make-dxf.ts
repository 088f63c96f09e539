/** Writes the outlines of the demo's sheet parts as DXF beside the job files. */
import { writeFileSync } from 'node:fs';
import { writeDxf } from '@violet-jaw/formats/dxf/write.ts';
import { demoOutlines } from './flatJobs';

for (const [name, rings] of Object.entries(demoOutlines))
  writeFileSync(`demo/${name}.dxf`, writeDxf([{ name: 'outline', rings }], 'mm'));
