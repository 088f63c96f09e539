import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test as base, type BrowserContext, type Locator, type Page } from '@playwright/test';
import AxeBuilder from '@axe-core/playwright';
import type { Job } from '@violet-jaw/core/job';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

export interface RunningApp {
  readonly address: string;
  readonly dataFolder: string;
  databasePid(): number;
  /** ends the server the hard way, as a power cut does */
  kill(): Promise<void>;
  /** starts it again on the same data and port */
  restart(): Promise<void>;
}

async function launch(dataFolder: string, port: string): Promise<{ child: ChildProcess; address: string }> {
  const child = spawn(process.execPath, ['dist/server/main.js'], {
    env: { ...process.env, PORT: port, VIOLET_JAW_DATA: dataFolder },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const address = await new Promise<string>((done, fail) => {
    let said = '';
    child.stdout!.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const found = /ready: (http:\S+)/.exec(said);
      if (found) done(found[1]);
    });
    child.once('exit', (code) => fail(new Error(`server ended with ${code}: ${said}`)));
  });
  return { child, address };
}

const ended = (child: ChildProcess) =>
  new Promise<void>((done) => {
    if (child.exitCode !== null || child.signalCode) done();
    else child.once('exit', () => done());
  });

export const test = base.extend<{ app: RunningApp }, { running: RunningApp }>({
  running: [
    async ({}, use) => {
      const dataFolder = mkdtempSync(join(tmpdir(), 'violet-jaw-e2e-'));
      let { child, address } = await launch(dataFolder, '0');
      const { port } = new URL(address);
      await use({
        get address() {
          return address;
        },
        dataFolder,
        databasePid: () =>
          (JSON.parse(readFileSync(join(dataFolder, 'database-running.json'), 'utf8')) as { pid: number }).pid,
        kill: async () => {
          child.kill('SIGKILL');
          await ended(child);
        },
        restart: async () => {
          ({ child, address } = await launch(dataFolder, port));
        },
      });
      child.kill('SIGTERM');
      await ended(child);
      rmSync(dataFolder, { recursive: true, force: true });
    },
    { scope: 'worker', timeout: 120_000 },
  ],
  app: async ({ running }, use) => {
    await use(running);
  },
  // A page that logs an error or throws fails its test.
  page: async ({ page, running }, use) => {
    const errors: string[] = [];
    page.on('pageerror', (error) => errors.push(error.message));
    await signIn(page.context(), running.address);
    await page.goto(running.address);
    await use(page);
    expect(errors).toEqual([]);
  },
});

/** What scripts send with a change, as pages send Origin. */
export const OWN = { 'X-Violet-Jaw': '1' };

/** Signs a browser in with one of the demo's accounts. */
export async function signIn(
  context: BrowserContext,
  address: string,
  name: 'Lead' | 'Planner' | 'Operator' = 'Lead',
): Promise<void> {
  const answer = await context.request.post(`${address}/api/v1/session`, {
    headers: OWN,
    data: { name, password: `violet-${name.toLowerCase()}` },
  });
  expect(answer.status()).toBe(201);
}

/** Chooses an entry of the menu in the header. */
export async function menu(page: Page, entry: string): Promise<void> {
  await page.locator('#menu').click();
  await page.getByRole('button', { name: entry }).click();
}

/** Serious accessibility violations of a page, in words. @param rules only these; null: all */
export async function seriousViolations(page: Page, rules: string[] | null = null): Promise<string[]> {
  // drawings are single images with a name; axe would weigh the contrast of each of their lines
  const axe = new AxeBuilder({ page }).exclude('svg');
  const { violations } = await (
    rules ? axe.withRules(rules) : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'])
  ).analyze();
  return violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map(
      (v) =>
        `${v.id}: ${v.nodes
          .slice(0, 3)
          .map((n) => n.html.slice(0, 120))
          .join(' | ')}`,
    );
}

export { expect };

/** Long enough for a part to be read, a PDF to be made or a search to end on a slow machine, ms. */
export const LONG = { timeout: 150_000 };

