import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { enter, openAhead, openTest } from './bringup';
import { expect, goTo, openShelf, pick, test } from './bench';

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name });
const article = (page: Page) => page.getByRole('article');
const judgement = (page: Page) => page.getByLabel('Judgement');
const keep = (page: Page) => button(page, 'Keep this result').click();

test('a router that nobody has measured: firmware kept, a trip point by hand, the travel by jogging, a proven envelope', async ({
  page,
}) => {
  const file = JSON.parse(readFileSync(new URL('../../examples/dunnock.nodaxis.json', import.meta.url), 'utf8')) as {
    id: string;
    design: {
      axes: Record<string, { travel?: unknown }>;
      parts: Record<string, { mount?: { tripFromStop?: unknown } }>;
    };
  };
  delete file.design.axes.x!.travel;
  delete file.design.parts['device-limit-x-plus']!.mount!.tripFromStop;
  await openShelf(page);
  await pick(page, 'unmeasured.nodaxis.json', JSON.stringify(file));
  await expect(page.getByText('Dunnock').first()).toBeVisible();
  await goTo(page, 'Settings');
  await page.getByRole('tab', { name: 'In the control’s words' }).click();
  await button(page, 'Sorrel, line control').click();
  await expect(page.getByRole('row').filter({ hasText: 'high.x' })).toContainText('needs X · Hard travel');

  await goTo(page, 'Bring-up');
  await openAhead(
    page,
    /supplies and logic/i,
    'Firmware and what it is set to: -K1 Teasel 6, networked motion controller',
  );
  await article(page).getByLabel('Version it shows').fill('2.1 of spring');
  await article(page).getByText('not kept yet').click();
  await article(page).getByText('is the one that it came with').click();
  await expect(judgement(page)).toContainText('Keep its settings first');
  await article(page).getByText('saved as a file').click();
  await keep(page);
  await expect(judgement(page)).toContainText('Version 2.1 of spring, its settings are kept.');

  // Two turns of a screw of 10 mm, counted with the motors off.
  const trip = 'Where it trips, by hand: -B2 X plus limit';
  await openAhead(page, /inputs and stop/i, trip);
  for (const again of [false, true]) {
    await article(page).getByText('in turns of the motor’s shaft').click();
    await enter(page, ['2']);
    await keep(page);
    if (again) break;
    await expect(judgement(page)).toContainText(
      'It trips 20 mm before the stop; the file does not have its place yet.',
    );
    await button(page, 'Take the measured place into the file').click();
  }
  await expect(judgement(page)).toContainText('as the file has it');

  await openAhead(page, /datum and envelope/i, 'Travel measured: X');
  await expect(article(page)).toContainText('After the reference run, note the machine position. Then jog X to plus');
  for (const again of [false, true]) {
    await article(page).getByText('the limit tripped').click();
    await enter(page, ['597', '0']);
    await keep(page);
    if (again) break;
    await expect(judgement(page)).toContainText('By this it is 640 mm between the hard stops.');
    await button(page, 'Travel of 640').click();
  }
  await expect(judgement(page)).toContainText('In Sorrel, line control: low.x 0.000, high.x 595.000.');
  // The lists scroll, the station around them does not.
  expect(await page.locator('main').evaluate((m) => m.scrollHeight - m.clientHeight)).toBeLessThanOrEqual(1);
  // However full the page is, its caution is there as a whole.
  const caution = article(page).getByRole('note').filter({ hasText: 'Caution.' });
  const text = await caution.locator('b').evaluate((b) => b.parentElement!.getBoundingClientRect().height);
  expect((await caution.boundingBox())!.height).toBeGreaterThanOrEqual(text);
  await openTest(page, /datum and envelope/i, 'Envelope proven: X');
  // What it waits for has passed but for the reference run, which was not made here.
  await page.getByLabel('Why it is opened all the same').fill('Referenced by hand.');
  await button(page, 'Open').last().click();
  await expect(article(page)).toContainText('Ask for machine position 596 mm: it must be refused');
  await article(page).getByText('was refused').first().click();
  await article(page).getByText('was carried out').click();
  await keep(page);
  await expect(judgement(page)).toContainText('Refused beyond, allowed inside.');
});
