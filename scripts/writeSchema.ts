/** Writes the published JSON Schema of the job file from the schema the program checks with. */
import { writeFileSync } from 'node:fs';
import { jobFileSchema } from '@violet-jaw/core/job';

writeFileSync(
  'docs/job.schema.json',
  `${JSON.stringify({ $schema: 'http://json-schema.org/draft-07/schema#', title: 'Violet Jaw job file', ...jobFileSchema }, null, 1)}\n`,
);
