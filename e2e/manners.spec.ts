import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { DEMO_PASSWORD } from '@obolus/demo/company';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

/** What no other test has open, by the way there from the index. */
const SCREENS: readonly (readonly [string, ...string[]])[] = [
  ['Receiving', 'Receipts'],
  ['Match bench', 'Match decisions'],
  ['Match bench', 'Mailbox'],
  ['Deliveries'],
  ['Approvals'],
  ['Stock & cost', 'Merino yarn on cones, ecru'],
  ['Setup', 'Posting accounts'],
  ['Setup', 'Company'],
  ['Setup', 'Vendors', 'New N'],
];

test('every screen that no other test opens has no serious finding of accessibility', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  for (const way of SCREENS) {
    for (const name of way) await page.getByRole('link', { name }).or(page.getByRole('row', { name })).first().click();
    await expectAccessible(page);
  }
  await desk.open('/nowhere');
  await expectAccessible(page);
});

test('search and shortcuts over a working screen have no serious finding either', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  for (const open of ['Control+k', '?']) {
    await page.keyboard.press(open);
    await expect(page.getByRole('dialog')).toBeVisible();
    await expectAccessible(page);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden();
  }
});

test('the first page transfers under 400 kB', async ({ page }) => {
  const session = await page.context().newCDPSession(page);
  await session.send('Network.enable');
  let bytes = 0;
  session.on('Network.loadingFinished', (event) => (bytes += event.encodedDataLength));
  const desk = new Desk(page);
  await desk.signIn();
  await page.waitForLoadState('networkidle');
  expect(bytes).toBeGreaterThan(50_000);
  expect(bytes).toBeLessThan(400_000);
});

test('nothing typed is lost by a reload, and a draft can be thrown away', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/orders/new');
  await desk.choose('Vendor', 'kumo');
  await desk.choose('Item, line 1', 'indigo');
  await page.getByLabel('Quantity, line 1').fill('12');
  await page.getByLabel('Note').fill('kept over a reload');
  await expect(page.getByText('Keeping draft …')).toBeVisible();
  await expect(page.getByText('Draft kept')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Note')).toHaveValue('kept over a reload');
  await expect(page.getByLabel('Quantity, line 1')).toHaveValue('12');
  await desk.go('/orders');
  await page.getByRole('button', { name: 'Discard Purchase order: Kumo Dyeworks' }).click();
  await expect(page.getByRole('link', { name: 'Order to Kumo Dyeworks' })).toBeHidden();
});

test('what is wrong is said at its field, and nothing is posted', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/receiving');
  await page.getByRole('link', { name: /Kumo Dyeworks/ }).click();
  const field = page.getByLabel(/Received now, Indigo/);
  for (const [typed, says] of [
    ['124', 'Only 123.6 of this line may come: 120 are open.'],
    ['0.0000001', 'has too many decimals'],
    ['a few', '“a few” is not understood as a figure'],
    ['-1', 'must be more than zero'],
  ] as const) {
    await field.fill(typed);
    await field.blur();
    await expect(page.locator('td .wrong', { hasText: says })).toBeVisible();
    await expect(field).toHaveAttribute('aria-invalid', 'true');
    await expect(page.getByRole('button', { name: /Post receipt/ })).toBeDisabled();
  }
  // What may be more than one figure is asked about, and is none before.
  await field.fill('1,20');
  await field.blur();
  await expect(page.getByRole('button', { name: /Post receipt/ })).toBeDisabled();
  await page
    .getByRole('group', { name: /which figure/ })
    .getByRole('button', { name: '1.20' })
    .click();
  await expect(field).toHaveValue('1.20');
  await field.fill('12*4.5');
  await field.blur();
  await expect(field).toHaveValue('54');
});

test('a bill that is entered already is refused while it is typed', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/bench');
  await desk.choose('A bill of another vendor', 'greywake');
  await page.getByLabel('Vendor’s number').fill('gw 077120');
  await page.getByLabel('Amount of charge 1').fill('5');
  await expect(page.locator('.field .wrong', { hasText: 'is entered already' })).toBeVisible();
});

