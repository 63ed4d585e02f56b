import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible.ts';
import { useDemoCompany } from './demoCompany.ts';
import { Desk } from './desk.ts';

useDemoCompany();

test('two receive the last of a line at the same moment: one succeeds, the other is told what is left and loses nothing typed', async ({
  browser,
}) => {
  const desks = await Promise.all(
    (['accountant', 'receiver'] as const).map(async (role) => {
      const desk = new Desk(await (await browser.newContext()).newPage());
      await desk.signIn(role);
      await desk.go('/receiving');
      await desk.page.getByRole('link', { name: /Beira Linho/ }).click();
      await desk.page.getByLabel('Packing slip').fill(`slip of the ${role}`);
      await desk.page.getByLabel(/Received now, Linen yarn on cones, bleached/).fill('40');
      await desk.footing();
      return desk;
    }),
  );
  const [first, second] = desks as [Desk, Desk];
  await first.post();
  await second.page.keyboard.press('Control+Enter');
  await expect(
    second.page
      .getByRole('region', { name: 'Footing' })
      .getByText(/Nothing of this line is open any more|not there any more/),
  ).toBeVisible();
  await expect(second.page.getByLabel('Packing slip')).toHaveValue('slip of the receiver');
  await first.expectBooksToAgree();
  await Promise.all(desks.map((desk) => desk.page.context().close()));
});

test('a receipt over two orders is entered and posted by keyboard alone', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('receive');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Who delivers?' })).toBeVisible();
  const tabTo = async (name: RegExp) => {
    for (let tab = 0; tab < 40; tab += 1) {
      const label = await page.evaluate(
        () => document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.textContent ?? '',
      );
      if (name.test(label)) return;
      await page.keyboard.press('Tab');
    }
    throw new Error(`Tab never reaches ${name}`);
  };
  await tabTo(/^Tarnside Fibres/);
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Scan', { exact: true })).toBeFocused();
  await tabTo(/^Packing slip/);
  await page.keyboard.type('TF-PS-3500');
  await tabTo(/^Received now, .*madder red, PO-1010/);
  await page.keyboard.type('10');
  await page.keyboard.press('Enter');
  await page.keyboard.type('80');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.type('1');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Control+Enter');
  await expect(page).toHaveURL(/\/documents\/\d+$/);
  await expect(page.getByText('Packing slip TF-PS-3500')).toBeVisible();
  await expect(page.getByRole('table', { name: 'Lines' }).getByRole('row')).toHaveCount(5);
  await desk.expectBooksToAgree();
});

test('a charge whose basis an item lacks says so at its column, and posting is not possible', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/landing');
  await page.getByRole('checkbox', { name: /PM 2026-448/ }).check();
  await page.getByRole('button', { name: 'FHL-012' }).click();
  await page.getByLabel(/Basis of insurance/).selectOption('manual');
  await expect(
    page.getByRole('columnheader', { name: /insurance/i }).getByText('The shares by hand do not add up to the charge.'),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: /Post allocation/ })).toBeDisabled();
  await page.getByLabel(/insurance on Indigo/).fill('100');
  await page.getByLabel(/insurance on Madder/).fill('34.40');
  expect((await desk.footing())[0]).toMatch(/^Inventory, Indigo/);
});

test('a posting that meets no server keeps what was typed, and goes through when sent again', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/deliveries/new');
  await page.getByLabel('Customer').fill('Thistledown Studio');
  await desk.choose('Item, line 1', 'shuttle');
  await page.keyboard.press('Enter');
  await page.keyboard.type('5');
  await desk.footing();
  // The server posts, but its answer is lost on the way.
  await page.route('**/api/documents/delivery', async (route) => {
    await route.fetch();
    await route.abort();
  });
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('The server does not answer.')).toBeVisible();
  await expectAccessible(page);
  await expect(page.getByLabel('Customer')).toHaveValue('Thistledown Studio');
  await page.unroute('**/api/documents/delivery');
  const before = await desk.ask<{ rows: object[] }>('documents?kind=delivery');
  await page.keyboard.press('Control+Enter');
  await expect(page).toHaveURL(/\/documents\/\d+$/);
  // It was posted once: the second time found the first.
  expect((await desk.ask<{ rows: object[] }>('documents?kind=delivery')).rows).toHaveLength(before.rows.length);
});

