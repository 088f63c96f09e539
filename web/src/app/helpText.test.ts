import { readFileSync } from 'node:fs';
import { helpText } from './helpText';

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

test('a numbered list comes as steps, lines that belong together as one', () => {
  expect(helpText('# T\n\n## A\n\nOne\ntwo.\n\n1. First\n   of all.\n2. Then.\n\n## B\n', 'A')).toEqual([
    { says: 'One two.' },
    { steps: ['First of all.', 'Then.'] },
  ]);
  expect(helpText(words, 'Nothing')).toEqual([]);
});