test('an auditor reads everything and is offered nothing to post', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn('auditor');
  await expect(page.getByRole('link', { name: 'New order' })).toBeHidden();
  // No link leads there.
  await desk.open('/orders/new');
  await desk.choose('Vendor', 'kumo');
  await expect(page.getByText('Your role may look, not post.')).toBeVisible();
  await desk.go('/ledger');
  await expect(page.getByRole('table', { name: 'Journal' })).toBeVisible();
});

test('one box finds a number from a paper, an amount, and what can be done', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await page.keyboard.press('Control+k');
  // Faster than the answer: Enter waits for it.
  await page.keyboard.type('GW-77120');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /Greywake Lines/ })).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('2,146.60');
  await expect(page.getByRole('option', { name: /2,146.60 in its journal/ }).first()).toBeVisible();
  await page.keyboard.press('Escape');
});

test('items come in from the sample file, wrong lines said line by line', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/setup/imports');
  await page.getByLabel('File, CSV or XLSX').setInputFiles({
    name: 'items.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('number,name,unit,method\nYM-EC,Known,g,fifo\nNEW-1,New yarn,kg,average\n'),
  });
  await expect(page.getByText('1 of 2 lines wrong; nothing is loaded')).toBeVisible();
  await expectAccessible(page);
  await expect(page.getByText('unit: This stays “kg”: the entry is in use.')).toBeVisible();
  await page.getByRole('button', { name: /leave 1 out/ }).click();
  await expect(page.getByText('Loaded: 1 line; left out: 1')).toBeVisible();
});

test('a sample file is given, checked and loaded on the screen', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await page.getByRole('link', { name: 'Setup' }).click();
  await page.getByRole('link', { name: 'Import' }).click();
  await page.getByRole('radio', { name: /^Tariff rates / }).check();
  await page.getByLabel('File, CSV or XLSX').setInputFiles({
    name: 'tariff.csv',
    mimeType: 'text/csv',
    buffer: readFileSync(new URL('../docs/samples/tariff.csv', import.meta.url)),
  });
  await page.getByRole('button', { name: /^Load \d+ lines?$/ }).click();
  await expect(page.getByText(/^Loaded: \d+ lines?/)).toBeVisible();
});

test('rows that were copied in a spreadsheet are pasted, without their header too, and checked like a file', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const desk = new Desk(page);
  await desk.signIn();
  await page.getByRole('link', { name: 'Setup' }).click();
  await page.getByRole('link', { name: 'Import' }).click();
  await page.getByRole('radio', { name: /^Tariff rates / }).check();
  const paste = async (rows: readonly (readonly string[])[]) => {
    await page.evaluate(
      (text) => navigator.clipboard.writeText(text),
      rows.map((cells) => cells.join('\t')).join('\r\n'),
    );
    await page.getByLabel('Or paste rows of a spreadsheet').focus();
    await page.keyboard.press('Control+v');
  };
  await paste([
    ['Duty', '5309', '', '', '2026-01-01', '', '4.5'],
    ['Duty', '5310', 'Peru', '', '2026-01-01', '', '3'],
  ]);
  await expect(page.getByText('1 of 2 lines wrong; nothing is loaded')).toBeVisible();
  await expect(page.getByRole('row', { name: /5310/ })).toContainText('origin:');
  await page.getByRole('link', { name: 'Import' }).click();
  await page.getByRole('radio', { name: /^Tariff rates / }).check();
  await paste([
    ['from', 'code', 'percent', 'measure'],
    ['2026-01-01', '5309.10', '4.5', 'Duty'],
  ]);
  await page.getByRole('button', { name: 'Load 1 line' }).click();
  await expect(page.getByText(/^Loaded: 1 line/)).toBeVisible();
  await page.getByRole('link', { name: 'Setup' }).click();
  await desk.go('/setup/tariff');
  await expect(page.getByRole('row', { name: /5309.10/ })).toContainText('4.5');
});

