import { pictureName } from './helpText';

/** Pictures of the documentation, by the name of their file: drawings of sections, screenshots of pages. */
const FILES = import.meta.glob<string>(
  ['../../../docs/help/*.svg', '../../../docs/screenshots/{jobs,part,route,ledger,sheet,remarks,run,shop}.png'],
  { query: '?url', import: 'default', eager: true },
);
const BY_NAME = new Map(
  Object.entries(FILES).map(([path, url]) => [path.replace(/^.*\//, '').replace(/\.\w+$/, ''), url]),
);

/** Where the picture of a section or page is; null: there is none. */
export const pictureOf = (of: string): string | null => BY_NAME.get(pictureName(of)) ?? null;
