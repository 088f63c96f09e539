import { readFileSync } from 'node:fs';
import type { Locator, Page } from '@playwright/test';
import { expect, go, LONG, test } from './app';
import { tally } from './bench';
import { bracketStep } from './bracketStep';

/**
 * Whatever a hand does, counted: a press of the pointer, a text typed, a key; choosing from a list is two. Looks each
 * time that the page has not been scrolled and could not be.
 */
class Hand {
  actions = 0;

  constructor(private readonly page: Page) {}

  async press(what: Locator): Promise<void> {
    await what.click(LONG);
    await this.#did(1);
  }

  /** Into a field and out of it with Enter. */
  async type(field: Locator, text: string): Promise<void> {
    await field.click();
    await field.fill(text);
    await field.press('Enter');
    await this.#did(3);
  }

  async choose(list: Locator, says: string): Promise<void> {
    await list.selectOption(says);
    await this.#did(2);
  }

  async drop(bytes: Buffer, name: string): Promise<void> {
    const transfer = await this.page.evaluateHandle(
      ({ text, fileName }) => {
        const data = new DataTransfer();
        data.items.add(new File([text], fileName));
        return data;
      },
      { text: bytes.toString('latin1'), fileName: name },
    );
    await this.page.getByRole('heading', { name: 'Jobs' }).dispatchEvent('drop', { dataTransfer: transfer });
    await this.#did(1);
  }

  async #did(actions: number): Promise<void> {
    this.actions += actions;
    // address and page are looked at in one moment: a press may just have led to another page
    const bench = await this.page.evaluate(() =>
      location.pathname.endsWith('/route') && document.querySelector('.storyboard')
        ? { scrolled: window.scrollY, room: document.documentElement.scrollHeight - window.innerHeight }
        : null,
    );
    if (bench) expect(bench).toEqual({ scrolled: 0, room: 0 });
  }
}

/** A job from a dropped file, with the same stock all round and a machine. */
async function begin(page: Page, hand: Hand, bytes: Buffer, file: string, number: string): Promise<void> {
  await hand.drop(bytes, file);
  const dialog = page.getByRole('dialog');
  await hand.press(dialog.getByLabel('Job number'));
  await dialog.getByLabel('Job number').fill(number);
  hand.actions += 1;
  await expect(dialog.getByText(/faces, .* cm³/)).toBeVisible(LONG);
  await hand.press(dialog.getByRole('button', { name: 'Make the job' }));
  await hand.type(page.getByLabel('the same on all sides'), '3');
  await hand.press(page.getByRole('link', { name: 'Route', exact: true }));
  await hand.choose(page.getByLabel('Machine'), 'Mill 1');
}

const acceptAll = (page: Page) => page.getByRole('button', { name: /^Accept all of Op/ });
/** Looks at what is proposed for the chosen setup and accepts it. */
async function accept(page: Page, hand: Hand): Promise<void> {
  await hand.press(acceptAll(page));
  await expect(acceptAll(page)).toHaveCount(0);
}

const section = (page: Page, name: string) =>
  page.locator('.worksheet').getByRole('region', { name, exact: true }).locator('.section-head');

/** What a setup does, its program and one tool. */
async function tell(page: Page, hand: Hand, does: string, program: string): Promise<void> {
  await hand.press(section(page, 'Setup'));
  await hand.type(page.getByLabel('What this setup does'), does);
  await hand.press(section(page, 'Tools & program'));
  await hand.type(page.getByLabel('Program', { exact: true }), program);
  await hand.press(page.getByRole('button', { name: 'Add tool' }));
  await hand.type(page.getByLabel('Description of T1', { exact: true }), 'end mill 16');
}

/** Issues the next sheet. */
async function issue(page: Page, hand: Hand): Promise<void> {
  await hand.press(page.getByRole('link', { name: 'Sheet', exact: true }));
  await hand.press(page.getByRole('button', { name: 'Issue sheet A' }));
  await expect(page.locator('[data-issue="A"]')).toBeVisible(LONG);
}