test('a password is changed by its owner, and one that is forgotten by a link, once', async ({ page, browser }) => {
  const desk = new Desk(page);
  await desk.signIn('receiver');
  await test.step('with the one that they have, by keyboard', async () => {
    await page.getByRole('button', { name: 'Password' }).focus();
    await page.keyboard.press('Enter');
    await page.keyboard.type('not this one');
    await page.keyboard.press('Tab');
    await page.keyboard.type('a warp of many threads');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toHaveText('This is not your password.');
    await expectAccessible(page);
    await page.getByLabel('Current password').fill(DEMO_PASSWORD);
    await page.keyboard.press('Enter');
    await expect(page.getByText('Your password is changed.')).toBeVisible();
  });

  const sam = new Desk(await (await browser.newContext()).newPage());
  const link = await test.step('an administrator makes a link', async () => {
    await sam.signIn('administrator');
    await sam.page.getByRole('link', { name: 'Setup' }).click();
    await sam.page.getByRole('link', { name: 'People' }).click();
    await sam.page.getByRole('row', { name: /Odile/ }).getByRole('button', { name: 'Reset password' }).click();
    await expectAccessible(sam.page);
    return sam.page.getByRole('dialog').locator('code').innerText();
  });

  await test.step('and whoever has it sets a password, once', async () => {
    // The address came by another way than a click.
    await desk.open(new URL(link).pathname);
    await page.getByLabel('New password').fill('shuttle and comb');
    await expectAccessible(page);
    await page.keyboard.press('Enter');
    await page.getByRole('link', { name: 'Sign in' }).click();
    await page.getByLabel(/mail/).fill('odile@fernhollow.example');
    await page.getByLabel('Password').fill('shuttle and comb');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('navigation', { name: 'The work' })).toContainText('Odile Marsh');
    await desk.open(new URL(link).pathname);
    await page.getByLabel('New password').fill('another one again');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('This link was used already');
  });
});

test('a list and a document print as they are, in ink, without what is only clicked', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  // Of a long list only what is in view is drawn; on paper all of it.
  const rows = page.getByRole('table', { name: 'Purchase orders' }).getByRole('row');
  await expect(rows.nth(10)).toBeVisible();
  await page.setViewportSize({ width: 1280, height: 400 });
  await expect.poll(() => rows.count()).toBeLessThan(25);
  await page.evaluate(() => dispatchEvent(new Event('beforeprint')));
  expect(await rows.count()).toBe(34);
  await page.evaluate(() => dispatchEvent(new Event('afterprint')));
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.getByRole('row', { name: /PO-1017/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('PO-1017');
  await page.emulateMedia({ media: 'print', colorScheme: 'dark' });
  await expect(page.getByRole('navigation', { name: 'The work' })).toBeHidden();
  await expect(page.getByRole('button').first()).toBeHidden();
  await expect(page.getByText(/Fernhollow Loom Supply, printed by Ines/)).toBeVisible();
  await expect(page.getByRole('table').first()).toBeVisible();
  expect(await page.evaluate(() => getComputedStyle(document.body).backgroundColor)).toBe('rgb(255, 255, 255)');
  const main = await page.locator('main').evaluate((element) => [element.scrollHeight, element.clientHeight]);
  expect(main[0]).toBe(main[1]);
  expect((await page.pdf()).subarray(0, 5).toString()).toBe('%PDF-');
});

/** By the way there from the index. */
const WORK: readonly (readonly string[])[] = [
  ['Orders', 'New order'],
  ['Receiving', 'Kumo Dyeworks'],
  ['Match bench', 'TF-24-0871'],
  ['Landing sheet'],
  ['Stock & cost'],
  ['Ledger', 'Trial balance'],
  ['Setup', 'Your preferences'],
];

for (const [name, width, height] of [
  ['at twice the size', 640, 400],
  ['on a tablet held upright', 768, 1024],
] as const)
  test(`the work is done ${name}: nothing is out of reach, and no serious finding`, async ({ page }) => {
    const desk = new Desk(page);
    await desk.signIn();
    await page.setViewportSize({ width, height });
    for (const way of WORK) {
      for (const link of way) await page.getByRole('link', { name: link }).first().click();
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await expectAccessible(page);
      const [wide, over] = await page.evaluate(() => [
        document.documentElement.scrollWidth <= innerWidth,
        // What is cut off at an edge of the page and cannot be scrolled to.
        [...document.querySelectorAll('main :is(button, input, select, h1)')].filter((element) => {
          const { left, right, width: size } = element.getBoundingClientRect();
          const scrolls = element.closest('.body, nav, .foot') !== null;
          return size > 1 && !scrolls && (left < -1 || right > innerWidth + 1);
        }).length,
      ]);
      expect([way.join(' → '), wide, over]).toEqual([way.join(' → '), true, 0]);
    }
  });
