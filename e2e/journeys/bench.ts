import AxeBuilder from '@axe-core/playwright';
import { test as base, expect, type Locator, type Page } from '@playwright/test';

/** Every journey fails on a console error or an uncaught exception, unless it says which one it provokes. */
export const test = base.extend<{ expectedErrors: RegExp[]; watched: void }>({
  expectedErrors: [[], { option: true }],
  watched: [
    async ({ page, expectedErrors }, use) => {
      const errors: string[] = [];
      const note = (text: string) => expectedErrors.some((e) => e.test(text)) || errors.push(text);
      page.on('console', (m) => m.type() === 'error' && note(m.text()));
      page.on('pageerror', (e) => note(e.message));
      await use();
      expect(errors).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };

export const stations = [
  'Machine',
  'Drives',
  'Spindle',
  'Cabinet',
  'Wiring',
  'Switches',
  'Settings',
  'Bring-up',
  'Practice',
  'Binder',
] as const;
export type StationName = (typeof stations)[number];

export async function openShelf(page: Page): Promise<void> {
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Open Plover' })).toBeVisible();
}
export async function openMachine(page: Page, name: string, station: StationName = 'Machine'): Promise<void> {
  await openShelf(page);
  await page.getByRole('link', { name: `Open ${name}`, exact: true }).click();
  await goTo(page, station);
}
export async function goTo(page: Page, station: StationName): Promise<void> {
  await page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name: station }).click();
  await expect(page.getByRole('heading', { level: 1, name: station })).toBeVisible();
}
/** The form of a field by its path. */
export const field = (page: Page, path: string): Locator => page.locator(`[data-field="${path}"]`);
export async function fill(page: Page, path: string, text: string): Promise<void> {
  const input = field(page, path).locator('input').first();
  await input.fill(text);
  await input.press('Enter');
  await expect(field(page, path).getByRole('alert')).toHaveCount(0);
}
/** Chooses from a list: opened by a key, searched where it is long, and picked by its text. */
export async function pickFrom(list: Locator, entry: string): Promise<void> {
  const page = list.page();
  const box = list.and(page.getByRole('combobox'));
  await box.press('Enter');
  const open = page.locator('.choice-list:visible');
  if ((await box.getAttribute('readonly')) === null) {
    await box.fill(entry);
    // While the list is still being searched, its entries move under the pointer.
    await expect(open.getByRole('option').filter({ hasNotText: entry })).toHaveCount(0);
  }
  const wanted = open.getByText(entry, { exact: true });
  await wanted.click();
  // A list that has moved under the pointer is still open: as a person would, it is picked from once more.
  const closed = () => expect(open).toHaveCount(0, { timeout: 4000 });
  await closed().catch(() => wanted.click({ timeout: 2000 }).catch(() => undefined));
  await expect(open).toHaveCount(0);
}
/** Moves a slider to a value by its keys; its steps are of one. */
export async function slideTo(slider: Locator, value: number): Promise<void> {
  const now = Number(await slider.getAttribute('aria-valuenow'));
  for (let i = 0; i < Math.abs(value - now); i++) await slider.press(value > now ? 'ArrowRight' : 'ArrowLeft');
}
/** The list of a field, and what is chosen in it. */
export const listOf = (page: Page, path: string): Locator => field(page, path).getByRole('combobox').first();
export const choose = (page: Page, path: string, label: string) => pickFrom(listOf(page, path), label);

/**
 * No fault that keeps a person out: axe's serious and critical ones. `inDialog`: colours apart, since it takes the fields of a
 * dialog for lying on the veil behind it.
 */
export async function expectAccessible(page: Page, inDialog = false): Promise<void> {
  // A colour half way between two is nobody’s choice: nothing fades while it is looked at, what goes meanwhile is gone at once.
  const still = await page.evaluateHandle(async () => {
    const sheet = new CSSStyleSheet();
    sheet.replaceSync('*, *::before, *::after { transition: none !important }');
    document.adoptedStyleSheets.push(sheet);
    for (let n = 0; n < 4; n++) await new Promise(requestAnimationFrame);
    return sheet;
  });
  const axe = new AxeBuilder({ page });
  const { violations } = await (inDialog ? axe.disableRules('color-contrast') : axe).analyze();
  await page.evaluate((sheet) => {
    document.adoptedStyleSheets = document.adoptedStyleSheets.filter((s) => s !== sheet);
  }, still);
  const serious = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical');
  expect(serious.map((v) => `${v.id}: ${v.nodes[0]?.html.slice(0, 160)} ${v.nodes[0]?.failureSummary}`)).toEqual([]);
}
/** The state of the simulated control, as its sentence. */
export const controlState = (page: Page): Locator =>
  page.getByRole('region', { name: 'The machine' }).getByRole('status');
export const saved = (page: Page) => expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
/** The text of the file that a click hands out. */
export async function exported(page: Page, click: () => Promise<void>): Promise<string> {
  const [download] = await Promise.all([page.waitForEvent('download'), click()]);
  const stream = await download.createReadStream();
  const chunks: Buffer[] = [];
  for await (const chunk of stream) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks).toString('utf8');
}
export const pick = (page: Page, name: string, text: string | Buffer) =>
  page
    .getByLabel('Machine files')
    .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text as string) });

/** A picture of four by four dots. */
export const smallPicture = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAQAAAAECAIAAAAmkwkpAAAAEElEQVR4nGM4YaMBRwzEcQDxwxLBXOwG1wAAAABJRU5ErkJggg==',
  'base64',
);

/** The cabinet with its sizes inside, mm. */
export async function addBox(page: Page, width: string, height: string, depth: string): Promise<void> {
  await page.getByRole('tab', { name: 'Heat' }).click();
  await page.getByRole('button', { name: 'Add the cabinet' }).click();
  const form = page.getByRole('region', { name: 'The box' });
  for (const [label, value] of [
    ['Width inside', width],
    ['Height inside', height],
    ['Depth inside', depth],
  ] as const) {
    await form.getByLabel(label).last().fill(value);
    await page.keyboard.press('Tab');
  }
}