test('the demo part in two setups, from its STEP file to the issued sheet, in at most 60 actions', async ({ page }) => {
  const hand = new Hand(page);
  await begin(page, hand, readFileSync('demo/vane-bearing-block.step'), 'bearing.step', 'A-2');
  for (const op of [10, 20]) {
    await hand.press(page.getByRole('button', { name: 'Add setup' }));
    await expect(page.getByRole('group', { name: `Worksheet of Op ${op}` })).toBeVisible();
    // a new setup opens its seat
    await accept(page, hand);
    await tell(page, hand, op === 10 ? 'top, sides and bores' : 'bottom', `30${op}`);
  }
  await expect(page.locator('.bench-drawings svg').first()).toBeVisible(LONG);
  await expect(tally(page)).not.toContainText('stop', LONG);
  await issue(page, hand);
  console.log(`two setups: ${hand.actions} actions`);
  expect(hand.actions).toBeLessThanOrEqual(60);
});

test('a bracket in three setups, from its STEP file to the issued sheet, in at most 110 actions', async ({ page }) => {
  const hand = new Hand(page);
  await begin(page, hand, await bracketStep(), 'bracket.step', 'A-3');
  await hand.press(page.getByRole('button', { name: 'Propose a route…' }));
  const proposal = page.getByRole('region', { name: 'Proposed route' });
  await hand.press(proposal.getByRole('button', { name: 'Look from all six sides' }));
  await hand.press(proposal.getByRole('button', { name: 'Take this route' }).first());
  for (const op of [10, 20, 30]) {
    await hand.press(page.getByRole('button', { name: new RegExp(`^Op ${op}`) }));
    await expect(page.getByRole('group', { name: `Worksheet of Op ${op}` })).toBeVisible();
    if (op > 10) await hand.press(section(page, 'Seat'));
    await accept(page, hand);
    await tell(page, hand, ['bottom and sides', 'step and holes', 'bore'][op / 10 - 1], `40${op}`);
  }
  await expect(tally(page)).not.toContainText('stop', LONG);
  await issue(page, hand);
  console.log(`three setups: ${hand.actions} actions`);
  expect(hand.actions).toBeLessThanOrEqual(110);
});

test('an issue is made while one works on; canceled, nothing was issued', async ({ page }) => {
  await page.getByRole('link', { name: 'SK-1041' }).click();
  await go(page, 'Sheet');
  const letter = /Issue sheet [A-Z]/;
  await expect(page.getByRole('button', { name: letter })).toBeEnabled(LONG);
  const before = await page.locator('[data-issue]').count();
  await page.getByRole('button', { name: letter }).click();
  const going = page.getByRole('status').filter({ hasText: /Issuing sheet [A-Z]: / });
  await expect(going).toContainText(/planning every setup anew|reading the part/, LONG);
  await going.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText(/was canceled; nothing was issued/)).toBeVisible(LONG);
  await expect(page.locator('[data-issue]')).toHaveCount(before);
  // once more, and meanwhile to another page and back
  await page.getByRole('button', { name: letter }).click();
  await go(page, 'Ledger');
  await expect(going).toBeVisible();
  await expect(page.getByText('G54').first()).toBeVisible();
  await expect(going).toHaveCount(0, LONG);
  await go(page, 'Sheet');
  await expect(page.locator('[data-issue]')).toHaveCount(before + 1);
  await expect(page.getByText(/was canceled/)).toHaveCount(0);
});

test('what is asked of the solids before they are there is answered of the right job', async ({ page }) => {
  const outlines = page.getByText(/^Outline from .* and .*: /);
  const told = async (number: string) => {
    await page.getByRole('link', { name: 'Jobs', exact: true }).click();
    await page.getByRole('link', { name: number }).click();
    await expect(page.locator('.jobname')).toContainText(number);
    await go(page, 'Part & blank');
    await expect(outlines.first()).toBeVisible(LONG);
    return await outlines.allTextContents();
  };
  const block = await told('SK-1007');
  // shown at once by what the server has prepared, while the worker still has the block
  const window = await told('SK-1060');
  expect(window).not.toEqual(block);
  await page.reload();
  await expect(outlines.first()).toBeVisible(LONG);
  await expect(outlines).toHaveText(window);
});