test('a figure is read as it was typed, also where it is posted from its own field; what may be another is asked', async ({
  page,
}) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/deliveries/new');
  await page.getByLabel('Customer').fill('Quillmere Weavers');
  await desk.choose('Item, line 1', 'ecru');
  await page.keyboard.press('Enter');
  await page.keyboard.type('1,5');
  await page.keyboard.press('Control+Enter');
  const question = page.getByRole('group', { name: 'Quantity, line 1: which figure?' });
  await expect(question).toHaveText('1.5 or 15?');
  await expectAccessible(page);
  await question.getByRole('button', { name: '1.5' }).press('Enter');
  await page.getByLabel('Quantity, line 1', { exact: true }).press('Control+Enter');
  await expect(page).toHaveURL(/\/documents\/\d+$/);
  await expect(page.getByRole('region', { name: 'Journal of the document' })).toBeVisible();
  await expect(page.getByText('1.5', { exact: false }).first()).toBeVisible();
});

test('what somebody else posts is on the screen of whoever comes back to the window', async ({ page, browser }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await desk.go('/bench/unmatched');
  const open = page.locator('table[data-lines]').first();
  await expect(open.getByRole('row').nth(1)).toBeVisible();
  const before = Number(await open.getAttribute('data-lines'));
  const other = await browser.newContext();
  const odile = new Desk(await other.newPage());
  await odile.signIn('receiver');
  await odile.go('/receiving');
  await odile.page
    .getByRole('link', { name: /Aldergrove Joinery/ })
    .first()
    .click();
  await odile.page
    .getByLabel(/^Received now/)
    .first()
    .fill('1');
  await odile.post();
  await other.close();
  await expect(open).toHaveAttribute('data-lines', String(before));
  // As the browser tells a window that is looked at again.
  await page.evaluate(() => window.dispatchEvent(new Event('focus')));
  await expect(open).toHaveAttribute('data-lines', String(before + 1));
});

test('the dark edition stays over a reload, and one can sign out', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  await page.getByRole('button', { name: 'Dark edition' }).click();
  const edition = await page.locator('html').getAttribute('data-edition');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-edition', edition ?? '');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  await expectAccessible(page);
  // Nor by its address.
  await desk.open('/stock');
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
});

test('a dearer bill and its freight are entered, posted and put on the goods by keyboard alone', async ({ page }) => {
  const desk = new Desk(page);
  await desk.signIn();
  const find = async (what: string, heading: RegExp) => {
    await page.keyboard.press('Control+k');
    await page.keyboard.type(what);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: heading })).toBeVisible();
  };
  const tabTo = async (name: RegExp) => {
    for (let tab = 0; tab < 140; tab += 1) {
      const label = await page.evaluate(() => {
        const at = document.activeElement;
        return at?.getAttribute('aria-label') ?? at?.closest('label')?.textContent ?? at?.textContent ?? '';
      });
      if (name.test(label)) return;
      await page.keyboard.press('Tab');
    }
    throw new Error(`Tab never reaches ${name}`);
  };

  await find('enter a vendor bill', /^Match bench/);
  await tabTo(/^Aldergrove JoineryGR-/);
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Vendor’s number')).toBeFocused();
  await page.keyboard.type('A-0883');
  await tabTo(/^Billed quantity, Floor loom/);
  await page.keyboard.type('4');
  await page.keyboard.press('Enter');
  await page.keyboard.type('1600');
  await tabTo(/^Add a charge/);
  await page.keyboard.press('Enter');
  await tabTo(/^Amount of charge 1/);
  await page.keyboard.type('75.5');
  expect((await desk.footing()).map((line) => line.split(' ').slice(0, 2).join(' '))).toContain('Charges to');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('heading', { name: /Aldergrove Joinery VB-/ })).toBeVisible();

  await find('allocate charges', /Landing sheet/);
  await tabTo(/^Harbor Customs Office 26-GH-139377/);
  for (let down = 0; down < 5; down += 1) await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Space');
  await expect(page.getByRole('checkbox', { name: /Aldergrove Joinery A-0883/ })).toBeChecked();
  await tabTo(/^FHL-014$/);
  await page.keyboard.press('Enter');
  await tabTo(/^Basis of freight/);
  await page.keyboard.press('w');
  await tabTo(/^freight on Table loom/);
  await page.keyboard.type('-1');
  await page.keyboard.press('Tab');
  await expect(page.locator('td .wrong', { hasText: 'This amount cannot be negative.' })).toBeVisible();
  await expect(page.getByLabel(/^freight on Table loom/)).toHaveAttribute('aria-invalid', 'true');
  await page.keyboard.press('Shift+Tab');
  await page.keyboard.type('20');
  await desk.footing();
  await page.keyboard.press('Control+Enter');
  await expect(page).toHaveURL(/\/documents\/\d+$/);
  await expect(page.getByRole('table', { name: 'Lines' }).getByText('freight, by hand')).toBeVisible();
  await desk.expectBooksToAgree();
});
