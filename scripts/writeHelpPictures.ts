/** Writes the pictures of the help from the demo's data. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { helpPictures } from '../demo/helpPictures';

mkdirSync('docs/help', { recursive: true });
for (const [name, svg] of Object.entries(await helpPictures())) writeFileSync(`docs/help/${name}.svg`, svg);