/** Types into a length or text field and leaves it, as a planner does. */
export async function enter(field: Locator, text: string): Promise<void> {
  await field.fill(text);
  await field.press('Enter');
}

export const saved = (page: Page) => expect(page.getByTestId('save-state')).toHaveText('saved');

/** A block of the wanted size as a new job; ends on its Part & blank page. */
export async function newBlockJob(
  page: Page,
  number: string,
  size: [string, string, string],
  units: 'mm' | 'inch' = 'mm',
): Promise<void> {
  await page.getByRole('link', { name: 'Jobs', exact: true }).click();
  await page.getByRole('button', { name: 'New job' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Job number').fill(number);
  await dialog.getByLabel('Part', { exact: true }).fill('Test block');
  await dialog.getByLabel('Units').selectOption(units);
  for (const [i, axis] of ['X', 'Y', 'Z'].entries()) await enter(dialog.getByLabel(`Size ${axis}`), size[i]);
  await dialog.getByRole('button', { name: 'Make the job' }).click();
  await expect(page).toHaveURL(/\/jobs\/[0-9a-f-]+\/part/);
  await expect(page.getByText('The blank contains the part.')).toBeVisible();
}

/** A job as a document, made over the API; ends on its Route page. */
export async function makeJob(page: Page, { address }: RunningApp, job: Job): Promise<void> {
  const made = await page.request.post(`${address}/api/v1/jobs`, { headers: OWN, data: job });
  expect(made.status(), await made.text()).toBe(201);
  const { id } = (await made.json()) as { id: string };
  await page.goto(`${address}/jobs/${id}/route`);
}

const PLACE = {
  'Part & blank': 'part',
  Route: 'route',
  Ledger: 'ledger',
  Sheet: 'sheet',
  Remarks: 'remarks',
  Run: 'run',
} as const;

/** Goes to a page of the open job and waits until it is there: until then the page before it still stands. */
export async function go(page: Page, name: keyof typeof PLACE): Promise<void> {
  const link = page.getByRole('navigation', { name: 'Pages' }).getByRole('link', { name, exact: true });
  // a click can meet the page just as it moves on to its first place: it is made again
  await expect(async () => {
    await link.click();
    await page.waitForURL(`**/jobs/*/${PLACE[name]}*`, { timeout: 5000 });
  }).toPass(LONG);
  // the address is a moment ahead of the page; the header changes with it
  await expect(link).toHaveAttribute('aria-current', 'page');
}

/** All text of a PDF with plain minus signs. */
export async function pdfText(path: string): Promise<string> {
  return (await pdfPages(readFileSync(path))).join(' ');
}

/** The text of each page. */
export async function pdfPages(bytes: Uint8Array): Promise<string[]> {
  const document = await getDocument({ data: new Uint8Array(bytes) }).promise;
  const pages: string[] = [];
  for (let i = 1; i <= document.numPages; i++) {
    const content = await (await document.getPage(i)).getTextContent();
    pages.push(content.items.map((item) => ('str' in item ? item.str : '')).join(' '));
  }
  return pages.map((page) => page.replaceAll('\u2212', '-').replace(/\s+/g, ' '));
}

/** The last row of a ledger table: X, Y, Z as printed, with plain minus signs. */
export async function ledgerTotal(page: Page, op: number): Promise<string[]> {
  const row = page
    .getByRole('table', { name: new RegExp(`Ledger of G\\d+, Op ${op}$`) })
    .getByRole('row', { name: /^work zero/ });
  await expect(row).toBeVisible();
  const cells = await row.getByRole('cell').allTextContents();
  return cells.slice(1).map((t) => t.replaceAll('\u2212', '-'));
}

export const features = (page: Page) => page.getByRole('region', { name: 'Faces and bores' });

/** Opens the demo's milled part on its Part & blank page. */
export async function openDemoPart(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'SK-1041' }).click();
  await go(page, 'Part & blank');
  await expect(features(page).getByRole('button', { name: 'bore ⌀42 through' })).toBeVisible(LONG);
  // what comes last: until then the board may still change its size
  await expect(
    features(page)
      .getByText(/^Outline from/)
      .first(),
  ).toBeVisible(LONG);
}
