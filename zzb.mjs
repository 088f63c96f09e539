import { open, section, shot, BASE } from './zzlook.mjs';
const { browser, page } = await open();
await page.goto(BASE);

await page.getByRole('link', { name: 'SK-1060' }).click().catch(()=>{});
await page.waitForTimeout(6000);
await section(page,'Locate').click();
await page.waitForTimeout(800);
await shot(page,'b1');
await page.getByRole('button',{name:'Set this part against pins along its edge'}).click();
await page.waitForTimeout(3000);
await page.locator('[data-part="Pins along its edge"]').scrollIntoViewIfNeeded();
await page.waitForTimeout(500);
await shot(page,'b2');
await browser.close();
