import { existsSync, readFileSync } from 'node:fs';
import { helpPictures } from '../../../demo/helpPictures';
import { helpText, pictureName } from './helpText';

const words = readFileSync('docs/why-and-how.md', 'utf8');
const sections = /SECTIONS = \[([^\]]*)\]/
  .exec(readFileSync('web/src/bench/Fold.tsx', 'utf8'))![1]
  .split(',')
  .map((s) => s.trim().replaceAll("'", ''));

test('every section of the worksheet says why it is there, and nothing is said of others', () => {
  expect(sections.length).toBe(8);
  expect([...words.matchAll(/^## (.*)$/gm)].map((m) => m[1])).toEqual(sections);
  for (const name of sections) {
    const said = helpText(words, name).map((p) => ('says' in p ? p.says : p.steps.join(' ')));
    expect(said.join(' ').length).toBeGreaterThan(100);
    // nothing of how it is written is left over
    expect(said.join(' ')).not.toMatch(/^#|\n|\d\. [A-Z]/);
  }
});

test('every section has its picture, as the demo draws it now; every page has its words and the newest screenshot', async () => {
  const drawn = await helpPictures();
  expect(Object.keys(drawn).sort()).toEqual(sections.map(pictureName).sort());
  for (const [file, svg] of Object.entries(drawn)) expect(readFileSync(`docs/help/${file}.svg`, 'utf8')).toBe(svg);
  const pages = readFileSync('docs/pages.md', 'utf8');
  const named = [...pages.matchAll(/^## (.*)$/gm)].map((m) => m[1]);
  const offered = [/SHOP_PAGES = \[([^;]*)\];/, /pagesOf = [^[]*\[([^;]*)\];/].flatMap((list, i) =>
    [
      ...list
        .exec(readFileSync(`web/src/app/${['Shell', 'JobLayout'][i]}.tsx`, 'utf8'))![1]
        .matchAll(/says: '([^']*)'/g),
    ].map((m) => m[1]),
  );
  const ofLeads = new Set(['Accounts', 'Backups']);
  expect(new Set(named)).toEqual(new Set(offered.filter((p) => !ofLeads.has(p))));
  for (const page of named) {
    expect(helpText(pages, page).length).toBeGreaterThan(0);
    if (page !== 'Quick sums')
      expect([page, existsSync(`docs/screenshots/${pictureName(page)}.png`)]).toEqual([page, true]);
  }
});

test('a numbered list comes as steps, lines that belong together as one', () => {
  expect(helpText('# T\n\n## A\n\nOne\ntwo.\n\n1. First\n   of all.\n2. Then.\n\n## B\n', 'A')).toEqual([
    { says: 'One two.' },
    { steps: ['First of all.', 'Then.'] },
  ]);
  expect(helpText(words, 'Nothing')).toEqual([]);
});
