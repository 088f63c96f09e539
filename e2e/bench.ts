import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Locator, type Page } from '@playwright/test';

/** The sections of the worksheet; one is open at a time. */
export type SectionName = 'Setup' | 'Seat' | 'Cuts' | 'Hold' | 'Locate' | 'Zero' | 'Tools & program' | 'Prove';

/** Opens a section of the worksheet of the chosen setup, if it is closed. */
export async function open(page: Page, name: SectionName): Promise<void> {
  const head = page.locator('.worksheet').getByRole('region', { name, exact: true }).locator('.section-head');
  if ((await head.getAttribute('aria-expanded', { timeout: 15_000 })) === 'false') await head.click();
}

const SECTIONS: Readonly<Record<string, SectionName>> = {
  part: 'Seat',
  blank: 'Seat',
  seat: 'Seat',
  cut: 'Cuts',
  hold: 'Hold',
  locate: 'Locate',
  zero: 'Zero',
  prove: 'Prove',
  transition: 'Prove',
};

/** The section of every finding the checks can make, as the checks name it. */
const ofCode = new Map(
  readdirSync('core/src', { recursive: true, encoding: 'utf8' })
    .filter((path) => path.endsWith('.ts') && !path.endsWith('.test.ts'))
    .flatMap((path) => [
      ...readFileSync(join('core/src', path), 'utf8').matchAll(
        /'(part|blank|seat|cut|hold|locate|zero|prove|transition)\/([a-z]+(?:-[a-z]+)+)'/g,
      ),
    ])
    .map(([, section, code]) => [code, SECTIONS[section]]),
);

/** A finding in the section of the worksheet it belongs to, which is opened for it. */
export async function findingOf(page: Page, code: string): Promise<Locator> {
  await open(page, ofCode.get(code) ?? 'Prove');
  return page.locator(`.worksheet [data-code="${code}"]`);
}

/** The count of findings in the head of a job; the list of jobs counts them too, but not to be pressed. */
export const tally = (page: Page): Locator => page.locator('button.tally').first();

/** A finding in the list of what next, which is opened for it. */
export async function next(page: Page, code: string): Promise<Locator> {
  const list = page.getByRole('dialog', { name: 'What next' });
  if ((await list.count()) === 0) await tally(page).click();
  return list.locator(`[data-code="${code}"]`);
}
